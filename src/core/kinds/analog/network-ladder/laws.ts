import { stepAt, stepEnd, type Modes } from '../../../circuit/modes.ts';
import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { impossible, none, type Value } from '../../../math/absent.ts';
import { goldenSection } from '../../../math/golden.ts';
import { risingRoot } from '../../../math/root.ts';
import { densityAt, noiseAt } from '../../../models/filter-stage.ts';
import { toDb } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { takenOver } from '../../../stage/late.ts';
import { branchesOf } from './layout.ts';

const POINTS = 241;
const CUTS = 500;
const TIMES = 3000;

/** The ladder from its source to its load; `o` is its output. */
export function elements({ given: g, parts }: AnyInputs, { loaded = true, driven = true } = {}): { net: NodalElement[]; out: string; input: string } {
  const net: NodalElement[] = [];
  const drive = driven ? 's' : '0';
  let node = drive;
  let count = 0;
  if (g.sourceResistance > 0) {
    net.push({ is: 'resistor', name: 'Rs', a: drive, b: 'i', ohms: g.sourceResistance });
    node = 'i';
  }
  const input = node;
  const one = (ref: string, a: string, b: string): void => {
    const part = parts[ref];
    if (ref.startsWith('R')) net.push({ is: 'resistor', name: ref, a, b, ohms: part.value });
    else if (ref.startsWith('L')) net.push({ is: 'inductor', name: ref, a, b, henries: part.value, dcr: part.dcr });
    else net.push({ is: 'capacitor', name: ref, a, b, farads: part.value, esr: part.esr });
  };
  const branch = (refs: readonly string[], join: string | undefined, a: string, b: string): void => {
    if (join === 'parallel') {
      for (const ref of refs) one(ref, a, b);
      return;
    }
    refs.forEach((ref, i) => one(ref, i === 0 ? a : `m${count}.${i}`, i === refs.length - 1 ? b : `m${count}.${i + 1}`));
  };
  for (const { place, join, parts: refs } of branchesOf(g)) {
    count++;
    if (place === 'series') {
      branch(refs, join, node, `n${count}`);
      node = `n${count}`;
    } else branch(refs, join, node, '0');
  }
  if (loaded && Number.isFinite(g.loadResistance)) net.push({ is: 'resistor', name: 'RL', a: node, b: '0', ohms: g.loadResistance });
  return { net, out: node, input };
}

const degrees = ({ re, im }: { re: number; im: number }): number => (Math.atan2(im, re) * 180) / Math.PI;

/** The ladder of real parts; each figure is worked out once, when it is asked for. */
export class LadderNetwork {
  readonly net: Nodal;
  readonly out: string;
  readonly #x: AnyInputs;
  readonly #design: AnyInputs;
  #top: { level: number; frequency: number } | null = null;
  #modes: Modes | null = null;
  #noise = NaN;

  constructor(x: AnyInputs, design: AnyInputs = x.given) {
    this.#x = takenOver(x);
    this.#design = design;
    const { net, out } = elements(this.#x);
    this.net = new Nodal(net, 's');
    this.out = out;
  }
  get f(): number {
    return this.#x.given.frequency;
  }
  get gainDb(): number {
    return toDb(this.net.gain(this.out, this.f));
  }
  get phase(): number {
    return degrees(this.net.voltage(this.out, this.f));
  }
  get dc(): number {
    return this.net.gain(this.out, this.#design.bandLow * 1e-6);
  }
  /** Into the network with its load, behind the source's resistance. */
  input(f = this.f): { magnitude: number; degrees: number } {
    const y = this.net.admittance(f);
    const d = y.re * y.re + y.im * y.im;
    const z = { re: y.re / d - this.#x.given.sourceResistance, im: -y.im / d };
    return { magnitude: Math.hypot(z.re, z.im), degrees: degrees(z) };
  }
  /** At the output, the load taken off and the source silent: a probe drives it. */
  output(f = this.f): { magnitude: number; degrees: number } {
    const { net, out } = elements(this.#x, { loaded: false, driven: false });
    if (out === '0') return { magnitude: 0, degrees: 0 };
    const y = new Nodal(net, out).admittance(f);
    const d = y.re * y.re + y.im * y.im;
    const z = { re: y.re / d, im: -y.im / d };
    return { magnitude: Math.hypot(z.re, z.im), degrees: degrees(z) };
  }
  /** The largest output impedance in the band: what stands at one frequency alone can miss a resonance. */
  get outputMost(): number {
    const { bandLow: low, bandHigh: high } = this.#design;
    let most = 0;
    let best = 0;
    const at = (u: number) => this.output(Math.exp(u)).magnitude;
    const [a, b] = [Math.log(low), Math.log(high)];
    const step = (b - a) / 60;
    for (let i = 0; i <= 60; i++) {
      const v = at(a + step * i);
      if (v > most) [most, best] = [v, i];
    }
    if (best === 0 || best === 60) return most;
    return Math.max(most, at(goldenSection((u) => -at(u), a + step * (best - 1), a + step * (best + 1), 30)));
  }
  get top(): { level: number; frequency: number } {
    if (this.#top) return this.#top;
    const [a, b] = [Math.log(this.#design.bandLow), Math.log(this.#design.bandHigh)];
    const step = (b - a) / (POINTS - 1);
    const level = (u: number) => -this.net.gain(this.out, Math.exp(u));
    let [best, most] = [0, 0];
    for (let i = 0; i < POINTS; i++) {
      const v = -level(a + step * i);
      if (v > most) [best, most] = [i, v];
    }
    const inside = best > 0 && best < POINTS - 1;
    const u = inside ? goldenSection(level, a + step * (best - 1), a + step * (best + 1), 40) : a + step * best;
    return (this.#top = { level: Math.max(most, -level(u)), frequency: Math.exp(u) });
  }
  /** Half power below the peak, going out from it. */
  cut(side: 'low' | 'high'): Value {
    const { level, frequency } = this.top;
    const end = (side === 'low' ? this.#design.bandLow : this.#design.bandHigh) as number;
    const above = (f: number) => this.net.gain(this.out, f) / (level * Math.SQRT1_2) - 1;
    let last = frequency;
    for (let i = 1; i <= CUTS; i++) {
      const f = frequency * (end / frequency) ** (i / CUTS);
      if (above(f) <= 0) {
        const [a, b] = [Math.log(Math.min(f, last)), Math.log(Math.max(f, last))];
        const u = risingRoot((v) => (side === 'low' ? 1 : -1) * above(Math.exp(v)), a, b);
        return u === null ? NO_CUT : Math.exp(u);
      }
      last = f;
    }
    return NO_CUT;
  }
  get density(): number {
    const { carried, given: g, ambient } = this.#x;
    return Math.sqrt(densityAt(this.net, this.out, this.f, ambient, carried.sourceNoise, g.sourceResistance));
  }
  get noise(): number {
    const { carried, given: g, ambient } = this.#x;
    return Number.isNaN(this.#noise)
      ? (this.#noise = noiseAt(this.net, this.out, [g.bandLow, g.bandHigh], ambient, carried.sourceNoise, g.sourceResistance))
      : this.#noise;
  }
  get modes(): Modes {
    return (this.#modes ??= this.net.modes(this.out, Math.sqrt(this.#design.bandLow * this.#design.bandHigh)));
  }
  get final(): Value {
    const end = stepEnd(this.modes);
    return Number.isFinite(end) ? end * this.#x.given.inputStep : NO_END;
  }
  step(t: number): number {
    return stepAt(this.modes, t) * this.#x.given.inputStep;
  }
  /** Long enough for the slowest mode to be gone. */
  get long(): number {
    const slowest = Math.min(...this.modes.poles.filter((p) => p.re < 0).map((p) => -p.re), Infinity);
    return Number.isFinite(slowest) ? Math.log(1e4 / Math.min(0.5, this.#x.given.settlingBand)) / slowest : 0;
  }
  /** Times that follow every mode: close together at first. */
  #times(): number[] {
    const stop = this.long;
    if (!(stop > 0)) return [0];
    const fastest = Math.max(...this.modes.poles.map((p) => Math.hypot(p.re, p.im)), 1 / stop);
    const first = Math.min(stop / 100, 0.05 / fastest);
    const growth = (stop / first) ** (1 / (TIMES - 1));
    return Array.from({ length: TIMES }, (_, i) => first * growth ** i);
  }
  #over: { peak: number; rise: Value; settled: number } | null = null;
  get over(): { peak: number; rise: Value; settled: number } {
    if (this.#over) return this.#over;
    const end = this.final;
    const final = typeof end === 'number' ? end : 0;
    const sign = Math.sign(this.#x.given.inputStep) || 1;
    const tiny = 1e-9 * Math.abs(this.#x.given.inputStep);
    const nil = Math.abs(final) <= tiny;
    const times = this.#times();
    const y = (t: number) => this.step(t) * sign;
    const values = times.map(y);
    let best = 0;
    values.forEach((v, i) => {
      if (v > values[best]!) best = i;
    });
    const [a, b] = [times[Math.max(0, best - 1)]!, times[Math.min(times.length - 1, best + 1)]!];
    const peak = Math.max(y(0), values[best]!, best > 0 ? y(goldenSection((t) => -y(t), a, b, 40)) : values[best]!, Math.abs(final));
    const size = Math.abs(final);
    const passes = (level: number): number | null => {
      if (y(0) >= level) return 0;
      const i = values.findIndex((v) => v >= level);
      if (i < 0) return null;
      return risingRoot((t) => y(t) - level, i === 0 ? 0 : times[i - 1]!, times[i]!);
    };
    const [ten, ninety] = nil ? [null, null] : [passes(0.1 * size), passes(0.9 * size)];
    // Of a final value of nil the band is a share of the largest value.
    const band = this.#x.given.settlingBand * (nil ? peak : size);
    const off = (t: number) => Math.abs(y(t) - final * sign) - band;
    let settled = 0;
    for (let i = times.length - 1; i >= 0; i--)
      if (off(times[i]!) > 0) {
        const next = times[i + 1] ?? times[i]!;
        settled = risingRoot((t) => -off(t), times[i]!, next) ?? next;
        break;
      }
    if (settled === 0 && off(0) > 0) settled = risingRoot((t) => -off(t), 0, times[0]!) ?? times[0]!;
    return (this.#over = { peak: peak * sign, rise: ten === null || ninety === null ? NO_RISE : ninety - ten, settled });
  }
  get overshoot(): Value {
    const end = this.final;
    if (typeof end !== 'number') return end;
    return Math.abs(end) <= 1e-9 * Math.abs(this.#x.given.inputStep) ? NO_RISE : Math.max(0, this.over.peak / end - 1);
  }
}

const NO_CUT = none('it does not fall to half power inside the band');
const NO_RISE = none('its final value is nil');
const NO_END = impossible('it does not come to rest');
