import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head, t as attr_class } from "../../../../chunks/server.js";
import { r as useBoard } from "../../../../chunks/board-session.svelte.js";
import { t as Plus } from "../../../../chunks/plus.js";
import { h as STATE_IDS, i as formatText, p as sharesOf, u as ambientOf } from "../../../../chunks/format.js";
import { t as Quantity } from "../../../../chunks/Quantity.js";
import { t as StatusMark } from "../../../../chunks/StatusMark.js";
import { t as MarginBar } from "../../../../chunks/MarginBar.js";
import { n as byMargin, t as average } from "../../../../chunks/evaluate.js";
import { t as MarginRow } from "../../../../chunks/MarginRow.js";
import "../../../../chunks/edit.js";
import { t as balance } from "../../../../chunks/balance.js";
// src/lib/ui/board/EmptySum.svelte
function EmptySum($$renderer, $$props) {
	let { base, purpose } = $$props;
	$$renderer.push(`<main class="svelte-hb9b5d"><h1>An empty board</h1> `);
	if (purpose) $$renderer.push(`<!--[0--><p class="soft">${escape_html(purpose)}</p>`);
	else $$renderer.push("<!--[-1-->");
	$$renderer.push(`<!--]--> <p>A board is the sum of its stages. Begin where the power comes in, then add what it feeds; every stage you add is sized with parts you can buy and joins the
    sum at once.</p> <p class="do svelte-hb9b5d"><a class="add svelte-hb9b5d"${attr("href", `${stringify(base)}/add`)}>`);
	Plus($$renderer, { size: 16 });
	$$renderer.push(`<!----> Add the first stage</a> <span class="soft">or press n</span></p></main>`);
}
// src/lib/ui/board/HeatPanel.svelte
function HeatPanel($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { sum, base } = $$props;
		let peak = derived(() => sum.power.find((p) => p.state === "peak"));
		let rows = derived(() => sum.stages.map((s) => ({
			s,
			junction: s.checks.find((c) => c.sense === "temperature") ?? null,
			watts: peak().heat.filter((h) => h.stage === s.id).reduce((total, h) => total + h.power, 0)
		})).filter((r) => r.junction || r.watts > 1e-4).sort((a, b) => b.watts - a.watts));
		$$renderer.push(`<section><h2 class="svelte-m077ol">Heat · ${escape_html(formatText(ambientOf(sum.doc).high, "degC"))} outside</h2> <p class="soft small">${escape_html(sum.doc.brief?.enclosure ? `${sum.doc.brief.enclosure}: the` : "The")} inside is taken as the ambient until an enclosure is a stage of its own.</p> `);
		const each_array = ensure_array_like(rows());
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let { s, junction, watts } = each_array[$$index];
				$$renderer.push(`<a class="row svelte-m077ol"${attr("href", `${stringify(base)}/stages/${stringify(s.id)}${junction ? `#${junction.id}` : ""}`)}>`);
				if (junction) {
					$$renderer.push("<!--[0-->");
					StatusMark($$renderer, { status: junction.status });
				} else $$renderer.push(`<!--[-1--><span></span>`);
				$$renderer.push(`<!--]--> <span>${escape_html(s.title)}</span> `);
				Quantity($$renderer, {
					value: watts,
					unit: "W",
					digits: 3
				});
				$$renderer.push(`<!----> `);
				if (junction) {
					$$renderer.push("<!--[0-->");
					MarginBar($$renderer, {
						check: junction,
						width: 200
					});
					$$renderer.push(`<!----> <span>`);
					Quantity($$renderer, {
						value: junction.value,
						unit: "degC"
					});
					$$renderer.push(`<!----> <span class="soft">of `);
					Quantity($$renderer, {
						value: junction.limit,
						unit: "degC"
					});
					$$renderer.push(`<!----></span></span>`);
				} else $$renderer.push(`<!--[-1--><span></span><span class="soft small">no junction to judge</span>`);
				$$renderer.push(`<!--]--></a>`);
			}
		} else $$renderer.push(`<!--[!--><p class="soft">Nothing here gets warm.</p>`);
		$$renderer.push(`<!--]--></section>`);
	});
}
// src/lib/ui/board/MarginList.svelte
function MarginList($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { sum, base } = $$props;
		let stage = "";
		let severity = "";
		let all = derived(() => sum.stages.flatMap((s) => s.checks.map((check) => ({
			check,
			s
		}))).sort((a, b) => byMargin(a.check, b.check)));
		let shown = derived(() => all().filter((m) => true));
		let findings = derived(() => sum.findings.filter((f) => !f.check));
		const waived = (stage, check) => (sum.doc.waivers ?? []).some((w) => w.stage === stage && w.check === check);
		let first = derived(() => shown().find((m) => m.check.status === "fail" && m.check.help));
		$$renderer.push(`<div class="head svelte-1srzsxn"><h2>Margins</h2> <span class="soft small">tightest first</span></div> <div class="filters no-print svelte-1srzsxn">`);
		$$renderer.select({
			value: stage,
			"aria-label": "Margins of",
			class: ""
		}, ($$renderer) => {
			$$renderer.option({ value: "" }, ($$renderer) => {
				$$renderer.push(`all stages`);
			});
			$$renderer.push(`<!--[-->`);
			const each_array = ensure_array_like(sum.stages);
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let s = each_array[$$index];
				$$renderer.option({ value: s.id }, ($$renderer) => {
					$$renderer.push(`${escape_html(s.title)}`);
				});
			}
			$$renderer.push(`<!--]-->`);
		}, "svelte-1srzsxn");
		$$renderer.push(` `);
		$$renderer.select({
			value: severity,
			"aria-label": "Severity",
			class: ""
		}, ($$renderer) => {
			$$renderer.option({ value: "" }, ($$renderer) => {
				$$renderer.push(`must and should`);
			});
			$$renderer.option({ value: "must" }, ($$renderer) => {
				$$renderer.push(`must`);
			});
			$$renderer.option({ value: "should" }, ($$renderer) => {
				$$renderer.push(`should`);
			});
			$$renderer.option({ value: "note" }, ($$renderer) => {
				$$renderer.push(`note`);
			});
		}, "svelte-1srzsxn");
		$$renderer.push(`</div> <!--[-->`);
		const each_array_1 = ensure_array_like(findings().filter((f) => f.severity === "must"));
		for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
			let f = each_array_1[$$index_1];
			$$renderer.push(`<p class="finding must svelte-1srzsxn"><b>must</b> ${escape_html(f.text)}</p>`);
		}
		$$renderer.push(`<!--]--> `);
		if (first()) $$renderer.push(`<!--[0--><p class="finding svelte-1srzsxn"><b>${escape_html(first().s.title)}.</b> ${escape_html(first().check.help)}</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <div>`);
		const each_array_2 = ensure_array_like(shown());
		if (each_array_2.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
				let m = each_array_2[$$index_2];
				MarginRow($$renderer, {
					check: m.check,
					stage: m.s.title,
					href: `${stringify(base)}/stages/${stringify(m.s.id)}#${stringify(m.check.id)}`,
					width: 234,
					waived: waived(m.s.id, m.check.id)
				});
			}
		} else $$renderer.push(`<!--[!--><p class="soft">No margins here.</p>`);
		$$renderer.push(`<!--]--></div> <!--[-->`);
		const each_array_3 = ensure_array_like(findings().filter((f) => f.severity !== "must"));
		for (let $$index_3 = 0, $$length = each_array_3.length; $$index_3 < $$length; $$index_3++) {
			let f = each_array_3[$$index_3];
			$$renderer.push(`<p class="finding note small svelte-1srzsxn">${escape_html(f.text)}</p>`);
		}
		$$renderer.push(`<!--]-->`);
	});
}
// src/lib/ui/board/RailWindow.svelte
function RailWindow($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { rail } = $$props;
		const WIDTH = 150;
		let span = derived(() => {
			const v = rail.voltage;
			if (!v) return null;
			const low = v.low - rail.ripple / 2;
			const [from, to] = [Math.min(low, rail.minimum ?? low), Math.max(v.high, rail.maximum ?? v.high)];
			const room = (to - from || Math.abs(v.nominal) || 1) * .12;
			const x = (u) => (u - from + room) / (to - from + 2 * room) * WIDTH;
			return {
				low: x(low),
				nominal: x(v.nominal),
				high: x(v.high),
				minimum: rail.minimum === null ? null : x(rail.minimum),
				maximum: rail.maximum === null ? null : x(rail.maximum)
			};
		});
		let bad = derived(() => !!rail.voltage && (rail.minimum !== null && rail.voltage.low - rail.ripple / 2 < rail.minimum || rail.maximum !== null && rail.voltage.high > rail.maximum));
		let label = derived(() => rail.voltage ? `${formatText(rail.voltage.low, "V")} to ${formatText(rail.voltage.high, "V")}; consumers need ${rail.minimum === null ? "nothing in particular" : `at least ${formatText(rail.minimum, "V")}`}${rail.maximum === null ? "" : ` and stand ${formatText(rail.maximum, "V")}`}` : "this rail does not stand");
		if (span() && rail.voltage) {
			$$renderer.push(`<!--[0--><svg${attr("width", WIDTH)} height="14" viewBox="0 0 150 14" role="img"${attr("aria-label", label())}${attr_class("svelte-hki2bd", void 0, { "bad": bad() })}><title>${escape_html(label())}</title><path d="M0 7H150" class="track svelte-hki2bd"></path><rect${attr("x", span().low)} y="4"${attr("width", Math.max(2, span().high - span().low))} height="6" class="bar svelte-hki2bd"></rect><path${attr("d", `M${stringify(span().nominal)} 2v10`)} class="nominal svelte-hki2bd"></path>`);
			if (span().minimum !== null) $$renderer.push(`<!--[0--><path${attr("d", `M${stringify(span().minimum)} 0v14`)} class="post svelte-hki2bd"></path>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
			if (span().maximum !== null) $$renderer.push(`<!--[0--><path${attr("d", `M${stringify(span().maximum)} 0v14`)} class="post svelte-hki2bd"></path>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></svg> <span class="small">`);
			Quantity($$renderer, {
				value: rail.voltage.low,
				unit: "V"
			});
			$$renderer.push(`<!----> … `);
			Quantity($$renderer, {
				value: rail.voltage.high,
				unit: "V"
			});
			$$renderer.push(`<!----></span>`);
		} else $$renderer.push(`<!--[-1--><span class="bad svelte-hki2bd">does not stand</span>`);
		$$renderer.push(`<!--]-->`);
	});
}
// src/lib/ui/board/PowerPanel.svelte
function PowerPanel($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, base } = $$props;
		let state = "peak";
		let sum = derived(() => session.sum);
		let shares = derived(() => sharesOf(sum().doc));
		let now = derived(() => sum().power.find((p) => p.state === state));
		let shown = derived(() => balance(now()));
		const title = (id) => id === null ? "nothing" : sum().byId.get(id)?.title ?? id;
		$$renderer.push(`<section><div class="head svelte-z0jd2m"><h2>Power · ${escape_html(state)}</h2> <div class="states no-print svelte-z0jd2m" role="group" aria-label="State"><!--[-->`);
		const each_array = ensure_array_like(STATE_IDS);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let id = each_array[$$index];
			$$renderer.push(`<button type="button"${attr("aria-pressed", state === id)} class="svelte-z0jd2m">${escape_html(id)}`);
			if (shares()[id] > 0 && shares()[id] < 1) $$renderer.push(`<!--[0--><span class="soft num"> ${escape_html(Number((shares()[id] * 100).toPrecision(3)))} %</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></button>`);
		}
		$$renderer.push(`<!--]--></div></div> `);
		if (now().in > 0) {
			$$renderer.push(`<!--[0--><p class="sentence svelte-z0jd2m"><b class="num">${escape_html(shown().in)}</b> ${escape_html(shown().unit)} in = <b class="num">${escape_html(shown().used)}</b> ${escape_html(shown().unit)} to the loads + <b class="num hot svelte-z0jd2m">${escape_html(shown().lost)}</b> ${escape_html(shown().unit)} lost on the way. On average over all states `);
			Quantity($$renderer, {
				value: average(sum(), (p) => p.in),
				unit: "W",
				digits: 3
			});
			$$renderer.push(`<!---->.</p>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (sum().rails.length) {
			$$renderer.push(`<!--[0--><div class="scroll svelte-z0jd2m"><table><thead><tr><th>rail</th><th>from → to</th><th>voltage, worst to worst</th><th>ripple</th><th>current</th><th>of</th></tr></thead><tbody><!--[-->`);
			const each_array_1 = ensure_array_like(sum().rails);
			for (let $$index_2 = 0, $$length = each_array_1.length; $$index_2 < $$length; $$index_2++) {
				let r = each_array_1[$$index_2];
				$$renderer.push(`<tr><td><input class="rail svelte-z0jd2m" type="text"${attr("value", r.name)}${attr("aria-label", `Name of rail ${stringify(r.name)}`)}${attr("size", Math.max(4, r.name.length))}/></td><td>`);
				if (r.provider) $$renderer.push(`<!--[0--><a${attr("href", `${stringify(base)}/stages/${stringify(r.provider)}`)}>${escape_html(title(r.provider))}</a>`);
				else $$renderer.push(`<!--[-1--><span class="bad svelte-z0jd2m">nothing feeds it</span>`);
				$$renderer.push(`<!--]--> <span class="soft">→ `);
				const each_array_2 = ensure_array_like(r.consumers);
				if (each_array_2.length !== 0) {
					$$renderer.push("<!--[-->");
					for (let i = 0, $$length = each_array_2.length; i < $$length; i++) {
						let c = each_array_2[i];
						$$renderer.push(`<!---->${escape_html(i ? ", " : "")}<a${attr("href", `${stringify(base)}/stages/${stringify(c)}`)}>${escape_html(title(c))}</a>`);
					}
				} else $$renderer.push(`<!--[!--><!---->nothing yet`);
				$$renderer.push(`<!--]--></span></td><td class="window svelte-z0jd2m">`);
				RailWindow($$renderer, { rail: r });
				$$renderer.push(`<!----></td><td>`);
				Quantity($$renderer, {
					value: r.ripple,
					unit: "V",
					digits: 2
				});
				$$renderer.push(`<!----></td><td>`);
				Quantity($$renderer, {
					value: r.current[state],
					unit: "A",
					digits: 3
				});
				$$renderer.push(`<!----></td><td>`);
				Quantity($$renderer, {
					value: r.limit,
					unit: "A",
					digits: 3
				});
				$$renderer.push(`<!----></td></tr>`);
			}
			$$renderer.push(`<!--]--></tbody></table></div>`);
		} else $$renderer.push(`<!--[-1--><p class="soft">No rail is named yet. A supply provides one; loads choose it on their sheets.</p>`);
		$$renderer.push(`<!--]--></section>`);
	});
}
// src/lib/ui/board/LevelDiagram.svelte
function LevelDiagram($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { chain } = $$props;
		const W = 170;
		const H = 86;
		const TOP = 6;
		/** Six decades from the clipping level down. */
		const DECADES = 6;
		let peak = derived(() => Math.max(...chain.map((p) => Math.max(p.clips ?? 0, Math.abs(p.high ?? 0))), 1e-9));
		const y = (volts) => {
			if (volts === null || volts <= 0) return null;
			const share = Math.log10(peak() / volts) / DECADES;
			return TOP + Math.max(0, Math.min(1, share)) * 74;
		};
		let x = derived(() => (i) => chain.length === 1 ? W / 2 : 20 + i * 130 / (chain.length - 1));
		const path = (of) => chain.map((p, i) => ({
			x: x()(i),
			y: y(of(p))
		})).filter((p) => p.y !== null).map((p, i) => `${i ? "L" : "M"}${p.x} ${p.y}`).join("");
		const line = (of) => {
			const d = path(of);
			return d.includes("L") || !d ? d : `${d}h-14`;
		};
		$$renderer.push(`<svg${attr("width", W)}${attr("height", H)} viewBox="0 0 170 86" role="img" aria-label="Levels along the chain: clipping, signal, ripple and noise, six decades of voltage" class="svelte-n4f9dk"><!--[-->`);
		const each_array = ensure_array_like(chain);
		for (let i = 0, $$length = each_array.length; i < $$length; i++) {
			each_array[i];
			$$renderer.push(`<path${attr("d", `M${stringify(x()(i))} 6V80`)} class="at svelte-n4f9dk"></path>`);
		}
		$$renderer.push(`<!--]--><path${attr("d", line((p) => p.clips))} class="clips svelte-n4f9dk"></path><path${attr("d", line((p) => Math.abs(p.high ?? 0)))} class="signal svelte-n4f9dk"></path><path${attr("d", line((p) => p.ripple))} class="ripple svelte-n4f9dk"></path><path${attr("d", line((p) => p.noise))} class="noise svelte-n4f9dk"></path></svg> <p class="legend small svelte-n4f9dk"><span class="k signal svelte-n4f9dk">signal</span> <span class="k clips svelte-n4f9dk">clips</span> <span class="k ripple svelte-n4f9dk">ripple</span> <span class="k noise svelte-n4f9dk">noise</span></p>`);
	});
}
// src/lib/ui/board/SignalPanel.svelte
function SignalPanel($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { sum, base } = $$props;
		$$renderer.push(`<section class="svelte-fhlucv"><!--[-->`);
		const each_array = ensure_array_like(sum.chains);
		for (let $$index_1 = 0, $$length = each_array.length; $$index_1 < $$length; $$index_1++) {
			let chain = each_array[$$index_1];
			$$renderer.push(`<h2 class="svelte-fhlucv">Signal · to ${escape_html(chain.at(-1)?.title)}</h2> <div class="chain svelte-fhlucv">`);
			LevelDiagram($$renderer, { chain });
			$$renderer.push(`<!----> <table><thead><tr><th>after</th><th>level</th><th>noise rms</th><th>ripple</th><th>source</th></tr></thead><tbody><!--[-->`);
			const each_array_1 = ensure_array_like(chain);
			for (let i = 0, $$length = each_array_1.length; i < $$length; i++) {
				let p = each_array_1[i];
				$$renderer.push(`<tr><td><a${attr("href", `${stringify(base)}/stages/${stringify(p.stage)}`)}>${escape_html(p.title)}</a>`);
				if (i === chain.length - 1) $$renderer.push(`<!--[0--><span class="soft">(arriving)</span>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></td><td>`);
				if (p.low !== null) {
					$$renderer.push("<!--[0-->");
					Quantity($$renderer, {
						value: p.low,
						unit: "V",
						digits: 3
					});
					$$renderer.push(`<!----> … `);
					Quantity($$renderer, {
						value: p.high,
						unit: "V",
						digits: 3
					});
					$$renderer.push(`<!---->`);
				} else $$renderer.push(`<!--[-1--><span class="soft">entered there</span>`);
				$$renderer.push(`<!--]--></td><td>`);
				Quantity($$renderer, {
					value: p.noise,
					unit: "V",
					digits: 2
				});
				$$renderer.push(`<!----></td><td>`);
				Quantity($$renderer, {
					value: p.ripple,
					unit: "V",
					digits: 2
				});
				$$renderer.push(`<!---->`);
				if (p.lsb) {
					$$renderer.push(`<!--[0--><span class="soft small">= `);
					Quantity($$renderer, {
						value: p.ripple / p.lsb,
						unit: "LSB",
						digits: 2
					});
					$$renderer.push(`<!----></span>`);
				} else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></td><td>`);
				Quantity($$renderer, {
					value: p.sourceResistance,
					unit: "ohm",
					digits: 3
				});
				$$renderer.push(`<!----></td></tr>`);
			}
			$$renderer.push(`<!--]--></tbody></table></div>`);
		}
		$$renderer.push(`<!--]--></section>`);
	});
}
// src/lib/ui/board/StageList.svelte
function StageList($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, base } = $$props;
		const GROUPS = [
			"Supply",
			"Conversion",
			"Signal",
			"Load"
		];
		let stages = derived(() => session.doc.stages.map((s) => session.sum.byId.get(s.id)));
		let groups = derived(() => GROUPS.map((name) => ({
			name,
			stages: stages().filter((s) => s.kind.group === name)
		})).filter((g) => g.stages.length));
		$$renderer.push(`<div class="head svelte-pc1ws7"><h2>Stages</h2> <a${attr("href", `${stringify(base)}/add`)} class="add svelte-pc1ws7">`);
		Plus($$renderer, { size: 15 });
		$$renderer.push(`<!----> new</a></div> `);
		{
			$$renderer.push(`<!--[-1--><!--[-->`);
			const each_array_1 = ensure_array_like(groups());
			for (let $$index_2 = 0, $$length = each_array_1.length; $$index_2 < $$length; $$index_2++) {
				let g = each_array_1[$$index_2];
				$$renderer.push(`<h3 class="soft svelte-pc1ws7">${escape_html(g.name === "Load" ? "Loads" : g.name)}</h3> <ul class="svelte-pc1ws7"><!--[-->`);
				const each_array_2 = ensure_array_like(g.stages);
				for (let $$index_1 = 0, $$length = each_array_2.length; $$index_1 < $$length; $$index_1++) {
					let s = each_array_2[$$index_1];
					$$renderer.push(`<li class="svelte-pc1ws7"><a${attr("href", `${stringify(base)}/stages/${stringify(s.id)}`)} class="svelte-pc1ws7">`);
					StatusMark($$renderer, { status: s.tightest?.status ?? "ok" });
					$$renderer.push(`<!----> <span class="title svelte-pc1ws7">${escape_html(s.title)}`);
					if (s.copies > 1) $$renderer.push(`<!--[0--><span class="soft num"> ×${escape_html(s.copies)}</span>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]--></span> `);
					if (s.tightest) {
						$$renderer.push("<!--[0-->");
						MarginBar($$renderer, {
							check: s.tightest,
							width: 58,
							height: 12
						});
					} else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]--></a></li>`);
				}
				$$renderer.push(`<!--]--></ul>`);
			}
			$$renderer.push(`<!--]-->`);
		}
		$$renderer.push(`<!--]--> `);
		if (stages().length > 1) $$renderer.push(`<!--[0--><button type="button" class="switch svelte-pc1ws7">${escape_html("change the order")}</button>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]-->`);
	});
}
// src/routes/boards/[board]/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		const board = useBoard();
		let session = derived(board);
		let sum = derived(() => session().sum);
		let base = derived(() => `/boards/${session().id}`);
		head("1q01f35", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>${escape_html(sum().doc.name)} · Spark Sum</title>`);
			});
		});
		if (sum().stages.length === 0) {
			$$renderer.push("<!--[0-->");
			EmptySum($$renderer, {
				base: base(),
				purpose: sum().doc.brief?.purpose ?? ""
			});
		} else {
			$$renderer.push(`<!--[-1--><main class="svelte-1q01f35"><aside class="stages svelte-1q01f35">`);
			StageList($$renderer, {
				session: session(),
				base: base()
			});
			$$renderer.push(`<!----></aside> <div class="middle svelte-1q01f35">`);
			PowerPanel($$renderer, {
				session: session(),
				base: base()
			});
			$$renderer.push(`<!----> `);
			if (sum().chains.length) {
				$$renderer.push("<!--[0-->");
				SignalPanel($$renderer, {
					sum: sum(),
					base: base()
				});
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--> `);
			HeatPanel($$renderer, {
				sum: sum(),
				base: base()
			});
			$$renderer.push(`<!----></div> <aside class="margins svelte-1q01f35" id="margins">`);
			MarginList($$renderer, {
				sum: sum(),
				base: base()
			});
			$$renderer.push(`<!----></aside></main>`);
		}
		$$renderer.push(`<!--]-->`);
	});
}
export { _page as default };
