import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withPairs } from '../quantity/pairs.ts';
import { seriesBetween, type Series } from '../quantity/preferred.ts';
import { jointSearch, type Problem } from './joint-search.ts';

type Values = readonly number[];

/** All combinations, each at every corner of its tolerances: what the search has to agree with. */
function bruteForce(problem: Problem): number {
  const { slots, results, targets } = problem;
  let least = Infinity;
  const corners = Array.from({ length: 2 ** slots.length }, (_, bits) => slots.map((s, i) => 1 + (bits & (1 << i) ? 1 : -1) * s.tolerance));
  const go = (depth: number, values: number[]): void => {
    if (depth < slots.length) {
      for (const v of slots[depth]!.values) go(depth + 1, [...values, v]);
      return;
    }
    let worst = 0;
    for (const corner of corners) {
      const ends = values.map((v, i) => v * corner[i]!);
      results.forEach((f, g) => (worst = Math.max(worst, Math.abs(f(ends) / targets[g]! - 1))));
      if (worst >= least) return;
    }
    least = worst;
  };
  go(0, []);
  return least;
}

const divider = ([r1, r2]: Values) => r2! / (r1! + r2!);
const inParallel = (a: number, b: number) => (a * b) / (a + b);
/** Two legs of two resistors each, one in series, one in parallel. */
const fourLegs = ([a, b, c, d]: Values) => inParallel(c!, d!) / (a! + b! + inParallel(c!, d!));
const slot = (series: Series, low: number, high: number, tolerance = 0.01) => ({ values: seriesBetween(series, low, high), tolerance });
const best = (problem: Problem) => jointSearch(problem)[0]!;

describe('joint search', () => {
  it('of two resistors finds what trying all of them finds', () => {
    const slots = [slot('E24', 1e3, 1e5), slot('E24', 1e3, 1e5, 0.005)];
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.98, noNaN: true }), (target) => {
        const problem: Problem = { slots, results: [divider], targets: [target] };
        expect(best(problem).worst).toBeCloseTo(bruteForce(problem), 9);
      }),
      { numRuns: 30 },
    );
  });

  it('of three parts, whichever way the result goes with each', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 30, noNaN: true }), (target) => {
        const problem: Problem = {
          slots: [slot('E6', 1e3, 1e4), slot('E12', 1e3, 1e5), slot('E12', 1e2, 1e4, 0.05)],
          results: [([a, b, c]) => (a! * c!) / (b! + c!) / 1e2],
          targets: [target],
        };
        expect(best(problem).worst).toBeCloseTo(bruteForce(problem), 9);
      }),
      { numRuns: 20 },
    );
  });

  it('of four parts, with outer values left out that cannot reach', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.03, max: 0.9, noNaN: true }), (target) => {
        const few = slot('E6', 1e3, 1e4);
        const problem: Problem = { slots: [few, few, few, slot('E12', 1e3, 1e4)], results: [fourLegs], targets: [target] };
        expect(best(problem).worst).toBeCloseTo(bruteForce(problem), 9);
      }),
      { numRuns: 12 },
    );
  });

  it('serves two results at once: gain and input resistance', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 20, noNaN: true }), fc.double({ min: 2e3, max: 2e4, noNaN: true }), (gain, ohms) => {
        const problem: Problem = {
          slots: [slot('E12', 1e3, 1e5), slot('E24', 1e3, 1e6)],
          results: [([rin, rf]) => rf! / rin!, ([rin]) => rin!],
          targets: [gain, ohms],
        };
        expect(best(problem).worst).toBeCloseTo(bruteForce(problem), 9);
      }),
      { numRuns: 25 },
    );
  });

  it('orders by worst-case error, each with the errors it claims', () => {
    const problem: Problem = { slots: [slot('E96', 1e3, 1e5), slot('E96', 1e3, 1e5)], results: [divider], targets: [0.123], keep: 8 };
    const found = jointSearch(problem);
    expect(found).toHaveLength(8);
    for (const [i, f] of found.entries()) {
      if (i > 0) expect(f.worst).toBeGreaterThanOrEqual(found[i - 1]!.worst - 1e-9);
      expect(f.error).toBeCloseTo(divider(f.values) / 0.123 - 1, 12);
      expect(f.worst).toBeGreaterThanOrEqual(f.off);
    }
    expect(new Set(found.map((f) => f.values.join())).size).toBe(8);
  });

  it('four resistors of a whole decade of E96 each come closer than any two of them', () => {
    const decade = slot('E96', 1e3, 1e4, 0.001);
    const four = best({ slots: [decade, decade, decade, decade], results: [fourLegs], targets: [0.2345] });
    const two = best({ slots: [decade, decade], results: [divider], targets: [0.2345] });
    expect(four.off).toBeLessThan(two.off);
    expect(four.off).toBeLessThan(1e-5);
  });

  it('beyond what can be tried whole still comes within a hundredth of the tolerance', () => {
    const wide = slot('E96', 1e3, 1e5);
    const found = best({ slots: [wide, wide, wide, wide], results: [fourLegs], targets: [0.4321] });
    expect(found.off).toBeLessThan(1e-4);
  });

  it('puts combinations that break a limit behind those that hold', () => {
    const problem: Problem = {
      slots: [slot('E24', 1e3, 1e6), slot('E24', 1e3, 1e6)],
      results: [divider],
      targets: [0.25],
      breaks: ([r1]) => Number(r1! < 1e5),
    };
    for (const f of jointSearch(problem)) expect(f.values[0]!).toBeGreaterThanOrEqual(1e5);
  });

  it('takes any list of values: a drawer', () => {
    const drawer = [100, 220, 1000, 4700, 10_000];
    const found = best({
      slots: [
        { values: drawer, tolerance: 0.01 },
        { values: drawer, tolerance: 0.01 },
      ],
      results: [divider],
      targets: [0.32],
    });
    expect(found.values).toEqual([10_000, 4700]);
    expect(jointSearch({ slots: [{ values: [], tolerance: 0 }], results: [([v]) => v!], targets: [1] })).toEqual([]);
  });
});

describe('pairs', () => {
  it('join as resistors do, and the other way round as capacitors do', () => {
    const ohms = withPairs([1000, 2000], 'either');
    expect(ohms.map((c) => c.value)).toEqual([500, expect.closeTo(666.667, 2), 1000, 2000, 3000, 4000]);
    const farads = withPairs([1e-9, 2e-9], 'parallel', 'parallel');
    expect(farads.map((c) => Number(c.value.toPrecision(6)))).toEqual([1e-9, 2e-9, 3e-9, 4e-9]);
  });

  it('give each value once, by one part where one will do', () => {
    const all = withPairs(seriesBetween('E12', 1e3, 1e4), 'either');
    for (let i = 1; i < all.length; i++) expect(all[i]!.value).toBeGreaterThan(all[i - 1]!.value);
    expect(all.find((c) => c.value === 2200)).toEqual({ value: 2200, first: 2200 });
  });
});
