import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';
import { averageRejection, settling, sincRejection, type Given } from './budget.ts';
import { fitLine } from './calibration.ts';

describe('settling of a sampled input', () => {
  it('agrees with stepping the charge from period to period until it repeats', () => {
    const [r, c1, cs, ta, rate, step] = [1100, 1e-8, 1e-11, 2e-6, 10_000, 3.3];
    // Error of the input capacitor against the source; the sampling capacitor arrives `step` away each time.
    let error = 0;
    let sampled = 0;
    for (let period = 0; period < 5000; period++) {
      const shared = (error * c1 + step * cs) / (c1 + cs);
      sampled = shared * Math.exp(-ta / (r * (c1 + cs)));
      error = sampled * Math.exp(-(1 / rate - ta) / (r * c1));
    }
    const closed = settling(
      { converter: 'sar', sourceResistance: 1000, acquisitionTime: ta, sampleRate: rate, kickbackStep: step } as Given,
      { r1: 100, c1, samplingCapacitor: cs, switchResistance: 1000, reservoir: 0 },
      3.3,
    );
    expect((closed as number) / sampled).toBeCloseTo(1, 6);
  });

  it('a sampling window longer than the period has no value, and neither has the budget', () => {
    const s = alone('adc-channel', { acquisitionTime: 1e-3, sampleRate: 1000 });
    expect(ends(s, 'settlingError').nominal).toBeNull();
    expect(ends(s, 'errorExtreme').nominal).toBeNull();
    expect(check(s, 'accuracy')!.status).toBe('fail');
  });
});

describe('filters of the converter', () => {
  it('a sinc has its nulls at multiples of the rate, and 3.92 dB at half of it', () => {
    expect(sincRejection(100, 100, 1)).toBeGreaterThan(150);
    expect(sincRejection(50, 100, 1)).toBeCloseTo(3.9224, 4);
    expect(sincRejection(50, 100, 3)).toBeCloseTo(3 * 3.9224, 3);
    expect(sincRejection(0, 100, 4)).toBe(0);
  });

  it('an average agrees with adding up the samples of a sine', () => {
    for (const [f, rate, n] of [
      [50, 1000, 7],
      [130, 1000, 20],
      [49, 500, 10],
    ] as const) {
      const [re, im] = Array.from({ length: n }, (_, i) => (2 * Math.PI * f * i) / rate).reduce(
        ([a, b], p) => [a + Math.cos(p) / n, b + Math.sin(p) / n] as const,
        [0, 0] as readonly [number, number],
      );
      expect(averageRejection(f, rate, n)).toBeCloseTo(-20 * Math.log10(Math.hypot(re, im)), 9);
    }
  });

  it('a rate with a tolerance finds the worst of its inside, not of its ends', () => {
    // 20 readings at 1 kHz null 50 Hz; at ±5 % both ends reject more than the lobe between a null and its neighbour.
    const s = alone(
      'adc-channel',
      { sampleRate: { nominal: 1000, tolerance: 0.6 }, averages: 20, interferenceFrequency: 50 },
      { R1: { value: 0 }, C1: { value: 0 } },
    );
    let worst = Infinity;
    for (let rate = 400; rate <= 1600; rate += 0.05) worst = Math.min(worst, averageRejection(50, rate, 20));
    expect(ends(s, 'interferenceRejection').low! - worst).toBeLessThan(0.05);
  });
});

describe('calibration', () => {
  it('through two points is the line through them', () => {
    const fit = fitLine([
      { reference: 1, reading: 1.01 },
      { reference: 3, reading: 3.05 },
    ]);
    expect(fit.gain).toBeCloseTo(2 / 2.04, 12);
    expect(fit.gain * 1.01 + fit.offset).toBeCloseTo(1, 12);
    expect(fit.residual).toBeNull();
  });

  it('leaves residuals that are orthogonal to the readings', () => {
    const points = [0.1, 0.9, 1.7, 2.4, 3.1].map((reading, i) => ({ reading, reference: 0.98 * reading + 0.02 + [0.003, -0.002, 0.001, 0.004, -0.005][i]! }));
    const fit = fitLine(points);
    const left = points.map((p) => p.reference - fit.gain * p.reading - fit.offset);
    expect(left.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 12);
    expect(left.reduce((a, b, i) => a + b * points[i]!.reading, 0)).toBeCloseTo(0, 12);
  });

  it('uncertainty agrees with perturbing every point by itself', () => {
    const points = [0.5, 1.5, 2.5].map((v) => ({ reading: v, reference: v * 1.02 - 0.01, referenceUncertainty: 0.001 }));
    const at = 2;
    const effect = points.map((_, i) => {
      const moved = fitLine(points.map((p, j) => (i === j ? { ...p, reference: p.reference + 0.001 } : p)));
      const base = fitLine(points);
      return moved.gain * at + moved.offset - base.gain * at - base.offset;
    });
    expect(fitLine(points).uncertaintyAt(at)).toBeCloseTo(Math.hypot(...effect), 12);
  });

  it('a two-point calibration takes gain, offset, reference and loading away, drifts stay', () => {
    const given = { measuredVoltage: 2, referenceTolerance: 0.01, gainError: 0.01, offsetVoltage: 0.01, sourceResistance: 1000, inputResistance: 1e6 };
    const more = { conditions: { ambient: 25 } };
    const left = nominal(alone('adc-channel', { ...given, calibration: 'two-point' }, {}, more), 'errorCalibrated');
    const ideal = nominal(
      alone('adc-channel', { measuredVoltage: 2, referenceTolerance: 0, gainError: 0, offsetVoltage: 0, sourceResistance: 1000 }, {}, more),
      'errorExtreme',
    );
    expect(left).toBeCloseTo(ideal, 9);
  });

  it.each([
    ['one point', [{ reference: 1, reading: 1 }], 'stages[0].given.calibrationPoints'],
    [
      'equal readings',
      [
        { reference: 1, reading: 2 },
        { reference: 2, reading: 2 },
      ],
      'stages[0].given.calibrationPoints',
    ],
    ['a missing reading', [{ reference: 1 }], 'stages[0].given.calibrationPoints[0].reading'],
    ['an unknown column', [{ reference: 1, reading: 1, colour: 2 }], 'stages[0].given.calibrationPoints[0].colour'],
    ['text', [{ reference: 'x', reading: 1 }], 'stages[0].given.calibrationPoints[0].reference'],
  ])('%s is refused at its path', (_name, calibrationPoints, path) => {
    expect(refusals([{ id: 'a', kind: 'adc-channel', given: { calibrationPoints } }]).map((i) => i.path)).toContain(path);
  });
});

describe('ranges and noise', () => {
  it('takes the smallest range that holds the signal with headroom', () => {
    const pick = (signalHigh: number) => nominal(alone('adc-channel', { ranges: [0.5, 1, 2, 4], signalHigh, supplyVoltage: 5 }), 'fullScale');
    expect([0.4, 0.5, 0.99, 1.9, 3.7, 9].map(pick)).toEqual([0.5, 1, 2, 2, 4, 4]);
  });

  it('an ideal converter with only quantisation noise has its own number of effective bits', () => {
    const s = alone('adc-channel', { converterNoise: 0, averages: 1, resolution: 14 }, { R1: { value: 0 }, C1: { value: 0 } });
    expect(nominal(s, 'effectiveBits')).toBeCloseTo(14, 2);
  });

  it('averaging helps by the root of the number where noise dithers, and not without', () => {
    const gain = (converterNoise: number) => nominal(alone('adc-channel', { converterNoise, averages: 16 }), 'averagingGain');
    expect(gain(0.01)).toBeCloseTo(4, 2);
    expect(gain(1e-6)).toBeLessThan(1.01);
  });

  it('the R1 it sizes keeps the clamp within its rating', () => {
    for (const overVoltage of [5, 12, 24, 60]) expect(check(alone('adc-channel', { overVoltage }), 'clamp-current')!.status).not.toBe('fail');
  });

  it('a fault on an input without R1 cannot be limited', () => {
    expect(check(alone('adc-channel', { overVoltage: 12 }, { R1: { value: 0 } }), 'clamp-current')!.status).toBe('fail');
  });
});
