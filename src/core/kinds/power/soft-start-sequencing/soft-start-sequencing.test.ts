import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const start = (given: object = {}, parts: object = {}) => alone('soft-start-sequencing', given as never, parts as never);

describe('delay', () => {
  it('is R·C·ln 2 where the threshold is half of the enable voltage', () => {
    const s = start({ inputVoltage: 2.4 }, { R1: { value: 1e5 }, C1: { value: 1e-7 }, U1: { enableThreshold: 1.2 } });
    expect(nominal(s, 'enableDelay')).toBeCloseTo(1e-2 * Math.LN2, 12);
  });
  it('a pull-down that keeps the pin below its threshold never starts it', () => {
    const s = start({}, { R1: { value: 1e5 }, C1: { value: 1e-7 }, U1: { enablePullDown: 2e4 } });
    expect(ends(s, 'startTime').nominal).toBeNull();
    expect(check(s, 'enable-reached')!.status).toBe('fail');
  });
  it('sizing comes within a few percent of the wanted delay', () => {
    for (const delayWanted of [1e-3, 1e-2, 5e-2]) expect(nominal(start({ delayWanted }), 'enableDelay') / delayWanted).toBeCloseTo(1, 1);
  });
});

describe('inrush', () => {
  it('is the charge of the bulk over the ramp', () => {
    const s = start({ rampMode: 'fixed', rampTime: 1e-3 }, { C2: { value: 1e-4, voltageRating: 10 } });
    expect(nominal(s, 'inrushCurrent') * 1e-3).toBeCloseTo(1e-4 * 3.3, 12);
  });
  it('without a ramp only resistance limits it', () => {
    const s = start({ rampMode: 'none' }, { C2: { value: 1e-4, voltageRating: 10 } });
    expect(nominal(s, 'inrushCurrent')).toBeCloseTo(5 / (0.1 + 0.05 + 0.01), 9);
    expect(check(s, 'source-limit')!.status).toBe('fail');
  });
});

it('the earliest start must follow the latest ready of the predecessor', () => {
  const late = { trigger: 'common-source', predecessorReady: { nominal: 0.005, low: 0.004, high: 0.03 } };
  expect(check(start(late), 'order')).toMatchObject({ status: 'fail', margin: null });
  expect(check(start({ ...late, trigger: 'predecessor' }), 'order')!.status).toBe('ok');
});

describe('on a board', () => {
  const fed = (given: object) =>
    sumOf([
      { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 2 }, rails: { out: 'v12' } },
      { id: 'it', kind: 'soft-start-sequencing', given: given as never, rails: { in: 'v12', out: 'late' } },
      { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.1, peakCurrent: 0.3 }, rails: { in: 'late' } },
    ]);
  it('a switch passes on what it is given, and no more', () => {
    const sum = fed({ outputVoltage: 12 });
    const above = nominal(sum.byId.get('in')!, 'outputVoltage');
    expect(sum.rails.find((r) => r.name === 'late')!.voltage!.nominal).toBeCloseTo(above, 9);
    expect(nominal(sum.byId.get('load')!, 'loadVoltage')).toBeCloseTo(above, 1);
  });
  it.each([
    ['a switch', { outputVoltage: 12 }],
    ['a linear stage', { outputVoltage: 5 }],
    ['a switching stage', { outputVoltage: 5, conversion: 'switching', efficiency: 0.9 }],
  ])('%s: what goes in comes out or is heat, and none is made', (_what, given) => {
    for (const p of fed(given).power) {
      expect(p.in).toBeCloseTo(p.used + p.lost, 9);
      for (const h of p.heat) expect(h.power, `${p.state} ${h.stage}`).toBeGreaterThanOrEqual(-1e-12);
    }
  });
});
