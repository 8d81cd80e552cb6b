import { formatText } from '../../../quantity/format.ts';
import { parallel } from '../../../physics/network.ts';
import { jointSearch, type Found } from '../../../tolerance/joint-search.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';

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
/** Stands for a cutoff that ESR keeps from ever being reached, Hz. */
const NEVER = 1e30;

/**
 * All pairs of R1 (1–100 kΩ) and C1 (100 pF – 10 µF): least error of the cutoff with source and load counted, pairs
 * that break the leakage error or the driver's current after those that hold.
 */
export function size(s: Sizing, { given: g, parts: { C1 } }: Inputs): Offer[] {
  if (!s.open('R1') && !s.open('C1')) return [];
  const lsb = g.fullScale / 2 ** g.resolution;
  const errorLimit = s.limit('maximumErrorLsb');
  const currentLimit = s.limit('currentLimit');
  const cutoffOf = ([r, c]: readonly number[]) => {
    const rp = parallel(r! + g.sourceResistance, g.loadResistance);
    const farads = c! * C1.biasFactor;
    const [tau, zero] = [(rp + C1.esr) * farads, C1.esr * farads];
    const square = tau * tau - 2 * zero * zero;
    return square > 0 ? 1 / (2 * Math.PI * Math.sqrt(square)) : NEVER;
  };
  const breaks = ([r]: readonly number[]) => {
    const rp = parallel(r! + g.sourceResistance, g.loadResistance);
    const leak = (Math.abs(C1.leakageCurrent + g.biasCurrent) * rp * (1 + s.tolerance('R1'))) / lsb;
    const peak = (g.stepVoltage ?? g.fullScale) / (r! * (1 - s.tolerance('R1')) + g.sourceResistance + C1.esr);
    return Number(errorLimit !== null && leak > errorLimit) + Number(currentLimit !== null && peak > currentLimit);
  };
  const level = (f: Found) => Math.abs(Math.log(f.values[0]! / USUAL));
  return jointSearch({
    slots: [
      { values: s.candidates('R1', 1e3, 1e5), tolerance: s.tolerance('R1') },
      { values: s.candidates('C1', 1e-10, 1e-5), tolerance: s.tolerance('C1') },
    ],
    results: [cutoffOf],
    targets: [g.cutoffFrequency],
    breaks,
    by: 'error',
    resolution: TIE,
    order: (x, y) => level(x) - level(y),
  }).map(({ values: [r, c], off, worst }) => ({
    values: { ...(s.open('R1') ? { R1: r! } : {}), ...(s.open('C1') ? { C1: c! } : {}) },
    why: `cutoff ${formatText(cutoffOf([r!, c!]), 'Hz', 3)}, ${formatText(off, 'ratio', 2)} off, ${formatText(worst, 'ratio', 3)} at worst`,
  }));
}
