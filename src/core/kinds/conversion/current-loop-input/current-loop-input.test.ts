import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const parts = { R1: { value: 140, tolerance: 0.001, powerRating: 0.25 }, R2: { value: 10e3 } };

describe('the current loop', () => {
  it('reads the span as its codes apart', () => {
    const s = alone('current-loop-input', { resolution: 16 }, parts);
    expect(nominal(s, 'codeHigh') - nominal(s, 'codeLow')).toBeCloseTo(nominal(s, 'spanCodes'), -1);
    expect(nominal(s, 'codeLow') / 2 ** 16).toBeCloseTo((0.004 * 140) / 3.3, 4);
  });

  it('has no error at nominal, and that of burden and reference at its ends', () => {
    const exact = { ...parts, U1: { inputLeakage: 0 } };
    const s = alone('current-loop-input', { adcOffset: 0, inl: 0, resolution: 24, referenceVoltage: { nominal: 3.3, tolerance: 0.005 } }, exact);
    expect(nominal(s, 'spanError')).toBeCloseTo(0, 9);
    expect(ends(s, 'spanError').high).toBeCloseTo((0.012 * (1.001 / 0.995 - 1)) / 0.016, 6);
  });

  it('leaves the transmitter what the voltages around the loop leave', () => {
    const s = alone('current-loop-input', { cableResistance: 50 }, parts);
    expect(nominal(s, 'compliance') + 12 + 0.021 * (140 + 50)).toBeCloseTo(24, 12);
    // With the largest loop resistance nothing is left beyond the minimum.
    const most = nominal(s, 'maximumLoopResistance');
    const t = alone('current-loop-input', { cableResistance: most - 140 }, parts);
    expect(nominal(t, 'compliance')).toBeCloseTo(0, 9);
    expect(check(t, 'compliance')!.status).toBe('fail');
  });

  it('burns its burden behind a shorted transmitter, and says so', () => {
    const s = alone('current-loop-input', {}, parts);
    expect(nominal(s, 'faultDissipation')).toBeCloseTo(576 / 140, 9);
    expect(check(s, 'burden-fault-power')!.status).toBe('fail');
  });

  it('is sized to read the fault and leave the transmitter its voltage', () => {
    for (const [referenceVoltage, loopVoltage] of [
      [2.5, 24],
      [3.3, 16],
    ] as const) {
      const s = alone('current-loop-input', { referenceVoltage, loopVoltage });
      for (const id of ['range', 'compliance', 'clamp-current', 'burden-power']) expect(check(s, id)!.status).toBe('ok');
    }
  });
});
