import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const buck = (given: object = {}, parts: object = {}) => alone('buck-converter', given as never, parts as never);

describe('sizing', () => {
  it('the feedback pair lies within 0.3 % of what is wanted, over a wide range of outputs', () => {
    for (const outputVoltage of [1.2, 1.8, 2.5, 3.3, 5, 9])
      expect(nominal(buck({ outputVoltage }), 'outputVoltage') / outputVoltage, String(outputVoltage)).toBeCloseTo(1, 2);
  });
  it('parts that are sized have ratings that pass; parts that are typed keep what is known of them', () => {
    expect(check(buck(), 'inductor-saturation')!.status).not.toBe('fail');
    expect(check(buck({}, { L1: { value: 1e-5 } }), 'inductor-saturation')!.status).toBe('unknown');
  });
});

describe('trimmers', () => {
  const trimmed = (given: object) =>
    buck({ feedback: 'trimmer-upper', outputVoltage: 3, ...given }, { R1: { value: 1000 }, R2: { value: 1000 }, RV1: { value: 10000 } });
  it('an open wiper runs away unless it is linked', () => {
    expect(nominal(trimmed({ wiperLink: false }), 'openWiperVoltage')).toBe(12);
    expect(nominal(trimmed({ wiperLink: true }), 'openWiperVoltage')).toBeCloseTo(0.8 * 12, 9);
    expect(nominal(trimmed({ feedback: 'trimmer-lower', outputVoltage: 0.9 }), 'openWiperVoltage')).toBeCloseTo(
      nominal(trimmed({ feedback: 'trimmer-lower', outputVoltage: 0.9 }), 'outputVoltageMinimum'),
      9,
    );
  });
  it('an output beyond the trimmer has no value', () => {
    expect(ends(trimmed({ outputVoltage: 11 }), 'outputVoltage').nominal).toBeNull();
  });
});

it('on a board: input current by state follows the load by state, and power balances', () => {
  const sum = sumOf(
    [
      { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 2 }, rails: { out: 'v12' } },
      { id: 'b', kind: 'buck-converter', rails: { in: 'v12', out: 'v5' } },
      { id: 'load', kind: 'supply-load', given: { asleepCurrent: 0.001, idleCurrent: 0.05, typicalCurrent: 0.3, peakCurrent: 0.8 }, rails: { in: 'v5' } },
    ],
    {
      states: [
        { id: 'asleep', share: 0.9 },
        { id: 'typical', share: 0.1 },
      ],
    },
  );
  const b = sum.byId.get('b')!;
  expect(nominal(b, 'inputCurrentAsleep')).toBeLessThan(nominal(b, 'inputCurrentTypical'));
  expect(nominal(b, 'inputCurrentTypical')).toBeLessThan(nominal(b, 'inputCurrentPeak'));
  for (const p of sum.power) expect(p.in, p.state).toBeCloseTo(p.used + p.lost, 6);
  expect(check(b, 'design-load')!.value).toBeCloseTo(0.8, 9);
});
