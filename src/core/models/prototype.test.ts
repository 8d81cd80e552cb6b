import { describe, expect, it } from 'vitest';
import { halfPowerRatio, magnitude, poles, sectionsOf, shapeAt, type Shape } from './prototype.ts';

const orders = [1, 2, 3, 4, 5, 6, 7, 8];

describe('prototypes', () => {
  it.each(orders)('of order %i have the magnitudes their names promise, to 1e-10', (n) => {
    for (const w of [0.1, 0.5, 0.9, 1, 1.7, 4]) {
      expect(Math.abs(magnitude(poles('butterworth', n), w) - 1 / Math.sqrt(1 + w ** (2 * n)))).toBeLessThan(1e-10);
      // Chebyshev polynomial by its recurrence, relative to DC.
      let [t0, t1] = [1, w];
      for (let k = 1; k < n; k++) [t0, t1] = [t1, 2 * w * t1 - t0];
      const e2 = 10 ** 0.1 - 1;
      const dc = n % 2 ? 1 : 1 / Math.sqrt(1 + e2);
      expect(Math.abs(magnitude(poles('chebyshev', n, 1), w) - 1 / Math.sqrt(1 + e2 * t1 * t1) / dc)).toBeLessThan(1e-10);
    }
  });

  it.each(orders)('Bessel of order %i delays by a second where it begins, and is at half power at its edge', (n) => {
    const delay = poles('bessel-delay', n).reduce((sum, p) => sum - p.re / (p.re * p.re + p.im * p.im), 0);
    expect(Math.abs(delay - 1)).toBeLessThan(1e-10);
    expect(Math.abs(magnitude(poles('bessel', n), 1) - Math.SQRT1_2)).toBeLessThan(1e-10);
    // Product of the roots is the constant term, (2n)!/(2ⁿ·n!).
    const product = poles('bessel-delay', n).reduce((all, p) => all * Math.hypot(p.re, p.im), 1);
    let odd = 1;
    for (let k = 1; k < 2 * n; k += 2) odd *= k;
    expect(product / odd).toBeCloseTo(1, 10);
  });

  it('a Linkwitz-Riley pair of fourth order sums to one at every frequency', () => {
    const p = poles('linkwitz-riley', 4);
    const at = (w: number) => {
      let [re, im] = [1, 0];
      for (const q of p) {
        // 1/(1 − jw/q)
        const [ar, ai] = [1 - (w * q.im) / (q.re ** 2 + q.im ** 2), -(w * q.re) / (q.re ** 2 + q.im ** 2)];
        const d = ar * ar + ai * ai;
        [re, im] = [(re * ar + im * ai) / d, (im * ar - re * ai) / d];
      }
      return [re, im] as const;
    };
    for (const w of [0.2, 1, 3]) {
      const [lr, li] = at(w);
      // High-pass of the same: times s⁴.
      expect(Math.hypot(lr + lr * w ** 4, li + li * w ** 4)).toBeCloseTo(1, 10);
    }
  });

  it('half power lies where the magnitude says', () => {
    for (const [response, n] of [
      ['chebyshev', 3],
      ['chebyshev', 4],
      ['linkwitz-riley', 6],
      ['bessel-delay', 5],
    ] as const) {
      const top = response === 'chebyshev' && n % 2 === 0 ? 10 ** (0.5 / 20) : 1;
      expect(magnitude(poles(response, n, 0.5), halfPowerRatio(response, n, 0.5)) / top).toBeCloseTo(Math.SQRT1_2, 9);
    }
    expect(magnitude(poles('chebyshev', 4, 0.5), halfPowerRatio('chebyshev', 4, 0.5, 'dc'))).toBeCloseTo(Math.SQRT1_2, 9);
  });

  it('sections of any shape multiply to the shape', () => {
    for (const shape of ['lowpass', 'highpass', 'bandpass'] as const)
      for (const order of [1, 2, 3, 4]) {
        const s: Shape = { response: 'chebyshev', shape, order, ripple: 0.5, frequency: 1000, bandwidth: 300 };
        for (const f of [300, 870, 1000, 1210, 4000]) {
          const product = sectionsOf(s).reduce((all, { frequency, quality }) => {
            const u = f / frequency;
            if (quality === null) return (all * (shape === 'highpass' ? u : 1)) / Math.hypot(1, u);
            const top = shape === 'lowpass' ? 1 : shape === 'highpass' ? u * u : u / quality;
            return (all * top) / Math.hypot(1 - u * u, u / quality);
          }, 1);
          const reference =
            shape === 'bandpass'
              ? sectionsOf(s).reduce((all, { frequency, quality }) => {
                  const u = 1000 / frequency;
                  return (all * (u / quality!)) / Math.hypot(1 - u * u, u / quality!);
                }, 1)
              : 1;
          expect(product / reference / shapeAt(s, f), `${shape} ${order} ${f}`).toBeCloseTo(1, 9);
        }
      }
  });
});
