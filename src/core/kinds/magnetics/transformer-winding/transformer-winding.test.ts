import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const T1 = { coreArea: 6.2e-4, windowArea: 3.2e-4, windowBreadth: 0.028 };
const W0 = { turns: 150, diameter: 6e-4, outerDiameter: 6.7e-4, strands: 1, layers: 5 };
const W1 = { turns: 83, diameter: 7.1e-4, outerDiameter: 7.9e-4, strands: 1, layers: 3 };

it('power in is power out and heat, whatever is loaded', () => {
  for (const [i1, i2] of [
    [1.2, 0],
    [0.4, 0.6],
    [2, 0.2],
  ] as const) {
    const s = alone(
      'transformer-winding',
      { inputVoltage: 24, secondary1Voltage: 12, secondary1Current: i1, secondary2Voltage: 6.3, secondary2Current: i2 },
      { T1, W0, W1, W2: { turns: 43, diameter: 5e-4, outerDiameter: 5.6e-4, strands: 1, layers: 1 } },
    );
    const out = nominal(s, 'secondary1Loaded') * i1 + nominal(s, 'secondary2Loaded') * i2;
    expect(nominal(s, 'inputCurrent') * 24).toBeCloseTo(out + nominal(s, 'totalDissipation'), 9);
    expect(nominal(s, 'efficiency')).toBeCloseTo(out / (24 * nominal(s, 'inputCurrent')), 9);
  }
});

it('integrates to its flux: a quarter period of the sine, turns and cross-section', () => {
  const s = alone('transformer-winding', { inputVoltage: 24, frequency: 50 }, { T1, W0, W1 });
  const n = 20000;
  let seconds = 0;
  for (let k = 0; k < n; k++) seconds += (24 * Math.SQRT2 * Math.sin((Math.PI / 2) * ((k + 0.5) / n)) * (1 / 200)) / n;
  expect(nominal(s, 'fluxPeak')).toBeCloseTo(seconds / (150 * 6.2e-4), 6);
});

describe('sizing', () => {
  it('takes the fewest primary turns that hold, and secondaries whose loaded voltage is nearest to what is wanted', () => {
    const given = { inputVoltage: { nominal: 24, tolerance: 0.1 }, secondary1Voltage: 12, secondary1Current: 1, isolationConfirmed: true };
    const s = alone('transformer-winding', given, { T1: { ...T1, maximumFlux: 1.4 } });
    const turns = s.judged.x.parts.W0.turns as number;
    expect(ends(s, 'fluxPeak').high!).toBeLessThanOrEqual(1.4);
    const fewer = alone('transformer-winding', given, { T1: { ...T1, maximumFlux: 1.4 }, W0: { turns: turns - 1 } });
    expect(ends(fewer, 'fluxPeak').high!).toBeGreaterThan(1.4);
    const sized = { ...s.judged.x.parts.W1 } as Record<string, number>;
    const error = (n: number) =>
      Math.abs(
        nominal(
          alone('transformer-winding', given, { T1: { ...T1, maximumFlux: 1.4 }, W0: pick(s.judged.x.parts.W0), W1: { ...pick(sized), turns: n } }),
          'secondary1Error',
        ),
      );
    expect(error(sized.turns!)).toBeLessThanOrEqual(error(sized.turns! + 1));
    expect(error(sized.turns!)).toBeLessThanOrEqual(error(sized.turns! - 1));
  });

  it('at a hundred kilohertz it twists strands that the current still fills', () => {
    const s = alone(
      'transformer-winding',
      { waveform: 'square', inputVoltage: 24, frequency: 1e5, secondary1Voltage: 48, secondary1Current: 1.5, currentDensity: 5e6, isolationConfirmed: true },
      {
        T1: {
          coreArea: 1.2e-4,
          windowArea: 1.2e-4,
          windowBreadth: 0.02,
          meanTurnLength: 0.055,
          coreVolume: 1.1e-5,
          maximumFlux: 0.25,
          lossDensity: 80000,
          lossFrequency: 1e5,
          lossFlux: 0.1,
          frequencyExponent: 1.5,
          fluxExponent: 2.5,
          thermalResistance: 18,
        },
      },
    );
    expect(s.judged.x.parts.W0.strands).toBeGreaterThan(1);
    expect(check(s, 'strand')!.status).not.toBe('fail');
    expect(s.checks.filter((c) => c.severity === 'must' && c.status === 'fail').map((c) => c.id)).toEqual([]);
  });
});

it('says that turns do not fit', () => {
  const s = alone('transformer-winding', {}, { T1, W0: { ...W0, layers: 1 }, W1 });
  expect(check(s, 'turns-fit')!.status).toBe('fail');
  expect(check(alone('transformer-winding', {}, { T1: { ...T1, windowArea: 1.2e-4 }, W0, W1 }), 'layers-fit')!.status).toBe('fail');
});

const pick = (w: Record<string, unknown>) =>
  Object.fromEntries(['turns', 'diameter', 'outerDiameter', 'strands', 'layers'].map((key) => [key, w[key] as number]));
