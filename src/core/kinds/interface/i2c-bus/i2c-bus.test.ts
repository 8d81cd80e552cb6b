import { describe, expect, it } from 'vitest';
import { alone, check, nominal, refusals, sumOf } from '../../../testing/boards.ts';

const four = { name: 'converter', addresses: [72, 73, 74, 75] };

describe('the bus', () => {
  it('rises between 30 and 70 % as an exponential does', () => {
    const s = alone('i2c-bus', { cableLength: 1 }, { R1: { value: 2200 } });
    const tau = 2200 * nominal(s, 'busCapacitance');
    const when = (share: number) => -tau * Math.log(1 - share);
    expect(nominal(s, 'riseTime')).toBeCloseTo(when(0.7) - when(0.3), 15);
    expect(nominal(s, 'busCapacitance') * 1e12).toBeCloseTo(10 + 100 + 10 + 20, 9);
  });

  it('counts the pull-up of every module in parallel', () => {
    const s = alone('i2c-bus', { devices: [{ ...four, count: 4, pullUp: 10e3 }] }, { R1: { value: 10e3 } });
    expect(nominal(s, 'effectivePullUp')).toBeCloseTo(2000, 9);
  });

  it('names who clashes with whom, and which pull-ups are too many', () => {
    const s = alone('i2c-bus', { devices: [{ ...four, count: 5 }] });
    expect(nominal(s, 'unassigned')).toBe(1);
    const strong = sumOf([{ id: 'a', kind: 'i2c-bus', given: { devices: [{ name: 'module', addresses: [8, 9, 10, 11], count: 4, pullUp: 2200 }] } }]);
    expect(check(strong.byId.get('a')!, 'sink-current')!.status).toBe('fail');
  });

  it('is sized inside both of its limits, whatever the cable', () => {
    for (const cableLength of [0, 0.5, 1.5]) {
      const s = alone('i2c-bus', { cableLength });
      expect(check(s, 'rise-time')!.status).toBe('ok');
      expect(check(s, 'sink-current')!.status).toBe('ok');
    }
  });

  it('does not take 3.3 V as high where a device hangs on 5 V, nor overdrive one that hangs on less', () => {
    const five = alone('i2c-bus', { devices: [{ ...four, supplyVoltage: 5, inputMaximum: 5.5 }] });
    expect(check(five, 'high-level')!.status).toBe('fail');
    const less = alone('i2c-bus', { busVoltage: 5, devices: [{ ...four, supplyVoltage: 3.3 }] });
    expect(nominal(less, 'overdriveShare')).toBeCloseTo(1.7 / 0.5, 9);
    expect(check(less, 'absolute-maximum')!.status).toBe('fail');
  });

  it('is busy by what each device asks beside what all ask', () => {
    const bits = (n: number) => (9 * n + 3) / 400e3;
    const s = alone('i2c-bus', { transactionsPerSecond: 50, devices: [{ ...four, count: 4, transactions: 128, bytes: 8 }] });
    expect(nominal(s, 'busLoad')).toBeCloseTo(50 * bits(5) + 4 * 128 * bits(8), 12);
  });

  it('refuses what is no address, with its place', () => {
    const issues = refusals([{ id: 'a', kind: 'i2c-bus', given: { devices: [{ name: 'x', addresses: [72, 200] }] } }]);
    expect(issues[0]!.path).toBe('stages[0].given.devices[0].addresses[1]');
  });
});
