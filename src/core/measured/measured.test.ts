import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPairs, readParts } from '../files/measured-csv.ts';
import { calibrate, type Pair } from './calibrate.ts';
import { match, type MeasuredPart } from './match.ts';

/** Every way to choose groups of a size, the least sum of spreads by trying them all. */
function leastSum(values: number[], size: number, groups: number): number {
  if (groups === 0) return 0;
  let best = Infinity;
  const spread = (g: number[]) => (Math.max(...g) - Math.min(...g)) / (g.reduce((a, b) => a + b, 0) / g.length);
  const choose = (from: number, left: number, group: number[], rest: number[]): void => {
    if (left === 0) {
      // Groups are told apart by their first part: no order twice.
      best = Math.min(best, spread(group) + leastSum([...rest, ...values.slice(from)], size, groups - 1));
      return;
    }
    for (let i = from; i <= values.length - left; i++) choose(i + 1, left - 1, [...group, values[i]!], [...rest, ...values.slice(from, i)]);
  };
  choose(0, size, [], []);
  return best;
}

describe('matching', () => {
  it('finds the least sum of spreads that trying everything finds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 900, max: 1100 }), { minLength: 6, maxLength: 7 }),
        fc.constantFrom([2, 2], [2, 3], [3, 2]),
        (values, [size, groups]) => {
          const parts: MeasuredPart[] = values.map((value, i) => ({ name: `R${i}`, value }));
          const found = match(parts, size!, groups);
          expect(found.sumOfSpreads).toBeCloseTo(leastSum(values, size!, groups!), 12);
          const names = found.groups.flatMap((g) => g.parts);
          expect(new Set([...names, ...found.left]).size).toBe(values.length);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('refuses more groups than the parts make', () => {
    expect(() => match([{ name: 'a', value: 1 }], 2)).toThrow(/do not make/);
  });
});

describe('a calibration', () => {
  const line = (gain: number, offset: number, readings: number[]): Pair[] => readings.map((reading) => ({ reading, reference: gain * reading + offset }));

  it('finds gain and offset that were put in, and leaves nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 2, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), (gain, offset) => {
        const c = calibrate(line(gain, offset, [0, 1, 2, 3.5]));
        expect(c.gain).toBeCloseTo(gain, 9);
        expect(c.offset).toBeCloseTo(offset, 9);
        expect(c.maximumError.after).toBeLessThan(1e-9);
      }),
    );
  });

  it('leaves residuals that add up to nothing and lean on no reading (normal equations)', () => {
    const pairs = [0.1, 0.9, 2.2, 3.1, 4].map((reading, i) => ({ reading, reference: 1.02 * reading + 0.01 + [0.004, -0.003, 0.002, 0.001, -0.004][i]! }));
    const { residuals } = calibrate(pairs);
    expect(residuals.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 12);
    expect(residuals.reduce((s, r, i) => s + r * pairs[i]!.reading, 0)).toBeCloseTo(0, 12);
  });

  it('by one point moves the offset alone, by two goes through the ends', () => {
    const pairs = line(1.1, 0.2, [0, 1, 2, 3, 4]).map((p, i) => (i === 2 ? { ...p, reference: p.reference + 0.3 } : p));
    expect(calibrate(pairs, { points: 1 })).toMatchObject({ gain: 1, used: [3] });
    const two = calibrate(pairs, { points: 2 });
    expect(two.gain).toBeCloseTo(1.1, 12);
    expect(two.residuals[2]).toBeCloseTo(0.3, 12);
  });

  it('names the point that was spoilt, and none of honest ones', () => {
    const honest = line(1.01, 0.002, [0, 1, 2, 3, 4, 5, 6]).map((p, i) => ({ ...p, reference: p.reference + 0.0004 * Math.sin(i * 2.3) }));
    expect(calibrate(honest).disagree).toEqual([]);
    for (let k = 0; k < honest.length; k++) {
      const spoilt = honest.map((p, i) => (i === k ? { ...p, reading: p.reading + 0.05 } : p));
      expect(calibrate(spoilt).disagree.map((d) => d.point)).toEqual([k + 1]);
    }
    const told = honest.map((p) => ({ ...p, referenceUncertainty: 0.05, readingUncertainty: 0.05 }));
    expect(calibrate(told.map((p, i) => (i === 3 ? { ...p, reading: p.reading + 0.05 } : p))).disagree).toEqual([]);
  });

  it('gives whole-number constants that do the same to a step', () => {
    const lsb = 0.001;
    const { constants, gain, offset } = calibrate(line(1.0123, 0.0094, [0.1, 1, 2.5]), { lsb });
    for (const raw of [0, 100, 2048, 4095]) {
      const whole = Math.floor((raw * constants.multiplier) / 2 ** constants.shift) + constants.offsetSteps!;
      expect(Math.abs(whole - (gain * raw + offset / lsb))).toBeLessThanOrEqual(1.6);
    }
  });
});

describe('tables', () => {
  it('of parts take values as designers write them and name what they cannot read', () => {
    expect(readParts('name,value\nR1,4k7\nR2,4.71k\n')).toEqual({
      ok: true,
      parts: [
        { name: 'R1', value: 4700 },
        { name: 'R2', value: 4710 },
      ],
    });
    expect(readParts('1k\n1.01k\n')).toMatchObject({ ok: true, parts: [{ name: '#1', value: 1000 }, { name: '#2' }] });
    expect(readParts('name,value\nR1,4k7\nR1,x\n')).toMatchObject({ ok: false, issues: [{ path: 'row 3' }, { path: 'row 3' }] });
  });
  it('of pairs go by their names, or by their order', () => {
    expect(readPairs('reading,reference\n1,2\n')).toEqual({ ok: true, pairs: [{ reading: 1, reference: 2 }] });
    expect(readPairs('2,1,0.1\n3,2,0.1\n')).toMatchObject({ ok: true, pairs: [{ reference: 2, reading: 1, referenceUncertainty: 0.1 }, {}] });
    expect(readPairs('a,b\n1,2\n')).toMatchObject({ ok: false });
  });
});
