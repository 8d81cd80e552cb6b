import { describe, expect, it } from 'vitest';
import { assemble } from './assemble.ts';
import { Devices } from './devices.ts';
import { cornersOf, valueAt, type Element, type Waveform } from './netlist.ts';

/** Currents and their derivatives of a circuit's devices at some voltages. */
function evaluated(elements: Element[], voltages: Record<string, number>, t = 0) {
  const system = assemble({ elements, celsius: 27 });
  const devices = new Devices(system, 27);
  const at = (v: Record<string, number>) => {
    const x = new Float64Array(system.pattern.n);
    for (const [name, value] of Object.entries(v)) x[system.indexOf(name)] = value;
    const values = new Float64Array(system.pattern.rows.length);
    const current = new Float64Array(system.pattern.n);
    // Junctions are limited from call to call: a few calls bring the limit to where the voltage is.
    for (let k = 0; k < 60; k++) {
      values.fill(0);
      current.fill(0);
      devices.evaluate(x, t, values, current);
    }
    return { values, current };
  };
  const { values, current } = at(voltages);
  const derivative = (row: string, col: string) => {
    const [i, j] = [system.indexOf(row), system.indexOf(col)];
    return values.reduce((sum, v, s) => sum + (system.pattern.rows[s] === i && system.pattern.cols[s] === j ? v : 0), 0);
  };
  const difference = (row: string, col: string, h = 1e-7) => {
    const [up, down] = [h, -h].map((d) => at({ ...voltages, [col]: voltages[col]! + d }).current[system.indexOf(row)]!);
    return (up! - down!) / (2 * h);
  };
  return { current: (name: string) => current[system.indexOf(name)]!, derivative, difference };
}

const pairs = (names: string[]) => names.flatMap((a) => names.map((b) => [a, b] as const));

describe('derivatives agree with finite differences', () => {
  it.each([0.3, 0.55, 0.65, -2])('of a diode at %d V', (v) => {
    const d = evaluated([{ is: 'diode', name: 'D', a: 'a', b: 'c', saturation: 1e-14 }], { a: v, c: 0 });
    for (const [row, col] of pairs(['a', 'c'])) expect(d.derivative(row, col)).toBeCloseTo(d.difference(row, col), 6);
  });

  it.each([
    ['active', 1, { c: 5, b: 0.65, e: 0 }],
    ['saturated', 1, { c: 0.1, b: 0.7, e: 0 }],
    ['reversed', 1, { c: 0, b: 0.6, e: 2 }],
    ['PNP active', -1, { c: 0, b: 4.35, e: 5 }],
  ] as const)('of a bipolar transistor, %s', (_name, type, voltages) => {
    const q = evaluated([{ is: 'bipolar', name: 'Q', c: 'c', b: 'b', e: 'e', type, saturation: 1e-15, forwardGain: 100, reverseGain: 2 }], voltages);
    for (const [row, col] of pairs(['c', 'b', 'e'])) {
      const exact = q.derivative(row, col);
      expect(Math.abs(exact - q.difference(row, col))).toBeLessThan(1e-4 * Math.abs(exact) + 1e-8);
    }
    expect(q.current('c') + q.current('b') + q.current('e')).toBeCloseTo(0, 15);
  });

  it.each([
    ['off', 1, { d: 5, g: 1, s: 0 }],
    ['triode', 1, { d: 0.5, g: 5, s: 0 }],
    ['saturated', 1, { d: 5, g: 3.1, s: 0 }],
    ['turned round', 1, { d: 0, g: 5, s: 1.3 }],
    ['P channel', -1, { d: 0, g: 2, s: 5 }],
    ['P channel, triode', -1, { d: 4.6, g: 0, s: 5 }],
  ] as const)('of a MOSFET, %s', (_name, type, voltages) => {
    const m = evaluated([{ is: 'mosfet', name: 'M', d: 'd', g: 'g', s: 's', type, threshold: 2, k: 1e-3, lambda: 0.02 }], voltages);
    for (const [row, col] of pairs(['d', 'g', 's'])) expect(m.derivative(row, col)).toBeCloseTo(m.difference(row, col), 8);
    expect(m.current('d') + m.current('s')).toBeCloseTo(0, 15);
    expect(m.current('g')).toBe(0);
  });

  it.each([0.9, 1, 1.05, 3])('of a controlled switch at %d V', (v) => {
    const s = evaluated([{ is: 'switch', name: 'S', a: 'a', b: 'b', on: 1, off: 1e6, control: { p: 'p', n: 'n', threshold: 1, width: 0.1 } }], {
      a: 2,
      b: 0.5,
      p: v,
      n: 0,
    });
    for (const [row, col] of pairs(['a', 'b', 'p'])) {
      const exact = s.derivative(row, col);
      expect(Math.abs(exact - s.difference(row, col))).toBeLessThan(1e-4 * Math.abs(exact) + 1e-9);
    }
  });
});

describe('laws', () => {
  it('a bipolar transistor in its active region amplifies by its gain', () => {
    const q = evaluated([{ is: 'bipolar', name: 'Q', c: 'c', b: 'b', e: 'e', type: 1, saturation: 1e-15, forwardGain: 150 }], { c: 5, b: 0.66, e: 0 });
    expect(q.current('c') / q.current('b')).toBeCloseTo(150, 3);
  });

  it('sixty millivolts more make ten times the current', () => {
    const at = (v: number) => evaluated([{ is: 'diode', name: 'D', a: 'a', b: '0', saturation: 1e-15 }], { a: v }).current('a');
    expect(at(0.66) / at(0.66 - 8.617333262e-5 * 300.15 * Math.log(10))).toBeCloseTo(10, 6);
  });

  it('a switch conducts by its on and off resistance', () => {
    const at = (t: number) =>
      evaluated([{ is: 'switch', name: 'S', a: 'a', b: '0', on: 2, off: 1e6, closed: { from: 1, to: 2, period: 5 } }], { a: 10 }, t).current('a');
    for (const t of [1.5, 6.5]) expect(at(t), `closed at ${t} s`).toBeCloseTo(5, 9);
    for (const t of [0.5, 2.5, 8]) expect(at(t), `open at ${t} s`).toBeCloseTo(1e-5, 12);
  });
});

describe('waveforms', () => {
  const pulse: Waveform = { sort: 'pulse', low: 1, high: 3, delay: 1, rise: 0.5, fall: 1, width: 2, period: 10 };
  it('a pulse rises, holds, falls and comes again', () => {
    const seen = [0, 1, 1.25, 1.5, 3, 3.5, 4, 4.5, 9, 11.25].map((t) => valueAt(pulse, t));
    expect(seen).toEqual([1, 1, 2, 3, 3, 3, 2, 1, 1, 2]);
  });
  it('its corners are where it bends', () => {
    expect(cornersOf(pulse, 12)).toEqual([1, 1.5, 3.5, 4.5, 11, 11.5]);
    expect(cornersOf({ sort: 'dc', value: 1 }, 10)).toEqual([]);
  });
  it('pieces are joined by straight lines and hold at their ends', () => {
    const pieces: Waveform = {
      sort: 'pieces',
      points: [
        [1, 0],
        [2, 4],
        [4, 0],
      ],
    };
    expect([0, 1.5, 2, 3, 9].map((t) => valueAt(pieces, t))).toEqual([0, 2, 4, 2, 0]);
    expect(cornersOf(pieces, 3)).toEqual([1, 2]);
  });
  it('a delayed sine waits at its offset', () => {
    const sine: Waveform = { sort: 'sine', offset: 2, amplitude: 1, frequency: 1, delay: 1 };
    expect(valueAt(sine, 0.9)).toBe(2);
    expect(valueAt(sine, 1.25)).toBeCloseTo(3, 12);
    expect(cornersOf(sine, 5)).toEqual([1]);
  });
});
