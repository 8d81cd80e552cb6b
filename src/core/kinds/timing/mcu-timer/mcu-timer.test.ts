import { expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

it('obeys Ohm', () => {
  expect(nominal(alone('mcu-timer', { inputVoltage: 10 }, { R1: { value: 500 } }), 'inputCurrent')).toBeCloseTo(0.02, 12);
});
