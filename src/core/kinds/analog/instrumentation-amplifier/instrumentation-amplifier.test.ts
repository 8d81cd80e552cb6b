import { expect, it } from 'vitest';
import { agrees, alone, ends, nominal } from '../../../testing/boards.ts';

const three = {
  R1: { value: 1000 },
  R2: { value: 24.9e3 },
  R3: { value: 24.9e3 },
  R4: { value: 1e4 },
  R5: { value: 1e4 },
  R6: { value: 1e4 },
  R7: { value: 1e4 },
};

it('amplifies as both of its circuits say', () => {
  agrees(alone('instrumentation-amplifier', {}, { R1: { value: 505 } }), { gain: 1 + 50000 / 505 });
  agrees(alone('instrumentation-amplifier', { topology: 'three-op-amp' }, three), { gain: 50.8, commonModeGain: 0 });
});

it('rejects as badly as one resistor of its difference stage is off, less the first stage’s gain', () => {
  const s = alone('instrumentation-amplifier', { topology: 'three-op-amp' }, { ...three, R7: { value: 1.01e4 }, U1: { commonModeRejection: 300 } });
  // Common-mode gain of the difference stage worked out apart.
  const gc = (2 * 1.01e4) / (1e4 + 1.01e4) - 1;
  const gd = ((2 * 1.01e4) / (1e4 + 1.01e4) + 1) / 2;
  expect(nominal(s, 'commonModeGain')).toBeCloseTo(gc / (50.8 * gd), 9);
  expect(nominal(s, 'commonModeRejection')).toBeCloseTo(-20 * Math.log10(gc / (50.8 * gd)), 1);
});

it('runs its inner nodes into the rail long before its output', () => {
  const s = alone('instrumentation-amplifier', { inputLevel: 4.4, inputAmplitude: 0.02 });
  expect(nominal(s, 'nodeHeadroomHigh')).toBeLessThan(nominal(s, 'outputHeadroomHigh'));
});

it('drifts away from 25 °C, also between the ends of the weather', () => {
  const s = alone(
    'instrumentation-amplifier',
    {},
    { R1: { value: 505 }, U1: { offsetDrift: 1e-6 } },
    { conditions: { ambient: { nominal: 20, low: 0, high: 50 } } },
  );
  expect(ends(s, 'outputOffset').low).toBeCloseTo(
    nominal(alone('instrumentation-amplifier', {}, { R1: { value: 505 }, U1: { offsetDrift: 0 } }), 'outputOffset'),
    9,
  );
});
