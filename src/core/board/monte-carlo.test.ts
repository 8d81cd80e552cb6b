import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkBoard, readBoard } from '../files/board-file.ts';
import { board } from '../testing/boards.ts';
import { draw, randomOf } from '../tolerance/random.ts';
import { decides, explained, histogram, percentile, summarise, wilson } from '../tolerance/statistics.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { evaluateBoard } from './evaluate.ts';
import { join, monteCarlo, mostRuns, statisticsOf, type Samples } from './monte-carlo.ts';

const go = (doc: BoardDoc, runs = 4000, more: object = {}): Samples => monteCarlo(doc, { runs, seed: 1, distribution: 'uniform', ...more });
const divider = (more: Partial<StageDoc> = {}): StageDoc => ({
  id: 'div',
  kind: 'voltage-divider',
  given: { inputVoltage: 10, outputVoltage: 5, outputTolerance: 0.005 },
  parts: { R1: { value: 10_000, tolerance: 0.01 }, R2: { value: 10_000, tolerance: 0.01 } },
  ...more,
});

describe('random numbers', () => {
  it('of a run are the same whenever it is run, and differ between runs and seeds', () => {
    const first = (seed: number, run: number) => Array.from({ length: 4 }, randomOf(seed, run));
    expect(first(1, 5)).toEqual(first(1, 5));
    expect(first(1, 5)).not.toEqual(first(1, 6));
    expect(first(1, 5)).not.toEqual(first(2, 5));
  });

  it('fill (0, 1) evenly, within a run and across runs', () => {
    for (const many of [Array.from({ length: 20_000 }, randomOf(3, 0)), Array.from({ length: 20_000 }, (_, i) => randomOf(3, i)())]) {
      const counts = histogram(Float64Array.from(many), 10)!.counts;
      // Chi-square of nine degrees of freedom: above 27.9 once in a thousand.
      expect(counts.reduce((sum, n) => sum + (n - 2000) ** 2 / 2000, 0)).toBeLessThan(27.9);
    }
  });

  it('normal: a third of the tolerance is one sigma, cut at three, each side by its own', () => {
    const random = randomOf(1, 1);
    const values = Float64Array.from({ length: 40_000 }, () => draw(random, { nominal: 10, low: 9.7, high: 10.6 }, 'normal'));
    expect(Math.min(...values)).toBeGreaterThanOrEqual(9.7);
    expect(Math.max(...values)).toBeLessThanOrEqual(10.6);
    const below = values.filter((v) => v < 10).map((v) => (10 - v) ** 2);
    expect(Math.sqrt(below.reduce((a, b) => a + b, 0) / below.length)).toBeCloseTo(0.1, 2);
  });
});

describe('statistics', () => {
  it('of a known sample', () => {
    const s = summarise(Float64Array.from({ length: 101 }, (_, i) => i))!;
    expect(s.mean).toBe(50);
    expect(s.deviation).toBeCloseTo(Math.sqrt((101 * 102) / 12), 9);
    expect(s.percentiles).toMatchObject({ '1': 1, '5': 5, '50': 50, '99': 99 });
    expect(percentile([1, 2], 0.25)).toBe(1.25);
  });

  it('Wilson’s interval agrees with its printed values and never leaves 0 to 1', () => {
    // 8 of 10: 0.4902 to 0.9433
    expect(wilson(8, 10)).toMatchObject({ low: expect.closeTo(0.4902, 4), high: expect.closeTo(0.9433, 4) });
    expect(wilson(10, 10).high).toBeLessThanOrEqual(1);
    expect(wilson(0, 10).low).toBeGreaterThanOrEqual(0);
  });

  it('explained variance is one for a straight line and nothing for an unrelated input', () => {
    const x = Float64Array.from({ length: 3000 }, randomOf(1, 1));
    const other = Float64Array.from({ length: 3000 }, randomOf(2, 1));
    expect(
      explained(
        x,
        x.map((v) => 3 - 2 * v),
      ),
    ).toBeCloseTo(1, 12);
    expect(explained(other, x)).toBeLessThan(0.005);
  });
});

describe('the share an input decides', () => {
  const x = Float64Array.from({ length: 6000 }, randomOf(4, 1));
  const other = Float64Array.from({ length: 6000 }, randomOf(5, 1));

  it('is whole for any function of it, also one with a hump, and nothing for an unrelated input', () => {
    const hump = x.map((v) => Number(Math.abs(v - 0.5) < 0.25));
    // All but what lies across the edge of a slice.
    expect(decides(x, hump)).toBeGreaterThan(0.99);
    expect(explained(x, hump)).toBeLessThan(0.01);
    expect(decides(other, hump)).toBeLessThan(0.005);
  });

  it('agrees with the straight line where there is one', () => {
    const sum = x.map((v, i) => v + 0.5 * other[i]!);
    expect(decides(x, sum)).toBeCloseTo(explained(x, sum), 1);
    expect(decides(new Float64Array(10).fill(3), sum.subarray(0, 10))).toBe(0);
  });
});

describe('boards at random', () => {
  it('are limited by memory: twice the stages, half the runs', () => {
    const [one, two] = [mostRuns(board([divider()])), mostRuns(board([divider(), divider({ id: 'other' })]))];
    expect(one).toBeGreaterThan(10_000);
    expect(one / two).toBeGreaterThan(1.9);
  });

  it('a divider of two equal resistors has the deviation that its parts give', () => {
    const s = statisticsOf(go(board([divider()]), 20_000), 'div', 'outputVoltage')!;
    // dV/V = (t2 − t1)/2 for equal resistors; uniform ±1 % has a deviation of 1 %/√3 each.
    expect(s.deviation / (5 * 0.5 * Math.SQRT2 * (0.01 / Math.sqrt(3)))).toBeCloseTo(1, 1);
    expect(s.mean).toBeCloseTo(5, 2);
    expect(s.contributions.map((c) => c.input).sort()).toEqual(['parts.R1.value', 'parts.R2.value']);
    for (const c of s.contributions) expect(c.share).toBeCloseTo(0.5, 1);
  });

  it('the yield of a check is the share of the triangle within its limits', () => {
    // The error of the ratio is triangular over ±1 %; within ±0.5 % lie three quarters.
    const s = go(board([divider()]), 20_000);
    const c = s.checks.get('div.ratio-accuracy')!;
    expect(c.held / c.applied).toBeCloseTo(0.75, 1);
    expect(s.passed / s.runs).toBeCloseTo(0.75, 1);
  });

  it('pieces of a run put together are the whole run', () => {
    const doc = board([divider()]);
    const whole = go(doc, 300);
    const pieces = join([go(doc, 100), go(doc, 150, { first: 100 }), go(doc, 50, { first: 250 })]);
    expect(pieces.outcomes.get('div.outputVoltage')).toEqual(whole.outcomes.get('div.outputVoltage'));
    expect([pieces.passed, pieces.checks]).toEqual([whole.passed, whole.checks]);
  });

  it('a waived check does not count against the board, and still has its own yield', () => {
    const doc = board([divider()], { waivers: [{ stage: 'div', check: 'ratio-accuracy', reason: 'trimmed' }] });
    const s = go(doc, 500);
    expect(s.passed).toBe(500);
    expect(s.checks.get('div.ratio-accuracy')!.held).toBeLessThan(500);
  });

  const demo = (name: string): BoardDoc => {
    const read = readBoard(readFileSync(new URL(`../../../demo/${name}`, import.meta.url), 'utf8'));
    if (!read.ok) throw new Error('demo');
    return read.value;
  };

  it('nothing falls outside its extreme values, on a whole board', () => {
    const doc = demo('hive-listener.board.json');
    const sum = evaluateBoard(doc);
    const s = go(doc, 800);
    for (const stage of sum.stages) {
      for (const name of Object.keys(stage.kind.outcomes)) {
        const values = s.outcomes.get(`${stage.id}.${name}`);
        const worst = stage.judged.out(name);
        if (!values || worst.low === null || worst.high === null) continue;
        const room = 1e-6 * Math.max(Math.abs(worst.low), Math.abs(worst.high));
        const seen = values.filter(Number.isFinite);
        expect(Math.min(...seen), `${stage.id}.${name}`).toBeGreaterThanOrEqual(worst.low - room);
        expect(Math.max(...seen), `${stage.id}.${name}`).toBeLessThanOrEqual(worst.high + room);
      }
    }
  });

  it('at the middle of every range a sample is the nominal board', () => {
    const doc = demo('hive-listener.board.json');
    const exact = JSON.parse(JSON.stringify(doc), (_key, v: unknown) =>
      typeof v === 'object' && v !== null && 'nominal' in v ? (v as { nominal: number }).nominal : v,
    ) as BoardDoc;
    for (const stage of exact.stages) for (const part of Object.values(stage.parts ?? {})) if ('tolerance' in part) part.tolerance = 0;
    expect(checkBoard(exact).ok).toBe(true);
    const sum = evaluateBoard(exact);
    const s = go(exact, 1);
    for (const stage of sum.stages)
      for (const [name, values] of s.outcomes) {
        if (!name.startsWith(`${stage.id}.`)) continue;
        const nominal = stage.judged.study.nominal[name.slice(stage.id.length + 1)];
        if (typeof nominal === 'number' && Number.isFinite(values[0])) expect(values[0]! / (nominal || 1), name).toBeCloseTo(nominal === 0 ? 0 : 1, 5);
      }
  });

  it('what spreads a rail spreads what hangs on it, and is named as its cause', () => {
    const s = go(demo('hive-listener.board.json'), 2000);
    const cause = statisticsOf(s, 'radio', 'loadVoltage')!.contributions[0]!;
    expect(cause.input).toBe('analog-3v3.parts.U1.referenceVoltage');
    expect(cause.share).toBeGreaterThan(0.5);
  });

  it('what is worked out late is sampled where a check looks at it, and all that is listed where every one is asked for', () => {
    const doc = board([{ id: 'f', kind: 'active-filter', given: { cutoffFrequency: 2000 } }]);
    const [few, every] = [go(doc, 20), go(doc, 20, { every: true })];
    expect([...few.outcomes.keys()]).toContain('f.cutoffFrequency');
    expect([...few.outcomes.keys()]).not.toContain('f.overshoot');
    expect([...every.outcomes.keys()]).toContain('f.overshoot');
    expect([...every.outcomes.keys()].some((k) => k.startsWith('f.deviation'))).toBe(false);
    // The same boards, whatever is looked at.
    expect(every.outcomes.get('f.cutoffFrequency')).toEqual(few.outcomes.get('f.cutoffFrequency'));
    expect(every.outcomes.get('f.overshoot')!.every((v) => v > 0 && v < 0.2)).toBe(true);
  });

  it('a board that cannot be built has a yield of nothing, without a crash', () => {
    const s = go(demo('weigh-house-supply.board.json'), 200);
    expect(s.passed).toBe(0);
    expect(s.checks.get('raw-minus.transformer-va')!.held).toBe(0);
  });
});
