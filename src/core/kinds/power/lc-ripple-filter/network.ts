import { goldenSection } from '../../../math/golden.ts';
import { shelf } from '../../../math/remember.ts';
import { eigenvalues, stepResponse } from '../../../linear/small.ts';

export interface LcSection {
  henries: number;
  dcr: number;
  /** Parallel capacitance that makes the inductor's own resonance, F. */
  own: number;
  farads: number;
  esr: number;
  esl: number;
  /** Damper across the capacitor; null where not fitted. */
  damper: { ohms: number; farads: number } | null;
}
export interface LcNetwork {
  source: number;
  sections: readonly LcSection[];
  /** Incremental conductance of the load, S: negative for constant power. */
  conductance: number;
}

/** Transfer to the open output and output impedance at a frequency, as magnitudes, with strays or without. // [Ladder] */
export function lcAt(net: LcNetwork, frequency: number, strays: boolean): { transfer: number; impedance: number } {
  const w = 2 * Math.PI * frequency;
  let hr = 1;
  let hi = 0;
  let zr = net.source;
  let zi = 0;
  for (const s of net.sections) {
    let sr = s.dcr;
    let si = w * s.henries;
    if (strays && s.own > 0) {
      // The inductor beside its own capacitance: 1/(1/Z + jωC).
      const gr = sr / (sr * sr + si * si);
      const gi = w * s.own - si / (sr * sr + si * si);
      sr = gr / (gr * gr + gi * gi);
      si = -gi / (gr * gr + gi * gi);
    }
    sr += zr;
    si += zi;
    let cr = s.esr;
    let ci = (strays ? w * s.esl : 0) - 1 / (w * s.farads);
    if (s.damper) {
      const dr = s.damper.ohms;
      const di = -1 / (w * s.damper.farads);
      const pr = cr * dr - ci * di;
      const pi = cr * di + ci * dr;
      const m = (cr + dr) * (cr + dr) + (ci + di) * (ci + di);
      const r = (pr * (cr + dr) + pi * (ci + di)) / m;
      ci = (pi * (cr + dr) - pr * (ci + di)) / m;
      cr = r;
    }
    // Share of the node: shunt over series plus shunt.
    const d = (sr + cr) * (sr + cr) + (si + ci) * (si + ci);
    const qr = (cr * (sr + cr) + ci * (si + ci)) / d;
    const qi = (ci * (sr + cr) - cr * (si + ci)) / d;
    const h = hr * qr - hi * qi;
    hi = hr * qi + hi * qr;
    hr = h;
    zr = sr * qr - si * qi;
    zi = sr * qi + si * qr;
  }
  return { transfer: Math.sqrt(hr * hr + hi * hi), impedance: Math.sqrt(zr * zr + zi * zi) };
}

function inParallel(ar: number, ai: number, br: number, bi: number): [number, number] {
  const [pr, pi] = [ar * br - ai * bi, ar * bi + ai * br];
  const [sr, si] = [ar + br, ai + bi];
  const d = sr * sr + si * si;
  return [(pr * sr + pi * si) / d, (pi * sr - pr * si) / d];
}

/** Currents of the first inductor and the first capacitor over the source's voltage at a frequency, A/V. */
export function drawn(net: LcNetwork, frequency: number): { inductor: number; capacitor: number } {
  const w = 2 * Math.PI * frequency;
  let behind: [number, number] | null = null;
  for (const s of [...net.sections].reverse()) {
    let [cr, ci] = [s.esr, w * s.esl - 1 / (w * s.farads)];
    const own: [number, number] = [cr, ci];
    if (s.damper) [cr, ci] = inParallel(cr, ci, s.damper.ohms, -1 / (w * s.damper.farads));
    if (behind) [cr, ci] = inParallel(cr, ci, behind[0], behind[1]);
    let [sr, si] = [s.dcr, w * s.henries];
    if (s.own > 0) [sr, si] = inParallel(sr, si, 0, -1 / (w * s.own));
    const first = s === net.sections[0];
    behind = [cr + sr + (first ? net.source : 0), ci + si];
    if (first) {
      const total = 1 / Math.hypot(behind[0], behind[1]);
      return { inductor: total, capacitor: (total * Math.hypot(cr, ci)) / Math.hypot(own[0], own[1]) };
    }
  }
  return { inductor: 0, capacitor: 0 };
}

export const resonances = (net: LcNetwork): number[] => net.sections.map((s) => 1 / (2 * Math.PI * Math.sqrt(s.henries * s.farads)));

const POINTS = 240;
/** Largest of a function of frequency around the resonances: a logarithmic sweep, then refined by the golden section. */
function peakOf(net: LcNetwork, f: (frequency: number) => number): number {
  const all = resonances(net);
  const [low, high] = [Math.log(Math.min(...all) / 100), Math.log(10 * Math.max(...all))];
  const at = (x: number) => f(Math.exp(x));
  let [best, value] = [low, -Infinity];
  for (let k = 0; k <= POINTS; k++) {
    const x = low + ((high - low) * k) / POINTS;
    const y = at(x);
    if (!(y > value)) continue;
    best = x;
    value = y;
  }
  const step = (high - low) / POINTS;
  return Math.max(value, at(goldenSection((x) => -at(x), Math.max(low, best - step), Math.min(high, best + step))));
}

/** State matrix of inductor currents and capacitor voltages, and how source and load act; ESL and own resonance left out. */
function states(net: LcNetwork) {
  const { sections } = net;
  const n = sections.length;
  const offsets: { i: number; c: number; d: number | null }[] = [];
  let size = 0;
  for (const s of sections) offsets.push({ i: size++, c: size++, d: s.damper ? size++ : null });
  const zero = () => new Array<number>(size + 2).fill(0);
  // Node voltages as rows over states, source and load current.
  const nodes = sections.map((s, k) => {
    const row = zero();
    const esr = Math.max(s.esr, 1e-5);
    const o = offsets[k]!;
    const sum = 1 / esr + (s.damper ? 1 / s.damper.ohms : 0) + (k === n - 1 ? net.conductance : 0);
    row[o.i] = 1 / sum;
    row[o.c] = 1 / esr / sum;
    if (s.damper && o.d !== null) row[o.d] = 1 / s.damper.ohms / sum;
    if (k < n - 1) row[offsets[k + 1]!.i] = -1 / sum;
    else row[size + 1] = -1 / sum;
    return row;
  });
  const rows = Array.from({ length: size }, zero);
  sections.forEach((s, k) => {
    const o = offsets[k]!;
    const current = rows[o.i]!;
    const before = k ? nodes[k - 1]! : zero();
    if (!k) {
      before[size] = 1;
      before[o.i] = -net.source;
    }
    for (let j = 0; j < size + 2; j++) current[j] = (before[j]! - nodes[k]![j]!) / s.henries;
    current[o.i]! -= s.dcr / s.henries;
    const charge = (state: number, ohms: number, farads: number) => {
      for (let j = 0; j < size + 2; j++) rows[state]![j] = (nodes[k]![j]! - Number(j === state)) / (ohms * farads);
    };
    charge(o.c, Math.max(s.esr, 1e-5), s.farads);
    if (s.damper && o.d !== null) charge(o.d, s.damper.ohms, s.damper.farads);
  });
  const out = nodes[n - 1]!;
  return {
    a: rows.map((r) => r.slice(0, size)),
    source: rows.map((r) => r[size]!),
    load: rows.map((r) => r[size + 1]!),
    out: out.slice(0, size),
    direct: { source: out[size]!, load: out[size + 1]! },
  };
}

const STEPS = 1000;

/** Lowest and highest of values at equal steps; a parabola through three steps stands for the curve between them. */
function extremes(y: Float64Array): { least: number; most: number } {
  let least = Math.min(y[0]!, y.at(-1)!);
  let most = Math.max(y[0]!, y.at(-1)!);
  for (let k = 1; k < y.length - 1; k++) {
    const a = y[k - 1]!;
    const b = y[k]!;
    const c = y[k + 1]!;
    if ((b >= a && b >= c) || (b <= a && b <= c)) {
      const bend = a - 2 * b + c;
      const top = bend === 0 ? b : b - (c - a) ** 2 / (8 * bend);
      if (top < least) least = top;
      if (top > most) most = top;
    }
  }
  return { least, most };
}

const staticOf = (net: LcNetwork): number => net.source + net.sections.reduce((sum, k) => sum + k.dcr, 0);

/** As many circuits, and loads of one, as are kept. */
const MOST = 512;

/** What is worked out of a circuit whatever hangs on it, once each. */
class Circuit {
  #transfer = NaN;
  #impedance = NaN;
  #peak = NaN;
  readonly #loaded = shelf<Loaded>(MOST);

  constructor(readonly net: LcNetwork) {}

  get transfer(): number {
    if (Number.isNaN(this.#transfer)) this.#transfer = peakOf(this.net, (f) => lcAt(this.net, f, false).transfer);
    return this.#transfer;
  }

  get impedance(): number {
    if (Number.isNaN(this.#impedance)) this.#impedance = peakOf(this.net, (f) => lcAt(this.net, f, false).impedance);
    return this.#impedance;
  }

  get peak(): number {
    if (Number.isNaN(this.#peak)) {
      const s = states({ ...this.net, conductance: 0 });
      const stop = 8 / Math.min(...resonances(this.net));
      this.#peak = Math.max(1, extremes(stepResponse(s.a, s.source, s.out, s.direct.source, stop, STEPS)).most);
    }
    return this.#peak;
  }

  with(conductance: number): Loaded {
    return this.#loaded(`${conductance}`, () => new Loaded({ ...this.net, conductance }));
  }
}

/** The same with a load. */
class Loaded {
  #damping = NaN;
  #fall = NaN;

  constructor(readonly net: LcNetwork) {}

  get damping(): number {
    if (Number.isNaN(this.#damping)) this.#damping = Math.min(...eigenvalues(states(this.net).a).map((p) => -p.re / Math.hypot(p.re, p.im)));
    return this.#damping;
  }

  get fall(): number {
    if (Number.isNaN(this.#fall)) {
      const s = states(this.net);
      const stop = 8 / Math.min(...resonances(this.net));
      const { least } = extremes(stepResponse(s.a, s.load, s.out, s.direct.load, stop, STEPS));
      const final = staticOf(this.net) / (1 + this.net.conductance * staticOf(this.net));
      this.#fall = Math.max(final, -least);
    }
    return this.#fall;
  }
}

/** Circuits asked about last: at the corners of a tolerance most inputs leave the circuit as it is. Strays move none of the answers. */
const circuits = shelf<Circuit>(MOST);

function circuitOf(net: LcNetwork): Circuit {
  let question = `${net.source}`;
  for (const s of net.sections) question += ` ${s.henries} ${s.dcr} ${s.farads} ${s.esr} ${s.damper?.ohms} ${s.damper?.farads}`;
  return circuits(question, () => new Circuit(net));
}

/** What costs more than the rest of a filter: found once for who asks, of the network as it was then. */
export class Answers {
  #circuit: Circuit | null = null;

  constructor(readonly net: LcNetwork) {}

  get #found(): Circuit {
    return (this.#circuit ??= circuitOf(this.net));
  }

  /** Highest gain around the resonances, strays left out. */
  get transfer(): number {
    return this.#found.transfer;
  }

  /** Highest output impedance around the resonances, strays left out, Ω. */
  get impedance(): number {
    return this.#found.impedance;
  }

  /** Highest output for one volt applied at once without a load, V. */
  get stepPeak(): number {
    return this.#found.peak;
  }

  /** Smallest damping of all poles, −Re/|p|; negative oscillates. */
  get damping(): number {
    return this.#found.with(this.net.conductance).damping;
  }

  /** Largest fall of the output for one ampere more, V, static fall included. */
  get stepFall(): number {
    return this.#found.with(this.net.conductance).fall;
  }
}
