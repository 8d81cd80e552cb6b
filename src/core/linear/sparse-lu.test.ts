import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ComplexLu, planElimination, RealLu, type Pattern } from './sparse-lu.ts';

type Matrix = number[][];

/** A random sparse matrix that is sure to be regular: its diagonal outweighs its row. */
const regular = fc
  .integer({ min: 1, max: 12 })
  .chain((n) =>
    fc.record({
      n: fc.constant(n),
      entries: fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.double({ min: -1, max: 1, noNaN: true })), { maxLength: 3 * n }),
      diagonal: fc.array(fc.double({ min: 1, max: 4, noNaN: true }), { minLength: n, maxLength: n }),
      shift: fc.nat(n - 1),
      b: fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: n, maxLength: n }),
    }),
  )
  .map(({ n, entries, diagonal, shift, b }) => {
    const a: Matrix = Array.from({ length: n }, () => new Array<number>(n).fill(0));
    for (const [i, j, v] of entries) if (i !== j) a[i]![j]! += v;
    for (let i = 0; i < n; i++) a[i]![i] = diagonal[i]! + a[i]!.reduce((sum, v) => sum + Math.abs(v), 0);
    // Rows turned round, so that no pivot lies where the diagonal was.
    return { n, b, a: a.map((_, i) => a[(i + shift) % n]!) };
  });

function patternOf(a: Matrix): { pattern: Pattern; values: number[] } {
  const places = a.flatMap((row, i) => row.flatMap((v, j) => (v === 0 ? [] : [{ i, j, v }])));
  return { pattern: { n: a.length, rows: places.map((p) => p.i), cols: places.map((p) => p.j) }, values: places.map((p) => p.v) };
}

/** Gaussian elimination with full row pivoting on a dense matrix: another way to the same answer. */
function dense(a: Matrix, b: readonly number[]): number[] {
  const m = a.map((row, i) => [...row, b[i]!]);
  const n = b.length;
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(m[i]![k]!) > Math.abs(m[best]![k]!)) best = i;
    [m[k], m[best]] = [m[best]!, m[k]!];
    for (let i = k + 1; i < n; i++) {
      const f = m[i]![k]! / m[k]![k]!;
      for (let j = k; j <= n; j++) m[i]![j]! -= f * m[k]![j]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) x[i] = (m[i]![n]! - m[i]!.slice(i + 1, n).reduce((sum, v, j) => sum + v * x[i + 1 + j]!, 0)) / m[i]![i]!;
  return x;
}

function planned(pattern: Pattern, values: readonly number[]) {
  const result = planElimination(pattern, values);
  if (!result.ok) throw new Error(`floats at ${result.floating}`);
  return result.plan;
}

describe('real systems', () => {
  it('are solved as dense elimination solves them', () => {
    fc.assert(
      fc.property(regular, ({ n, a, b }) => {
        const { pattern, values } = patternOf(a);
        const lu = new RealLu(planned(pattern, values));
        lu.values.set(values);
        expect(lu.factor()).toBe(-1);
        const x = new Float64Array(n);
        lu.solve(Float64Array.from(b), x);
        dense(a, b).forEach((v, i) => expect(x[i]!).toBeCloseTo(v, 9));
      }),
    );
  });

  it('one plan serves other values on the same pattern, and any number of right sides', () => {
    fc.assert(
      fc.property(regular, fc.double({ min: 0.2, max: 5, noNaN: true }), ({ n, a, b }, factor) => {
        const { pattern, values } = patternOf(a);
        const lu = new RealLu(planned(pattern, values));
        for (const scale of [1, factor]) {
          lu.values.fill(0);
          lu.values.set(values.map((v) => v * scale));
          lu.factor();
          for (const sign of [1, -2]) {
            const x = new Float64Array(n);
            lu.solve(
              Float64Array.from(b, (v) => v * sign),
              x,
            );
            // A·x comes out again as what was asked.
            a.forEach((row, i) => expect(row.reduce((sum, v, j) => sum + v * scale * x[j]!, 0)).toBeCloseTo(b[i]! * sign, 8));
          }
        }
      }),
      { numRuns: 50 },
    );
  });

  it('that are singular name an unknown that floats: one that a solution of A·x = 0 moves', () => {
    for (const [a, free] of [
      [[[0]], [0]],
      [
        [
          [1, 0],
          [2, 0],
        ],
        [1],
      ],
      [
        [
          [1, 2],
          [2, 4],
        ],
        [0, 1],
      ],
    ] as [Matrix, number[]][]) {
      const { pattern, values } = patternOf(a);
      const result = planElimination(pattern, values);
      expect(result.ok).toBe(false);
      expect(free).toContain(!result.ok && result.floating);
    }
  });
});

describe('complex systems', () => {
  it('with real values agree with the real ones', () => {
    fc.assert(
      fc.property(regular, ({ n, a, b }) => {
        const { pattern, values } = patternOf(a);
        const lu = new ComplexLu(planned(pattern, values));
        lu.re.set(values);
        lu.factor();
        const [xr, xi] = [new Float64Array(n), new Float64Array(n)];
        lu.solve(Float64Array.from(b), new Float64Array(n), xr, xi);
        dense(a, b).forEach((v, i) => expect(xr[i]!).toBeCloseTo(v, 9));
        expect(Math.max(...xi.map(Math.abs))).toBe(0);
      }),
      { numRuns: 50 },
    );
  });

  it('multiplied by j turn their solution by −j, and the transposed solve is the adjoint of the straight one', () => {
    fc.assert(
      fc.property(regular, fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 12, maxLength: 12 }), ({ n, a, b }, c) => {
        const { pattern, values } = patternOf(a);
        const plan = planned(pattern, values);
        const straight = new ComplexLu(plan);
        straight.re.set(values);
        straight.factor();
        const turned = new ComplexLu(plan);
        turned.im.set(values);
        turned.factor();
        const zero = () => new Float64Array(n);
        const [xr, xi, yr, yi, zr, zi] = [zero(), zero(), zero(), zero(), zero(), zero()];
        straight.solve(Float64Array.from(b), zero(), xr, xi);
        turned.solve(Float64Array.from(b), zero(), yr, yi);
        xr.forEach((v, i) => {
          expect(yr[i]!).toBeCloseTo(xi[i]!, 9);
          expect(yi[i]!).toBeCloseTo(-v, 9);
        });
        // c·A⁻¹b = (A⁻ᵀc)·b
        straight.solveTransposed(Float64Array.from(c.slice(0, n)), zero(), zr, zi);
        const dot = (p: ArrayLike<number>, q: ArrayLike<number>) => Array.from({ length: n }, (_, i) => p[i]! * q[i]!).reduce((s, v) => s + v, 0);
        expect(dot(c, xr)).toBeCloseTo(dot(zr, b), 7);
      }),
      { numRuns: 50 },
    );
  });
});
