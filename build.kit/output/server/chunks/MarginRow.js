import { C as attr, T as escape_html, d as stringify, t as attr_class } from "./server.js";
import { n as marginText } from "./report.js";
import { i as formatText } from "./format.js";
import { t as StatusMark } from "./StatusMark.js";
import { t as MarginBar } from "./MarginBar.js";
// src/lib/ui/board/MarginRow.svelte
function MarginRow($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { check, stage, href, width = 240, waived = false } = $$props;
		$$renderer.push(`<a${attr("href", href)}${attr_class(`row ${stringify(check.status)}`, "svelte-15pj2sv")}><span class="mark">`);
		StatusMark($$renderer, { status: check.status });
		$$renderer.push(`<!----></span> <span class="words svelte-15pj2sv"><b class="svelte-15pj2sv">${escape_html(check.title)}</b> ${escape_html(stage)}`);
		if (waived) $$renderer.push(`<!--[0--><span class="soft">· waived</span>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></span> <span class="margin num svelte-15pj2sv">${escape_html(marginText(check))}</span> <span class="bar svelte-15pj2sv">`);
		MarginBar($$renderer, {
			check,
			width
		});
		$$renderer.push(`<!----></span> <span class="detail small soft svelte-15pj2sv">`);
		if (check.value !== null && check.limit !== null) {
			$$renderer.push(`<!--[0-->${escape_html(formatText(check.value, check.unit))}
      ${escape_html(check.sense === "atLeast" ? "≥" : check.window ? "in" : "≤")} `);
			if (check.window) $$renderer.push(`<!--[0-->${escape_html(formatText(check.window.target, check.unit, 3))} ± ${escape_html(formatText(check.window.band, check.unit, 3))}`);
			else $$renderer.push(`<!--[-1-->${escape_html(formatText(check.limit, check.unit))}`);
			$$renderer.push(`<!--]-->`);
		} else $$renderer.push(`<!--[-1-->${escape_html(check.reason ?? "not known")}`);
		$$renderer.push(`<!--]--></span></a>`);
	});
}
export { MarginRow as t };
