import { expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';

const parts = {
  R1: { value: 1e5 },
  R2: { value: 95300 },
  P1: { value: 1e4 },
  R3: { value: 54900 },
  R4: { value: 1000 },
  R6: { value: 6.34e6 },
  C1: { value: 4.7e-9 },
};

it('is off at the top by its reset time alone where nothing else is wrong', () => {
  const s = alone('tone-oscillator', {}, { ...parts, Q1: { bulkResistance: 0 }, U1: { leakage: 0 } });
  const i0 = 10 / 6.34e6;
  const f = (i: number) => 1 / ((4.7e-9 * 5) / i + 5e-7);
  agrees(s, { errorTop: 1200 * Math.log2(f(i0 * 32) / (f(i0) * 32)), baseFrequency: f(i0), topCurrent: i0 * 32 });
});

it('is straight with the resistor that makes up for it', () => {
  const r = nominal(alone('tone-oscillator', {}, parts), 'compensationResistance');
  const before = nominal(alone('tone-oscillator', {}, parts), 'errorTop');
  const after = nominal(alone('tone-oscillator', {}, { ...parts, R5: { value: r } }), 'errorTop');
  expect(Math.abs(after)).toBeLessThan(Math.abs(before) / 20);
});

it('stays in tune over temperature with a resistor of +3400 ppm/K, and not with a plain one', () => {
  const at = (temperatureCoefficient: number) =>
    Math.abs(
      nominal(alone('tone-oscillator', {}, { ...parts, R4: { value: 1000, temperatureCoefficient } }, { conditions: { ambient: 35 } }), 'temperatureError'),
    );
  expect(at(3400)).toBeLessThan(10);
  expect(at(100)).toBeGreaterThan(150);
});

it('is sized to an octave for a volt inside its trim', () => {
  const s = alone('tone-oscillator');
  expect(check(s, 'trim-low')!.status).not.toBe('fail');
  expect(ends(s, 'trimPosition').nominal).toBeCloseTo(0.5, 1);
});
