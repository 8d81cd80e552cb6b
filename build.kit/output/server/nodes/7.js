

export const index = 7;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/add/_page.svelte.js')).default;
export const imports = ["_app/immutable/nodes/7.CAPDk_xW.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/BSvMMApi.js","_app/immutable/chunks/hlFKpZze.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/BwruRCnC.js"];
export const stylesheets = ["_app/immutable/assets/7.8F5hHIGr.css"];
export const fonts = [];
