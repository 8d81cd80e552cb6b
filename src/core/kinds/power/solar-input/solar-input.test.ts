import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';

const solar = (given: object = {}, parts: object = {}, more: object = {}) => alone('solar-input', given as never, parts as never, more);

describe('energy', () => {
  it('with the panel it names, harvest over load is just what is wanted', () => {
    const need = nominal(solar({ averageCurrent: 0.05 }), 'panelPowerNeeded');
    expect(nominal(solar({ averageCurrent: 0.05, panelPower: need }), 'surplus')).toBeCloseTo(1.3, 9);
  });
  it('a lossless tracking panel for H hours of full sun gives P·H', () => {
    const ideal = {
      coupling: 'tracking',
      sunHours: [4],
      powerTempco: 0,
      soilingDerating: 1,
      orientationDerating: 1,
      wiringDerating: 1,
      converterEfficiency: 1,
      chargeEfficiency: 1,
    };
    expect(nominal(solar({ ...ideal, panelPower: 10 }), 'dailyHarvest')).toBeCloseTo(40, 12);
  });
  it('the worst month decides, not the mean', () => {
    const s = solar({ sunHours: [5, 5, 5, 5, 5, 1, 5, 5, 5, 5, 5, 5] });
    expect(nominal(s, 'worstMonth')).toBe(6);
    expect(nominal(s, 'yearSurplus')).toBeGreaterThan(4 * nominal(s, 'surplus'));
  });
  it('a load beyond the harvest is never caught up with', () => {
    expect(ends(solar({ averageCurrent: 0.5 }), 'rechargeDays')).toMatchObject({ nominal: null });
    expect(check(solar({ averageCurrent: 0.5 }), 'energy-balance')!.help).toContain('December decides');
  });
});

it('cold raises the open-circuit voltage, heat lowers the working one', () => {
  const at = (ambient: number) => solar({}, {}, { conditions: { ambient } });
  expect(nominal(at(-20), 'coldOpenCircuitVoltage')).toBeCloseTo(7.2 * (1 + 0.003 * 45), 12);
  expect(nominal(at(50), 'hotPanelVoltage')).toBeLessThan(nominal(at(0), 'hotPanelVoltage'));
  expect(check(solar({ panelVoltage: 4.6, panelPower: 4 }), 'hot-voltage')!.status).toBe('fail');
});

describe('any panel, month by month', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    panelPower: real(1, 30),
    panelVoltage: real(5, 18),
    openCircuitVoltage: real(6, 22),
    sunHours: fc.array(real(0.5, 6), { minLength: 12, maxLength: 12 }),
    coupling: fc.constantFrom('direct', 'tracking'),
    averageCurrent: real(1e-3, 0.2),
    batteryCapacity: real(1, 20),
    nightLeakage: real(0, 1e-3),
    soilingDerating: real(0.7, 1),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(-10, 45), (g, ambient) => {
        const s = alone('solar-input', g, { D1: { forwardVoltage: 0.35 } }, { conditions: { ambient } });
        const warm = ambient + 20 - 25;
        const hot = g.panelVoltage * (1 - 0.003 * warm);
        const reaches = g.coupling === 'tracking' || hot - 0.35 >= 4.2;
        const kept = g.soilingDerating * 0.9 * 0.97;
        const watts = g.coupling === 'tracking' ? g.panelPower * (1 - 0.004 * warm) * 0.88 : (g.panelPower / g.panelVoltage) * 3.7;
        const harvest = (hours: number) => watts * hours * kept * 0.95;
        const load = (hours: number) => 24 * g.averageCurrent * 3.7 + g.nightLeakage * (24 - hours) * 3.7;
        const least = Math.min(...g.sunHours);
        const store = g.batteryCapacity * 3.7 * 0.8;
        const over = harvest(least) - load(least);
        agrees(s, {
          worstMonth: g.sunHours.indexOf(least) + 1,
          panelCurrent: g.panelPower / g.panelVoltage,
          hotPanelVoltage: hot,
          coldOpenCircuitVoltage: g.openCircuitVoltage * (1 - 0.003 * (ambient - 25)),
          dailyLoad: load(least),
          autonomyDays: store / load(least),
          dailyHarvest: reaches ? harvest(least) : null,
          surplus: reaches ? harvest(least) / load(least) : null,
          yearSurplus: reaches ? g.sunHours.reduce((t, h) => t + harvest(h) / load(h), 0) / 12 : null,
          rechargeDays: reaches && over > 0 ? store / over : null,
          panelPowerNeeded: reaches ? (g.panelPower * 1.3 * load(least)) / harvest(least) : null,
          peakChargeCurrent: g.coupling === 'tracking' ? (g.panelPower * (1 - 0.004 * warm) * 0.88) / 3.7 : g.panelPower / g.panelVoltage,
        });
      }),
      { numRuns: 100 },
    );
  });
});
