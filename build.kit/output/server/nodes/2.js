import * as server from '../entries/pages/boards/_board_/_layout.server.ts.js';

export const index = 2;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/_layout.svelte.js')).default;
export { server };
export const server_id = "src/routes/boards/[board]/+layout.server.ts";
export const imports = ["_app/immutable/nodes/2.C8y-G4gU.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/SUeDKwbR.js","_app/immutable/chunks/BtQGJP_J.js","_app/immutable/chunks/hSOQ2AHl.js","_app/immutable/chunks/Crc2tumI.js","_app/immutable/chunks/D_2w-UCU.js","_app/immutable/chunks/B8gbzw-K.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/r-NhU0sQ.js","_app/immutable/chunks/B_4m5iHv.js"];
export const stylesheets = ["_app/immutable/assets/Mark.WwovYddR.css","_app/immutable/assets/TopBar.BTbvN6gW.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/StatusMark.CDGWvtmk.css","_app/immutable/assets/2.ZxFdUwfz.css"];
export const fonts = [];
