import { formatText } from '../../../quantity/format.ts';
import { withPairs, type Choice } from '../../../quantity/pairs.ts';
import { parallel } from '../../../physics/network.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';

interface Given {
  inputVoltage: number;
  outputVoltage: number;
  loadResistance: number;
  loadCurrent: number;
  sourceResistance: number;
  combine: 'none' | 'series' | 'parallel' | 'either';
}

const LEAST = 100;
const MOST = 1e7;
/** Where neither current nor source resistance is limited, the tap is kept this stiff. */
const USUAL_TAP = 1e4;

/**
 * Both resistors together, the least worst-case error first. Pairs that break the current or the source resistance come
 * after those that hold; where a single R1 misses by more than its tolerance it may be made of two.
 */
export function size(s: Sizing, x: { given: Given }): Offer[] {
  const c1: Record<string, number> = s.open('C1') ? { C1: 1e-7 } : {};
  if (!s.open('R1') && !s.open('R2')) return Object.keys(c1).length ? [{ values: c1, why: 'a usual charge reservoir' }] : [];
  const g = x.given;
  const [currentLimit, resistanceLimit] = [s.limit('maximumInputCurrent'), s.limit('maximumOutputResistance')];
  const tapLimit = resistanceLimit ?? (currentLimit === null ? USUAL_TAP : null);
  const [t1, t2] = [s.tolerance('R1'), s.tolerance('R2')];
  const most = Math.max(Math.abs(s.range('inputVoltage').low), Math.abs(s.range('inputVoltage').high));
  const [p1, p2] = ['R1.powerRating', 'R2.powerRating'].map((ref) => s.param(ref).low * s.derating * (1 - s.comfort)) as [number, number];
  /** At the highest input, each at the low end of its tolerance while the other is at its high one. */
  const tooHot = (top: number, bottom: number): boolean => {
    const heat = (own: number, own0: number, other: number) => (most / (own * (1 - own0) + other)) ** 2 * own * (1 - own0);
    return heat(top, t1, bottom * (1 - t2)) > p1 || heat(bottom, t2, top * (1 - t1)) > p2;
  };
  const current = (top: number, bottom: number) => (g.inputVoltage - outputOf(g, top, bottom)) / (top + g.sourceResistance);
  const breaks = ([bottom, top]: readonly number[]) =>
    Number(currentLimit !== null && current(top!, bottom!) > currentLimit) +
    Number(tapLimit !== null && parallel(top! * (1 + t1) + g.sourceResistance, bottom! * (1 + t2)) > tapLimit) +
    Number(tooHot(top!, bottom!));
  const bottoms = s.candidates('R2', LEAST, MOST);
  const search = (tops: readonly Choice[]) =>
    jointSearch({
      slots: [
        { values: bottoms, tolerance: t2 },
        { values: tops.map((t) => t.value), tolerance: t1 },
      ],
      results: [([bottom, top]) => outputOf(g, top!, bottom!)],
      targets: [g.outputVoltage],
      breaks,
      order: (a, b) => a.off - b.off || current(a.values[1]!, a.values[0]!) - current(b.values[1]!, b.values[0]!),
    }).map((found) => ({ ...found, bottom: found.values[0]!, top: tops[found.at[1]!]! }));
  const singles = s.candidates('R1', LEAST, MOST);
  let found = search(withPairs(singles, 'none'));
  const best = found[0];
  if (g.combine !== 'none' && s.open('R1') && best && best.off > t1) {
    const combined = search(withPairs(singles, g.combine)).filter((p) => p.worst < best.worst);
    if (combined.length) found = combined;
  }
  return found.map(({ top, bottom, error, worst }): Offer => ({
    values: {
      ...c1,
      ...(s.open('R1') ? { R1: top.first } : {}),
      ...(s.open('R2') ? { R2: bottom } : {}),
      ...(top.second === undefined ? {} : { R1x: top.second }),
    },
    ...(top.join ? { join: { R1x: top.join } } : {}),
    why: `${formatText(error, 'ratio', 2)} off, ${formatText(worst, 'ratio', 3)} at worst, draws ${formatText(current(top.value, bottom), 'A', 3)}`,
  }));
}

function outputOf(g: Given, top: number, bottom: number): number {
  const rt = top + g.sourceResistance;
  return (g.inputVoltage / rt - g.loadCurrent) / (1 / rt + 1 / bottom + 1 / g.loadResistance);
}
