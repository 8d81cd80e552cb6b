import { parallel } from '../../../physics/network.ts';
import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const [LEAST_OHMS, MOST_OHMS] = [1e3, 1e6];
const [LEAST, MOST] = [1e-10, 1e-3];
const KEEP = 4;

/** Resistor and capacitor together, the smallest error of the cutoff first, of equal ones the smaller capacitor; and the smallest that still passes the bass. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  if (!s.open('R1') && !s.open('C1')) return [];
  const g = x.given;
  const wanted = g.cutoffFrequency as number;
  const series = g.sourceResistance + x.parts.C1.esr;
  const corner = (r: number, c: number) => 1 / (2 * Math.PI * (series + parallel(r, g.loadResistance)) * c);
  const loss = s.limit('maximumPassLoss');
  // The capacitor at its low end still passes the lowest frequency. // 10·log10(1 + (fc/f)²)
  const bass = g.passFrequency === null || loss === null ? Infinity : g.passFrequency * Math.sqrt(10 ** ((loss * (1 - s.comfort)) / 10) - 1);
  const needed = (r: number) => corner(r * (1 - s.tolerance('R1')), 1) / bass / (1 - s.tolerance('C1'));
  const cs = s.candidates('C1', LEAST, MOST);
  // The corner is one over the capacitor: what is worth a look lies about the exact one, and where that does not pass, just above what does.
  const pairs = s
    .candidates('R1', LEAST_OHMS, MOST_OHMS)
    .flatMap((r) =>
      [...new Set([...around(cs, corner(r, 1) / wanted, 2), ...around(cs, needed(r)).slice(-1)])].map((c) => ({
        r,
        c,
        off: Math.abs(corner(r, c) / wanted - 1),
        passes: c >= needed(r),
      })),
    )
    .sort((a, b) => (Math.abs(a.off - b.off) > 1e-3 ? a.off - b.off : a.c - b.c));
  const good = pairs.filter((p) => p.passes);
  const least = bass === Infinity ? undefined : good.filter((p) => p.r === good[0]!.r).sort((a, b) => a.c - b.c)[0];
  const best = (good.length ? good : pairs).slice(0, KEEP);
  return [...new Set([...best, ...(least ? [least] : [])])].map(({ r, c }): Offer => ({
    values: { ...(s.open('R1') ? { R1: r } : {}), ...(s.open('C1') ? { C1: c } : {}) },
    why: `cutoff at ${formatText(corner(r, c), 'Hz', 3)}`,
  }));
}
