import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, refusals } from '../../../testing/boards.ts';
import { behind } from './index.ts';

const usb = (given: object = {}, parts: object = {}) => alone('usb-source', given as never, parts as never);

describe('a board behind a cable', () => {
  it('balances: source less drop is the voltage, constant power draws what that leaves', () => {
    const s = usb({ loadCurrent: 0.1, loadPower: 8, cableResistance: 0.2, port: 'type-c-3a' });
    const [v, i] = [nominal(s, 'outputVoltage'), nominal(s, 'outputCurrent')];
    expect(v).toBeCloseTo(5 - i * 0.2, 12);
    expect((i - 0.1) * v).toBeCloseTo(8, 12);
  });
  it('collapses beyond the most that a resistance passes, V²/4R', () => {
    const most = 5 ** 2 / (4 * 0.2);
    expect(behind(5, 0.2, 0, most * 0.999)).not.toBeNull();
    expect(behind(5, 0.2, 0, most * 1.001)).toBeNull();
    expect(ends(usb({ loadPower: 45 }), 'outputVoltage').nominal).toBeNull();
  });
});

describe('contracts', () => {
  it.each([
    [9, 16, 16 / 9],
    [9, 15, null],
    [15, 45, 3],
    [15, 27, null],
    [20, 60, 3],
    [20, 45, null],
    [12, 60, null],
  ])('%d V of a %d W source: %s A', (contractVoltage, sourcePower, amps) => {
    const s = usb({ contractVoltage, sourcePower, maximumVoltage: 25 });
    if (amps === null) expect(check(s, 'contract-offered')).toMatchObject({ status: 'fail', margin: null });
    else expect(nominal(s, 'contractCurrent')).toBeCloseTo(amps, 12);
  });
  it('more than 3 A only at 20 V with a marked cable', () => {
    expect(nominal(usb({ contractVoltage: 20, sourcePower: 100, cableCurrent: 5 }), 'contractCurrent')).toBe(5);
    expect(nominal(usb({ contractVoltage: 15, sourcePower: 100, cableCurrent: 5 }), 'contractCurrent')).toBe(3);
  });
  it('voltages that no source has are refused by name', () => {
    expect(refusals([{ id: 'u', kind: 'usb-source', given: { contractVoltage: 10 } }])[0]!.path).toBe('stages[0].given.contractVoltage');
  });
  it('a gated board draws only its attach current before the contract', () => {
    expect(nominal(usb({ contractVoltage: 9, gated: true, loadPower: 20 }), 'fallbackCurrent')).toBeCloseTo(0.02, 12);
    expect(check(usb({ contractVoltage: 9, loadPower: 4 }), 'fallback-current')!.status).toBe('fail');
  });
});
