import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const trace = (given: object = {}, parts: object = {}) => alone('circuit-trace', given as never, parts as never);

describe('steady', () => {
  it('the width it names brings the rise to just what is allowed', () => {
    const need = nominal(trace({ loadCurrent: 3 }, { W1: { width: 1e-3 } }), 'widthNeeded');
    expect(nominal(trace({ loadCurrent: 3 }, { W1: { width: need } }), 'temperatureRise')).toBeCloseTo(20, 9);
  });
  it('the charts: about 0.3 mm of 35 µm copper carries an ampere at 10 K outside', () => {
    expect(nominal(trace({ maximumRise: 10 }, { W1: { width: 3e-4 } }), 'widthNeeded')).toBeGreaterThan(2.5e-4);
    expect(nominal(trace({ maximumRise: 10 }, { W1: { width: 3e-4 } }), 'widthNeeded')).toBeLessThan(3.5e-4);
  });
  it('inner layers need more', () => {
    expect(nominal(trace({ layer: 'inner' }), 'widthNeeded')).toBeGreaterThan(nominal(trace(), 'widthNeeded'));
  });
  it('left open, takes the least width that holds, and keeps it in every corner', () => {
    const s = trace({ loadCurrent: { nominal: 2, low: 1, high: 2.1 } });
    expect(check(s, 'rise')!.status).not.toBe('fail');
    expect(ends(s, 'resistance').high! / ends(s, 'resistance').low!).toBeLessThan(1.2);
  });
});

describe('in a pulse', () => {
  it('heats as stepping through it says', () => {
    const s = trace({ loadCurrent: 0.1, pulseCurrent: 20, pulseWidth: 0.01 }, { W1: { width: 1e-3 } });
    const area = 1e-3 * 3.5e-5;
    let t = nominal(s, 'traceTemperature');
    const dt = 1e-7;
    for (let k = 0; k < 1e5; k++) t += (dt * 1.7241e-8 * (1 + 0.00393 * (t - 20)) * (20 / area) ** 2) / 3.45e6;
    expect(nominal(s, 'pulseTemperature')).toBeCloseTo(t, 2);
  });
  it('melts, and says so', () => {
    const s = trace({ pulseCurrent: 500 }, { W1: { width: 5e-4 } });
    expect(ends(s, 'pulseTemperature')).toMatchObject({ nominal: null, absent: { reason: 'the copper melts' } });
    expect(check(s, 'pulse')!.status).toBe('fail');
  });
});

it('the vias it names hold the rise, one less does not', () => {
  const need = nominal(trace({ loadCurrent: 5 }), 'viasNeeded');
  const rise = (viaCount: number) => nominal(trace({ loadCurrent: 5, viaCount }), 'viaRise');
  expect(rise(need)).toBeLessThanOrEqual(20);
  expect(rise(need - 1)).toBeGreaterThan(20);
});
