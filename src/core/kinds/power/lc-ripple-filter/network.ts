import { goldenSection } from '../../../math/golden.ts';
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
  let [hr, hi, zr, zi] = [1, 0, net.source, 0];
  for (const s of net.sections) {
    let [sr, si] = [s.dcr, w * s.henries];
    if (strays && s.own > 0) [sr, si] = inParallel(sr, si, 0, -1 / (w * s.own));
    sr += zr;
    si += zi;
    let [cr, ci] = [s.esr, (strays ? w * s.esl : 0) - 1 / (w * s.farads)];
    if (s.damper) [cr, ci] = inParallel(cr, ci, s.damper.ohms, -1 / (w * s.damper.farads));
    // Share of the node: shunt over series plus shunt.
    const [dr, di] = [sr + cr, si + ci];
    const d = dr * dr + di * di;
    const [qr, qi] = [(cr * dr + ci * di) / d, (ci * dr - cr * di) / d];
    [hr, hi] = [hr * qr - hi * qi, hr * qi + hi * qr];
    [zr, zi] = [sr * qr - si * qi, sr * qi + si * qr];
  }
  return { transfer: Math.hypot(hr, hi), impedance: Math.hypot(zr, zi) };
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
    if (y > value) [best, value] = [x, y];
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
  let [least, most] = [Math.min(y[0]!, y.at(-1)!), Math.max(y[0]!, y.at(-1)!)];
  for (let k = 1; k < y.length - 1; k++) {
    const [a, b, c] = [y[k - 1]!, y[k]!, y[k + 1]!];
    if ((b >= a && b >= c) || (b <= a && b <= c)) {
      const bend = a - 2 * b + c;
      const top = bend === 0 ? b : b - (c - a) ** 2 / (8 * bend);
      if (top < least) least = top;
      if (top > most) most = top;
    }
  }
  return { least, most };
}

/** Answers for the circuits asked about last: at the corners of a tolerance most inputs leave the circuit as it is. */
function kept(answer: (net: LcNetwork) => number): (net: LcNetwork) => number {
  const known = new Map<string, number>();
  return (net) => {
    const key = `${net.source} ${net.conductance} ${net.sections.map((s) => `${s.henries} ${s.dcr} ${s.farads} ${s.esr} ${s.damper?.ohms} ${s.damper?.farads}`).join(' ')}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    if (known.size >= 512) known.clear();
    const value = answer(net);
    known.set(key, value);
    return value;
  };
}

/** Largest fall of the output for one ampere more, V, static fall included. */
export const stepFall = kept((net) => {
  const s = states(net);
  const stop = 8 / Math.min(...resonances(net));
  const { least } = extremes(stepResponse(s.a, s.load, s.out, s.direct.load, stop, STEPS));
  const static0 = net.source + net.sections.reduce((sum, k) => sum + k.dcr, 0);
  const final = static0 / (1 + net.conductance * static0);
  return Math.max(final, -least);
});
/** Highest output for one volt applied at once without a load, V. */
const peakWithoutLoad = kept((net) => {
  const s = states(net);
  const stop = 8 / Math.min(...resonances(net));
  return Math.max(1, extremes(stepResponse(s.a, s.source, s.out, s.direct.source, stop, STEPS)).most);
});
export const stepPeak = (net: LcNetwork): number => peakWithoutLoad({ ...net, conductance: 0 });
/** Smallest damping of all poles, −Re/|p|; negative oscillates. */
export const dampingOf = kept((net) => Math.min(...eigenvalues(states(net).a).map((p) => -p.re / Math.hypot(p.re, p.im))));
/** Highest gain and highest output impedance around the resonances, Ω, strays left out. */
export const highestTransfer = kept((net) => peakOf(net, (f) => lcAt(net, f, false).transfer));
export const highestImpedance = kept((net) => peakOf(net, (f) => lcAt(net, f, false).impedance));
