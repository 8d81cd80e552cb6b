import { nextAbove } from '../../../quantity/preferred.ts';
import { formatText } from '../../../quantity/format.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';

interface Given {
  outputVoltage: number;
  regulatorType: 'adjust-pin' | 'feedback-pin' | 'fixed';
}

/**
 * Both resistors together: least error of the output, then least worst-case error. On an adjust pin R1 stays at
 * 120–270 Ω and, where the load may fall below the regulator's least, low enough for the divider to carry that.
 */
export function size(s: Sizing, x: { given: Given }): Offer[] {
  const fixed: Record<string, number> = {};
  if (s.open('C2')) fixed.C2 = nextAbove(Math.max(s.param('U1.minimumCapacitance').high, 1e-9) / (1 - s.tolerance('C2')), s.series('C2'));
  if (s.open('C3')) fixed.C3 = 1e-5;
  const { regulatorType, outputVoltage: wanted } = x.given;
  if (regulatorType === 'fixed' || !(s.open('R1') || s.open('R2')))
    return Object.keys(fixed).length ? [{ values: fixed, why: 'smallest that keeps the loop stable' }] : [];
  const offers = regulatorType === 'adjust-pin' ? adjustPairs(s, wanted) : feedbackPairs(s, wanted);
  return offers.map((o) => ({ ...o, values: { ...fixed, ...pickOpen(s, o.values) } }));
}

const pickOpen = (s: Sizing, values: Record<string, number>) => Object.fromEntries(Object.entries(values).filter(([slot]) => s.open(slot)));

function adjustPairs(s: Sizing, wanted: number): Offer[] {
  const ref = s.param('U1.referenceVoltage');
  const adjust = s.param('U1.adjustCurrent').nominal;
  const lack = s.param('U1.minimumLoad').high - s.range('loadCurrent').low;
  const highestR1 = lack > 0 ? ref.low / lack / (1 + s.tolerance('R1')) : Infinity;
  const usual = s.candidates('R1', 120, 270);
  // Where even 120 Ω cannot carry the least load, R1 goes below its usual range rather than leave that to fail.
  const bottoms = usual.some((r) => r <= highestR1) ? usual : s.candidates('R1', 20, 270);
  const low = bottoms.filter((r) => r <= highestR1);
  return pairs(s, { R1: low.length ? low : bottoms, R2: s.candidates('R2', 10, 1e5) }, wanted, ([r1, r2]) => ref.nominal * (1 + r2! / r1!) + adjust * r2!);
}

function feedbackPairs(s: Sizing, wanted: number): Offer[] {
  const ref = s.param('U1.referenceVoltage');
  const bias = s.param('U1.adjustCurrent').nominal;
  const lists = { R1: s.candidates('R1', 1e3, 1e5), R2: s.candidates('R2', 5e3, 5e4) };
  return pairs(s, lists, wanted, ([r1, r2]) => ref.nominal * (1 + r1! / r2!) + bias * r1!);
}

function pairs(s: Sizing, lists: { R1: number[]; R2: number[] }, wanted: number, output: (values: readonly number[]) => number): Offer[] {
  return jointSearch({
    slots: (['R1', 'R2'] as const).map((slot) => ({ values: lists[slot], tolerance: s.tolerance(slot) })),
    results: [output],
    targets: [wanted],
    by: 'error',
    order: (a, b) => a.worst - b.worst || b.values[0]! - a.values[0]!,
  }).map(({ values: [R1, R2], error, worst }) => ({
    values: { R1: R1!, R2: R2! },
    why: `${formatText(output([R1!, R2!]), 'V')}, ${formatText(error, 'ratio', 2)} off, ${formatText(worst, 'ratio', 3)} at worst`,
  }));
}
