import { expect, it } from 'vitest';
import { agrees, alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = {
  R1: { value: 1e4 },
  R2: { value: 1e4 },
  R3: { value: 1e4 },
  R4: { value: 5e4 },
  R5: { value: 1e4 },
  R6: { value: 16e3 },
  R7: { value: 16e3 },
  C1: { value: 1e-8 },
  C2: { value: 1e-8 },
};

it('has the frequency and quality of the textbook’s two integrators', () => {
  const s = alone('state-variable-filter', {}, parts);
  // 1/Q = 3·R5/(R4 + R5) where all summing resistors are alike.
  agrees(s, { idealCentreFrequency: 1 / (2 * Math.PI * 16e3 * 1e-8), idealQuality: 60 / 30, lowGain: 1, highGain: 1 });
  expect(nominal(s, 'bandGain')).toBeCloseTo(2, 9);
  // Low-pass of quality 2: Q/√(1 − 1/4Q²).
  expect(nominal(s, 'peakGain')).toBeCloseTo(2 / Math.sqrt(1 - 1 / 16), 6);
});

it('gains quality from slow op amps, about as active-filter theory says, and oscillates in the end', () => {
  const at = (gainBandwidth: number) => alone('state-variable-filter', { quality: 2 }, { ...parts, U1: { gainBandwidth } });
  const f0 = 1 / (2 * Math.PI * 16e3 * 1e-8);
  const q = nominal(at(3e5), 'quality');
  expect(q / (2 / (1 - (5 * 2 * f0) / 3e5))).toBeCloseTo(1, 2);
  expect(at(5e3).judged.nominal('quality')).toBeNull();
});

it('doubles with every octave of control, and drifts with temperature unless made up for', () => {
  const given = { tuning: 'controlled', controlLow: 0, controlHigh: 4, controlVoltage: 1 };
  const s = alone('state-variable-filter', given);
  expect(nominal(s, 'highestFrequency') / nominal(s, 'lowestFrequency')).toBeCloseTo(16, 9);
  const warm = (scaleTempco: number) =>
    Math.abs(nominal(alone('state-variable-filter', { ...given, scaleTempco, controlVoltage: 4 }, {}, { conditions: { ambient: 45 } }), 'temperatureDrift'));
  expect(warm(0)).toBeGreaterThan(warm(0.0033));
});

it('spreads between copies by its parts alone', () => {
  const given = { maximumSpread: 50 };
  const usual = Object.fromEntries(Object.entries(parts).map(([id, p]) => [id, { ...p, tolerance: 0.01 }]));
  const s = alone('state-variable-filter', given, usual);
  const wide = ends(alone('state-variable-filter', given, { ...usual, C1: { value: 1e-8, tolerance: 0.05 } }), 'frequencySpread').nominal!;
  expect(wide).toBeGreaterThan(ends(s, 'frequencySpread').nominal!);
  expect(ends(s, 'frequencySpreadRss').nominal!).toBeLessThan(ends(s, 'frequencySpread').nominal!);
});

it('loads its rail with one copy, and the board with as many as there are', () => {
  const sum = sumOf([
    { id: 'r', kind: 'dc-input', rails: { out: 'v' } },
    { id: 'f', kind: 'state-variable-filter', copies: 4, rails: { vcc: 'v' } },
  ]);
  expect(sum.byId.get('r')!.judged.nominal('outputCurrent') ?? 0.012).toBeCloseTo(0.012, 6);
});
