import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const zener = (given: object = {}, parts: object = {}, more: object = {}) => alone('shunt-reference', given as never, parts as never, more);

describe('volts and amperes', () => {
  it('currents add up at the node', () => {
    const s = zener({}, { R1: { value: 560 } });
    expect((12 - nominal(s, 'outputVoltage')) / 560).toBeCloseTo(nominal(s, 'shuntCurrent') + 0.005, 12);
  });
  it('an ideal device holds its voltage, whatever the input', () => {
    const ideal = { R1: { value: 560 }, D1: { referenceVoltage: 5.1, dynamicImpedance: 0 } };
    for (const inputVoltage of [9, 12, 20]) expect(nominal(zener({ inputVoltage }, ideal), 'outputVoltage')).toBeCloseTo(5.1, 12);
  });
  it('its own heat shifts it by tempco times rise, and the rise by what it then dissipates', () => {
    const v = nominal(
      zener({ inputVoltage: 24, loadCurrent: 0 }, { R1: { value: 330 }, D1: { referenceVoltage: 12, voltageTempco: 0.009, dynamicImpedance: 0 } }),
      'outputVoltage',
    );
    const rise = 300 * v * ((24 - v) / 330);
    expect(v).toBeCloseTo(12 + 0.009 * rise, 9);
  });
  it('power peaks inside: a wide reference is hotter than at both its ends', () => {
    const s = zener(
      { inputVoltage: 10, loadCurrent: 0 },
      {
        R1: { value: 100 },
        D1: { referenceVoltage: { nominal: 5, low: 2, high: 8 }, dynamicImpedance: 0, powerRating: 5, maximumCurrent: 1, junctionToAmbient: 20 },
      },
    );
    expect(ends(s, 'noLoadDissipation').high).toBeCloseTo((5 * 5) / 100, 4);
  });
});

describe('checks', () => {
  it('sizing takes the largest resistor that feeds it, the next larger starves it', () => {
    const s = zener({ inputVoltage: { nominal: 12, tolerance: 0.1 } });
    const r1 = s.parts.find((p) => p.slot === 'R1')!.value!;
    expect(check(s, 'minimum-current')!.status).not.toBe('fail');
    expect(check(zener({ inputVoltage: { nominal: 12, tolerance: 0.1 } }, { R1: { value: r1 * 1.1, tolerance: 0.05 } }), 'minimum-current')!.status).toBe(
      'fail',
    );
  });
  it('a starved shunt has no output, and says so', () => {
    const s = zener({ loadCurrent: 0.05 }, { R1: { value: 560 } });
    expect(ends(s, 'outputVoltage')).toMatchObject({ nominal: null, absent: { reason: expect.stringContaining('starves') } });
  });
});
