import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { frequencyOf, network, rippleShare, settling } from './laws.ts';

const KEEP = 4;

/** The shortest settling whose worst ripple is inside; of two poles the second with the same time as the first, from equal to ten times the resistance. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const two = g.poles === 2;
  const steps = 2 ** g.resolution;
  const period = 1 / frequencyOf(g);
  const pin = Math.max(x.parts.U1.outputResistanceHigh, x.parts.U1.outputResistanceLow);
  const least = Math.min(1e5, Math.max(1e3, 20 * pin * 2 ** (g.resolution - 8)));
  const cs = s.candidates('C1', 1e-9, 1e-5);
  const low = (slot: string) => 1 - s.tolerance(slot);
  const at = (r1: number, c1: number, r2: number, c2: number) => {
    const { parts } = x;
    const made = (k: readonly number[]) =>
      network({
        ...x,
        parts: {
          ...parts,
          R1: { ...parts.R1, value: r1 * k[0]! },
          C1: { ...parts.C1, value: c1 * k[1]! },
          R2: { ...parts.R2, value: r2 * k[2]! },
          C2: { ...parts.C2, value: c2 * k[3]! },
        },
      });
    const worst = made([low('R1'), low('C1'), low('R2'), low('C2')]);
    return { ripple: steps * rippleShare(worst.taus, period), settles: settling(made([1, 1, 1, 1]).taus, 1 / (2 * steps)) };
  };
  const limit = (s.range('rippleLimit').low || g.rippleLimit) * (1 - s.comfort);
  const found: { r1: number; c1: number; r2: number; c2: number; ripple: number; settles: number }[] = [];
  for (const r1 of s.candidates('R1', least, Math.max(least, 1e5)).filter((_, i) => i % 3 === 0 || !s.open('R1')))
    for (const ratio of two ? [1, 3.3, 10] : [1]) {
      const r2 = two ? (around(s.candidates('R2', r1 * ratio * 0.8, r1 * ratio * 1.25), r1 * ratio)[0] ?? r1) : 1;
      const c2Of = (c1: number) => (two ? around(s.candidates('C2', 1e-11, 1e-5), (r1 * c1) / r2)[0] : 1);
      const tried = (c1: number) => {
        const c2 = c2Of(c1);
        return c2 === undefined ? null : { r1, c1, r2, c2, ...at(r1, c1, r2, c2) };
      };
      // Ripple falls with the capacitors, and settling rises: of those that hold the smallest settles first.
      let [from, to] = [0, cs.length - 1];
      while (from < to) {
        const middle = (from + to) >> 1;
        const there = tried(cs[middle]!);
        if (there && there.ripple <= limit) to = middle;
        else from = middle + 1;
      }
      const best = cs[from] === undefined ? null : tried(cs[from]!);
      if (best) found.push(best);
    }
  const holds = found.filter((f) => f.ripple <= limit);
  const sorted = holds.length ? holds.sort((a, b) => a.settles - b.settles || a.r1 - b.r1) : found.sort((a, b) => a.ripple - b.ripple);
  return sorted.slice(0, KEEP).map(({ r1, c1, r2, c2, ripple, settles }): Offer => {
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ R1: r1, C1: c1, ...(two ? { R2: r2, C2: c2 } : {}) })) if (s.open(slot)) values[slot] = value;
    return { values, why: `settles in ${formatText(settles, 's', 2)}, ripple ${formatText(ripple, 'LSB', 2)} at worst` };
  });
}
