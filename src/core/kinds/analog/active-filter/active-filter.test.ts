import { expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal, refusals, sumOf } from '../../../testing/boards.ts';

it('has the response of a cascade worked out by hand where the op amps are fast', () => {
  const s = alone(
    'active-filter',
    { order: 2, cutoffFrequency: 1000, attenuationFrequency: 10000 },
    {
      R11: { value: 11254, tolerance: 0 },
      R12: { value: 11254, tolerance: 0 },
      C11: { value: 20e-9, tolerance: 0 },
      C12: { value: 10e-9, tolerance: 0 },
      U1: { gainBandwidth: 1e10, openLoopGain: 1e8, outputResistance: 0 },
    },
  );
  // Butterworth of second order: |H|² = 1/(1 + (f/fc)⁴).
  const fc = 1 / (2 * Math.PI * 11254 * Math.sqrt(200e-18));
  agrees(s, { sectionFrequency1: fc, sectionQuality1: Math.SQRT1_2 }, 1e-9);
  agrees(s, { halfPowerFrequency: fc, attenuation: 10 * Math.log10(1 + (10000 / fc) ** 4) }, 1e-4);
  expect(nominal(s, 'overshoot')).toBeCloseTo(Math.exp(-Math.PI), 4);
});

it('is moved by slow op amps, and by what drives it', () => {
  const at = (gainBandwidth: number) =>
    Math.abs(nominal(alone('active-filter', { order: 4, cutoffFrequency: 5000 }, { U1: { gainBandwidth } }), 'cutoffShift'));
  expect(at(3e5)).toBeGreaterThan(at(3e6));
  const given = { cutoffFrequency: 1000, order: 2 };
  const parts = { R11: { value: 10e3 }, R12: { value: 10e3 }, C11: { value: 22e-9 }, C12: { value: 10e-9 } };
  expect(nominal(alone('active-filter', { ...given, sourceResistance: 2000 }, parts), 'sectionFrequency1')).toBeCloseTo(
    1 / (2 * Math.PI * Math.sqrt(12e3 * 10e3 * 22e-9 * 10e-9)),
    6,
  );
});

it('finds buyable values for every shape and circuit', () => {
  for (const [given, wanted] of [
    [{ order: 5, response: 'chebyshev' }, ['cutoffFrequency', 1000]],
    [{ order: 3, shape: 'highpass', response: 'bessel' }, ['cutoffFrequency', 1000]],
    [{ order: 4, topology: 'sallen-key-equal' }, ['cutoffFrequency', 1000]],
    [{ order: 4, topology: 'multiple-feedback', gain: 4, response: 'linkwitz-riley' }, ['cutoffFrequency', 1000]],
    [{ order: 2, topology: 'multiple-feedback', shape: 'highpass', gain: 2 }, ['cutoffFrequency', 1000]],
    [{ order: 2, topology: 'multiple-feedback', shape: 'bandpass', centreFrequency: 316, bandwidth: 900 }, ['centreFrequency', 316]],
  ] as const) {
    const s = alone('active-filter', given as never);
    expect(Math.abs(nominal(s, wanted[0]) / wanted[1] - 1)).toBeLessThan(0.03);
    if ('gain' in given) expect(Math.abs(Math.abs(nominal(s, 'gain')) / given.gain - 1)).toBeLessThan(0.1);
  }
});

it('lets the worst part of its band be worse with every tolerance than without', () => {
  const s = alone('active-filter', { order: 4, response: 'chebyshev', ripple: 1 });
  const error = ends(s, 'responseError');
  expect(error.high!).toBeGreaterThan(error.nominal!);
  const closer = alone(
    'active-filter',
    { order: 4, response: 'chebyshev', ripple: 1 },
    Object.fromEntries(['C11', 'C12', 'C21', 'C22'].map((c) => [c, { tolerance: 0.001 }])),
  );
  expect(ends(closer, 'responseError').high!).toBeLessThan(error.high!);
});

it('is refused in orders and circuits that do not exist', () => {
  const path = (given: object) => refusals([{ id: 'a', kind: 'active-filter', given }]).map((r) => r.path);
  expect(path({ response: 'linkwitz-riley', order: 3 })).toEqual(['stages[0].given.order']);
  expect(path({ shape: 'bandpass', order: 2 })).toEqual(['stages[0].given.topology']);
  expect(path({ shape: 'highpass', response: 'bessel-delay' })).toEqual(['stages[0].given.response']);
});

it('clips first inside, and hands its noise and its corner to what listens', () => {
  const sum = sumOf([
    { id: 'f', kind: 'active-filter', given: { order: 4, response: 'chebyshev', ripple: 3, sectionOrder: 'high-q-first', outputSwing: 1.5 } },
    { id: 'adc', kind: 'adc-channel', given: { sampleRate: 20000 }, signals: { in: 'f.out' } },
  ]);
  const f = sum.byId.get('f')!;
  expect(nominal(f, 'peakSwing')).toBeGreaterThan(1.5);
  expect(check(f, 'clipping')!.status).not.toBe('ok');
  expect((sum.byId.get('adc')!.judged.x as { carried: { pathCorner: number } }).carried.pathCorner).toBeCloseTo(nominal(f, 'halfPowerFrequency'), 6);
});
