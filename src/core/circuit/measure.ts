import { acSweep, logGrid, noiseAnalysis } from './ac.ts';
import { toDb } from '../physics/network.ts';
import { GROUND, type Element, type Netlist } from './netlist.ts';
import { operatingPoint } from './operating-point.ts';
import { transient, type Transient, type TransientOptions } from './transient.ts';

/** A figure read off the solver, or why there is none. */
export type Measured = number | { reason: string };

export const isMeasured = (m: Measured): m is number => typeof m === 'number';

/** Reads figures off a netlist the way one would with instruments. */
export class Bench {
  readonly net: Netlist;

  constructor(elements: readonly Element[], celsius: number) {
    this.net = { elements, celsius };
  }

  /** DC voltage of a node, V; of an unknown like `I(L1)`, A. */
  dc(name: string): Measured {
    const op = operatingPoint(this.net);
    return op.ok ? (name === GROUND ? 0 : (op.voltages[name] ?? { reason: `there is no “${name}”` })) : { reason: op.reason };
  }

  /** Magnitude at a frequency for the sources' AC amplitudes. */
  gain(out: string, frequency: number): Measured {
    const s = acSweep(this.net, Float64Array.of(frequency, frequency * 1.01), out);
    return s.ok ? Math.hypot(s.re[0]!, s.im[0]!) : { reason: s.reason };
  }

  /** What is in phase with the sources' AC amplitudes, at a frequency. */
  inPhase(out: string, frequency: number): Measured {
    const s = acSweep(this.net, Float64Array.of(frequency, frequency * 1.01), out);
    return s.ok ? s.re[0]! : { reason: s.reason };
  }

  /** How far one node is ahead of another at each frequency, degrees within ±180. */
  ahead(of: string, than: string, frequencies: readonly number[]): number[] | { reason: string } {
    const grid = Float64Array.from(frequencies);
    const [a, b] = [acSweep(this.net, grid, of), acSweep(this.net, grid, than)];
    if (!a.ok || !b.ok) return { reason: a.ok ? (b as { reason: string }).reason : a.reason };
    // Of a·b*.
    return frequencies.map((_, i) => {
      const re = a.re[i]! * b.re[i]! + a.im[i]! * b.im[i]!;
      const im = a.im[i]! * b.re[i]! - a.re[i]! * b.im[i]!;
      return (Math.atan2(im, re) * 180) / Math.PI;
    });
  }

  /** Gain at a frequency, dB. */
  gainDb(out: string, frequency: number): Measured {
    const gain = this.gain(out, frequency);
    return isMeasured(gain) ? toDb(gain) : gain;
  }

  /** How far the output has fallen at a frequency, below a source of 1 or what it is at another frequency, dB. */
  loss(out: string, frequency: number, reference?: number): Measured {
    const [top, here] = [reference === undefined ? 1 : this.gain(out, reference), this.gain(out, frequency)];
    return !isMeasured(top) ? top : isMeasured(here) ? toDb(top / here) : here;
  }

  /** Frequency at which the magnitude has fallen to 1/√2 of what it is at `low`, by halving between `low` and `high`, Hz. */
  corner(out: string, low: number, high: number): Measured {
    const reference = this.gain(out, low);
    const top = this.gain(out, high);
    if (!isMeasured(reference)) return reference;
    if (!isMeasured(top)) return top;
    if (top > reference * Math.SQRT1_2) return { reason: 'the response never falls 3 dB' };
    let [a, b] = [low, high];
    for (let k = 0; k < 80 && b / a > 1 + 1e-12; k++) {
      const middle = Math.sqrt(a * b);
      const here = this.gain(out, middle);
      if (!isMeasured(here)) return here;
      if (here > reference * Math.SQRT1_2) a = middle;
      else b = middle;
    }
    return Math.sqrt(a * b);
  }

  /** Noise density at a frequency, V/√Hz. */
  density(out: string, frequency: number): Measured {
    const n = noiseAnalysis(this.net, Float64Array.of(frequency, frequency * 1.01), out);
    return n.ok ? n.density[0]! : { reason: n.reason };
  }

  /** Noise between two frequencies, V rms. */
  noise(out: string, from: number, to: number, points = 801): Measured {
    const n = noiseAnalysis(this.net, logGrid(from, to, points), out);
    return n.ok ? n.total : { reason: n.reason };
  }

  /** Something read off a transient. */
  over(options: TransientOptions, read: (t: Transient) => number): Measured {
    const t = transient(this.net, options);
    return t.ok ? read(t) : { reason: t.reason };
  }
}

/** Time at which a signal first passes a level, interpolated; the end of the run where it never does, s. */
export function passes(t: Transient, signal: string, level: number): number {
  const y = t.signals[signal]!;
  for (let i = 1; i < y.length; i++) {
    if (y[i - 1]! < level === y[i]! < level) continue;
    return t.time[i - 1]! + ((level - y[i - 1]!) / (y[i]! - y[i - 1]!)) * (t.time[i]! - t.time[i - 1]!);
  }
  return t.time.at(-1)!;
}
