import { describe, expect, it } from 'vitest';
import { alone, ends, nominal, sumOf } from '../../../testing/boards.ts';

const parts = { C1: { value: 22e-12 }, C2: { value: 22e-12 } };

describe('the crystal oscillator', () => {
  it('is on frequency where its load is what the crystal was cut for, whichever way the capacitors share it', () => {
    for (const [c1, c2] of [
      [15e-12, 15e-12],
      [10e-12, 25e-12],
    ] as const) {
      // Both strays are 5 pF: a·b/(a+b) is 10 pF.
      const s = alone('crystal-oscillator', {}, { C1: { value: c1, tolerance: 0 }, C2: { value: c2, tolerance: 0 } });
      expect(nominal(s, 'pulling')).toBeCloseTo(0, 9);
    }
  });

  it('pulls by the slope it names', () => {
    const at = (strayAcross: number) => alone('crystal-oscillator', { strayAcross }, parts);
    const [one, two] = [at(0), at(0.01e-12)];
    expect((nominal(two, 'pulling') - nominal(one, 'pulling')) / 0.01 / nominal(one, 'pullSensitivity')).toBeCloseTo(1, 2);
  });

  it('resonates where the solved loop of motional arm and load has no reactance left', () => {
    const s = alone('crystal-oscillator', {}, parts);
    const [cm, c0, load] = [8e-15, 3e-12, nominal(s, 'loadCapacitance')];
    const lm = 1 / ((2 * Math.PI * 16e6) ** 2 * cm);
    // Series resonance of the arm with C0 and the load across it, over that at the load of the data sheet: exactly.
    const at = (c: number) => 1 / (2 * Math.PI * Math.sqrt(lm * ((cm * (c0 + c)) / (cm + c0 + c))));
    expect(nominal(s, 'pulling')).toBeCloseTo(1e6 * (at(load) / at(10e-12) - 1), 1);
  });

  it('has a clock that is slow at both ends of the temperature, and right at the turning point', () => {
    const fork = { frequency: 32768, loadCapacitance: 12.5e-12, parabolicCoefficient: 0.034, temperatureStability: 0, initialTolerance: 0, aging: 0 };
    const s = alone('crystal-oscillator', {}, { ...parts, Y1: fork }, { conditions: { ambient: { nominal: 20, low: -10, high: 60 } } });
    expect(ends(s, 'temperatureError').low).toBeCloseTo(-0.034 * 35 ** 2, 6);
    const still = { C1: { value: 20e-12, tolerance: 0 }, C2: { value: 20e-12, tolerance: 0 } };
    const t = alone('crystal-oscillator', {}, { ...still, Y1: fork }, { conditions: { ambient: { nominal: 20, low: -10, high: 60 } } });
    expect(ends(t, 'frequencyErrorPpm').high).toBeCloseTo(nominal(t, 'pulling'), 6);
  });

  it('stays still where the amplifier does not overcome the crystal', () => {
    const s = alone('crystal-oscillator', {}, { ...parts, U1: { transconductance: 1e-5 } });
    expect(s.judged.out('startUpTime').nominal).toBeNull();
    expect(nominal(s, 'gainMargin')).toBeLessThan(1);
  });

  it('grows exactly where the gain margin is above one', () => {
    for (const r of [50, 500, 5000, 50e3]) {
      const s = alone('crystal-oscillator', {}, { ...parts, Y1: { esr: r, shuntCapacitance: 0 } });
      expect(s.judged.out('startUpTime').nominal !== null).toBe(nominal(s, 'gainMargin') > 1);
    }
  });

  it('is sized to the load of its crystal', () => {
    for (const loadCapacitance of [8e-12, 12e-12, 20e-12]) {
      const s = sumOf([{ id: 'a', kind: 'crystal-oscillator', parts: { Y1: { loadCapacitance } } }]).byId.get('a')!;
      expect(Math.abs(nominal(s, 'loadCapacitance') / loadCapacitance - 1)).toBeLessThan(0.08);
    }
  });
});
