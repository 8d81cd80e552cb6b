import { g as getContext, v as setContext } from "./server.js";
import "./index-server.js";
// src/lib/ui/board/scale.ts
var KEY = Symbol("scale");
var provideScale = (scale) => void setContext(KEY, scale);
var useScale = () => getContext(KEY) ?? (() => ({
	ambientHigh: 25,
	comfort: .1
}));
export { useScale as n, provideScale as t };
