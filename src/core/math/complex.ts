/** A complex number. Small networks at one frequency; sweeps and sparse systems have their own typed arrays. */
export interface Complex {
  re: number;
  im: number;
}
export const complex = (re: number, im = 0): Complex => ({ re, im });
export const add = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
export const times = (a: Complex, b: Complex): Complex => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
export function over(a: Complex, b: Complex): Complex {
  const d = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
}
export const abs = (a: Complex): number => Math.hypot(a.re, a.im);
/** Impedances in parallel. */
export const beside = (a: Complex, b: Complex): Complex => over(times(a, b), add(a, b));
/** Impedance of a capacitor with its series resistance and inductance at a frequency, ohm; open where there is no capacitance. */
export const capacitor = (farads: number, frequency: number, esr = 0, esl = 0): Complex => {
  const w = 2 * Math.PI * frequency;
  return { re: esr, im: w * esl - 1 / (w * farads) };
};
