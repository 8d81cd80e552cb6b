import { describe, expect, it } from 'vitest';
import { alone, check, nominal } from '../../../testing/boards.ts';

const Q1 = {
  gateCharge: 3.5e-8,
  gateDrainCharge: 9e-9,
  inputCapacitance: 1.8e-9,
  reverseCapacitance: 2.5e-11,
  internalGateResistance: 1.2,
  plateauVoltage: 4.8,
  gateThreshold: 3,
};
const U1 = { sourceResistance: 2, sinkResistance: 1, mismatch: 1e-8 };

it('all of the gates’ power becomes heat, in the driver and in the resistors', () => {
  const s = alone('gate-drive', { devices: 2 }, { R1: { value: 10 }, Q1, U1 });
  const [ra, rb] = [2 + 11.2 / 2, 1 + 11.2 / 2];
  const outside = (nominal(s, 'gatePower') / 2) * (11.2 / 2 / ra + 11.2 / 2 / rb);
  expect(nominal(s, 'dissipation') + outside).toBeCloseTo(nominal(s, 'totalDissipation'), 12);
  expect(nominal(s, 'inputCurrent') * 12).toBeCloseTo(nominal(s, 'totalDissipation'), 12);
});

it('the gate of the off device rises as a slope through its capacitance lets it: by steps', () => {
  for (const [r, slope, bus] of [
    [10, 4e9, 48],
    [22, 2e10, 60],
    [2.2, 5e10, 400],
  ] as const) {
    const s = alone('gate-drive', { slope, busVoltage: bus }, { R1: { value: r }, Q1, U1 });
    const ohms = 1 + r + 1.2;
    let v = 0;
    const dt = bus / slope / 1e5;
    for (let k = 0; k < 1e5; k++) v += ((2.5e-11 * slope - v / ohms) / 1.8e-9) * dt;
    expect(nominal(s, 'dvdtGateVoltage') / v).toBeCloseTo(1, 3);
  }
});

describe('dead time', () => {
  it('is what turning off takes longer than turning on, and a separate turn-off shortens it', () => {
    const shared = alone('gate-drive', {}, { R1: { value: 22 }, Q1, U1 });
    const separate = alone('gate-drive', { turnOffPath: 'separate' }, { R1: { value: 22 }, R2: { value: 2.2 }, D1: { forwardVoltage: 0 }, Q1, U1 });
    expect(nominal(shared, 'deadTimeNeeded')).toBeCloseTo(nominal(shared, 'turnOffDelay') - nominal(shared, 'turnOnDelay') + 1e-8, 15);
    expect(nominal(separate, 'deadTimeNeeded')).toBeLessThan(nominal(shared, 'deadTimeNeeded'));
  });
  it('by the gate’s charge is never less than by the capacitance at full voltage', () => {
    for (const gateCharge of [1.2e-8, 3.5e-8, 8e-8]) {
      const s = alone('gate-drive', {}, { R1: { value: 10 }, Q1: { ...Q1, gateCharge }, U1 });
      expect(nominal(s, 'deadTimeByCharge')).toBeGreaterThanOrEqual(nominal(s, 'deadTimeNeeded') - 1e-15);
    }
  });
});

it('a drive that does not pass the plateau has no times, and says so', () => {
  const s = alone('gate-drive', { supplyVoltage: 4.5 }, { R1: { value: 10 }, Q1, U1 });
  expect(s.judged.out('turnOnTime').nominal).toBeNull();
  expect(check(s, 'full-drive')!.status).toBe('fail');
});

it('sizes a resistor whose ringing the gate stands, with the slope it then forces on its partner', () => {
  const s = alone('gate-drive', { gateLoopInductance: 1.5e-8 });
  expect(check(s, 'gate-maximum')!.status).not.toBe('fail');
  expect(48 / nominal(s, 'turnOnTime')).toBeLessThanOrEqual(5e9);
});
