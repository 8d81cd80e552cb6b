import { expect, it } from 'vitest';
import { alone, nominal, sumOf } from '../../../testing/boards.ts';

/** Steps capacitor, comparators and their delay as they are, and times the last of some cycles. */
function watched(v: {
  vs: number;
  charge: (v: number) => number;
  discharge: (v: number) => number;
  c: number;
  high: number;
  low: number;
  td: number;
  dt: number;
}) {
  let [u, t, charging, due] = [v.low, 0, true, Infinity];
  const edges: number[] = [];
  while (edges.length < 9) {
    const amps = charging ? v.charge : v.discharge;
    const half = u + (amps(u) * v.dt) / 2 / v.c;
    u += (amps(half) * v.dt) / v.c;
    t += v.dt;
    if (due === Infinity && (charging ? u >= v.high : u <= v.low)) due = t + v.td;
    if (t >= due) {
      charging = !charging;
      due = Infinity;
      edges.push(t);
    }
  }
  const [a, b, c] = edges.slice(-3) as [number, number, number];
  // The last three edges: of nine the first ends a charge, so the last one does too.
  return { high: c - b, period: c - a };
}

it('runs as the capacitor, stepped between the comparators with their delay, does', () => {
  const [r1, r2, c, vs] = [2200, 4700, 2.2e-9, 5];
  const s = alone(
    'timer-astable',
    { supplyVoltage: vs, frequency: 50000 },
    {
      R1: { value: r1 },
      R2: { value: r2 },
      C1: { value: c, leakageCurrent: 0 },
      U1: { thresholdHigh: 2 / 3, thresholdTracking: 0, thresholdCurrent: 1e-6, propagationDelay: 4e-7 },
    },
  );
  const par = (r1 * 20) / (r1 + 20);
  const low = (vs * 20) / (r1 + 20);
  const { high, period } = watched({
    vs,
    charge: (v) => (vs - v) / (r1 + r2) - 1e-6,
    discharge: (v) => (low - v) / (r2 + par) - 1e-6,
    c,
    high: (2 / 3) * vs,
    low: vs / 3,
    td: 4e-7,
    dt: 1e-9,
  });
  expect(nominal(s, 'period') / period).toBeCloseTo(1, 3);
  expect(nominal(s, 'highTime') / high).toBeCloseTo(1, 3);
});

it('without delay, leakage and switch is the law of ln 2', () => {
  const s = alone(
    'timer-astable',
    {},
    {
      R1: { value: 1e4 },
      R2: { value: 47e3 },
      C1: { value: 1e-8, leakageCurrent: 0 },
      U1: { thresholdHigh: 2 / 3, thresholdTracking: 0, thresholdCurrent: 0, propagationDelay: 0, dischargeResistance: 1e-6 },
    },
  );
  expect(nominal(s, 'frequency')).toBeCloseTo(1 / (Math.LN2 * (1e4 + 2 * 47e3) * 1e-8), 6);
  expect(nominal(s, 'dutyCycle')).toBeCloseTo((1e4 + 47e3) / (1e4 + 2 * 47e3), 9);
});

it('is sized to its frequency and duty in each circuit', () => {
  for (const [topology, dutyCycle] of [
    ['two-resistor', 0.6],
    ['diode', 0.25],
    ['output-feedback', 0.5],
  ] as const)
    for (const frequency of [2, 440, 38e3]) {
      const s = sumOf([{ id: 'a', kind: 'timer-astable', given: { topology, dutyCycle, frequency } }]).byId.get('a')!;
      expect(Math.abs(nominal(s, 'frequencyError')), `${topology} ${frequency}`).toBeLessThan(0.06);
      expect(Math.abs(nominal(s, 'dutyError')), `${topology} ${frequency}`).toBeLessThan(0.05);
    }
});
