import { expect, it } from 'vitest';
import { agrees, alone, nominal } from '../../../testing/boards.ts';

it('distorts as a sine through a resistance that follows it does, by its Fourier series', () => {
  const [rs, ron, flat, rl, a, span] = [100, 80, 20, 1e4, 1, 5];
  const s = alone('analog-switch', { signalAmplitude: a, loadResistance: rl, sourceResistance: rs }, { U1: { onResistance: ron, onFlatness: flat } });
  const n = 4096;
  let [one, two] = [0, 0];
  for (let i = 0; i < n; i++) {
    const angle = (2 * Math.PI * i) / n;
    const v = a * Math.sin(angle);
    const out = (v * rl) / (rl + rs + ron + (flat * v) / span);
    one += (2 / n) * out * Math.sin(angle);
    two += (2 / n) * out * Math.cos(2 * angle);
  }
  expect(nominal(s, 'distortion') / Math.abs(two / one)).toBeCloseTo(1, 2);
});

it('settles, isolates and leaks as its one resistor and capacitor say', () => {
  const s = alone(
    'analog-switch',
    { loadResistance: null, loadCapacitance: 1e-8, resolution: 12 },
    { U1: { onResistance: 100, onCapacitance: 0, drainCapacitance: 1e-18, offCapacitance: 1e-12 } },
  );
  const tau = 200 * 1e-8;
  // After the settling time half a step is left.
  expect(Math.exp(-nominal(s, 'settlingTime') / tau)).toBeCloseTo(1 / 2 ** 13, 12);
  agrees(s, { gain: 1, droop: 1e-10 / 1e-8 });
  // A capacitor divider, where the source’s resistance does not count.
  expect(nominal(s, 'offIsolation')).toBeCloseTo(20 * Math.log10(1 + 1e-8 / 1e-12), 3);
});
