import { risingRoot } from '../../../math/root.ts';

export interface Charging {
  /** Crest of the rectified wave before the diodes, V. */
  crest: number;
  /** Constant drop of the diodes in series, V. */
  drop: number;
  /** Everything in series before the reservoir, ohm. */
  resistance: number;
  farads: number;
  esr: number;
  load: number;
  mains: number;
  /** Charged once a mains period instead of twice. */
  half: boolean;
}
export interface SteadyState {
  mean: number;
  peak: number;
  trough: number;
  /** rms about the mean, V. */
  ripple: number;
  /** Radians of the mains period. */
  angle: number;
  peakCurrent: number;
  /** rms of the rectified current, A. */
  rms: number;
  start: number;
  end: number;
}

/** Nodes and weights of a 24-point rule on (−1, 1), by Newton on the Legendre polynomial. // [Quadrature] */
const GAUSS = legendre(24);
function legendre(n: number): { x: number; w: number }[] {
  return Array.from({ length: n }, (_, i) => {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let slope = 1;
    for (let k = 0; k < 50; k++) {
      let [p0, p1] = [1, x];
      for (let j = 2; j <= n; j++) [p0, p1] = [p1, ((2 * j - 1) * x * p1 - (j - 1) * p0) / j];
      slope = (n * (x * p1 - p0)) / (x * x - 1);
      const step = p1 / slope;
      x -= step;
      if (Math.abs(step) < 1e-16) break;
    }
    return { x, w: 2 / ((1 - x * x) * slope * slope) };
  });
}
const integral = (f: (t: number) => number, a: number, b: number): number =>
  GAUSS.reduce((sum, { x, w }) => sum + w * f((a + b) / 2 + ((b - a) / 2) * x), 0) * ((b - a) / 2);

/** The rectified wave at the diodes' far end and what flows while they conduct, started at a time. */
function conduction(c: Charging, start: number) {
  const w = 2 * Math.PI * c.mains;
  const loop = c.resistance + c.esr;
  const wt = w * loop * c.farads;
  const tau = loop * c.farads;
  const e = (t: number) => c.crest * Math.sin(w * t) - c.drop;
  const slope = (t: number) => c.crest * w * Math.cos(w * t);
  const p = (t: number) => (c.crest * (Math.sin(w * t) - wt * Math.cos(w * t))) / (1 + wt * wt) - c.drop - c.load * c.resistance;
  const left = e(start) + c.esr * c.load - p(start);
  const vc = (t: number) => p(t) + left * Math.exp(-(t - start) / tau);
  const i = (t: number) => (e(t) - vc(t) + c.esr * c.load) / loop;
  const v = (t: number) => e(t) - c.resistance * i(t);
  /** How fast the output moves. */
  const dv = (t: number) => slope(t) - (c.resistance * (slope(t) - (i(t) - c.load) / c.farads)) / loop;
  const di = (t: number) => (slope(t) - (i(t) - c.load) / c.farads) / loop;
  return { e, vc, i, v, dv, di, w };
}

/**
 * Exact periodic steady state of a capacitor-input rectifier with a constant-current load: piecewise linear circuit, start of
 * conduction solved so that the period closes. Null where no start of conduction carries the load. // [Schade]
 */
export function steadyState(c: Charging): SteadyState | null {
  const w = 2 * Math.PI * c.mains;
  const period = c.half ? 1 / c.mains : 1 / (2 * c.mains);
  const [crest, zero] = [Math.PI / 2 / w, Math.PI / w];
  const top = c.crest - c.drop;
  if (top <= 0) return null;
  if (c.load <= 0) return { mean: top, peak: top, trough: top, ripple: 0, angle: 0, peakCurrent: 0, rms: 0, start: crest, end: crest };
  const endOf = (start: number): number => {
    const { i } = conduction(c, start);
    return risingRoot((t) => -i(t), crest, zero) ?? zero;
  };
  const missing = (start: number): number => {
    const on = conduction(c, start);
    const end = endOf(start);
    return on.e(start) + c.esr * c.load - (on.vc(end) - (c.load * (start + period - end)) / c.farads);
  };
  const first = Math.asin(Math.min(1, c.drop / c.crest)) / w;
  const start = risingRoot(missing, first, crest);
  if (start === null) return null;
  const on = conduction(c, start);
  const end = endOf(start);
  const off = start + period - end;
  const [high, low] = [on.v(end), on.v(end) - c.esr * on.i(end) - (c.load * off) / c.farads];
  const [least, most] = extremes(on.v, on.dv, start, end);
  const trough = Math.min(least, low);
  if (trough <= 0) return null;
  const mean = (integral(on.v, start, end) + ((high + low) / 2) * off) / period;
  const square = integral((t) => (on.v(t) - mean) ** 2, start, end) + (off * ((high - mean) ** 2 + (high - mean) * (low - mean) + (low - mean) ** 2)) / 3;
  const [, peakCurrent] = extremes(on.i, on.di, start, end);
  return {
    mean,
    peak: Math.max(most, high),
    trough,
    ripple: Math.sqrt(square / period),
    angle: w * (end - start),
    peakCurrent,
    rms: Math.sqrt(integral((t) => on.i(t) ** 2, start, end) / period),
    start,
    end,
  };
}

/** Least and greatest value of a smooth function, where its slope changes sign or at an end. */
function extremes(f: (t: number) => number, slope: (t: number) => number, a: number, b: number): [number, number] {
  const PIECES = 24;
  const values = [f(a), f(b)];
  for (let k = 0; k < PIECES; k++) {
    const [t0, t1] = [a + ((b - a) * k) / PIECES, a + ((b - a) * (k + 1)) / PIECES];
    const sign = Math.sign(slope(t1) - slope(t0)) || 1;
    const t = slope(t0) * slope(t1) < 0 ? risingRoot((x) => sign * slope(x), t0, t1) : null;
    if (t !== null) values.push(f(t));
  }
  return [Math.min(...values), Math.max(...values)];
}

/** The output over one period of the ripple, begun where the diodes begin to conduct, V. */
export function waveform(c: Charging, s: SteadyState): (t: number) => number {
  const period = c.half ? 1 / c.mains : 1 / (2 * c.mains);
  if (c.load <= 0) return () => s.mean;
  const on = conduction(c, s.start);
  return (t) => {
    const at = s.start + (((t % period) + period) % period);
    return at <= s.end ? on.v(at) : on.vc(s.end) - c.esr * c.load - (c.load * (at - s.end)) / c.farads;
  };
}
