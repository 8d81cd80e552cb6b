import { describe, expect, it } from 'vitest';
import { EMPTY_DRAWER } from '../quantity/drawer.ts';
import { inSeries } from '../quantity/preferred.ts';
import { board, nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { setPart } from './edit.ts';
import { evaluateBoard, searchValues } from './evaluate.ts';
import type { Wishes } from './node.ts';

const divider: StageDoc = {
  id: 'div',
  kind: 'voltage-divider',
  given: { inputVoltage: 12, outputVoltage: 3 },
  parts: { R1: { value: 1000, tolerance: 0.01 }, R2: { value: 1000, tolerance: 0.01 }, C1: { value: null } },
};
const search = (wishes: Partial<Wishes>) => searchValues(board([divider]), 'div', { hold: [], ...wishes });

describe('a search for values', () => {
  it('looks past what is chosen now, and what it offers does what it says', () => {
    const [first] = search({});
    let doc = board([divider]);
    for (const slot of ['R1', 'R2']) doc = setPart(doc, 'div', slot, { value: first!.values[slot]!, tolerance: 0.01 });
    expect(nominal(evaluateBoard(doc).byId.get('div')!, 'outputVoltage')).toBeCloseTo(3, 2);
    expect(nominal(sumOf([divider]).byId.get('div')!, 'outputVoltage')).toBeCloseTo(6, 9);
  });

  it('keeps what is held and says nothing of it', () => {
    for (const offer of search({ hold: ['R2'] })) {
      expect(Object.keys(offer.values)).toEqual(['R1']);
      expect(Math.abs(offer.values.R1! / 3000 - 1)).toBeLessThan(0.1);
    }
  });

  it('stays within the values at hand, a series or two limits', () => {
    const own = { ...EMPTY_DRAWER, resistor: [1000, 3300, 10_000, 33_000] };
    for (const offer of search({ own })) for (const v of Object.values(offer.values)) expect(own.resistor).toContain(v);
    for (const offer of search({ series: { R1: 'E12', R2: 'E12' } })) for (const v of Object.values(offer.values)) expect(inSeries(v, 'E12')).toBe(true);
    for (const offer of search({ limits: { R2: { low: 4000, high: 5000 } } })) {
      expect(offer.values.R2!).toBeGreaterThanOrEqual(4000);
      expect(offer.values.R2!).toBeLessThanOrEqual(5000);
    }
  });

  it('finds nothing in an empty drawer', () => {
    expect(search({ own: EMPTY_DRAWER })).toEqual([]);
  });

  it('offers the better of two series for the finer one', () => {
    const off = (series: 'E12' | 'E96') => {
      const [best] = search({ series: { R1: series, R2: series } });
      return Math.abs((12 * best!.values.R2!) / (best!.values.R1! + best!.values.R2!) - 3);
    };
    expect(off('E96')).toBeLessThanOrEqual(off('E12'));
  });
});
