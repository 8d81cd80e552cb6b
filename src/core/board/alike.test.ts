import { expect, it } from 'vitest';
import type { BoardDoc, StageDoc } from './document.ts';
import { setGiven, setPart } from './edit.ts';
import { Evaluator, evaluateBoard } from './evaluate.ts';
import { monteCarlo } from './monte-carlo.ts';
import { settledBoard } from './settle.ts';

/** Channels that are all the same, each with its divider, filter and converter. */
const board = (channels: number): BoardDoc => ({
  format: 'spark-sum/board',
  version: 1,
  name: 'channels',
  conditions: { ambient: { nominal: 25, low: 0, high: 50 } },
  stages: [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: { nominal: 12, tolerance: 0.05 } }, rails: { out: 'v12' } },
    ...Array.from({ length: channels }, (_, i): StageDoc[] => [
      { id: `div${i}`, kind: 'voltage-divider', given: { outputVoltage: 2 }, parts: { R1: { value: 49_900, tolerance: 0.01 } }, rails: { in: 'v12' } },
      { id: `rc${i}`, kind: 'rc-lowpass', given: { cutoffFrequency: 20 }, signals: { in: `div${i}.out` } },
    ]).flat(),
  ],
});
const outcomes = (doc: BoardDoc) =>
  evaluateBoard(doc).stages.map((s) => [s.id, Object.keys(s.kind.outcomes).map((name) => s.judged.out(name as never)), s.checks.map((c) => c.margin)]);

it('channels that stand alike are laid out once, and one that differs by itself', () => {
  const laid = (doc: BoardDoc) =>
    new Set(
      settledBoard(doc)
        .nodes.filter((n) => n.kind.id === 'rc-lowpass')
        .map((n) => n.laid),
    ).size;
  expect(laid(board(4))).toBe(1);
  expect(laid(setPart(board(4), 'rc2', 'C1', { value: 1e-6, tolerance: 0.05 }))).toBe(2);
});

it('what a stage answers does not depend on how many stand like it', () => {
  const [four, two] = [outcomes(board(4)), outcomes(setGiven(board(4), 'div3', 'outputVoltage', 1.5))];
  const of = (all: typeof four, id: string) => all.find(([name]) => name === id)!.slice(1);
  expect(of(four, 'rc0')).toEqual(of(four, 'rc3'));
  expect(JSON.stringify(of(two, 'rc0'))).toBe(JSON.stringify(of(two, 'rc1')));
  expect(of(two, 'rc3')).not.toEqual(of(two, 'rc0'));
});

it('a value that is nudged there and back leaves the board as it was', () => {
  const evaluator = new Evaluator();
  const [here, there] = [board(3), setGiven(board(3), 'div1', 'outputVoltage', 2.5)];
  const margins = (doc: BoardDoc) => evaluator.evaluate(doc).stages.map((s) => s.checks.map((c) => c.margin));
  const before = margins(here);
  expect(margins(there)).not.toEqual(before);
  for (const [a, b] of margins(here)
    .flat()
    .map((m, i) => [m, before.flat()[i]!] as const)) {
    if (a === null) expect(b).toBeNull();
    else expect(a).toBeCloseTo(b!, 9);
  }
});

it('boards at random draw the parts of stages that stand alike each by itself', () => {
  const samples = monteCarlo(board(2), { runs: 50, seed: 1, distribution: 'uniform' });
  const of = (stage: string) => [...samples.outcomes.get(`${stage}.cutoffFrequency`)!];
  const [a, b] = [of('rc0'), of('rc1')];
  expect(a.filter((v, i) => v !== b[i]).length).toBe(50);
  const drawn = (stage: string) => samples.inputs.find((i) => i.stage === stage && i.path === 'parts.C1.value')!.values;
  // The cutoff follows its own capacitor: the higher it is, the lower the cutoff, whatever the other has.
  const slope = (x: ArrayLike<number>, y: readonly number[]) => {
    const mean = (v: ArrayLike<number>) => Array.from(v).reduce((s, n) => s + n, 0) / v.length;
    const [mx, my] = [mean(x), mean(y)];
    return y.reduce((s, v, i) => s + (v - my) * (x[i]! - mx), 0);
  };
  expect(slope(drawn('rc0'), a)).toBeLessThan(0);
  expect(slope(drawn('rc1'), b)).toBeLessThan(0);
});
