import { T as escape_html, o as ensure_array_like, s as head } from "../../../chunks/server.js";
import { t as Problem } from "../../../chunks/Problem.js";
import { t as THEMES } from "../../../chunks/theme.js";
import { t as Button } from "../../../chunks/Button.js";
import { t as Field } from "../../../chunks/Field.js";
import { t as TopBar } from "../../../chunks/TopBar.js";
// src/routes/account/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data, form } = $$props;
		const said = (name) => form?.form === name && form.message ? form.message : void 0;
		const WORDS = {
			auto: "as the system",
			light: "paper",
			dark: "bench at night"
		};
		head("8i5vi8", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Account · Spark Sum</title>`);
			});
		});
		TopBar($$renderer, {});
		$$renderer.push(`<!----> <main class="svelte-8i5vi8"><h1>${escape_html(data.account.name)}</h1> <p class="soft">${escape_html(data.account.demo ? "The demo bench: everyone who enters works on the same boards." : data.account.email)}</p> <section class="svelte-8i5vi8"><h2 class="svelte-8i5vi8">Look</h2> <form method="POST" action="?/theme" class="row svelte-8i5vi8"><!--[-->`);
		const each_array = ensure_array_like(THEMES);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let theme = each_array[$$index];
			Button($$renderer, {
				type: "submit",
				name: "theme",
				value: theme,
				"aria-pressed": data.theme === theme,
				look: data.theme === theme ? "main" : "plain",
				children: ($$renderer) => {
					$$renderer.push(`<!---->${escape_html(WORDS[theme])}`);
				},
				$$slots: { default: true }
			});
		}
		$$renderer.push(`<!--]--></form></section> <section class="svelte-8i5vi8"><h2 class="svelte-8i5vi8">Sign out</h2> <form method="POST" class="row svelte-8i5vi8">`);
		Button($$renderer, {
			type: "submit",
			formaction: "?/leave",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Sign out here`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		if (!data.account.demo) {
			$$renderer.push("<!--[0-->");
			Button($$renderer, {
				type: "submit",
				formaction: "?/everywhere",
				children: ($$renderer) => {
					$$renderer.push(`<!---->Sign out everywhere`);
				},
				$$slots: { default: true }
			});
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></form></section> <section class="svelte-8i5vi8"><h2 class="svelte-8i5vi8">Your data</h2> <p>All your boards with their revisions, readings and the log of changes, in one JSON file. <a href="/account/data" download="">Download it</a></p></section> `);
		if (!data.account.demo) {
			$$renderer.push(`<!--[0--><section class="svelte-8i5vi8"><h2 class="svelte-8i5vi8">Password</h2> <form method="POST" action="?/password" class="svelte-8i5vi8">`);
			Field($$renderer, {
				label: "Present password",
				children: ($$renderer) => {
					$$renderer.push(`<input name="now" type="password" required="" autocomplete="current-password"/>`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----> `);
			Field($$renderer, {
				label: "New password",
				children: ($$renderer) => {
					$$renderer.push(`<input name="next" type="password" required="" minlength="10" autocomplete="new-password"/>`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----> `);
			Problem($$renderer, { text: said("password") });
			$$renderer.push(`<!----> `);
			if (form && "done" in form && form.done) $$renderer.push(`<!--[0--><p role="status">${escape_html(form.done)}</p>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--> <div>`);
			Button($$renderer, {
				type: "submit",
				children: ($$renderer) => {
					$$renderer.push(`<!---->Change the password`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----></div></form></section> <section class="svelte-8i5vi8"><h2 class="svelte-8i5vi8">Remove the account</h2> <form method="POST" action="?/remove" class="svelte-8i5vi8"><p>Removes the account with all boards, revisions and readings, for good. Download your data first.</p> `);
			Field($$renderer, {
				label: "Password",
				children: ($$renderer) => {
					$$renderer.push(`<input name="password" type="password" required="" autocomplete="current-password"/>`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----> `);
			Problem($$renderer, { text: said("remove") });
			$$renderer.push(`<!----> <div>`);
			Button($$renderer, {
				look: "danger",
				type: "submit",
				children: ($$renderer) => {
					$$renderer.push(`<!---->Remove everything`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----></div></form></section>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></main>`);
	});
}
export { _page as default };
