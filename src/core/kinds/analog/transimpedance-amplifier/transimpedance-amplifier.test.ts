import { expect, it } from 'vitest';
import { agrees, alone, check, nominal, sumOf } from '../../../testing/boards.ts';

const parts = { R1: { value: 1e6 }, C1: { value: 2.2e-12 } };

it('is the second-order loop that its components make', () => {
  const s = alone('transimpedance-amplifier', { sourceResistance: 1e12, sourceCapacitance: 5e-11 }, parts);
  // Characteristic polynomial by hand: GBW 5 MHz, 60 pF and the feedback capacitor.
  const w = 2 * Math.PI * 5e6;
  const b2 = (1e6 * 62.2e-12) / w;
  const b1 = 1e6 * 2.2e-12 + (1 + 1e-6) / w;
  agrees(s, { naturalFrequency: 1 / (2 * Math.PI * Math.sqrt(b2)), quality: Math.sqrt(b2) / b1 });
  const f3 = nominal(s, 'bandwidth');
  const at = 2 * Math.PI * f3;
  expect((1 - at * at * b2) ** 2 + (at * b1) ** 2).toBeCloseTo(2, 9);
});

it('is flat with the capacitor that it says is flat', () => {
  const flat = nominal(alone('transimpedance-amplifier', {}, parts), 'flatCapacitance');
  expect(nominal(alone('transimpedance-amplifier', {}, { R1: { value: 1e6 }, C1: { value: flat } }), 'quality')).toBeCloseTo(Math.SQRT1_2, 9);
});

it('has in a narrow band the noise of its resistor, of shot and of the op amp together', () => {
  const s = alone('transimpedance-amplifier', { noiseBandLow: 99, noiseBandHigh: 101, sourceResistance: 1e12, darkCurrent: 0 }, parts);
  const kt4 = 4 * 1.380649e-23 * 298.15;
  const shot = 2 * 1.602176634e-19 * 1e-6;
  const density = (kt4 / 1e6 + shot + 1e-30) * 1e12 + 1e-16 * 2;
  expect(nominal(s, 'outputNoise') / Math.sqrt(2 * density)).toBeCloseTo(1, 4);
  expect(nominal(s, 'darkNoise')).toBeLessThan(nominal(s, 'outputNoise'));
});

it('fails in the dark where its reference is the rail itself, and hands its swing on', () => {
  const low = alone('transimpedance-amplifier', { polarity: 'rising', referenceLevel: 0 });
  expect(check(low, 'dark-swing')!.status).toBe('fail');
  const sum = sumOf([
    { id: 't', kind: 'transimpedance-amplifier' },
    { id: 'lp', kind: 'rc-lowpass', signals: { in: 't.out' } },
  ]);
  expect((sum.byId.get('lp')!.judged.x as { carried: { inputVoltage: number } }).carried.inputVoltage).toBeCloseTo(1.65, 9);
});
