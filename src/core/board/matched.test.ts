import { describe, expect, it } from 'vitest';
import { alone, board, ends, refusals } from '../testing/boards.ts';
import { explained } from '../tolerance/statistics.ts';
import type { PartDoc, StageDoc } from './document.ts';
import { monteCarlo, statisticsOf } from './monte-carlo.ts';

const GIVEN = { inputVoltage: 10, outputVoltage: 5 };
const part = (more: Partial<PartDoc> = {}): PartDoc => ({ value: 10_000, tolerance: 0.01, ...more });
const pair = (more: Partial<PartDoc>): Record<string, PartDoc> => ({ R1: part(more), R2: part(more) });
const divider = (id: string, more: Partial<PartDoc>): StageDoc => ({ id, kind: 'voltage-divider', given: GIVEN, parts: pair(more) });

describe('a matched set', () => {
  it('of two equal resistors divides as exactly as they track, whatever their tolerance', () => {
    const out = ends(alone('voltage-divider', GIVEN, pair({ match: 'pair', tracking: 0.001 })), 'outputVoltage');
    // Each leaves the common value by half the tracking: V·(1 ± h)/2.
    expect(out.low).toBeCloseTo((10 * (1 - 0.0005)) / 2, 9);
    expect(out.high).toBeCloseTo((10 * (1 + 0.0005)) / 2, 9);
  });

  it('that tracks perfectly has no spread in the ratio at all, in each of the schools', () => {
    const { study } = alone('voltage-divider', GIVEN, pair({ match: 'pair' })).judged;
    for (const s of [study.extreme('outputVoltage'), study.rootSumSquare('outputVoltage'), study.random('outputVoltage')]) {
      expect(s.low).toBeCloseTo(5, 9);
      expect(s.high).toBeCloseTo(5, 9);
    }
  });

  it('keeps the whole tolerance where the values themselves count', () => {
    const source = (more: Partial<PartDoc>) => ends(alone('voltage-divider', GIVEN, pair(more)), 'outputResistance');
    const [free, matched] = [source({}), source({ match: 'pair', tracking: 0.001 })];
    expect(matched.low).toBeCloseTo(free.low!, 6);
    expect(matched.high).toBeCloseTo(free.high!, 6);
    expect(alone('voltage-divider', GIVEN, pair({ match: 'pair' })).judged.range('R1.value')).toEqual({ nominal: 10_000, low: 9900, high: 10_100 });
  });

  it('by root-sum-square adds what is common once and what is own twice', () => {
    const half = alone('voltage-divider', GIVEN, pair({ match: 'pair', tracking: 0.002 })).judged.study.halfSpread('outputVoltage') as number;
    // dV/V = (t2 − t1)/2 with each ±0.1 %.
    expect(half / ((5 * 0.001 * Math.SQRT2) / 2)).toBeCloseTo(1, 4);
  });

  it('is one across the stages of a board', () => {
    const s = monteCarlo(board([divider('a', { match: 'net' }), divider('b', { match: 'net' })]), { runs: 500, seed: 3, distribution: 'uniform' });
    expect(s.inputs.filter((i) => i.path === 'match.net')).toHaveLength(1);
    expect(explained(s.outcomes.get('a.outputResistance')!, s.outcomes.get('b.outputResistance')!)).toBeCloseTo(1, 9);
    expect(statisticsOf(s, 'a', 'outputVoltage')!.deviation).toBeLessThan(1e-9);
    const apart = monteCarlo(board([divider('a', {}), divider('b', {})]), { runs: 500, seed: 3, distribution: 'uniform' });
    expect(explained(apart.outcomes.get('a.outputResistance')!, apart.outcomes.get('b.outputResistance')!)).toBeLessThan(0.02);
  });

  it('needs a name and a ratio', () => {
    const seen = refusals([divider('a', { match: 'no name', tracking: -1 })]);
    expect(seen.map((i) => i.path)).toEqual([
      'stages[0].parts.R1.match',
      'stages[0].parts.R1.tracking',
      'stages[0].parts.R2.match',
      'stages[0].parts.R2.tracking',
    ]);
  });
});
