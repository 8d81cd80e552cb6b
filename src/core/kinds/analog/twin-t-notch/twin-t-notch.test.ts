import { expect, it } from 'vitest';
import { alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

const exact = (r: number, c: number) => ({
  R1: { value: r, tolerance: 0 },
  R2: { value: r, tolerance: 0 },
  R3: { value: r / 2, tolerance: 0 },
  C1: { value: c, tolerance: 0 },
  C2: { value: c, tolerance: 0 },
  C3: { value: 2 * c, tolerance: 0 },
});

it('with exact parts is nil where theory says, and as wide as theory says', () => {
  const f0 = 1 / (2 * Math.PI * 31830.98861837907 * 1e-7);
  const s = alone('twin-t-notch', { centreFrequency: f0 }, exact(31830.98861837907, 1e-7));
  expect(nominal(s, 'attenuation')).toBeGreaterThan(110);
  expect(nominal(s, 'notchFrequency') / f0).toBeCloseTo(1, 6);
  // |H| = |1 − u²|/√((1 − u²)² + 16u²): half power where 1 − u² = ±4u, a width of 4·f0.
  expect(nominal(s, 'quality')).toBeCloseTo(0.25, 4);
});

it('is narrowed by its bootstrap as 1/(4·(1 − k))', () => {
  const s = alone(
    'twin-t-notch',
    { topology: 'bootstrapped' },
    { ...exact(31830.98861837907, 1e-7), R4: { value: 1000, tolerance: 0 }, R5: { value: 9000, tolerance: 0 } },
  );
  expect(nominal(s, 'bootstrapRatio')).toBeCloseTo(0.9, 12);
  expect(nominal(s, 'quality')).toBeCloseTo(2.5, 3);
});

it('is as shallow as the worst corner of all its parts, tried one by one', () => {
  const parts = { R1: { value: 31600 }, R2: { value: 31600 }, R3: { value: 15800 }, C1: { value: 1e-7 }, C2: { value: 1e-7 }, C3: { value: 2e-7 } };
  const given = { sourceResistance: 600, loadResistance: 1e7 };
  const low = ends(
    alone('twin-t-notch', given, Object.fromEntries(Object.entries(parts).map(([id, p]) => [id, { ...p, tolerance: 0.01 }]))),
    'attenuation',
  ).low!;
  let worst = Infinity;
  for (let bits = 0; bits < 64; bits++) {
    const corner = Object.fromEntries(
      Object.entries(parts).map(([id, { value }], i) => [id, { value: value * (bits & (1 << i) ? 1.01 : 0.99), tolerance: 0 }]),
    );
    worst = Math.min(worst, nominal(alone('twin-t-notch', given, corner), 'attenuation'));
  }
  expect(low).toBeCloseTo(worst, 6);
});

it('takes the hum that comes with a signal and draws from its rail only with buffers', () => {
  const sum = sumOf([
    { id: 'r', kind: 'dc-input', rails: { out: 'v5' } },
    { id: 'n', kind: 'twin-t-notch', given: { topology: 'bootstrapped' }, rails: { vcc: 'v5' } },
  ]);
  expect(nominal(sum.byId.get('n')!, 'supplyCurrent')).toBeCloseTo(0.002, 9);
  expect(nominal(alone('twin-t-notch'), 'supplyCurrent')).toBe(0);
});
