import { It as run, T as escape_html, i as derived, lt as snapshot, s as head } from "../../../../../chunks/server.js";
import "../../../../../chunks/index-server.js";
import { r as useBoard } from "../../../../../chunks/board-session.svelte.js";
import { t as BriefForm } from "../../../../../chunks/BriefForm.js";
import { r as readBrief, t as briefText } from "../../../../../chunks/brief-form.js";
// src/routes/boards/[board]/brief/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		const board = useBoard();
		let session = derived(board);
		let text = run(() => briefText(session().doc));
		let problems = {};
		run(() => session().doc);
		function leave() {
			queueMicrotask(() => {
				const read = readBrief(snapshot(text), session().doc);
				problems = read.problems;
				if (Object.keys(read.problems).length) return;
				const issues = session().edit("brief", read.doc);
				session().doc;
				if (issues.length) problems = { name: issues.map((i) => `${i.path}: ${i.message}`).join(" ") };
			});
		}
		let $$settled = true;
		let $$inner_renderer;
		function $$render_inner($$renderer) {
			head("153sot4", $$renderer, ($$renderer) => {
				$$renderer.title(($$renderer) => {
					$$renderer.push(`<title>Brief · ${escape_html(session().doc.name)} · Spark Sum</title>`);
				});
			});
			$$renderer.push(`<main class="svelte-153sot4"><h1>Brief</h1> `);
			BriefForm($$renderer, {
				problems,
				onleave: leave,
				get text() {
					return text;
				},
				set text($$value) {
					text = $$value;
					$$settled = false;
				}
			});
			$$renderer.push(`<!----> <p class="soft">Saved as you leave a field.</p></main>`);
		}
		do {
			$$settled = true;
			$$inner_renderer = $$renderer.copy();
			$$render_inner($$inner_renderer);
		} while (!$$settled);
		$$renderer.subsume($$inner_renderer);
	});
}
export { _page as default };
