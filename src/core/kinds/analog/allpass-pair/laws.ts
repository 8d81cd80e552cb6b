import { add, complex, over, times, type Complex } from '../../../math/complex.ts';
import { completeK, jacobi } from '../../../math/elliptic.ts';
import { once } from '../../../math/remember.ts';
import type { AnyInputs, Given } from '../../../stage/data.ts';

export const GRID = 25;
export const CHAINS = ['A', 'B'] as const;
export type Chain = (typeof CHAINS)[number];

/** Corners of an equal-ripple pair, Hz, by chain, rising. // [Darlington], [Jacobi] */
export const corners = (low: number, high: number, sections: number): Record<Chain, number[]> =>
  once(`all-pass corners ${low} ${high} ${sections}`, () => cornersOf(low, high, sections));

function cornersOf(low: number, high: number, sections: number): Record<Chain, number[]> {
  const k1 = low / high;
  const k = Math.sqrt(1 - k1 * k1);
  const quarter = completeK(k);
  const n = 2 * sections;
  const found: Record<Chain, number[]> = { A: [], B: [] };
  for (let m = 0; m < n; m++) {
    const { sn, cn } = jacobi(((2 * m + 1) * quarter) / (2 * n), k);
    found[m % 2 ? 'B' : 'A'].push((Math.sqrt(low * high) * Math.sqrt(k1) * sn) / cn);
  }
  return found;
}

/** A first-order section: corner and ratio of its feedback pair. */
export interface Section {
  corner: number;
  ratio: number;
}

export const chainOf = (chain: Chain, { given: g, parts }: AnyInputs): Section[] =>
  Array.from({ length: g.sections }, (_, i) => ({
    corner: 1 / (2 * Math.PI * parts[`R${chain}${i + 1}`].value * parts[`C${chain}${i + 1}`].value),
    ratio: parts[`M${chain}${i + 1}`].value,
  }));

/** What a chain makes of a sine. // H = (1 + M)·X − M, X = 1/(1 + jf/fc) */
export function through(chain: readonly Section[], f: number): Complex {
  let h = complex(1);
  for (const { corner, ratio } of chain) {
    const x = over(complex(1 + ratio), complex(1, f / corner));
    h = times(h, add(x, complex(-ratio)));
  }
  return h;
}

export const gridAt = (g: Given, point: number): number =>
  (g.lowFrequency as number) * ((g.highFrequency as number) / (g.lowFrequency as number)) ** (point / (GRID - 1));

/** How far B over A is off a right angle, degrees, and their amplitudes' ratio, dB. */
export function offAt(a: readonly Section[], b: readonly Section[], f: number): { phase: number; amplitude: number } {
  const ratio = over(through(b, f), through(a, f));
  // Over j: a right angle ahead becomes none.
  const turned = over(ratio, complex(0, 1));
  return { phase: (Math.atan2(turned.im, turned.re) * 180) / Math.PI, amplitude: 20 * Math.log10(Math.hypot(ratio.re, ratio.im)) };
}

/** Largest phase error of exact corners over the band, degrees. */
export const idealError = (g: Given): number => once(`all-pass error ${g.lowFrequency} ${g.highFrequency} ${g.sections}`, () => errorOf(g));

function errorOf(g: Given): number {
  const { A, B } = corners(g.lowFrequency as number, g.highFrequency as number, g.sections as number);
  const exact = (list: readonly number[]): Section[] => list.map((corner) => ({ corner, ratio: 1 }));
  const [a, b] = [exact(A), exact(B)];
  let most = 0;
  for (let i = 0; i <= 120; i++) {
    const f = (g.lowFrequency as number) * ((g.highFrequency as number) / (g.lowFrequency as number)) ** (i / 120);
    most = Math.max(most, Math.abs(offAt(a, b, f).phase));
  }
  return most;
}
