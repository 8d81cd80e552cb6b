/** Sound pressure at 0 dB, Pa rms: the threshold of hearing. */
export const HEARING = 20e-6;

/** 0 dBu, V rms. // √(0.6 V²) */
export const DBU = Math.sqrt(0.6);

/** Level of a voltage in dBu. @param volts rms */
export const dbu = (volts: number): number => 20 * Math.log10(volts / DBU);

/** Daily exposure that hearing is said to stand at a level, s: eight hours at 85 dB SPL, half of it for 3 dB more. // NIOSH 98-126 */
export const exposureTime = (level: number): number => 28_800 * 2 ** ((85 - level) / 3);
