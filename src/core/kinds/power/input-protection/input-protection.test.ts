import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';
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

describe('any protection, part after part', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    inputVoltage: real(8, 28),
    inputRipple: real(0, 0.5),
    loadCurrent: real(0.05, 2),
    sourceResistance: real(0.02, 0.5),
    bulkCapacitance: real(1e-5, 2e-3),
    pulseCount: fc.constantFrom(10, 100, 1000, 10_000, 100_000, 1e6),
    fuse: fc.constantFrom('none', 'fuse', 'resettable'),
    polarity: fc.constantFrom('none', 'series-diode', 'p-mosfet'),
    limiter: fc.constantFrom('none', 'ntc'),
    clamp: fc.constantFrom('none', 'suppressor'),
    surgeVoltage: real(10, 100),
    surgeResistance: real(0.5, 5),
    surgeDuration: real(1e-5, 1e-2),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(-20, 70), (g, ta) => {
        const s = protection(g, { RT1: { value: 5, hotResistance: 0.3 } }, { conditions: { ambient: ta } });
        const [i, ohms] = [g.loadCurrent, g.fuse === 'none' ? 0 : 0.05];
        const cold = 1 - 0.002 * (ta - 25);
        const ntc = g.limiter === 'ntc';
        const entry = { none: [0, 0], 'series-diode': [0.35, 0.05], 'p-mosfet': [0, 0.03] }[g.polarity] as [number, number];
        const total = g.sourceResistance + ohms + (ntc ? 5 : 0) + entry[1] + 0.05;
        // A warm channel: heat and resistance raise each other until they stand still.
        let loss = 0;
        for (let k = 0; k < 300; k++) {
          const tj = ta + 60 * loss;
          loss = g.polarity === 'p-mosfet' ? i * i * 0.03 * (1 + 0.005 * (tj - 25)) : g.polarity === 'series-diode' ? (0.35 + 0.05 * i) * i : 0;
        }
        const out = g.inputVoltage - loss / i - i * (ohms + (ntc ? 0.3 : 0));
        const share = { 10: 0.48, 100: 0.48, 1000: 0.38, 10000: 0.29, 100000: 0.22, 1000000: 0.22 }[g.pulseCount]!;
        const slope = (24.4 - 16.7) / 24.6;
        const clamped = g.clamp === 'suppressor' ? Math.max(0, (g.surgeVoltage - 16.7) / (g.surgeResistance + slope)) : 0;
        const at = clamped > 0 ? 16.7 + slope * clamped : g.surgeVoltage;
        agrees(s, {
          fuseHoldCurrent: g.fuse === 'none' ? null : 2 * 0.75 * cold,
          tripCurrent: g.fuse === 'none' ? null : 4 * cold,
          inrushPeak: (g.inputVoltage - entry[0]) / total,
          inrushI2t: ((g.inputVoltage - entry[0]) ** 2 * g.bulkCapacitance) / (2 * total),
          allowedI2t: g.fuse === 'fuse' ? 5 * share : null,
          polarityDrop: loss / i,
          dissipation: loss,
          junctionTemperature: g.polarity === 'none' ? null : ta + 60 * loss,
          gateVoltage: g.polarity === 'p-mosfet' ? Math.min(g.inputVoltage, 12) : null,
          outputVoltage: out,
          outputTrough: out - g.inputRipple / 2,
          outputRipple: g.inputRipple,
          inputCurrent: i,
          clampCurrent: g.clamp === 'suppressor' ? clamped : null,
          clampVoltage: at,
          clampPower: g.clamp === 'suppressor' ? at * clamped : null,
          allowedClampPower: g.clamp === 'suppressor' ? 600 * Math.sqrt(1e-3 / g.surgeDuration) : null,
        });
      }),
      { numRuns: 100 },
    );
  });
});
