import { integrateTogether } from '../math/integrate.ts';
import { AUDIBLE, aWeighting } from '../physics/sound.ts';
import type { ChainPoint } from './evaluate.ts';

/** What limits a chain at its top and at its bottom. */
export interface ChainBudget {
  /** Headroom of each point over the signal there, dB; null where either is not known. */
  headroom: readonly (number | null)[];
  /** Contributors to the noise at the end; null where no stage says what it makes. */
  made: NoiseBudget | null;
  /** Share of that noise that each stage adds itself, ratio, the end included; null where no noise is known. */
  noise: readonly (number | null)[];
  /** The point with the least headroom. */
  clipsFirst: number | null;
  /** The point that adds most of the noise. */
  noisiest: number | null;
  /** Where the end itself does: of those before it the one that makes most of what arrives, and its share of that. */
  arriving: { point: number; share: number } | null;
}

/** What a stage adds to the noise of a chain. */
export interface NoiseShare {
  /** Its point of the chain. */
  point: number;
  /** Referred to the head of the chain, V/√Hz; null of what the end makes itself. */
  atInput: number | null;
  /** At the end, V rms. */
  atEnd: number;
  /** Of the power at the end. */
  share: number;
  /** At the end as ears weigh it, V rms; null where nobody hears it. */
  weighted: number | null;
}

/** The noise of a chain by what makes it. Powers add up to those of the whole. */
export interface NoiseBudget {
  shares: NoiseShare[];
  /** At the end, V rms; what is heard between 20 Hz and 20 kHz. */
  total: number;
  /** A-weighted; null where nobody hears it. */
  weighted: number | null;
  /** One step of the converter at the end, V. */
  lsb: number | null;
}

const power = (values: readonly number[]): number => values.reduce((sum, v) => sum + v * v, 0);

/** What each stage adds itself, as a density at its own output, V/√Hz: what leaves it less what its gain makes of what came in. // [Friis] */
function ownDensities(stages: readonly ChainPoint[]): (number | null)[] {
  return stages.map((p, i) => {
    const density = p.carried?.noise?.nominal;
    if (density === undefined || p.gain === 0) return null;
    const before = stages[i - 1];
    const came = before ? (before.carried?.noise?.nominal ?? 0) * (before.gain === 0 ? 0 : p.gain / before.gain) : 0;
    return Math.sqrt(Math.max(0, density ** 2 - came ** 2));
  });
}

/** Contributors to the noise at the end of a chain; null where no stage says what it makes. */
export function noiseBudget(chain: readonly ChainPoint[]): NoiseBudget | null {
  const end = chain.at(-1);
  const stages = chain.slice(0, -1);
  const own = ownDensities(stages);
  if (!end || own.every((v) => v === null)) return null;
  const there = own.map((v, i) => (v === null ? null : v * Math.abs(end.gain / stages[i]!.gain)));
  const density = Math.sqrt(power(there.map((v) => v ?? 0)));
  // Of what the end reads, what it does not make itself is what arrives; where nobody heard of a band it is what ears hear.
  const made = end.ownNoise ?? 0;
  const arrives = end.heard ? null : end.noise === null ? null : Math.sqrt(Math.max(0, end.noise ** 2 - made ** 2));
  const shares = there.flatMap((v, point): Omit<NoiseShare, 'share'>[] => {
    if (v === null) return [];
    const atInput = own[point]! / Math.abs(stages[point]!.gain);
    if (arrives !== null) return [{ point, atInput, atEnd: density > 0 ? (arrives * v) / density : 0, weighted: null }];
    const [flat, weighted] = heard(stages[point]!, end);
    return [{ point, atInput, atEnd: v * Math.sqrt(flat), weighted: end.heard ? v * Math.sqrt(weighted) : null }];
  });
  if (made > 0) shares.push({ point: chain.length - 1, atInput: null, atEnd: made, weighted: null });
  const all = power(shares.map((s) => s.atEnd));
  return {
    shares: shares.map((s) => ({ ...s, share: all > 0 ? s.atEnd ** 2 / all : 0 })),
    total: Math.sqrt(all),
    weighted: end.heard ? Math.sqrt(power(shares.map((s) => s.weighted ?? 0))) : null,
    lsb: end.lsb,
  };
}

/** Bandwidth in which ears hear what a stage adds behind which the rest of the chain stands, Hz: flat, and A-weighted. */
function heard(from: ChainPoint, end: ChainPoint): [flat: number, weighted: number] {
  const behind = (f: number) => (end.carried?.falls?.(f) ?? 0) - (from.carried?.falls?.(f) ?? 0);
  const parts = (f: number) => {
    const fallen = behind(f);
    // Two nulls at one place have no difference: nothing passes there.
    const passed = Number.isFinite(fallen) ? 10 ** (-fallen / 10) : 0;
    return [passed, passed * 10 ** (aWeighting(f) / 10)];
  };
  return integrateTogether(parts, 2, AUDIBLE[0], AUDIBLE[1], 1e-3) as [number, number];
}

/** Headroom and noise of a chain, point by point. */
export function chainBudget(chain: readonly ChainPoint[]): ChainBudget {
  const headroom = chain.map((p) =>
    p.clips !== null && p.clips > 0 && p.amplitude !== null && p.amplitude > 0 ? 20 * Math.log10(p.clips / p.amplitude) : null,
  );
  const noise: (number | null)[] = chain.map(() => null);
  const made = noiseBudget(chain);
  for (const { point, share } of made?.shares ?? []) noise[point] = share;
  const most = (values: readonly (number | null)[], better: (a: number, b: number) => boolean): number | null =>
    values.reduce<number | null>((best, v, i) => (v === null ? best : best === null || better(v, values[best]!) ? i : best), null);
  // Where one stage alone makes noise there is nothing to compare.
  const noisiest = noise.filter((v) => v !== null).length > 1 ? most(noise, (a, b) => a > b) : null;
  const stages = noise.slice(0, -1);
  const there = stages.reduce<number>((sum, v) => sum + (v ?? 0), 0);
  const before = stages.filter((v) => v !== null).length > 1 ? most(stages, (a, b) => a > b) : null;
  return {
    headroom,
    made,
    noise,
    clipsFirst: most(headroom, (a, b) => a < b),
    noisiest,
    arriving: before === null || noisiest !== chain.length - 1 || !(there > 0) ? null : { point: before, share: noise[before]! / there },
  };
}
