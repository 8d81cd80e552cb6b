import { T as escape_html, s as head } from "../../chunks/server.js";
import { t as page } from "../../chunks/state.js";
// src/routes/+error.svelte
function _error($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		head("1j96wlh", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>${escape_html(page.status)} · Spark Sum</title>`);
			});
		});
		$$renderer.push(`<main class="svelte-1j96wlh"><h1>${escape_html(page.status === 404 ? "Not here" : page.status < 500 ? "Not possible" : "Something went wrong")}</h1> <p>${escape_html(page.error?.message)}</p> <p><a href="/boards">To the shelf of boards</a></p></main>`);
	});
}
export { _error as default };
