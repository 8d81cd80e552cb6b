import type { Range } from '../quantity/uncertain.ts';
import { isAbsent, type Absent, type Value } from '../math/absent.ts';
import { goldenSection } from '../math/golden.ts';
import { AS_THEY_ARE, Corners, NOMINAL, NOT_A_NUMBER, numeric, type End, type Ends, type Input, type Results } from './corners.ts';
import { draw, randomOf } from './random.ts';
import { percentile } from './statistics.ts';

/** A number put elsewhere for the while: where it is kept, and its nominal and ends there. */
export type Move = Pick<Input, 'path' | 'target' | 'key'> & { range: Range };

/** An outcome with its ends. A null carries its reason. */
export interface Spread {
  nominal: number | null;
  low: number | null;
  high: number | null;
  absent?: Absent;
}

/** An outcome that is not monotone in some inputs. `value` gives this outcome alone, so that sampling it stays cheap; without it all are worked out. */
export interface Inside {
  inputs: readonly string[];
  value?: (() => Value) | undefined;
  /** Points over the range, ends included. */
  samples?: number;
  /** It turns round just here: the only place inside where it may be worst. */
  turnsAt?: number;
  /** It reaches this somewhere inside: its high end. */
  nullsAt?: number | undefined;
  /** Monotone all the same, unless these two outcomes may cross. */
  crossing?: readonly [string, string];
  /** Another outcome that it sees under a minimum or a maximum: inputs that are idle here stand at the corners of that one too. */
  under?: string;
}

const ENDS: readonly End[] = [-1, 0, 1];
const SAMPLES = 401;
/** Random samples that stand for a stage where checks are judged by them, and the share left out at each end. */
const RUNS = 2000;
const SEED = 1;
const TAIL = 0.001;
/** Steps of the search between two samples: flat at its top, an outcome is there to the last digits long before its place is. */
const CLOSELY = 18;
/** Ends for two neighbours among inputs asked together. */
const PATTERNS: readonly (readonly [End, End])[] = [
  [-1, 1],
  [1, -1],
];
/** Ends by outcome, of the corners that move it down and up. */
type PlainCorners = readonly [low: Map<string, Ends>, high: Map<string, Ends>];

/**
 * Tolerance of any function of named numbers: outcomes with their ends, on demand. Extreme value as in circuit worst-case
 * practice: one-at-a-time directions, then one corner, then single flips.
 */
export class Study extends Corners {
  readonly #all: readonly number[];
  #designed: readonly number[] | null = null;
  readonly #influences: ({ idle: number[]; active: number[] } | undefined)[] = [];
  /** First row of the random samples, by the ends of what is certain. */
  readonly #drawn = new Map<string, number>();
  readonly #sampled = new Map<string, { least: number; most: number }>();
  /** Ends of the plain corners that were asked for, low and high by outcome. */
  readonly #corners: PlainCorners = [new Map(), new Map()];
  /** Those of an earlier study, tried instead of looking in which direction each input moves an outcome. */
  #earlier: PlainCorners | null;

  constructor(
    inputs: readonly Input[],
    run: () => Results,
    private readonly insideOf: (outcome: string) => Inside | undefined = NEVER_INSIDE,
    prepare: () => void = AS_THEY_ARE,
    /** A study of the same inputs a little elsewhere, whose plain corners are taken over until `confirm`. */
    earlier?: Study,
    late?: ReadonlySet<string>,
  ) {
    super(inputs, run, prepare, late);
    this.#earlier = earlier && sameInputs(inputs, earlier.inputs) ? earlier.#corners : null;
    this.#all = upTo(inputs.length);
  }

  /** The ends that move the outcome down (`sign` −1) or up (+1), each input judged alone: wanted next. */
  #directions(k: number, sign: -1 | 1, base: number): Ends {
    const alone = this.alone();
    const ends = this.wanted;
    for (let i = 0; i < ends.length; i++) {
      const [low, high] = [this.number(alone[2 * i]!, k), this.number(alone[2 * i + 1]!, k)];
      ends[i] =
        Number.isNaN(low) || Number.isNaN(high)
          ? direction(this.value(alone[2 * i]!, k), this.value(alone[2 * i + 1]!, k), base, sign)
          : towards(low - base, high - base, sign);
    }
    return ends;
  }

  /** The ends of the corner above; a few evaluations less where an earlier study has been there. */
  #plainEnds(outcome: string, k: number, sign: -1 | 1, base: number): Ends {
    const side = sign < 0 ? 0 : 1;
    const own = this.#corners[side];
    let ends = own.get(outcome);
    if (ends) return ends;
    ends = this.#earlier?.[side].get(outcome) ?? this.#directions(k, sign, base).slice();
    own.set(outcome, ends);
    return ends;
  }

  /**
   * Looks whether the corners taken over from an earlier study are those of this one. False when any is not: then what was
   * asked of the study does not hold, and it is to be made anew without the earlier one.
   */
  confirm(): boolean {
    if (!this.#earlier) return true;
    this.#earlier = null;
    for (const [side, sign] of SIDES) {
      for (const [outcome, taken] of this.#corners[side]) {
        const k = this.names.indexOf(outcome);
        const base = this.value(NOMINAL, k);
        if (isAbsent(base)) continue;
        const ends = this.#directions(k, sign, base);
        if (ends.some((e, i) => e !== taken[i])) return this.home(false);
      }
    }
    return this.home(true);
  }

  /** Extreme values by the plain corner: what rails and signals carry while they settle. */
  plain(outcome: string): Spread {
    return this.#spread(outcome, (k, sign, base) => this.value(this.cornerAt(this.#plainEnds(outcome, k, sign, base)), k));
  }

  /** As `plain`, and where there is no number as designed, what the neighbours see. */
  standing(outcome: string): Spread {
    const plain = this.plain(outcome);
    if (!plain.absent) return plain;
    const k = this.names.indexOf(outcome);
    const seen = (row: number): Value => stood(this.value(row, k));
    const base = seen(NOMINAL);
    if (isAbsent(base)) return plain;
    const end = (sign: -1 | 1): Value => {
      this.#directions(k, sign, base);
      return seen(this.corner());
    };
    return this.home({ ...spreadOf(base, end(-1), end(1)), absent: plain.absent });
  }

  /** Which way an input alone moves an outcome from its low to its high end: 0 where it does not. */
  slope(outcome: string, path: string): number {
    const i = this.inputs.findIndex((input) => input.path === path);
    if (i < 0) return 0;
    const k = this.names.indexOf(outcome);
    const [low, high] = [this.value(this.flip(NOMINAL, i, -1), k), this.value(this.flip(NOMINAL, i, 1), k)];
    return this.home(isAbsent(low) || isAbsent(high) ? 0 : high - low);
  }

  /**
   * Plain corners of an outcome with some numbers in other places than the studied ones, all other inputs at the ends found
   * here. A few runs instead of a whole study, for what is asked in every state of a board.
   */
  moved(outcome: string, moves: readonly Move[]): Spread {
    const k = this.names.indexOf(outcome);
    const base = this.value(NOMINAL, k);
    const own = moves.map((m) => this.inputs.findIndex((i) => i.path === m.path));
    const end = (sign: -1 | 1): Value => {
      if (isAbsent(base)) this.wanted.fill(0);
      else this.wanted.set(this.#plainEnds(outcome, k, sign, base));
      for (const i of own) if (i >= 0) this.wanted[i] = 0;
      this.stand();
      const values = combinations(moves).map((at) => this.#with(moves, at, outcome));
      return values.reduce((a, b) => (isAbsent(a) ? a : isAbsent(b) ? b : sign < 0 ? Math.min(a, b) : Math.max(a, b)));
    };
    const nominal = this.#with(
      moves,
      moves.map((m) => m.range.nominal),
      outcome,
    );
    return this.home(isAbsent(nominal) ? spreadOf(nominal, nominal, nominal) : spreadOf(nominal, end(-1), end(1)));
  }

  /** An outcome with some numbers elsewhere; puts them back, so that corners computed later are those of the study. */
  #with(moves: readonly Move[], values: readonly number[], outcome: string): Value {
    const studied = moves.map((m, i) => {
      const old = m.target[m.key];
      m.target[m.key] = values[i];
      return old;
    });
    const result = numeric(this.here()[outcome]);
    moves.forEach((m, i) => (m.target[m.key] = studied[i]));
    return stood(result);
  }

  /**
   * Extreme values by the corner, single flips from it, flips from the worst of some designed corners where those are worse,
   * and the inside where the outcome is not monotone.
   */
  extreme(outcome: string): Spread {
    return this.#spread(outcome, (k, sign, base) => {
      this.#directions(k, sign, base);
      return this.#search(outcome, k, this.corner(), sign);
    });
  }

  /** Extreme values over some of the inputs, the others as designed. */
  extremeOver(outcome: string, counts: (path: string) => boolean): Spread {
    const tried = this.#all.filter((i) => counts(this.inputs[i]!.path));
    return this.#spread(outcome, (k, sign, base) => {
      const ends = this.#directions(k, sign, base);
      for (const i of this.#all) if (!tried.includes(i)) ends[i] = 0;
      const start = this.corner();
      const value = this.value(start, k);
      return isAbsent(value) ? value : this.number(this.#climb(k, start, sign, tried, false), k);
    });
  }

  /** @throws for an outcome the function does not give: a slip in the caller */
  #spread(outcome: string, value: (k: number, sign: -1 | 1, base: number) => Value): Spread {
    const k = this.names.indexOf(outcome);
    if (k < 0) throw new Error(`there is no outcome "${outcome}"`);
    const base = this.value(NOMINAL, k);
    if (isAbsent(base)) return { nominal: null, low: null, high: null, absent: base };
    if (this.inputs.length === 0) return { nominal: base, low: base, high: base };
    return this.home(spreadOf(base, value(k, -1, base), value(k, 1, base)));
  }

  #search(outcome: string, k: number, start: number, sign: -1 | 1): Value {
    if (isAbsent(this.value(start, k))) return this.value(start, k);
    let top = this.#climb(k, start, sign, this.#influence(k).active);
    for (const designed of this.#worstDesigned(k, sign)) {
      // A start below what is found already hardly climbs above it.
      if (!worse(this.number(designed, k), this.number(top, k), sign)) continue;
      const other = this.#climb(k, designed, sign, this.#all);
      if (worse(this.number(other, k), this.number(top, k), sign)) top = other;
    }
    const inside = this.insideOf(outcome);
    if (inside?.nullsAt !== undefined && sign > 0 && this.#influence(k).active.length > 0) return Math.max(inside.nullsAt, this.number(top, k));
    if (inside?.under !== undefined)
      for (const side of [-1, 1] as const) {
        const other = this.#climb(k, this.#under(inside.under, side, top, this.#influence(k).idle), sign, this.#all, false);
        if (worse(this.number(other, k), this.number(top, k), sign)) top = other;
      }
    if (!inside || (inside.crossing && !this.#cross(...inside.crossing))) return this.number(top, k);
    // What is not monotone in an input may be worst at another end of it, with all others turned round there.
    for (const path of inside.inputs) {
      const at = this.inputs.findIndex((i) => i.path === path);
      if (at < 0) continue;
      for (const end of ENDS) {
        if (end === this.ends[top * this.inputs.length + at]) continue;
        const turned = this.flip(top, at, end);
        if (Number.isNaN(this.number(turned, k))) continue;
        const other = this.#climb(
          k,
          turned,
          sign,
          this.#all.filter((i) => i !== at),
          false,
        );
        if (worse(this.number(other, k), this.number(top, k), sign)) top = other;
      }
    }
    return this.#sampleInside(outcome, inside, top, sign, this.number(top, k));
  }

  /** A corner as it is, with those inputs where they take another outcome most. */
  #under(outcome: string, sign: -1 | 1, row: number, idle: readonly number[]): number {
    const k = this.names.indexOf(outcome);
    const base = this.value(NOMINAL, k);
    if (isAbsent(base)) return row;
    const there = this.#directions(k, sign, base).slice();
    this.wanted.set(this.endsOf(row));
    for (const i of idle) this.wanted[i] = there[i]!;
    return this.corner();
  }

  /** Whether the ends of two outcomes overlap. */
  #cross(one: string, other: string): boolean {
    const [a, b] = [this.plain(one), this.plain(other)];
    return !((a.low ?? -Infinity) > (b.high ?? Infinity) || (b.low ?? -Infinity) > (a.high ?? Infinity));
  }

  /** Flips single inputs from a corner, keeping what makes it worse, until nothing does. */
  #climb(k: number, start: number, sign: -1 | 1, tried: readonly number[], wakes = true): number {
    const n = this.inputs.length;
    let row = start;
    let value = this.number(row, k);
    for (let improved = true; improved;) {
      improved = false;
      if (wakes && tried.length < n && this.#wakes(row, this.#influence(k).idle, k, value)) tried = this.#all;
      for (const i of tried) {
        for (const end of ENDS) {
          if (this.ends[row * n + i] === end) continue;
          const other = this.flip(row, i, end);
          const there = this.number(other, k);
          if (!worse(there, value, sign)) continue;
          row = other;
          value = there;
          improved = true;
        }
      }
    }
    return row;
  }

  /**
   * Corners in which every three inputs meet all eight combinations of their ends, once for all outcomes: effects that are
   * flat one at a time, under a maximum or a cap, show there. // [Plackett] two-level designs, folded over
   */
  #design(): readonly number[] {
    return (this.#designed ??= patternsOf(this.inputs.length).map((ends) => this.cornerAt(ends)));
  }

  /** The worst two of them. */
  #worstDesigned(k: number, sign: -1 | 1): number[] {
    let [first, second] = [-1, -1];
    let [most, next] = [NaN, NaN];
    for (const row of this.#design()) {
      const value = this.number(row, k);
      if (Number.isNaN(value)) continue;
      if (first < 0 || worse(value, most, sign)) [first, second, most, next] = [row, first, value, most];
      else if (second < 0 || worse(value, next, sign)) [second, next] = [row, value];
    }
    return [first, second].filter((row) => row >= 0);
  }

  /** Inputs that leave an outcome exactly as it is, each judged alone, and the others. */
  #influence(k: number): { idle: number[]; active: number[] } {
    let known = this.#influences[k];
    if (known) return known;
    known = this.#influences[k] = { idle: [], active: [] };
    const alone = this.alone();
    const base = this.number(NOMINAL, k);
    for (let i = 0; i < this.inputs.length; i++) {
      const still = this.number(alone[2 * i]!, k) === base && this.number(alone[2 * i + 1]!, k) === base;
      (still ? known.idle : known.active).push(i);
    }
    return known;
  }

  /** Whether idle inputs matter at this corner after all: asked of all together, in patterns, before each is tried. */
  #wakes(row: number, idle: readonly number[], k: number, worst: number): boolean {
    return PATTERNS.some((pattern) => {
      this.wanted.set(this.endsOf(row));
      idle.forEach((i, n) => (this.wanted[i] = pattern[n % 2]!));
      return this.value(this.corner(), k) !== worst;
    });
  }

  #sampleInside(outcome: string, inside: Inside, row: number, sign: -1 | 1, start: number): number {
    let worst = start;
    for (const path of inside.inputs) {
      const at = this.inputs.findIndex((i) => i.path === path);
      if (at < 0) continue;
      const { least, most } = this.#along(outcome, inside, row, at);
      worst = sign < 0 ? Math.min(worst, least) : Math.max(worst, most);
    }
    return worst;
  }

  /** Both extremes along an input are kept, so that the other end of the outcome need not sample again. */
  #along(outcome: string, inside: Inside, row: number, at: number): { least: number; most: number } {
    this.wanted.set(this.endsOf(row));
    this.wanted[at] = 0;
    const key = `${outcome} ${at} ${this.wanted.join()}`;
    const known = this.#sampled.get(key);
    if (known) return known;
    const input = this.inputs[at]!;
    this.stand();
    const value = (share: number): number => {
      input.target[input.key] = input.low + (input.high - input.low) * share;
      this.prepare();
      const v = numeric(inside.value ? inside.value() : this.run()[outcome]);
      return isAbsent(v) ? NaN : v;
    };
    const range =
      inside.turnsAt === undefined ? sampled(value, inside.samples ?? SAMPLES) : turned(value, (inside.turnsAt - input.low) / (input.high - input.low));
    this.set(at, 0);
    this.#sampled.set(key, range);
    return range;
  }

  /**
   * Between the 0.1th and the 99.9th percentile of random inputs, each anywhere between its ends; the same numbers every time.
   * What is certain stands where it moves the outcome most. A sample that has no value counts as failing: more than one in a
   * thousand, and there is no end.
   */
  random(outcome: string): Spread {
    return this.#spread(outcome, (k, sign, base) => {
      const first = this.#randomRows(this.#certainCorner(k, sign, base).ends);
      const values = new Float64Array(RUNS);
      for (let run = 0; run < RUNS; run++) {
        const value = this.value(first + run, k);
        values[run] = isAbsent(value) ? NaN : value;
      }
      const sorted = values.filter((v) => !Number.isNaN(v)).sort();
      if (sorted.length < RUNS * (1 - TAIL)) return this.value(first + values.findIndex(Number.isNaN), k);
      return percentile(sorted, sign < 0 ? TAIL : 1 - TAIL);
    });
  }

  /** Rows of random samples with what is certain at these ends, from the first. */
  #randomRows(ends: Ends): number {
    const name = ends.join();
    const known = this.#drawn.get(name);
    if (known !== undefined) return known;
    const first = this.count;
    this.wanted.set(ends);
    this.stand();
    for (let run = 0; run < RUNS; run++) {
      const random = randomOf(SEED, run);
      for (const input of this.inputs) {
        const value = draw(random, input, 'uniform');
        if (!input.certain) input.target[input.key] = value;
      }
      const results = this.here();
      const row = this.keep(results, false);
      // Nobody can come back to a sample to ask why.
      for (let k = 0; k < this.names.length; k++) {
        const at = row * this.names.length + k;
        if (!Number.isNaN(this.kept[at])) continue;
        const value = numeric(results[this.names[k]!]);
        this.absent.set(at, isAbsent(value) ? value : NOT_A_NUMBER);
      }
    }
    for (let i = 0; i < this.inputs.length; i++) this.set(i, this.stands[i] as End);
    this.#drawn.set(name, first);
    return first;
  }

  /** The corner of what is certain that moves the outcome down or up most, everything else at its nominal. */
  #certainCorner(k: number, sign: -1 | 1, base: number): { row: number; ends: Ends; value: Value } {
    this.#directions(k, sign, base);
    for (const i of this.#all) if (!this.inputs[i]!.certain) this.wanted[i] = 0;
    let row = this.corner();
    if (!isAbsent(this.value(row, k))) {
      const certain = this.#all.filter((i) => this.inputs[i]!.certain);
      row = this.#climb(k, row, sign, certain, false);
    }
    return { row, ends: this.endsOf(row), value: this.value(row, k) };
  }

  /** Half the root-sum-square spread: √Σ((f(high) − f(low))/2)², every other input nominal. */
  halfSpread(outcome: string, counts: (path: string) => boolean = ALL): Value {
    const k = this.names.indexOf(outcome);
    const alone = this.alone();
    let sum = 0;
    for (let i = 0; i < this.inputs.length; i++) {
      if (!counts(this.inputs[i]!.path)) continue;
      const low = this.value(alone[2 * i]!, k);
      const high = this.value(alone[2 * i + 1]!, k);
      if (isAbsent(low)) return this.home(low);
      if (isAbsent(high)) return this.home(high);
      sum += ((high - low) / 2) ** 2;
    }
    return this.home(Math.sqrt(sum));
  }

  /**
   * Each end from the effects that move the outcome there: what is certain counts in full, and about the corner it makes the
   * spreads add in squares.
   */
  rootSumSquare(outcome: string): Spread {
    return this.#spread(outcome, (k, sign, base) => {
      const { row, value } = this.#certainCorner(k, sign, base);
      if (isAbsent(value)) return value;
      let sum = 0;
      for (const i of this.#all) {
        if (this.inputs[i]!.certain) continue;
        const [low, high] = [this.value(this.flip(row, i, -1), k), this.value(this.flip(row, i, 1), k)];
        if (isAbsent(low)) return low;
        if (isAbsent(high)) return high;
        sum += Math.max(0, (low - value) * sign, (high - value) * sign) ** 2;
      }
      return value + sign * Math.sqrt(sum);
    });
  }
}

/** Extremes of what turns round at one place, a share of the range: nothing is worse inside where that lies outside. */
function turned(value: (share: number) => number, place: number): { least: number; most: number } {
  const there = place > 0 && place < 1 ? value(place) : NaN;
  return Number.isNaN(there) ? { least: Infinity, most: -Infinity } : { least: there, most: there };
}

/** Extremes over a range by points of it, and closely about the best of them. */
function sampled(value: (share: number) => number, samples: number): { least: number; most: number } {
  let [least, most] = [Infinity, -Infinity];
  let [leastAt, mostAt] = [0, 0];
  for (let k = 0; k < samples; k++) {
    const v = value(k / (samples - 1));
    if (v < least) [least, leastAt] = [v, k];
    if (v > most) [most, mostAt] = [v, k];
  }
  if (samples <= 2) return { least, most };
  // Between the samples beside the best one it turns round.
  const around = (k: number): [number, number] => [Math.max(0, k - 1) / (samples - 1), Math.min(samples - 1, k + 1) / (samples - 1)];
  return {
    least: Math.min(least, value(goldenSection(value, ...around(leastAt), CLOSELY))),
    most: Math.max(most, value(goldenSection((s) => -value(s), ...around(mostAt), CLOSELY))),
  };
}

const SIDES = [
  [0, -1],
  [1, 1],
] as const;
const lists: number[][] = [];
/** The places of so many inputs. */
const upTo = (n: number): readonly number[] => (lists[n] ??= Array.from({ length: n }, (_, i) => i));

/** Plain corners of one number that costs little to work out: as `plain` of a study of it alone, with nothing kept. */
export function plainEnds(inputs: readonly Input[], value: () => number, prepare: () => void = AS_THEY_ARE): Range {
  const at = (i: number, v: number): void => void (inputs[i]!.target[inputs[i]!.key] = v);
  const here = (): number => {
    prepare();
    const v = value();
    return Number.isFinite(v) ? v : 0;
  };
  const nominal = here();
  const effects = inputs.map((input, i) => {
    at(i, input.low);
    const low = here() - nominal;
    at(i, input.high);
    const high = here() - nominal;
    at(i, input.nominal);
    return { low, high };
  });
  const end = (sign: -1 | 1): number => {
    const ends = effects.map(({ low, high }) => towards(low, high, sign));
    ends.forEach((e, i) => e && at(i, e < 0 ? inputs[i]!.low : inputs[i]!.high));
    const there = here();
    ends.forEach((e, i) => e && at(i, inputs[i]!.nominal));
    return there;
  };
  return { nominal, low: end(-1), high: end(1) };
}

// Made once: a closure made in the constructor would keep alive what it is made beside, the study before.
const NEVER_INSIDE = (): undefined => undefined;
const sameInputs = (a: readonly Input[], b: readonly Input[]): boolean => a.length === b.length && a.every((i, n) => i.path === b[n]!.path);

/** Whether a value is beyond another; NaN, a corner without a value, never is. */
const worse = (value: number, than: number, sign: -1 | 1): boolean => (value - than) * sign > 1e-12 * Math.abs(than);

const patterns = new Map<number, Ends[]>();

/** The corners of a design for so many inputs, the same for all studies: a Hadamard matrix and its negative. */
function patternsOf(n: number): Ends[] {
  let known = patterns.get(n);
  if (known) return known;
  let half = 4;
  while (half < n) half *= 2;
  known = Array.from({ length: 2 * half }, (_, row) => Int8Array.from({ length: n }, (_, i) => (odd(row & (half - 1) & i) !== row >= half ? -1 : 1)));
  patterns.set(n, known);
  return known;
}

/** Whether a number has an odd count of ones in base two: the columns of a Hadamard matrix. */
function odd(bits: number): boolean {
  let one = false;
  for (let b = bits; b; b &= b - 1) one = !one;
  return one;
}

/** Ends of some moves in every combination. */
const combinations = (moves: readonly Move[]): number[][] =>
  moves.reduce<number[][]>(
    (all, { range }) =>
      all.flatMap((at) =>
        range.low === range.high
          ? [[...at, range.low]]
          : [
              [...at, range.low],
              [...at, range.high],
            ],
      ),
    [[]],
  );

/** The end at which an input moves an outcome down (`sign` −1) or up (+1) from `base`; 0 where neither does. */
function direction(low: Value, high: Value, base: number, sign: -1 | 1): End {
  // Where there is no number as designed, what stands there tells the direction.
  const [atLow, atHigh] = [stood(low), stood(high)];
  if (isAbsent(atLow) && isAbsent(atHigh)) return -1;
  // Where one end is outside the formula's region, the other end tells which way that end would have moved.
  const down = isAbsent(atLow) ? base - ((atHigh as number) - base) : atLow;
  const up = isAbsent(atHigh) ? base - ((atLow as number) - base) : atHigh;
  if (isAbsent(atLow) && up === base) return -1;
  if (isAbsent(atHigh) && down === base) return 1;
  return towards(down - base, up - base, sign);
}

/** The end whose effect is larger in a direction; 0 where neither has one. */
function towards(low: number, high: number, sign: -1 | 1): End {
  const [byLow, byHigh] = [low * sign, high * sign];
  if (byLow <= 0 && byHigh <= 0) return 0;
  return byLow > byHigh ? -1 : 1;
}

const stood = (value: Value): Value => (isAbsent(value) && value.stand !== undefined ? value.stand : value);

/** A nominal and two ends, each a number or the reason why there is none. */
function spreadOf(nominal: Value, low: Value, high: Value): Spread {
  const absent = [nominal, low, high].find(isAbsent);
  const end = (v: Value) => (isAbsent(v) ? null : v);
  return { nominal: end(nominal), low: end(low), high: end(high), ...(absent ? { absent } : {}) };
}

const ALL = (): boolean => true;
