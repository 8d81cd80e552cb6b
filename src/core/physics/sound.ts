import { REFERENCES } from '../quantity/level.ts';

/** Sound pressure at 0 dB, Pa rms: the threshold of hearing. */
export const HEARING = 20e-6;

/** Level of a voltage in dBu. @param volts rms */
export const dbu = (volts: number): number => 20 * Math.log10(volts / REFERENCES.dBu);

/** What ears take off or add at a frequency, dB: the A curve, nil at 1 kHz. // IEC 61672-1:2013, 5.5.8 and annex E */
export function aWeighting(frequency: number): number {
  const s = frequency * frequency;
  const [a, b, c, d] = [20.598997, 107.65265, 737.86223, 12194.217].map((f) => f * f) as [number, number, number, number];
  return 20 * Math.log10((d * s * s) / ((s + a) * Math.sqrt((s + b) * (s + c)) * (s + d))) + 2;
}

/** What ears hear, Hz: where noise that is heard is summed up. */
export const AUDIBLE = [20, 20_000] as const;

/** Daily exposure that hearing is said to stand at a level, s: eight hours at 85 dB SPL, half of it for 3 dB more. // NIOSH 98-126 */
export const exposureTime = (level: number): number => 28_800 * 2 ** ((85 - level) / 3);
