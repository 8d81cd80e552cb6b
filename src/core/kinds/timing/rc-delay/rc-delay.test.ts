import { describe, expect, it } from 'vitest';
import { alone, nominal } from '../../../testing/boards.ts';

const [R, C] = [47e3, 1e-6];
const U1 = { thresholdRising: 0.6, thresholdFalling: 0.2, inputLeakage: 2e-6, inputCapacitance: 0 };
const stage = (given: object, more: object = {}) =>
  alone('rc-delay', { supplyVoltage: 5, ...given }, { R1: { value: R }, C1: { value: C }, D1: { forwardVoltage: 0.6, seriesResistance: 12 }, U1, ...more });

/** Steps the node's one capacitor with whatever feeds it until it passes a level. */
function until(v: number, level: number, amps: (v: number) => number, dt: number): number {
  let t = 0;
  const up = level > v;
  while (up ? v < level : v > level) {
    const half = v + (amps(v) * dt) / 2 / C;
    v += (amps(half) * dt) / C;
    t += dt;
  }
  return t;
}

describe('a delay', () => {
  it('rises as its capacitor does, leakage taken off', () => {
    const t = until(0, 3, (v) => (5 - v) / R - 2e-6, 1e-6);
    expect(nominal(stage({ purpose: 'reset' }), 'riseDelay') / t).toBeCloseTo(1, 4);
  });

  it('falls through the diode, and below its drop through R1 alone', () => {
    const s = stage({ purpose: 'reset', dischargeDiode: true });
    const diode = (v: number) => Math.max(0, v - 0.6) / 12;
    // The diode's current loses nothing to R1, which sees the same two nodes.
    const t = until(5 - 2e-6 * R, 1, (v) => -v / R - diode(v), 2e-8);
    expect(nominal(s, 'fallDelay') / t).toBeCloseTo(1, 2);
    const low = stage({ purpose: 'reset' }, { U1: { ...U1, thresholdFalling: 0.08 } });
    const longer = until(5 - 2e-6 * R, 0.4, (v) => -v / R - diode(v), 2e-7);
    expect(nominal(low, 'fallDelay') / longer).toBeCloseTo(1, 2);
  });

  it('leaves after its own falling time just the falling threshold', () => {
    for (const dischargeDiode of [true, false]) {
      const s = stage({ purpose: 'soft-start', dischargeDiode });
      const again = stage({ purpose: 'soft-start', dischargeDiode, interruption: nominal(s, 'fallDelay') });
      expect(nominal(again, 'remainingVoltage')).toBeCloseTo(1, 6);
    }
  });

  it('that leakage holds below its threshold never comes, and says so', () => {
    const s = stage({ purpose: 'reset' }, { U1: { ...U1, inputLeakage: 1e-4 } });
    expect(s.judged.out('riseDelay')).toMatchObject({ nominal: null });
    expect(s.checks.find((c) => c.id === 'reaches-threshold')!.status).toBe('fail');
  });
});
