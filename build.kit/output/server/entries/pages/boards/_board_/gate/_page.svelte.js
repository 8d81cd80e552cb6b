import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head } from "../../../../../chunks/server.js";
import { t as Problem } from "../../../../../chunks/Problem.js";
import { t as page } from "../../../../../chunks/state.js";
import { c as setWaiver } from "../../../../../chunks/edit.js";
import { n as gate } from "../../../../../chunks/gate.js";
import { r as useBoard } from "../../../../../chunks/board-session.svelte.js";
import { t as Button } from "../../../../../chunks/Button.js";
import { t as MarginRow } from "../../../../../chunks/MarginRow.js";
// src/lib/ui/board/WaiverBox.svelte
function WaiverBox($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { label, onwaive } = $$props;
		$$renderer.push(`<form class="svelte-ztd52s"><input type="text"${attr("aria-label", label)} placeholder="Why may it stay so?" maxlength="2000"${attr("value", "")}/> `);
		Button($$renderer, {
			type: "submit",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Waive`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		$$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></form>`);
	});
}
// src/routes/boards/[board]/gate/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data, form } = $$props;
		const board = useBoard();
		let session = derived(board);
		let sum = derived(() => session().sum);
		let g = derived(() => gate(sum()));
		let base = derived(() => `/boards/${session().id}`);
		let open = derived(() => g().confirmations.filter((c) => !c.given).length);
		derived(() => page.data.account?.name ?? "me");
		const checkOf = (f) => sum().byId.get(f.stage ?? "")?.checks.find((c) => c.id === f.check);
		const titleOf = (f) => sum().byId.get(f.stage ?? "")?.title ?? "";
		const waive = (f, reason) => session().edit(`${reason === null ? "take back the waiver of" : "waive"} ${titleOf(f)}: ${f.check}`, setWaiver(session().doc, f.stage, f.check, reason));
		head("14cr2th", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Order gate · ${escape_html(sum().doc.name)} · Spark Sum</title>`);
			});
		});
		$$renderer.push(`<main class="svelte-14cr2th"><div class="left svelte-14cr2th"><h1>${escape_html(g().ready ? "The gate is open" : "The gate is closed")}</h1> `);
		if (sum().stages.length === 0) $$renderer.push(`<!--[0--><p>The board has no stages yet. <a${attr("href", `${base()}/add`)}>Add the first one</a>.</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <section class="svelte-14cr2th"><h2 class="svelte-14cr2th">Must be mended · ${escape_html(g().blocking.length)}</h2> `);
		const each_array = ensure_array_like(g().blocking);
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let f = each_array[$$index];
				const check = checkOf(f);
				if (check) {
					$$renderer.push("<!--[0-->");
					MarginRow($$renderer, {
						check,
						stage: titleOf(f),
						href: `${base()}/stages/${stringify(f.stage)}#${stringify(check.id)}`,
						width: 260
					});
				} else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--> <p class="text must svelte-14cr2th">${escape_html(f.text)}`);
				if (!check && f.stage) $$renderer.push(`<!--[0--><a${attr("href", `${base()}/stages/${stringify(f.stage)}`)}>Open it</a>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></p>`);
			}
		} else $$renderer.push(`<!--[!--><p class="soft">Nothing. Every limit that must hold, holds.</p>`);
		$$renderer.push(`<!--]--></section> <section class="svelte-14cr2th"><h2 class="svelte-14cr2th">Mend or waive with a reason · ${escape_html(g().toWaive.length)}</h2> `);
		const each_array_1 = ensure_array_like(g().toWaive);
		if (each_array_1.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
				let f = each_array_1[$$index_1];
				const check = checkOf(f);
				if (check) {
					$$renderer.push("<!--[0-->");
					MarginRow($$renderer, {
						check,
						stage: titleOf(f),
						href: `${base()}/stages/${stringify(f.stage)}#${stringify(check.id)}`,
						width: 260
					});
				} else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--> <p class="text svelte-14cr2th">${escape_html(f.text)}</p> `);
				WaiverBox($$renderer, {
					onwaive: (reason) => void waive(f, reason),
					label: `Reason to waive ${stringify(check?.title ?? f.check)} of ${stringify(titleOf(f))}`
				});
				$$renderer.push(`<!---->`);
			}
		} else $$renderer.push(`<!--[!--><p class="soft">Nothing left.</p>`);
		$$renderer.push(`<!--]--> <!--[-->`);
		const each_array_2 = ensure_array_like(g().waived);
		for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
			let w = each_array_2[$$index_2];
			$$renderer.push(`<div class="waived svelte-14cr2th"><p><b>${escape_html(titleOf(w.finding))}: ${escape_html(checkOf(w.finding)?.title)}</b> is waived: ${escape_html(w.waiver.reason)}</p> `);
			Button($$renderer, {
				look: "quiet",
				onclick: () => waive(w.finding, null),
				children: ($$renderer) => {
					$$renderer.push(`<!---->take back`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----></div>`);
		}
		$$renderer.push(`<!--]--></section></div> <div class="right svelte-14cr2th"><section class="svelte-14cr2th"><h2 class="svelte-14cr2th">Look at it yourself · ${escape_html(open() ? `${open()} open` : "all done")}</h2> <p class="soft small">No formula sees these. The list comes from what is on the board.</p> <ul class="svelte-14cr2th"><!--[-->`);
		const each_array_3 = ensure_array_like(g().confirmations);
		for (let $$index_3 = 0, $$length = each_array_3.length; $$index_3 < $$length; $$index_3++) {
			let c = each_array_3[$$index_3];
			$$renderer.push(`<li class="svelte-14cr2th"><label class="svelte-14cr2th"><input type="checkbox"${attr("checked", c.given !== null, true)} class="svelte-14cr2th"/> <span>${escape_html(c.text)}`);
			if (c.given) $$renderer.push(`<!--[0--><span class="soft small">${escape_html(c.given.by)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></span></label></li>`);
		}
		$$renderer.push(`<!--]--></ul></section> `);
		if (g().cautions.length) {
			$$renderer.push(`<!--[0--><section class="svelte-14cr2th"><h2 class="svelte-14cr2th">Mind when you build it</h2> <!--[-->`);
			const each_array_4 = ensure_array_like(g().cautions);
			for (let $$index_4 = 0, $$length = each_array_4.length; $$index_4 < $$length; $$index_4++) {
				let c = each_array_4[$$index_4];
				$$renderer.push(`<p class="small"><b>${escape_html(c.title)}.</b> ${escape_html(c.text)}</p>`);
			}
			$$renderer.push(`<!--]--> <p class="small soft">These are the usual cautions, not a claim of compliance. Local codes and licensed practitioners decide.</p></section>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <form method="POST" action="?/freeze" class="svelte-14cr2th"><h2 class="svelte-14cr2th">Freeze</h2> <input type="hidden" name="version"${attr("value", session().version)}/> <label class="svelte-14cr2th">What this revision is, or what changed<textarea name="note" rows="2" maxlength="2000"></textarea></label> `);
		Problem($$renderer, { text: form?.form === "freeze" ? form.message : void 0 });
		$$renderer.push(`<!----> `);
		Button($$renderer, {
			look: "main",
			type: "submit",
			disabled: !g().ready || session().state !== "saved",
			children: ($$renderer) => {
				$$renderer.push(`<!---->Freeze revision ${escape_html(data.revisions.length === 0 ? "A" : "next")}`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <p class="soft small">A frozen revision never changes: document, results and version of the core are kept. You go on with the next draft.</p> `);
		if (data.revisions.length) {
			$$renderer.push(`<!--[0--><ul class="revisions svelte-14cr2th"><!--[-->`);
			const each_array_5 = ensure_array_like(data.revisions);
			for (let $$index_5 = 0, $$length = each_array_5.length; $$index_5 < $$length; $$index_5++) {
				let r = each_array_5[$$index_5];
				$$renderer.push(`<li class="svelte-14cr2th"><a${attr("href", `${base()}/bring-up?revision=${stringify(r.letter)}`)}>Revision ${escape_html(r.letter)}</a> <span class="soft small">${escape_html(new Date(r.createdAt).toLocaleDateString("en-GB"))} ${escape_html(r.note)}</span></li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></form></div></main>`);
	});
}
export { _page as default };
