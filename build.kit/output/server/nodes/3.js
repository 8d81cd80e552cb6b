import * as server from '../entries/pages/_page.server.ts.js';

export const index = 3;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/_page.svelte.js')).default;
export { server };
export const server_id = "src/routes/+page.server.ts";
export const imports = ["_app/immutable/nodes/3.WZ8bWMd8.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/C4zEhF9D.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/L0SnXY5c.js","_app/immutable/chunks/D_2w-UCU.js","_app/immutable/chunks/B8gbzw-K.js"];
export const stylesheets = ["_app/immutable/assets/Problem.KWgfdI-d.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/Field.DjJpJqGO.css","_app/immutable/assets/Mark.WwovYddR.css","_app/immutable/assets/3.DUwWhsEO.css"];
export const fonts = [];
