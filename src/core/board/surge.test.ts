import { describe, expect, it } from 'vitest';
import { ends, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';

const adapter: StageDoc = { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } };
const module = (surgeCurrent: number, rail = 'v5'): StageDoc => ({
  id: 'module',
  kind: 'supply-load',
  given: { typicalCurrent: 0.05, surgeCurrent },
  rails: { in: rail },
});
const regulator: StageDoc = {
  id: 'reg',
  kind: 'linear-regulator',
  given: { outputVoltage: 5, regulatorType: 'fixed' },
  parts: { U1: { referenceVoltage: 5, quiescentCurrent: 0.005, minimumLoad: 0, currentRating: 1.5 } },
  rails: { in: 'v12', out: 'v5' },
};
const surgeAt = (stages: StageDoc[]): number => sumOf(stages).byId.get('in')!.links.get('surgeCurrent')?.range.high ?? 0;

describe('what starts behind a regulator or converter', () => {
  it('draws its surge from the adapter too, with what the regulator takes for itself', () => {
    expect(surgeAt([adapter, regulator, module(0.4)])).toBeCloseTo(0.405, 3);
    expect(surgeAt([adapter, regulator, module(0)])).toBe(0);
    expect(surgeAt([adapter, module(0.4, 'v12')])).toBeCloseTo(0.4, 9);
  });

  it('gets no more through than the regulator lets pass', () => {
    expect(surgeAt([adapter, regulator, module(40)])).toBeLessThan(1.6);
  });

  it('comes through a converter as power: less current, by no better efficiency than all of it', () => {
    const buck: StageDoc = { id: 'buck', kind: 'buck-converter', given: { outputVoltage: 5 }, rails: { in: 'v12', out: 'v5' } };
    const amps = surgeAt([adapter, buck, module(1)]);
    const out = ends(sumOf([adapter, buck, module(1)]).byId.get('buck')!, 'outputVoltage');
    expect(amps).toBeLessThan(0.8);
    expect(amps * 12).toBeGreaterThanOrEqual(out.low! * 1);
  });

  it('keeps a supply from starting that could carry the board once it runs', () => {
    const weak = { ...adapter, given: { ...adapter.given, currentLimit: 0.3 } };
    const check = (surge: number) =>
      sumOf([weak, regulator, module(surge)])
        .byId.get('in')!
        .checks.find((c) => c.id === 'start-up')?.status;
    expect(check(0.05)).not.toBe('fail');
    expect(check(0.5)).toBe('fail');
  });
});
