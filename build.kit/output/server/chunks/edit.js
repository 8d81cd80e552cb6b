import { r as mustKind } from "./kinds.js";
// src/core/board/edit.ts
/** Pure edits: a document in, a document out. Every one keeps the document valid in shape; values are checked at the door. */
var mapStage = (doc, id, f) => ({
	...doc,
	stages: doc.stages.map((s) => s.id === id ? f(s) : s)
});
var without = (record, key) => {
	if (!record) return void 0;
	const { [key]: _, ...rest } = record;
	return Object.keys(rest).length ? rest : void 0;
};
/** Sets a key of a record inside a stage, or removes it (`undefined`). Empty records disappear. */
function setIn(s, where, key, value) {
	const next = value === void 0 ? without(s[where], key) : {
		...s[where],
		[key]: value
	};
	const { [where]: _, ...rest } = s;
	return next === void 0 ? rest : {
		...s,
		[where]: next
	};
}
var setGiven = (doc, id, name, value) => mapStage(doc, id, (s) => setIn(s, "given", name, value));
var setPart = (doc, id, slot, part) => mapStage(doc, id, (s) => setIn(s, "parts", slot, part));
var setRail = (doc, id, port, rail) => mapStage(doc, id, (s) => setIn(s, "rails", port, rail));
var setSignal = (doc, id, port, ref) => mapStage(doc, id, (s) => setIn(s, "signals", port, ref));
/** A rail name nobody uses yet: "rail", "rail 2". */
function freeRail(doc, base) {
	const taken = new Set(doc.stages.flatMap((s) => Object.values(s.rails ?? {})));
	if (!taken.has(base)) return base;
	for (let n = 2;; n++) if (!taken.has(`${base} ${n}`)) return `${base} ${n}`;
}
/** Removes a stage and what was said about it. What hung on it keeps its links, so that the sum shows what is left unfed. */
function removeStage(doc, id) {
	const next = {
		...doc,
		stages: doc.stages.filter((s) => s.id !== id)
	};
	if (doc.waivers) next.waivers = doc.waivers.filter((w) => w.stage !== id);
	if (doc.confirmations) next.confirmations = doc.confirmations.filter((c) => !c.id.startsWith(`${id}.`));
	if (doc.decisions) next.decisions = doc.decisions.filter((d) => d.stage !== id);
	return next;
}
/** What a port can be connected to: rails somebody names, outputs of other stages. */
function choicesFor(doc, stage) {
	return {
		rails: [...new Set(doc.stages.flatMap((s) => s.id === stage.id ? [] : Object.values(s.rails ?? {})))].sort(),
		signals: doc.stages.flatMap((s) => s.id === stage.id ? [] : Object.entries(mustKind(s.kind).signals).filter(([, p]) => p.role === "out" && p.down).map(([port]) => `${s.id}.${port}`))
	};
}
/** Waives a check with a reason, or takes the waiver back (`null`). */
function setWaiver(doc, stage, check, reason) {
	const others = (doc.waivers ?? []).filter((w) => w.stage !== stage || w.check !== check);
	return {
		...doc,
		waivers: reason === null ? others : [...others, {
			stage,
			check,
			reason
		}]
	};
}
export { setPart as a, setWaiver as c, setGiven as i, freeRail as n, setRail as o, removeStage as r, setSignal as s, choicesFor as t };
