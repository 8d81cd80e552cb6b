import { stepOvershoot } from '../../../physics/second-order.ts';
import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';
import { currentShape, rise } from './laws.ts';

/** A step into a series RLC of natural frequency one, by steps. */
function response(z: number) {
  let [i, v] = [0, 0];
  const dt = 2e-4;
  const seen = { peak: 0, amps: 0, t10: 0, t90: 0 };
  for (let t = 0; t < 60 * (1 + z); t += dt) {
    const half = i + ((1 - v - 2 * z * i) * dt) / 2;
    v += half * dt;
    i += (1 - v - 2 * z * half) * dt;
    seen.peak = Math.max(seen.peak, v);
    seen.amps = Math.max(seen.amps, i);
    if (!seen.t10 && v >= 0.1) seen.t10 = t;
    if (!seen.t90 && v >= 0.9) seen.t90 = t;
  }
  return seen;
}

it('rings, rises and surges as the two equations of its loop say', () => {
  for (const z of [0.3, 0.65, 1, 1.8]) {
    const r = response(z);
    expect(1 + stepOvershoot(z)).toBeCloseTo(Math.max(1, r.peak), 2);
    expect(currentShape(z)).toBeCloseTo(r.amps, 2);
    expect(rise(z)).toBeCloseTo(r.t90 - r.t10, 1);
  }
});

describe('blocked by a capacitor', () => {
  const T1 = { primaryTurns: 16, secondaryTurns: 20 };
  it('the gate has no mean: what it is above for the duty it is below for the rest', () => {
    for (const dutyCycle of [0.2, 0.5, 0.7]) {
      const s = alone('gate-drive-transformer', { dutyCycle }, { T1 });
      expect(nominal(s, 'gateOn') * dutyCycle + nominal(s, 'gateOff') * (1 - dutyCycle)).toBeCloseTo(0, 9);
      expect(nominal(s, 'gateOn') - nominal(s, 'gateOff')).toBeCloseTo((20 / 16) * 12, 9);
    }
  });
  it('its flux is widest at half, wherever the ends of the duty lie', () => {
    const s = alone('gate-drive-transformer', { dutyCycle: { nominal: 0.4, low: 0.2, high: 0.7 }, supplyVoltage: 12 }, { T1 });
    expect(ends(s, 'voltSeconds').high!).toBeCloseTo((12 * 0.25) / 1e5, 15);
  });
  it('from rest the first pulses reach the gate in full, and zeners answer for that', () => {
    const given = { supplyVoltage: 15 };
    expect(check(alone('gate-drive-transformer', given, { T1, R1: { value: 2.2 } }), 'first-pulse')!.status).toBe('fail');
    expect(check(alone('gate-drive-transformer', { ...given, gateZeners: true }, { T1, R1: { value: 2.2 } }), 'first-pulse')).toBeUndefined();
  });
});

it('takes the fewest turns that hold flux, magnetising current and gate', () => {
  const s = alone('gate-drive-transformer', { drive: 'bipolar', isolationConfirmed: true });
  const { primaryTurns, secondaryTurns } = s.judged.x.parts.T1;
  expect(s.checks.filter((c) => c.severity === 'must' && c.status === 'fail').map((c) => c.id)).toEqual([]);
  const fewer = alone('gate-drive-transformer', { drive: 'bipolar' }, { T1: { primaryTurns: primaryTurns - 1, secondaryTurns } });
  expect(['saturation', 'magnetising'].map((id) => check(fewer, id)!.status)).toContain('fail');
});
