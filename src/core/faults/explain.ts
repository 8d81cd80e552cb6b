import type { Fault } from './faults.ts';
import { meterSpread } from './meter.ts';
import type { RestingBoard } from './resting.ts';
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
/** From so many standard deviations on a reading tells two boards apart: at the ends of both tolerances. */
const TELLS = 3;
/** So many of the likeliest are told with what they would read. */
const TOLD = 40;
/** A fault that the solver did not settle, or a spread that it overlooks: no reading is trusted closer than this, V. */
const FLOOR = 1e-3;

/** What a board reads with one thing wrong: at all points, and how these readings spread together. */
interface Picture {
  fault: Fault | null;
  means: Float64Array;
  /** By point: how far each free number moves it. */
  spreads: Float64Array[];
}
interface Likely {
  picture: Picture;
  log: number;
  off: number;
}

/**
 * Single faults of a board, solved once, and ranked by how well readings fit: a normal likelihood around what the faulted board
 * reads, with the covariance that the spreads of common parts give the readings, and the meter's error.
 * // [Bayes], [JCGM 100] propagation
 */
export class Explainer {
  readonly points: readonly string[];
  readonly #at: ReadonlyMap<string, number>;
  readonly #pictures: Picture[] = [];
  readonly #whole: Picture;

  /** @param progress called with the share that is done @throws where the board itself has no point at which it rests */
  constructor(board: RestingBoard, progress?: (share: number) => void) {
    this.points = board.points.map((p) => p.name);
    this.#at = new Map(this.points.map((p, i) => [p, i]));
    const picture = (fault: Fault | null): Picture | null => {
      const settled = board.settle(fault);
      return settled && { fault, means: Float64Array.from(this.points, (p) => settled.read(p)), spreads: board.spreads(settled, this.points) };
    };
    const whole = picture(null);
    if (!whole) throw new Error('the board has no point at which it rests');
    this.#whole = whole;
    board.faults.forEach((fault, i) => {
      const p = picture(fault);
      if (p) this.#pictures.push(p);
      progress?.((i + 1) / board.faults.length);
    });
  }

  /** What every point of the board should read, V. */
  get expected(): { point: string; value: number }[] {
    return this.points.map((point, i) => ({ point, value: this.#whole.means[i]! }));
  }

  explain(readings: readonly PointReading[]): Explanations {
    const used = readings.filter((r) => this.#at.has(r.point));
    const unknown = [...new Set(readings.filter((r) => !this.#at.has(r.point)).map((r) => r.point))];
    const judge = (picture: Picture): Likely => ({ picture, ...this.#likelihood(picture, used) });
    const fine = judge(this.#whole);
    const all = this.#pictures.map(judge).sort((a, b) => b.log - a.log || a.picture.fault!.id.localeCompare(b.picture.fault!.id));
    const most = Math.max(fine.log + Math.log(WHOLE), all[0]?.log ?? -Infinity);
    const weight = (l: Likely) => Math.exp(l.log - most) * (l.picture.fault ? 1 : WHOLE);
    const sum = all.reduce((s, l) => s + weight(l), weight(fine));
    const tell = (l: Likely): Explained => ({
      fault: l.picture.fault?.id ?? 'none',
      fits: Number((weight(l) / sum).toPrecision(6)),
      plausible: l.off < BELIEVED,
      off: l.off,
      readings: this.points.map((point, i) => ({ point, value: l.picture.means[i]!, spread: Math.sqrt(dot(l.picture.spreads[i]!, l.picture.spreads[i]!)) })),
    });
    const whole = tell(fine);
    const faults = all.slice(0, TOLD).map(tell);
    return {
      faults,
      whole,
      nothing: used.length > 0 && !whole.plausible && !faults.some((e) => e.plausible),
      next: this.#next([fine, ...all], weight, sum, new Set(used.map((r) => r.point))),
      unknown,
    };
  }

  /** Whether readings at all points can tell a fault from a whole board at all: some lies outside what tolerances and a meter explain. */
  tellable(fault: string): boolean {
    const picture = this.#pictures.find((p) => p.fault!.id === fault);
    return picture !== undefined && this.#apart(picture, this.#whole) > TELLS;
  }

  /** The place of a fault in an answer, from 1: what fits equally well, or what no reading tells from it, shares a place. */
  rankOf(answer: Explanations, fault: string): number {
    const truth = this.#pictures.find((p) => p.fault!.id === fault);
    const at = answer.faults.findIndex((f) => f.fault === fault);
    if (!truth || at < 0) return Infinity;
    const ahead = answer.faults.slice(0, at).filter((f) => f.fits > answer.faults[at]!.fits);
    const distinct = new Set(
      ahead
        .filter(
          (f) =>
            this.#apart(
              this.#pictures.find((p) => p.fault!.id === f.fault)!,
              truth,
            ) > TELLS,
        )
        .map((f) => f.fits),
    );
    return distinct.size + 1;
  }

  /** How far two pictures lie apart at the point that tells most, in the spread of both and the meter. */
  #apart(a: Picture, b: Picture): number {
    let most = 0;
    for (let i = 0; i < this.points.length; i++) {
      const spread = Math.hypot(meterSpread(a.means[i]!), FLOOR, Math.sqrt(dot(a.spreads[i]!, a.spreads[i]!)), Math.sqrt(dot(b.spreads[i]!, b.spreads[i]!)));
      most = Math.max(most, Math.abs(a.means[i]! - b.means[i]!) / spread);
    }
    return most;
  }

  /** Logarithm of the likelihood of readings, and how far the worst of them lies off. */
  #likelihood({ means, spreads }: Picture, used: readonly PointReading[]): { log: number; off: number } {
    if (!used.length) return { log: 0, off: 0 };
    const at = used.map((r) => this.#at.get(r.point)!);
    const off = used.map((r, i) => r.value - means[at[i]!]!);
    const meter = used.map((r, i) => Math.hypot(Math.max(meterSpread(r.value), meterSpread(means[at[i]!]!)), FLOOR) ** 2);
    const covariance = at.map((a, i) => at.map((b, j) => dot(spreads[a]!, spreads[b]!) + (i === j ? meter[i]! : 0)));
    const worst = Math.max(...off.map((o, i) => Math.abs(o) / Math.sqrt(covariance[i]![i]!)));
    return { log: multivariate(off, covariance), off: worst };
  }

  /** The point not measured yet whose reading parts the likeliest faults best: how much of their pairs it tells apart. */
  #next(all: readonly Likely[], weight: (l: Likely) => number, sum: number, measured: ReadonlySet<string>): Explanations['next'] {
    const likely = [...all]
      .sort((a, b) => weight(b) - weight(a))
      .slice(0, 24)
      .filter((l) => weight(l) > 1e-4 * sum);
    if (likely.length < 2) return null;
    let best: { point: string; tells: number } | null = null;
    this.points.forEach((point, i) => {
      if (measured.has(point)) return;
      const reads = likely.map((l) => {
        const value = l.picture.means[i]!;
        return { value, spread: Math.hypot(Math.sqrt(dot(l.picture.spreads[i]!, l.picture.spreads[i]!)), meterSpread(value), FLOOR), share: weight(l) / sum };
      });
      let tells = 0;
      for (const a of reads)
        for (const b of reads) {
          const apart = (a.value - b.value) / Math.hypot(a.spread, b.spread);
          tells += a.share * b.share * (1 - Math.exp(-0.5 * apart * apart));
        }
      if (tells > 1e-3 && (!best || tells > best.tells + 1e-9)) best = { point, tells };
    });
    return best;
  }
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}
