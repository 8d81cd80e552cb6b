import { expect, it } from 'vitest';
import { alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = {
  R1: { value: 100e3 },
  R2: { value: 0 },
  C1: { value: 1e-5, leakageCurrent: 3e-6, voltageRating: 25 },
  U1: { thresholdRatio: 2 / 3, thresholdCurrent: 1e-6 },
};

it('ends when its capacitor, stepped from where the switch left it, reaches the threshold', () => {
  const s = alone('timer-monostable', { supplyVoltage: 9 }, parts);
  const dt = 1e-5;
  let [v, t] = [(9 * 20) / (100e3 + 20), 0];
  while (v < 6) {
    v += (((9 - v) / 100e3 - 4e-6) / 1e-5) * dt;
    t += dt;
  }
  expect(nominal(s, 'pulseWidth') / t).toBeCloseTo(1, 3);
  // Without leakage the supply cancels: R·C·ln 3 but for the start.
  const still = { ...parts, C1: { ...parts.C1, leakageCurrent: 0 }, U1: { ...parts.U1, thresholdCurrent: 0 } };
  for (const supplyVoltage of [5, 12]) expect(nominal(alone('timer-monostable', { supplyVoltage }, still), 'pulseWidth')).toBeCloseTo(Math.log(3), 2);
});

it('never ends where leakage takes all that R1 brings at the threshold', () => {
  const s = alone('timer-monostable', { supplyVoltage: 9 }, { ...parts, C1: { ...parts.C1, leakageCurrent: 3e-5 } });
  expect(s.judged.out('pulseWidth').nominal).toBeNull();
  expect(nominal(s, 'leakageShare')).toBeCloseTo((31e-6 * 100e3) / 3, 9);
  expect(s.checks.find((c) => c.id === 'times-out')!.status).toBe('fail');
});

it('is sized so that leakage has its share at most, from microseconds to half a minute', () => {
  for (const pulseWidth of [2e-5, 0.01, 0.5, 30]) {
    const leakageCurrent = pulseWidth > 1 ? 1e-7 : 0;
    const s = sumOf([
      { id: 'a', kind: 'timer-monostable', given: { pulseWidth, triggerWidth: pulseWidth / 10, recoveryAvailable: 1 }, parts: { C1: { leakageCurrent } } },
    ]).byId.get('a')!;
    expect(Math.abs(nominal(s, 'pulseWidthError'))).toBeLessThan(0.05);
    expect(ends(s, 'leakageShare').high!).toBeLessThanOrEqual(0.1);
  }
});
