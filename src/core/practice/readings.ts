import { verdict, type PlanStep, type Reading } from '../bringup/plan.ts';
import { entryText } from '../quantity/format.ts';
import type { VirtualCopy } from './copy.ts';

/**
 * Readings of a bring-up as the stand-in instruments take them on a virtual copy, step by step, until one lies out of its window
 * or a step is reached.
 * @param upTo the first step that is not done any more; all are done where left out
 */
export function readingsOn(copy: VirtualCopy, plan: readonly PlanStep[], upTo?: string): Omit<Reading, 'at'>[] {
  const readings: Omit<Reading, 'at'>[] = [];
  for (const step of plan) {
    if (step.key === upTo) break;
    if (!step.expect) {
      readings.push({ step: step.key, text: '', value: null, note: '' });
      continue;
    }
    const value = Number(read(copy, step).toPrecision(4));
    readings.push({ step: step.key, text: entryText(value, step.expect.unit), value, note: '' });
    if (verdict(step, value) !== 'within') break;
  }
  return readings;
}

function read(copy: VirtualCopy, step: PlanStep): number {
  const { low, nominal, high, unit } = step.expect!;
  if (step.probe && unit === 'V' && step.phase === 'power') return copy.meter(step.probe);
  const figure = step.of && step.stage ? copy.figure(step.stage, step.of) : null;
  if (figure !== null && figure >= low && figure <= high) return figure;
  // Somewhere in the middle of what may be.
  return nominal + (copy.chance() - 0.5) * 0.5 * (high - low);
}
