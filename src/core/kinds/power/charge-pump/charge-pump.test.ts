import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';
import { perAmpere, type Pump } from './network.ts';

const base: Pump = { c1: 1e-5, e1: 0.01, c2: 1e-5, e2: 0.01, in: 10, out: 10, frequency: 1e5 };

describe('output resistance', () => {
  it('at slow clocks is 1/(f·C), at fast ones twice both ways and four times the ESR', () => {
    expect(perAmpere({ ...base, frequency: 100, c2: 1 }).resistance * 100 * 1e-5).toBeCloseTo(1, 3);
    expect(perAmpere({ ...base, frequency: 1e8, c2: 1e-3, e2: 0 }).resistance).toBeCloseTo(2 * 20 + 4 * 0.01, 2);
  });
  it('never exceeds the sum of both', () => {
    for (const frequency of [1e3, 1e4, 1e5, 1e6]) {
      const p = { ...base, frequency };
      expect(perAmpere(p).resistance).toBeLessThanOrEqual(1 / (frequency * p.c1) + 40 + 0.05);
    }
  });
  it('all charge of the load passes the flying capacitor: its rms is at least twice the load', () => {
    expect(perAmpere(base).rms).toBeGreaterThanOrEqual(2);
  });
});

const pump = (given: object = {}, parts: object = {}) => alone('charge-pump', given as never, parts as never);

it('inverts below zero and doubles above', () => {
  expect(nominal(pump(), 'outputVoltage')).toBeLessThan(-4);
  expect(nominal(pump({ mode: 'doubler', outputVoltageMinimum: 8 }), 'outputVoltage')).toBeGreaterThan(8);
});
it('power in is power out plus all losses', () => {
  const s = pump({ mode: 'doubler', outputVoltageMinimum: 8 });
  expect(5 * nominal(s, 'inputCurrent')).toBeCloseTo(nominal(s, 'outputVoltage') * 0.01 + nominal(s, 'totalDissipation'), 12);
});
it('a droop larger than the pump makes is no voltage at all', () => {
  const s = pump({ loadCurrent: 0.5 });
  expect(ends(s, 'outputVoltage').nominal).toBeNull();
  expect(check(s, 'output-minimum')!.status).toBe('fail');
});
