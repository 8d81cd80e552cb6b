/** A value made of one buyable part, or of two joined. */
export interface Choice {
  value: number;
  first: number;
  second?: number;
  join?: 'series' | 'parallel';
}

/** A second part far from the first no longer trims it: partners stay within this ratio. */
const PARTNER = 100;
/** Closer than this, two values are one. */
const SAME = 1e-9;

/**
 * All values that one or two parts of a list make, ascending. `adds` says how two join to the sum of their values: in series
 * for resistors and inductors, in parallel for capacitors. Units: those of the list.
 */
export function withPairs(singles: readonly number[], how: 'none' | 'series' | 'parallel' | 'either', adds: 'series' | 'parallel' = 'series'): Choice[] {
  const all: Choice[] = singles.map((value) => ({ value, first: value }));
  if (how === 'none') return all;
  const joins = (['series', 'parallel'] as const).filter((j) => how === 'either' || how === j);
  for (const a of singles) {
    for (const b of singles) {
      if (b > a || a / b > PARTNER) continue;
      for (const join of joins) all.push({ value: join === adds ? a + b : 1 / (1 / a + 1 / b), first: a, second: b, join });
    }
  }
  // Of several ways to the same value the first in the list stays, one part before two.
  return all.sort((p, q) => p.value - q.value).filter((c, i) => i === 0 || c.value - all[i - 1]!.value > SAME * c.value);
}
