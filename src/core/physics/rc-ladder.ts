import { abs, add, capacitor, complex, over, times, type Complex } from '../math/complex.ts';
import { risingRoot } from '../math/root.ts';

/** One section of an RC ladder: series resistance, shunt capacitance with its series resistance. */
export interface Section {
  ohms: number;
  farads: number;
  esr: number;
}

/** Transfer of an RC ladder from a stiff source to its open end, and its impedance seen from there. // [Ladder] worked from the source outwards */
export function ladderAt(sections: readonly Section[], frequency: number, load = Infinity): { transfer: Complex; impedance: Complex } {
  let transfer = complex(1);
  let impedance = complex(0);
  sections.forEach((s, k) => {
    const series = add(impedance, complex(s.ohms));
    const shunt = capacitor(s.farads, frequency, s.esr);
    const last = k === sections.length - 1 && Number.isFinite(load);
    const y = add(over(complex(1), shunt), complex(last ? 1 / load : 0));
    const share = over(complex(1), add(complex(1), times(series, y)));
    transfer = times(transfer, share);
    impedance = times(series, share);
  });
  return { transfer, impedance };
}

/** Current of the first shunt capacitor over the voltage of the source, A/V. */
export function firstShuntCurrent(sections: readonly Section[], frequency: number): number {
  // From the far end back: what the first node sees behind it.
  let behind: Complex | null = null;
  for (const s of [...sections].reverse()) {
    const shunt = capacitor(s.farads, frequency, s.esr);
    const node: Complex = behind ? over(times(shunt, behind), add(shunt, behind)) : shunt;
    behind = add(complex(s.ohms), node);
    if (s === sections[0]) return abs(over(over(node, behind), shunt));
  }
  return 0;
}

/** Denominator of the transfer of an RC ladder without ESR as a polynomial in s, lowest power first; `load` at its open end. */
export function ladderPolynomial(sections: readonly Section[], load = Infinity): number[] {
  // Voltage and current at the open end, carried back to the source; the voltage there is the denominator.
  let volts = [1];
  let amps = [Number.isFinite(load) ? 1 / load : 0];
  for (const s of [...sections].reverse()) {
    amps = sum(amps, [0, ...volts.map((v) => v * s.farads)]);
    volts = sum(
      volts,
      amps.map((a) => a * s.ohms),
    );
  }
  return volts;
}
const sum = (a: readonly number[], b: readonly number[]): number[] => Array.from({ length: Math.max(a.length, b.length) }, (_, i) => (a[i] ?? 0) + (b[i] ?? 0));

const at = (p: readonly number[], x: number): number => p.reduceRight((acc, c) => acc * x + c, 0);
const slope = (p: readonly number[]): number[] => p.slice(1).map((c, i) => c * (i + 1));

/** Real negative roots of a ladder's polynomial, each between two of its derivative's. // [Ladder] poles of RC ladders are real, simple and negative */
export function negativeRoots(p: readonly number[]): number[] {
  const degree = p.length - 1;
  if (degree < 1) return [];
  if (degree === 1) return [-p[0]! / p[1]!];
  const between = negativeRoots(slope(p));
  const far = -1 - Math.max(...p.slice(0, -1).map((c) => Math.abs(c / p[degree]!)));
  const marks = [far, ...between, 0];
  return marks.slice(1).flatMap((high, i) => {
    const low = marks[i]!;
    const sign = Math.sign(at(p, high) - at(p, low)) || 1;
    const root = risingRoot((x) => sign * at(p, x), low, high);
    return root === null ? [] : [root];
  });
}

/** Time until the step response of a ladder is within a share of its final value for good, s. Exact sum of exponentials. */
export function settlingTime(sections: readonly Section[], error: number, load = Infinity): number {
  const p = ladderPolynomial(sections, load);
  const roots = negativeRoots(p);
  const d = slope(p);
  // Relative to the final value 1/p(0): −Σ p(0)/(r·p'(r))·e^(rt).
  const rest = (t: number) => Math.abs(roots.reduce((total, r) => total + (p[0]! / (r * at(d, r))) * Math.exp(r * t), 0));
  if (!roots.length || error >= 1) return 0;
  const slowest = Math.max(...roots);
  const long = Math.log(error / 100) / slowest;
  return risingRoot((t) => error - rest(t), 0, long) ?? long;
}
