import { expect, it } from 'vitest';
import { alone, ends, nominal } from '../../../testing/boards.ts';

it('has the least error of all prescalers and counts, tried one by one', () => {
  for (const [mode, q] of [
    ['fast-pwm', 1],
    ['toggle', 2],
  ] as const)
    for (const frequency of [50, 440, 1234.5, 38e3]) {
      const s = alone('mcu-timer', { mode, frequency, counterBits: 8, clockFrequency: 8e6 });
      let least = Infinity;
      for (const p of [1, 8, 64, 256, 1024]) for (let m = 2; m <= 256; m++) least = Math.min(least, Math.abs(8e6 / (p * m * q) / frequency - 1));
      expect(Math.abs(nominal(s, 'frequencyError'))).toBeCloseTo(least, 3);
      expect(8e6 / (nominal(s, 'prescalerUsed') * nominal(s, 'countsUsed') * q)).toBeCloseTo(nominal(s, 'frequency'), 9);
    }
});

it('keeps what firmware wrote while the clock wanders: the error is that of the clock', () => {
  const s = alone('mcu-timer', { clockFrequency: { nominal: 8e6, low: 7.92e6, high: 8.08e6 }, frequency: 1000 });
  expect(ends(s, 'frequencyError').low).toBeCloseTo(-0.01, 9);
  expect(ends(s, 'countsUsed').low).toBe(ends(s, 'countsUsed').high);
});

it('is exact on average when the share of periods it names is one count longer', () => {
  const s = alone('mcu-timer', { frequency: 44100, clockFrequency: 16e6, counterBits: 16 });
  const counts = Math.floor(16e6 / 44100);
  expect(16e6 / (counts + nominal(s, 'ditherShare'))).toBeCloseTo(44100, 6);
});

it('says that it cannot be set where the counter is too short', () => {
  const s = alone('mcu-timer', { frequency: 0.01, counterBits: 8 });
  expect(nominal(s, 'feasible')).toBe(0);
  expect(s.checks.find((c) => c.id === 'feasible')!.status).toBe('fail');
});
