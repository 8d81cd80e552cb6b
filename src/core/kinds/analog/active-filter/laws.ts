import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { stepResponse } from '../../../linear/small.ts';
import { none, type Value } from '../../../math/absent.ts';
import { goldenSection } from '../../../math/golden.ts';
import { questionOf, shelf } from '../../../math/remember.ts';
import { risingRoot } from '../../../math/root.ts';
import { densityAt, noiseAt, rippleAt } from '../../../models/filter-stage.ts';
import { halfPowerRatio, passbandRise, shapeAt, type Shape, type Target } from '../../../models/prototype.ts';
import { toDb } from '../../../physics/network.ts';
import type { AnyInputs, Given } from '../../../stage/data.ts';
import { circuitOf, passband, SECTIONS, shapeOf, slotsOf, targetsOf, type Circuit } from './layout.ts';

/** A section as its parts make it. */
export interface Section {
  circuit: Circuit;
  /** By place in the section, from 1; 0 where there is none. */
  R: readonly number[];
  C: readonly number[];
  /** Gain of a Sallen-Key section's amplifier. */
  k: number;
  frequency: number;
  quality: number | null;
  /** In its own passband, with sign. */
  gain: number;
}

/** Points of the passband at which the shape is held against the ideal one. */
export const GRID = 31;
const PEAK_POINTS = 25;

/** Names of the parts by letter, section and place. */
const named = (letter: 'R' | 'C') => SECTIONS.map((n) => [0, 1, 2, 3, 4].map((place) => `${letter}${n}${place}`));
const NAMES = { R: named('R'), C: named('C') };

function valuesOf(parts: AnyInputs, names: readonly string[], places: readonly number[]): number[] {
  const values = [0, 0, 0, 0, 0];
  for (const place of places) values[place] = (parts[names[place]!]?.value as number | null | undefined) ?? 0;
  return values;
}

/** Frequency, quality and gain of each section from its parts, op amps ideal, the source's resistance in the first. // [Sallen], [Zverev] */
export function sections({ given: g, parts }: AnyInputs, targets = targetsOf(g)): Section[] {
  return targets.map((target, i) => {
    const circuit = circuitOf(g, target);
    const slots = slotsOf(circuit, g.shape);
    const R = valuesOf(parts, NAMES.R[i]!, slots.R);
    const C = valuesOf(parts, NAMES.C[i]!, slots.C);
    const source = i === 0 && g.shape !== 'highpass' ? g.sourceResistance : 0;
    const { k, frequency, quality, gain } = natural(circuit, g.shape, R, C, source);
    return { circuit, R, C, k, frequency, quality, gain };
  });
}

/** Frequency, quality and gain of one section from its parts, by place. */
export function natural(
  circuit: Circuit,
  shape: string,
  R: readonly number[],
  C: readonly number[],
  source: number,
): Pick<Section, 'k' | 'frequency' | 'quality' | 'gain'> {
  const [r1, r2, r3, r4] = [R[1]! + source, R[2]!, R[3]!, R[4]!];
  const [c1, c2, c3] = [C[1]!, C[2]!, C[3]!];
  const made = (w: number, quality: number | null, gain: number, k = 1) => ({ k, frequency: w / (2 * Math.PI), quality, gain });
  if (circuit === 'first') return made(1 / (r1 * c1), null, 1);
  if (circuit !== 'feedback') {
    const k = circuit === 'equal' ? 1 + r4 / r3 : 1;
    const w = 1 / Math.sqrt(r1 * r2 * c1 * c2);
    const damping = shape === 'highpass' ? r1 * (c1 + c2) + r2 * c2 * (1 - k) : r1 * c2 + r2 * c2 + r1 * c1 * (1 - k);
    return made(w, 1 / (w * damping), k, k);
  }
  if (shape === 'lowpass') {
    const w = 1 / Math.sqrt(r2 * r3 * c1 * c2);
    return made(w, 1 / (w * c2 * (r2 + r3 + (r2 * r3) / r1)), -r2 / r1);
  }
  if (shape === 'highpass') {
    const w = 1 / Math.sqrt(r1 * r2 * c2 * c3);
    return made(w, (w * r2 * c2 * c3) / (c1 + c2 + c3), -c1 / c2);
  }
  const w = Math.sqrt((1 / r1 + (r3 > 0 ? 1 / r3 : 0)) / (r2 * c1 * c2));
  const both = 1 / c1 + 1 / c2;
  return made(w, (w * r2) / both, -r2 / (r1 * c1 * both));
}

/** Gain-bandwidth that leaves a section undisturbed, before the factor, Hz. */
export function bandwidthOf(s: Section, shape: string): number {
  const q = s.quality ?? 0;
  if (s.circuit === 'first') return s.frequency;
  if (s.circuit !== 'feedback') return s.frequency * s.k * Math.max(q, 1);
  return shape === 'bandpass' ? 2 * q * q * s.frequency : s.frequency * (1 + Math.abs(s.gain)) * Math.max(q, 1);
}

export const outputOf = (section: number): string => `o${section + 1}`;

/** The cascade as a network, driven at `s`. */
export function elements(all: readonly Section[], g: Given, u: Readonly<Record<string, number>>, ideal = false): NodalElement[] {
  const found: NodalElement[] = [];
  const rs = g.sourceResistance as number;
  const shape = g.shape as string;
  let before = 's';
  if (rs > 0) {
    found.push({ is: 'resistor', name: 'Rs', a: 's', b: 'i', ohms: rs });
    before = 'i';
  }
  all.forEach(({ circuit, R, C }, i) => {
    const k = i + 1;
    const [x, p, n, out] = [`x${k}`, `p${k}`, `n${k}`, outputOf(i)];
    const r = (place: number, a: string, b: string): void => {
      if (R[place]! > 0) found.push({ is: 'resistor', name: `R${k}${place}`, a, b, ohms: R[place]! });
    };
    const c = (place: number, a: string, b: string): void => void found.push({ is: 'capacitor', name: `C${k}${place}`, a, b, farads: C[place]! });
    const amplifier = (plus: string, minus: string): void =>
      void found.push({
        is: 'opamp',
        name: `U1.${k}`,
        p: plus,
        n: minus,
        out,
        openLoopGain: ideal ? Infinity : u.openLoopGain!,
        gainBandwidth: ideal ? Infinity : u.gainBandwidth!,
        outputResistance: ideal ? 0 : u.outputResistance!,
        voltageNoise: u.voltageNoise!,
        voltageNoiseCorner: u.voltageNoiseCorner!,
        currentNoise: u.currentNoise!,
      });
    const high = shape === 'highpass';
    if (circuit === 'first') {
      if (high) {
        c(1, before, p);
        r(1, p, '0');
      } else {
        r(1, before, p);
        c(1, p, '0');
      }
      amplifier(p, out);
    } else if (circuit === 'feedback') {
      if (high) {
        c(1, before, x);
        c(2, x, out);
        c(3, x, n);
        r(1, x, '0');
        r(2, n, out);
      } else if (shape === 'lowpass') {
        r(1, before, x);
        r(2, x, out);
        r(3, x, n);
        c(1, x, '0');
        c(2, n, out);
      } else {
        r(1, before, x);
        r(3, x, '0');
        c(1, x, out);
        c(2, x, n);
        r(2, n, out);
      }
      amplifier('0', n);
    } else {
      if (high) {
        c(1, before, x);
        c(2, x, p);
        r(1, x, out);
        r(2, p, '0');
      } else {
        r(1, before, x);
        r(2, x, p);
        c(1, x, out);
        c(2, p, '0');
      }
      if (circuit === 'equal') {
        r(3, n, '0');
        r(4, out, n);
      }
      amplifier(p, circuit === 'equal' ? n : out);
    }
    before = out;
  });
  if (Number.isFinite(g.loadResistance as number)) found.push({ is: 'resistor', name: 'RL', a: before, b: '0', ohms: g.loadResistance as number, quiet: true });
  return found;
}

/** Where a function that starts above zero first falls to it, going out from a frequency by factors; null where it does not. */
function crossing(above: (f: number) => number, from: number, to: number): number | null {
  if (!(above(from) > 0)) return null;
  const up = to > from;
  const steps = Math.max(100, Math.ceil(Math.abs(Math.log(to / from)) / 0.04));
  let last = from;
  for (let i = 1; i <= steps; i++) {
    const f = from * (to / from) ** (i / steps);
    if (above(f) <= 0) {
      const at = risingRoot((u) => (up ? -1 : 1) * above(Math.exp(u)), Math.log(Math.min(last, f)), Math.log(Math.max(last, f)));
      return at === null ? null : Math.exp(at);
    }
    last = f;
  }
  return null;
}

/** Logarithmic grid point. */
export const gridAt = (from: number, to: number, i: number, points: number): number => from * (to / from) ** (i / (points - 1));

/** Networks of a cascade, and what was read off them: the same for whoever asks with the same parts. */
interface Made {
  real: Nodal | null;
  ideal: Nodal | null;
  known: Map<string, Value | readonly number[]>;
}
/** As many as a board of a dozen filters asks for: each corner comes back in every round and every check. */
const cascades = shelf<Made>(2500);

/** What a cascade needs of the givens: a few of many. */
const takenFrom = (g: AnyInputs) => ({
  shape: g.shape as string,
  sourceResistance: g.sourceResistance as number,
  loadResistance: g.loadResistance as number,
  supplyVoltage: g.supplyVoltage as number,
  outputSwing: g.outputSwing as number,
  bandLow: g.bandLow as number,
  bandHigh: g.bandHigh as number,
  attenuationFrequency: (g.attenuationFrequency ?? null) as number | null,
  referenceRejection: g.referenceRejection as number,
});

/** A cascade with its real op amps: every figure is worked out once, when it is asked for. */
export class Cascade {
  /** What each section should be. */
  readonly targets: readonly Target[];
  readonly sections: Section[];
  #shaped: Shape | null = null;
  readonly #g: ReturnType<typeof takenFrom>;
  readonly #u: Record<string, number>;
  readonly #carried: {
    sourceNoise: number | null;
    inputAmplitude: number | null;
    supplyRipple: number;
    rippleFrequency: number;
    signalRipple: number;
    signalRippleFrequency: number | null;
  };
  readonly #ambient: number;
  readonly #design: AnyInputs;
  #kept: Made | null = null;

  /** @param design the givens as designed: what the shape is held against does not move with their spread */
  constructor(x: AnyInputs, design: AnyInputs = x.given, targets = targetsOf(x.given)) {
    // Taken over: the inputs move while a figure waits to be asked for.
    this.#g = takenFrom(x.given);
    this.#u = { ...x.parts.U1 };
    this.#carried = { ...x.carried };
    this.#ambient = x.ambient;
    this.targets = targets;
    this.sections = sections(x, this.targets);
    this.#design = design;
  }

  get #shape(): Shape {
    return (this.#shaped ??= shapeOf(this.#design));
  }
  get #passband(): readonly [number, number] {
    return passband(this.#design);
  }

  /** Looked up when the first figure is asked for: most corners want none. */
  get #made(): Made {
    if (this.#kept) return this.#kept;
    const [g, u, d] = [this.#g, this.#u, this.#design];
    const numbers = [g.sourceResistance, g.loadResistance, g.bandHigh];
    numbers.push(u.gainBandwidth!, u.openLoopGain!, u.outputResistance!, u.voltageNoise!, u.voltageNoiseCorner!, u.currentNoise!);
    numbers.push(d.order, d.ripple, d.cutoffFrequency, d.centreFrequency, d.bandwidth);
    let question = `${d.response} ${d.shape}`;
    for (const s of this.sections) {
      question += ` ${s.circuit}`;
      for (let place = 1; place < s.R.length; place++) numbers.push(s.R[place]!, s.C[place]!);
    }
    question += questionOf(numbers);
    return (this.#kept = cascades(question, () => ({ real: null, ideal: null, known: new Map() })));
  }
  get real(): Nodal {
    return (this.#made.real ??= new Nodal(elements(this.sections, this.#g, this.#u), 's'));
  }
  get ideal(): Nodal {
    return (this.#made.ideal ??= new Nodal(elements(this.sections, this.#g, this.#u, true), 's'));
  }
  get band(): boolean {
    return this.#shape.shape === 'bandpass';
  }
  /** Where attenuation is wanted, Hz. */
  get stopband(): number | null {
    return this.#g.attenuationFrequency;
  }
  get out(): string {
    return outputOf(this.sections.length - 1);
  }
  #once<T extends Value | readonly number[]>(name: string, work: () => T): T {
    let found = this.#made.known.get(name) as T | undefined;
    if (found === undefined) this.#made.known.set(name, (found = work()));
    return found;
  }

  /** Gain that the shape is counted from: at DC, at the centre, or far above with the op amps left out. */
  reference(net = this.real): number {
    return this.#once(net === this.#made.ideal ? 'reference ideal' : 'reference', () => {
      const { shape, frequency } = this.#shape;
      if (shape === 'lowpass') return net.gain(this.out, frequency * 1e-6);
      if (shape === 'bandpass') return net.gain(this.out, frequency);
      return this.ideal.gain(this.out, 30 * frequency) / shapeAt(this.#shape, 30 * frequency);
    });
  }

  /** Gain with the sign of its sections. */
  get gain(): number {
    return this.reference() * this.sections.reduce((sign, s) => sign * Math.sign(s.gain), 1);
  }

  #top(net: Nodal): number {
    return this.reference(net) * passbandRise(this.#shape.response, this.#shape.order, this.#shape.ripple);
  }

  /** Half-power frequencies, Hz: the one of a low-pass or high-pass, or one side of a band-pass. */
  half(side: 'only' | 'low' | 'high', net = this.real): Value {
    return this.#once(`half ${side} ${net === this.real}`, () => {
      const level = this.#top(net) * Math.SQRT1_2;
      const { shape, frequency, bandwidth } = this.#shape;
      const above = (f: number) => net.gain(this.out, f) / level - 1;
      const found =
        shape === 'lowpass'
          ? crossing(above, frequency / 2, frequency * 1e3)
          : shape === 'highpass'
            ? crossing(above, frequency * 2, frequency / 1e3)
            : crossing(above, frequency, side === 'low' ? frequency / (1 + (20 * bandwidth) / frequency) : frequency * (1 + (20 * bandwidth) / frequency));
      return found ?? NO_HALF;
    });
  }

  get ratio(): number {
    return halfPowerRatio(this.#shape.response, this.#shape.order, this.#shape.ripple);
  }

  /** The half-power frequency taken back to the edge. */
  cutoff(net = this.real): Value {
    const half = this.half('only', net);
    if (typeof half !== 'number') return half;
    return this.#shape.shape === 'highpass' ? half * this.ratio : half / this.ratio;
  }

  get cutoffShift(): Value {
    const [real, ideal] = [this.cutoff(), this.cutoff(this.ideal)];
    return typeof real !== 'number' ? real : typeof ideal !== 'number' ? ideal : real / ideal - 1;
  }

  attenuation(frequency: number): number {
    return this.#once(`attenuation ${frequency}`, () => toDb(this.#top(this.real) / this.real.gain(this.out, frequency)));
  }

  /** Gains to the outputs of all sections at a point of a grid. */
  #gains(point: number, from: number, to: number): readonly number[] {
    return this.#once(`gains ${point} ${to}`, () => {
      const f = gridAt(from, to, point, GRID);
      return this.sections.map((_, k) => this.real.gain(outputOf(k), f));
    });
  }

  /** Deviation from the ideal shape at a point of the passband, dB. */
  error(point: number): number {
    return this.#once(`error ${point}`, () => {
      const [from, to] = this.#passband;
      const f = gridAt(from, to, point, GRID);
      return toDb(this.#gains(point, from, to).at(-1)! / this.reference() / shapeAt(this.#shape, f));
    });
  }

  /** Largest gain from the input to the output of each section. */
  get peaks(): readonly number[] {
    return this.#once('peaks', () => {
      const { shape, frequency: f } = this.#shape;
      const [from, to] = shape === 'lowpass' ? [f / 100, 10 * f] : shape === 'highpass' ? [f / 10, 100 * f] : [f / 10, 10 * f];
      const names = this.sections.map((_, i) => outputOf(i));
      const rows = Array.from({ length: PEAK_POINTS }, (_, i) => names.map((name) => this.real.gain(name, gridAt(from, to, i, PEAK_POINTS))));
      return names.map((name, n) => {
        const best = rows.reduce((a, row, i) => (row[n]! > rows[a]![n]! ? i : a), 0);
        // Far inside its passband it is the product of the gains; where nothing peaks that is the highest.
        const far = shape === 'bandpass' ? 0 : this.sections.slice(0, n + 1).reduce((all, s) => all * Math.abs(s.gain), 1);
        if (best === 0 || best === PEAK_POINTS - 1) return Math.max(rows[best]![n]!, far);
        const span = Math.log(to / from) / (PEAK_POINTS - 1);
        const at = Math.log(gridAt(from, to, best, PEAK_POINTS));
        const level = (u: number) => -this.real.gain(name, Math.exp(u));
        return Math.max(far, rows[best]![n]!, -level(goldenSection(level, at - span, at + span, 16)));
      });
    });
  }

  /** Peak at the output, V: what is wanted, or what arrives times the gain. */
  get swing(): number {
    const { inputAmplitude } = this.#carried;
    return inputAmplitude === null ? this.#g.outputSwing : inputAmplitude * this.reference();
  }
  get #input(): number {
    return this.swing / this.reference();
  }
  get peakSwing(): number {
    return Math.max(this.swing, Math.max(...this.peaks) * this.#input);
  }
  /** What an output has on either side of the signal ground, at the trough of the supply, V. */
  get room(): number {
    return this.#g.supplyVoltage / 2 - this.#carried.supplyRipple / 2 - this.#u.headroom!;
  }
  get maximumSwing(): Value {
    return this.peakSwing > 0 ? (this.swing * this.room) / this.peakSwing : NO_SIGNAL;
  }

  get slewRateNeeded(): number {
    const steepest = this.#once('slew', () => {
      const [from, edge] = this.#passband;
      const to = this.#shape.shape === 'highpass' ? Math.max(this.#g.bandHigh, from) : edge;
      let most = 0;
      for (let i = 0; i < GRID; i++) {
        const f = gridAt(from, to, i, GRID);
        for (const gain of this.#gains(i, from, to)) most = Math.max(most, 2 * Math.PI * f * gain);
      }
      return most;
    });
    return steepest * this.#input;
  }

  density(frequency: number): number {
    return densityAt(this.real, this.out, frequency, this.#ambient, this.#carried.sourceNoise, this.#g.sourceResistance);
  }
  /** At the output in the band, V rms; with a silent source what it makes itself. */
  noise(source = this.#carried.sourceNoise): number {
    return noiseAt(this.real, this.out, [this.#g.bandLow, this.#g.bandHigh], this.#ambient, source, this.#g.sourceResistance);
  }

  get delay(): Value {
    const { shape, frequency } = this.#shape;
    return shape === 'highpass' ? NO_DELAY : this.#once('delay', () => this.real.delay(this.out, shape === 'lowpass' ? frequency / 100 : frequency));
  }

  /** Overshoot of the step of a low-pass, of its sections with ideal op amps. */
  get overshoot(): Value {
    if (this.#shape.shape !== 'lowpass') return NO_STEP;
    return this.#once('overshoot', () => {
      const slowest = Math.min(...this.sections.map((s) => s.frequency));
      const steps = 1000;
      const y = this.step((2 + this.sections.length) / slowest, steps);
      let best = 0;
      for (let i = 1; i < steps; i++) if (y[i]! > y[best]!) best = i;
      if (best === 0 || best >= steps) return Math.max(0, y[steps]! - 1);
      // The vertex of the parabola through three points.
      const [a, b, c] = [y[best - 1]!, y[best]!, y[best + 1] ?? y[best]!];
      const bend = a - 2 * b + c;
      return Math.max(0, b - (bend < 0 ? (a - c) ** 2 / (8 * bend) : 0) - 1);
    });
  }

  /** Response to a step at equal times, as a share of the final value. */
  step(stop: number, steps: number): Float64Array {
    const n = this.sections.reduce((sum, s) => sum + (s.quality === null ? 1 : 2), 0);
    const a = Array.from({ length: n }, () => Array.from({ length: n }, () => 0));
    const b = Array.from({ length: n }, () => 0);
    let at = 0;
    let before = -1;
    const feed = (row: number, k: number): void => {
      if (before < 0) b[row] = k;
      else a[row]![before]! += k;
    };
    for (const s of this.sections) {
      const w = 2 * Math.PI * s.frequency;
      if (s.quality === null) {
        a[at]![at] = -w;
        feed(at, w);
        before = at++;
        continue;
      }
      a[at]![at + 1] = w;
      a[at + 1]![at] = -w;
      a[at + 1]![at + 1] = -w / s.quality;
      feed(at + 1, w);
      before = at;
      at += 2;
    }
    return stepResponse(
      a,
      b,
      Array.from({ length: n }, (_, i) => Number(i === before)),
      0,
      stop,
      steps,
    );
  }

  get ripple(): number {
    return rippleAt(this.real, this.out, this.#u as never, this.#carried, this.#g.referenceRejection);
  }
}

const NO_HALF = none('the response does not fall to half power there');
const NO_DELAY = none('a high-pass has no delay to speak of');
const NO_STEP = none('only a low-pass follows a step');
const NO_SIGNAL = none('there is no signal');
