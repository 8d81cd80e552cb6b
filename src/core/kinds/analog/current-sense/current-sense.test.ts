import { expect, it } from 'vitest';
import { agrees, alone, nominal, sumOf } from '../../../testing/boards.ts';

it('halves the power of two poles together at its bandwidth', () => {
  const s = alone('current-sense', {}, { RS: { value: 0.05 }, R1: { value: 1000 }, C1: { value: 1e-9 }, U1: { bandwidth: 5e4 } });
  const f = nominal(s, 'bandwidth');
  const pole = 1 / (2 * Math.PI * 2 * 1000 * 1e-9);
  expect((1 + (f / pole) ** 2) * (1 + (f / 5e4) ** 2)).toBeCloseTo(2, 10);
});

it('warms its shunt until heat in is heat out, and reads too much by it', () => {
  const s = alone(
    'current-sense',
    { maximumCurrent: 5, maximumBurden: 1 },
    { RS: { value: 0.02, temperatureCoefficient: 200, thermalResistance: 80 }, U1: { gain: 20 } },
  );
  const watts = 25 * 0.02;
  agrees(s, { shuntDissipation: watts, shuntTemperature: 25 + watts * 80, gainError: 200e-6 * watts * 80 });
});

it('takes the current of the rail it senses, and that of nothing else', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12 }, rails: { out: 'v12' } },
    { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.8, peakCurrent: 0.8 }, rails: { in: 'v12' } },
    { id: 'sense', kind: 'current-sense', given: { side: 'high' }, rails: { sensed: 'v12' } },
  ]);
  const x = sum.byId.get('sense')!.judged.x as { given: { maximumCurrent: number; supplyVoltage: number } };
  expect(x.given.maximumCurrent).toBeCloseTo(0.8, 6);
  expect(x.given.supplyVoltage).toBeGreaterThan(11);
});
