import { C as attr, s as head } from "../../chunks/server.js";
import { t as Problem } from "../../chunks/Problem.js";
import { t as Button } from "../../chunks/Button.js";
import { t as Field } from "../../chunks/Field.js";
import { t as Mark } from "../../chunks/Mark.js";
// src/routes/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { form } = $$props;
		const said = (name) => form?.form === name ? form.message : void 0;
		head("1uha8ag", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Spark Sum</title>`);
			});
		});
		$$renderer.push(`<main class="svelte-1uha8ag"><section class="intro svelte-1uha8ag"><p class="name svelte-1uha8ag">`);
		Mark($$renderer, {});
		$$renderer.push(`<!----> Spark Sum</p> <h1 class="svelte-1uha8ag">The whole board, added up before you order it.</h1> <p class="svelte-1uha8ag">Sizes filters, supplies and converter inputs with parts you can buy, adds rails, signals, ripple and heat into one sum, and shows every margin with its
      worst case. Then it stays with you through the order, the first power-up and the readings.</p> <form method="POST" action="?/demo" class="svelte-1uha8ag">`);
		Button($$renderer, {
			look: "main",
			type: "submit",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Enter the demo bench`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <p class="soft small svelte-1uha8ag">The Fennel Hill apiary, with a board to look around in. No account needed.</p> `);
		Problem($$renderer, { text: said("demo") });
		$$renderer.push(`<!----></form></section> <section class="forms svelte-1uha8ag"><form method="POST" action="?/enter" class="svelte-1uha8ag"><h2>Sign in</h2> `);
		Field($$renderer, {
			label: "Mail address",
			children: ($$renderer) => {
				$$renderer.push(`<input name="email" type="email" required="" autocomplete="username"${attr("value", form?.form === "enter" ? form.typed.email : "")}/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Password",
			children: ($$renderer) => {
				$$renderer.push(`<input name="password" type="password" required="" autocomplete="current-password"/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Problem($$renderer, { text: said("enter") });
		$$renderer.push(`<!----> <div>`);
		Button($$renderer, {
			type: "submit",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Sign in`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></div></form> <form method="POST" action="?/create" class="svelte-1uha8ag"><h2>Create an account</h2> `);
		Field($$renderer, {
			label: "Mail address",
			children: ($$renderer) => {
				$$renderer.push(`<input name="email" type="email" required="" autocomplete="email"${attr("value", form?.form === "create" ? form.typed.email : "")}/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Name",
			children: ($$renderer) => {
				$$renderer.push(`<input name="name" type="text" required="" maxlength="80" autocomplete="name"${attr("value", form?.form === "create" ? form.typed.name : "")}/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Password",
			hint: "At least 10 characters; a sentence is good.",
			children: ($$renderer) => {
				$$renderer.push(`<input name="password" type="password" required="" minlength="10" autocomplete="new-password"/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Problem($$renderer, { text: said("create") });
		$$renderer.push(`<!----> <div>`);
		Button($$renderer, {
			type: "submit",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Create account`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></div></form></section></main>`);
	});
}
export { _page as default };
