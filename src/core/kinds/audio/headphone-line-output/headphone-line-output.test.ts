import { expect, it } from 'vitest';
import { agrees, alone, nominal } from '../../../testing/boards.ts';

it('gives a headphone what the divider leaves, and its ears what the power makes', () => {
  const s = alone(
    'headphone-line-output',
    { role: 'headphone', signalLevel: 0.5, loadResistance: 32, sensitivity: 102 },
    { R1: { value: 10 }, R2: { value: 1e9 }, U1: { outputResistance: 0 } },
  );
  const level = (0.5 * 32) / 42;
  agrees(s, { outputLevel: level, loadPower: level ** 2 / 32, soundPressure: 102 + 10 * Math.log10(level ** 2 / 32 / 1e-3), lowCutoff: null }, 1e-6);
  // Three decibels more halve the time.
  const louder = alone(
    'headphone-line-output',
    { role: 'headphone', signalLevel: 0.5 * 10 ** 0.15, loadResistance: 32, sensitivity: 102 },
    { R1: { value: 10 }, R2: { value: 1e9 }, U1: { outputResistance: 0 } },
  );
  expect(nominal(louder, 'exposureTime') / nominal(s, 'exposureTime')).toBeCloseTo(0.5, 9);
});

it('leaves DC at the socket without a coupling capacitor, and none with it', () => {
  const at = (parts: object) =>
    nominal(
      alone('headphone-line-output', { referenceLevel: 2.5, negativeSupply: 0, loadResistance: 32 }, {
        R1: { value: 10 },
        R2: { value: 47e3 },
        ...parts,
      } as never),
      'dcLevel',
    );
  expect(at({ C1: { value: 0 } })).toBeGreaterThan(1.8);
  // Left to sizing, it is fitted.
  expect(at({})).toBe(0);
  expect(at({ C1: { value: 4.7e-4 } })).toBe(0);
});
