import { T as escape_html, i as derived } from "./server.js";
import { r as formatQuantity } from "./format.js";
// src/lib/ui/atoms/Quantity.svelte
function Quantity($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { value, unit, digits = 4 } = $$props;
		let shown = derived(() => value === null || value === void 0 ? null : formatQuantity(value, unit, digits));
		if (shown()) {
			$$renderer.push(`<!--[0--><span class="q svelte-10xqwb8"><span class="num">${escape_html(shown().number)}</span>`);
			if (shown().unit) $$renderer.push(`<!--[0--><span class="u svelte-10xqwb8"> ${escape_html(shown().unit)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></span>`);
		} else $$renderer.push(`<!--[-1--><span class="soft">–</span>`);
		$$renderer.push(`<!--]-->`);
	});
}
export { Quantity as t };
