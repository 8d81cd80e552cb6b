

export const index = 1;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/_error.svelte.js')).default;
export const imports = ["_app/immutable/nodes/1.DIw6ii_Y.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/B8gbzw-K.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/SUeDKwbR.js","_app/immutable/chunks/B9uILML7.js"];
export const stylesheets = ["_app/immutable/assets/1.CV5aeiTJ.css"];
export const fonts = [];
