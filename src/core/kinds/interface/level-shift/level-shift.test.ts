import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = { R1: { value: 1800 }, R2: { value: 3300 } };

describe('the level shift', () => {
  it('has currents at the node of its divider that add up', () => {
    const s = alone('level-shift', { outputHighDrop: 0.1 }, parts);
    const high = nominal(s, 'highLevel');
    expect((4.9 - high) / 1830).toBeCloseTo(high / 3300, 12);
    expect(nominal(s, 'lineCurrent')).toBeCloseTo(high / 3300, 12);
  });

  it('pushes into a dead side what its clamp takes: the currents at that node add up', () => {
    const s = alone('level-shift', {}, parts);
    const [through, away] = [(5 - 0.5) / 1830, 0.5 / 3300];
    expect(nominal(s, 'backFeedCurrent')).toBeCloseTo(through - away, 12);
    expect(nominal(alone('level-shift', { method: 'translator' }), 'backFeedCurrent')).toBe(0);
  });

  it('lifts a rail that carries less than its clamps bring', () => {
    const shift = { id: 'a', kind: 'level-shift', given: { method: 'series-clamp', lines: 8, inputMaximum: 4 }, parts: { R1: { value: 1000 } } };
    const load = (amps: number) => ({
      id: 'load',
      kind: 'supply-load',
      given: { typicalCurrent: amps, peakCurrent: amps, idleCurrent: amps, asleepCurrent: amps },
      rails: { in: 'low' },
    });
    const rail = { id: 'low', kind: 'dc-input', given: { supplyVoltage: 3.3 }, rails: { out: 'low' } };
    const at = (amps: number) => sumOf([rail, load(amps), { ...shift, rails: { low: 'low' } }]).byId.get('a')!;
    expect(nominal(at(0.1), 'railInjection')).toBeCloseTo((8 * (5 - 3.3 - 0.5)) / 1030, 3);
    expect(check(at(0.1), 'rail-injection')!.status).toBe('ok');
    expect(check(at(0.002), 'rail-injection')!.status).toBe('fail');
  });

  it('goes up with a transistor or a translator, and not with a divider', () => {
    const given = { direction: 'up', inputHigh: 3.5, inputLow: 1.5, inputMaximum: 5.5 };
    for (const method of ['mosfet', 'translator']) expect(check(alone('level-shift', { ...given, method }), 'input-high')!.status).not.toBe('fail');
    expect(check(alone('level-shift', { ...given, method: 'divider' }, parts), 'direction')!.status).toBe('fail');
  });

  it('is sized inside both levels at every end, with less current for a slower line', () => {
    const at = (bitRate: number) => alone('level-shift', { bitRate, highVoltage: { nominal: 5, tolerance: 0.05 }, inputMaximum: 3.9 });
    const [fast, slow] = [at(10e6), at(1e5)];
    for (const s of [fast, slow]) {
      expect(ends(s, 'highLevel').low!).toBeGreaterThan(2.31);
      expect(ends(s, 'highLevel').high!).toBeLessThan(3.9);
    }
    expect(nominal(slow, 'lineCurrent')).toBeLessThan(nominal(fast, 'lineCurrent'));
  });
});
