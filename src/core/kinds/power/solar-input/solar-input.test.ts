import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

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
