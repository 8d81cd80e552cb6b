import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { harmonics } from './harmonics.ts';

/** Samples of a waveform over some periods. */
function sampled(f: (t: number) => number, frequency: number, periods = 3, points = 4000) {
  const time = Array.from({ length: points + 1 }, (_, i) => (i * periods) / frequency / points);
  return { time, value: time.map(f) };
}
/** A waveform given by its corners within one period, repeated. */
function cornered(corners: [number, number][], frequency: number, periods = 2) {
  const time: number[] = [];
  const value: number[] = [];
  for (let k = 0; k < periods; k++)
    for (const [share, v] of corners) {
      time.push((k + share) / frequency);
      value.push(v);
    }
  return { time, value };
}

describe('harmonics', () => {
  it('of a sine are itself alone, whatever its phase and mean', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (a, phase, dc) => {
          const { time, value } = sampled((t) => dc + a * Math.sin(2 * Math.PI * 50 * t + phase), 50);
          const h = harmonics(time, value, 50, 5);
          expect(h.dc).toBeCloseTo(dc, 5);
          expect(h.amplitudes[0]! / a).toBeCloseTo(1, 4);
          expect(h.distortion).toBeLessThan(1e-3);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('of a square wave are 4/π over the odd numbers', () => {
    const { time, value } = cornered(
      [
        [0, 1],
        [0.4999999, 1],
        [0.5, -1],
        [0.9999999, -1],
      ],
      1000,
      3,
    );
    const h = harmonics([...time, 3e-3], [...value, 1], 1000, 7);
    for (const [k, a] of h.amplitudes.entries()) expect(a).toBeCloseTo(k % 2 ? 0 : 4 / Math.PI / (k + 1), 5);
  });

  it('of a triangle fall with the square, exact for its straight lines from four points', () => {
    const { time, value } = cornered(
      [
        [0, 0],
        [0.25, 1],
        [0.75, -1],
      ],
      100,
      2,
    );
    const h = harmonics([...time, 0.02], [...value, 0], 100, 5);
    expect(h.amplitudes[0]).toBeCloseTo(8 / Math.PI ** 2, 9);
    expect(h.amplitudes[2]).toBeCloseTo(8 / Math.PI ** 2 / 9, 9);
    expect(h.amplitudes[4]).toBeCloseTo(8 / Math.PI ** 2 / 25, 9);
    expect(h.amplitudes[1]).toBeCloseTo(0, 9);
  });

  it('of a sum are the sum of the parts: distortion of a known mixture', () => {
    const f = (t: number) => Math.sin(2 * Math.PI * 60 * t) + 0.03 * Math.sin(2 * Math.PI * 180 * t) + 0.04 * Math.cos(2 * Math.PI * 300 * t);
    const { time, value } = sampled(f, 60, 3, 20_000);
    expect(harmonics(time, value, 60, 9).distortion).toBeCloseTo(0.05, 4);
  });

  it('look at the last period alone: what was before it has no say', () => {
    const { time, value } = sampled((t) => (t < 0.04 ? 7 : Math.sin(2 * Math.PI * 50 * t)), 50);
    expect(harmonics(time, value, 50, 3).amplitudes[0]).toBeCloseTo(1, 3);
  });
});
