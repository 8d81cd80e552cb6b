import type { ChainPoint } from '../../../core/board/evaluate.ts';
import { formatText } from '../../../core/quantity/format.ts';

export type LevelName = 'clips' | 'signal' | 'quietest' | 'ripple' | 'noise';

/** One line of a level diagram: its points, and the words at its two ends, spread so that none covers another. */
export interface LevelLine {
  name: LevelName;
  points: [number, number][];
  left: number;
  right: number;
  value: string;
}

const OF: Readonly<Record<LevelName, (p: ChainPoint) => number | null>> = {
  clips: (p) => p.clips,
  // What moves is the signal; where nothing is said to, the level is.
  signal: (p) => (p.amplitude !== null ? p.amplitude : p.high === null ? null : Math.max(Math.abs(p.high), Math.abs(p.low ?? 0))),
  // Drawn where it is well below the loudest.
  quietest: (p) => (p.quietest !== null && p.amplitude !== null && p.quietest < QUIET * p.amplitude ? p.quietest : null),
  ripple: (p) => p.ripple,
  noise: (p) => p.noise,
};
/** Of the loudest signal: half of it is told apart. */
const QUIET = 0.5;
/** Decades of voltage shown, from the clipping level down. */
const DECADES = 7;
/** Least distance of two words, px. */
const APART = 14;

/** Lines of a chain between `top` and `bottom`, at the places `x` of its stages; logarithmic in voltage. */
export function levelLines(chain: readonly ChainPoint[], x: (i: number) => number, top: number, bottom: number): LevelLine[] {
  const all = chain.flatMap((p) => [OF.clips(p), OF.signal(p)]).filter((v): v is number => v !== null && v > 0);
  const peak = all.length ? Math.max(...all) : 1;
  const y = (v: number) => top + Math.min(1, Math.max(0, Math.log10(peak / v) / DECADES)) * (bottom - top);
  const lines = (Object.keys(OF) as LevelName[]).flatMap((name): LevelLine[] => {
    const known = chain.map((p, i) => ({ at: x(i), v: OF[name](p), lsb: p.lsb })).filter((k): k is typeof k & { v: number } => k.v !== null && k.v > 0);
    if (!known.length) return [];
    const points = known.map((k): [number, number] => [k.at, y(k.v)]);
    const last = known.at(-1)!;
    const inLsb = (name === 'ripple' || name === 'noise') && last.lsb;
    const value = inLsb ? formatText(last.v / last.lsb!, 'LSB', 2) : formatText(last.v, 'V', 3);
    return [{ name, points, left: points[0]![1], right: points.at(-1)![1], value }];
  });
  for (const side of ['left', 'right'] as const) spread(lines, side, top, bottom);
  return lines;
}

/** Pushes words apart, keeping their order and staying within the diagram. */
function spread(lines: LevelLine[], side: 'left' | 'right', top: number, bottom: number): void {
  const sorted = [...lines].sort((a, b) => a[side] - b[side]);
  sorted.forEach((l, i) => (l[side] = Math.max(l[side], i === 0 ? top : sorted[i - 1]![side] + APART)));
  for (let i = sorted.length - 1; i >= 0; i--) sorted[i]![side] = Math.min(sorted[i]![side], i === sorted.length - 1 ? bottom : sorted[i + 1]![side] - APART);
}
