import * as server from '../entries/pages/boards/_board_/gate/_page.server.ts.js';

export const index = 10;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/gate/_page.svelte.js')).default;
export { server };
export const server_id = "src/routes/boards/[board]/gate/+page.server.ts";
export const imports = ["_app/immutable/nodes/10.BCg-dg5I.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/C4zEhF9D.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/SUeDKwbR.js","_app/immutable/chunks/hlFKpZze.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/BtQGJP_J.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/DeHAVswc.js","_app/immutable/chunks/hSOQ2AHl.js","_app/immutable/chunks/r-NhU0sQ.js","_app/immutable/chunks/Bie2stHC.js"];
export const stylesheets = ["_app/immutable/assets/Problem.KWgfdI-d.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/StatusMark.CDGWvtmk.css","_app/immutable/assets/MarginBar.C730LG8B.css","_app/immutable/assets/MarginRow.CY7d821k.css","_app/immutable/assets/10.DUKb8XVU.css"];
export const fonts = [];
