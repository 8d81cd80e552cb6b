import { ComplexLu, planElimination } from '../linear/sparse-lu.ts';
import { assemble, type System } from './assemble.ts';
import { Devices } from './devices.ts';
import type { Netlist, Unsolved } from './netlist.ts';
import { floats, solveDc } from './operating-point.ts';

/** A sweep of one node. Phases in degrees, unwrapped. */
export interface Sweep {
  ok: true;
  frequency: Float64Array;
  re: Float64Array;
  im: Float64Array;
}

export interface NoiseResult {
  ok: true;
  frequency: Float64Array;
  /** At the output, V/√Hz. */
  density: Float64Array;
  /** Over the whole range, V rms. */
  total: number;
  /** Share of the total power by part, the largest first. */
  contributions: { part: string; share: number }[];
}

/** Logarithmic grid, both ends included. */
export function logGrid(from: number, to: number, points: number): Float64Array {
  return Float64Array.from({ length: points }, (_, i) => from * (to / from) ** (i / (points - 1)));
}

/** A circuit linearised at its operating point, with the elimination planned: one factorisation per frequency is left. */
class Linear {
  readonly lu: ComplexLu;
  private constructor(
    readonly system: System,
    readonly g: Float64Array,
    plan: ConstructorParameters<typeof ComplexLu>[0],
  ) {
    this.lu = new ComplexLu(plan);
  }

  static of(net: Netlist, around: number): Linear | Unsolved {
    const system = assemble(net);
    const devices = new Devices(system, net.celsius);
    const g = Float64Array.from(system.g);
    if (!devices.linear || system.switches.length) {
      const dc = solveDc(system, devices);
      if (!dc.ok) return dc;
      devices.evaluate(dc.x, 0, g, new Float64Array(system.pattern.n));
    }
    const planned = planElimination(
      system.pattern,
      g,
      system.b.map((c) => 2 * Math.PI * around * c),
    );
    return planned.ok ? new Linear(system, g, planned.plan) : floats(system, planned.floating);
  }

  /** Factors at a frequency. */
  factor(frequency: number): boolean {
    const { re, im } = this.lu;
    re.fill(0);
    im.fill(0);
    re.set(this.g);
    const w = 2 * Math.PI * frequency;
    for (let s = 0; s < this.system.b.length; s++) im[s] = w * this.system.b[s]!;
    return this.lu.factor() < 0;
  }
}

/** Voltage of a node over frequency, for the sources' AC amplitudes. */
export function acSweep(net: Netlist, frequency: Float64Array, output: string): Sweep | Unsolved {
  const linear = Linear.of(net, Math.sqrt(frequency[0]! * frequency.at(-1)!));
  if (!('lu' in linear)) return linear;
  const { system, lu } = linear;
  const n = system.pattern.n;
  const out = system.indexOf(output);
  const [br, bi, xr, xi] = [new Float64Array(n), new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const [re, im] = [new Float64Array(frequency.length), new Float64Array(frequency.length)];
  for (let k = 0; k < frequency.length; k++) {
    if (!linear.factor(frequency[k]!)) return { ok: false, node: output, reason: `the circuit cannot be solved at ${frequency[k]} Hz` };
    br.fill(0);
    bi.fill(0);
    for (const s of system.sources) for (const [row, sign] of s.rows) if (row >= 0) br[row]! += sign * (s.element.ac ?? 0);
    lu.solve(br, bi, xr, xi);
    re[k] = out < 0 ? 0 : xr[out]!;
    im[k] = out < 0 ? 0 : xi[out]!;
  }
  return { ok: true, frequency, re, im };
}

/** Gain in dB of a sweep. */
export const gainDb = (s: Sweep): Float64Array => s.re.map((re, i) => 20 * Math.log10(Math.hypot(re, s.im[i]!)));

/** Phase in degrees without jumps. */
export function phaseDegrees(s: Sweep): Float64Array {
  let last = 0;
  return s.re.map((re, i) => {
    const phase = (Math.atan2(s.im[i]!, re) * 180) / Math.PI;
    last = i === 0 ? phase : phase + 360 * Math.round((last - phase) / 360);
    return last;
  });
}

/**
 * Noise at a node: one transposed solve per frequency gives the transfer of every source to it.
 * // [Rohrer] adjoint network; the integral by the trapezoid rule in the logarithm of frequency, exact for power laws
 */
export function noiseAnalysis(net: Netlist, frequency: Float64Array, output: string): NoiseResult | Unsolved {
  const linear = Linear.of(net, Math.sqrt(frequency[0]! * frequency.at(-1)!));
  if (!('lu' in linear)) return linear;
  const { system, lu } = linear;
  const n = system.pattern.n;
  const out = system.indexOf(output);
  const [cr, ci, zr, zi] = [new Float64Array(n), new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const density = new Float64Array(frequency.length);
  const bySource = system.noise.map(() => new Float64Array(frequency.length));
  for (let k = 0; k < frequency.length; k++) {
    if (!linear.factor(frequency[k]!)) return { ok: false, node: output, reason: `the circuit cannot be solved at ${frequency[k]} Hz` };
    cr.fill(0);
    ci.fill(0);
    if (out >= 0) cr[out] = 1;
    lu.solveTransposed(cr, ci, zr, zi);
    let sum = 0;
    for (let s = 0; s < system.noise.length; s++) {
      const source = system.noise[s]!;
      let [tr, ti] = [0, 0];
      for (const [row, sign] of source.rows) {
        if (row < 0) continue;
        tr += sign * zr[row]!;
        ti += sign * zi[row]!;
      }
      const square = (tr * tr + ti * ti) * source.square(frequency[k]!);
      bySource[s]![k] = square;
      sum += square;
    }
    density[k] = Math.sqrt(sum);
  }
  const powers = bySource.map((squares) => integrate(frequency, squares));
  const total = powers.reduce((a, b) => a + b, 0);
  const byPart = new Map<string, number>();
  system.noise.forEach((s, i) => byPart.set(s.part, (byPart.get(s.part) ?? 0) + powers[i]!));
  const contributions = [...byPart].map(([part, power]) => ({ part, share: total > 0 ? power / total : 0 })).sort((a, b) => b.share - a.share);
  return { ok: true, frequency, density, total: Math.sqrt(total), contributions };
}

/** ∫ y df over a logarithmic grid, each piece as a power law y = a·f^p between its ends. */
function integrate(f: Float64Array, y: Float64Array): number {
  let sum = 0;
  for (let i = 1; i < f.length; i++) {
    const [f0, f1, y0, y1] = [f[i - 1]!, f[i]!, y[i - 1]!, y[i]!];
    if (!(y0 > 0) || !(y1 > 0)) {
      sum += ((y0 + y1) / 2) * (f1 - f0);
      continue;
    }
    const p = Math.log(y1 / y0) / Math.log(f1 / f0);
    sum += Math.abs(p + 1) < 1e-9 ? y0 * f0 * Math.log(f1 / f0) : (y1 * f1 - y0 * f0) / (p + 1);
  }
  return sum;
}
