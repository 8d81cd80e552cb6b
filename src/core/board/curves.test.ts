import { told } from '../testing/tellings.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOLTZMANN } from '../physics/constants.ts';
import { alone } from '../testing/boards.ts';
import { curvesOf, resampled, solvedCurves } from './curves.ts';

const filter = (t1 = 0.01, t2 = 0.1) =>
  alone('rc-lowpass', { cutoffFrequency: 159 }, { R1: { value: 10_000, tolerance: t1 }, C1: { value: 1e-7, tolerance: t2 } });
const at = (x: readonly number[], wanted: number) => x.reduce((best, v, i) => (Math.abs(v - wanted) < Math.abs(x[best]! - wanted) ? i : best), 0);

describe('curves of the solver', () => {
  it('noise is thermal noise of R1 in the passband, and falls with the filter above', () => {
    const noise = solvedCurves(filter(), told(filter())).find((b) => b.curve.id === 'noise')!;
    const thermal = Math.sqrt(4 * BOLTZMANN * (273.15 + 25) * 10_000);
    noise.x.forEach((f, i) => expect(noise.nominal[i]! / (thermal / Math.hypot(1, 2 * Math.PI * f * 10_000 * 1e-7))).toBeCloseTo(1, 6));
    // At the low end of the band the density goes with the root of R1; its high end also has the corner lowest there.
    expect(noise.high[0]! / noise.nominal[0]!).toBeCloseTo(Math.sqrt(1.01), 4);
  });

  it('the waveform from rest follows the exponential, its band that of the slowest and fastest parts', () => {
    const wave = solvedCurves(filter(), told(filter())).find((b) => b.curve.id === 'waveform')!;
    const settled = wave.nominal.at(-1)!;
    const k = at(wave.x, 1e-3);
    const part = (scale: number) => 1 - Math.exp(-wave.x[k]! / (1e-3 * scale));
    expect(wave.nominal[k]! / settled).toBeCloseTo(part(1), 2);
    expect(wave.low[k]! / settled).toBeCloseTo(part(1.01 * 1.1), 2);
    expect(wave.high[k]! / settled).toBeCloseTo(part(0.99 * 0.9), 2);
  });

  it('leave out what does not move: a rail that just stands has no waveform', () => {
    const load = alone('supply-load', { inputVoltage: 5, typicalCurrent: 0.1 });
    const bands = solvedCurves(load, told(load));
    expect(bands.map((b) => b.curve.id)).not.toContain('waveform');
  });

  it('have no band where nothing spreads, and are plain data that a worker can hand over', () => {
    const bands = [...solvedCurves(filter(0, 0), told(filter(0, 0))), ...curvesOf(filter(0, 0), told(filter(0, 0)))];
    expect(bands.length).toBeGreaterThan(2);
    for (const band of structuredClone(bands)) expect(band.low).toEqual(band.high);
  });
});

describe('a waveform at other times', () => {
  it('keeps straight lines straight, and its own points', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 20 }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (ts, slope) => {
          const time = [...ts].sort((a, b) => a - b);
          const line = time.map((t) => 2 + slope * t);
          const span = time.at(-1)! - time[0]!;
          const asked = Array.from({ length: 9 }, (_, i) => time[0]! + (span * i) / 8);
          resampled(time, line, asked).forEach((v, i) => expect(v).toBeCloseTo(2 + slope * asked[i]!, 6));
          expect(resampled(time, line, time)).toEqual(line.map((v) => expect.closeTo(v, 6)));
        },
      ),
    );
    expect(resampled([0, 1], [3, 4], [-1, 5])).toEqual([3, 4]);
  });
});
