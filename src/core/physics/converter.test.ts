import { describe, expect, it } from 'vitest';
import { isAbsent } from '../math/absent.ts';
import { boundary, converterAt, leastInput, rippleOf, type Converter, type Point } from './converter.ts';

const base: Converter = {
  topology: 'buck',
  source: 12,
  sourceResistance: 0,
  output: 5,
  divider: 1e9,
  frequency: 5e5,
  synchronous: true,
  mode: 'discontinuous',
  ambient: 25,
  standsOnOutput: false,
  maximumDuty: 1,
  switches: {
    main: 0,
    rectifier: 0,
    tempco: 0,
    rise: 0,
    fall: 0,
    capacitance: 0,
    gateCharge: 0,
    bodyDiode: 0,
    deadTime: 0,
    quiescent: 0,
    skipQuiescent: 0,
    skipPeak: 0.5,
    minimumOffTime: 1e-7,
    junctionToAmbient: 50,
  },
  inductor: {
    henries: 1e-5,
    dcr: 0,
    saturation: null,
    rollOff: 0.2,
    coreLoss: 0,
    coreFrequency: 5e5,
    coreRipple: 0.3,
    frequencyExponent: 1.5,
    rippleExponent: 2.3,
  },
  input: { farads: 1e-5, esr: 0, esl: 0 },
  output0: { farads: 2e-5, esr: 0, esl: 0 },
  diode: { forward: 0.4, resistance: 0, recovery: 0, junctionToAmbient: 80 },
};
const at = (c: Converter, load: number): Point => {
  const p = converterAt(c, load);
  if (isAbsent(p)) throw new Error(p.reason);
  return p;
};
const boost: Converter = { ...base, topology: 'boost', source: 3.7, output: 5 };
const inverting: Converter = { ...base, topology: 'inverting', source: 5, output: 5 };

describe('ripple of a reservoir', () => {
  const triangle = [
    [-0.5, 1 / 1e-6, 1e-6],
    [0.5, -1 / 1e-6, 1e-6],
  ] as const;
  it('a triangular current in a capacitance alone: ΔI/(8·f·C)', () => {
    expect(rippleOf(triangle, { farads: 1e-5, esr: 0, esl: 0 })).toBeCloseTo(1 / (8 * 5e5 * 1e-5), 12);
  });
  it('in a resistance alone: ΔI·R, and with an inductance the steps of its edges', () => {
    expect(rippleOf(triangle, { farads: 1e6, esr: 0.1, esl: 0 })).toBeCloseTo(0.1, 6);
    expect(rippleOf(triangle, { farads: 1e6, esr: 0, esl: 1e-9 })).toBeCloseTo(2 * 1e-9 * 1e6, 9);
  });
});

describe('without losses', () => {
  it('duty cycles are the textbook’s', () => {
    expect(at(base, 2).duty).toBeCloseTo(5 / 12, 12);
    expect(at(boost, 2).duty).toBeCloseTo(1 - 3.7 / 5, 12);
    expect(at(inverting, 2).duty).toBeCloseTo(0.5, 12);
  });
  it.each([
    ['buck', base],
    ['boost', boost],
    ['inverting', inverting],
  ])('%s: power in is power out, continuous and not', (_name, c) => {
    for (const load of [2, 0.01]) {
      const p = at(c, load);
      expect(p.inputCurrent * p.vin).toBeCloseTo(c.output * load, 6);
      expect(p.heat).toBeLessThan(1e-6);
    }
  });
  it.each([
    ['buck', base],
    ['boost', boost],
    ['inverting', inverting],
  ])('%s: both laws meet at the boundary of continuous conduction', (_name, c) => {
    const edge = boundary(c, c.source)!;
    const [below, above] = [at(c, edge * (1 - 1e-5)), at(c, edge * (1 + 1e-5))];
    expect([below.continuous, above.continuous]).toEqual([false, true]);
    for (const key of ['duty', 'peak', 'rms', 'inputRms', 'outputRms', 'outputRipple', 'inputRipple'] as const)
      expect(below[key] / above[key], key).toBeCloseTo(1, 3);
  });
});

describe('with losses', () => {
  const lossy: Converter = {
    ...boost,
    sourceResistance: 0.1,
    switches: { ...boost.switches, main: 0.05, rectifier: 0.05, tempco: 4000, quiescent: 1e-3, rise: 1e-8, fall: 1e-8, gateCharge: 5e-9 },
    inductor: { ...boost.inductor, dcr: 0.05 },
  };
  it('what the source gives is load, heat of the converter and heat of its own resistance', () => {
    const p = at(lossy, 1);
    expect(lossy.source * p.inputCurrent).toBeCloseTo(5 + p.heat + 0.1 * p.inputCurrent ** 2, 6);
    expect(p.vin).toBeCloseTo(lossy.source - 0.1 * p.inputCurrent, 6);
  });
  it('a source too tired for the load is named, not computed', () => {
    expect(isAbsent(converterAt({ ...lossy, source: 2, sourceResistance: 0.3 }, 1))).toBe(true);
  });
  it('skipping pulses: the same load in larger, rarer ones', () => {
    const skipping = at({ ...base, mode: 'pulse-skip' }, 0.005);
    expect(skipping.peak).toBe(0.5);
    expect(skipping.rate).toBeLessThan(base.frequency / 10);
    expect(at(base, 0.005).rate).toBe(base.frequency);
  });
  it('a buck at its least input stands at its largest duty', () => {
    const c = { ...base, switches: { ...base.switches, main: 0.1, rectifier: 0.1 }, inductor: { ...base.inductor, dcr: 0.05 } };
    const least = leastInput(c, 1, null);
    expect(isAbsent(converterAt({ ...c, source: least - 1e-6 }, 1))).toBe(true);
    expect(at({ ...c, source: least + 1e-6 }, 1).duty).toBeCloseTo(1 - 1e-7 * 5e5, 5);
  });
});
