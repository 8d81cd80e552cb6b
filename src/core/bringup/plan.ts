import type { Sum } from '../board/evaluate.ts';
import { tellingOf } from '../kinds/index.ts';
import type { BringUpStep } from '../stage/contract.ts';
import { bringUpOf } from '../stage/telling.ts';

/** A step of the bring-up, in an order that risks least. */
export interface PlanStep extends BringUpStep {
  /** `stage/step`: what a reading is kept under. */
  key: string;
  stage: string | null;
  stageTitle: string;
}

const FIRST: readonly BringUpStep[] = [
  {
    id: 'look',
    act: 'fit',
    title: 'Look before you solder',
    text: 'Compare the bare board with the revision: outline, connector sides, pin 1 marks. Note what you would change.',
  },
  { id: 'shorts', act: 'probe', title: 'No shorts on the bare board', text: 'Ohmmeter from every rail to ground on the bare board: open circuit on each.' },
];

/** Steps for a frozen board: sources first, each stage fitted and proven before the next one is. */
export async function bringUpPlan(sum: Sum): Promise<PlanStep[]> {
  const general = FIRST.map((s) => ({ ...s, key: `board/${s.id}`, stage: null, stageTitle: 'Whole board' }));
  const own = await Promise.all(
    sum.stages.map(async (s) =>
      bringUpOf(await tellingOf(s.kind), s).map((step) => ({ ...step, key: `${s.id}/${step.id}`, stage: s.id, stageTitle: s.title })),
    ),
  );
  return [...general, ...own.flat()];
}

export type Verdict = 'within' | 'low' | 'high' | 'noted';

/** Where a reading lies against the window of its step; `noted` where the step has none. */
export function verdict(step: Pick<BringUpStep, 'expect'>, reading: number): Verdict {
  if (!step.expect) return 'noted';
  if (reading < step.expect.low) return 'low';
  return reading > step.expect.high ? 'high' : 'within';
}

/** A reading as it is kept. */
export interface Reading {
  step: string;
  /** As typed; empty for a step that is only done. */
  text: string;
  value: number | null;
  note: string;
  at: string;
}

export interface Progress {
  step: PlanStep;
  reading: Reading | null;
  verdict: Verdict | null;
  /** Waiting for an earlier step. */
  locked: boolean;
}

/** The plan with its latest readings. A reading out of its window stops everything after it. */
export function progress(plan: readonly PlanStep[], readings: readonly Reading[]): Progress[] {
  const latest = new Map(readings.map((r) => [r.step, r]));
  let locked = false;
  return plan.map((step) => {
    const reading = latest.get(step.key) ?? null;
    const judged = reading === null ? null : reading.value === null ? 'noted' : verdict(step, reading.value);
    const here: Progress = { step, reading, verdict: judged, locked };
    if (judged !== 'within' && judged !== 'noted') locked = true;
    return here;
  });
}
