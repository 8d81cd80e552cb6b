import type { Fault } from './faults.ts';
import { meterSpread } from './meter.ts';
import type { RestingBoard, Settled } from './resting.ts';
import { multivariate } from '../linear/small.ts';

/** What somebody read at a test point, V to ground. */
export interface PointReading {
  point: string;
  value: number;
}
/** A fault as an explanation. */
export interface Explained {
  fault: string;
  /** Its share of what all faults together make likely, 0 … 1. */
  fits: number;
  /** Whether the readings lie where they may with this fault, the worst of them counted. */
  plausible: boolean;
  /** How far the worst reading lies off, in standard deviations. */
  off: number;
  readings: { point: string; value: number; spread: number }[];
}
export interface Explanations {
  /** The best first; what reads the same shares its place. */
  faults: Explained[];
  /** The board as it should be, judged by the same readings. */
  whole: Explained;
  /** No single fault that is known here, nor tolerance alone, explains the readings. */
  nothing: boolean;
  /** Where to measure next, and how well it parts the likeliest faults, bits. */
  next: { point: string; tells: number } | null;
  /** Points that the board does not have. */
  unknown: string[];
}

/** Beyond so many standard deviations nobody believes a fault: tolerances and meters end at √3 of them each. */
const BELIEVED = 4;
/** How much likelier a board is whole, before anything was read, than one certain thing is wrong with it. */
const WHOLE = 20;
/** So many of the likeliest are told with what they would read. */
const TOLD = 40;
/** A fault that the solver did not settle, or a spread that it overlooks: no reading is trusted closer than this, V. */
const FLOOR = 1e-3;

interface Likely {
  fault: Fault | null;
  settled: Settled;
  log: number;
  off: number;
}

/**
 * Single faults of a board ranked by how well all readings together fit, each with the spreads of all parts and the meter's
 * error: a normal likelihood around what the faulted board reads, with the covariance that common parts give the readings.
 * // [Bayes], [JCGM 100] propagation
 * @param progress called with the share that is done
 */
export function explain(board: RestingBoard, readings: readonly PointReading[], progress?: (share: number) => void): Explanations {
  const known = new Set(board.points.map((p) => p.name));
  const used = readings.filter((r) => known.has(r.point));
  const unknown = [...new Set(readings.filter((r) => !known.has(r.point)).map((r) => r.point))];
  const whole = board.settle();
  if (!whole) throw new Error('the board has no point at which it rests');
  const names = used.map((r) => r.point);
  const judge = (fault: Fault | null, settled: Settled): Likely => ({ fault, settled, ...likelihood(board, settled, used, names) });
  const fine = judge(null, whole);
  const all: Likely[] = [];
  board.faults.forEach((fault, i) => {
    const settled = board.settle(fault);
    if (settled) all.push(judge(fault, settled));
    progress?.((i + 1) / board.faults.length);
  });
  const most = Math.max(fine.log + Math.log(WHOLE), ...all.map((l) => l.log));
  const weight = (l: Likely) => Math.exp(l.log - most) * (l.fault ? 1 : WHOLE);
  const sum = all.reduce((s, l) => s + weight(l), weight(fine));
  all.sort((a, b) => b.log - a.log || a.fault!.id.localeCompare(b.fault!.id));
  const tell = (l: Likely): Explained => ({
    fault: l.fault?.id ?? 'none',
    fits: Number((weight(l) / sum).toPrecision(6)),
    plausible: l.off < BELIEVED,
    off: l.off,
    readings: [],
  });
  const told = all.map(tell);
  const points = board.points.map((p) => p.name);
  const fill = (e: Explained, l: Likely) => (e.readings = points.map((point) => ({ point, value: l.settled.read(point), spread: 0 })));
  told.slice(0, TOLD).forEach((e, i) => fill(e, all[i]!));
  const wholeTold = tell(fine);
  fill(wholeTold, fine);
  return {
    faults: told.slice(0, Math.max(TOLD, told.findIndex((e) => e.fits < 1e-12))),
    whole: wholeTold,
    nothing: used.length > 0 && !wholeTold.plausible && !told.some((e) => e.plausible),
    next: nextProbe(board, [fine, ...all], weight, new Set(names)),
    unknown,
  };
}

/** Logarithm of the likelihood of readings on a settled board, and how far the worst of them lies off. */
function likelihood(board: RestingBoard, settled: Settled, used: readonly PointReading[], names: readonly string[]): { log: number; off: number } {
  if (!used.length) return { log: 0, off: 0 };
  const by = board.spreads(settled, names);
  const off = used.map((r) => r.value - settled.read(r.point));
  const meter = used.map((r, i) => Math.hypot(Math.max(meterSpread(r.value), meterSpread(r.value - off[i]!)), FLOOR) ** 2);
  const covariance = by.map((a, i) => by.map((b, j) => dot(a, b) + (i === j ? meter[i]! : 0)));
  const worst = Math.max(...off.map((o, i) => Math.abs(o) / Math.sqrt(covariance[i]![i]!)));
  return { log: multivariate(off, covariance), off: worst };
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** The point not measured yet whose reading parts the likeliest faults best: the mean of what each pair of them differs there, in the spread of both. */
function nextProbe(board: RestingBoard, all: readonly Likely[], weight: (l: Likely) => number, measured: ReadonlySet<string>): Explanations['next'] {
  const sum = all.reduce((s, l) => s + weight(l), 0);
  const likely = [...all].sort((a, b) => weight(b) - weight(a)).slice(0, 12).filter((l) => weight(l) > 1e-4 * sum);
  if (likely.length < 2) return null;
  let best: { point: string; tells: number } | null = null;
  for (const { name } of board.points) {
    if (measured.has(name)) continue;
    const reads = likely.map((l) => {
      const value = l.settled.read(name);
      const spread = board.spreads(l.settled, [name])[0]!;
      return { value, spread: Math.hypot(Math.sqrt(dot(spread, spread)), meterSpread(value), FLOOR), share: weight(l) / sum };
    });
    let tells = 0;
    for (const a of reads)
      for (const b of reads) {
        const apart = (a.value - b.value) / Math.hypot(a.spread, b.spread);
        tells += a.share * b.share * (1 - Math.exp(-0.5 * apart * apart));
      }
    if (tells > 1e-3 && (!best || tells > best.tells + 1e-9)) best = { point: name, tells };
  }
  return best;
}
