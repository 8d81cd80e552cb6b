import { describe, expect, it } from 'vitest';
import { minimumPhase, sineIntegral, stepOf } from './minimum-phase.ts';

/** Frequencies of equal steps of their logarithm, rad/s. */
const grid = (from: number, to: number, n: number) => Array.from({ length: n }, (_, i) => from * (to / from) ** (i / (n - 1)));
const W = grid(1e-4, 1e4, 1201);
const STEP = Math.log(W[1]! / W[0]!);
const Q = 1.3;
const SHAPES = {
  'a low-pass': { h: (w: number) => [1 / (1 + w * w), -w / (1 + w * w)], y: (t: number) => 1 - Math.exp(-t) },
  'a high-pass': { h: (w: number) => [(w * w) / (1 + w * w), w / (1 + w * w)], y: (t: number) => Math.exp(-t) },
  'a resonance': {
    h: (w: number) => {
      const [re, im] = [1 - w * w, w / Q];
      return [re / (re * re + im * im), -im / (re * re + im * im)];
    },
    y: (t: number) => {
      const [s, d] = [1 / (2 * Q), Math.sqrt(1 - 1 / (4 * Q * Q))];
      return 1 - Math.exp(-s * t) * (Math.cos(d * t) + (s / d) * Math.sin(d * t));
    },
  },
};

describe.each(Object.entries(SHAPES))('%s', (_, { h, y }) => {
  it('has the phase that belongs to its magnitude', () => {
    const phase = minimumPhase(
      W.map((w) => Math.log(Math.hypot(...h(w)))),
      STEP,
    );
    for (const at of [0.01, 0.3, 0.95, 1, 2, 50]) {
      const i = W.findIndex((w) => w >= at);
      const [re, im] = h(W[i]!) as [number, number];
      expect(Math.abs(phase[i]! - Math.atan2(im, re))).toBeLessThan(3e-3);
    }
  });

  it('answers a step as its differential equation does', () => {
    const real = W.map((w) => h(w)[0]!);
    for (const t of [0.1, 0.5, 1, 3, 8]) expect(Math.abs(stepOf(real, W, t) - y(t))).toBeLessThan(3e-3);
    expect(stepOf(real, W, 0)).toBe(0);
  });
});

it('knows the sine integral where tables have it', () => {
  // Abramowitz and Stegun, table 5.1 and 5.3.
  for (const [x, si] of [
    [1, 0.9460830704],
    [Math.PI, 1.851937052],
    [5, 1.5499312449],
    [10, 1.6583475942],
  ] as const) {
    expect(Math.abs(sineIntegral(x) - si)).toBeLessThan(1e-6);
    expect(sineIntegral(-x)).toBe(-sineIntegral(x));
  }
  expect(Math.abs(sineIntegral(4 - 1e-9) - sineIntegral(4 + 1e-9))).toBeLessThan(1e-6);
});
