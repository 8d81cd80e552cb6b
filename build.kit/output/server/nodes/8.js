

export const index = 8;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/brief/_page.svelte.js')).default;
export const imports = ["_app/immutable/nodes/8.D9XvYoo9.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/DFtb8e23.js","_app/immutable/chunks/L0SnXY5c.js","_app/immutable/chunks/BWjic6g1.js"];
export const stylesheets = ["_app/immutable/assets/Field.DjJpJqGO.css","_app/immutable/assets/brief-form.C16yGdgC.css","_app/immutable/assets/8.DJjCMFzH.css"];
export const fonts = [];
