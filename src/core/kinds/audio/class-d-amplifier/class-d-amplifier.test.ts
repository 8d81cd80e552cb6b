import { expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

it('lets its rail droop as the current of a period through source and bulk makes it', () => {
  const [f, rs, c, esr] = [50, 0.4, 1e-3, 0.05];
  const s = alone(
    'class-d-amplifier',
    { supplyVoltage: 12, supplyResistance: rs, lowestFrequency: f, loadResistance: 8, output: 'filterless' },
    { C2: { value: c, esr }, U1: { onResistance: 0.2, maximumModulation: 0.9 } },
  );
  // The bridge draws 0.5·M·Ip·(1 − cos 2wt); what moves of it, stepped through source and capacitor.
  const amps = (0.9 * nominal(s, 'outputPeak')) / 8 / 2;
  const dt = 1 / f / 20_000;
  let [v, low, high] = [0, Infinity, -Infinity];
  for (let i = 0; i < 100_000; i++) {
    const drawn = amps * Math.cos(2 * 2 * Math.PI * f * i * dt);
    // The node stands where source and capacitor with its ESR share the current.
    const node = (v / esr - drawn) / (1 / esr + 1 / rs);
    v += ((node - v) / esr / c) * dt;
    if (i > 60_000) [low, high] = [Math.min(low, node), Math.max(high, node)];
  }
  expect(nominal(s, 'supplyDroop') / (high - low)).toBeCloseTo(1, 3);
});

it('draws what it gives and loses, and no more', () => {
  const s = alone('class-d-amplifier', { supplyVoltage: 12 });
  const power = nominal(s, 'outputPower');
  expect(12 * nominal(s, 'supplyCurrent') * nominal(s, 'efficiency')).toBeCloseTo(power, 9);
  expect(12 * nominal(s, 'idleCurrent')).toBeCloseTo(nominal(s, 'idleLoss'), 12);
});

it('pumps the idle rail most where the mean of what flows back is largest', () => {
  const [h, rl, m, f, c] = [15, 8, 0.95, 40, 1e-3];
  const s = alone(
    'class-d-amplifier',
    { topology: 'split', supplyVoltage: h, loadResistance: rl, lowestFrequency: f, output: 'filterless' },
    { C2: { value: c, esr: 0 }, U1: { onResistance: 1e-6, maximumModulation: m, voltageRating: 60 } },
  );
  // Over half a period the other rail gets I·(1 − modulation)/2 less what it gives; the most over all levels.
  const pumped = (level: number) => {
    const n = 20_000;
    let charge = 0;
    for (let i = 0; i < n; i++) {
      const x = level * Math.sin((Math.PI * (i + 0.5)) / n);
      charge += (((x * h) / rl) * (1 - x)) / 2 / n / (2 * f);
    }
    return charge / c;
  };
  let most = 0;
  for (let k = 1; k <= 100; k++) most = Math.max(most, pumped((m * k) / 100));
  expect(nominal(s, 'pumpVoltage') / most).toBeCloseTo(1, 2);
});
