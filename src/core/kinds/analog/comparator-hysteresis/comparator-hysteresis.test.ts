import { expect, it } from 'vitest';
import { agrees, alone, nominal } from '../../../testing/boards.ts';

it('switches where the node at its input meets the signal, by Kirchhoff at both thresholds', () => {
  const [r1, r2, r3, r4] = [22e3, 33e3, 100e3, 4.7e3];
  const parts = { R1: { value: r1 }, R2: { value: r2 }, R3: { value: r3 }, R4: { value: r4 }, U1: { offsetVoltage: 0.003, biasCurrent: 4e-8, outputLow: 0.1 } };
  const s = alone('comparator-hysteresis', { supplyVoltage: 5, pullUpVoltage: 3.3 }, parts);
  for (const [outcome, volts, ohms] of [
    ['upperThreshold', 3.3, r3 + r4],
    ['lowerThreshold', 0.1, r3],
  ] as const) {
    const node = nominal(s, outcome) - 0.003;
    expect((5 - node) / r1 + (volts - node) / ohms - node / r2 + 4e-8).toBeCloseTo(0, 12);
  }
  const n = alone('comparator-hysteresis', { topology: 'non-inverting', referenceVoltage: 2, sourceResistance: 500, pullUpVoltage: 3.3 }, parts);
  // At the threshold the node stands at the reference: what comes in through R1 leaves through the feedback.
  const up = nominal(n, 'upperThreshold');
  expect((up - 2.003) / (r1 + 500) + 4e-8 - (2.003 - 0.1) / r3).toBeCloseTo(0, 12);
});

it('a window between two taps has no hysteresis, and its thresholds are those of the divider', () => {
  const s = alone(
    'comparator-hysteresis',
    { topology: 'window', supplyVoltage: 10 },
    { R1: { value: 1e4 }, R2: { value: 2e4 }, R3: { value: 7e4 }, U1: { offsetVoltage: 0, biasCurrent: 0 } },
  );
  agrees(s, { upperThreshold: 9, lowerThreshold: 7, hysteresis: null });
});
