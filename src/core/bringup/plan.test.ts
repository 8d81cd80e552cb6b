import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { evaluateBoard } from '../board/evaluate.ts';
import { readBoard } from '../files/board-file.ts';
import { sumOf } from '../testing/boards.ts';
import { bringUpPlan, progress, verdict, type PlanStep, type Reading } from './plan.ts';

const sum = sumOf([
  { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 5 }, rails: { in: 'v9', out: 'v5' } },
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9 }, rails: { out: 'v9' } },
  { id: 'load', kind: 'supply-load', rails: { in: 'v5' } },
]);
const plan = await bringUpPlan(sum);
const reading = (step: string, value: number | null): Reading => ({ step, text: value === null ? '' : String(value), value, note: '', at: '2026-01-01' });
const inside = (s: PlanStep) => (s.expect ? (s.expect.low + s.expect.high) / 2 : null);

describe('the plan', () => {
  it('begins with the bare board and follows the power, whatever the order of the document', () => {
    expect(plan.slice(0, 2).map((s) => s.key)).toEqual(['board/look', 'board/shorts']);
    const stages = [...new Set(plan.flatMap((s) => (s.stage ? [s.stage] : [])))];
    expect(stages).toEqual(['in', 'reg', 'load']);
  });

  it('names every step once, on every demo board', async () => {
    for (const file of ['hive-listener', 'weigh-house-supply']) {
      const read = readBoard(readFileSync(`demo/${file}.board.json`, 'utf8'));
      if (!read.ok) throw new Error(file);
      const keys = (await bringUpPlan(evaluateBoard(read.value))).map((s) => s.key);
      expect(new Set(keys).size).toBe(keys.length);
      expect(keys.length).toBeGreaterThan(read.value.stages.length);
    }
  });
});

describe('a reading', () => {
  it('lies within its window, below or above it, or is only noted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 100, noNaN: true }),
        fc.double({ min: -100, max: 100, noNaN: true }),
        fc.double({ min: -200, max: 200, noNaN: true }),
        (a, b, value) => {
          const expected = { point: 'a rail', unit: 'V' as const, nominal: (a + b) / 2, low: Math.min(a, b), high: Math.max(a, b) };
          const said = verdict({ expect: expected }, value);
          expect(said === 'within').toBe(value >= expected.low && value <= expected.high);
          expect(said === 'low').toBe(value < expected.low);
        },
      ),
    );
    expect(verdict({}, 12)).toBe('noted');
  });

  it('is looked for in order: the next step opens when one is within or noted', () => {
    const readings: Reading[] = [];
    for (const [i, step] of plan.entries()) {
      const now = progress(plan, readings);
      expect(now.map((p) => p.locked)).toEqual(plan.map((_, k) => k > i));
      readings.push(reading(step.key, inside(step)));
    }
    const done = progress(plan, readings);
    expect(done.every((p) => p.verdict === 'within' || p.verdict === 'noted')).toBe(true);
    expect(done.some((p) => p.locked)).toBe(false);
  });

  it('out of its window stops everything after it, until it was measured again', () => {
    const measured = plan.findIndex((s) => s.expect);
    const before = plan.slice(0, measured).map((s) => reading(s.key, inside(s)));
    const bad = reading(plan[measured]!.key, plan[measured]!.expect!.high + 1);
    const stopped = progress(plan, [...before, bad]);
    expect(stopped[measured]).toMatchObject({ verdict: 'high', locked: false });
    expect(stopped.slice(measured + 1).every((p) => p.locked)).toBe(true);
    const again = progress(plan, [...before, bad, reading(plan[measured]!.key, inside(plan[measured]!))]);
    expect(again[measured]!.verdict).toBe('within');
    expect(again[measured + 1]!.locked).toBe(false);
  });
});
