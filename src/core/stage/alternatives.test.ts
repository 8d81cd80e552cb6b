import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Input } from '../tolerance/corners.ts';
import { Study } from '../tolerance/study.ts';
import { Judged } from './judged.ts';

// A mismatch that may go either way: gain error of a pair plus or minus what a common error adds.
const NAMES = ['plus', 'minus'] as const;
function pair(a: number, b: number, common: number) {
  const x = { a: 1, b: 1, e: 0 };
  const input = (key: keyof typeof x, half: number): Input => ({ path: key, target: x, key, nominal: x[key], low: x[key] - half, high: x[key] + half });
  const study = new Study([input('a', a), input('b', b), input('e', common)], () => ({ plus: x.a / x.b - 1 + x.e, minus: x.a / x.b - 1 - x.e }));
  const judged = new Judged({} as never, { ambient: { nominal: 25, low: 25, high: 25 } } as never, study, 'extreme-value', (name) =>
    name === 'error' ? { largestOf: NAMES } : undefined,
  );
  return {
    judged,
    at: (p: number, q: number, r: number) =>
      Math.max(Math.abs((1 + a * p) / (1 + b * q) - 1 + common * r), Math.abs((1 + a * p) / (1 + b * q) - 1 - common * r)),
  };
}
const share = fc.double({ min: -1, max: 1, noNaN: true });
const half = fc.double({ min: 0.001, max: 0.1, noNaN: true });

describe('the worst of signed alternatives', () => {
  it('holds every board, and its high end is one', () => {
    fc.assert(
      fc.property(half, half, half, share, share, share, (a, b, e, p, q, r) => {
        const { judged, at } = pair(a, b, e);
        const error = judged.out('error');
        const there = at(p, q, r);
        expect(there).toBeLessThanOrEqual(error.high! * (1 + 1e-9));
        expect(there).toBeGreaterThanOrEqual(error.low! * (1 - 1e-9));
        expect(error.high).toBeCloseTo(Math.max(at(1, -1, 1), at(-1, 1, 1)), 12);
        expect(error.nominal).toBe(0);
      }),
    );
  });
});
