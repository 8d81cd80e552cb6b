import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head } from "../../../../../chunks/server.js";
import { t as average } from "../../../../../chunks/evaluate.js";
import { i as formatText, p as sharesOf } from "../../../../../chunks/format.js";
import { i as partRows, n as marginText, t as conditionsText } from "../../../../../chunks/report.js";
import { n as gate } from "../../../../../chunks/gate.js";
import { r as useBoard } from "../../../../../chunks/board-session.svelte.js";
import { t as Button } from "../../../../../chunks/Button.js";
import { t as Quantity } from "../../../../../chunks/Quantity.js";
import { t as StatusMark } from "../../../../../chunks/StatusMark.js";
import { t as MarginBar } from "../../../../../chunks/MarginBar.js";
import { t as balance } from "../../../../../chunks/balance.js";
import { t as Figure } from "../../../../../chunks/Figure.js";
// src/routes/boards/[board]/report/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data } = $$props;
		const board = useBoard();
		let session = derived(board);
		let sum = derived(() => session().sum);
		let g = derived(() => gate(sum()));
		let base = derived(() => `/boards/${session().id}`);
		let shares = derived(() => sharesOf(sum().doc));
		head("1d2yh74", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Report · ${escape_html(sum().doc.name)} · Spark Sum</title>`);
			});
		});
		$$renderer.push(`<div class="tools no-print svelte-1d2yh74">`);
		Button($$renderer, {
			look: "main",
			onclick: () => window.print(),
			children: ($$renderer) => {
				$$renderer.push(`<!---->Print or save as PDF`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> <a${attr("href", `${base()}/report.md`)} download="">Markdown</a> <a${attr("href", `${base()}/board.json`)} download="">Board file</a> <!--[-->`);
		const each_array = ensure_array_like(data.revisions);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let r = each_array[$$index];
			$$renderer.push(`<a${attr("href", `${base()}/report.md?revision=${stringify(r.letter)}`)} download="">Markdown of revision ${escape_html(r.letter)}</a>`);
		}
		$$renderer.push(`<!--]--></div> <main class="svelte-1d2yh74"><h1>${escape_html(sum().doc.name)}</h1> `);
		if (sum().doc.brief?.purpose) $$renderer.push(`<!--[0--><p>${escape_html(sum().doc.brief.purpose)}</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <p class="soft">${escape_html(conditionsText(sum()))}</p> <p><b>${escape_html(g().ready ? "Ready to order." : `Not ready to order: ${g().blocking.length} must be mended, ${g().toWaive.length} to mend or waive, ${g().confirmations.filter((c) => !c.given).length} to confirm.`)}</b></p> `);
		if (g().blocking.length || g().toWaive.length) {
			$$renderer.push(`<!--[0--><h2 class="svelte-1d2yh74">What stands in the way</h2> <ul class="svelte-1d2yh74"><!--[-->`);
			const each_array_1 = ensure_array_like([...g().blocking, ...g().toWaive]);
			for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
				let f = each_array_1[$$index_1];
				$$renderer.push(`<li><b>${escape_html(f.severity)}</b> ${escape_html(f.text)}</li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (g().waived.length) {
			$$renderer.push(`<!--[0--><h2 class="svelte-1d2yh74">Waived</h2> <ul class="svelte-1d2yh74"><!--[-->`);
			const each_array_2 = ensure_array_like(g().waived);
			for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
				let w = each_array_2[$$index_2];
				$$renderer.push(`<li>${escape_html(w.finding.text)} <b>Waived:</b> ${escape_html(w.waiver.reason)}</li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (sum().rails.length) {
			$$renderer.push(`<!--[0--><h2 class="svelte-1d2yh74">Rails</h2> <table><thead><tr><th>rail</th><th>voltage</th><th>ripple</th><th>asleep</th><th>idle</th><th>typical</th><th>peak</th></tr></thead><tbody><!--[-->`);
			const each_array_3 = ensure_array_like(sum().rails);
			for (let $$index_4 = 0, $$length = each_array_3.length; $$index_4 < $$length; $$index_4++) {
				let r = each_array_3[$$index_4];
				$$renderer.push(`<tr><td><b>${escape_html(r.name)}</b></td><td>`);
				if (r.voltage) {
					$$renderer.push("<!--[0-->");
					Quantity($$renderer, {
						value: r.voltage.low,
						unit: "V"
					});
					$$renderer.push(`<!----> … `);
					Quantity($$renderer, {
						value: r.voltage.nominal,
						unit: "V"
					});
					$$renderer.push(`<!----> … `);
					Quantity($$renderer, {
						value: r.voltage.high,
						unit: "V"
					});
					$$renderer.push(`<!---->`);
				} else $$renderer.push(`<!--[-1-->does not stand`);
				$$renderer.push(`<!--]--></td><td>`);
				Quantity($$renderer, {
					value: r.ripple,
					unit: "V",
					digits: 2
				});
				$$renderer.push(`<!----></td><!--[-->`);
				const each_array_4 = ensure_array_like([
					"asleep",
					"idle",
					"typical",
					"peak"
				]);
				for (let $$index_3 = 0, $$length = each_array_4.length; $$index_3 < $$length; $$index_3++) {
					let s = each_array_4[$$index_3];
					$$renderer.push(`<td>`);
					Quantity($$renderer, {
						value: r.current[s],
						unit: "A",
						digits: 3
					});
					$$renderer.push(`<!----></td>`);
				}
				$$renderer.push(`<!--]--></tr>`);
			}
			$$renderer.push(`<!--]--></tbody></table>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (sum().power.some((p) => p.in > 0)) {
			$$renderer.push(`<!--[0--><h2 class="svelte-1d2yh74">Power</h2> <table><thead><tr><th>state</th><th>of the time</th><th>in</th><th>to the loads</th><th>lost</th></tr></thead><tbody><!--[-->`);
			const each_array_5 = ensure_array_like(sum().power);
			for (let $$index_5 = 0, $$length = each_array_5.length; $$index_5 < $$length; $$index_5++) {
				let p = each_array_5[$$index_5];
				const b = balance(p);
				$$renderer.push(`<tr><td>${escape_html(p.state)}</td><td>${escape_html(formatText(shares()[p.state], "ratio"))}</td><td>${escape_html(b.in)} ${escape_html(b.unit)}</td><td>${escape_html(b.used)} ${escape_html(b.unit)}</td><td>${escape_html(b.lost)} ${escape_html(b.unit)}</td></tr>`);
			}
			$$renderer.push(`<!--]--></tbody></table> <p>On average `);
			Quantity($$renderer, {
				value: average(sum(), (p) => p.in),
				unit: "W",
				digits: 3
			});
			$$renderer.push(`<!---->.</p>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <!--[-->`);
		const each_array_6 = ensure_array_like(sum().stages);
		for (let $$index_9 = 0, $$length = each_array_6.length; $$index_9 < $$length; $$index_9++) {
			let s = each_array_6[$$index_9];
			$$renderer.push(`<section class="svelte-1d2yh74"><h2 class="svelte-1d2yh74">${escape_html(s.title)}${escape_html(s.copies > 1 ? `, ${s.copies} copies` : "")}</h2> <p class="soft small">${escape_html(s.kind.title)}. ${escape_html(s.doc.notes ?? "")}</p> <div class="two svelte-1d2yh74">`);
			Figure($$renderer, { figure: s.kind.figure(s.judged) });
			$$renderer.push(`<!----> `);
			if (partRows(s).length) {
				$$renderer.push(`<!--[0--><table><thead><tr><th>part</th><th>value</th><th>tolerance</th><th></th></tr></thead><tbody><!--[-->`);
				const each_array_7 = ensure_array_like(partRows(s));
				for (let $$index_7 = 0, $$length = each_array_7.length; $$index_7 < $$length; $$index_7++) {
					let row = each_array_7[$$index_7];
					$$renderer.push(`<tr><!--[-->`);
					const each_array_8 = ensure_array_like(row);
					for (let i = 0, $$length = each_array_8.length; i < $$length; i++) {
						let cell = each_array_8[i];
						$$renderer.push(`<td>${escape_html(cell)}</td>`);
					}
					$$renderer.push(`<!--]--></tr>`);
				}
				$$renderer.push(`<!--]--></tbody></table>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></div> <table><thead><tr><th></th><th>check</th><th>worst</th><th>limit</th><th></th><th>margin</th></tr></thead><tbody><!--[-->`);
			const each_array_9 = ensure_array_like(s.checks);
			for (let $$index_8 = 0, $$length = each_array_9.length; $$index_8 < $$length; $$index_8++) {
				let c = each_array_9[$$index_8];
				$$renderer.push(`<tr><td>`);
				StatusMark($$renderer, { status: c.status });
				$$renderer.push(`<!----></td><td>${escape_html(c.title)}</td><td>`);
				Quantity($$renderer, {
					value: c.value,
					unit: c.unit
				});
				$$renderer.push(`<!----></td><td>`);
				Quantity($$renderer, {
					value: c.limit,
					unit: c.unit
				});
				$$renderer.push(`<!----></td><td>`);
				MarginBar($$renderer, {
					check: c,
					width: 120
				});
				$$renderer.push(`<!----></td><td class="num">${escape_html(marginText(c))}</td></tr>`);
			}
			$$renderer.push(`<!--]--></tbody></table></section>`);
		}
		$$renderer.push(`<!--]--> `);
		if (g().cautions.length) {
			$$renderer.push(`<!--[0--><h2 class="svelte-1d2yh74">Cautions</h2> <ul class="svelte-1d2yh74"><!--[-->`);
			const each_array_10 = ensure_array_like(g().cautions);
			for (let $$index_10 = 0, $$length = each_array_10.length; $$index_10 < $$length; $$index_10++) {
				let c = each_array_10[$$index_10];
				$$renderer.push(`<li><b>${escape_html(c.title)}.</b> ${escape_html(c.text)}</li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <p class="soft small">This report helps to decide. It claims no compliance with any standard; local codes and licensed practitioners decide.</p></main>`);
	});
}
export { _page as default };
