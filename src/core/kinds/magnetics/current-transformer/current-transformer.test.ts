import { describe, expect, it } from 'vitest';
import { alone, check, nominal } from '../../../testing/boards.ts';

const R1 = (value: number, powerRating = 0.5) => ({ R1: { value, powerRating } });

describe('clipped sines', () => {
  it('means of the clamped half sines are those of many samples', () => {
    const parts = { ...R1(100), D1: { forwardVoltage: 0.4, dynamicResistance: 0.5 }, T1: { windingResistance: 2, magnetisingInductance: 0.01 } };
    const s = alone('current-transformer', { clamp: 'to-rails', primaryCurrent: 40, frequency: 2e5 }, parts);
    const amps = nominal(s, 'secondaryCurrent');
    const n = 200000;
    const sums = { square: 0, injected: 0, heat: 0, mean: 0 };
    for (let k = 0; k < n; k++) {
      const i = amps * Math.sin((2 * Math.PI * (k + 0.5)) / n);
      const level = i > 0 ? 5.4 : 0.4;
      const diode = Math.max(0, (Math.abs(i) - level / 100) / (1 + 0.5 / 100));
      const volts = diode > 0 ? level + 0.5 * diode : 100 * Math.abs(i);
      sums.square += volts ** 2 / n;
      sums.mean += (Math.sign(i) * volts) / n;
      if (i > 0) sums.injected += diode / n;
      else sums.heat += ((0.4 + 0.5 * diode) * diode) / n;
    }
    expect(nominal(s, 'burdenDissipation') * 100).toBeCloseTo(sums.square, 5);
    expect(nominal(s, 'railInjection')).toBeCloseTo(sums.injected, 6);
    expect(nominal(s, 'clampPower')).toBeCloseTo(sums.heat, 6);
    expect(nominal(s, 'windingMean')).toBeCloseTo(sums.mean, 5);
  });

  it('unequal clamps leave a direct voltage on the winding: a must, cured by equal ones or a coupling capacitor', () => {
    const given = { clamp: 'to-rails', primaryCurrent: 40, frequency: 2e5, railMinimumLoad: 0.2 };
    expect(check(alone('current-transformer', given, R1(100)), 'clamp-balance')!.status).toBe('fail');
    expect(check(alone('current-transformer', { ...given, coupled: true }, R1(100)), 'clamp-balance')!.status).toBe('ok');
    expect(check(alone('current-transformer', { ...given, clamp: 'antiparallel' }, R1(100)), 'clamp-balance')).toBeUndefined();
    expect(nominal(alone('current-transformer', { ...given, clamp: 'antiparallel' }, R1(100)), 'windingMean')).toBeCloseTo(0, 12);
  });
});

it('a pulse droops as a first-order circuit does, by steps, and resets in balance', () => {
  const s = alone(
    'current-transformer',
    { waveform: 'unipolar-pulse', pulseWidth: 4e-6, resetVoltage: 5 },
    { ...R1(10), T1: { magnetisingInductance: 5e-3, windingResistance: 1 } },
  );
  let i = 0;
  const dt = 4e-6 / 1e5;
  for (let k = 0; k < 1e5; k++) i += ((11 * (0.1 - i)) / 5e-3) * dt;
  expect(nominal(s, 'droop')).toBeCloseTo(i / 0.1, 5);
  expect(nominal(s, 'resetTime') * 5).toBeCloseTo((1 + 0.1) * 4e-6, 12);
});

it('chooses the largest burden that stays inside the input', () => {
  const s = alone('current-transformer', {});
  const r = s.parts.find((p) => p.slot === 'R1')!.value!;
  expect(check(s, 'logic-maximum')!.status).not.toBe('fail');
  expect(check(alone('current-transformer', {}, { R1: { value: r * 1.3, tolerance: 0.01 } }), 'logic-maximum')!.status).not.toBe('ok');
});
