import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = {
  R1: { value: 470e3 },
  R2: { value: 1000 },
  R3: { value: 100 },
  C1: { value: 1e-4, leakageCurrent: 2e-7 },
  U1: { thresholdHigh: 2 / 3, thresholdTracking: 0, thresholdCurrent: 5e-8 },
};

/** The capacitor stepped through time between its thresholds. */
function stepped(refresh: number) {
  const [vs, c, leak] = [5, 1e-4, 2.5e-7];
  const run = (v: number, done: (v: number) => boolean, ohms: number, towards: number, dt: number, most = Infinity) => {
    let t = 0;
    while (!done(v) && t < most) {
      v += (((towards - v) / ohms - leak) / c) * dt;
      t += dt;
    }
    return { t, v };
  };
  const high = (2 / 3) * vs;
  const switched = 105;
  const left = run(high, () => false, (switched * 471e3) / (switched + 471e3), (vs * switched) / (471e3 + switched), 1e-6, refresh).v;
  const ron = (470e3 * 20) / (470e3 + 20);
  return {
    timeout: run(left, (v) => v >= high, 471e3, vs, 1e-3).t,
    graceTime: run(high / 2, (v) => v >= high, 471e3, vs, 1e-3).t,
    resetPulseWidth: run(high, (v) => v <= high / 2, 1000 + ron, (vs * 20) / 470020, 1e-5).t,
  };
}

describe('the watchdog', () => {
  it('waits, resets and waits again as its capacitor does', () => {
    const s = alone('watchdog', { refreshCoupling: 'direct', refreshPulse: 0.02 }, parts);
    for (const [name, value] of Object.entries(stepped(0.02))) expect(nominal(s, name) / value, name).toBeCloseTo(1, 3);
  });

  it('bites sooner after a reset than after a refresh, in the ratio of the logarithms', () => {
    const s = alone('watchdog', {}, { ...parts, C1: { ...parts.C1, leakageCurrent: 0 }, U1: { ...parts.U1, thresholdCurrent: 0 } });
    expect(nominal(s, 'graceTime') / nominal(s, 'powerUpGrace')).toBeCloseTo(Math.LN2 / Math.log(3), 6);
  });

  it('gives its promise both ways at the worst of everything', () => {
    const s = sumOf([{ id: 'a', kind: 'watchdog', given: { longestSilence: 20, outageLimit: 600 }, parts: {} }]).byId.get('a')!;
    expect(ends(s, 'timeout').low!).toBeGreaterThanOrEqual(20 * 1.2);
    expect(ends(s, 'outage').high!).toBeLessThanOrEqual(600);
    expect(check(s, 'start-up-grace')!.status).toBe('ok');
    expect(check(s, 'refresh-discharge')!.status).not.toBe('fail');
  });

  it('never fires where leakage takes all the charging current, and says so', () => {
    const s = alone('watchdog', {}, { ...parts, C1: { ...parts.C1, leakageCurrent: 1e-5 } });
    expect(s.judged.out('timeout').nominal).toBeNull();
    expect(check(s, 'times-out')!.status).toBe('fail');
  });

  it('is not refreshed at all by a pin that does not turn the switch on', () => {
    const s = alone('watchdog', { refreshHigh: 0.5 }, parts);
    expect(nominal(s, 'residualShare')).toBe(1);
    expect(nominal(s, 'timeout')).toBeCloseTo(0, 9);
    expect(check(s, 'refresh-discharge')!.status).toBe('fail');
  });

  it('is held off by a stuck pin only where the coupling is direct', () => {
    expect(check(alone('watchdog', { refreshCoupling: 'direct' }, parts), 'stuck-output')!.status).toBe('fail');
    expect(check(alone('watchdog', {}, parts), 'stuck-output')!.status).toBe('ok');
  });
});
