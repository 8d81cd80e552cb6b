import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head, t as attr_class, u as spread_props, w as clsx } from "../../../../../../chunks/server.js";
import { t as page } from "../../../../../../chunks/state.js";
import { i as Study } from "../../../../../../chunks/evaluate.js";
import { a as setPart, i as setGiven, n as freeRail, o as setRail, r as removeStage, s as setSignal, t as choicesFor } from "../../../../../../chunks/edit.js";
import { r as useBoard } from "../../../../../../chunks/board-session.svelte.js";
import { b as nominalOf, i as formatText, t as entryText, u as ambientOf, y as hasSpread } from "../../../../../../chunks/format.js";
import { n as goto } from "../../../../../../chunks/client2.js";
import { t as Figure } from "../../../../../../chunks/Figure.js";
import { t as parseNumber } from "../../../../../../chunks/parse.js";
import { t as Button } from "../../../../../../chunks/Button.js";
import { a as nudge, i as SERIES } from "../../../../../../chunks/kinds.js";
import { n as Icon, t as Plus } from "../../../../../../chunks/plus.js";
import { n as marginText } from "../../../../../../chunks/report.js";
import { t as Quantity } from "../../../../../../chunks/Quantity.js";
import { t as StatusMark } from "../../../../../../chunks/StatusMark.js";
import { t as MarginBar } from "../../../../../../chunks/MarginBar.js";
import "../../../../../../chunks/navigation.js";
import "../../../../../../chunks/board-file.js";
// src/core/board/curves.ts
/** The curves of a stage, each point with its extreme values over all uncertain inputs. */
function curvesOf(stage) {
	const { judged, kind } = stage;
	if (!kind.curves) return [];
	const nominal = Object.fromEntries(Object.entries(judged.study.nominal).filter((e) => typeof e[1] === "number"));
	const curvesNow = () => kind.curves(judged.x, judged.env, nominal);
	return curvesNow().map((curve, which) => {
		const x = Array.from({ length: curve.points }, (_, i) => abscissa(curve, i / (curve.points - 1)));
		const study = new Study(judged.study.inputs, () => {
			const now = curvesNow()[which];
			return Object.fromEntries(x.map((at, i) => [String(i), now.at(at)]));
		});
		const spreads = x.map((_, i) => study.plain(String(i)));
		return {
			curve,
			x,
			nominal: spreads.map((s) => s.nominal),
			low: spreads.map((s) => s.low),
			high: spreads.map((s) => s.high)
		};
	});
}
function abscissa(curve, share) {
	const { from, to, log } = curve.x;
	return log ? from * (to / from) ** share : from + (to - from) * share;
}
// src/lib/ui/stage/CurveChart.svelte
function CurveChart($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { band } = $$props;
		$$renderer.push(`<figure class="svelte-41zba0"><figcaption class="svelte-41zba0"><b>${escape_html(band.curve.title)}</b> <!--[-->`);
		const each_array = ensure_array_like(band.curve.marks);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let m = each_array[$$index];
			$$renderer.push(`<span${attr_class("small svelte-41zba0", void 0, { "limit": m.limit })}>${escape_html(m.label)} ${escape_html(formatText(m.value, m.axis === "x" ? band.curve.x.unit : band.curve.y.unit, 3))}</span>`);
		}
		$$renderer.push(`<!--]--></figcaption> <div class="plot svelte-41zba0" role="img"${attr("aria-label", `${stringify(band.curve.title)}: ${stringify(band.curve.y.label)} against ${stringify(band.curve.x.label)}, with its tolerance band; the table below holds the numbers`)}><canvas></canvas></div> <details><summary class="small svelte-41zba0">as a table</summary> <div class="table svelte-41zba0"><table><thead><tr><th>${escape_html(band.curve.x.label)}</th><th>low</th><th>nominal</th><th>high</th></tr></thead><tbody><!--[-->`);
		const each_array_1 = ensure_array_like(band.x);
		for (let i = 0, $$length = each_array_1.length; i < $$length; i++) {
			let x = each_array_1[i];
			$$renderer.push(`<tr class="num"><td>${escape_html(formatText(x, band.curve.x.unit))}</td><!--[-->`);
			const each_array_2 = ensure_array_like([
				band.low[i],
				band.nominal[i],
				band.high[i]
			]);
			for (let k = 0, $$length = each_array_2.length; k < $$length; k++) {
				let y = each_array_2[k];
				$$renderer.push(`<td>${escape_html(y === null || y === void 0 ? "–" : formatText(y, band.curve.y.unit))}</td>`);
			}
			$$renderer.push(`<!--]--></tr>`);
		}
		$$renderer.push(`<!--]--></tbody></table></div></details></figure>`);
	});
}
// src/lib/ui/words.ts
/** "maximumOutputVoltage" as words. */
var humanise = (name) => name.replace(/([a-z])([A-Z])/g, "$1 $2").toLowerCase().replace(/\b(esr|inl|rss|lsb)\b/g, (m) => m.toUpperCase());
/** The unit of a part's value. */
var valueUnit = (type) => type === "resistor" ? "ohm" : type === "capacitor" ? "F" : "H";
// src/lib/ui/stage/PointsField.svelte
function PointsField($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { label, field, rows, onset } = $$props;
		/** Rows as typed; the document only takes whole sets that make sense. */
		let draft = null;
		let wrong = "";
		let columns = derived(() => Object.entries(field.columns));
		let shown = derived(() => draft ?? rows.map((r) => Object.fromEntries(columns().map(([k, c]) => [k, r[k] === void 0 ? "" : entryText(r[k], c.unit)]))));
		function put(next) {
			draft = next;
			wrong = "";
			const read = [];
			for (const row of next) {
				const values = {};
				for (const [key, column] of columns()) {
					const text = row[key]?.trim() ?? "";
					if (text === "" && column.optional) continue;
					if (text === "") return;
					const value = parseNumber(text, column.unit);
					if (!value.ok) {
						wrong = value.message;
						return;
					}
					values[key] = value.value;
				}
				read.push(values);
			}
			if (read.length === 1) return;
			wrong = onset(read) ?? "";
			if (!wrong) draft = null;
		}
		$$renderer.push(`<div class="points svelte-owiibu"><!--[-->`);
		const each_array = ensure_array_like(shown());
		for (let i = 0, $$length = each_array.length; i < $$length; i++) {
			let row = each_array[i];
			$$renderer.push(`<div class="point svelte-owiibu"><!--[-->`);
			const each_array_1 = ensure_array_like(columns());
			for (let $$index = 0, $$length = each_array_1.length; $$index < $$length; $$index++) {
				let [key, column] = each_array_1[$$index];
				$$renderer.push(`<input class="num svelte-owiibu" type="text"${attr("aria-label", `${stringify(label)} ${stringify(i + 1)}, ${stringify(humanise(key))}`)}${attr("placeholder", humanise(key))}${attr("value", row[key])}${attr("title", `${humanise(key)}, ${column.unit}`)}/>`);
			}
			$$renderer.push(`<!--]--> `);
			Button($$renderer, {
				look: "quiet",
				"aria-label": `Remove point ${stringify(i + 1)}`,
				onclick: () => put(shown().filter((_, j) => j !== i)),
				children: ($$renderer) => {
					$$renderer.push(`<!---->×`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----></div>`);
		}
		$$renderer.push(`<!--]--> `);
		Button($$renderer, {
			look: "quiet",
			onclick: () => draft = [...shown(), {}],
			children: ($$renderer) => {
				$$renderer.push(`<!---->add a point`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		if (wrong) $$renderer.push(`<!--[0--><span class="wrong small svelte-owiibu" role="alert">${escape_html(wrong)}</span>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></div>`);
	});
}
// src/lib/ui/stage/QuantityField.svelte
function QuantityField($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { value, unit, label, empty = "", clears = false, onset, onnudge, id } = $$props;
		let canonical = derived(() => value === null ? "" : entryText(value, unit));
		$$renderer.push(`<span class="field svelte-65s4ys"><input${attr("id", id)}${attr_class("num svelte-65s4ys", void 0, { "bad": "" })} type="text" autocomplete="off" spellcheck="false"${attr("aria-label", label)}${attr("aria-invalid", void 0)}${attr("placeholder", empty)}${attr("value", canonical())}/> `);
		$$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></span>`);
	});
}
// src/lib/ui/stage/GivenRow.svelte
function GivenRow($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { name, field, stage, editor } = $$props;
		let typed = derived(() => stage.doc.given?.[name]);
		let link = derived(() => stage.links.get(name));
		let label = derived(() => humanise(name));
		$$renderer.push(`<div class="row svelte-v911mu"><span class="label svelte-v911mu"${attr("title", field.doc)}>${escape_html(label())}</span> <div class="value svelte-v911mu">`);
		if (link() && field.type === "number") $$renderer.push(`<!--[0--><span class="num linked svelte-v911mu">${escape_html(hasSpread(link().range) ? `${formatText(link().range.low, field.unit)} … ${formatText(link().range.high, field.unit)}` : formatText(link().range.nominal, field.unit))}</span> <span class="small soft">from ${escape_html(link().from)}</span>`);
		else if (field.type === "number") {
			$$renderer.push("<!--[1-->");
			QuantityField($$renderer, {
				label: label(),
				unit: field.unit,
				value: typed() === void 0 ? field.default : typed(),
				empty: field.open ? "open" : "not given",
				clears: true,
				onset: (v) => editor.setGiven(name, v),
				onnudge: (by) => {
					const now = typed() ?? field.default;
					if (now !== null) editor.nudgeGiven(name, field, now, by);
				}
			});
			$$renderer.push(`<!----> `);
			if (field.doc) $$renderer.push(`<!--[0--><span class="small soft doc svelte-v911mu">${escape_html(field.doc)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		} else if (field.type === "choice") {
			$$renderer.push("<!--[2-->");
			$$renderer.select({
				"aria-label": label(),
				value: typed() ?? field.default,
				onchange: (e) => editor.setGiven(name, e.currentTarget.value),
				class: ""
			}, ($$renderer) => {
				$$renderer.push(`<!--[-->`);
				const each_array = ensure_array_like(field.choices);
				for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
					let c = each_array[$$index];
					$$renderer.option({}, c);
				}
				$$renderer.push(`<!--]-->`);
			}, "svelte-v911mu");
			$$renderer.push(` `);
			if (field.doc) $$renderer.push(`<!--[0--><span class="small soft doc svelte-v911mu">${escape_html(field.doc)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		} else if (field.type === "flag") {
			$$renderer.push(`<!--[3--><label class="flag svelte-v911mu"><input type="checkbox"${attr("checked", typed() ?? field.default, true)}/> yes</label> `);
			if (field.doc) $$renderer.push(`<!--[0--><span class="small soft doc svelte-v911mu">${escape_html(field.doc)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		} else if (field.type === "list") {
			$$renderer.push(`<!--[4--><input class="num svelte-v911mu" type="text"${attr("aria-label", label())}${attr("value", (typed() ?? field.default).map((v) => entryText(v, field.unit)).join("; "))}/> `);
			$$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		} else {
			$$renderer.push("<!--[-1-->");
			PointsField($$renderer, {
				label: label(),
				field,
				rows: typed() ?? field.default,
				onset: (rows) => editor.setGiven(name, rows)
			});
		}
		$$renderer.push(`<!--]--></div></div>`);
	});
}
// src/lib/ui/stage/LinksBox.svelte
function LinksBox($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, stage } = $$props;
		let choices = derived(() => choicesFor(session.doc, stage.doc));
		let rails = derived(() => Object.entries(stage.kind.rails));
		let signals = derived(() => Object.entries(stage.kind.signals).filter(([, p]) => p.role === "in"));
		let outputs = derived(() => session.doc.stages.flatMap((s) => Object.values(s.signals ?? {}).filter((ref) => ref.startsWith(`${stage.id}.`)).map((ref) => ({
			ref,
			title: session.sum.byId.get(s.id)?.title ?? s.id,
			id: s.id
		}))));
		let wrong = "";
		const NEW = "\0new";
		const say = (issues) => wrong = issues.map((i) => i.message).join(" ");
		function connectRail(port, value) {
			const rail = value === NEW ? freeRail(session.doc, "rail") : value || void 0;
			say(session.edit(`${stage.title}: ${port} on ${rail ?? "nothing"}`, setRail(session.doc, stage.id, port, rail)));
		}
		const connectSignal = (port, ref) => say(session.edit(`${stage.title}: ${port} from ${ref || "nothing"}`, setSignal(session.doc, stage.id, port, ref || void 0)));
		const nameOf = (ref) => {
			const [id, port] = ref.split(".");
			const title = session.sum.byId.get(id)?.title;
			return title ? port === "out" ? title : `${title}, ${port}` : `${ref} (gone)`;
		};
		if (rails().length || signals().length) {
			$$renderer.push(`<!--[0--><div class="links svelte-1g7v3ud"><!--[-->`);
			const each_array = ensure_array_like(rails());
			for (let $$index_1 = 0, $$length = each_array.length; $$index_1 < $$length; $$index_1++) {
				let [port, def] = each_array[$$index_1];
				const now = stage.doc.rails?.[port] ?? "";
				$$renderer.push(`<label class="svelte-1g7v3ud"><span>${escape_html(def.role === "provides" ? "provides rail" : port === "in" ? "fed from rail" : `${port} from rail`)}</span> `);
				if (def.role === "provides") $$renderer.push(`<!--[0--><input type="text"${attr("value", now)} placeholder="name it" maxlength="40" class="svelte-1g7v3ud"/>`);
				else {
					$$renderer.push("<!--[-1-->");
					$$renderer.select({
						value: now,
						onchange: (e) => connectRail(port, e.currentTarget.value),
						class: ""
					}, ($$renderer) => {
						$$renderer.option({ value: "" }, ($$renderer) => {
							$$renderer.push(`not connected`);
						});
						$$renderer.push(`<!--[-->`);
						const each_array_1 = ensure_array_like([.../* @__PURE__ */ new Set([...choices().rails, ...now ? [now] : []])]);
						for (let $$index = 0, $$length = each_array_1.length; $$index < $$length; $$index++) {
							let r = each_array_1[$$index];
							$$renderer.option({ value: r }, ($$renderer) => {
								$$renderer.push(`${escape_html(r)}`);
							});
						}
						$$renderer.push(`<!--]-->`);
						$$renderer.option({ value: NEW }, ($$renderer) => {
							$$renderer.push(`a rail of its own…`);
						});
					}, "svelte-1g7v3ud");
				}
				$$renderer.push(`<!--]--></label>`);
			}
			$$renderer.push(`<!--]--> <!--[-->`);
			const each_array_2 = ensure_array_like(signals());
			for (let $$index_3 = 0, $$length = each_array_2.length; $$index_3 < $$length; $$index_3++) {
				let [port] = each_array_2[$$index_3];
				const now = stage.doc.signals?.[port] ?? "";
				$$renderer.push(`<label class="svelte-1g7v3ud"><span>signal from</span> `);
				$$renderer.select({
					value: now,
					onchange: (e) => connectSignal(port, e.currentTarget.value),
					class: ""
				}, ($$renderer) => {
					$$renderer.option({ value: "" }, ($$renderer) => {
						$$renderer.push(`not connected`);
					});
					$$renderer.push(`<!--[-->`);
					const each_array_3 = ensure_array_like([.../* @__PURE__ */ new Set([...choices().signals, ...now ? [now] : []])]);
					for (let $$index_2 = 0, $$length = each_array_3.length; $$index_2 < $$length; $$index_2++) {
						let ref = each_array_3[$$index_2];
						$$renderer.option({ value: ref }, ($$renderer) => {
							$$renderer.push(`${escape_html(nameOf(ref))}`);
						});
					}
					$$renderer.push(`<!--]-->`);
				}, "svelte-1g7v3ud");
				$$renderer.push(`</label>`);
			}
			$$renderer.push(`<!--]--> `);
			if (outputs().length) {
				$$renderer.push(`<!--[0--><p class="small soft">heard by <!--[-->`);
				const each_array_4 = ensure_array_like(outputs());
				for (let i = 0, $$length = each_array_4.length; i < $$length; i++) {
					let o = each_array_4[i];
					$$renderer.push(`<!---->${escape_html(i ? ", " : "")}<a${attr("href", `/boards/${stringify(session.id)}/stages/${stringify(o.id)}`)}>${escape_html(o.title)}</a>`);
				}
				$$renderer.push(`<!--]--></p>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--> `);
			if (wrong) $$renderer.push(`<!--[0--><p class="wrong small svelte-1g7v3ud" role="alert">${escape_html(wrong)}</p>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></div>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]-->`);
	});
}
// src/lib/ui/stage/stage-editor.ts
/** Edits of one stage's givens and parts; each returns what is wrong, or nothing. */
var StageEditor = class {
	session;
	stage;
	constructor(session, stage) {
		this.session = session;
		this.stage = stage;
	}
	#edit(label, doc) {
		const issues = this.session().edit(`${this.stage().title}: ${label}`, doc);
		return issues.length ? issues.map((i) => i.message).join(" ") : void 0;
	}
	setGiven(name, value) {
		return this.#edit(humanise(name), setGiven(this.session().doc, this.stage().id, name, value));
	}
	/** Changes keys of a part; a value that was sized becomes chosen together with the tolerance it was sized with. */
	setPart(part, change) {
		const before = this.stage().doc.parts?.[part.slot] ?? {};
		const chosen = "value" in change && change.value !== void 0 && change.value !== null && before.tolerance === void 0 ? { tolerance: part.tolerance || part.def.tolerance || 0 } : {};
		const next = {
			...before,
			...chosen,
			...change
		};
		for (const key of Object.keys(next)) if (next[key] === void 0) delete next[key];
		return this.#edit(part.slot, setPart(this.session().doc, this.stage().id, part.slot, next));
	}
	/** Hands a part back to sizing. */
	release(part) {
		const { value: _, ...rest } = this.stage().doc.parts?.[part.slot] ?? {};
		this.#edit(`size ${part.slot}`, setPart(this.session().doc, this.stage().id, part.slot, rest));
	}
	/** Takes a part out, where the stage works without it. */
	unfit(part) {
		this.#edit(`without ${part.slot}`, setPart(this.session().doc, this.stage().id, part.slot, void 0));
	}
	nudgePart(part, by) {
		if (part.value !== null && part.value > 0) this.setPart(part, { value: nudge(part.value, part.series, by) });
	}
	nudgeGiven(name, field, value, by) {
		const now = nominalOf(value);
		const next = field.integer ? now + by : now > 0 ? nudge(now, "E24", by) : now + by;
		if (typeof value === "number") this.setGiven(name, next);
		else if ("tolerance" in value) this.setGiven(name, {
			nominal: next,
			tolerance: value.tolerance
		});
		else this.setGiven(name, {
			nominal: next,
			low: value.low + next - now,
			high: value.high + next - now
		});
	}
	/** Takes one of the combinations that sizing offers. */
	take(offer, parts) {
		let doc = this.session().doc;
		for (const [slot, value] of Object.entries(offer.values)) {
			const part = parts.find((p) => p.slot === slot);
			const join = offer.join?.[slot];
			doc = setPart(doc, this.stage().id, slot, {
				tolerance: part.tolerance || part.def.tolerance || 0,
				...this.stage().doc.parts?.[slot],
				value,
				...join ? { join } : {}
			});
		}
		this.#edit(Object.keys(offer.values).join(" and "), doc);
	}
};
/** Givens in three groups: what links bring, what was entered, and what stands at its default. The first of a kind always show. */
function givenGroups(kind, stage, most) {
	const names = Object.keys(kind.given).filter((n) => n !== "ambient");
	const matter = (n) => stage.links.has(n) || stage.doc.given?.[n] !== void 0;
	const first = names.filter((n, i) => matter(n) || i < most);
	return {
		shown: first,
		rest: names.filter((n) => !first.includes(n))
	};
}
// src/lib/ui/stage/GivenColumn.svelte
function GivenColumn($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, stage, editor } = $$props;
		const FIRST = 5;
		let groups = derived(() => givenGroups(stage.kind, stage, FIRST));
		let fields = derived(() => stage.kind.given);
		let ambient = derived(() => ambientOf(session.doc));
		$$renderer.push(`<section><h2>Given</h2> `);
		LinksBox($$renderer, {
			session,
			stage
		});
		$$renderer.push(`<!----> <!--[-->`);
		const each_array = ensure_array_like(groups().shown);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let name = each_array[$$index];
			GivenRow($$renderer, {
				name,
				field: fields()[name],
				stage,
				editor
			});
		}
		$$renderer.push(`<!--]--> <p class="ambient svelte-8e977g"><span>ambient</span> <span><span class="num soft">${escape_html(formatText(ambient().low, "degC"))} … ${escape_html(formatText(ambient().high, "degC"))}</span> <a class="small"${attr("href", `/boards/${stringify(session.id)}/brief`)}>from the brief</a></span></p> `);
		if (groups().rest.length) {
			$$renderer.push(`<!--[0--><details><summary class="svelte-8e977g">${escape_html(groups().rest.length)} more at their usual values</summary> <!--[-->`);
			const each_array_1 = ensure_array_like(groups().rest);
			for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
				let name = each_array_1[$$index_1];
				GivenRow($$renderer, {
					name,
					field: fields()[name],
					stage,
					editor
				});
			}
			$$renderer.push(`<!--]--></details>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></section>`);
	});
}
// node_modules/@lucide/svelte/dist/icons/minus.svelte
function Minus($$renderer, $$props) {
	let { $$slots, $$events, ...props } = $$props;
	Icon($$renderer, spread_props([props, { icon: {
		"name": "minus",
		"size": 24,
		"node": [["path", { "d": "M5 12h14" }]]
	} }]));
}
// src/lib/ui/stage/PartRow.svelte
function PartRow($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { part, stage, editor } = $$props;
		let doc = derived(() => stage.doc.parts?.[part.slot]);
		let unit = derived(() => valueUnit(part.def.type));
		let params = derived(() => Object.entries(part.def.params ?? {}));
		let device = derived(() => part.def.type === "device");
		$$renderer.push(`<div class="part svelte-foabcg"${attr("id", `part-${stringify(part.slot)}`)}>`);
		if (!device()) {
			$$renderer.push(`<!--[0--><div class="main svelte-foabcg" role="group"${attr("aria-label", `${stringify(part.slot)}, ${stringify(part.def.doc ?? part.def.type)}`)}><b${attr("title", part.def.doc)}>${escape_html(part.slot)}</b> `);
			if (part.value === null) $$renderer.push(`<!--[0--><span class="soft">not fitted</span> <button type="button" class="text svelte-foabcg">fit</button>`);
			else {
				$$renderer.push(`<!--[-1--><button type="button" class="step svelte-foabcg"${attr("aria-label", `${stringify(part.slot)} to the next lower value`)}>`);
				Minus($$renderer, { size: 14 });
				$$renderer.push(`<!----></button> `);
				QuantityField($$renderer, {
					label: `${stringify(part.slot)} value`,
					unit: unit(),
					value: doc()?.value ?? part.value,
					clears: true,
					onset: (v) => v === void 0 ? (editor.release(part), void 0) : editor.setPart(part, { value: typeof v === "number" ? v : v }),
					onnudge: (by) => editor.nudgePart(part, by)
				});
				$$renderer.push(`<!----> <button type="button" class="step svelte-foabcg"${attr("aria-label", `${stringify(part.slot)} to the next higher value`)}>`);
				Plus($$renderer, { size: 14 });
				$$renderer.push(`<!----></button>`);
			}
			$$renderer.push(`<!--]--></div> `);
			if (part.value !== null) {
				$$renderer.push(`<!--[0--><div class="more small svelte-foabcg"><span class="tol svelte-foabcg">±`);
				QuantityField($$renderer, {
					label: `${stringify(part.slot)} tolerance`,
					unit: "ratio",
					value: part.tolerance,
					clears: true,
					onset: (v) => editor.setPart(part, {
						tolerance: v === void 0 ? void 0 : nominalOf(v),
						...part.sized ? {} : { value: doc()?.value ?? part.value }
					})
				});
				$$renderer.push(`<!----></span> `);
				$$renderer.select({
					"aria-label": `${stringify(part.slot)} series`,
					value: part.series,
					onchange: (e) => editor.setPart(part, { series: e.currentTarget.value }),
					class: ""
				}, ($$renderer) => {
					$$renderer.push(`<!--[-->`);
					const each_array = ensure_array_like(SERIES);
					for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
						let s = each_array[$$index];
						$$renderer.option({}, s);
					}
					$$renderer.push(`<!--]-->`);
				}, "svelte-foabcg");
				$$renderer.push(` `);
				if (part.sized) $$renderer.push(`<!--[0--><span class="soft" title="Chosen by joint search over preferred values; nudge it or type to choose yourself">sized</span>`);
				else if (doc()?.value !== void 0) $$renderer.push(`<!--[1--><button type="button" class="text svelte-foabcg">size it</button>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--> `);
				if (part.def.optional) $$renderer.push(`<!--[0--><button type="button" class="text svelte-foabcg">take out</button>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--> `);
				if (part.def.joins) {
					$$renderer.push("<!--[0-->");
					$$renderer.select({
						"aria-label": `${stringify(part.slot)} joins in`,
						value: part.join,
						onchange: (e) => editor.setPart(part, { join: e.currentTarget.value }),
						class: ""
					}, ($$renderer) => {
						$$renderer.option({}, ($$renderer) => {
							$$renderer.push(`series`);
						});
						$$renderer.option({}, ($$renderer) => {
							$$renderer.push(`parallel`);
						});
					}, "svelte-foabcg");
				} else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></div>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (params().length && (device() || part.value !== null)) {
			$$renderer.push(`<!--[0--><details${attr("open", device() && params().length < 4, true)}><summary class="svelte-foabcg">`);
			if (device()) $$renderer.push(`<!--[0--><b>${escape_html(part.slot)}</b> ${escape_html(part.def.doc ?? "device")}`);
			else $$renderer.push(`<!--[-1--><span class="small soft">${escape_html(params().length)} more of ${escape_html(part.slot)}</span>`);
			$$renderer.push(`<!--]--></summary> <!--[-->`);
			const each_array_1 = ensure_array_like(params());
			for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
				let [name, field] = each_array_1[$$index_1];
				$$renderer.push(`<div class="param svelte-foabcg"><span${attr("title", field.doc)}>${escape_html(humanise(name))}</span> `);
				QuantityField($$renderer, {
					label: `${stringify(part.slot)} ${stringify(humanise(name))}`,
					unit: field.unit,
					value: doc()?.[name] ?? field.default,
					clears: true,
					empty: "not given",
					onset: (v) => editor.setPart(part, { [name]: v })
				});
				$$renderer.push(`<!----></div>`);
			}
			$$renderer.push(`<!--]--></details>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		$$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></div>`);
	});
}
// src/lib/ui/stage/PartsColumn.svelte
function PartsColumn($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { stage, editor, moved } = $$props;
		let fitted = derived(() => stage.parts.filter((p) => p.def.type === "device" || !p.def.needed || p.def.needed(stage.judged.x.given)));
		let here = derived(() => moved.filter((m) => m.stage === stage.id));
		let elsewhere = derived(() => moved.filter((m) => m.stage !== stage.id));
		const MOST = 4;
		const percent = (c) => `${c > 0 ? "+" : "−"}${Math.abs(c * 100) >= 10 ? Math.abs(c * 100).toFixed(0) : Math.abs(c * 100).toFixed(1)}\u202f%`;
		const values = (v) => Object.entries(v).map(([slot, value]) => `${slot} ${formatText(value, valueUnit(stage.parts.find((p) => p.slot === slot)?.def.type ?? "resistor"))}`).join(", ");
		$$renderer.push(`<section><h2>Parts</h2> `);
		const each_array = ensure_array_like(fitted());
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let part = each_array[$$index];
				PartRow($$renderer, {
					part,
					stage,
					editor
				});
			}
		} else $$renderer.push(`<!--[!--><p class="soft">This stage has no parts to choose.</p>`);
		$$renderer.push(`<!--]--> `);
		if (stage.offers.length > 1) {
			$$renderer.push(`<!--[0--><details><summary class="svelte-fj5xyv">${escape_html(stage.offers.length)} good combinations</summary> <ol class="svelte-fj5xyv"><!--[-->`);
			const each_array_1 = ensure_array_like(stage.offers);
			for (let i = 0, $$length = each_array_1.length; i < $$length; i++) {
				let offer = each_array_1[i];
				$$renderer.push(`<li><button type="button" class="svelte-fj5xyv">${escape_html(values(offer.values))}</button> <span class="small soft">${escape_html(offer.why)}</span></li>`);
			}
			$$renderer.push(`<!--]--></ol></details>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (moved.length) {
			$$renderer.push(`<!--[0--><div class="moved small svelte-fj5xyv" aria-live="polite"><b>moved</b> <!--[-->`);
			const each_array_2 = ensure_array_like(here().slice(0, MOST));
			for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
				let m = each_array_2[$$index_2];
				$$renderer.push(`<p>${escape_html(m.title)} <span class="num">${escape_html(percent(m.change))}</span></p>`);
			}
			$$renderer.push(`<!--]--> <!--[-->`);
			const each_array_3 = ensure_array_like(elsewhere().slice(0, MOST));
			for (let $$index_3 = 0, $$length = each_array_3.length; $$index_3 < $$length; $$index_3++) {
				let m = each_array_3[$$index_3];
				$$renderer.push(`<p><b>${escape_html(m.stageTitle)}:</b> ${escape_html(m.title)} ${escape_html(formatText(m.before, m.unit, 3))} → ${escape_html(formatText(m.after, m.unit, 3))}</p>`);
			}
			$$renderer.push(`<!--]--> `);
			if (here().length + elsewhere().length > 8) $$renderer.push(`<!--[0--><p class="soft">and ${escape_html(here().length + elsewhere().length - Math.min(here().length, MOST) - Math.min(elsewhere().length, MOST))} more</p>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></div>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></section>`);
	});
}
// src/lib/ui/stage/ResultColumn.svelte
function ResultColumn($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { stage, waived } = $$props;
		let target = derived(() => page.url.hash.slice(1));
		let judged = derived(() => new Set(stage.checks.map((c) => stage.kind.checks[c.id].value)));
		let others = derived(() => Object.entries(stage.kind.outcomes).filter(([name]) => !judged().has(name)).map(([name, def]) => ({
			name,
			def,
			spread: stage.judged.out(name)
		})).filter((o) => o.spread.nominal !== null || o.spread.absent?.sort !== "none"));
		let helps = derived(() => stage.checks.filter((c) => c.status === "fail" || c.status === "unknown"));
		$$renderer.push(`<section><h2>Result</h2> <ul class="checks svelte-gz9r6y"><!--[-->`);
		const each_array = ensure_array_like(stage.checks);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let c = each_array[$$index];
			$$renderer.push(`<li${attr_class(clsx(c.status), "svelte-gz9r6y", { "target": c.id === target() })}${attr("id", c.id)}>`);
			StatusMark($$renderer, { status: c.status });
			$$renderer.push(`<!----> <span class="title svelte-gz9r6y">${escape_html(c.title)}`);
			if (waived(c.id)) $$renderer.push(`<!--[0--><span class="soft small">waived</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></span> <span class="val svelte-gz9r6y">`);
			Quantity($$renderer, {
				value: c.spread.nominal,
				unit: c.unit
			});
			$$renderer.push(`<!----></span> <span class="ends small soft num svelte-gz9r6y">`);
			if (c.spread.low !== null && c.spread.high !== null && c.spread.low !== c.spread.high) {
				$$renderer.push("<!--[0-->");
				Quantity($$renderer, {
					value: c.spread.low,
					unit: c.unit,
					digits: 3
				});
				$$renderer.push(`<!----> … `);
				Quantity($$renderer, {
					value: c.spread.high,
					unit: c.unit,
					digits: 3
				});
				$$renderer.push(`<!---->`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></span> `);
			MarginBar($$renderer, {
				check: c,
				width: 130
			});
			$$renderer.push(`<!----> <span class="margin num svelte-gz9r6y">${escape_html(marginText(c))}</span> <span class="limit small soft svelte-gz9r6y"${attr("title", c.from)}>`);
			if (c.window) {
				$$renderer.push("<!--[0-->");
				Quantity($$renderer, {
					value: c.window.target,
					unit: c.unit,
					digits: 3
				});
				$$renderer.push(`<!----> ± `);
				Quantity($$renderer, {
					value: c.window.band,
					unit: c.unit,
					digits: 2
				});
				$$renderer.push(`<!---->`);
			} else if (c.limit !== null) {
				$$renderer.push(`<!--[1-->${escape_html(c.sense === "atLeast" ? "≥" : "≤")} `);
				Quantity($$renderer, {
					value: c.limit,
					unit: c.unit,
					digits: 3
				});
				$$renderer.push(`<!---->`);
			} else $$renderer.push(`<!--[-1-->limit not known`);
			$$renderer.push(`<!--]--></span></li>`);
		}
		$$renderer.push(`<!--]--></ul> <!--[-->`);
		const each_array_1 = ensure_array_like(helps());
		for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
			let c = each_array_1[$$index_1];
			$$renderer.push(`<p${attr_class(`help ${stringify(c.status)} ${stringify(c.severity)}`, "svelte-gz9r6y")}><b>${escape_html(c.title)}.</b> ${escape_html(c.reason ? `${c.reason[0]?.toUpperCase()}${c.reason.slice(1)}. ` : "")}${escape_html(c.help)} <span class="soft small">Limit: ${escape_html(c.from)}.</span></p>`);
		}
		$$renderer.push(`<!--]--> `);
		if (others().length) {
			$$renderer.push(`<!--[0--><ul class="others svelte-gz9r6y"><!--[-->`);
			const each_array_2 = ensure_array_like(others());
			for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
				let o = each_array_2[$$index_2];
				$$renderer.push(`<li class="svelte-gz9r6y"><span${attr("title", o.def.doc)} class="svelte-gz9r6y">${escape_html(o.def.title)}</span> `);
				Quantity($$renderer, {
					value: o.spread.nominal,
					unit: o.def.unit
				});
				$$renderer.push(`<!----> <span class="small soft svelte-gz9r6y">`);
				if (o.spread.nominal === null) $$renderer.push(`<!--[0-->${escape_html(o.spread.absent?.reason)}`);
				else if (o.spread.low !== null && o.spread.low !== o.spread.high) {
					$$renderer.push("<!--[1-->");
					Quantity($$renderer, {
						value: o.spread.low,
						unit: o.def.unit,
						digits: 3
					});
					$$renderer.push(`<!----> … `);
					Quantity($$renderer, {
						value: o.spread.high,
						unit: o.def.unit,
						digits: 3
					});
					$$renderer.push(`<!---->`);
				} else if (o.spread.absent) $$renderer.push(`<!--[2-->${escape_html(o.spread.absent.reason)}`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></span></li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></section>`);
	});
}
// src/lib/ui/stage/StageHead.svelte
function StageHead($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, stage } = $$props;
		let base = derived(() => `/boards/${session.id}`);
		async function remove() {
			const { id, title: name } = stage;
			await goto(base());
			session.edit(`remove ${name}`, removeStage(session.doc, id));
			session.said = `${name} removed; u takes it back`;
		}
		$$renderer.push(`<div class="head svelte-1vvcqb7"><input class="title svelte-1vvcqb7" type="text" aria-label="Title of the stage" maxlength="80"${attr("value", stage.title)}/> <span class="kind svelte-1vvcqb7"${attr("title", stage.kind.purpose)}>${escape_html(stage.kind.title)}</span> `);
		$$renderer.push(`<!--[-1--><button type="button" class="soft id-button num svelte-1vvcqb7" title="The id that signals and files use. Renaming it carries its links along.">${escape_html(stage.id)}</button>`);
		$$renderer.push(`<!--]--> <label class="copies svelte-1vvcqb7">copies <input class="num svelte-1vvcqb7" type="text" inputmode="numeric"${attr("value", stage.copies)}/></label> `);
		if (stage.tightest) $$renderer.push(`<!--[0--><span class="tightest">tightest here <b${attr_class(`num ${stringify(stage.tightest.status)}`, "svelte-1vvcqb7")}>${escape_html(marginText(stage.tightest))}</b></span>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <span class="do svelte-1vvcqb7">`);
		Button($$renderer, {
			look: "quiet",
			onclick: remove,
			children: ($$renderer) => {
				$$renderer.push(`<!---->Remove stage`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></span> `);
		$$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></div>`);
	});
}
// src/lib/ui/stage/WorkingTab.svelte
function WorkingTab($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { steps } = $$props;
		/** Enough digits that the sum comes out by hand. */
		const DIGITS = 5;
		const pretty = (e) => e.replaceAll("*", " · ").replaceAll("pi", "π").replaceAll("sqrt", "√").replace(/log\(/g, "ln(").replaceAll("log10(", "log₁₀(").replaceAll("log2(", "log₂(").replaceAll("_", " ");
		$$renderer.push(`<ol class="svelte-jxdtuh">`);
		const each_array = ensure_array_like(steps);
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let $$index_1 = 0, $$length = each_array.length; $$index_1 < $$length; $$index_1++) {
				let s = each_array[$$index_1];
				$$renderer.push(`<li class="svelte-jxdtuh"><h3 class="svelte-jxdtuh">${escape_html(s.title)}</h3> <p class="formula svelte-jxdtuh"><i>${escape_html(s.result.name)}</i> = ${escape_html(pretty(s.expression))}</p> <p class="values small svelte-jxdtuh"><!--[-->`);
				const each_array_1 = ensure_array_like(Object.entries(s.values));
				for (let i = 0, $$length = each_array_1.length; i < $$length; i++) {
					let [name, v] = each_array_1[i];
					$$renderer.push(`<!---->${escape_html(i ? ",  " : "")}<span class="svelte-jxdtuh"><i>${escape_html(name.replaceAll("_", " "))}</i> = ${escape_html(formatText(v.value, v.unit, DIGITS))}</span>`);
				}
				$$renderer.push(`<!--]--></p> <p class="result svelte-jxdtuh"><i>${escape_html(s.result.name)}</i> = <b>${escape_html(formatText(s.result.value, s.result.unit, DIGITS))}</b> <span class="small soft">${escape_html(s.source)}</span></p></li>`);
			}
		} else $$renderer.push(`<!--[!--><p class="soft">Nothing to show: this stage cannot work with what it is given.</p>`);
		$$renderer.push(`<!--]--></ol>`);
	});
}
// src/routes/boards/[board]/stages/[stage]/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		const board = useBoard();
		let session = derived(board);
		let stage = derived(() => session().sum.byId.get(page.params.stage ?? ""));
		const editor = new StageEditor(() => session(), () => stage());
		const TABS = [
			[
				"figure",
				"Figure",
				"f"
			],
			[
				"curves",
				"Curves",
				"c"
			],
			[
				"working",
				"Working",
				"w"
			],
			[
				"notes",
				"Notes",
				"o"
			]
		];
		let tab = "figure";
		let tabs = derived(() => TABS.filter(([id]) => id !== "curves" || stage()?.kind.curves));
		let shown = derived(() => tabs().some(([id]) => id === tab) ? tab : "figure");
		let findings = derived(() => session().sum.findings.filter((f) => f.stage === stage()?.id && !f.check));
		const waived = (check) => (session().doc.waivers ?? []).some((w) => w.stage === stage()?.id && w.check === check);
		head("16xjxpa", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>${escape_html(stage()?.title ?? "Stage")} · ${escape_html(session().doc.name)} · Spark Sum</title>`);
			});
		});
		if (stage()) {
			$$renderer.push(`<!--[0--><!---->`);
			{
				StageHead($$renderer, {
					session: session(),
					stage: stage()
				});
				$$renderer.push(`<!----> <!--[-->`);
				const each_array = ensure_array_like(findings());
				for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
					let f = each_array[$$index];
					$$renderer.push(`<p${attr_class(`finding ${stringify(f.severity)}`, "svelte-16xjxpa")}>${escape_html(f.text)}</p>`);
				}
				$$renderer.push(`<!--]--> <main class="svelte-16xjxpa">`);
				GivenColumn($$renderer, {
					session: session(),
					stage: stage(),
					editor
				});
				$$renderer.push(`<!----> <span class="sign svelte-16xjxpa" aria-hidden="true">+</span> `);
				PartsColumn($$renderer, {
					stage: stage(),
					editor,
					moved: session().moved
				});
				$$renderer.push(`<!----> <span class="sign svelte-16xjxpa" aria-hidden="true">=</span> `);
				ResultColumn($$renderer, {
					stage: stage(),
					waived
				});
				$$renderer.push(`<!----></main> <div class="tabs svelte-16xjxpa" role="tablist"><!--[-->`);
				const each_array_1 = ensure_array_like(tabs());
				for (let $$index_1 = 0, $$length = each_array_1.length; $$index_1 < $$length; $$index_1++) {
					let [id, name] = each_array_1[$$index_1];
					$$renderer.push(`<button type="button" role="tab"${attr("id", `tab-${stringify(id)}`)}${attr("aria-selected", shown() === id)} aria-controls="panel" class="svelte-16xjxpa">${escape_html(name)}</button>`);
				}
				$$renderer.push(`<!--]--></div> <div class="panel svelte-16xjxpa" role="tabpanel" id="panel"${attr("aria-labelledby", `tab-${stringify(shown())}`)}>`);
				if (shown() === "figure") {
					$$renderer.push("<!--[0-->");
					Figure($$renderer, { figure: stage().kind.figure(stage().judged) });
					$$renderer.push(`<!----> `);
					if (stage().kind.cautions.length) {
						$$renderer.push(`<!--[0--><aside class="svelte-16xjxpa"><h2>Mind</h2> <!--[-->`);
						const each_array_2 = ensure_array_like(stage().kind.cautions);
						for (let $$index_2 = 0, $$length = each_array_2.length; $$index_2 < $$length; $$index_2++) {
							let c = each_array_2[$$index_2];
							$$renderer.push(`<p>${escape_html(c)}</p>`);
						}
						$$renderer.push(`<!--]-->`);
						if (stage().kind.schools) $$renderer.push(`<!--[0--><h2>Where people differ</h2> <p>${escape_html(stage().kind.schools)}</p>`);
						else $$renderer.push("<!--[-1-->");
						$$renderer.push(`<!--]--></aside>`);
					} else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				} else if (shown() === "curves") {
					$$renderer.push(`<!--[1--><!--[-->`);
					const each_array_3 = ensure_array_like(curvesOf(stage()));
					for (let $$index_3 = 0, $$length = each_array_3.length; $$index_3 < $$length; $$index_3++) {
						let band = each_array_3[$$index_3];
						CurveChart($$renderer, { band });
					}
					$$renderer.push(`<!--]-->`);
				} else if (shown() === "working") {
					$$renderer.push(`<!--[2--><div class="wide svelte-16xjxpa">`);
					WorkingTab($$renderer, { steps: stage().kind.working(stage().judged) });
					$$renderer.push(`<!----></div>`);
				} else {
					$$renderer.push(`<!--[-1--><textarea rows="8" aria-label="Notes" placeholder="Why it is as it is: what was tried, who advised what, what must not be forgotten." maxlength="10000" class="svelte-16xjxpa">`);
					const $$body = escape_html(stage().doc.notes ?? "");
					if ($$body) $$renderer.push(`${$$body}`);
					$$renderer.push(`</textarea>`);
				}
				$$renderer.push(`<!--]--></div>`);
			}
			$$renderer.push(`<!---->`);
		} else $$renderer.push(`<!--[-1--><div class="gone svelte-16xjxpa"><h1>This stage is not on the board</h1> <p>It may have been removed or renamed. <a${attr("href", `/boards/${stringify(session().id)}`)}>To the sum sheet</a>, or press u to take a removal back.</p></div>`);
		$$renderer.push(`<!--]-->`);
	});
}
export { _page as default };
