import { told } from '../../../testing/tellings.ts';
import { describe, expect, it } from 'vitest';
import { curvesOf } from '../../../board/curves.ts';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

/** Magnitude of the network by complex arithmetic, node by node: source and R1 into C with its ESR beside the load. */
function magnitude(f: number, series: number, load: number, c: number, esr: number): number {
  const w = 2 * Math.PI * f;
  // Admittance of ESR − j/(ωC)
  const d = esr * esr + 1 / (w * c) ** 2;
  const [g, b] = [esr / d + 1 / load + 1 / series, 1 / (w * c) / d];
  return 1 / series / Math.hypot(g, b);
}

describe('response', () => {
  it.each([
    [1000, 1e12, 1e-7, 0],
    [4700, 47_000, 2.2e-6, 0],
    [10_000, 1e6, 1e-7, 33],
    [100, 220, 1e-5, 5],
  ])('R %d, load %d, C %d, ESR %d agrees with complex arithmetic', (r, load, c, esr) => {
    const s = alone('rc-lowpass', { loadResistance: load }, { R1: { value: r }, C1: { value: c, esr } });
    const dc = magnitude(1e-6, r, load, c, esr);
    expect(nominal(s, 'gain')).toBeCloseTo(dc, 9);
    const corner = nominal(s, 'cutoffFrequency');
    expect(magnitude(corner, r, load, c, esr) / dc).toBeCloseTo(Math.SQRT1_2, 9);
    const response = curvesOf(s, told(s))[0]!;
    response.x.forEach((f, i) => expect(response.nominal[i]).toBeCloseTo(20 * Math.log10(magnitude(f, r, load, c, esr)), 6));
  });

  it('an ESR too large for half power leaves the cutoff without a value, and says why', () => {
    const s = alone('rc-lowpass', {}, { R1: { value: 100 }, C1: { value: 1e-6, esr: 1000 } });
    expect(ends(s, 'cutoffFrequency')).toMatchObject({ nominal: null, absent: { reason: expect.stringContaining('ESR') } });
    expect(check(s, 'cutoff-accuracy')!.status).toBe('fail');
  });

  it('half an LSB after the settling time, by integrating the step', () => {
    const [r, c, bits] = [10_000, 1e-7, 12];
    const s = alone('rc-lowpass', { resolution: bits }, { R1: { value: r }, C1: { value: c } });
    const end = nominal(s, 'settlingTime');
    const steps = 200_000;
    let u = 0;
    for (let i = 0; i < steps; i++) {
      const h = end / steps;
      const k1 = (1 - u) / (r * c);
      u += h * ((1 - (u + (h / 2) * k1)) / (r * c));
    }
    expect((1 - u) * 2 ** bits).toBeCloseTo(0.5, 4);
  });

  it('more R and more C lower the cutoff; the noise only knows C', () => {
    const at = (r: number, c: number) => alone('rc-lowpass', {}, { R1: { value: r }, C1: { value: c } });
    expect(nominal(at(2000, 1e-7), 'cutoffFrequency')).toBeCloseTo(nominal(at(1000, 1e-7), 'cutoffFrequency') / 2, 9);
    expect(nominal(at(2000, 1e-7), 'outputNoise')).toBe(nominal(at(1000, 1e-7), 'outputNoise'));
    expect(nominal(at(1000, 4e-7), 'outputNoise')).toBeCloseTo(nominal(at(1000, 1e-7), 'outputNoise') / 2, 15);
  });
});

describe('sizing', () => {
  it.each([1, 40, 1000, 33_000])('hits %d Hz within a percent with buyable parts', (f) => {
    expect(Math.abs(nominal(alone('rc-lowpass', { cutoffFrequency: f }), 'cutoffFrequency') / f - 1)).toBeLessThan(0.01);
  });

  it('moves R up where the driver is weak, and down where bias would break the error', () => {
    const weak = alone('rc-lowpass', { cutoffFrequency: 1000, currentLimit: 1e-4 });
    expect(check(weak, 'driver-current')!.status).not.toBe('fail');
    const leaky = alone('rc-lowpass', { cutoffFrequency: 100, biasCurrent: 2e-7, resolution: 12, maximumErrorLsb: 1 });
    expect(check(leaky, 'leakage-error')!.status).not.toBe('fail');
  });

  it('computed help holds: the C1 it names passes, the next larger does not', () => {
    // The corner is free to move, so that nothing else stands against it.
    const wide = { cutoffTolerance: 20 };
    const slow = alone('rc-lowpass', { maximumSettlingTime: 1e-3, cutoffFrequency: 100, ...wide }, { R1: { value: 10_000 }, C1: { value: 1.5e-7 } });
    const settling = check(slow, 'settling')!;
    expect(settling.status).toBe('fail');
    const named = Number(/C1 of ([\d.]+)/.exec(settling.help)![1]) * 1e-9;
    const fixed = (c: number) =>
      check(alone('rc-lowpass', { maximumSettlingTime: 1e-3, cutoffFrequency: 100, ...wide }, { R1: { value: 10_000 }, C1: { value: c } }), 'settling')!.status;
    expect(fixed(named)).not.toBe('fail');
    expect(fixed(named * 1.25)).toBe('fail');
  });
});

it('temperature coefficient widens a part over the ambient range', () => {
  const more = { conditions: { ambient: { nominal: 25, low: -15, high: 65 } } };
  const s = alone('rc-lowpass', {}, { R1: { value: 1000, tolerance: 0.01, tempco: 100 }, C1: { value: 1e-7 } }, more);
  const { nominal: f, low } = ends(s, 'cutoffFrequency') as { nominal: number; low: number };
  expect(f / low).toBeCloseTo(1.01 + 40e-4, 6);
});
