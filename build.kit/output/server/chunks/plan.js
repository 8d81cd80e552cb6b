// src/core/bringup/plan.ts
var FIRST = [{
	id: "look",
	act: "fit",
	title: "Look before you solder",
	text: "Compare the bare board with the revision: outline, connector sides, pin 1 marks. Note what you would change."
}, {
	id: "shorts",
	act: "probe",
	title: "No shorts on the bare board",
	text: "Ohmmeter from every rail to ground on the bare board: open circuit on each."
}];
/** Steps for a frozen board: sources first, each stage fitted and proven before the next one is. */
function bringUpPlan(sum) {
	const general = FIRST.map((s) => ({
		...s,
		key: `board/${s.id}`,
		stage: null,
		stageTitle: "Whole board"
	}));
	const own = sum.stages.flatMap((s) => s.kind.bringUp(s.judged).map((step) => ({
		...step,
		key: `${s.id}/${step.id}`,
		stage: s.id,
		stageTitle: s.title
	})));
	return [...general, ...own];
}
/** Where a reading lies against the window of its step; `noted` where the step has none. */
function verdict(step, reading) {
	if (!step.expect) return "noted";
	if (reading < step.expect.low) return "low";
	return reading > step.expect.high ? "high" : "within";
}
/** The plan with its latest readings. A reading out of its window stops everything after it. */
function progress(plan, readings) {
	const latest = new Map(readings.map((r) => [r.step, r]));
	let locked = false;
	return plan.map((step) => {
		const reading = latest.get(step.key) ?? null;
		const judged = reading === null ? null : reading.value === null ? "noted" : verdict(step, reading.value);
		const here = {
			step,
			reading,
			verdict: judged,
			locked
		};
		if (judged !== "within" && judged !== "noted") locked = true;
		return here;
	});
}
export { progress as n, bringUpPlan as t };
