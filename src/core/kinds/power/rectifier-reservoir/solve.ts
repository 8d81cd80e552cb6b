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
function integral(f: (t: number) => number, a: number, b: number): number {
  let sum = 0;
  for (const { x, w } of GAUSS) sum += w * f((a + b) / 2 + ((b - a) / 2) * x);
  return sum * ((b - a) / 2);
}

/** The rectified wave at the diodes' far end and what flows while they conduct, started at a time. */
class Conduction {
  readonly w: number;
  readonly #loop: number;
  readonly #tau: number;
  readonly #wt: number;
  /** Of the part that the mains drives, V, and what takes its level off. */
  readonly #driven: number;
  readonly #off: number;
  readonly #left: number;

  constructor(
    readonly c: Charging,
    readonly start: number,
  ) {
    this.w = 2 * Math.PI * c.mains;
    this.#loop = c.resistance + c.esr;
    this.#tau = this.#loop * c.farads;
    this.#wt = this.w * this.#tau;
    this.#driven = c.crest / (1 + this.#wt * this.#wt);
    this.#off = c.drop + c.load * c.resistance;
    this.#left = this.e(start) + c.esr * c.load - this.#settled(start);
  }

  e(t: number): number {
    return this.c.crest * Math.sin(this.w * t) - this.c.drop;
  }

  #settled(t: number): number {
    return this.#driven * (Math.sin(this.w * t) - this.#wt * Math.cos(this.w * t)) - this.#off;
  }

  vc(t: number): number {
    return this.#settled(t) + this.#left * Math.exp(-(t - this.start) / this.#tau);
  }

  i(t: number): number {
    return (this.e(t) - this.vc(t) + this.c.esr * this.c.load) / this.#loop;
  }

  v(t: number): number {
    return this.e(t) - this.c.resistance * this.i(t);
  }

  di(t: number): number {
    return (this.#slope(t) - (this.i(t) - this.c.load) / this.c.farads) / this.#loop;
  }

  /** How fast the output moves. */
  dv(t: number): number {
    return this.#slope(t) - this.c.resistance * this.di(t);
  }

  #slope(t: number): number {
    return this.c.crest * this.w * Math.cos(this.w * t);
  }
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
  const endOf = (on: Conduction): number => risingRoot((t) => -on.i(t), crest, zero) ?? zero;
  const missing = (start: number): number => {
    const on = new Conduction(c, start);
    const end = endOf(on);
    return on.e(start) + c.esr * c.load - (on.vc(end) - (c.load * (start + period - end)) / c.farads);
  };
  const first = Math.asin(Math.min(1, c.drop / c.crest)) / w;
  const start = risingRoot(missing, first, crest);
  if (start === null) return null;
  const on = new Conduction(c, start);
  const end = endOf(on);
  const off = start + period - end;
  const [high, low] = [on.v(end), on.v(end) - c.esr * on.i(end) - (c.load * off) / c.farads];
  const [least, most] = extremes(
    (t) => on.v(t),
    (t) => on.dv(t),
    start,
    end,
  );
  const trough = Math.min(least, low);
  if (trough <= 0) return null;
  const mean = (integral((t) => on.v(t), start, end) + ((high + low) / 2) * off) / period;
  const square = integral((t) => (on.v(t) - mean) ** 2, start, end) + (off * ((high - mean) ** 2 + (high - mean) * (low - mean) + (low - mean) ** 2)) / 3;
  const [, peakCurrent] = extremes(
    (t) => on.i(t),
    (t) => on.di(t),
    start,
    end,
  );
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
  let [t0, s0] = [a, slope(a)];
  for (let k = 1; k <= PIECES; k++) {
    const t1 = a + ((b - a) * k) / PIECES;
    const s1 = slope(t1);
    const sign = s1 < s0 ? -1 : 1;
    const t = s0 * s1 < 0 ? risingRoot((x) => sign * slope(x), t0, t1) : null;
    if (t !== null) values.push(f(t));
    [t0, s0] = [t1, s1];
  }
  return [Math.min(...values), Math.max(...values)];
}

/** The output over one period of the ripple, begun where the diodes begin to conduct, V. */
export function waveform(c: Charging, s: SteadyState): (t: number) => number {
  const period = c.half ? 1 / c.mains : 1 / (2 * c.mains);
  if (c.load <= 0) return () => s.mean;
  const on = new Conduction(c, s.start);
  return (t) => {
    const at = s.start + (((t % period) + period) % period);
    return at <= s.end ? on.v(at) : on.vc(s.end) - c.esr * c.load - (c.load * (at - s.end)) / c.farads;
  };
}
