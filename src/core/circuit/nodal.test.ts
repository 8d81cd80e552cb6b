import { describe, expect, it } from 'vitest';
import { integrateOverFrequency } from '../math/integrate.ts';
import { Bench } from './measure.ts';
import { stepAt, stepEnd } from './modes.ts';
import { Nodal, type NodalElement } from './nodal.ts';

const lowpass: NodalElement[] = [
  { is: 'resistor', name: 'R1', a: 's', b: 'x', ohms: 10e3 },
  { is: 'resistor', name: 'R2', a: 'x', b: 'p', ohms: 22e3 },
  { is: 'capacitor', name: 'C1', a: 'x', b: 'o', farads: 22e-9 },
  { is: 'capacitor', name: 'C2', a: 'p', b: '0', farads: 4.7e-9, esr: 30 },
  {
    is: 'opamp',
    name: 'U1',
    p: 'p',
    n: 'o',
    out: 'o',
    openLoopGain: 1e5,
    gainBandwidth: 1e6,
    outputResistance: 150,
    voltageNoise: 2e-8,
    voltageNoiseCorner: 80,
    currentNoise: 1e-12,
  },
  { is: 'inductor', name: 'L1', a: 'o', b: 'q', henries: 0.01, dcr: 12 },
  { is: 'resistor', name: 'R3', a: 'q', b: '0', ohms: 1000 },
];
const bench = new Bench([...lowpass, { is: 'voltage', name: 'V', a: 's', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 }], 25);

describe('a small network', () => {
  it('gives what the circuit solver gives, at every frequency, and as noise', () => {
    const net = new Nodal(lowpass, 's');
    for (const f of [1, 300, 1000, 2e4, 5e6]) {
      expect(net.gain('q', f) / (bench.gain('q', f) as number)).toBeCloseTo(1, 9);
      expect(net.density('q', f, 25) / (bench.density('q', f) as number) ** 2).toBeCloseTo(1, 9);
    }
    expect(net.noise('q', 20, 20000, 25) / (bench.noise('q', 20, 20000) as number)).toBeCloseTo(1, 4);
  });

  it('lets what the drive brings pass by its gain, at a frequency and in a band', () => {
    const net = new Nodal(lowpass, 's');
    const [white, from, to] = [1e-16, 20, 20000];
    for (const f of [30, 1000, 4e4]) expect((net.density('q', f, 25, white) - net.density('q', f, 25)) / (white * net.gain('q', f) ** 2)).toBeCloseTo(1, 7);
    const passed = integrateOverFrequency((f) => white * net.gain('q', f) ** 2, from, to);
    expect((net.noise('q', from, to, 25, white) ** 2 - net.noise('q', from, to, 25) ** 2) / passed).toBeCloseTo(1, 3);
  });

  it('sums its modes to the transient the solver steps through', () => {
    const net = new Nodal(lowpass, 's');
    const modes = net.modes('q', 1000);
    expect(stepEnd(modes)).toBeCloseTo(net.voltage('q', 1e-6).re, 6);
    const stepped = new Bench([...lowpass, { is: 'voltage', name: 'V', a: 's', b: '0', wave: { sort: 'dc', value: 1 } }], 25);
    for (const t of [2e-4, 5e-4, 1e-3]) {
      const solved = stepped.over({ stop: t, start: 'rest', outputs: ['q'] }, (r) => r.signals.q!.at(-1)!) as number;
      expect(stepAt(modes, t)).toBeCloseTo(solved, 3);
    }
  });

  it('has the poles of a resonant circuit where the closed form has them, also twice the same', () => {
    const [r, l, c] = [10, 1e-3, 1e-6];
    const tank = (at: string, from: string): NodalElement[] => [
      { is: 'inductor', name: `L${at}`, a: from, b: at, henries: l, dcr: r },
      { is: 'capacitor', name: `C${at}`, a: at, b: '0', farads: c },
    ];
    const [one] = new Nodal(tank('a', 's'), 's').modes(null, 5000).poles.filter((p) => p.im > 0);
    expect(one!.re / (-r / (2 * l))).toBeCloseTo(1, 9);
    expect(one!.im / Math.sqrt(1 / (l * c) - (r / (2 * l)) ** 2)).toBeCloseTo(1, 9);
    const near = new Nodal(tank('a', 's'), 's').poleNear('a', { re: -3000, im: 29000 })!;
    expect(near.re / one!.re).toBeCloseTo(1, 9);
    expect(near.im / one!.im).toBeCloseTo(1, 9);
    const two = new Nodal([...tank('a', 's'), { is: 'vcvs', name: 'B', a: 'b', b: '0', p: 'a', n: '0', gain: 1 }, ...tank('d', 'b')], 's').modes(null, 5000);
    expect(two.poles).toHaveLength(4);
  });

  it('sees the admittance of what it drives, and delays as a pole does', () => {
    const net = new Nodal(
      [
        { is: 'resistor', name: 'R', a: 's', b: 'a', ohms: 1000 },
        { is: 'capacitor', name: 'C', a: 'a', b: '0', farads: 1e-7 },
      ],
      's',
    );
    const w = 2 * Math.PI * 700;
    const z = { re: 1000, im: -1 / (w * 1e-7) };
    const y = net.admittance(700);
    expect(y.re).toBeCloseTo(z.re / (z.re ** 2 + z.im ** 2), 12);
    expect(y.im).toBeCloseTo(-z.im / (z.re ** 2 + z.im ** 2), 12);
    expect(net.delay('a', 700) / (1e-4 / (1 + (w * 1e-4) ** 2))).toBeCloseTo(1, 6);
  });
});

it('integrates a narrow resonance as its closed form says', () => {
  // ∫ df / ((1 − (f/f0)²)² + (f/(Q·f0))²) over all frequencies is π·Q·f0/2.
  const [f0, q] = [1000, 40];
  const peak = (f: number) => 1 / ((1 - (f / f0) ** 2) ** 2 + (f / (q * f0)) ** 2);
  expect(integrateOverFrequency(peak, 1e-3, 1e7) / ((Math.PI * q * f0) / 2)).toBeCloseTo(1, 4);
});
