import { expect, it } from 'vitest';
import { alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';

const inverting = (given: object = {}, parts: object = {}) => alone('inverting-converter', given as never, parts as never);

it('gives a negative rail near what is wanted, with either sort of controller', () => {
  for (const controllerReference of ['output', 'ground'])
    for (const outputVoltage of [-3.3, -5, -9])
      expect(nominal(inverting({ controllerReference, outputVoltage }), 'outputVoltage') / outputVoltage).toBeCloseTo(1, 2);
});
it('low is the more negative end', () => {
  const v = ends(inverting(), 'outputVoltage');
  expect(v.low!).toBeLessThan(v.nominal!);
  expect(v.high!).toBeGreaterThan(v.nominal!);
});
it('switch and a controller on the output see input plus output', () => {
  const s = inverting({}, { D1: { forwardVoltage: 0.4 } });
  expect(nominal(s, 'switchVoltage')).toBeCloseTo(5 - nominal(s, 'outputVoltage') + 0.4, 9);
  expect(nominal(inverting({ controllerReference: 'ground' }), 'controllerVoltage')).toBe(5);
  expect(check(inverting({}, { U1: { voltageRating: 6 } }), 'controller-voltage')!.status).toBe('fail');
});
it('a positive output is refused', () => {
  expect(refusals([{ id: 'i', kind: 'inverting-converter', given: { outputVoltage: 5 } }])[0]!.path).toBe('stages[0].given.outputVoltage');
});
