import { describe, expect, it } from 'vitest';
import { chance } from '../testing/random-designs.ts';
import { realTransform } from './transform.ts';

/** The sum as it is defined, term by term. */
function defined(x: Float64Array, k: number): [number, number] {
  let [re, im] = [0, 0];
  x.forEach((v, i) => {
    re += v * Math.cos((2 * Math.PI * k * i) / x.length);
    im -= v * Math.sin((2 * Math.PI * k * i) / x.length);
  });
  return [re, im];
}

describe('the transform of a real record', () => {
  it.each([1, 2, 3, 4, 5, 7, 8, 12, 15, 31, 64, 96, 100, 125, 210, 211])('is the defined sum for %i samples', (n) => {
    const random = chance(n);
    const x = Float64Array.from({ length: n }, () => random() - 0.5);
    const { re, im } = realTransform(x);
    expect(re.length).toBe(Math.floor(n / 2) + 1);
    for (let k = 0; k < re.length; k++) {
      const [a, b] = defined(x, k);
      expect(re[k]).toBeCloseTo(a, 9);
      expect(im[k]).toBeCloseTo(b, 9);
    }
  });

  it('keeps the energy (Parseval), also of a long record of no power of two', () => {
    const random = chance(3);
    const n = 30_000;
    const x = Float64Array.from({ length: n }, () => random() - 0.5);
    const { re, im } = realTransform(x);
    let bins = 0;
    for (let k = 0; k < re.length; k++) bins += (re[k]! ** 2 + im[k]! ** 2) * (k === 0 || 2 * k === n ? 1 : 2);
    expect(bins / n).toBeCloseTo(
      x.reduce((s, v) => s + v * v, 0),
      6,
    );
  });
});
