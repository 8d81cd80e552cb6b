import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addRanges, exactly, hasSpread, hypotRanges, lesser, multiplyRanges, nominalOf, scaleRange, toRange, withTolerance, type Range } from './uncertain.ts';

const positive = fc.double({ min: 1e-3, max: 1e3, noNaN: true });
const range = fc.tuple(positive, positive, positive).map((v): Range => {
  const [low, nominal, high] = [...v].sort((a, b) => a - b) as [number, number, number];
  return { low, nominal, high };
});
const ordered = (r: Range) => expect(r.low <= r.nominal && r.nominal <= r.high).toBe(true);

describe('values with ends', () => {
  it('are read from every written form, and the nominal is the same', () => {
    expect(toRange(5)).toEqual({ nominal: 5, low: 5, high: 5 });
    expect(toRange({ nominal: 10, tolerance: 0.1 })).toEqual({ nominal: 10, low: 9, high: 11 });
    expect(toRange({ nominal: -10, tolerance: 0.1 })).toEqual({ nominal: -10, low: -11, high: -9 });
    for (const v of [5, { nominal: 5, tolerance: 0.2 }, { nominal: 5, low: 1, high: 6 }] as const) expect(nominalOf(v)).toBe(toRange(v).nominal);
  });

  it('stay in order whatever is done with them', () => {
    fc.assert(
      fc.property(range, range, positive, (a, b, factor) => {
        for (const r of [addRanges(a, b), multiplyRanges(a, b), scaleRange(a, factor), hypotRanges(a, b), lesser(a, b)!, withTolerance(a.nominal, 0.3)])
          ordered(r);
      }),
    );
  });

  it('hold every combination of what they were made of', () => {
    fc.assert(
      fc.property(range, range, fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b, s, t) => {
        const [x, y] = [a.low + s * (a.high - a.low), b.low + t * (b.high - b.low)];
        const inside = (r: Range, v: number) => expect(v >= r.low * (1 - 1e-12) && v <= r.high * (1 + 1e-12)).toBe(true);
        inside(addRanges(a, b), x + y);
        inside(multiplyRanges(a, b), x * y);
        inside(hypotRanges(a, b), Math.hypot(x, y));
        inside(lesser(a, b)!, Math.min(x, y));
      }),
    );
  });

  it('without spread are exact, and one that is missing sets no bound', () => {
    expect(hasSpread(exactly(3))).toBe(false);
    expect(hasSpread(withTolerance(3, 0.01))).toBe(true);
    const r = { nominal: 2, low: 1, high: 3 };
    expect(lesser(r, null)).toBe(r);
    expect(lesser(null, r)).toBe(r);
    expect(lesser(null, null)).toBeNull();
  });
});
