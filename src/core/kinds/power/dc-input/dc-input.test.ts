import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const input = (given: object = {}, parts: object = {}, more: object = {}) => alone('dc-input', given as never, parts as never, more);

describe('what arrives at the board', () => {
  it('power leaving the supply is power at the board plus heat of cable and plug', () => {
    const s = input({ loadCurrent: 0.8, noLoadRise: 0.2 });
    const heat = Object.values(s.kind.heat!(s.judged.x as never, { cableResistance: nominal(s, 'cableResistance') }, 'peak', 1)).reduce((a, b) => a + b, 0);
    expect(nominal(s, 'sourcePower')).toBeCloseTo(nominal(s, 'outputVoltage') * 0.8 + heat, 9);
  });

  it('an unregulated supply gives its marked voltage at its marked current, and more with nothing drawn', () => {
    const bare = { supplyVoltage: 12, noLoadRise: 0.3, currentLimit: 1, sourceResistance: 0, cableLength: 0 };
    const s = input({ ...bare, loadCurrent: 1 }, { J1: { contactResistance: 0 } });
    expect(nominal(s, 'outputVoltage')).toBeCloseTo(12, 9);
    expect(nominal(s, 'noLoadVoltage')).toBeCloseTo(15.6, 9);
  });

  it('drops more over a longer, thinner, hotter cable', () => {
    const drop = (given: object, ambient = 25) => nominal(input(given, {}, { conditions: { ambient } }), 'cableDrop');
    expect(drop({ cableLength: 3 })).toBeGreaterThan(drop({ cableLength: 1 }));
    expect(drop({ conductorArea: 0.22e-6 })).toBeGreaterThan(drop({ conductorArea: 1e-6 }));
    expect(drop({}, 60)).toBeGreaterThan(drop({}, 0));
  });

  it('charging a capacitor at constant current: C·V over I', () => {
    expect(nominal(input({ bulkCapacitance: 1e-3, currentLimit: 2, surgeCurrent: 0.5 }), 'startUpTime')).toBeCloseTo((1e-3 * 12) / 1.5, 12);
  });
});

describe('overload', () => {
  it('a load above the limit has no voltage, and its checks fail', () => {
    const s = input({ loadCurrent: 2, currentLimit: 1, minimumVoltage: 9 });
    expect(ends(s, 'outputVoltage')).toMatchObject({ nominal: null, absent: { sort: 'impossible' } });
    expect(check(s, 'minimum-voltage')!.status).toBe('fail');
    expect(check(s, 'supply-current')!.status).toBe('fail');
  });

  it('a surge as large as the limit never starts', () => {
    expect(check(input({ surgeCurrent: 1 }), 'start-up')!.status).toBe('fail');
  });

  it('limits nobody gave leave their checks absent, not unknown', () => {
    const ids = input().checks.map((c) => c.id);
    for (const id of ['minimum-voltage', 'maximum-voltage', 'hot-plug']) expect(ids).not.toContain(id);
  });

  it('start-up is judged for hiccup supplies only', () => {
    expect(check(input({ overload: 'constant-current' }), 'start-up')).toBeUndefined();
    expect(check(input({ overload: 'hiccup' }), 'start-up')).toBeDefined();
  });

  it('the conductor it names for the drop passes', () => {
    const long = { cableLength: 6, loadCurrent: 0.9, conductorArea: 0.22e-6, maximumCableDrop: 0.02 };
    const failing = check(input(long), 'cable-drop')!;
    expect(failing.status).toBe('fail');
    const area = Number(/([\d.]+)\u202fmm²/.exec(failing.help)![1]) * 1e-6;
    expect(check(input({ ...long, conductorArea: area }), 'cable-drop')!.status).not.toBe('fail');
  });
});
