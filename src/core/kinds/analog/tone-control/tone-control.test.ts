import { expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

const parts = {
  R1: { value: 1e4 },
  R2: { value: 1e4 },
  R3: { value: 1e4 },
  R4: { value: 3300 },
  R5: { value: 3300 },
  C1: { value: 4.7e-8 },
  C2: { value: 1e-9 },
};

it('is one in the middle, and boosts as much as it cuts', () => {
  const s = alone('tone-control', {}, parts);
  expect(nominal(s, 'midGainDb')).toBeCloseTo(0, 6);
  expect(nominal(s, 'bassBoost')).toBeCloseTo(-nominal(s, 'bassCut'), 6);
  expect(nominal(s, 'trebleBoost')).toBeCloseTo(-nominal(s, 'trebleCut'), 6);
});

it('ends far below at the ratio of its resistors', () => {
  const s = alone('tone-control', { bassFrequency: 0.01 }, parts);
  // R1 on one side of the wiper, track and R2 on the other; both sides feed the summing point through the wiper.
  expect(nominal(s, 'bassBoost')).toBeCloseTo(20 * Math.log10((1e5 + 1e4) / 1e4), 2);
});

it('loses some twenty decibels where it is passive with a log pot at its tenth', () => {
  const s = alone('tone-control', { topology: 'passive' }, { P1: { midRatio: 0.1, law: 'log' }, P2: { midRatio: 0.1, law: 'log' } });
  expect(nominal(s, 'midGainDb')).toBeLessThan(-12);
  expect(nominal(s, 'midGainDb')).toBeGreaterThan(-28);
  expect(nominal(s, 'supplyCurrent')).toBe(0);
});

it('hisses more when it is turned up', () => {
  const s = alone('tone-control', {}, parts);
  expect(nominal(s, 'boostedNoise')).toBeGreaterThan(nominal(s, 'outputNoise'));
});
