import { T as escape_html } from "./server.js";
// src/lib/ui/atoms/Field.svelte
function Field($$renderer, $$props) {
	let { label, hint = "", children } = $$props;
	$$renderer.push(`<label class="svelte-c3l3kf"><span class="label svelte-c3l3kf">${escape_html(label)}</span> `);
	children($$renderer);
	$$renderer.push(`<!----> `);
	if (hint) $$renderer.push(`<!--[0--><span class="soft small">${escape_html(hint)}</span>`);
	else $$renderer.push("<!--[-1-->");
	$$renderer.push(`<!--]--></label>`);
}
export { Field as t };
