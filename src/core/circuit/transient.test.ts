import { describe, expect, it } from 'vitest';
import { harmonics } from './harmonics.ts';
import type { Element, Netlist, Waveform } from './netlist.ts';
import { transient, type Transient, type TransientOptions } from './transient.ts';

const net = (...elements: Element[]): Netlist => ({ elements, celsius: 25 });
const r = (name: string, a: string, b: string, ohms: number): Element => ({ is: 'resistor', name, a, b, ohms });
const c = (name: string, a: string, b: string, farads: number, more: object = {}): Element => ({ is: 'capacitor', name, a, b, farads, ...more });
const l = (name: string, a: string, b: string, henries: number, more: object = {}): Element => ({ is: 'inductor', name, a, b, henries, ...more });
const source = (a: string, wave: Waveform): Element => ({ is: 'voltage', name: 'V1', a, b: '0', wave });
const dcSource = (value: number): Waveform => ({ sort: 'dc', value });
const run = (circuit: Netlist, options: TransientOptions): Transient => {
  const t = transient(circuit, options);
  if (!t.ok) throw new Error(t.reason);
  return t;
};
/** Largest deviation from an exact solution, in parts of its peak. */
const deviation = (t: Transient, out: string, exact: (time: number) => number): number => {
  let [worst, peak] = [0, 0];
  t.time.forEach((time, i) => {
    worst = Math.max(worst, Math.abs(t.signals[out]![i]! - exact(time)));
    peak = Math.max(peak, Math.abs(exact(time)));
  });
  return worst / peak;
};
const valueAt = (t: Transient, out: string, time: number): number => {
  const i = t.time.findIndex((x) => x >= time);
  const share = i === 0 ? 0 : (time - t.time[i - 1]!) / (t.time[i]! - t.time[i - 1]!);
  return i === 0 ? t.signals[out]![0]! : t.signals[out]![i - 1]! * (1 - share) + t.signals[out]![i]! * share;
};

/** e^{At}·x0 + ∫ for a constant input, by scaling and squaring of the Taylor series: the exact solution of a linear network. */
function linearStep(a: number[][], input: number[], x0: number[], t: number): number[] {
  const n = x0.length;
  // The augmented matrix [[A, u], [0, 0]] carries the constant input along.
  const m = Array.from({ length: n + 1 }, (_, i) => Array.from({ length: n + 1 }, (_, j) => (i < n ? (j < n ? a[i]![j]! : input[i]!) : 0) * t));
  const norm = Math.max(...m.map((row) => row.reduce((s, v) => s + Math.abs(v), 0)));
  const squarings = Math.max(0, Math.ceil(Math.log2(norm)) + 4);
  const mul = (p: number[][], q: number[][]) => p.map((row) => q[0]!.map((_, j) => row.reduce((s, v, k) => s + v * q[k]![j]!, 0)));
  const scaled = m.map((row) => row.map((v) => v / 2 ** squarings));
  let term = m.map((_, i) => m.map((_, j) => Number(i === j)));
  let sum = term.map((row) => [...row]);
  for (let k = 1; k < 20; k++) {
    term = mul(term, scaled).map((row) => row.map((v) => v / k));
    sum = sum.map((row, i) => row.map((v, j) => v + term[i]![j]!));
  }
  for (let k = 0; k < squarings; k++) sum = mul(sum, sum);
  return Array.from({ length: n }, (_, i) => sum[i]!.reduce((s, v, j) => s + v * (j < n ? x0[j]! : 1), 0));
}

describe('linear networks against exact solutions, at default settings within 0.1 % of the peak', () => {
  it('an RC charging from rest', () => {
    const t = run(net(source('in', dcSource(5)), r('R1', 'in', 'out', 1000), c('C1', 'out', '0', 1e-6)), { stop: 5e-3, start: 'rest', outputs: ['out'] });
    expect(deviation(t, 'out', (x) => 5 * (1 - Math.exp(-x / 1e-3)))).toBeLessThan(1e-3);
  });

  it('a capacitor that discharges from its initial value', () => {
    const t = run(net(r('R1', 'out', '0', 1000), c('C1', 'out', '0', 1e-6, { initial: 3 })), { stop: 4e-3, outputs: ['out'] });
    expect(deviation(t, 'out', (x) => 3 * Math.exp(-x / 1e-3))).toBeLessThan(1e-3);
  });

  it.each([
    ['ringing', 10],
    ['nearly critical', 62],
    ['overdamped', 400],
  ])('a series RLC, %s', (_name, ohms) => {
    const [henries, farads] = [1e-3, 1e-6];
    const t = run(net(source('in', dcSource(1)), r('R1', 'in', 'a', ohms), l('L1', 'a', 'out', henries), c('C1', 'out', '0', farads)), {
      stop: 2e-3,
      start: 'rest',
      outputs: ['out'],
    });
    const a = [
      [-ohms / henries, -1 / henries],
      [1 / farads, 0],
    ];
    expect(deviation(t, 'out', (x) => linearStep(a, [1 / henries, 0], [0, 0], x)[1]!)).toBeLessThan(1e-3);
  });

  it('coupled coils', () => {
    const [l1, l2, k, r1, r2] = [1e-3, 4e-3, 0.8, 10, 50];
    const t = run(
      net(
        source('in', dcSource(1)),
        r('R1', 'in', 'a', r1),
        l('L1', 'a', '0', l1),
        l('L2', 'out', '0', l2),
        { is: 'coupling', name: 'K', first: 'L1', second: 'L2', k },
        r('R2', 'out', '0', r2),
      ),
      { stop: 5e-4, start: 'rest', outputs: ['out'] },
    );
    const m = k * Math.sqrt(l1 * l2);
    const d = l1 * l2 - m * m;
    // [L1 M; M L2]·i' = [1 − R1·i1; −R2·i2]
    const a = [
      [(-l2 * r1) / d, (m * r2) / d],
      [(m * r1) / d, (-l1 * r2) / d],
    ];
    const exact = (x: number) => -r2 * linearStep(a, [l2 / d, -m / d], [0, 0], x)[1]!;
    expect(deviation(t, 'out', exact)).toBeLessThan(1e-3);
  });

  it('a sine through an RC reaches its steady amplitude and phase', () => {
    const t = run(net(source('in', { sort: 'sine', offset: 0, amplitude: 2, frequency: 1000 }), r('R1', 'in', 'out', 1000), c('C1', 'out', '0', 1e-7)), {
      stop: 0.01,
      outputs: ['out'],
    });
    const w = 2 * Math.PI * 1000 * 1e-4;
    const exact = (x: number) => (2 / Math.hypot(1, w)) * (Math.sin(2 * Math.PI * 1000 * x - Math.atan(w)) + Math.sin(Math.atan(w)) * Math.exp(-x / 1e-4));
    expect(deviation(t, 'out', exact)).toBeLessThan(1e-3);
  });

  it('pulse edges are stepped onto exactly', () => {
    const wave: Waveform = { sort: 'pulse', low: 0, high: 1, delay: 1e-4, rise: 1e-7, fall: 1e-7, width: 3e-4, period: 1e-3 };
    const t = run(net(source('in', wave), r('R1', 'in', 'out', 100), c('C1', 'out', '0', 1e-6)), { stop: 3e-3, outputs: ['in', 'out'] });
    for (const edge of [1e-4, 1e-4 + 1e-7, 1e-4 + 3.001e-4, 1.1e-3]) expect(Math.min(...t.time.map((x) => Math.abs(x - edge)))).toBeLessThan(1e-15);
    // From rest through one pulse: charged for 0.3 ms, then discharging.
    const top = 1 - Math.exp(-3);
    expect(valueAt(t, 'out', 4.001e-4) / top).toBeCloseTo(1, 3);
    expect(valueAt(t, 'out', 6e-4) / (top * Math.exp(-2))).toBeCloseTo(1, 2);
  });
});

describe('properties', () => {
  it('an LC without loss keeps its energy over a hundred periods', () => {
    const t = run(net(l('L1', 'out', '0', 1e-3), c('C1', 'out', '0', 1e-6, { initial: 1 })), {
      stop: 100 * 2 * Math.PI * Math.sqrt(1e-9),
      outputs: ['out', 'I(L1)'],
      accuracy: 1e-8,
    });
    const energy = (i: number) => 0.5e-6 * t.signals.out![i]! ** 2 + 0.5e-3 * t.signals['I(L1)']![i]! ** 2;
    expect(energy(t.time.length - 1) / energy(0)).toBeCloseTo(1, 2);
  });

  it('two capacitors share their charge: none is lost, half the energy is', () => {
    const t = run(net(c('C1', 'a', '0', 1e-6, { initial: 2 }), r('R1', 'a', 'b', 100), c('C2', 'b', '0', 1e-6, { initial: 0 })), {
      stop: 2e-3,
      outputs: ['a', 'b'],
    });
    const end = t.time.length - 1;
    t.time.forEach((_, i) => expect(t.signals.a![i]! + t.signals.b![i]!).toBeCloseTo(2, 6));
    expect(t.signals.a![end]).toBeCloseTo(1, 4);
  });
});

describe('switching and nonlinear circuits', () => {
  it('a rectifier with reservoir: the ripple is what the load takes between the crests', () => {
    const circuit = net(
      source('in', { sort: 'sine', offset: 0, amplitude: 15, frequency: 50 }),
      { is: 'diode', name: 'D1', a: 'in', b: 'out', saturation: 1e-9, emission: 1.8 },
      c('C1', 'out', '0', 1e-3),
      r('R1', 'out', '0', 200),
    );
    const t = run(circuit, { stop: 0.2, outputs: ['out'], step: 1e-4 });
    const last = [...t.signals.out!].filter((_, i) => t.time[i]! > 0.16);
    const [low, high] = [Math.min(...last), Math.max(...last)];
    // Between crests C discharges into R: exactly exponential, from the crest to where the sine meets it again.
    let meet = 0.015;
    for (let k = 0; k < 60; k++) meet = 0.02 - 0.005 + (Math.asin(Math.min(1, ((high + 0.75) * Math.exp(-meet / 0.2)) / 15)) / (2 * Math.PI * 50)) * 1;
    expect(high).toBeGreaterThan(13.9);
    expect(high).toBeLessThan(14.5);
    expect((high - low) / (high * (1 - Math.exp(-meet / 0.2)))).toBeCloseTo(1, 1);
  });

  it('a diode clamp holds a pulse at its forward voltage', () => {
    const circuit = net(
      source('in', { sort: 'pulse', low: 0, high: 5, delay: 1e-6, rise: 1e-8, fall: 1e-8, width: 5e-6, period: 2e-5 }),
      r('R1', 'in', 'out', 1000),
      { is: 'diode', name: 'D1', a: 'out', b: '0', saturation: 1e-14 },
      c('C1', 'out', '0', 1e-11),
    );
    const t = run(circuit, { stop: 2e-5, outputs: ['out'] });
    const vt = 8.617333262e-5 * 298.15;
    const clamped = valueAt(t, 'out', 5e-6);
    expect(1e-14 * (Math.exp(clamped / vt) - 1)).toBeCloseTo((5 - clamped) / 1000, 6);
  });

  it('a buck at steady state averages its duty cycle, with the ripple of its coil and capacitor', () => {
    const [vin, duty, f, henries, farads, load] = [12, 0.4, 100e3, 47e-6, 100e-6, 4];
    const wave: Waveform = { sort: 'pulse', low: 0, high: vin, delay: 0, rise: 1e-9, fall: 1e-9, width: duty / f - 1e-9, period: 1 / f };
    const t = run(net(source('sw', wave), l('L1', 'sw', 'out', henries), c('C1', 'out', '0', farads, { initial: vin * duty }), r('R1', 'out', '0', load)), {
      stop: 8e-3,
      step: 2e-7,
      fixed: true,
      outputs: ['out', 'I(L1)'],
    });
    const tail = (name: string) => [...t.signals[name]!].filter((_, i) => t.time[i]! > 8e-3 - 20 / f);
    const out = tail('out');
    expect(harmonics(t.time, t.signals.out!, f, 1).dc).toBeCloseTo(vin * duty, 1);
    const current = tail('I(L1)');
    const rippleI = (vin * duty * (1 - duty)) / (henries * f);
    expect((Math.max(...current) - Math.min(...current)) / rippleI).toBeCloseTo(1, 2);
    expect((Math.max(...out) - Math.min(...out)) / (rippleI / (8 * farads * f))).toBeCloseTo(1, 1);
  });

  it('a boost with switch and diode reaches Vin/(1 − D) less its losses', () => {
    const [vin, duty, f] = [5, 0.5, 100e3];
    const circuit = net(
      source('in', dcSource(vin)),
      l('L1', 'in', 'sw', 100e-6),
      { is: 'switch', name: 'S1', a: 'sw', b: '0', on: 1e-3, off: 1e7, closed: { from: 0, to: duty / f, period: 1 / f } },
      { is: 'diode', name: 'D1', a: 'sw', b: 'out', saturation: 1e-9, emission: 1 },
      c('C1', 'out', '0', 47e-6, { initial: 9 }),
      r('R1', 'out', '0', 50),
    );
    const t = run(circuit, { stop: 8e-3, step: 5e-7, outputs: ['out'] });
    const out = harmonics(t.time, t.signals.out!, f, 1).dc;
    // Volt-seconds of the coil: Vin·D = (Vout + Vd − Vin)(1 − D), with about 0.5 V in the diode.
    expect(out).toBeGreaterThan(9.2);
    expect(out).toBeLessThan(9.75);
  });

  it('an op-amp relaxation oscillator runs at its own frequency', () => {
    const [ohms, farads] = [10_000, 1e-8];
    const circuit = net(
      { is: 'opamp', name: 'U1', p: 'p', n: 'n', out: 'out', openLoopGain: 1e5, gainBandwidth: 5e7, swing: [-10, 10] },
      r('R1', 'out', 'p', 10_000),
      r('R2', 'p', '0', 10_000),
      r('R3', 'out', 'n', ohms),
      c('C1', 'n', '0', farads, { initial: -1 }),
    );
    const t = run(circuit, { stop: 2e-3, step: 2e-6, outputs: ['out'] });
    const rising = [...t.time].filter((_, i) => i > 0 && t.signals.out![i - 1]! < 0 && t.signals.out![i]! >= 0);
    const period = (rising.at(-1)! - rising[1]!) / (rising.length - 2);
    expect(period / (2 * ohms * farads * Math.log(3))).toBeCloseTo(1, 2);
  });

  it('a slew-limited op amp follows a step in a straight line', () => {
    const circuit = net(
      source('in', { sort: 'pulse', low: 0, high: 5, delay: 1e-6, rise: 1e-9, fall: 1e-9, width: 1e-3, period: 2e-3 }),
      { is: 'opamp', name: 'U1', p: 'in', n: 'out', out: 'out', openLoopGain: 1e5, gainBandwidth: 1e7, slewRate: 1e6 },
      r('R1', 'out', '0', 10_000),
    );
    const t = run(circuit, { stop: 1e-5, outputs: ['out'] });
    expect(valueAt(t, 'out', 3e-6)).toBeCloseTo(2, 1);
    expect(valueAt(t, 'out', 9e-6)).toBeCloseTo(5, 2);
  });

  it('a floating node is told by name', () => {
    const t = transient(net(source('in', dcSource(1)), c('C1', 'in', 'island', 1e-9)), { stop: 1e-3, outputs: ['island'] });
    expect(t).toMatchObject({ ok: false, node: 'island' });
  });
});

describe('harmonics', () => {
  it('of a square wave fall as 1/k, of a triangle as 1/k², even ones are absent', () => {
    const period = 1e-3;
    const square = { time: [0, period / 2, period / 2 + 1e-12, period], value: [1, 1, -1, -1] };
    const s = harmonics(square.time, square.value, 1000, 9);
    [1, 3, 5, 7, 9].forEach((k) => expect(s.amplitudes[k - 1]! * k).toBeCloseTo(4 / Math.PI, 6));
    [2, 4, 6, 8].forEach((k) => expect(s.amplitudes[k - 1]).toBeCloseTo(0, 6));
    const triangle = harmonics([0, period / 4, (3 * period) / 4, period], [0, 1, -1, 0], 1000, 5);
    [1, 3, 5].forEach((k) => expect(triangle.amplitudes[k - 1]! * k * k).toBeCloseTo(8 / Math.PI ** 2, 9));
    expect(triangle.dc).toBeCloseTo(0, 12);
  });

  it('agree with Parseval: the squares of all parts make the mean square', () => {
    const s = harmonics([0, 0.4, 0.4 + 1e-12, 1], [1, 1, 0, 0], 1, 2000);
    const sum = s.dc ** 2 + s.amplitudes.reduce((t, a) => t + (a * a) / 2, 0);
    expect(sum).toBeCloseTo(0.4, 3);
  });
});
