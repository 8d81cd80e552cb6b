import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const charger = (given: object = {}, parts: object = {}, more: object = {}) => alone('battery-charger', given as never, parts as never, more);

describe('currents', () => {
  it('what the charger gives is what cell and load share', () => {
    const s = charger({ loadCurrent: 0.02 });
    expect(nominal(s, 'batteryCurrent') + 0.02).toBeCloseTo(nominal(s, 'chargeCurrent'), 12);
  });
  it('a power path never takes more than the source gives, and the cell helps when the load wants more', () => {
    const s = charger({ topology: 'power-path', loadCurrent: 0.7 });
    expect(nominal(s, 'inputCurrent')).toBeLessThanOrEqual(0.5);
    expect(nominal(s, 'batteryCurrent')).toBeLessThan(0);
    expect(check(s, 'pack-fills')!.status).toBe('fail');
  });
  it('folds back so that the junction stands at its limit', () => {
    const s = charger({ inputVoltage: 12, cellCapacity: 4, sourceCurrentLimit: 2 }, { R1: { value: 1000 }, U1: { voltageRating: 20 } });
    expect(nominal(s, 'unlimitedJunction')).toBeGreaterThan(120);
    expect(nominal(s, 'junctionTemperature')).toBeCloseTo(120, 6);
  });
});

describe('charge time', () => {
  it('at constant current: capacity over current, where the cell has no resistance to speak of', () => {
    const s = charger({ cellResistance: 1e-6, startStateOfCharge: 0.5, inputVoltage: 5 }, { R1: { value: 10000 } });
    expect(nominal(s, 'chargeTime90') / ((0.4 * 1) / 0.1 / (1 / 3600))).toBeCloseTo(1, 3);
  });
  it('a resistance makes constant voltage begin early and the charge long', () => {
    const at = (cellResistance: number) => nominal(charger({ cellResistance }), 'chargeTime90');
    expect(at(0.5)).toBeGreaterThan(at(0.05));
  });
  it('never ends with the load above the termination current', () => {
    expect(ends(charger({ loadCurrent: 0.1 }), 'chargeTime').nominal).toBeNull();
    expect(nominal(charger({ loadCurrent: 0.1, topology: 'load-switch', sourceCurrentLimit: 1 }), 'chargeTime')).toBeGreaterThan(0);
  });
});

it('conditions of lithium are met or not, without a margin', () => {
  expect(check(charger({}, {}, { conditions: { ambient: { low: -10, nominal: 20, high: 40 } } }), 'charge-temperature-low')).toMatchObject({
    status: 'fail',
    margin: null,
  });
  expect(check(charger({ chemistry: 'lithium-iron-phosphate' }), 'float-voltage')!.help).toContain('dangerous');
});

it('sizing stays within cell and source at their worst ends', () => {
  const s = charger({ cellCapacity: 0.5 });
  expect(check(s, 'charge-rate')!.status).not.toBe('fail');
  expect(check(s, 'source-limit')!.status).not.toBe('fail');
});
