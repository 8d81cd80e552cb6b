import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { impossible, type Value } from '../../../math/absent.ts';
import { goldenSection } from '../../../math/golden.ts';
import { noiseAt, rippleAt } from '../../../models/filter-stage.ts';
import { BOLTZMANN, ELEMENTARY_CHARGE, ZERO_CELSIUS } from '../../../physics/constants.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { takenOver } from '../../../stage/late.ts';

const ROOM = 298.15;

/** The loop of the summing amplifier and its two integrators. // [Kerwin] */
export interface Loop {
  /** Gain from the band-pass output to the summing amplifier, and from the low-pass one. */
  a: number;
  b: number;
  tau1: number;
  tau2: number;
  /** What a switch in series with the capacitor adds to each integrator. */
  e1: number;
  e2: number;
}

/** Control current of an integrator at a voltage, A: doubles with every octave, and the law drifts as 1/T. // exponential law of a bipolar junction */
export function controlAt({ given: g, ambient }: AnyInputs, volts: number): number {
  const kelvin = ambient + ZERO_CELSIUS;
  return g.referenceCurrent * 2 ** ((volts / g.voltsPerOctave) * (ROOM / kelvin) * (1 + g.scaleTempco * (kelvin - ROOM)));
}

export function loopOf(x: AnyInputs, volts: number = x.given.controlVoltage): Loop {
  const { given: g, parts: p, ambient } = x;
  const a = ((1 + p.R3.value / p.R1.value + p.R3.value / p.R2.value) * p.R5.value) / (p.R4.value + p.R5.value);
  const b = p.R3.value / p.R2.value;
  if (g.tuning === 'controlled') {
    const kelvin = ambient + ZERO_CELSIUS;
    const gm = (p.U2.gainRatio * p.R9.value * controlAt(x, volts) * ELEMENTARY_CHARGE) / ((p.R8.value + p.R9.value) * 2 * BOLTZMANN * kelvin);
    return { a, b, tau1: p.C1.value / gm, tau2: p.C2.value / gm, e1: 0, e2: 0 };
  }
  const on = p.S1.onResistance as number;
  const series = g.tuning === 'switched-resistors' ? on : 0;
  const inside = g.tuning === 'switched-capacitors' ? on : 0;
  return {
    a,
    b,
    tau1: (p.R6.value + series) * p.C1.value,
    tau2: (p.R7.value + series) * p.C2.value,
    e1: inside / p.R6.value,
    e2: inside / p.R7.value,
  };
}

export const denominator = ({ a, b, e1, e2 }: Loop): number => 1 + a * e1 + b * e1 * e2;

/** Frequency, Hz, and quality with ideal amplifiers. */
export function idealOf(l: Loop): { frequency: number; quality: number } {
  const d = denominator(l);
  const w = Math.sqrt(l.b / (l.tau1 * l.tau2 * d));
  return { frequency: w / (2 * Math.PI), quality: (w * d) / (l.a / l.tau1 + l.b * (l.e1 / l.tau2 + l.e2 / l.tau1)) };
}

/** Frequency at a control voltage, Hz. */
export const frequencyAt = (x: AnyInputs, volts: number): number => idealOf(loopOf(x, volts)).frequency;

/** The circuit; of a controlled one its integrators stand with the resistance their transconductance is worth. */
export function elements(x: AnyInputs): NodalElement[] {
  const { given: g, parts: p } = x;
  const l = loopOf(x);
  const u = p.U1;
  const perfect = g.tuning === 'controlled';
  const amplifier = (name: string, plus: string, minus: string, out: string): NodalElement => ({
    is: 'opamp',
    name,
    p: plus,
    n: minus,
    out,
    openLoopGain: perfect ? Infinity : u.openLoopGain,
    gainBandwidth: perfect ? Infinity : u.gainBandwidth,
    outputResistance: perfect ? 0 : u.outputResistance,
    voltageNoise: u.voltageNoise,
    voltageNoiseCorner: u.voltageNoiseCorner,
    currentNoise: u.currentNoise,
  });
  const r = (name: string, a: string, b: string, ohms: number): NodalElement => ({ is: 'resistor', name, a, b, ohms });
  const esr = g.tuning === 'switched-capacitors' ? p.S1.onResistance : 0;
  const c = (name: string, a: string, b: string, farads: number): NodalElement => ({ is: 'capacitor', name, a, b, farads, ...(esr > 0 ? { esr } : {}) });
  return [
    ...(g.sourceResistance > 0 ? [r('Rs', 's', 'i', g.sourceResistance)] : []),
    r('R1', g.sourceResistance > 0 ? 'i' : 's', 'n', p.R1.value),
    r('R2', 'low', 'n', p.R2.value),
    r('R3', 'high', 'n', p.R3.value),
    r('R4', 'band', 'p', p.R4.value),
    r('R5', 'p', '0', p.R5.value),
    amplifier('U1.1', 'p', 'n', 'high'),
    r('R6', 'high', 'n1', l.tau1 / p.C1.value),
    c('C1', 'n1', 'band', p.C1.value),
    amplifier('U1.2', '0', 'n1', 'band'),
    r('R7', 'band', 'n2', l.tau2 / p.C2.value),
    c('C2', 'n2', 'low', p.C2.value),
    amplifier('U1.3', '0', 'n2', 'low'),
  ];
}

/** Magnitudes at the three outputs. */
interface Gains {
  high: number;
  band: number;
  low: number;
}

/** Gains at a frequency with ideal amplifiers: each integrator is 1/(s·τ) + e. */
function gainsAt({ a, b, tau1, tau2, e1, e2 }: Loop, input: number, frequency: number): Gains {
  const w = 2 * Math.PI * frequency;
  const i1 = -1 / (w * tau1);
  const i2 = -1 / (w * tau2);
  // I1·I2 of (e1 + j·i1)·(e2 + j·i2).
  const re = e1 * e2 - i1 * i2;
  const im = e1 * i2 + i1 * e2;
  const high = input / Math.hypot(1 + a * e1 + b * re, a * i1 + b * im);
  return { high, band: high * Math.hypot(e1, i1), low: high * Math.hypot(re, im) };
}

/** The filter with its real amplifiers; figures that need the network are worked out once. */
export class Variable {
  readonly ideal: { frequency: number; quality: number };
  readonly #x: AnyInputs;
  readonly #loop: Loop;
  #real: Nodal | null = null;
  #pair: { frequency: number; quality: Value } | null = null;
  #peaks: { band: number; all: number } | null = null;

  constructor(x: AnyInputs) {
    this.#x = takenOver(x);
    this.#loop = loopOf(this.#x);
    this.ideal = idealOf(this.#loop);
  }
  get real(): Nodal {
    return (this.#real ??= new Nodal(elements(this.#x), 's'));
  }

  /** The pair of poles nearest the ideal frequency. */
  get pair(): { frequency: number; quality: Value } {
    if (this.#pair) return this.#pair;
    if (this.#x.given.tuning === 'controlled') return (this.#pair = this.ideal);
    const w = 2 * Math.PI * this.ideal.frequency;
    const damp = 1 / (2 * this.ideal.quality);
    if (damp < 0.7) {
      const p = this.real.poleNear('low', { re: -w * damp, im: w * Math.sqrt(1 - damp * damp) });
      const size = p ? Math.hypot(p.re, p.im) : 0;
      // One that strayed is not the filter's own.
      if (p && p.im > 1e-3 * size && size > w / 3 && size < 3 * w)
        return (this.#pair = { frequency: size / (2 * Math.PI), quality: p.re >= 0 ? OSCILLATES : size / (-2 * p.re) });
    }
    const near = [...this.real.modes(null, this.ideal.frequency).poles]
      .filter((p) => Number.isFinite(p.re))
      .sort((a, b) => Math.abs(Math.log(Math.hypot(a.re, a.im) / w)) - Math.abs(Math.log(Math.hypot(b.re, b.im) / w)))
      .slice(0, 2);
    const [p, q] = near;
    if (!p || !q) return (this.#pair = { frequency: NaN, quality: OSCILLATES });
    const w0 = Math.sqrt(Math.hypot(p.re, p.im) * Math.hypot(q.re, q.im));
    const sum = p.re + q.re;
    return (this.#pair = { frequency: w0 / (2 * Math.PI), quality: sum >= 0 ? OSCILLATES : w0 / -sum });
  }

  /** Largest gains of the band-pass output, and of all three, with ideal amplifiers. */
  get peaks(): { band: number; all: number } {
    if (this.#peaks) return this.#peaks;
    const l = this.#loop;
    const input = (this.#x.parts.R3.value / this.#x.parts.R1.value) as number;
    const f0 = this.ideal.frequency;
    const highest = (read: (g: Gains) => number): number => {
      const level = (u: number) => -read(gainsAt(l, input, f0 * Math.exp(u)));
      let best = 0;
      let most = 0;
      for (let i = -24; i <= 24; i++) {
        const v = -level(i / 6);
        if (v > most) {
          best = i;
          most = v;
        }
      }
      return Math.max(most, -level(goldenSection(level, (best - 1) / 6, (best + 1) / 6, 30)));
    };
    const band = highest((g) => g.band);
    // Far below and far above the two others are flat.
    const flat = Math.max((this.#x.parts.R2.value / this.#x.parts.R1.value) as number, input / denominator(l));
    return (this.#peaks = {
      band,
      all: Math.max(
        band,
        flat,
        highest((g) => g.low),
        highest((g) => g.high),
      ),
    });
  }

  /** At the output used, V rms in the band; with a silent source what it makes itself. */
  noise(source: number | null = this.#x.carried.sourceNoise): number {
    const { given: g, ambient } = this.#x;
    return noiseAt(this.real, nodeOf(g.output), [g.bandLow, g.bandHigh], ambient, source, g.sourceResistance);
  }
  get ripple(): number {
    const { given: g, carried, parts } = this.#x;
    return rippleAt(this.real, nodeOf(g.output), parts.U1, carried, g.referenceRejection);
  }
}

export const nodeOf = (output: string): string => ({ lowpass: 'low', bandpass: 'band', highpass: 'high' })[output] ?? 'low';

/** Third harmonic over fundamental of the transconductance's tanh law at a signal across its inputs. // Fourier integrals of tanh(x·sin θ) by the trapezoid rule, exact for a periodic function */
export function distortionAt(peak: number, celsius: number): number {
  const x = (peak * ELEMENTARY_CHARGE) / (2 * BOLTZMANN * (celsius + ZERO_CELSIUS));
  let [first, third] = [0, 0];
  const points = 64;
  for (let i = 0; i < points; i++) {
    const angle = (2 * Math.PI * i) / points;
    const y = Math.tanh(x * Math.sin(angle));
    first += y * Math.sin(angle);
    third += y * Math.sin(3 * angle);
  }
  return first === 0 ? 0 : Math.abs(third / first);
}

const OSCILLATES = impossible('oscillates');
