import { C as attr, T as escape_html, c as props_id, d as stringify, i as derived, o as ensure_array_like, t as attr_class, w as clsx } from "./server.js";
import { i as formatText } from "./format.js";
import { n as useScale } from "./scale.js";
// src/lib/ui/board/margin-geometry.ts
/** Where the limit stands on every bar, as a share of the track: bars can be compared down a column. */
var POST = .75;
var LEFT_POST = .25;
var clamp = (x) => Math.max(0, Math.min(1, x));
/**
* Turns a judged check into places on a track of length 1. An upper limit is used up by value/limit, a lower one by
* limit/value, a temperature by its rise over the ambient; a window has its target in the middle.
* Null where there is nothing to draw: the track is then dotted.
*/
function barOf(check, ambientHigh, comfort) {
	const { limit, spread } = check;
	if (check.status === "unknown" || limit === null || spread.nominal === null) return null;
	if (check.window) return windowBar(check, comfort);
	const used = (v) => {
		if (check.sense === "temperature") return (v - ambientHigh) / Math.max(limit - ambientHigh, 1e-9);
		if (check.sense === "atLeast") return limit <= 0 ? 1 - (v - limit) / Math.max(Math.abs(limit), 1e-300) : v <= 0 ? Infinity : limit / v;
		return limit <= 0 ? 1 + (v - limit) / Math.max(Math.abs(limit), 1e-300) : v / limit;
	};
	const place = (v) => clamp(used(v) * POST);
	const ends = [spread.low, spread.high].filter((v) => v !== null).map(place);
	const nominal = place(spread.nominal);
	const furthest = Math.max(nominal, ...ends);
	return {
		posts: [POST],
		from: 0,
		to: nominal,
		whisker: spread.low === null || spread.high === null ? null : [Math.min(...ends), Math.max(...ends)],
		over: furthest > .75 ? [POST, furthest] : null,
		comfort: [[POST * (1 - comfort), POST]]
	};
}
function windowBar(check, comfort) {
	const { target, band } = check.window;
	const place = (v) => clamp(.5 + (v - target) / band * .25);
	const { low, nominal, high } = check.spread;
	const at = place(nominal);
	const [a, b] = [low === null ? at : place(low), high === null ? at : place(high)];
	const zone = .25 * comfort;
	return {
		posts: [LEFT_POST, POST],
		from: Math.min(.5, at),
		to: Math.max(.5, at),
		whisker: low === null || high === null ? null : [a, b],
		over: b > .75 ? [POST, b] : a < LEFT_POST ? [a, LEFT_POST] : null,
		comfort: [[LEFT_POST, LEFT_POST + zone], [POST - zone, POST]]
	};
}
// src/lib/ui/board/MarginBar.svelte
function MarginBar($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		const id = props_id($$renderer);
		let { check, width = 150, height = 16 } = $$props;
		const scale = useScale();
		let bar = derived(() => barOf(check, scale().ambientHigh, scale().comfort));
		let mid = derived(() => height / 2);
		let thick = derived(() => Math.max(4, height * .36));
		let label = derived(() => check.value === null || check.limit === null ? `${check.title}: no value` : `${check.title}: worst ${formatText(check.value, check.unit)}, limit ${formatText(check.limit, check.unit)}`);
		const x = (share) => share * width;
		$$renderer.push(`<svg${attr_class(clsx(check.status), "svelte-1eeahz6")}${attr("width", width)}${attr("height", height)}${attr("viewBox", `0 0 ${stringify(width)} ${stringify(height)}`)} role="img"${attr("aria-label", label())}><title>${escape_html(label())}</title>`);
		if (!bar()) $$renderer.push(`<!--[0--><path${attr("d", `M0 ${stringify(mid())}H${stringify(width)}`)} class="dotted svelte-1eeahz6"></path>`);
		else {
			$$renderer.push(`<!--[-1--><defs><pattern${attr("id", `${id}-hatch`)} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="1.8" height="4" class="mark svelte-1eeahz6"></rect></pattern></defs><path${attr("d", `M0 ${stringify(mid())}H${stringify(width)}`)} class="track svelte-1eeahz6"></path><!--[-->`);
			const each_array = ensure_array_like(bar().comfort);
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let [a, b] = each_array[$$index];
				$$renderer.push(`<rect${attr("x", x(a))}${attr("y", mid() - thick() / 2)}${attr("width", x(b - a))}${attr("height", thick())} class="comfort svelte-1eeahz6"></rect>`);
			}
			$$renderer.push(`<!--]-->`);
			if (bar().over) $$renderer.push(`<!--[0--><rect${attr("x", x(bar().over[0]))}${attr("y", mid() - thick() / 2)}${attr("width", x(bar().over[1] - bar().over[0]))}${attr("height", thick())}${attr("fill", `url(#${id}-hatch)`)}></rect>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--><rect${attr("x", x(bar().from))}${attr("y", mid() - thick() / 2)}${attr("width", Math.max(1, x(bar().to - bar().from)))}${attr("height", thick())} class="mark svelte-1eeahz6"></rect>`);
			if (bar().whisker && x(bar().whisker[1] - bar().whisker[0]) > .7) {
				$$renderer.push("<!--[0-->");
				const [a, b] = bar().whisker.map(x);
				$$renderer.push(`<path${attr("d", `M${stringify(a)} ${stringify(mid())}H${stringify(b)}M${stringify(a)} ${stringify(mid() - 4)}v8M${stringify(b)} ${stringify(mid() - 4)}v8`)} class="halo svelte-1eeahz6"></path><path${attr("d", `M${stringify(a)} ${stringify(mid())}H${stringify(b)}M${stringify(a)} ${stringify(mid() - 4)}v8M${stringify(b)} ${stringify(mid() - 4)}v8`)} class="whisker svelte-1eeahz6"></path>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--><!--[-->`);
			const each_array_1 = ensure_array_like(bar().posts);
			for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
				let post = each_array_1[$$index_1];
				$$renderer.push(`<path${attr("d", `M${stringify(x(post))} 0V${stringify(height)}`)} class="post svelte-1eeahz6"></path>`);
			}
			$$renderer.push(`<!--]-->`);
		}
		$$renderer.push(`<!--]--></svg>`);
	});
}
export { MarginBar as t };
