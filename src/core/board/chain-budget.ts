import type { ChainPoint } from './evaluate.ts';

/** What limits a chain at its top and at its bottom. */
export interface ChainBudget {
  /** Headroom of each point over the signal there, dB; null where either is not known. */
  headroom: readonly (number | null)[];
  /** Share of the noise at the end that each stage adds itself, ratio; null where no noise is known. */
  noise: readonly (number | null)[];
  /** The point with the least headroom. */
  clipsFirst: number | null;
  /** The point that adds most of the noise. */
  noisiest: number | null;
}

/**
 * Headroom and noise of a chain, point by point. What a stage adds itself is what leaves it less what its gain makes of what
 * came in; all referred to the end by the gain from there, as powers. // [Friis]
 */
export function chainBudget(chain: readonly ChainPoint[]): ChainBudget {
  const headroom = chain.map((p) =>
    p.clips !== null && p.clips > 0 && p.amplitude !== null && p.amplitude > 0 ? 20 * Math.log10(p.clips / p.amplitude) : null,
  );
  // The last point is what arrives there: nothing is added between it and the one before.
  const stages = chain.slice(0, -1);
  const own = stages.map((p, i): number | null => {
    const density = p.carried?.noise?.nominal;
    if (density === undefined || p.gain === 0) return null;
    const before = stages[i - 1];
    const came = before ? (before.carried?.noise?.nominal ?? 0) * (before.gain === 0 ? 0 : p.gain / before.gain) : 0;
    return Math.max(0, density ** 2 - came ** 2) / p.gain ** 2;
  });
  const all = own.reduce<number>((sum, v) => sum + (v ?? 0), 0);
  const noise = [...own.map((v) => (v === null || all === 0 ? null : v / all)), ...(chain.length ? [null] : [])];
  const most = (values: readonly (number | null)[], better: (a: number, b: number) => boolean): number | null =>
    values.reduce<number | null>((best, v, i) => (v === null ? best : best === null || better(v, values[best]!) ? i : best), null);
  return {
    headroom,
    noise,
    clipsFirst: most(headroom, (a, b) => a < b),
    // Where one stage alone makes noise there is nothing to compare.
    noisiest: noise.filter((v) => v !== null).length > 1 ? most(noise, (a, b) => a > b) : null,
  };
}
