import { describe, expect, it } from 'vitest';
import supply from '../../../demo/weigh-house-supply.board.json' with { type: 'json' };
import { evaluateBoard } from '../board/evaluate.ts';
import { GENERIC_DEVICES } from '../parts/devices.ts';
import { passes } from '../stage/judge.ts';
import { mendedSupply } from '../testing/demo.ts';
import { linesOf } from './lines.ts';
import { substitutes, withSubstitute } from './substitutes.ts';

const doc = mendedSupply(supply);
const sum = evaluateBoard(doc);
const diodes = linesOf(sum).find((l) => l.sort === 'diode')!;

describe('substitutes', () => {
  const found = substitutes(doc, diodes.key, GENERIC_DEVICES);

  it('are of the same sort, those that fit first, by margin', () => {
    expect(found.length).toBeGreaterThan(2);
    expect(found.every((s) => s.device.sort === 'diode')).toBe(true);
    const fits = found.map((s) => s.fits);
    expect(fits).toEqual([...fits].sort((a, b) => Number(b) - Number(a)));
    const margins = found.filter((s) => s.fits).map((s) => s.tightest!.margin);
    expect(margins).toEqual([...margins].sort((a, b) => b - a));
  });

  it('one that fits passes on the whole board in every place; one that does not fails somewhere, and says where', () => {
    for (const s of found) {
      const after = evaluateBoard(withSubstitute(doc, sum, diodes, s.device));
      const line = linesOf(after).find((l) => l.title === s.device.title)!;
      expect(line.perBoard).toBe(12);
      const failing = after.stages.flatMap((x) => x.checks.filter((c) => !passes(c.status)).map((c) => `${x.title}: ${c.title}`));
      if (s.fits) expect(failing).toEqual([]);
      else expect(s.against.length).toBeGreaterThan(0);
    }
  });

  it('a small signal diode cannot stand in for a rectifier', () => {
    const weak = {
      sort: 'diode' as const,
      title: 'weak diode',
      params: { currentRating: 0.05, surgeRating: 0.5, voltageRating: 100, forwardVoltage: 0.7, junctionToAmbient: 300 },
    };
    const [only] = substitutes(doc, diodes.key, [weak]);
    expect(only).toMatchObject({ fits: false });
  });

  it('there are none for a part that no device stands in', () => {
    const resistor = linesOf(sum).find((l) => l.type === 'resistor')!;
    expect(substitutes(doc, resistor.key, GENERIC_DEVICES)).toEqual([]);
    expect(substitutes(doc, 'no such part', GENERIC_DEVICES)).toEqual([]);
  });
});
