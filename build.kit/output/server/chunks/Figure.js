import { C as attr, T as escape_html, d as stringify, o as ensure_array_like, t as attr_class } from "./server.js";
// src/lib/ui/stage/Figure.svelte
function Figure($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { figure } = $$props;
		/** Length of a two-terminal part between its ends. */
		const LONG = 70;
		const ANGLE = {
			right: 0,
			down: 90,
			left: 180,
			up: 270
		};
		const flat = (d) => d.dir === "right" || d.dir === "left";
		const middle = (d) => {
			const s = d.dir === "right" || d.dir === "down" ? 1 : -1;
			return flat(d) ? [d.at[0] + s * LONG / 2, d.at[1]] : [d.at[0], d.at[1] + s * LONG / 2];
		};
		const side = (d) => d.side ?? 1;
		$$renderer.push(`<svg${attr("viewBox", `0 0 ${stringify(figure.width)} ${stringify(figure.height)}`)}${attr("width", figure.width)}${attr("height", figure.height)} role="img"${attr("aria-label", figure.title)} class="svelte-99t4vz"><title>${escape_html(figure.title)}</title><!--[-->`);
		const each_array = ensure_array_like(figure.items);
		for (let i = 0, $$length = each_array.length; i < $$length; i++) {
			let d = each_array[i];
			if (d.sym === "wire") $$renderer.push(`<!--[0--><path${attr("d", d.points.map((p, k) => `${k ? "L" : "M"}${p[0]} ${p[1]}`).join(""))}${attr_class("svelte-99t4vz", void 0, { "dashed": d.dashed })}></path>`);
			else if (d.sym === "dot") $$renderer.push(`<!--[1--><circle${attr("cx", d.at[0])}${attr("cy", d.at[1])} r="3" class="solid svelte-99t4vz"></circle>`);
			else if (d.sym === "ground") $$renderer.push(`<!--[2--><path${attr("d", `M${stringify(d.at[0])} ${stringify(d.at[1])}v8M${stringify(d.at[0] - 12)} ${stringify(d.at[1] + 8)}h24M${stringify(d.at[0] - 8)} ${stringify(d.at[1] + 12)}h16M${stringify(d.at[0] - 4)} ${stringify(d.at[1] + 16)}h8`)} class="svelte-99t4vz"></path>`);
			else if (d.sym === "port") {
				$$renderer.push("<!--[3-->");
				const left = d.side === "left";
				$$renderer.push(`<circle${attr("cx", d.at[0])}${attr("cy", d.at[1])} r="3.5" class="open svelte-99t4vz"></circle><text${attr("x", d.at[0] + (left ? -2 : 2))}${attr("y", d.at[1] - 10)}${attr("text-anchor", left ? "middle" : "middle")} class="svelte-99t4vz">${escape_html(d.label)}</text>`);
				if (d.value) $$renderer.push(`<!--[0--><text class="value svelte-99t4vz"${attr("x", d.at[0])}${attr("y", d.at[1] + 20)}${attr("text-anchor", left ? "middle" : "middle")}>${escape_html(d.value)}</text>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]-->`);
			} else if (d.sym === "text") $$renderer.push(`<!--[4--><text${attr("x", d.at[0])}${attr("y", d.at[1])}${attr_class("svelte-99t4vz", void 0, { "value": d.value })}>${escape_html(d.text)}</text>`);
			else if (d.sym === "source") {
				$$renderer.push(`<!--[5--><circle${attr("cx", d.at[0])}${attr("cy", d.at[1])} r="20" class="open svelte-99t4vz"></circle><path${attr("d", `M${stringify(d.at[0] - 5)} ${stringify(d.at[1] - 8)}h10M${stringify(d.at[0])} ${stringify(d.at[1] - 13)}v10M${stringify(d.at[0] - 5)} ${stringify(d.at[1] + 9)}h10`)} class="svelte-99t4vz"></path>`);
				if (d.label) $$renderer.push(`<!--[0--><text${attr("x", d.at[0] + 26)}${attr("y", d.at[1] - 2)} class="svelte-99t4vz">${escape_html(d.label)}</text>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]-->`);
				if (d.value) $$renderer.push(`<!--[0--><text class="value svelte-99t4vz"${attr("x", d.at[0] + 26)}${attr("y", d.at[1] + 14)}>${escape_html(d.value)}</text>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]-->`);
			} else if (d.sym === "switch") $$renderer.push(`<!--[6--><path${attr("d", `M${stringify(d.at[0])} ${stringify(d.at[1])}l24 -12`)} class="svelte-99t4vz"></path><circle${attr("cx", d.at[0])}${attr("cy", d.at[1])} r="2.5" class="open svelte-99t4vz"></circle><circle${attr("cx", d.at[0] + 26)}${attr("cy", d.at[1])} r="2.5" class="open svelte-99t4vz"></circle>`);
			else if (d.sym === "block") {
				$$renderer.push(`<!--[7--><rect${attr("x", d.at[0])}${attr("y", d.at[1])}${attr("width", d.size[0])}${attr("height", d.size[1])} class="open svelte-99t4vz"></rect><text${attr("x", d.at[0] + d.size[0] / 2)}${attr("y", d.at[1] + d.size[1] / 2 + (d.value ? -3 : 5))} text-anchor="middle" class="name svelte-99t4vz">${escape_html(d.label)}</text>`);
				if (d.value) $$renderer.push(`<!--[0--><text class="value svelte-99t4vz"${attr("x", d.at[0] + d.size[0] / 2)}${attr("y", d.at[1] + d.size[1] / 2 + 14)} text-anchor="middle">${escape_html(d.value)}</text>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--><!--[-->`);
				const each_array_1 = ensure_array_like(d.pins ?? []);
				for (let $$index = 0, $$length = each_array_1.length; $$index < $$length; $$index++) {
					let p = each_array_1[$$index];
					$$renderer.push(`<text class="pin svelte-99t4vz"${attr("x", p.x + (p.side === "left" ? 4 : p.side === "right" ? -4 : 0))}${attr("y", p.y + (p.side === "bottom" ? -4 : p.side === "top" ? 11 : -3))}${attr("text-anchor", p.side === "left" ? "start" : p.side === "right" ? "end" : "middle")}>${escape_html(p.name)}</text>`);
				}
				$$renderer.push(`<!--]-->`);
			} else {
				$$renderer.push("<!--[-1-->");
				const [mx, my] = middle(d);
				$$renderer.push(`<g${attr("transform", `translate(${stringify(d.at[0])} ${stringify(d.at[1])}) rotate(${stringify(ANGLE[d.dir])})`)}${attr_class("svelte-99t4vz", void 0, { "dashed": d.dashed })}>`);
				if (d.sym === "resistor") $$renderer.push(`<!--[0--><path d="M0 0h15M55 0h15" class="svelte-99t4vz"></path><rect x="15" y="-7" width="40" height="14" class="open svelte-99t4vz"></rect>`);
				else if (d.sym === "capacitor" || d.sym === "polarised") {
					$$renderer.push(`<!--[1--><path d="M0 0h31M39 0h31M31 -13v26M39 -13v26" class="svelte-99t4vz"></path>`);
					if (d.sym === "polarised") $$renderer.push(`<!--[0--><path d="M20 -12v8M16 -8h8" class="svelte-99t4vz"></path>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				} else if (d.sym === "inductor") $$renderer.push(`<!--[2--><path d="M0 0h11a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0a6 6 0 0 1 12 0h11" class="svelte-99t4vz"></path>`);
				else {
					$$renderer.push(`<!--[-1--><path d="M0 0h70M26 -9v18l18 -9zM44 -9v18" class="svelte-99t4vz"></path>`);
					if (d.sym === "zener") $$renderer.push(`<!--[0--><path d="M44 -9h5M44 9h-5" class="svelte-99t4vz"></path>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				}
				$$renderer.push(`<!--]--></g>`);
				if (flat(d)) {
					$$renderer.push("<!--[0-->");
					if (d.label) $$renderer.push(`<!--[0--><text${attr("x", mx)}${attr("y", my - 14)} text-anchor="middle" class="name svelte-99t4vz">${escape_html(d.label)}</text>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
					if (d.value) $$renderer.push(`<!--[0--><text${attr("x", mx)}${attr("y", my + 24)} text-anchor="middle" class="value svelte-99t4vz">${escape_html(d.value)}</text>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				} else {
					$$renderer.push("<!--[-1-->");
					if (d.label) $$renderer.push(`<!--[0--><text${attr("x", mx + 18 * side(d))}${attr("y", my - 3)}${attr("text-anchor", side(d) > 0 ? "start" : "end")} class="name svelte-99t4vz">${escape_html(d.label)}</text>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
					if (d.value) $$renderer.push(`<!--[0--><text${attr("x", mx + 18 * side(d))}${attr("y", my + 14)}${attr("text-anchor", side(d) > 0 ? "start" : "end")} class="value svelte-99t4vz">${escape_html(d.value)}</text>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				}
				$$renderer.push(`<!--]-->`);
			}
			$$renderer.push(`<!--]-->`);
		}
		$$renderer.push(`<!--]--></svg>`);
	});
}
export { Figure as t };
