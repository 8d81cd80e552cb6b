import { It as run, s as head } from "../../../../chunks/server.js";
import { t as Problem } from "../../../../chunks/Problem.js";
import "../../../../chunks/index-server.js";
import { t as Button } from "../../../../chunks/Button.js";
import { t as BriefForm } from "../../../../chunks/BriefForm.js";
import { n as emptyBrief } from "../../../../chunks/brief-form.js";
import { t as TopBar } from "../../../../chunks/TopBar.js";
// src/routes/boards/new/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { form } = $$props;
		let text = run(() => form?.text) ?? emptyBrief();
		let $$settled = true;
		let $$inner_renderer;
		function $$render_inner($$renderer) {
			head("nffczp", $$renderer, ($$renderer) => {
				$$renderer.title(($$renderer) => {
					$$renderer.push(`<title>New board · Spark Sum</title>`);
				});
			});
			TopBar($$renderer, {});
			$$renderer.push(`<!----> <main class="svelte-nffczp"><h1>Brief of a new board</h1> <form method="POST" novalidate="" class="svelte-nffczp">`);
			BriefForm($$renderer, {
				problems: form?.problems ?? {},
				get text() {
					return text;
				},
				set text($$value) {
					text = $$value;
					$$settled = false;
				}
			});
			$$renderer.push(`<!----> `);
			Problem($$renderer, { text: form?.message || void 0 });
			$$renderer.push(`<!----> <div class="do svelte-nffczp">`);
			Button($$renderer, {
				look: "main",
				type: "submit",
				children: ($$renderer) => {
					$$renderer.push(`<!---->Begin the board`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----> <a href="/boards">Not now</a></div></form></main>`);
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
