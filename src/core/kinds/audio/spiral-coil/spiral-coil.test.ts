import { expect, it } from 'vitest';
import { agrees, alone, check, nominal } from '../../../testing/boards.ts';
import { mutual } from './laws.ts';

it('has the wire and resistance of its turns drawn one by one', () => {
  const s = alone('spiral-coil', { layers: 1 });
  let length = 0;
  for (let i = 0; i < 20; i++) length += 2 * Math.PI * (0.01 - 0.0001 - i * 0.0004);
  agrees(s, { wireLength: length, resistance: (1.7241e-8 * (1 + 0.00393 * 5) * length) / (0.0002 * 3.5e-5) }, 1e-9);
});

it('couples two circles as Neumann’s double integral does', () => {
  const [a, b, z] = [0.01, 0.007, 0.002];
  const n = 400;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const angle = (2 * Math.PI * i) / n;
    sum += (a * b * Math.cos(angle)) / Math.sqrt(a * a + b * b - 2 * a * b * Math.cos(angle) + z * z);
  }
  expect(mutual(a, b, z) / (1e-7 * 2 * Math.PI * sum * ((2 * Math.PI) / n))).toBeCloseTo(1, 6);
});

it('ripples as a triangle where its time constant is long, and is warmer with its ripple than without', () => {
  const s = alone('spiral-coil', { switchingFrequency: 5e7 });
  const triangle = 5 / (4 * nominal(s, 'inductance') * 5e7);
  expect(nominal(s, 'rippleCurrent') / triangle).toBeCloseTo(1, 3);
  const slow = alone('spiral-coil', { modulation: 'bipolar', switchingFrequency: 1e5 });
  expect(nominal(slow, 'rippleTemperature')).toBeGreaterThan(nominal(slow, 'coilTemperature'));
});

it('says that there is no room, and nothing else, where the turns do not fit', () => {
  const s = alone('spiral-coil', {}, { L1: { turns: 30 } });
  expect(check(s, 'inner-diameter')!.status).toBe('fail');
  expect(s.judged.nominal('inductance')).toBeNull();
});
