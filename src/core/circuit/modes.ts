import type { Complex } from '../math/complex.ts';

/** Poles, and the parts of y(t) = direct + Σ parts·(e^(pole·t) − 1)/pole for a step of 1 V. */
export interface Modes {
  poles: readonly Complex[];
  parts: readonly Complex[];
  direct: number;
}
export const NO_MODES: Modes = { poles: [], parts: [], direct: 0 };

/** Response to a step of 1 V at a time, V. // [Laplace] partial fractions */
export function stepAt({ poles, parts, direct }: Modes, t: number): number {
  let y = direct;
  for (let k = 0; k < poles.length; k++) {
    const { re, im } = poles[k]!;
    const grown = Math.exp(re * t);
    // (e^(pt) − 1)/p, with its own series where p·t is tiny.
    const [er, ei] = [grown * Math.cos(im * t) - 1, grown * Math.sin(im * t)];
    const d = re * re + im * im;
    const small = Math.hypot(re, im) * t < 1e-9;
    const [qr, qi] = small ? [t, 0] : [(er * re + ei * im) / d, (ei * re - er * im) / d];
    y += parts[k]!.re * qr - parts[k]!.im * qi;
  }
  return y;
}

/** What a step ends at; Infinity where a pole does not decay. */
export function stepEnd({ poles, parts, direct }: Modes): number {
  let y = direct;
  for (let k = 0; k < poles.length; k++) {
    const { re, im } = poles[k]!;
    if (re >= 0) return Infinity;
    y -= (parts[k]!.re * re + parts[k]!.im * im) / (re * re + im * im);
  }
  return y;
}
