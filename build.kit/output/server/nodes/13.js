import * as server from '../entries/pages/boards/new/_page.server.ts.js';

export const index = 13;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/new/_page.svelte.js')).default;
export { server };
export const server_id = "src/routes/boards/new/+page.server.ts";
export const imports = ["_app/immutable/nodes/13.Z8hAUkoY.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/C4zEhF9D.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/DFtb8e23.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/L0SnXY5c.js","_app/immutable/chunks/BWjic6g1.js","_app/immutable/chunks/Crc2tumI.js","_app/immutable/chunks/SUeDKwbR.js","_app/immutable/chunks/D_2w-UCU.js","_app/immutable/chunks/B8gbzw-K.js"];
export const stylesheets = ["_app/immutable/assets/Problem.KWgfdI-d.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/Field.DjJpJqGO.css","_app/immutable/assets/brief-form.C16yGdgC.css","_app/immutable/assets/Mark.WwovYddR.css","_app/immutable/assets/TopBar.BTbvN6gW.css","_app/immutable/assets/13.CSqLUMU7.css"];
export const fonts = [];
