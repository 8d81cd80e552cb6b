/** Resistances in parallel, Ω. An open branch is Infinity; a zero branch shorts the rest. */
export function parallel(...ohms: number[]): number {
  if (ohms.includes(0)) return 0;
  return 1 / ohms.reduce((sum, r) => sum + 1 / r, 0);
}

/** Decibels of an amplitude ratio: 20·log10(ratio). */
export const toDb = (ratio: number): number => 20 * Math.log10(ratio);

/** Amplitude ratio of decibels. */
export const fromDb = (db: number): number => Math.exp(db * DECIBEL);
/** Of a ratio of voltages, as a natural logarithm. */
const DECIBEL = Math.LN10 / 20;

/** Attenuation of one pole in dB, positive: 10·log10(1 + (f/fc)²). // [Oppenheim] ch. 6, first-order systems */
export const poleAttenuation = (frequency: number, corner: number): number => 10 * Math.log10(1 + (frequency / corner) ** 2);

/** Time in time constants for an exponential to come within half an LSB of n bits: (n+1)·ln 2. */
export const settlingConstants = (bits: number): number => (bits + 1) * Math.LN2;

/** Harmonics that ripple is followed at. */
export const HARMONICS = [1, 2, 3, 4, 5] as const;

/**
 * Share of a sawtooth's ripple that passes a stage, ratio: the first harmonics, of 1/n of the first each, by what passes at
 * each of them (`passes(n)`, ratio at n times the frequency), over the same without the stage. Where all pass alike it is
 * that; where rejection falls with frequency it is more than at the first. Amplitudes are added as if their peaks met.
 * // [Fourier series of a sawtooth]
 */
export function sawtoothShare(passes: (n: number) => number): number {
  let [through, all] = [0, 0];
  for (const n of HARMONICS) {
    through += passes(n) / n;
    all += 1 / n;
  }
  return through / all;
}

/** Attenuation relative to DC, dB, of one pole with an ESR zero. // [Oppenheim] ch. 6; zero at 1/(2π·esr·C) */
export const attenuationAt = (frequency: number, tau: number, zero: number): number => {
  const w = 2 * Math.PI * frequency;
  return 10 * Math.log10((1 + (w * tau) ** 2) / (1 + (w * zero) ** 2));
};
