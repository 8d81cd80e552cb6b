import { PREFIXES, type Unit } from './units.ts';

/** What a voltage of a signal is told as: its peak, or its rms as a sine. */
export type Level = 'peak' | 'rms';

/** Volts rms at 0 dB. // IEC 60268-17: 0 dBu is what makes 1 mW in 600 Ω */
export const REFERENCES = { dBu: Math.sqrt(0.6), dBV: 1 } as const;
type Logarithmic = keyof typeof REFERENCES;
const RMS_OF = { rms: 1, p: Math.SQRT1_2, pk: Math.SQRT1_2, peak: Math.SQRT1_2, pp: Math.SQRT1_2 / 2, pkpk: Math.SQRT1_2 / 2 } as const;

const logarithmic = (suffix: string): Logarithmic | undefined =>
  (Object.keys(REFERENCES) as Logarithmic[]).find((name) => name.toLowerCase() === suffix.toLowerCase());

/** Volts rms of a number with a suffix such as `dBu`, `mV rms`, `Vpp` or `V`, which alone is taken as `as`; null where the suffix is none of these. */
function rmsOf(number: number, suffix: string, as: Level): number | null {
  const reference = logarithmic(suffix);
  if (reference) return REFERENCES[reference] * 10 ** (number / 20);
  const volts = /^([a-zA-Z]?)V\s?(rms|pp|pkpk|peak|pk|p)?$/.exec(suffix.replace('-', ''));
  const prefix = volts?.[1] ? PREFIXES[volts[1]] : 1;
  if (!volts || prefix === undefined) return null;
  return number * prefix * (volts[2] ? RMS_OF[volts[2] as keyof typeof RMS_OF] : as === 'peak' ? Math.SQRT1_2 : 1);
}

/**
 * The level of a sine as people write it, in what a field takes: `-10 dBu`, `0 dBV`, `775 mV rms` or `2 Vpp` in a field of volts that
 * says whether it takes the peak or rms, and volts or the other level in a field of dBu or dBV. Null where the suffix is no level.
 */
export function levelOf(number: number, suffix: string, unit: Unit, as: Level | undefined): number | null {
  if (unit === 'V') {
    if (!as || /^[a-zA-Z]?V$/.test(suffix)) return null;
    const rms = rmsOf(number, suffix, as);
    return rms === null ? null : as === 'peak' ? rms * Math.SQRT2 : rms;
  }
  if (!(unit in REFERENCES) || suffix === '' || logarithmic(suffix) === unit) return null;
  const rms = rmsOf(number, suffix, 'rms');
  return rms === null || rms <= 0 ? null : 20 * Math.log10(rms / REFERENCES[unit as Logarithmic]);
}
