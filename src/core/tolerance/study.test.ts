import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { impossible } from '../math/absent.ts';
import type { Input } from './corners.ts';
import { Study } from './study.ts';

/** A study over plain numbers: `f` reads them from one object. */
function study(
  ranges: Record<string, [number, number, number]>,
  f: (x: Record<string, number>) => Record<string, number | ReturnType<typeof impossible>>,
  inside: string[] = [],
  more: { turnsAt?: number } = {},
) {
  const x: Record<string, number> = {};
  const inputs: Input[] = Object.entries(ranges).map(([key, [low, nominal, high]]) => {
    x[key] = nominal;
    return { path: key, target: x, key, nominal, low, high };
  });
  return {
    x,
    study: new Study(
      inputs,
      () => f(x) as never,
      (outcome) => (inside.length ? { inputs: inside, value: () => f(x)[outcome]!, ...more } : undefined),
    ),
  };
}

describe('extreme values', () => {
  it('of a divider are those of its worst corners', () => {
    const { study: s } = study({ r1: [9900, 10_000, 10_100], r2: [990, 1000, 1010], v: [11, 12, 13] }, (x) => ({ out: (x.v! * x.r2!) / (x.r1! + x.r2!) }));
    const out = s.extreme('out');
    expect(out.low).toBeCloseTo((11 * 990) / (10_100 + 990), 12);
    expect(out.high).toBeCloseTo((13 * 1010) / (9900 + 1010), 12);
  });

  it('equal brute force over all corners for functions monotone in each input', () => {
    const arb = fc.array(fc.tuple(fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: 0, max: 0.4, noNaN: true })), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(arb, (terms) => {
        const ranges = Object.fromEntries(terms.map(([, t], i) => [`x${i}`, [1 - t, 1, 1 + t] as [number, number, number]]));
        const f = (x: Record<string, number>) => Math.exp(terms.reduce((sum, [k], i) => sum + k * Math.log(x[`x${i}`]!), 0));
        const corners = Array.from({ length: 2 ** terms.length }, (_, bits) =>
          f(Object.fromEntries(terms.map(([, t], i) => [`x${i}`, bits & (1 << i) ? 1 + t : 1 - t]))),
        );
        const out = study(ranges, (x) => ({ y: f(x) })).study.extreme('y');
        expect(out.low! / Math.min(...corners) - 1).toBeCloseTo(0, 9);
        expect(out.high! / Math.max(...corners) - 1).toBeCloseTo(0, 9);
      }),
    );
  });

  it('flips an input whose effect changes sign away from the nominal', () => {
    // At the nominal b = 0 the product does not feel a; at its ends it does.
    const { study: s } = study({ a: [1, 2, 3], b: [-1, 0, 1] }, (x) => ({ y: x.a! * x.b! }));
    expect(s.extreme('y')).toMatchObject({ low: -3, high: 3 });
    expect(s.plain('y').high).toBeLessThanOrEqual(3);
  });

  it('samples the inside where an outcome is not monotone', () => {
    const f = (x: Record<string, number>) => ({ y: -((x.a! - 0.3) ** 2) });
    expect(study({ a: [-1, 0, 1] }, f).study.extreme('y').high).toBeLessThan(-1e-3);
    expect(study({ a: [-1, 0, 1] }, f, ['a']).study.extreme('y').high).toBeCloseTo(0, 6);
  });

  it('looks at a known turning point alone, and only where it lies inside', () => {
    let asked = 0;
    const f = (x: Record<string, number>) => {
      asked++;
      return { y: Math.abs(x.a! - 25) + x.b! };
    };
    const at = (low: number, high: number, turnsAt?: number) => study({ a: [low, (low + high) / 2, high], b: [1, 2, 3] }, f, ['a'], { turnsAt }).study;
    const known = at(0, 60, 25);
    asked = 0;
    expect(known.extreme('y')).toEqual({ nominal: 7, low: 1, high: 38 });
    const few = asked;
    const searched = at(0, 60);
    asked = 0;
    expect(searched.extreme('y').low).toBeCloseTo(1, 2);
    expect(few).toBeLessThan(asked / 10);
    // Below its turning point it falls all the way.
    expect(at(-10, 20, 25).extreme('y')).toEqual({ nominal: 22, low: 6, high: 38 });
  });

  it('leaves every input at its nominal', () => {
    const { x, study: s } = study({ a: [1, 2, 3], b: [4, 5, 6] }, (v) => ({ y: v.a! / v.b! }));
    s.extreme('y');
    s.rootSumSquare('y');
    expect(x).toEqual({ a: 2, b: 5 });
  });

  it('only the end outside a region is null, with its reason', () => {
    const { study: s } = study({ a: [-1, 2, 3] }, (x) => ({ y: x.a! > 0 ? Math.sqrt(x.a!) : impossible('a is negative') }));
    expect(s.extreme('y')).toMatchObject({ nominal: Math.SQRT2, low: null, high: Math.sqrt(3), absent: { reason: 'a is negative' } });
  });

  it('NaN and infinity never leave it', () => {
    const { study: s } = study({ a: [0, 1, 2] }, (x) => ({ y: 1 / x.a!, z: Math.log(-x.a!) }));
    expect(s.extreme('y').high).toBeNull();
    expect(s.extreme('z')).toMatchObject({ nominal: null, low: null, high: null });
  });

  it('always encloses random samples of a multilinear function', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 7, maxLength: 7 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (c, at) => {
          const f = (x: Record<string, number>) =>
            c[0]! + c[1]! * x.a! + c[2]! * x.b! + c[3]! * x.c! + 0.1 * (c[4]! * x.a! * x.b! + c[5]! * x.b! * x.c! + c[6]! * x.a! * x.c!);
          const out = study({ a: [-1, 0, 1], b: [-1, 0, 1], c: [-1, 0, 1] }, (x) => ({ y: f(x) })).study.extreme('y');
          const sample = f({ a: 2 * at[0]! - 1, b: 2 * at[1]! - 1, c: 2 * at[2]! - 1 });
          // A single-flip search may stop at a local corner where cross terms dominate; here they are small.
          expect(sample).toBeGreaterThanOrEqual(out.low! - 0.45);
          expect(sample).toBeLessThanOrEqual(out.high! + 0.45);
        },
      ),
    );
  });
});

describe('root-sum-square', () => {
  it('of a linear sum is the root of the squared spreads', () => {
    const { study: s } = study({ a: [-3, 0, 3], b: [-4, 0, 4] }, (x) => ({ y: x.a! + x.b! }));
    expect(s.rootSumSquare('y')).toEqual({ nominal: 0, low: -5, high: 5 });
    expect(s.halfSpread('y')).toBe(5);
  });

  it('never exceeds the extreme value', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.01, max: 0.3, noNaN: true }), { minLength: 1, maxLength: 5 }), (spreads) => {
        const ranges = Object.fromEntries(spreads.map((t, i) => [`x${i}`, [1 - t, 1, 1 + t] as [number, number, number]]));
        const s = study(ranges, (x) => ({ y: Object.values(x).reduce((a, b) => a + b, 0) })).study;
        const [rss, worst] = [s.rootSumSquare('y'), s.extreme('y')];
        expect(rss.high! - rss.nominal!).toBeLessThanOrEqual(worst.high! - worst.nominal! + 1e-12);
      }),
    );
  });
});

describe('random samples', () => {
  it('of one input lie between its ends, a thousandth cut at each', () => {
    const { study: s, x } = study({ a: [-1, 0, 3] }, (v) => ({ y: 2 * v.a! }));
    const out = s.random('y');
    expect(out.low!).toBeGreaterThan(-2);
    expect(out.low!).toBeLessThan(-2 + 8 * 0.005);
    expect(out.high!).toBeGreaterThan(6 - 8 * 0.005);
    expect(out.high!).toBeLessThan(6);
    expect(x.a).toBe(0);
  });

  it('of a sum spread like a normal distribution: three sigma and a bit, far from the sum of all ends', () => {
    const names = Array.from({ length: 12 }, (_, i) => `x${i}`);
    const { study: s } = study(Object.fromEntries(names.map((n) => [n, [-1, 0, 1]])), (v) => ({ y: names.reduce((sum, n) => sum + v[n]!, 0) }));
    // Twelve uniform numbers in ±1 have sigma 2; 99.9 % of a normal distribution lies below 3.09 sigma.
    expect(s.random('y').high! / (3.09 * 2)).toBeCloseTo(1, 1);
    expect(s.extreme('y').high).toBeCloseTo(12, 9);
  });

  it('without a value count as failing: more than one in a thousand, and there are no ends', () => {
    const gone = impossible('beyond the edge');
    const f = (edge: number) => (v: Record<string, number>) => ({ y: v.a! > edge ? gone : v.a! });
    expect(study({ a: [-1, 0, 1] }, f(0.9)).study.random('y')).toMatchObject({ nominal: 0, low: null, high: null, absent: gone });
    expect(study({ a: [-1, 0, 1] }, f(0.99999)).study.random('y').high!).toBeGreaterThan(0.98);
  });
});

describe('one input moved elsewhere', () => {
  it('gives what a study there gives, for functions monotone in each input', () => {
    const f = (x: Record<string, number>) => ({ y: (x.v! * x.r2!) / (x.r1! + x.r2!) });
    const { study: s, x } = study({ r1: [9900, 10_000, 10_100], r2: [990, 1000, 1010], v: [11, 12, 13] }, f);
    const there = study({ r1: [9900, 10_000, 10_100], r2: [990, 1000, 1010], v: [20, 24, 25] }, f).study.plain('y');
    const moved = s.moved('y', [{ path: 'v', target: x, key: 'v', range: { low: 20, nominal: 24, high: 25 } }]);
    for (const end of ['low', 'nominal', 'high'] as const) expect(moved[end]).toBeCloseTo(there[end]!, 12);
    // The study itself stands where it stood.
    expect(s.plain('y').low).toBeCloseTo((11 * 990) / (10_100 + 990), 12);
    expect(x.v).toBe(12);
  });
});
