import { formatText } from '../../../quantity/format.ts';
import { parallel } from '../../../physics/network.ts';
import type { Offer, Sizing } from '../../contract.ts';

interface Given {
  inputVoltage: number;
  outputVoltage: number;
  loadResistance: number;
  loadCurrent: number;
  sourceResistance: number;
  combine: 'none' | 'series' | 'parallel' | 'either';
}

/** A leg of one or two buyable resistors. */
interface Choice {
  ohms: number;
  first: number;
  second?: number;
  join?: 'series' | 'parallel';
}

const LEAST = 100;
const MOST = 1e7;
/** Where neither current nor source resistance is limited, the tap is kept this stiff. */
const USUAL_TAP = 1e4;
/** A second resistor far from the first no longer trims it: partners stay within this ratio. */
const PARTNER = 100;

/**
 * Both resistors together: for each R2 the exact R1 is known, and only its neighbours in the sorted list can be best,
 * because the worst-case error is quasi-convex in R1. Pairs that break the current or the source resistance are left out.
 */
export function size(s: Sizing, x: { given: Given }): Offer[] {
  const c1: Record<string, number> = s.open('C1') ? { C1: 1e-7 } : {};
  if (!s.open('R1') && !s.open('R2')) return Object.keys(c1).length ? [{ values: c1, why: 'a usual charge reservoir' }] : [];
  const g = x.given;
  const [currentLimit, resistanceLimit] = [s.limit('maximumInputCurrent'), s.limit('maximumOutputResistance')];
  const tapLimit = resistanceLimit ?? (currentLimit === null ? USUAL_TAP : null);
  const single = (slot: string): Choice[] => s.candidates(slot, LEAST, MOST).map((ohms) => ({ ohms, first: ohms }));
  const [tops, bottoms] = [single('R1'), single('R2')];
  const allowed = (p: Pair) => (currentLimit === null || p.current <= currentLimit) && (tapLimit === null || p.source <= tapLimit);
  const search = (t: Choice[]) => {
    const all = bottoms.flatMap((b) => near(t, exactTop(g, b.ohms)).map((top) => pair(g, top, b, s)));
    const kept = all.filter(allowed);
    // Limits that nothing meets are dropped here and fail as checks, with their help.
    return (kept.length ? kept : all).sort(better);
  };
  let found = search(tops);
  const best = found[0];
  if (g.combine !== 'none' && s.open('R1') && best && Math.abs(best.error) > s.tolerance('R1')) {
    const combined = search(combine(tops, g.combine)).filter((p) => p.score < best.score);
    if (combined.length) found = combined;
  }
  return found.slice(0, 5).map((p) => offer(p, s, c1));
}

interface Pair {
  top: Choice;
  bottom: Choice;
  error: number;
  score: number;
  current: number;
  source: number;
}

function pair(g: Given, top: Choice, bottom: Choice, s: Sizing): Pair {
  const error = (a: number, b: number) => outputOf(g, top.ohms * a, bottom.ohms * b) / g.outputVoltage - 1;
  const [t1, t2] = [s.tolerance('R1'), s.tolerance('R2')];
  const rt = top.ohms + g.sourceResistance;
  return {
    top,
    bottom,
    error: error(1, 1),
    score: Math.max(Math.abs(error(1 + t1, 1 - t2)), Math.abs(error(1 - t1, 1 + t2))),
    current: (g.inputVoltage - outputOf(g, top.ohms, bottom.ohms)) / rt,
    source: parallel(top.ohms * (1 + t1) + g.sourceResistance, bottom.ohms * (1 + t2)),
  };
}

function outputOf(g: Given, top: number, bottom: number): number {
  const rt = top + g.sourceResistance;
  return (g.inputVoltage / rt - g.loadCurrent) / (1 / rt + 1 / bottom + 1 / g.loadResistance);
}

const exactTop = (g: Given, bottom: number): number =>
  (g.inputVoltage - g.outputVoltage) / (g.outputVoltage / parallel(bottom, g.loadResistance) + g.loadCurrent) - g.sourceResistance;

/** The two values below and the two above. */
function near(sorted: Choice[], wanted: number): Choice[] {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]!.ohms < wanted) low = middle + 1;
    else high = middle;
  }
  return sorted.slice(Math.max(0, low - 2), low + 2);
}

function combine(singles: Choice[], how: Given['combine']): Choice[] {
  const all: Choice[] = [...singles];
  for (const { first: a } of singles) {
    for (const { first: b } of singles) {
      if (b > a || a / b > PARTNER) continue;
      if (how !== 'parallel') all.push({ ohms: a + b, first: a, second: b, join: 'series' });
      if (how !== 'series') all.push({ ohms: parallel(a, b), first: a, second: b, join: 'parallel' });
    }
  }
  return all.sort((a, b) => a.ohms - b.ohms);
}

const better = (a: Pair, b: Pair): number =>
  Math.abs(a.score - b.score) > 1e-9 ? a.score - b.score : Math.abs(a.error) - Math.abs(b.error) || a.current - b.current;

function offer(p: Pair, s: Sizing, extra: Record<string, number>): Offer {
  const values: Record<string, number> = { ...extra };
  if (s.open('R1')) values.R1 = p.top.first;
  if (s.open('R2')) values.R2 = p.bottom.first;
  if (p.top.second !== undefined) values.R1x = p.top.second;
  return {
    values,
    ...(p.top.join ? { join: { R1x: p.top.join } } : {}),
    why: `${formatText(p.error, 'ratio', 2)} off, ${formatText(p.score, 'ratio', 3)} at worst, draws ${formatText(p.current, 'A', 3)}`,
  };
}
