import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coldStartVoltage, foldingLimit } from './cold-start.ts';
import { copperLoop } from './copper.ts';
import { hotPlug } from './hot-plug.ts';
import { leg } from './leg.ts';
import { parallel, poleAttenuation, sawtoothShare, settlingConstants, toDb, fromDb } from './network.ts';
import { capacitorNoise, thermalNoise } from './noise.ts';

/** Series R-L-C with ESR met by a step, integrated by the classical Runge–Kutta method. */
function integrate(volts: number, r: number, esr: number, l: number, c: number) {
  let [i, u, peak, inrush] = [0, 0, 0, 0];
  const end = 12 * Math.max(Math.sqrt(l * c), (r + esr) * c, l / (r + esr));
  const h = Math.min(Math.sqrt(l * c), (r + esr) * c, l / (r + esr)) / 400;
  const di = (i: number, u: number) => (volts - (r + esr) * i - u) / l;
  const du = (i: number) => i / c;
  for (let t = 0; t < end; t += h) {
    const [a1, b1] = [di(i, u), du(i)];
    const [a2, b2] = [di(i + (h / 2) * a1, u + (h / 2) * b1), du(i + (h / 2) * a1)];
    const [a3, b3] = [di(i + (h / 2) * a2, u + (h / 2) * b2), du(i + (h / 2) * a2)];
    const [a4, b4] = [di(i + h * a3, u + h * b3), du(i + h * a3)];
    i += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4);
    u += (h / 6) * (b1 + 2 * b2 + 2 * b3 + b4);
    peak = Math.max(peak, u + esr * i);
    inrush = Math.max(inrush, i);
  }
  return { peak: Math.max(peak, volts), inrush };
}

describe('hot plug', () => {
  it.each([
    ['ringing', 24, 0.06, 0.005, 8e-7, 4.7e-6],
    ['ringing with a lossy capacitor', 12, 0.1, 0.3, 1e-6, 1e-5],
    ['damped', 12, 0.15, 0.08, 1.2e-6, 4.7e-4],
    ['overdamped with an ESR that still lifts', 12, 0.02, 0.5, 1e-6, 1e-4],
  ])('%s agrees with numerical integration', (_name, volts, r, esr, l, c) => {
    const [closed, numeric] = [hotPlug(volts, r, esr, l, c), integrate(volts, r, esr, l, c)];
    expect(closed.peak / numeric.peak - 1).toBeCloseTo(0, 4);
    expect(closed.inrush / numeric.inrush - 1).toBeCloseTo(0, 3);
  });

  it('is continuous through critical damping', () => {
    const [l, c] = [1e-6, 1e-5];
    const critical = 2 * Math.sqrt(l / c);
    const at = (k: number) => hotPlug(10, critical * k - 0.05, 0.05, l, c);
    expect(at(1 - 1e-6).inrush / at(1 + 1e-6).inrush).toBeCloseTo(1, 5);
    expect(at(1).inrush / at(1 + 1e-6).inrush).toBeCloseTo(1, 4);
  });

  it('without resistance the voltage doubles; without capacitance nothing happens', () => {
    expect(hotPlug(10, 1e-9, 0, 1e-6, 1e-6).peak).toBeCloseTo(20, 3);
    expect(hotPlug(10, 0.1, 0, 1e-6, 0)).toEqual({ peak: 10, inrush: 0 });
  });
});

describe('cold start', () => {
  const limit = { currentLimit: 2.2, foldbackKnee: 15, foldbackSlope: 0.08, foldbackCurrent: 0.4 };

  it('meets the load line: a scan finds the same voltage', () => {
    for (const [input, wanted, ohms] of [
      [10, 6.3, 1.3],
      [30, 12, 2],
      [40, 24, 9],
      [12, 5, 100],
    ] as const) {
      let scan: number = wanted;
      for (let v = 0; v <= wanted; v += wanted / 20_000) {
        if (v / ohms >= foldingLimit(limit, input - v)) {
          scan = v;
          break;
        }
      }
      expect(coldStartVoltage(limit, input, wanted, ohms)).toBeCloseTo(scan, 2);
    }
  });

  it('reaches the wanted voltage where the limit never bites', () => {
    expect(coldStartVoltage(limit, 10, 5, 1000)).toBe(5);
  });
});

describe('small laws', () => {
  it('copper: one kilometre of 1 mm² both ways is 34.5 Ω at 20 °C, a tenth more at 45 °C', () => {
    expect(copperLoop(1000, 1e-6, 20)).toBeCloseTo(34.482, 3);
    expect(copperLoop(1000, 1e-6, 45) / copperLoop(1000, 1e-6, 20)).toBeCloseTo(1.09825, 5);
  });

  it('thermal noise of 1 kΩ at 25 °C is 4.06 nV/√Hz; its integral over an RC is kT/C', () => {
    expect(thermalNoise(1000, 25)).toBeCloseTo(4.0579e-9, 12);
    const [r, c] = [4700, 2.2e-9];
    expect(thermalNoise(r, 25) * Math.sqrt(1 / (4 * r * c))).toBeCloseTo(capacitorNoise(c, 25), 15);
  });

  it('parallel: open branches do not count, a short does', () => {
    expect(parallel(1000, 1000, Infinity)).toBe(500);
    expect(parallel(1000, 0)).toBe(0);
    expect(parallel(Infinity, Infinity)).toBe(Infinity);
  });

  it('a pole is 3.01 dB down at its corner and falls 20 dB a decade', () => {
    expect(poleAttenuation(100, 100)).toBeCloseTo(3.0103, 4);
    expect(poleAttenuation(1e6, 1) - poleAttenuation(1e5, 1)).toBeCloseTo(20, 6);
    expect(fromDb(toDb(0.37))).toBeCloseTo(0.37, 12);
  });

  it('after the settling constants an exponential is within half an LSB', () => {
    for (const bits of [8, 12, 16]) expect(Math.exp(-settlingConstants(bits)) * 2 ** bits).toBeCloseTo(0.5, 9);
  });

  it('a leg of two resistors conserves power and voltage', () => {
    const series = leg(330, 220, 'series');
    expect(series).toEqual({ ohms: 550, hottest: 0.6, highest: 0.6 });
    const side = leg(330, 220, 'parallel');
    expect(side.ohms).toBeCloseTo(132, 9);
    // In parallel the smaller one takes more: its share is other/(sum).
    expect(side.hottest).toBeCloseTo(330 / 550, 9);
  });
});

describe('a sawtooth through a stage', () => {
  it('passes as its first harmonic where all pass alike, less through a low-pass, more where rejection falls', () => {
    expect(sawtoothShare(() => 0.01)).toBeCloseTo(0.01, 15);
    expect(sawtoothShare((n) => 0.01 / n)).toBeLessThan(0.01);
    // Rejection that falls by 20 dB a decade makes each harmonic count the same: 5 over 1 + 1/2 + 1/3 + 1/4 + 1/5.
    expect(sawtoothShare((n) => 0.01 * n)).toBeCloseTo((0.01 * 5 * 60) / 137, 15);
  });
  it('is never more than the one that passes best', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }), (shares) => {
        const through = sawtoothShare((n) => shares[n - 1]!);
        expect(through).toBeLessThanOrEqual(Math.max(...shares) + 1e-12);
        expect(through).toBeGreaterThanOrEqual(Math.min(...shares) - 1e-12);
      }),
    );
  });
});
