// src/core/board/changes.ts
var isPlain = (v) => typeof v === "object" && v !== null && !Array.isArray(v);
/** A range is one value: its ends never come from two people. */
var isAtom = (v) => !isPlain(v) || "nominal" in v;
/** Deep equality of JSON values. */
function equal(a, b) {
	if (a === b) return true;
	if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => equal(v, b[i]));
	if (!isPlain(a) || !isPlain(b)) return false;
	const keys = Object.keys(a);
	return keys.length === Object.keys(b).length && keys.every((k) => Object.hasOwn(b, k) && equal(a[k], b[k]));
}
/** The document with its lists turned into records by id; `rank` keeps the order of stages. */
function toKeyed(doc) {
	const { stages, waivers, confirmations, states, decisions, ...rest } = doc;
	const by = (list, key) => list ? Object.fromEntries(list.map((item) => [key(item), item])) : void 0;
	return strip({
		...rest,
		stages: Object.fromEntries(stages.map((s, rank) => [s.id, {
			...s,
			rank
		}])),
		waivers: by(waivers, (w) => `${w.stage} ${w.check}`),
		confirmations: by(confirmations, (c) => c.id),
		states: states && [...states],
		decisions: by(decisions, (d) => d.stage)
	});
}
/** The document again. */
function fromKeyed(keyed) {
	const list = (key) => keyed[key] ? Object.values(keyed[key]) : void 0;
	const stages = Object.values(keyed.stages ?? {}).map((s, i) => ({
		s,
		i
	})).sort((a, b) => a.s.rank - b.s.rank || a.i - b.i).map(({ s: { rank: _, ...stage } }) => stage);
	return strip({
		...keyed,
		stages,
		waivers: list("waivers"),
		confirmations: list("confirmations"),
		decisions: list("decisions")
	});
}
var strip = (o) => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== void 0));
/** What turns one document into another. Empty when they are the same. */
function difference(from, to) {
	return diff(toKeyed(from), toKeyed(to), []);
}
function diff(a, b, path) {
	return [.../* @__PURE__ */ new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => {
		const at = [...path, key];
		const [before, after] = [a[key], b[key]];
		if (equal(before, after)) return [];
		if (!isAtom(before) && !isAtom(after) && before !== void 0 && after !== void 0) return diff(before, after, at);
		return [{
			path: at,
			...before === void 0 ? {} : { before },
			...after === void 0 ? {} : { after }
		}];
	});
}
/** The same change backwards. */
var inverse = (ops) => [...ops].reverse().map((o) => ({
	path: o.path,
	..."after" in o ? { before: o.after } : {},
	..."before" in o ? { after: o.before } : {}
}));
/** Keys that would reach into the language instead of into the document. */
var FORBIDDEN = /* @__PURE__ */ new Set([
	"__proto__",
	"prototype",
	"constructor"
]);
/**
* Applies a change to a document that may have moved on. Where the place still holds what the change started from, or
* already holds what it wants, it goes in; anywhere else is a conflict and nothing goes in. `force` puts it in regardless.
*/
function applyOps(doc, ops, force = false) {
	const keyed = copy(toKeyed(doc));
	const conflicts = [];
	for (const op of ops) {
		const theirs = valueAt(keyed, op.path);
		if (!(op.path.at(-1) === "rank") && !force && !equal(theirs, op.before) && !equal(theirs, op.after)) {
			conflicts.push({
				path: op.path,
				theirs,
				mine: op.after
			});
			continue;
		}
		if (!put(keyed, op.path, op.after)) conflicts.push({
			path: op.path,
			theirs: void 0,
			mine: op.after
		});
	}
	return conflicts.length ? {
		ok: false,
		conflicts
	} : {
		ok: true,
		doc: fromKeyed(keyed)
	};
}
function copy(value) {
	if (Array.isArray(value)) return value.map(copy);
	return isPlain(value) ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, copy(v)])) : value;
}
function valueAt(node, path) {
	return path.reduce((n, key) => isPlain(n) && Object.hasOwn(n, key) ? n[key] : void 0, node);
}
/** Sets or removes; makes the records on the way, except a stage, which must be there. False where it cannot. */
function put(root, path, value) {
	if (path.length === 0 || path.some((k) => FORBIDDEN.has(k))) return false;
	let node = root;
	for (const [i, key] of path.slice(0, -1).entries()) {
		if (!isPlain(node[key]) || !Object.hasOwn(node, key)) {
			if (node[key] !== void 0 && Object.hasOwn(node, key)) return false;
			if (path[0] === "stages" && i === 1) return false;
			node[key] = {};
		}
		node = node[key];
	}
	const last = path.at(-1);
	if (value === void 0) delete node[last];
	else node[last] = value;
	return true;
}
/** What a change touched, in words: "reg.given.outputVoltage". */
var placeText = (path) => (path[0] === "stages" ? path.slice(1) : path).join(".");
export { placeText as a, inverse as i, difference as n, equal as r, applyOps as t };
