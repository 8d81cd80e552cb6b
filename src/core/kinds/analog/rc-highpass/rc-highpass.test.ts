import { expect, it } from 'vitest';
import { agrees, alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

it('lets pass what a stepwise solution of its one capacitor lets pass', () => {
  const [rs, r1, rl, c] = [600, 47e3, 100e3, 2.2e-6];
  const s = alone(
    'rc-highpass',
    { sourceResistance: rs, loadResistance: rl, passFrequency: 5, inputDc: 3, biasVoltage: 1, thumpLevel: 0.01 },
    { R1: { value: r1 }, C1: { value: c } },
  );
  const rp = 1 / (1 / r1 + 1 / rl);
  // Phasors of the divider, at 5 Hz and far above.
  const at = (f: number) => rp / Math.hypot(rp + rs, 1 / (2 * Math.PI * f * c));
  agrees(s, { passLoss: 20 * Math.log10(at(1e9) / at(5)), gain: rp / (rp + rs) });
  // Thump by small steps of the charging current.
  const dt = 1e-5;
  let [v, t] = [0, 0];
  while (((2 - v) * rp) / (rp + rs) > 0.01) {
    v += ((2 - v) / (rp + rs) / c) * dt;
    t += dt;
  }
  expect(nominal(s, 'thumpTime') / t).toBeCloseTo(1, 3);
});

it('marks the polarity by the levels as designed, and counts a corner that turns them round', () => {
  const s = alone(
    'rc-highpass',
    { inputDc: { nominal: 0.2, low: -0.1, high: 0.5 }, biasVoltage: 0, signalPeak: 0.0001, cutoffFrequency: 20 },
    { R1: { value: 10e3 }, C1: { value: 1e-6, reverseVoltage: 0.5 } },
  );
  expect(nominal(s, 'reverseVoltage')).toBe(0);
  expect(ends(s, 'reverseVoltage').high).toBeCloseTo(0.1, 3);
});

it('hands on the level of the bias it joins, and not that of what drives it', () => {
  const sum = sumOf([
    { id: 'amp', kind: 'opamp-amplifier', given: { coupling: 'ac', referenceLevel: 2.5 } },
    { id: 'c', kind: 'rc-highpass', given: { biasVoltage: 1.2 }, signals: { in: 'amp.out' } },
    { id: 'lp', kind: 'rc-lowpass', signals: { in: 'c.out' } },
  ]);
  expect(sum.byId.get('c')!.judged.nominal('capacitorDc')).toBeCloseTo(1.3, 6);
  expect((sum.byId.get('lp')!.judged.x as { carried: { inputVoltage: number } }).carried.inputVoltage).toBeCloseTo(1.2, 6);
});
