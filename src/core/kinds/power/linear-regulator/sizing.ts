import { nextAbove } from '../../../quantity/preferred.ts';
import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../contract.ts';

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
  const pairs = (low.length ? low : bottoms).flatMap((R1) =>
    s.candidates('R2', 10, 1e5).map((R2) => ({ R1, R2, out: ref.nominal * (1 + R2 / R1) + adjust * R2, ratio: R2 / R1 })),
  );
  return ranked(pairs, wanted, s);
}

function feedbackPairs(s: Sizing, wanted: number): Offer[] {
  const ref = s.param('U1.referenceVoltage');
  const bias = s.param('U1.adjustCurrent').nominal;
  const pairs = s
    .candidates('R2', 5e3, 5e4)
    .flatMap((R2) => s.candidates('R1', 1e3, 1e5).map((R1) => ({ R1, R2, out: ref.nominal * (1 + R1 / R2) + bias * R1, ratio: R1 / R2 })));
  return ranked(pairs, wanted, s);
}

function ranked(pairs: { R1: number; R2: number; out: number; ratio: number }[], wanted: number, s: Sizing): Offer[] {
  const spread = s.tolerance('R1') + s.tolerance('R2');
  return pairs
    .map((p) => ({ ...p, error: Math.abs(p.out - wanted), worst: Math.abs(p.out - wanted) + (p.ratio / (1 + p.ratio)) * spread * wanted }))
    .sort((a, b) => a.error - b.error || a.worst - b.worst || b.R1 - a.R1)
    .slice(0, 5)
    .map((p) => ({ values: { R1: p.R1, R2: p.R2 }, why: `${formatText(p.out, 'V')}, ${formatText((p.out - wanted) / wanted, 'ratio', 2)} off` }));
}
