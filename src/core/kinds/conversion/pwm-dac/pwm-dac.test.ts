import { expect, it } from 'vitest';
import { alone, nominal, sumOf } from '../../../testing/boards.ts';

/** Steps both capacitors through enough periods of half duty, and watches the last one. */
function stepped(r1: number, c1: number, r2: number, c2: number, rl: number, f: number) {
  const dt = 1 / f / 2000;
  let [a, b] = [0.5, 0.5];
  let [least, most] = [Infinity, -Infinity];
  const cycles = Math.ceil(20 * (r1 * c1 + (r1 + r2) * c2) * f);
  for (let n = 0; n < cycles; n++)
    for (let i = 0; i < 2000; i++) {
      const v = i < 1000 ? 1 : 0;
      const flow = (x: number, y: number): [number, number] => [((v - x) / r1 - (x - y) / r2) / c1, ((x - y) / r2 - y / rl) / c2];
      const [p, q] = flow(a, b);
      const [p2, q2] = flow(a + (p * dt) / 2, b + (q * dt) / 2);
      a += p2 * dt;
      b += q2 * dt;
      if (n === cycles - 1) [least, most] = [Math.min(least, b), Math.max(most, b)];
    }
  return { ripple: most - least };
}

it('ripples as its two capacitors, stepped into the periodic state, do, load and interaction counted', () => {
  const [r1, c1, r2, c2, rl] = [1975, 22e-9, 6800, 4.7e-9, 47e3];
  const s = alone(
    'pwm-dac',
    { supplyVoltage: 1, resolution: 8, frequency: 20000, poles: 2, loadResistance: rl },
    { R1: { value: 1950 }, C1: { value: c1 }, R2: { value: r2 }, C2: { value: c2 }, U1: { outputResistanceHigh: 25, outputResistanceLow: 25 } },
  );
  const { ripple } = stepped(r1, c1, r2, c2, rl, 20000);
  expect(nominal(s, 'outputRipple') / ripple).toBeCloseTo(1, 2);
  expect(nominal(s, 'fullScale')).toBeCloseTo(rl / (rl + r1 + r2), 9);
});

it('settles when its step, worked out by small steps, is half an LSB from its end', () => {
  const [r1, c1, r2, c2] = [4725, 1e-7, 47e3, 1e-8];
  const s = alone(
    'pwm-dac',
    { resolution: 10, poles: 2 },
    { R1: { value: 4700 }, C1: { value: c1 }, R2: { value: r2 }, C2: { value: c2 }, U1: { outputResistanceHigh: 25, outputResistanceLow: 25 } },
  );
  const dt = 2e-7;
  let [a, b, t] = [0, 0, 0];
  while (1 - b > 1 / 2048) {
    const flow = (x: number, y: number): [number, number] => [((1 - x) / r1 - (x - y) / r2) / c1, (x - y) / r2 / c2];
    const [p, q] = flow(a, b);
    const [p2, q2] = flow(a + (p * dt) / 2, b + (q * dt) / 2);
    [a, b, t] = [a + p2 * dt, b + q2 * dt, t + dt];
  }
  expect(nominal(s, 'settlingTime') / t).toBeCloseTo(1, 3);
});

it('is sized to a ripple inside its limit', () => {
  for (const [resolution, poles] of [
    [8, 1],
    [8, 2],
    [10, 2],
  ] as const) {
    const s = sumOf([{ id: 'a', kind: 'pwm-dac', given: { resolution, poles, settlingTime: 1 } }]).byId.get('a')!;
    expect(s.judged.out('rippleLsb').high!).toBeLessThanOrEqual(0.5);
  }
});
