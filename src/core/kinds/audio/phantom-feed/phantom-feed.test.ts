import { expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

it('turns ripple into signal by mismatch alone, as the two node equations say', () => {
  const [ra, m, b, rs] = [6810, 0.004, 10e3, 150];
  const s = alone('phantom-feed', { matching: m, biasResistance: b, sourceResistance: rs, inputRipple: 1 }, { RA: { value: ra } });
  // Solved by relaxation, apart from the closed form.
  const [a1, a2] = [ra * (1 + m / 2), ra * (1 - m / 2)];
  let [va, vb] = [0.5, 0.5];
  for (let k = 0; k < 20_000; k++) {
    va = (1 / a1 + vb / rs) / (1 / a1 + 1 / b + 1 / rs);
    vb = (1 / a2 + va / rs) / (1 / a2 + 1 / b + 1 / rs);
  }
  expect(nominal(s, 'differentialRipple') / Math.abs(va - vb)).toBeCloseTo(1, 6);
  expect(nominal(alone('phantom-feed', { matching: 0 }), 'differentialRipple')).toBeCloseTo(0, 15);
});

it('is worst with one leg shorted, and no more than all the current can be', () => {
  const s = alone('phantom-feed', { phantomVoltage: 48, matching: 0, channels: 3, microphoneCurrent: 0.004 }, { RA: { value: 6810 } });
  expect(nominal(s, 'shortedDissipation')).toBeCloseTo(48 ** 2 / 6810, 9);
  expect(nominal(s, 'faultCurrent')).toBeCloseTo(2 * 0.004 + 48 / 3405, 9);
});
