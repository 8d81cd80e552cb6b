import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';

const exact = { R1: { value: 10e3, tolerance: 0 }, NTC: { value: 10e3, tolerance: 0, beta: 3950 } };

describe('the thermistor', () => {
  it('reads true where nothing errs, by either model and either way up', () => {
    for (const position of ['top', 'bottom'])
      for (const model of ['beta', 'steinhart-hart'])
        for (const measuredTemperature of [-20, 25, 80]) {
          const s = alone('thermistor-input', { position, model, measuredTemperature, dissipationConstant: 1e6, adcError: 0 }, exact);
          expect(nominal(s, 'temperatureError')).toBeCloseTo(0, 5);
        }
  });

  it('goes through three points of a table by its three constants', () => {
    // Constants through 5 °C, 25 °C and 45 °C of a bead with 25 395, 10 000 and 4 372 Ω, solved apart by elimination.
    const points = [
      [5, 25395],
      [25, 10000],
      [45, 4372],
    ] as const;
    const rows = points.map(([t, r]) => [1, Math.log(r), Math.log(r) ** 3, 1 / (t + 273.15)]);
    for (let i = 0; i < 3; i++)
      for (let j = i + 1; j < 3; j++) {
        const f = rows[j]![i]! / rows[i]![i]!;
        for (let k = i; k < 4; k++) rows[j]![k]! -= f * rows[i]![k]!;
      }
    const c = rows[2]![3]! / rows[2]![2]!;
    const b = (rows[1]![3]! - rows[1]![2]! * c) / rows[1]![1]!;
    const a = rows[0]![3]! - rows[0]![1]! * b - rows[0]![2]! * c;
    for (const [t, r] of points) {
      const s = alone('thermistor-input', { model: 'steinhart-hart', measuredTemperature: t }, { ...exact, NTC: { ...exact.NTC, a, b, c } });
      expect(nominal(s, 'ntcResistance') / r).toBeCloseTo(1, 6);
    }
  });

  it('errs by its tolerance over its slope: one percent at 25 °C is a quarter of a kelvin', () => {
    const s = alone('thermistor-input', { dissipationConstant: 1e6, adcError: 0 }, { ...exact, NTC: { value: 10e3, tolerance: 0.01, beta: 3950 } });
    expect(ends(s, 'temperatureError').high).toBeCloseTo((0.01 * 298.15 ** 2) / 3950, 2);
  });

  it('has as many codes for a kelvin at both ends with the resistor for equal ends', () => {
    const ohms = nominal(alone('thermistor-input', {}, exact), 'equalEndsResistance');
    const s = alone('thermistor-input', {}, { ...exact, R1: { value: ohms, tolerance: 0 } });
    expect(nominal(s, 'codesPerKelvinCold') / nominal(s, 'codesPerKelvinHot')).toBeCloseTo(1, 4);
  });

  it('is straight in the middle with the resistor for that', () => {
    const ohms = nominal(alone('thermistor-input', {}, exact), 'linearisingResistance');
    const at = (t: number) => nominal(alone('thermistor-input', { measuredTemperature: t }, { ...exact, R1: { value: ohms, tolerance: 0 } }), 'nodeVoltage');
    const bend = at(31) - 2 * at(30) + at(29);
    const off = at(11) - 2 * at(10) + at(9);
    expect(Math.abs(bend)).toBeLessThan(Math.abs(off) / 50);
  });

  it('heats itself by its power, and says so', () => {
    const s = alone('thermistor-input', { supplyVoltage: 5 }, exact);
    expect(nominal(s, 'selfHeating')).toBeCloseTo((2.5 * 2.5) / 10e3 / 0.002, 9);
    expect(check(s, 'self-heating')!.status).toBe('fail');
  });
});
