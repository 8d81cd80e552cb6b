import type { CheckDef, Remedy } from '../stage/contract.ts';
import { helpOf, passes, type CheckResult } from '../stage/judge.ts';
import { wordsOf } from '../stage/remedy-words.ts';
import { Evaluator, type StageSum, type Sum } from './evaluate.ts';
import { takeRemedy } from './remedies.ts';

/** Stages that may be evaluated again while remedies are tried on a whole board. */
const WORK = 600;
const LEAST_TRIALS = 6;

/**
 * The remedies of a board that hold on the whole of it: each taken, the board summed up again, its check passes there and none
 * that passed fails, on whatever stage. A very large board is not tried through to the end: what is left is as it holds on its
 * own stage, in the surroundings it has. The worst checks come first.
 */
export function holdingRemedies(sum: Sum): (stage: StageSum, check: CheckResult) => { remedies: readonly Remedy[]; help: string } {
  const known = new Map<CheckResult, readonly Remedy[]>();
  const alone = sum.stages.length === 1;
  const before = new Map(sum.stages.flatMap((s) => s.checks.map((c) => [`${s.id} ${c.id}`, c.status] as const)));
  const evaluator = new Evaluator();
  let left = Math.max(LEAST_TRIALS, Math.floor(WORK / Math.max(1, sum.stages.length)));
  const holds = (stage: StageSum, check: CheckResult, remedy: Remedy): boolean => {
    if (alone || left-- <= 0) return true;
    const doc = takeRemedy(sum.doc, stage, remedy);
    if (!doc) return false;
    const after = evaluator.evaluate(doc);
    if (!passes(after.byId.get(stage.id)?.checks.find((c) => c.id === check.id)?.status ?? 'ok')) return false;
    return after.stages.every((s) => s.checks.every((c) => passes(c.status) || !passes(before.get(`${s.id} ${c.id}`) ?? 'ok')));
  };
  return (stage, check) => {
    let remedies = known.get(check);
    if (!remedies) known.set(check, (remedies = check.remedies.filter((r) => holds(stage, check, r))));
    if (remedies.length === check.remedies.length) return { remedies, help: check.help };
    const def = (stage.kind.checks as Record<string, CheckDef>)[check.id]!;
    return { remedies, help: wordsOf({ remedies, against: [] }, helpOf(def, stage.judged).advice, stage.kind) };
  };
}
