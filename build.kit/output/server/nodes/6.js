

export const index = 6;
let component_cache;
export const component = async () => component_cache ??= (await import('../entries/pages/boards/_board_/_page.svelte.js')).default;
export const imports = ["_app/immutable/nodes/6.wfXfBJ0R.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/BwruRCnC.js","_app/immutable/chunks/Bp8ktBf4.js","_app/immutable/chunks/D1ViS-S0.js","_app/immutable/chunks/BGiVITZ7.js","_app/immutable/chunks/CAv4Jh6f.js","_app/immutable/chunks/r-NhU0sQ.js","_app/immutable/chunks/Bie2stHC.js","_app/immutable/chunks/hSOQ2AHl.js","_app/immutable/chunks/DeHAVswc.js","_app/immutable/chunks/hlFKpZze.js","_app/immutable/chunks/DzXzGjDu.js"];
export const stylesheets = ["_app/immutable/assets/Quantity.Bz-sHl2Z.css","_app/immutable/assets/StatusMark.CDGWvtmk.css","_app/immutable/assets/MarginBar.C730LG8B.css","_app/immutable/assets/MarginRow.CY7d821k.css","_app/immutable/assets/6.DvsPXnEb.css"];
export const fonts = [];
