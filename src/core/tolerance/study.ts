import { Absent, impossible, isAbsent, type Value } from '../math/absent.ts';

/** One uncertain number of a study: where it is kept, and its nominal and ends. */
export interface Input {
  path: string;
  target: Record<string, unknown>;
  key: string;
  nominal: number;
  low: number;
  high: number;
}

/** An outcome with its ends. A null carries its reason. */
export interface Spread {
  nominal: number | null;
  low: number | null;
  high: number | null;
  absent?: Absent;
}

/** An outcome that is not monotone in some inputs. `value` gives this outcome alone, so that sampling it stays cheap. */
export interface Inside {
  inputs: readonly string[];
  value: () => Value;
}

type Results = Record<string, Value | string | boolean>;
type End = -1 | 0 | 1;
const ENDS: readonly End[] = [-1, 0, 1];
const SAMPLES = 2001;
/** Most inputs whose corners fit one exact number in base three: 3³³ < 2⁵³. */
const NUMBERED = 33;

/** One combination of ends with its results, and the corners one flip away, as far as they were visited. */
class Corner {
  readonly flips: (Corner | undefined)[] = [];
  constructor(
    readonly ends: readonly End[],
    readonly results: Results,
  ) {}
}

/**
 * Tolerance of any function of named numbers. The function reads its inputs from objects that the study sets in place, so
 * that nothing is allocated per run but its results. Outcomes are computed on demand; every corner is computed once and
 * serves all outcomes. Extreme value as in circuit worst-case practice: one-at-a-time directions, then one corner, then
 * single flips.
 */
export class Study {
  readonly nominal: Results;
  readonly #origin: Corner;
  #effects: [Results, Results][] | null = null;
  readonly #corners = new Map<number | string, Corner>();
  readonly #sampled = new Map<string, { least: number; most: number }>();

  constructor(
    readonly inputs: readonly Input[],
    private readonly run: () => Results,
    private readonly insideOf: (outcome: string) => Inside | undefined = () => undefined,
  ) {
    this.#origin = this.#at(inputs.map(() => 0));
    this.nominal = this.#origin.results;
  }

  /** The same function over other inputs. */
  over(inputs: readonly Input[]): Study {
    return new Study(inputs, this.run, this.insideOf);
  }

  #set(i: number, end: End): void {
    const input = this.inputs[i]!;
    input.target[input.key] = end === 0 ? input.nominal : end < 0 ? input.low : input.high;
  }

  #place(ends: readonly End[]): void {
    for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, ends[i]!);
  }

  #restore(ends: readonly End[]): void {
    for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, 0);
  }

  /** The corner at these ends; runs the function there the first time and leaves everything at nominal. */
  #at(ends: readonly End[]): Corner {
    let key: number | string = 0;
    if (ends.length <= NUMBERED) for (let i = 0; i < ends.length; i++) key = key * 3 + ends[i]! + 1;
    else key = ends.join();
    const known = this.#corners.get(key);
    if (known) return known;
    this.#place(ends);
    const corner = new Corner(ends, this.run());
    this.#restore(ends);
    this.#corners.set(key, corner);
    return corner;
  }

  #flip(corner: Corner, i: number, end: End): Corner {
    const slot = 3 * i + end + 1;
    return (corner.flips[slot] ??= this.#at(corner.ends.with(i, end)));
  }

  /** One-at-a-time results at the low and high end of each input. */
  get effects(): [Results, Results][] {
    this.#effects ??= this.inputs.map((_, i) => [this.#flip(this.#origin, i, -1).results, this.#flip(this.#origin, i, 1).results]);
    return this.#effects;
  }

  /** The corner that moves the outcome down (`sign` −1) or up (+1), each input judged alone. */
  #corner(outcome: string, sign: -1 | 1, base: number): Corner {
    const ends = this.effects.map(([atLow, atHigh]): End => {
      const low = numeric(atLow[outcome]);
      const high = numeric(atHigh[outcome]);
      if (isAbsent(low) && isAbsent(high)) return -1;
      // Where one end is outside the formula's region, the other end tells which way that end would have moved.
      const down = isAbsent(low) ? base - ((high as number) - base) : low;
      const up = isAbsent(high) ? base - ((low as number) - base) : high;
      if (isAbsent(low) && up === base) return -1;
      if (isAbsent(high) && down === base) return 1;
      const byLow = (down - base) * sign;
      const byHigh = (up - base) * sign;
      if (byLow <= 0 && byHigh <= 0) return 0;
      return byLow > byHigh ? -1 : 1;
    });
    return this.#at(ends);
  }

  /** Extreme values by the plain corner: what rails and signals carry while they settle. */
  plain(outcome: string): Spread {
    return this.#spread(outcome, (corner) => corner.results[outcome]);
  }

  /** Extreme values by the corner, single flips from it, and the inside where the outcome is not monotone. */
  extreme(outcome: string): Spread {
    return this.#spread(outcome, (corner, sign) => this.#search(outcome, corner, sign));
  }

  #spread(outcome: string, value: (corner: Corner, sign: -1 | 1) => Results[string] | undefined): Spread {
    const base = numeric(this.nominal[outcome]);
    if (isAbsent(base)) return { nominal: null, low: null, high: null, absent: base };
    if (this.inputs.length === 0) return { nominal: base, low: base, high: base };
    const low = numeric(value(this.#corner(outcome, -1, base), -1));
    const high = numeric(value(this.#corner(outcome, 1, base), 1));
    const absent = isAbsent(low) ? low : isAbsent(high) ? high : undefined;
    const end = (v: Value) => (isAbsent(v) ? null : v);
    return { nominal: base, low: end(low), high: end(high), ...(absent ? { absent } : {}) };
  }

  #search(outcome: string, start: Corner, sign: -1 | 1): Value {
    let corner = start;
    let worst = numeric(corner.results[outcome]);
    if (isAbsent(worst)) return worst;
    for (let improved = true; improved;) {
      improved = false;
      for (let i = 0; i < this.inputs.length; i++) {
        for (const end of ENDS) {
          if (corner.ends[i] === end) continue;
          const trial = this.#flip(corner, i, end);
          const value = numeric(trial.results[outcome]);
          if (!isAbsent(value) && (value - worst) * sign > 1e-12 * Math.abs(worst)) [worst, corner, improved] = [value, trial, true];
        }
      }
    }
    return this.#sampleInside(outcome, corner, sign, worst);
  }

  /** Both extremes along an input are kept, so that the other end of the outcome need not sample again. */
  #sampleInside(outcome: string, corner: Corner, sign: -1 | 1, start: number): number {
    const inside = this.insideOf(outcome);
    if (!inside) return start;
    let worst = start;
    for (const path of inside.inputs) {
      const at = this.inputs.findIndex((i) => i.path === path);
      if (at < 0) continue;
      const { least, most } = this.#along(outcome, inside, corner, at);
      worst = sign < 0 ? Math.min(worst, least) : Math.max(worst, most);
    }
    return worst;
  }

  #along(outcome: string, inside: Inside, corner: Corner, at: number): { least: number; most: number } {
    const ends = corner.ends.with(at, 0);
    const key = `${outcome} ${at} ${ends.join()}`;
    const known = this.#sampled.get(key);
    if (known) return known;
    const input = this.inputs[at]!;
    let [least, most] = [Infinity, -Infinity];
    this.#place(ends);
    for (let k = 0; k < SAMPLES; k++) {
      input.target[input.key] = input.low + ((input.high - input.low) * k) / (SAMPLES - 1);
      const value = numeric(inside.value());
      if (isAbsent(value)) continue;
      if (value < least) least = value;
      if (value > most) most = value;
    }
    this.#set(at, 0);
    this.#restore(ends);
    const range = { least, most };
    this.#sampled.set(key, range);
    return range;
  }

  /** Half the root-sum-square spread: √Σ((f(high) − f(low))/2)², every other input nominal. */
  halfSpread(outcome: string): Value {
    let sum = 0;
    for (const [atLow, atHigh] of this.effects) {
      const low = numeric(atLow[outcome]);
      const high = numeric(atHigh[outcome]);
      if (isAbsent(low)) return low;
      if (isAbsent(high)) return high;
      sum += ((high - low) / 2) ** 2;
    }
    return Math.sqrt(sum);
  }

  /** Nominal ± the root-sum-square half-spread. */
  rootSumSquare(outcome: string): Spread {
    const base = numeric(this.nominal[outcome]);
    if (isAbsent(base)) return { nominal: null, low: null, high: null, absent: base };
    const half = this.halfSpread(outcome);
    return isAbsent(half) ? { nominal: base, low: null, high: null, absent: half } : { nominal: base, low: base - half, high: base + half };
  }
}

const NOT_FINITE = impossible('the formula gives no finite number here');

/** A finite number or the reason why not: NaN and infinity never leave the engine. */
export function numeric(value: Value | string | boolean | undefined): Value {
  if (typeof value === 'number') return Number.isFinite(value) ? value : NOT_FINITE;
  if (isAbsent(value)) return value;
  if (typeof value === 'boolean') return value ? 1 : 0;
  return impossible('not a number');
}
