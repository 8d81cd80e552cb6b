import { T as escape_html } from "./server.js";
import "./client2.js";
import "./navigation.js";
// src/lib/ui/atoms/Problem.svelte
function Problem($$renderer, $$props) {
	let { text } = $$props;
	if (text) $$renderer.push(`<!--[0--><p class="problem svelte-10w6ako" role="alert">${escape_html(text)}</p>`);
	else $$renderer.push("<!--[-1-->");
	$$renderer.push(`<!--]-->`);
}
export { Problem as t };
