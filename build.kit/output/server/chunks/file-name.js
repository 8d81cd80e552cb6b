// src/lib/server/file-name.ts
/** A name that every file system takes. */
var fileName = (text) => text.normalize("NFKD").replace(/[^A-Za-z0-9]+/g, "-").replace(/^-+|-+$/g, "").toLowerCase().slice(0, 60) || "board";
export { fileName as t };
