import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { board, check, nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { Evaluator, type StageSum } from './evaluate.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** A supply, a tap of it, a filter and a converter: everything left to sizing. */
const chain = (volts: number, cutoff: number): StageDoc[] => [
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: volts }, rails: { out: 'v' } },
  { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: volts - 4 }, rails: { in: 'v', out: 'quiet' } },
  { id: 'tap', kind: 'voltage-divider', given: { outputVoltage: 2 }, rails: { in: 'quiet' } },
  { id: 'filter', kind: 'rc-lowpass', given: { cutoffFrequency: cutoff }, signals: { in: 'tap.out' } },
  { id: 'adc', kind: 'adc-channel', signals: { in: 'filter.out' } },
];
/** A light load on a rail from the mains, where what regulators draw themselves counts. */
const mains: StageDoc[] = [
  { id: 'raw', kind: 'rectifier-reservoir', given: { secondaryVoltage: 15, transformerVa: 20 }, rails: { out: 'raw' } },
  { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 12 }, rails: { in: 'raw', out: 'v12' } },
  { id: 'filter', kind: 'rc-ripple-filter', rails: { in: 'v12', out: 'quiet' } },
  { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.02, peakCurrent: 0.03, minimumVoltage: 10, maximumVoltage: 13 }, rails: { in: 'quiet' } },
];
/** A stage with its parts typed as they were chosen. */
const typed = (s: StageSum): StageDoc => ({
  ...s.doc,
  parts: Object.fromEntries(
    s.parts
      .filter((p) => p.value !== null && p.def.type !== 'device')
      .map((p) => [p.slot, { ...s.doc.parts?.[p.slot], value: p.value!, tolerance: p.tolerance }]),
  ),
});
const values = (s: StageSum) => Object.fromEntries(s.parts.map((p) => [p.slot, p.value]));

describe('a chain left to sizing', () => {
  it('a filter is sized for the tap it hangs on, as that was sized', () => {
    fc.assert(
      fc.property(real(8, 14), real(10, 2000), (volts, cutoff) => {
        const sum = sumOf(chain(volts, cutoff));
        expect(nominal(sum.byId.get('filter')!, 'cutoffFrequency') / cutoff).toBeGreaterThan(0.95);
        expect(nominal(sum.byId.get('filter')!, 'cutoffFrequency') / cutoff).toBeLessThan(1.05);
        expect(nominal(sum.byId.get('tap')!, 'outputVoltage')).toBeCloseTo(2, 1);
        expect(check(sum.byId.get('filter')!, 'cutoff-accuracy')!.value).not.toBeNull();
      }),
      { numRuns: 15 },
    );
  });

  it('a reservoir and a filter are sized for what the stages behind them draw, their own dividers counted', () => {
    const sum = sumOf(mains);
    for (const [stage, id] of [
      ['raw', 'ripple'],
      ['raw', 'trough'],
      ['filter', 'output-ripple'],
    ] as const)
      expect(check(sum.byId.get(stage)!, id)!.status, `${stage} ${id}`).not.toBe('fail');
  });

  it.each([
    ['signals', chain(12, 90), ['reg', 'tap', 'filter']],
    ['a supply from the mains', mains, ['raw', 'reg', 'filter']],
  ])('%s: with all others typed as they were chosen, each stage is sized as it was', (_what, stages, ids) => {
    const sum = sumOf(stages);
    for (const open of ids) {
      const again = sumOf(sum.stages.map((s) => (s.id === open ? s.doc : typed(s))));
      expect(values(again.byId.get(open)!), open).toEqual(values(sum.byId.get(open)!));
    }
  });

  it('an edit far up sizes anew what hangs on it, as a fresh sum does', () => {
    const evaluator = new Evaluator();
    let stages = chain(12, 90);
    evaluator.evaluate(board(stages));
    for (const volts of [9, 13, 12]) {
      stages = stages.map((s) =>
        s.id === 'in' ? { ...s, given: { supplyVoltage: volts } } : s.id === 'reg' ? { ...s, given: { outputVoltage: volts - 4 } } : s,
      );
      const [edited, fresh] = [evaluator.evaluate(board(stages)), sumOf(stages)];
      for (const s of fresh.stages) expect(values(edited.byId.get(s.id)!), `${volts} V, ${s.id}`).toEqual(values(s));
    }
  });
});
