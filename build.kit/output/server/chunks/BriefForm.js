import { C as attr, T as escape_html, d as stringify, o as ensure_array_like, r as bind_props } from "./server.js";
import { h as STATE_IDS, l as HAZARDS } from "./format.js";
import { t as Field } from "./Field.js";
// src/lib/ui/board/BriefForm.svelte
function BriefForm($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { text = void 0, problems, onleave } = $$props;
		function wrong($$renderer, field) {
			if (problems[field]) $$renderer.push(`<!--[0--><span class="wrong small svelte-1uhhj43" role="alert">${escape_html(problems[field])}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		}
		$$renderer.push(`<div class="brief svelte-1uhhj43"><section class="svelte-1uhhj43"><h2>What it is for</h2> `);
		Field($$renderer, {
			label: "Name",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="name"${attr("value", text.name)} maxlength="120" required=""/>`);
				wrong($$renderer, "name");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Purpose",
			hint: "What it must do, for whom, with what.",
			children: ($$renderer) => {
				$$renderer.push(`<textarea name="purpose" rows="3" maxlength="2000">`);
				const $$body = escape_html(text.purpose);
				if ($$body) $$renderer.push(`${$$body}`);
				$$renderer.push(`</textarea>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <div class="three svelte-1uhhj43">`);
		Field($$renderer, {
			label: "Copies on site",
			hint: "Multiplies totals only.",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="copies"${attr("value", text.copies)} inputmode="numeric"/>`);
				wrong($$renderer, "copies");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Order quantity",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="quantity"${attr("value", text.quantity)} inputmode="numeric"/>`);
				wrong($$renderer, "quantity");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Currency",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="currency"${attr("value", text.currency)} maxlength="3"/>`);
				wrong($$renderer, "currency");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></div></section> <section class="svelte-1uhhj43"><h2>Where it lives</h2> `);
		Field($$renderer, {
			label: "Ambient",
			hint: "Range with the usual value in the middle, like −10..20..45 °C.",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="ambient"${attr("value", text.ambient)}/>`);
				wrong($$renderer, "ambient");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Enclosure",
			hint: "In words. Until an enclosure is a stage of its own, the inside is taken as the ambient.",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="enclosure"${attr("value", text.enclosure)} maxlength="500"/>`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <fieldset><legend class="svelte-1uhhj43">Time in each state</legend> <div class="four svelte-1uhhj43"><!--[-->`);
		const each_array = ensure_array_like(STATE_IDS);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let id = each_array[$$index];
			Field($$renderer, {
				label: id,
				children: ($$renderer) => {
					$$renderer.push(`<input type="text"${attr("name", `state-${stringify(id)}`)}${attr("value", text.states[id])} placeholder="–"/>`);
				},
				$$slots: { default: true }
			});
		}
		$$renderer.push(`<!--]--></div> <span class="soft small">Shares that add up to 100 %, like 99.5 % asleep. Leave all empty for a board that is always on.</span> `);
		wrong($$renderer, "states");
		$$renderer.push(`<!----></fieldset></section> <section class="svelte-1uhhj43"><h2>How it is judged</h2> `);
		Field($$renderer, {
			label: "Derating",
			hint: "Ratings of parts are multiplied by it before anything is compared.",
			children: ($$renderer) => {
				$$renderer.select({
					name: "derating",
					value: text.derating
				}, ($$renderer) => {
					$$renderer.option({ value: "1" }, ($$renderer) => {
						$$renderer.push(`Full rating: smallest parts, no reserve for age and heat`);
					});
					$$renderer.option({ value: "0.8" }, ($$renderer) => {
						$$renderer.push(`80 %: usual`);
					});
					$$renderer.option({ value: "0.5" }, ($$renderer) => {
						$$renderer.push(`Half: long life, larger and dearer parts`);
					});
				});
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <div class="two svelte-1uhhj43">`);
		Field($$renderer, {
			label: "Comfort margin",
			hint: "Less than this is shown as tight.",
			children: ($$renderer) => {
				$$renderer.push(`<input type="text" name="comfort"${attr("value", text.comfort)}/>`);
				wrong($$renderer, "comfort");
				$$renderer.push(`<!---->`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Field($$renderer, {
			label: "Judged by",
			children: ($$renderer) => {
				$$renderer.select({
					name: "judgeBy",
					value: text.judgeBy
				}, ($$renderer) => {
					$$renderer.option({ value: "extreme-value" }, ($$renderer) => {
						$$renderer.push(`Extreme values`);
					});
					$$renderer.option({ value: "root-sum-square" }, ($$renderer) => {
						$$renderer.push(`Root-sum-square`);
					});
				});
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></div> <fieldset><legend class="svelte-1uhhj43">Dangers present</legend> <div class="hazards svelte-1uhhj43"><!--[-->`);
		const each_array_1 = ensure_array_like(Object.entries(HAZARDS));
		for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
			let [id, hazard] = each_array_1[$$index_1];
			$$renderer.push(`<label class="check svelte-1uhhj43"><input type="checkbox" name="hazards"${attr("value", id)}${attr("checked", text.hazards.includes(id), true)}/> ${escape_html(hazard.title)}</label>`);
		}
		$$renderer.push(`<!--]--></div></fieldset> <!--[-->`);
		const each_array_2 = ensure_array_like(text.hazards.filter((h) => HAZARDS[h]));
		for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
			let id = each_array_2[$$index_2];
			$$renderer.push(`<p class="small caution svelte-1uhhj43"><b>${escape_html(HAZARDS[id].title)}.</b> ${escape_html(HAZARDS[id].caution)}</p>`);
		}
		$$renderer.push(`<!--]--></section></div>`);
		bind_props($$props, { text });
	});
}
export { BriefForm as t };
