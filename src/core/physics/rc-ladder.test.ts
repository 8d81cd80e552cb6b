import { describe, expect, it } from 'vitest';
import { abs } from '../math/complex.ts';
import { firstShuntCurrent, ladderAt, ladderPolynomial, negativeRoots, settlingTime } from './rc-ladder.ts';

const one = [{ ohms: 1e3, farads: 1e-6, esr: 0 }];
const three = [
  { ohms: 100, farads: 1e-5, esr: 0 },
  { ohms: 220, farads: 4.7e-6, esr: 0 },
  { ohms: 330, farads: 2.2e-6, esr: 0 },
];

describe('an RC ladder', () => {
  it('one section is a first-order low-pass', () => {
    const fc = 1 / (2 * Math.PI * 1e-3);
    expect(abs(ladderAt(one, fc).transfer)).toBeCloseTo(Math.SQRT1_2, 12);
    expect(settlingTime(one, 0.01)).toBeCloseTo(1e-3 * Math.log(100), 12);
  });

  it('its polynomial is the inverse of the transfer at every frequency', () => {
    const p = ladderPolynomial(three);
    for (const f of [1, 30, 100, 1e3, 1e5]) {
      const w = 2 * Math.PI * f;
      const re = p[0]! - p[2]! * w * w;
      const im = p[1]! * w - p[3]! * w ** 3;
      expect(abs(ladderAt(three, f).transfer) * Math.hypot(re, im)).toBeCloseTo(1, 10);
    }
  });

  it('its poles make the polynomial again', () => {
    const p = ladderPolynomial(three);
    const roots = negativeRoots(p);
    expect(roots).toHaveLength(3);
    for (const s of [-10, 5, 1e3]) {
      const value = p.reduce((sum, c, i) => sum + c * s ** i, 0);
      const product = p[3]! * roots.reduce((all, r) => all * (s - r), 1);
      expect(product / value).toBeCloseTo(1, 9);
    }
  });

  it('settles when stepping through time says so', () => {
    const dt = 1e-6;
    const v = [0, 0, 0];
    let last = 0;
    for (let t = 0; t < 0.1; t += dt) {
      const i = three.map((s, k) => ((k ? v[k - 1]! : 1) - v[k]!) / s.ohms);
      three.forEach((s, k) => (v[k] = v[k]! + (dt / s.farads) * (i[k]! - (i[k + 1] ?? 0))));
      if (Math.abs(1 - v[2]!) > 0.01) last = t;
    }
    expect(settlingTime(three, 0.01)).toBeCloseTo(last, 4);
  });

  it('far above its corners all current of the source flows through the first capacitor', () => {
    expect(firstShuntCurrent(three, 1e7) * 100).toBeCloseTo(1, 5);
  });
});
