import { T as escape_html, i as derived } from "./server.js";
import { t as page } from "./state.js";
import { t as Mark } from "./Mark.js";
// src/lib/ui/TopBar.svelte
function TopBar($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { children } = $$props;
		let account = derived(() => page.data.account);
		$$renderer.push(`<header class="no-print svelte-1hm81ai"><a class="home svelte-1hm81ai" href="/boards" aria-label="Spark Sum, shelf of boards">`);
		Mark($$renderer, {});
		$$renderer.push(`<!----><span>Spark Sum</span></a> <div class="middle svelte-1hm81ai">`);
		children?.($$renderer);
		$$renderer.push(`<!----></div> `);
		if (account()) $$renderer.push(`<!--[0--><a class="who svelte-1hm81ai" href="/account">${escape_html(account().demo ? "demo bench" : account().name)}</a>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></header>`);
	});
}
export { TopBar as t };
