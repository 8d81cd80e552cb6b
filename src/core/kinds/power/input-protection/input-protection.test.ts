import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';
import { pulseFactor } from './checks.ts';

const protection = (given: object = {}, parts: object = {}, more: object = {}) => alone('input-protection', given as never, parts as never, more);

describe('the polarity device', () => {
  it('a hot MOSFET: its resistance at its own junction, times the current squared, is its heat', () => {
    const s = protection({ loadCurrent: 3 }, { Q1: { onResistance: 0.05 } });
    const hot = 0.05 * (1 + 0.005 * (nominal(s, 'junctionTemperature') - 25));
    expect(nominal(s, 'dissipation')).toBeCloseTo(9 * hot, 9);
  });
  it('runs away where it heats itself faster than it cools', () => {
    const s = protection({ loadCurrent: 12 }, { Q1: { onResistance: 0.05 } });
    expect(ends(s, 'junctionTemperature')).toMatchObject({ nominal: null, absent: { reason: expect.stringContaining('runaway') } });
    expect(check(s, 'junction-temperature')!.status).toBe('fail');
  });
  it('the gate sees the surge, unless a zener holds it', () => {
    expect(check(protection({}, { Q1: { gateClamp: null } }), 'gate-maximum')!.status).toBe('fail');
    expect(check(protection(), 'gate-maximum')!.status).not.toBe('fail');
  });
});

describe('the fuse', () => {
  it('ages with every inrush: fewer switchings stand more', () => {
    const all = [1, 100, 1e3, 1e4, 1e5, 1e6].map(pulseFactor);
    expect([...all].sort((a, b) => b - a)).toEqual(all);
    expect(pulseFactor(1e3)).toBeCloseTo(0.38, 12);
    expect(pulseFactor(10 ** 3.5)).toBeCloseTo((0.38 + 0.29) / 2, 12);
  });
  it('half of the energy of charging a capacitor is lost on the way: I²t times R', () => {
    const s = protection({ polarity: 'none', clamp: 'none' });
    const ohms = 0.1 + 0.05 + 0.05;
    expect(nominal(s, 'inrushI2t') * ohms).toBeCloseTo(0.5 * 4.7e-4 * 144, 12);
  });
  it('one that the source cannot blow is named as such', () => {
    expect(check(protection({ sourceCurrentLimit: 3 }), 'fuse-opens')!.help).toContain('protects nothing');
  });
});

it('on a board: power in is power to the load plus heat, and the need of the load reaches the source with the drop added', () => {
  const sum = sumOf([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'raw' } },
    { id: 'p', kind: 'input-protection', given: { polarity: 'series-diode' }, rails: { in: 'raw', out: 'v12' } },
    {
      id: 'load',
      kind: 'supply-load',
      given: { typicalCurrent: 0.5, peakCurrent: 0.8, minimumVoltage: 10, maximumVoltage: 16, ratedVoltage: 12 },
      rails: { in: 'v12' },
    },
  ]);
  const typical = sum.power.find((p) => p.state === 'typical')!;
  expect(typical.in).toBeCloseTo(typical.used + typical.lost, 9);
  expect(sum.byId.get('in')!.judged.range('minimumVoltage')!.high).toBeGreaterThan(10.3);
});
