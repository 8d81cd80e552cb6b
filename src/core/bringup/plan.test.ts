import { describe, expect, it } from 'vitest';
import { sumOf } from '../testing/boards.ts';
import type { StageDoc } from '../board/document.ts';
import { bringUpPlan, progress, verdict, type Reading } from './plan.ts';

const stages: StageDoc[] = [
  { id: 'load', kind: 'supply-load', title: 'Radio', given: { typicalCurrent: 0.05 }, rails: { in: 'v5' } },
  {
    id: 'reg',
    kind: 'linear-regulator',
    title: 'Five volts',
    given: { outputVoltage: 5 },
    parts: { R1: { value: 240 }, R2: { value: 715 } },
    rails: { in: 'v9', out: 'v5' },
  },
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9 }, rails: { out: 'v9' } },
];
const plan = bringUpPlan(sumOf(stages));
const reading = (step: string, value: number | null): Reading => ({
  step,
  text: value === null ? '' : String(value),
  value,
  note: '',
  at: '2026-11-27T12:00:00Z',
});
const probe = plan.find((s) => s.stage === 'reg' && s.expect)!;

describe('the plan', () => {
  it('begins with the whole board, then sources before what they feed, whatever the order of the document', () => {
    expect(plan.slice(0, 2).every((s) => s.stage === null)).toBe(true);
    const order = [...new Set(plan.map((s) => s.stage).filter(Boolean))];
    expect(order).toEqual(['in', 'reg', 'load']);
  });

  it('has a key of its own for every step', () => {
    expect(new Set(plan.map((s) => s.key)).size).toBe(plan.length);
    for (const s of plan.filter((p) => p.stage)) expect(s.key.startsWith(`${s.stage}/`)).toBe(true);
  });
});

describe('a reading', () => {
  it('is within, low or high by its window, the ends included', () => {
    const { low, nominal, high } = probe.expect!;
    expect([low, nominal, high].map((v) => verdict(probe, v))).toEqual(['within', 'within', 'within']);
    expect(verdict(probe, low - 1e-6)).toBe('low');
    expect(verdict(probe, high + 1e-6)).toBe('high');
    expect(verdict({}, 3)).toBe('noted');
  });

  it('lets the next step begin only when it is within, or the step has no window', () => {
    const locked = (readings: Reading[]) => progress(plan, readings).map((p) => p.locked);
    expect(locked([])).toEqual(plan.map((_, i) => i > 0));
    const done = plan.map((s) => reading(s.key, s.expect ? s.expect.nominal : null));
    expect(locked(done).some(Boolean)).toBe(false);
    const at = plan.indexOf(probe);
    const wrong = done.with(at, reading(probe.key, probe.expect!.high * 2));
    expect(locked(wrong)).toEqual(plan.map((_, i) => i > at));
  });

  it('counts by its latest, and one of a step that is gone is left alone', () => {
    const [first] = plan;
    const all = progress(plan, [reading(first!.key, 1), reading(first!.key, null), reading('gone/step', 5)]);
    expect(all[0]!.reading!.value).toBeNull();
    expect(all.filter((p) => p.reading)).toHaveLength(1);
  });
});
