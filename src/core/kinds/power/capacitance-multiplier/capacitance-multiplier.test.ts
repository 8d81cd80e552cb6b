import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const filter = (given: object = {}, parts: object = {}) => alone('capacitance-multiplier', given as never, parts as never);
const plain = { R1: { value: 330 }, C1: { value: 4.7e-4 } };

describe('the follower', () => {
  it('power in is power out plus heat', () => {
    const s = filter({}, { ...plain, R2: { value: 4700 } });
    const o = Object.fromEntries(['inputCurrent', 'outputVoltage', 'dissipation'].map((k) => [k, nominal(s, k)]));
    const heat = Object.values(s.kind.heat!(s.judged.x as never, o, 'typical', 1)).reduce((a, b) => a + b, 0);
    expect(15 * nominal(s, 'inputCurrent')).toBeCloseTo(nominal(s, 'outputVoltage') * 0.3 + heat, 9);
    // Base network: what R1 and R2 dissipate by themselves.
    const vb = nominal(s, 'outputVoltage') + 0.7;
    expect(heat - nominal(s, 'dissipation')).toBeCloseTo((15 - vb) ** 2 / 330 + vb ** 2 / 4700, 6);
  });
  it('multiplies: with an ideal transistor it rejects like its base network alone', () => {
    const s = filter({ inputRipple: 0.2 }, { ...plain, Q1: { currentGain: 1e9, earlyVoltage: 1e9 }, C1: { value: 4.7e-4, esr: 0 } });
    expect(nominal(s, 'rippleRejection')).toBeCloseTo(10 * Math.log10(1 + (2 * Math.PI * 100 * 330 * 4.7e-4) ** 2), 6);
  });
  it('has a floor that no capacitor lowers', () => {
    const at = (value: number) => nominal(filter({}, { R1: { value: 330 }, C1: { value, esr: 0 } }), 'rippleRejection');
    expect(at(1) - at(0.1)).toBeLessThan(0.2);
    expect(at(0.1)).toBeLessThan(75);
  });
  it('breaks through where the trough reaches saturation, and says so', () => {
    const s = filter({ inputRipple: 4 }, plain);
    expect(check(s, 'headroom')!.status).toBe('fail');
    expect(ends(s, 'outputRipple').high).toBeNull();
  });
});

it('sizing holds headroom and ripple', () => {
  for (const sections of [1, 2]) {
    const s = filter({ sections, maximumOutputRipple: 0.02 }, { R2: {} });
    expect(check(s, 'headroom')!.status, String(sections)).not.toBe('fail');
    expect(check(s, 'output-ripple')!.status, String(sections)).not.toBe('fail');
  }
});
