import type { Given } from '../../../stage/data.ts';

export type Mode = 'fast-pwm' | 'phase-correct' | 'toggle' | 'interrupt';
/** Periods of so many times the counts: up and down again, or two edges. */
export const passesOf = (mode: unknown): number => (mode === 'phase-correct' || mode === 'toggle' ? 2 : 1);
export const pulses = (mode: unknown): boolean => mode === 'fast-pwm' || mode === 'phase-correct';
/** The most counts that the counter has in a mode. */
export const mostOf = (g: Given): number => 2 ** (g.counterBits as number) - (g.mode === 'phase-correct' ? 1 : 0);

export interface Setting {
  prescaler: number;
  counts: number;
  /** Counts that would be exact. */
  ideal: number;
}

/** Differences below this are none. */
const TIE = 1e-12;

/** Prescaler and counts with the least error of the frequency, of ties the smallest prescaler; null where none is allowed. // counter arithmetic */
export function settingOf(g: Given): Setting | null {
  const [clock, wanted, q] = [g.clockFrequency as number, g.frequency as number, passesOf(g.mode)];
  let best: (Setting & { off: number }) | null = null;
  const list = (g.prescaler as number) > 0 ? [g.prescaler as number] : [...(g.prescalers as readonly number[])].sort((a, b) => a - b);
  for (const prescaler of list) {
    const ideal = clock / (wanted * prescaler * q);
    const floor = Math.floor(ideal + 1e-9);
    for (const counts of (g.counts as number) > 0 ? [g.counts as number] : [floor, floor + 1]) {
      if (counts < 2 || counts > mostOf(g)) continue;
      const off = Math.abs(ideal / counts - 1);
      if (!best || off < best.off - TIE) best = { prescaler, counts, ideal, off };
    }
  }
  return best;
}
