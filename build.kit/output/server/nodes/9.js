import * as server from '../entries/pages/boards/_board_/bring-up/_page.server.ts.js';

export const index = 9;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/bring-up/_page.svelte.js')).default;
export { server };
export const server_id = "src/routes/boards/[board]/bring-up/+page.server.ts";
export const imports = ["_app/immutable/nodes/9.D1WKn20x.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/C4zEhF9D.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/CAv4Jh6f.js","_app/immutable/chunks/r-NhU0sQ.js"];
export const stylesheets = ["_app/immutable/assets/Problem.KWgfdI-d.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/Quantity.Bz-sHl2Z.css","_app/immutable/assets/StatusMark.CDGWvtmk.css","_app/immutable/assets/9.DoKMzTC-.css"];
export const fonts = [];
