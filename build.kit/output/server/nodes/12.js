

export const index = 12;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/stages/_stage_/_page.svelte.js')).default;
export const imports = ["_app/immutable/nodes/12.g9QtwAaY.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/SUeDKwbR.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/hlFKpZze.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/B_4m5iHv.js","_app/immutable/chunks/DclECHGd.js","_app/immutable/chunks/B80SO3lv.js","_app/immutable/chunks/BWjic6g1.js","_app/immutable/chunks/CisYGWFK.js","_app/immutable/chunks/BGiVITZ7.js","_app/immutable/chunks/hSOQ2AHl.js","_app/immutable/chunks/CAv4Jh6f.js","_app/immutable/chunks/r-NhU0sQ.js","_app/immutable/chunks/Bie2stHC.js","_app/immutable/chunks/BSvMMApi.js"];
export const stylesheets = ["_app/immutable/assets/Figure.I0vStEcp.css","_app/immutable/assets/Button.D1i5MwaA.css","_app/immutable/assets/Quantity.Bz-sHl2Z.css","_app/immutable/assets/StatusMark.CDGWvtmk.css","_app/immutable/assets/MarginBar.C730LG8B.css","_app/immutable/assets/12.Bhj28phf.css"];
export const fonts = [];
