import { c as impossible, l as isAbsent, o as seriesBetween, r as mustKind, s as parallel, u as stageInputs } from "./kinds.js";
import { S as toRange, _ as addRanges, d as comfortOf, f as deratingOf, h as STATE_IDS, i as formatText, m as titleOf, n as formatMargin, p as sharesOf, u as ambientOf, v as exactly, x as scaleRange, y as hasSpread } from "./format.js";
// src/core/kinds/judge.ts
var SLIM = "It passes, with less to spare than the comfort margin.";
/** Answers all checks of a stage, in the order the kind declares them. Checks that do not apply are left out. */
function judge(kind, c, rules) {
	return Object.entries(kind.checks).flatMap(([id, def]) => {
		const result = judgeOne(id, def, kind, c, rules);
		return result ? [result] : [];
	});
}
function judgeOne(id, def, kind, c, rules) {
	if (def.applies && !def.applies(c)) return null;
	const limit = def.limit(c);
	if (limit === null && def.whenNull === "absent") return null;
	const spread = typeof def.value === "string" ? c.out(def.value) : def.value(c);
	if (spread.absent?.sort === "none" && spread.nominal === null) return null;
	const unit = def.unit ?? kind.outcomes[def.value].unit;
	const severity = typeof def.severity === "function" ? def.severity(c) : def.severity;
	const compared = compare(def.sense, spread, limit, def.derated ? rules.derating : 1, c.env.ambient);
	const status = statusOf(compared, spread, limit, rules.comfort);
	return {
		id,
		title: def.title,
		severity,
		status,
		sense: def.sense,
		unit,
		spread,
		...compared,
		from: def.derated && rules.derating < 1 ? `${def.from}, derated to ${Math.round(rules.derating * 100)} %` : def.from,
		help: status === "ok" ? "" : status === "tight" ? SLIM : def.help(c),
		...spread.absent && compared.value === null ? { reason: spread.absent.reason } : {}
	};
}
function compare(sense, s, limit, derating, ambient) {
	if (limit !== null && typeof limit === "object" && "target" in limit) return within(s, limit);
	const ends = limit === null ? null : typeof limit === "number" ? exactly(limit) : limit;
	if (sense === "atLeast") {
		const edge = ends && ends.high * derating;
		return {
			value: s.low,
			limit: edge,
			margin: s.low === null || edge === null || edge === 0 ? null : (s.low - edge) / Math.abs(edge)
		};
	}
	const edge = ends && ends.low * derating;
	if (s.high === null || edge === null) return {
		value: s.high,
		limit: edge,
		margin: null
	};
	if (sense === "temperature") return {
		value: s.high,
		limit: edge,
		margin: edge > ambient.high ? (edge - s.high) / (edge - ambient.high) : -1
	};
	return {
		value: s.high,
		limit: edge,
		margin: edge === 0 ? s.high > 0 ? -1 : null : (edge - s.high) / Math.abs(edge)
	};
}
function within(s, window) {
	if (s.low === null || s.high === null) return {
		value: null,
		limit: window.target + window.band,
		margin: null,
		window
	};
	const above = s.high - window.target >= window.target - s.low;
	const value = above ? s.high : s.low;
	const margin = (window.band - Math.abs(value - window.target)) / window.band;
	return {
		value,
		limit: window.target + (above ? window.band : -window.band),
		margin,
		window
	};
}
function statusOf(compared, s, limit, comfort) {
	if (limit === null || compared.limit === null) return "unknown";
	if (compared.value === null) return s.absent && isAbsent(s.absent) && s.absent.sort !== "impossible" ? "unknown" : "fail";
	if (compared.margin === null) return "ok";
	if (compared.margin < -1e-12) return "fail";
	return compared.margin < comfort ? "tight" : "ok";
}
// src/core/kinds/judged.ts
/**
* A stage whose inputs are known, with its outcomes on demand: what checks, ports, working, figures and bring-up read.
*/
var Judged = class {
	x;
	env;
	study;
	method;
	derived;
	#known = /* @__PURE__ */ new Map();
	#ranges;
	constructor(x, env, study, method, derived) {
		this.x = x;
		this.env = env;
		this.study = study;
		this.method = method;
		this.derived = derived;
		this.#ranges = new Map(study.inputs.map((i) => [i.path, i]));
	}
	/** An outcome with its ends. */
	out(name) {
		const known = this.#known.get(name);
		if (known) return known;
		const spread = this.#compute(name);
		this.#known.set(name, spread);
		return spread;
	}
	#compute(name) {
		const derived = this.derived(name);
		if (derived && "halfSpreadOf" in derived) {
			const half = this.study.halfSpread(derived.halfSpreadOf);
			return isAbsent(half) ? {
				nominal: null,
				low: null,
				high: null,
				absent: half
			} : exactly(half);
		}
		if (derived) return span(derived.spanOver.map((n) => this.out(n)), this.out(derived.nominalOf));
		if (this.method === "plain") return this.study.plain(name);
		return this.method === "rss" ? this.study.rootSumSquare(name) : this.study.extreme(name);
	}
	/** Replaces ends that lie outside the region of a formula. */
	mark(name, spread) {
		this.#known.set(name, spread);
	}
	/** The nominal of an outcome, or null. */
	nominal(name) {
		return this.out(name).nominal;
	}
	/** A given, part value or parameter with its ends: `loadCurrent`, `R1.value`, `U1.currentRating`; null when not known. */
	range(ref) {
		const path = this.#pathOf(ref);
		const input = this.#ranges.get(path);
		if (input) return {
			nominal: input.nominal,
			low: input.low,
			high: input.high
		};
		const value = read$1(this.x, path);
		return typeof value === "number" ? exactly(value) : null;
	}
	#pathOf(ref) {
		if (ref === "ambient") return ref;
		if (ref.includes(".")) return `parts.${ref}`;
		return ref in this.x.given ? `given.${ref}` : `carried.${ref}`;
	}
	/** As `range`, for what the kind itself guarantees to be there. @throws when it is not: a slip in the kind. */
	must(ref) {
		const range = this.range(ref);
		if (!range) throw new Error(`"${ref}" has no value here`);
		return range;
	}
	/** An outcome, given or part by name; null when it has no number. */
	pick(ref) {
		if (ref in this.study.nominal || this.derived(ref)) {
			const s = this.out(ref);
			return s.nominal === null || s.low === null || s.high === null ? null : {
				nominal: s.nominal,
				low: s.low,
				high: s.high
			};
		}
		return this.range(ref);
	}
};
/** The least low, the given nominal and the greatest high; an end is null when any of them has none. */
function span(all, nominal) {
	const absent = all.find((s) => s.absent)?.absent;
	const lows = all.map((s) => s.low);
	const highs = all.map((s) => s.high);
	const low = lows.includes(null) ? null : Math.min(...lows);
	const high = highs.includes(null) ? null : Math.max(...highs);
	return {
		nominal: nominal.nominal,
		low,
		high,
		...absent ? { absent } : {}
	};
}
function read$1(x, path) {
	return path.split(".").reduce((node, key) => node?.[key], x);
}
// src/core/tolerance/study.ts
var SAMPLES = 2001;
/**
* Tolerance of any function of named numbers. The function reads its inputs from objects that the study sets in place, so
* that nothing is allocated per run but its results. Outcomes are computed on demand; every corner is computed once.
* Extreme value as in circuit worst-case practice: one-at-a-time directions, then one corner, then single flips.
*/
var Study = class {
	inputs;
	run;
	shapeOf;
	nominal;
	#effects = null;
	#corners = /* @__PURE__ */ new Map();
	constructor(inputs, run, shapeOf = () => ({})) {
		this.inputs = inputs;
		this.run = run;
		this.shapeOf = shapeOf;
		this.nominal = this.#at(inputs.map(() => 0));
	}
	#set(i, end) {
		const input = this.inputs[i];
		input.target[input.key] = end === 0 ? input.nominal : end < 0 ? input.low : input.high;
	}
	/** Runs the function with each input at the given end and leaves everything at nominal. */
	#at(ends) {
		const key = ends.join();
		const known = this.#corners.get(key);
		if (known) return known;
		for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, ends[i]);
		const results = this.run();
		for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, 0);
		this.#corners.set(key, results);
		return results;
	}
	/** One-at-a-time results at the low and high end of each input. */
	get effects() {
		this.#effects ??= this.inputs.map((_, i) => {
			const one = (end) => this.#at(this.inputs.map((__, j) => i === j ? end : 0));
			return [one(-1), one(1)];
		});
		return this.#effects;
	}
	/** The corner that moves the outcome down (`sign` −1) or up (+1), each input judged alone. */
	#corner(outcome, sign, base) {
		return this.effects.map(([atLow, atHigh]) => {
			const low = numeric(atLow[outcome]);
			const high = numeric(atHigh[outcome]);
			if (isAbsent(low) && isAbsent(high)) return -1;
			const down = isAbsent(low) ? base - (high - base) : low;
			const up = isAbsent(high) ? base - (low - base) : high;
			if (isAbsent(low) && up === base) return -1;
			if (isAbsent(high) && down === base) return 1;
			const byLow = (down - base) * sign;
			const byHigh = (up - base) * sign;
			if (byLow <= 0 && byHigh <= 0) return 0;
			return byLow > byHigh ? -1 : 1;
		});
	}
	/** Extreme values by the plain corner: what rails and signals carry while they settle. */
	plain(outcome) {
		return this.#spread(outcome, (ends) => this.#at(ends)[outcome]);
	}
	/** Extreme values by the corner, single flips from it, and the inside where the outcome is not monotone. */
	extreme(outcome) {
		return this.#spread(outcome, (ends, sign) => this.#search(outcome, ends, sign));
	}
	#spread(outcome, value) {
		const base = numeric(this.nominal[outcome]);
		if (isAbsent(base)) return {
			nominal: null,
			low: null,
			high: null,
			absent: base
		};
		if (this.inputs.length === 0) return {
			nominal: base,
			low: base,
			high: base
		};
		const low = numeric(value(this.#corner(outcome, -1, base), -1));
		const high = numeric(value(this.#corner(outcome, 1, base), 1));
		const absent = isAbsent(low) ? low : isAbsent(high) ? high : void 0;
		const end = (v) => isAbsent(v) ? null : v;
		return {
			nominal: base,
			low: end(low),
			high: end(high),
			...absent ? { absent } : {}
		};
	}
	#search(outcome, start, sign) {
		let ends = start;
		let worst = numeric(this.#at(ends)[outcome]);
		if (isAbsent(worst)) return worst;
		for (let improved = true; improved;) {
			improved = false;
			for (let i = 0; i < ends.length; i++) for (const end of [
				-1,
				0,
				1
			]) {
				if (ends[i] === end) continue;
				const trial = ends.with(i, end);
				const value = numeric(this.#at(trial)[outcome]);
				if (!isAbsent(value) && (value - worst) * sign > 1e-12 * Math.abs(worst)) [worst, ends, improved] = [
					value,
					trial,
					true
				];
			}
		}
		return this.#sampleInside(outcome, ends, sign, worst);
	}
	#sampleInside(outcome, ends, sign, start) {
		let worst = start;
		for (const path of this.shapeOf(outcome).inside ?? []) {
			const input = this.inputs.find((i) => i.path === path);
			if (!input) continue;
			for (let i = 0; i < ends.length; i++) this.#set(i, ends[i]);
			for (let k = 0; k < SAMPLES; k++) {
				input.target[input.key] = input.low + (input.high - input.low) * k / 2e3;
				const value = numeric(this.run()[outcome]);
				if (!isAbsent(value) && (value - worst) * sign > 0) worst = value;
			}
			for (let i = 0; i < ends.length; i++) this.#set(i, 0);
		}
		return worst;
	}
	/** Half the root-sum-square spread: √Σ((f(high) − f(low))/2)², every other input nominal. */
	halfSpread(outcome) {
		let sum = 0;
		for (const [atLow, atHigh] of this.effects) {
			const low = numeric(atLow[outcome]);
			const high = numeric(atHigh[outcome]);
			if (isAbsent(low)) return low;
			if (isAbsent(high)) return high;
			sum += ((high - low) / 2) ** 2;
		}
		return Math.sqrt(sum);
	}
	/** Nominal ± the root-sum-square half-spread. */
	rootSumSquare(outcome) {
		const base = numeric(this.nominal[outcome]);
		if (isAbsent(base)) return {
			nominal: null,
			low: null,
			high: null,
			absent: base
		};
		const half = this.halfSpread(outcome);
		return isAbsent(half) ? {
			nominal: base,
			low: null,
			high: null,
			absent: half
		} : {
			nominal: base,
			low: base - half,
			high: base + half
		};
	}
};
var NOT_FINITE = impossible("the formula gives no finite number here");
/** A finite number or the reason why not: NaN and infinity never leave the engine. */
function numeric(value) {
	if (typeof value === "number") return Number.isFinite(value) ? value : NOT_FINITE;
	if (isAbsent(value)) return value;
	if (typeof value === "boolean") return value ? 1 : 0;
	return impossible("not a number");
}
// src/core/board/node.ts
/** One stage while the board is being summed up. */
var StageNode = class {
	board;
	doc;
	kind;
	index;
	title;
	copies;
	ambient;
	links = /* @__PURE__ */ new Map();
	/** The rail that feeds this stage does not stand. */
	dead = null;
	chosen = null;
	offers = [];
	/** What arrives at its signal input. */
	incoming = null;
	inputs;
	judged;
	#draws = /* @__PURE__ */ new Map();
	constructor(board, doc, kind, index) {
		this.board = board;
		this.doc = doc;
		this.kind = kind;
		this.index = index;
		this.title = titleOf(doc, kind.title);
		this.copies = doc.copies ?? 1;
		this.ambient = ambientOf(board);
		this.size();
	}
	/** Chooses values for the open parts with what is known of the links so far. */
	size() {
		this.#lay();
		if (!this.kind.size || this.dead) return;
		this.offers = this.kind.size(this.#sizing(), this.inputs.x);
		const best = this.offers[0];
		if (best) this.chosen = {
			values: best.values,
			...best.join ? { join: best.join } : {}
		};
		this.#lay();
	}
	/** Builds the inputs and the study anew. */
	#lay() {
		const ranges = new Map([...this.links].map(([name, link]) => [name, link.range]));
		this.inputs = stageInputs(this.kind, this.doc, ranges, this.ambient, this.chosen);
		this.#draws.clear();
		this.judged = this.#judge(this.inputs, "plain");
	}
	relay() {
		this.#lay();
	}
	/** The same study, with the full search for its ends. */
	judgeBy(method) {
		this.judged = this.#wrap(this.judged.study, this.inputs.x, this.judged.env, method);
	}
	#judge(inputs, method) {
		const x = inputs.x;
		const env = {
			nominal: copyOf(x),
			ambient: inputs.fields.get("ambient"),
			copies: this.copies,
			states: sharesOf(this.board)
		};
		const run = this.dead ? () => this.#nothing(this.dead) : () => this.kind.evaluate(x, env);
		const shapes = this.kind.outcomes;
		const study = new Study(inputs.inputs, run, (name) => shapes[name] ?? {});
		return this.#wrap(study, x, env, method);
	}
	#wrap(study, x, env, method) {
		const outcomes = this.kind.outcomes;
		const judged = new Judged(x, env, study, method, (name) => outcomes[name]?.derived);
		if (this.dead) return judged;
		const region = this.kind.region?.(judged);
		for (const { outcome, ends } of region?.outside ?? []) {
			const spread = judged.out(outcome);
			const absent = spread.absent ?? impossible(region.reason);
			const all = ends.includes("nominal");
			judged.mark(outcome, {
				nominal: all ? null : spread.nominal,
				low: all || ends.includes("low") ? null : spread.low,
				high: all || ends.includes("high") ? null : spread.high,
				absent
			});
		}
		return judged;
	}
	#nothing(reason) {
		return Object.fromEntries(Object.keys(this.kind.outcomes).map((name) => [name, reason]));
	}
	/** Current of all copies at a consuming port in a state, with its ends; null when it cannot be told. */
	draw(port, loadField, load, state) {
		if (!port.draws || this.dead) return exactly(0);
		const key = typeof port.draws === "string" ? port.draws : port.draws[state];
		const known = this.#draws.get(`${key} ${state}`);
		if (known && same(known.load, load)) return known.draw;
		const judged = typeof port.draws === "string" && loadField && load ? this.#withLoad(loadField, load) : this.judged;
		const one = judged.pick(key) ?? this.#least(judged, key);
		const draw = one && (port.copiesCounted ? one : scaleRange(one, this.copies));
		this.#draws.set(`${key} ${state}`, {
			load,
			draw
		});
		return draw;
	}
	/** Where an end cannot be told, the ends that can stand in for it: the finding about it comes from its own check. */
	#least(judged, key) {
		const s = judged.out(key);
		return s.nominal === null ? null : {
			nominal: s.nominal,
			low: s.low ?? s.nominal,
			high: s.high ?? s.nominal
		};
	}
	#withLoad(field, load) {
		const ranges = new Map([...this.links].map(([name, link]) => [name, link.range]));
		ranges.set(field, load);
		return this.#judge(stageInputs(this.kind, this.doc, ranges, this.ambient, this.chosen), "plain");
	}
	#sizing() {
		const part = (slot) => this.inputs.parts.find((p) => p.slot === slot);
		const range = (path) => this.inputs.fields.get(path) ?? null;
		const must = (path) => {
			const found = range(path);
			if (!found) throw new Error(`sizing of ${this.kind.id} asks for "${path}", which has no value`);
			return found;
		};
		return {
			given: this.inputs.x.given,
			candidates: (slot, low, high) => part(slot).open ? seriesBetween(part(slot).series, low, high) : [part(slot).value ?? 0],
			tolerance: (slot) => part(slot).tolerance,
			series: (slot) => part(slot).series,
			open: (slot) => part(slot).open,
			value: (slot) => part(slot).value ?? 0,
			limit: (name) => range(`given.${name}`)?.low ?? null,
			param: (ref) => must(`parts.${ref}`),
			range: (name) => must(`given.${name}`),
			ambient: this.ambient,
			derating: deratingOf(this.board)
		};
	}
	/** The attenuation this stage adds between a signal input and an output, dB with its ends, at a frequency with its own. */
	ownAttenuation(port, frequency) {
		const attenuation = this.kind.signals[port]?.attenuation;
		if (!attenuation) return exactly(0);
		const at = { frequency: frequency.nominal };
		const s = new Study([...this.inputs.inputs, {
			path: "frequency",
			target: at,
			key: "frequency",
			...frequency
		}], () => ({ a: attenuation(this.inputs.x, this.judged.env, at.frequency) })).plain("a");
		return {
			nominal: s.nominal ?? 0,
			low: s.low ?? 0,
			high: s.high ?? 0
		};
	}
	/** The kind's refusals of what links brought: impossible here, not invalid. */
	refusals() {
		return this.kind.refuse?.(this.judged.env.nominal, /* @__PURE__ */ new Set()) ?? [];
	}
	/** Nominal results, or null when the stage cannot work. */
	result(name) {
		const value = this.judged.study.nominal[name];
		return typeof value === "number" && !isAbsent(value) ? value : null;
	}
};
var same = (a, b) => a === b || !!a && !!b && a.nominal === b.nominal && a.low === b.low && a.high === b.high;
/** A deep copy of plain data; JSON would lose Infinity. */
function copyOf(value) {
	if (Array.isArray(value)) return value.map(copyOf);
	if (typeof value !== "object" || value === null) return value;
	return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, copyOf(v)]));
}
// src/core/board/power.ts
var ROUNDS$1 = 60;
/**
* Solves the board in each state at nominal values: voltages down, currents up, until settled. Power in equals power used
* plus power lost, because every stage declares all its heat.
*/
function powerByState(wiring, nodes) {
	return STATE_IDS.map((state) => powerIn(state, wiring, nodes));
}
function powerIn(state, wiring, nodes) {
	const local = new Map(nodes.map((n) => [n, {
		x: deep(n.judged.env.nominal),
		o: {}
	}]));
	for (let round = 0, moved = true; round < ROUNDS$1 && moved; round++) {
		moved = false;
		for (const node of wiring.order) moved = step(node, state, wiring, local) || moved;
		for (const node of [...wiring.order].reverse()) moved = step(node, state, wiring, local) || moved;
	}
	return summary(state, wiring, nodes, local);
}
function deep(value) {
	if (typeof value !== "object" || value === null || Array.isArray(value)) return value;
	return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, deep(v)]));
}
/** One evaluation of a stage in this state; true when an input moved or it is the first. */
function step(node, state, wiring, local) {
	const me = local.get(node);
	let moved = Object.keys(me.o).length === 0;
	const set = (field, value) => {
		const where = field in me.x.given ? me.x.given : me.x.carried;
		if (where[field] === value || Math.abs(where[field] - value) <= 1e-12 * Math.abs(value)) return;
		where[field] = value;
		moved = true;
	};
	for (const [port, def] of Object.entries(node.kind.rails)) {
		const rail = wiring.rails.get(node.doc.rails?.[port] ?? "");
		if (!rail) continue;
		if (def.role === "provides") {
			if (def.fills.load && rail.consumers.length && rail.providers[0]?.node === node) set(def.fills.load, currentOf(rail, state, local));
			continue;
		}
		const provider = rail.providers[0];
		if (!provider || provider.node === node) continue;
		const out = local.get(provider.node).o;
		for (const meaning of [
			"voltage",
			"trough",
			"ripple"
		]) {
			const [field, ref] = [def.fills[meaning], provider.def.gives[meaning]];
			if (field && typeof ref === "string" && out[ref] !== void 0) set(field, out[ref]);
		}
	}
	if (!moved || node.dead) return false;
	const results = node.kind.evaluate(me.x, node.judged.env);
	me.o = Object.fromEntries(Object.entries(results).filter((e) => typeof e[1] === "number" && Number.isFinite(e[1])));
	return true;
}
function drawn(node, def, state, local) {
	if (!def.draws || node.dead) return 0;
	const one = local.get(node).o[typeof def.draws === "string" ? def.draws : def.draws[state]] ?? 0;
	return def.copiesCounted ? one : one * node.copies;
}
var currentOf = (rail, state, local) => rail.consumers.reduce((sum, c) => sum + drawn(c.node, c.def, state, local), 0);
function summary(state, wiring, nodes, local) {
	const power = {
		state,
		sources: [],
		rails: [],
		heat: [],
		in: 0,
		used: 0,
		lost: 0
	};
	for (const rail of wiring.rails.values()) {
		const provider = rail.providers[0];
		const voltage = provider ? local.get(provider.node).o[provider.def.gives.voltage] ?? null : null;
		const consumers = rail.consumers.map((c) => {
			const current = drawn(c.node, c.def, state, local);
			return {
				stage: c.node.doc.id,
				current,
				power: (voltage ?? 0) * current
			};
		});
		const current = consumers.reduce((sum, c) => sum + c.current, 0);
		power.rails.push({
			rail: rail.name,
			provider: provider?.node.doc.id ?? null,
			voltage,
			current,
			power: (voltage ?? 0) * current,
			consumers
		});
	}
	for (const node of nodes) {
		const me = local.get(node);
		const ports = Object.entries(node.kind.rails);
		const provides = ports.some(([, d]) => d.role === "provides");
		const fed = ports.some(([port, d]) => d.role === "consumes" && wiring.rails.get(node.doc.rails?.[port] ?? "")?.providers.length);
		if (node.dead) continue;
		if (node.kind.source) {
			const watts = node.kind.source(me.x, me.o) * node.copies;
			power.sources.push({
				stage: node.doc.id,
				current: me.o.outputCurrent ?? 0,
				power: watts
			});
			power.in += watts;
		}
		if (!fed && !node.kind.source) continue;
		const factor = ports.some(([, d]) => d.copiesCounted) ? 1 : node.copies;
		const places = node.kind.heat?.(me.x, me.o, state, node.copies) ?? {};
		for (const [place, one] of Object.entries(places)) {
			if (!Number.isFinite(one)) continue;
			power.heat.push({
				stage: node.doc.id,
				place,
				power: one * factor
			});
			if (provides) power.lost += one * factor;
		}
		if (!provides) power.used += power.rails.flatMap((r) => r.consumers).reduce((sum, c) => c.stage === node.doc.id ? sum + c.power : sum, 0);
	}
	return power;
}
// src/core/board/settle.ts
var ROUNDS = 60;
var SETTLED = 1e-9;
/** Carries voltages down and currents up until nothing moves. Returns false when it does not settle: the supply collapses. */
function settle(wiring) {
	for (let round = 0; round < ROUNDS; round++) {
		let moved = false;
		for (const node of wiring.order) moved = relink(node, wiring) || moved;
		for (const node of [...wiring.order].reverse()) moved = relink(node, wiring) || moved;
		if (!moved) return true;
	}
	return false;
}
/** Brings a stage's links up to date; true when something moved. */
function relink(node, wiring) {
	const links = /* @__PURE__ */ new Map();
	let dead = null;
	for (const [port, def] of Object.entries(node.kind.rails)) {
		const rail = wiring.rails.get(node.doc.rails?.[port] ?? "");
		if (!rail) continue;
		if (def.role === "provides") loadOf(node, def, rail, wiring, links);
		else dead = supplyOf(node, def, rail, links) ?? dead;
	}
	node.incoming = null;
	for (const [port, def] of Object.entries(node.kind.signals)) if (def.role === "in") hear(node, port, def, wiring, links);
	else listen(node, port, def, wiring, links);
	if (!differs(node.links, links) && node.dead === null === (dead === null)) return false;
	node.links = links;
	node.dead = dead;
	node.relay();
	return true;
}
function differs(a, b) {
	if (a.size !== b.size) return true;
	for (const [name, link] of b) {
		const old = a.get(name);
		if (!old) return true;
		for (const end of [
			"nominal",
			"low",
			"high"
		]) {
			const [p, q] = [old.range[end], link.range[end]];
			if (p !== q && !(Math.abs(p - q) <= SETTLED * Math.max(Math.abs(p), Math.abs(q)))) return true;
		}
	}
	return false;
}
/** Resolves a port's reference: an outcome, given or parameter by name, or a function. */
function read(ref, c) {
	const value = typeof ref === "string" ? c.pick(ref) : ref(c);
	return typeof value === "number" ? exactly(value) : value;
}
/** Down a rail: voltage, ripple, noise, limit. Returns why the rail does not stand, where it does not. */
function supplyOf(node, def, rail, links) {
	const provider = rail.providers[0];
	if (!provider || provider.node === node) return null;
	const c = provider.node.judged;
	const from = `rail ${rail.name}`;
	const gives = provider.def.gives;
	const voltage = gives.voltage;
	const out = c.out(voltage);
	if (out.nominal === null) return impossible(`its rail “${rail.name}” does not stand: ${out.absent?.reason ?? "no voltage"}`);
	const low = out.low ?? provider.def.collapsed?.(c) ?? 0;
	for (const [meaning, field] of Object.entries(def.fills)) if (meaning === "voltage") links.set(field, {
		range: {
			nominal: out.nominal,
			low: Math.min(low, out.nominal),
			high: out.high ?? out.nominal
		},
		from
	});
	else if (gives[meaning] !== void 0) {
		const range = read(gives[meaning], c) ?? partial(gives[meaning], c, meaning === "trough" ? low : null);
		if (range) links.set(field, {
			range,
			from
		});
	}
	return null;
}
/** A carried value one end of which lies outside its formula's region: that end takes the stand-in. */
function partial(ref, c, low) {
	if (typeof ref !== "string") return null;
	const s = c.out(ref);
	if (s.nominal === null) return null;
	return {
		nominal: s.nominal,
		low: s.low ?? Math.min(low ?? s.nominal, s.nominal),
		high: s.high ?? s.nominal
	};
}
/** Up a rail: currents, surge, capacitance and voltage limits of all consumers. */
function loadOf(node, def, rail, wiring, links) {
	if (rail.consumers.length === 0 || rail.providers[0]?.node !== node) return;
	const from = `what draws from ${rail.name}`;
	const { fills } = def;
	if (fills.load) links.set(fills.load, {
		range: spanOfStates(rail, wiring),
		from
	});
	const each = (meaning) => rail.consumers.flatMap((c) => {
		const ref = c.def.gives[meaning];
		const range = ref === void 0 || c.node.dead ? null : read(ref, c.node.judged);
		return range ? [range] : [];
	});
	const typed = (field) => {
		const value = node.doc.given?.[field] ?? node.kind.given[field]?.default;
		return value === null || value === void 0 ? null : toRange(value);
	};
	if (fills.surge && each("surge").length) links.set(fills.surge, {
		range: each("surge").reduce(addRanges),
		from
	});
	if (fills.capacitance && each("capacitance").length) links.set(fills.capacitance, {
		range: [typed(fills.capacitance) ?? exactly(0), ...each("capacitance")].reduce(addRanges),
		from
	});
	const strict = (meaning, pick) => {
		const field = fills[meaning];
		const linked = each(meaning);
		if (!field || !linked.length) return;
		const own = typed(field);
		links.set(field, {
			range: [...own ? [own] : [], ...linked].reduce(pick),
			from
		});
	};
	strict("minimum", (a, b) => b.high > a.high ? b : a);
	strict("maximum", (a, b) => b.low < a.low ? b : a);
	strict("absoluteMaximum", (a, b) => b.low < a.low ? b : a);
}
/** Load of a rail in one state, all consumers with their copies, A. */
function loadInState(rail, wiring, state) {
	return rail.consumers.map((c) => {
		const provides = Object.entries(c.node.kind.rails).find(([, d]) => d.role === "provides" && d.fills.load);
		const below = provides && wiring.rails.get(c.node.doc.rails?.[provides[0]] ?? "");
		const load = below && below.providers[0]?.node === c.node && below.consumers.length ? loadInState(below, wiring, state) : null;
		return c.node.draw(c.def, provides?.[1].fills.load ?? null, load, state) ?? exactly(0);
	}).reduce(addRanges, exactly(0));
}
/** {least state, typical, greatest state}: the load a provider is designed for. States without a share count too. */
function spanOfStates(rail, wiring) {
	if (isLooped(rail, wiring)) return exactly(0);
	const byState = STATE_IDS.map((s) => loadInState(rail, wiring, s));
	return {
		nominal: byState[STATE_IDS.indexOf("typical")].nominal,
		low: Math.min(...byState.map((r) => r.low)),
		high: Math.max(...byState.map((r) => r.high))
	};
}
/** Whether a rail's load depends on itself. */
function isLooped(rail, wiring, above = /* @__PURE__ */ new Set()) {
	if (above.has(rail)) return true;
	const path = /* @__PURE__ */ new Set([...above, rail]);
	return rail.consumers.some((c) => Object.entries(c.node.kind.rails).some(([port, d]) => {
		const below = d.role === "provides" ? wiring.rails.get(c.node.doc.rails?.[port] ?? "") : void 0;
		return below !== void 0 && isLooped(below, wiring, path);
	}));
}
var SILENT = {
	dc: null,
	sourceResistance: null,
	noise: null,
	noiseBandwidth: null,
	bandwidth: null,
	ripple: 0,
	rippleFrequency: null,
	gain: 1,
	reservoir: null,
	attenuation: () => exactly(0)
};
/** What a stage's output carries. */
function signalDown(node, port) {
	const def = node.kind.signals[port];
	if (!def?.down || node.dead) return SILENT;
	const incoming = node.incoming;
	return {
		...SILENT,
		...def.down(node.judged, incoming),
		attenuation: (frequency) => addRanges(incoming ? incoming.attenuation(frequency) : exactly(0), node.ownAttenuation(port, frequency))
	};
}
/** Down a signal: levels, source resistance, noise, ripple, and the path's transfer. */
function hear(node, port, def, wiring, links) {
	const wire = wiring.wires.find((w) => w.to === node && w.toPort === port);
	if (!wire || wire.from === node) return;
	const down = signalDown(wire.from, wire.fromPort);
	node.incoming = down;
	const from = `${wire.from.title}`;
	const brings = {
		voltage: down.dc,
		nominal: down.dc && exactly(down.dc.nominal),
		low: down.dc && exactly(down.dc.low),
		high: down.dc && exactly(down.dc.high),
		sourceResistance: down.sourceResistance,
		noise: down.noise === null ? null : exactly(down.noise),
		ripple: exactly(down.ripple),
		rippleFrequency: down.rippleFrequency === null ? null : exactly(down.rippleFrequency)
	};
	for (const [meaning, field] of Object.entries(def.fills)) {
		const range = brings[meaning];
		if (range) links.set(field, {
			range,
			from
		});
	}
	for (const [field, f] of Object.entries(def.path ?? {})) {
		const value = f(down, (ref) => node.judged.range(ref));
		const range = typeof value === "number" ? exactly(value) : value;
		if (range) links.set(field, {
			range,
			from
		});
	}
}
/** Up a signal: what the listeners load it with and ask of it. */
function listen(node, port, def, wiring, links) {
	const listeners = wiring.wires.filter((w) => w.from === node && w.fromPort === port && w.to !== node);
	if (!listeners.length) return;
	const from = listeners.map((w) => w.to.title).join(", ");
	const all = (meaning) => listeners.flatMap((w) => {
		const ref = w.def.back?.[meaning];
		const range = ref === void 0 ? null : read(ref, w.to.judged);
		return range ? [range] : [];
	});
	const set = (meaning, join, own = false) => {
		const field = def.fills[meaning];
		const typed = own && field ? node.doc.given?.[field] : void 0;
		const ranges = [...typed === void 0 || typed === null ? [] : [toRange(typed)], ...all(meaning)];
		if (field && all(meaning).length) links.set(field, {
			range: ranges.reduce(join),
			from
		});
	};
	set("loadResistance", (a, b) => ({
		nominal: parallel(a.nominal, b.nominal),
		low: parallel(a.low, b.low),
		high: parallel(a.high, b.high)
	}));
	set("bias", addRanges);
	set("fullScale", (a, b) => b.low < a.low ? b : a);
	set("resolution", (a, b) => b.high > a.high ? b : a);
	set("maximum", (a, b) => b.low < a.low ? b : a, true);
	set("attenuationFrequency", (a, b) => b.low < a.low ? b : a, true);
}
// src/core/board/wiring.ts
/** Reads rails and signals off the stages, orders them sources first, and names what is missing, doubled or circular. */
function wire(nodes) {
	const findings = [];
	const rails = readRails(nodes);
	const wires = readWires(nodes, findings);
	for (const rail of rails.values()) {
		const users = rail.consumers.map((c) => c.node.title).join(", ");
		if (rail.providers.length === 0) for (const c of rail.consumers) findings.push({
			severity: "must",
			stage: c.node.doc.id,
			text: `Nothing provides the rail “${rail.name}” that ${c.node.title} draws from. Add a supply for it, or choose another rail.`
		});
		if (rail.providers.length > 1) {
			const names = rail.providers.map((p) => p.node.title).join(" and ");
			findings.push({
				severity: "must",
				stage: rail.providers[1].node.doc.id,
				text: `${names} both provide the rail “${rail.name}”${users ? ` (used by ${users})` : ""}. Give one of them another rail.`
			});
		}
		for (const p of rail.providers) if (p.node.copies > 1) findings.push({
			severity: "must",
			stage: p.node.doc.id,
			text: `${p.node.title} provides “${rail.name}” and stands for ${p.node.copies} copies. Providers in parallel do not share their load by themselves: make it one, or give each copy its own rail.`
		});
	}
	const { order, looped } = sort(nodes, rails, wires);
	if (looped.length) {
		const names = looped.map((n) => n.title).join(", ");
		for (const node of looped) findings.push({
			severity: "must",
			stage: node.doc.id,
			text: `${names} feed each other in a loop, so none of them can start. Feed one of them from outside the loop.`
		});
	}
	return {
		rails,
		wires,
		order,
		findings
	};
}
function readRails(nodes) {
	const rails = /* @__PURE__ */ new Map();
	for (const node of nodes) for (const [port, def] of Object.entries(node.kind.rails)) {
		const name = node.doc.rails?.[port];
		if (!name) continue;
		let rail = rails.get(name);
		if (!rail) rails.set(name, rail = {
			name,
			providers: [],
			consumers: []
		});
		(def.role === "provides" ? rail.providers : rail.consumers).push({
			node,
			port,
			def
		});
	}
	return rails;
}
function readWires(nodes, findings) {
	const byId = new Map(nodes.map((n) => [n.doc.id, n]));
	const wires = [];
	for (const node of nodes) for (const [port, def] of Object.entries(node.kind.signals)) {
		const ref = node.doc.signals?.[port];
		if (def.role !== "in" || !ref) continue;
		const [id, fromPort] = ref.split(".");
		const from = byId.get(id);
		if (!from) findings.push({
			severity: "must",
			stage: node.doc.id,
			text: `${node.title} listens to “${ref}”, but there is no stage “${id}”. Choose another signal, or disconnect it.`
		});
		else wires.push({
			from,
			fromPort,
			to: node,
			toPort: port,
			def
		});
	}
	return wires;
}
/** Topological order by what feeds what; among equals the order of the document. */
function sort(nodes, rails, wires) {
	const feeds = new Map(nodes.map((n) => [n, /* @__PURE__ */ new Set()]));
	for (const rail of rails.values()) for (const c of rail.consumers) if (rail.providers[0]) feeds.get(c.node).add(rail.providers[0].node);
	for (const w of wires) feeds.get(w.to).add(w.from);
	const order = [];
	const left = new Set(nodes);
	for (;;) {
		const next = [...left].find((n) => [...feeds.get(n)].every((f) => !left.has(f)));
		if (!next) break;
		left.delete(next);
		order.push(next);
	}
	const looped = onCycle(left, feeds);
	return {
		order: [...order, ...left],
		looped
	};
}
/** Of the stages that could not be ordered, those that reach themselves; the others only hang behind a loop. */
function onCycle(left, feeds) {
	const reaches = (from) => {
		const seen = /* @__PURE__ */ new Set();
		const stack = [...feeds.get(from)];
		while (stack.length) {
			const n = stack.pop();
			if (n === from) return true;
			if (seen.has(n) || !left.has(n)) continue;
			seen.add(n);
			stack.push(...feeds.get(n));
		}
		return false;
	};
	return [...left].filter(reaches);
}
// src/core/board/evaluate.ts
/**
* The board as one sum: size what is open with limits known, settle voltages and currents, then judge every stage at its
* worst ends. One readable pass. Throws only on a bug: the document has been validated.
*/
function evaluateBoard(doc) {
	const nodes = doc.stages.map((stage, i) => new StageNode(doc, stage, mustKind(stage.kind), i));
	const wiring = wire(nodes);
	let stands = settle(wiring);
	const open = wiring.order.filter((n) => n.inputs.parts.some((p) => p.open));
	if (open.length) {
		for (const node of open) node.size();
		stands = settle(wiring);
	}
	const method = doc.policy?.judgeBy === "root-sum-square" ? "rss" : "extreme";
	for (const node of nodes) node.judgeBy(method);
	const rules = {
		derating: deratingOf(doc),
		comfort: comfortOf(doc)
	};
	const stages = wiring.order.map((node) => stageSum(node, rules));
	const power = powerByState(wiring, nodes);
	const findings = [
		...wiring.findings,
		...collapse(stands),
		...stages.flatMap(checkFindings),
		...nodes.flatMap(linkFindings),
		...openConnections(nodes)
	];
	return {
		doc,
		stages,
		byId: new Map(stages.map((s) => [s.id, s])),
		rails: railSums(wiring, power),
		chains: chains(wiring),
		power,
		findings,
		tightest: tightestOf(stages)
	};
}
function stageSum(node, rules) {
	const checks = judge(node.kind, node.judged, rules);
	return {
		id: node.doc.id,
		title: node.title,
		doc: node.doc,
		kind: node.kind,
		copies: node.copies,
		judged: node.judged,
		checks,
		parts: node.inputs.parts,
		offers: node.offers,
		links: node.links,
		tightest: worst(checks)
	};
}
/** The check nearest to or furthest beyond its limit; one that fails without a margin comes first, an unknown one after that. */
function worst(checks) {
	return [...checks].sort(byMargin)[0] ?? null;
}
var rank = (c) => c.margin !== null ? c.margin : c.status === "fail" ? -1e9 : c.status === "unknown" ? -1e-9 : 1e9;
/** Tightest first. */
var byMargin = (a, b) => rank(a) - rank(b);
function tightestOf(stages) {
	return stages.flatMap((s) => s.checks.filter((c) => c.severity !== "note").map((check) => ({
		stage: s.id,
		check
	}))).sort((a, b) => byMargin(a.check, b.check))[0] ?? null;
}
var collapse = (stands) => stands ? [] : [{
	severity: "must",
	stage: null,
	text: "The supply collapses: as the rails sag the loads draw more, and no voltage is found where both agree. Lower the load, shorten the wiring, or raise the supply."
}];
function checkFindings(s) {
	return s.checks.filter((c) => c.status === "fail" || c.status === "unknown").map((c) => ({
		severity: c.severity,
		stage: s.id,
		check: c.id,
		text: sentence(s, c)
	}));
}
/** What, how much, the limit and what would help. */
function sentence(s, c) {
	const cause = c.reason ?? "it cannot work here";
	if (c.status === "unknown") return `${s.title}: ${c.title} is not known${c.reason ? ` (${c.reason})` : ""}. ${c.help}`.trim();
	if (c.value === null || c.limit === null) return `${s.title}: ${c.title} has no value: ${cause}. ${c.help}`.trim();
	const limit = c.window ? `it should be ${formatText(c.window.target, c.unit, 3)} ± ${formatText(c.window.band, c.unit, 3)}` : `the limit is ${formatText(c.limit, c.unit, 3)}`;
	const margin = c.margin === null ? "" : ` (${formatMargin(c.margin)} %)`;
	return `${s.title}: ${c.title} reaches ${formatText(c.value, c.unit, 4)}; ${limit}${margin}. ${c.help}`.trim();
}
/** What links bring that the kind refuses is impossible, not invalid. Typed values a link overrides are worth a note. */
function linkFindings(node) {
	const stage = node.doc.id;
	const refused = node.refusals().map((r) => ({
		severity: "must",
		stage,
		text: `${node.title}: ${r.message}`
	}));
	const fields = node.kind.given;
	const limits = new Set([...Object.values(node.kind.rails), ...Object.values(node.kind.signals)].flatMap((p) => [
		"capacitance",
		"minimum",
		"maximum",
		"absoluteMaximum",
		"attenuationFrequency"
	].map((m) => p.fills[m] ?? "")));
	const overridden = [...node.links].flatMap(([name, link]) => {
		const typed = node.doc.given?.[name];
		if (typed === void 0 || typed === null || limits.has(name) || !(name in fields)) return [];
		const own = toRange(typed);
		if (!(hasSpread(own) ? link.range.nominal < own.low || link.range.nominal > own.high : Math.abs(link.range.nominal - own.nominal) > 1e-9 * Math.abs(own.nominal))) return [];
		const unit = fields[name].unit;
		return [{
			severity: "note",
			stage,
			text: `${node.title}: you entered ${formatText(own.nominal, unit)} for ${name}, but ${link.from} brings ${formatText(link.range.nominal, unit)}, which counts.`
		}];
	});
	const unsized = node.kind.size && node.offers.length === 0 && node.inputs.parts.some((p) => p.open) ? [{
		severity: "must",
		stage,
		text: `${node.title}: no buyable values were found for its open parts. Enter them, or change what is wanted.`
	}] : [];
	return [
		...refused,
		...overridden,
		...unsized
	];
}
/** Ports a stage cannot do without that lead nowhere. */
function openConnections(nodes) {
	if (nodes.length < 2) return [];
	return nodes.flatMap((node) => Object.entries(node.kind.rails).flatMap(([port, def]) => {
		if (node.doc.rails?.[port] || node.doc.signals?.[port]) return [];
		if (def.role === "provides") return [{
			severity: "note",
			stage: node.doc.id,
			text: `${node.title} provides a rail that has no name yet, so nothing can draw from it.`
		}];
		return [{
			severity: "note",
			stage: node.doc.id,
			text: `${node.title} is not connected to a rail at “${port}”; it is judged with the voltage entered on its sheet.`
		}];
	}));
}
function railSums(wiring, power) {
	return [...wiring.rails.values()].map((rail) => {
		const provider = rail.providers[0];
		const c = provider?.node.judged;
		const pick = (ref) => c && typeof ref === "string" ? c.pick(ref) : null;
		const gives = provider?.def.gives ?? {};
		const need = (meaning) => rail.consumers.flatMap((t) => {
			const ref = t.def.gives[meaning];
			if (ref === void 0 || t.node.dead) return [];
			const v = typeof ref === "string" ? t.node.judged.pick(ref) : ref(t.node.judged);
			return v === null ? [] : [typeof v === "number" ? v : meaning === "minimum" ? v.high : v.low];
		});
		const at = (state) => power.find((p) => p.state === state)?.rails.find((r) => r.rail === rail.name)?.current ?? 0;
		return {
			name: rail.name,
			provider: provider?.node.doc.id ?? null,
			consumers: rail.consumers.map((t) => t.node.doc.id),
			voltage: pick(gives.voltage),
			ripple: pick(gives.ripple)?.high ?? 0,
			rippleFrequency: pick(gives.rippleFrequency)?.nominal ?? null,
			current: {
				asleep: at("asleep"),
				idle: at("idle"),
				typical: at("typical"),
				peak: at("peak")
			},
			limit: pick(gives.currentLimit)?.low ?? null,
			minimum: need("minimum").length ? Math.max(...need("minimum")) : null,
			maximum: need("maximum").length ? Math.min(...need("maximum")) : null
		};
	});
}
/** Every chain from a stage that nothing drives to one that drives nothing, as levels. */
function chains(wiring) {
	return [...new Set(wiring.wires.map((w) => w.to))].filter((n) => !wiring.wires.some((w) => w.from === n)).map((end) => {
		const points = [];
		const seen = /* @__PURE__ */ new Set();
		for (let node = end, port = ""; node && !seen.has(node);) {
			seen.add(node);
			const last = node === end;
			points.unshift(last ? arriving(node) : leaving(node, port, wiring));
			const w = wiring.wires.find((c) => c.to === node);
			[node, port] = w ? [w.from, w.fromPort] : [void 0, ""];
		}
		return points;
	});
}
function point(node, port, d) {
	return {
		stage: node.doc.id,
		title: node.title,
		port,
		low: d?.dc?.low ?? null,
		nominal: d?.dc?.nominal ?? null,
		high: d?.dc?.high ?? null,
		noise: d && d.noise !== null && d.noiseBandwidth !== null ? d.noise * Math.sqrt(d.noiseBandwidth) : null,
		ripple: d?.ripple ?? 0,
		sourceResistance: d?.sourceResistance?.nominal ?? null,
		gain: d?.gain ?? 1,
		clips: null,
		lsb: null
	};
}
function leaving(node, port, wiring) {
	const listener = wiring.wires.find((w) => w.from === node && w.fromPort === port);
	const back = listener?.def.back?.maximum ?? listener?.def.back?.fullScale;
	const clips = back === void 0 ? null : typeof back === "string" ? listener.to.judged.nominal(back) : back(listener.to.judged);
	return {
		...point(node, port, signalDown(node, port)),
		clips: clips === null ? null : typeof clips === "number" ? clips : clips.low
	};
}
function arriving(node) {
	const base = point(node, "in", node.incoming);
	const own = node.result("inputNoise");
	return {
		...base,
		clips: node.result("fullScale"),
		lsb: node.result("lsb"),
		noise: own ?? base.noise
	};
}
/** Average over the states of a figure known in each. */
function average(sum, figure) {
	const shares = sharesOf(sum.doc);
	return sum.power.reduce((total, p) => total + shares[p.state] * figure(p), 0);
}
export { Study as i, byMargin as n, evaluateBoard as r, average as t };
