import { describe, expect, it } from 'vitest';
import { Bench, isMeasured, passes, type Measured } from './measure.ts';
import type { Element } from './netlist.ts';

const source: Element = { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'dc', value: 3 }, ac: 1 };
const r = (name: string, a: string, b: string, ohms: number): Element => ({ is: 'resistor', name, a, b, ohms });
const c = (name: string, a: string, b: string, farads: number): Element => ({ is: 'capacitor', name, a, b, farads });
const read = (m: Measured): number => {
  if (!isMeasured(m)) throw new Error(m.reason);
  return m;
};
const [R, C] = [1e4, 1e-7];
const lowpass = new Bench([source, r('R1', 'in', 'out', R), c('C1', 'out', '0', C)], 26.85);
const highpass = new Bench([source, c('C1', 'in', 'out', C), r('R1', 'out', '0', R)], 26.85);

describe('the bench', () => {
  it('reads a divider’s tap, ground, and the current of its source', () => {
    const divider = new Bench([source, r('R1', 'in', 'tap', 2000), r('R2', 'tap', '0', 1000)], 25);
    expect(read(divider.dc('tap'))).toBeCloseTo(1, 9);
    expect(divider.dc('0')).toBe(0);
    expect(Math.abs(read(divider.dc('I(V1)')))).toBeCloseTo(1e-3, 12);
  });
  it('finds the corner of one pole at 1/(2πRC), where it is 3 dB down', () => {
    const corner = read(lowpass.corner('out', 0.01, 1e6));
    expect(corner / (1 / (2 * Math.PI * R * C))).toBeCloseTo(1, 6);
    expect(20 * Math.log10(read(lowpass.gain('out', corner)))).toBeCloseTo(-3.0103, 3);
  });
  it('has no corner to show where the response does not fall', () => {
    expect(highpass.corner('out', 1, 1e6)).toEqual({ reason: expect.stringContaining('never falls') });
  });
  it('hears of a resistor √(4kTR), less 3 dB at its corner', () => {
    const density = Math.sqrt(4 * 1.380649e-23 * 300 * R);
    expect(read(lowpass.density('out', 0.1)) / density).toBeCloseTo(1, 5);
    expect(read(lowpass.density('out', 1 / (2 * Math.PI * R * C))) / density).toBeCloseTo(Math.SQRT1_2, 5);
  });
  it('hears √(kT/C) over everything, whatever the resistor', () => {
    for (const ohms of [1e3, 1e5]) {
      const bench = new Bench([source, r('R1', 'in', 'out', ohms), c('C1', 'out', '0', C)], 26.85);
      const pole = 1 / (2 * Math.PI * ohms * C);
      expect(read(bench.noise('out', pole * 1e-4, pole * 1e4)) / Math.sqrt((1.380649e-23 * 300) / C)).toBeCloseTo(1, 3);
    }
  });
  it('times a charging capacitor: 63.2 % after RC', () => {
    const tau = R * C;
    const time = lowpass.over({ stop: 5 * tau, start: 'rest', outputs: ['out'] }, (t) => passes(t, 'out', 3 * (1 - Math.exp(-1))));
    expect(read(time) / tau).toBeCloseTo(1, 3);
  });
  it('says why where there is nothing to read', () => {
    expect(lowpass.dc('elsewhere')).toEqual({ reason: expect.stringContaining('elsewhere') });
    const floating = new Bench([source, r('R1', 'in', '0', 1e3), c('C1', 'a', 'b', 1e-9)], 25);
    for (const m of [floating.dc('a'), floating.over({ stop: 1, outputs: ['a'] }, () => 0)]) expect(isMeasured(m)).toBe(false);
  });
});

describe('passing a level', () => {
  const run = { ok: true as const, time: Float64Array.of(0, 1, 2, 4), signals: { x: Float64Array.of(0, 2, 1, 5) } };
  const at = (level: number) => passes(run as never, 'x', level);
  it('is seen between two points, first time first', () => {
    expect(at(1.5)).toBe(0.75);
    expect(at(3)).toBe(3);
  });
  it('that is never reached is the end of the run', () => {
    expect(at(9)).toBe(4);
    expect(at(-1)).toBe(4);
  });
});
