import { formatText } from '../../../quantity/format.ts';
import { parallel } from '../../../physics/network.ts';
import type { Offer, Sizing } from '../../contract.ts';

interface Inputs {
  given: {
    cutoffFrequency: number;
    sourceResistance: number;
    loadResistance: number;
    biasCurrent: number;
    resolution: number;
    fullScale: number;
    stepVoltage: number | null;
  };
  parts: { C1: { esr: number; biasFactor: number; leakageCurrent: number } };
}

/** Among pairs this close in cutoff, the one with R nearest to 10 kΩ is taken. */
const TIE = 1e-3;
const USUAL = 1e4;

/**
 * All pairs of R1 (1–100 kΩ) and C1 (100 pF – 10 µF): least error of the cutoff with source and load counted, pairs
 * that break the leakage error or the driver's current after those that hold.
 */
export function size(s: Sizing, { given: g, parts: { C1 } }: Inputs): Offer[] {
  if (!s.open('R1') && !s.open('C1')) return [];
  const lsb = g.fullScale / 2 ** g.resolution;
  const errorLimit = s.limit('maximumErrorLsb');
  const currentLimit = s.limit('currentLimit');
  const pairs = s.candidates('R1', 1e3, 1e5).flatMap((r) =>
    s.candidates('C1', 1e-10, 1e-5).map((c) => {
      const rp = parallel(r + g.sourceResistance, g.loadResistance);
      const farads = c * C1.biasFactor;
      const [tau, zero] = [(rp + C1.esr) * farads, C1.esr * farads];
      const square = tau * tau - 2 * zero * zero;
      const cutoff = square > 0 ? 1 / (2 * Math.PI * Math.sqrt(square)) : Infinity;
      const leak = (Math.abs(C1.leakageCurrent + g.biasCurrent) * rp * (1 + s.tolerance('R1'))) / lsb;
      const peak = (g.stepVoltage ?? g.fullScale) / (r * (1 - s.tolerance('R1')) + g.sourceResistance + C1.esr);
      const breaks = Number(errorLimit !== null && leak > errorLimit) + Number(currentLimit !== null && peak > currentLimit);
      return { r, c, cutoff, breaks, error: Math.abs(cutoff / g.cutoffFrequency - 1), level: Math.abs(Math.log(r / USUAL)) };
    }),
  );
  const step = (e: number) => Math.round(e / TIE);
  return pairs
    .sort((a, b) => a.breaks - b.breaks || step(a.error) - step(b.error) || a.level - b.level || a.error - b.error)
    .slice(0, 5)
    .map((p) => ({
      values: { ...(s.open('R1') ? { R1: p.r } : {}), ...(s.open('C1') ? { C1: p.c } : {}) },
      why: `cutoff ${formatText(p.cutoff, 'Hz', 3)}, ${formatText(p.error, 'ratio', 2)} off`,
    }));
}
