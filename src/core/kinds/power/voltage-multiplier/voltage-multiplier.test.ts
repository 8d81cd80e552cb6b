import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const multiplier = (given: object = {}, parts: object = {}) => alone('voltage-multiplier', given as never, parts as never);

describe('the ladder', () => {
  it('without a load and diode drops stands at n times the drive', () => {
    expect(nominal(multiplier({ stages: 3, outputVoltageLow: 30 }, { D1: { forwardVoltage: 0 } }), 'noLoadVoltage')).toBeCloseTo(3 * 13.5, 12);
  });
  it('droop grows with the cube of its stages, a parallel pump only with their number', () => {
    const droop = (topology: string, stages: number) =>
      nominal(multiplier({ topology, stages, driveResistance: 0, outputVoltageLow: 1 }, { C1: { value: 1e-5 }, C2: { value: 1 } }), 'droop');
    expect(droop('series-ladder', 20) / droop('series-ladder', 10)).toBeCloseTo(8, 0);
    expect(droop('parallel-pump', 20) / droop('parallel-pump', 10)).toBeCloseTo(2, 2);
  });
  it('a single stage droops by the charge of a period and half: a doubler', () => {
    // (2/3 + 1/2 − 1/6)·I/(f·C) = I/(f·C)
    const s = multiplier({ stages: 1, driveResistance: 0, outputVoltageLow: 1 }, { C1: { value: 1e-6 } });
    expect(nominal(s, 'droop')).toBeCloseTo(0.005 / (1e5 * 1e-6), 12);
  });
  it('power in is power out plus losses', () => {
    const s = multiplier();
    expect(nominal(s, 'inputCurrent') * 13.5).toBeCloseTo(nominal(s, 'outputVoltage') * 0.005 + nominal(s, 'totalDissipation'), 12);
  });
  it('a droop larger than the ladder makes is no voltage at all', () => {
    const s = multiplier({ microphoneCount: 50 }, { C1: { value: 1e-7 } });
    expect(ends(s, 'outputVoltage').nominal).toBeNull();
    expect(check(s, 'output-low')!.status).toBe('fail');
  });
});

it('sizing keeps droop within 3 % and the ripple under its limit', () => {
  const s = multiplier();
  expect(s.judged.out('droop').high!).toBeLessThanOrEqual(0.035 * nominal(s, 'noLoadVoltage'));
  expect(check(s, 'output-ripple')!.status).not.toBe('fail');
});
