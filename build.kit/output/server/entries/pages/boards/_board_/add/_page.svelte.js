import { C as attr, T as escape_html, i as derived, o as ensure_array_like, s as head, t as attr_class } from "../../../../../chunks/server.js";
import "../../../../../chunks/navigation.js";
import "../../../../../chunks/edit.js";
import { r as useBoard } from "../../../../../chunks/board-session.svelte.js";
import { t as KINDS } from "../../../../../chunks/kinds.js";
import MiniSearch from "minisearch";
// src/lib/state/search.ts
/** Words people use for what a stage does, beyond its own title, aliases and purpose. */
var index = new MiniSearch({
	fields: [
		"title",
		"aliases",
		"purpose"
	],
	searchOptions: {
		boost: {
			title: 3,
			aliases: 2
		},
		prefix: true,
		fuzzy: .2,
		combineWith: "OR"
	}
});
index.addAll(KINDS.map((k) => ({
	id: k.id,
	title: k.title,
	aliases: k.aliases.join(" "),
	purpose: k.purpose
})));
/** Kinds that fit what somebody wants done, the best first; all of them for an empty search. */
function findKinds(text) {
	if (!text.trim()) return [...KINDS];
	return index.search(text).flatMap((hit) => KINDS.find((k) => k.id === hit.id) ?? []);
}
// src/routes/boards/[board]/add/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		const board = useBoard();
		let session = derived(board);
		let text = "";
		let found = derived(() => findKinds(text));
		let at = 0;
		let unfed = derived(() => session().sum.rails.filter((r) => r.provider === null).map((r) => r.name));
		const ports = (k) => [...Object.entries(k.rails).map(([, d]) => d.role === "provides" ? "gives a rail" : "draws from a rail"), ...Object.entries(k.signals).map(([, d]) => d.role === "in" ? "listens to a signal" : "sends a signal")];
		head("u78zj1", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Add a stage · ${escape_html(session().doc.name)} · Spark Sum</title>`);
			});
		});
		$$renderer.push(`<main class="svelte-u78zj1"><h1>Add a stage</h1> <input type="text" aria-label="What should it do?" placeholder="What should it do? quiet 3.3 V, stop aliasing, watch a battery…"${attr("value", text)} class="svelte-u78zj1"/> `);
		if (unfed().length) $$renderer.push(`<!--[0--><p class="soft">Nothing feeds ${escape_html(unfed().join(", "))} yet: a supply you add now takes ${escape_html(unfed()[0])}.</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <ul class="svelte-u78zj1">`);
		const each_array = ensure_array_like(found());
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let i = 0, $$length = each_array.length; i < $$length; i++) {
				let kind = each_array[i];
				$$renderer.push(`<li><button type="button"${attr_class("svelte-u78zj1", void 0, { "at": i === at })}><b class="svelte-u78zj1">${escape_html(kind.title)}</b> <span>${escape_html(kind.purpose)}</span> <span class="small soft">${escape_html(ports(kind).join(" · "))} · also: ${escape_html(kind.aliases.slice(0, 4).join(", "))}</span></button></li>`);
			}
		} else $$renderer.push(`<!--[!--><li class="soft">Nothing is called that. Try what it does instead: “divide”, “smooth”, “measure”, “feed”.</li>`);
		$$renderer.push(`<!--]--></ul></main>`);
	});
}
export { _page as default };
