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

/** What the engine has to know of an outcome besides its values. */
export interface Shape {
  /** Inputs in which the outcome is not monotone: the inside of their range is sampled too. */
  inside?: readonly string[];
}

type Results = Record<string, Value | string | boolean>;
type End = -1 | 0 | 1;
const SAMPLES = 2001;

/**
 * Tolerance of any function of named numbers. The function reads its inputs from objects that the study sets in place, so
 * that nothing is allocated per run but its results. Outcomes are computed on demand; every corner is computed once.
 * Extreme value as in circuit worst-case practice: one-at-a-time directions, then one corner, then single flips.
 */
export class Study {
  readonly nominal: Results;
  #effects: [Results, Results][] | null = null;
  readonly #corners = new Map<string, Results>();

  constructor(
    readonly inputs: readonly Input[],
    private readonly run: () => Results,
    private readonly shapeOf: (outcome: string) => Shape = () => ({}),
  ) {
    this.nominal = this.#at(inputs.map(() => 0));
  }

  #set(i: number, end: End): void {
    const input = this.inputs[i]!;
    input.target[input.key] = end === 0 ? input.nominal : end < 0 ? input.low : input.high;
  }

  /** Runs the function with each input at the given end and leaves everything at nominal. */
  #at(ends: readonly End[]): Results {
    const key = ends.join();
    const known = this.#corners.get(key);
    if (known) return known;
    for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, ends[i]!);
    const results = this.run();
    for (let i = 0; i < ends.length; i++) if (ends[i] !== 0) this.#set(i, 0);
    this.#corners.set(key, results);
    return results;
  }

  /** One-at-a-time results at the low and high end of each input. */
  get effects(): [Results, Results][] {
    this.#effects ??= this.inputs.map((_, i) => {
      const one = (end: End) => this.#at(this.inputs.map((__, j) => (i === j ? end : 0)));
      return [one(-1), one(1)];
    });
    return this.#effects;
  }

  /** The corner that moves the outcome down (`sign` −1) or up (+1), each input judged alone. */
  #corner(outcome: string, sign: -1 | 1, base: number): End[] {
    return this.effects.map(([atLow, atHigh]) => {
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
  }

  /** Extreme values by the plain corner: what rails and signals carry while they settle. */
  plain(outcome: string): Spread {
    return this.#spread(outcome, (ends) => this.#at(ends)[outcome]);
  }

  /** Extreme values by the corner, single flips from it, and the inside where the outcome is not monotone. */
  extreme(outcome: string): Spread {
    return this.#spread(outcome, (ends, sign) => this.#search(outcome, ends, sign));
  }

  #spread(outcome: string, value: (ends: End[], sign: -1 | 1) => Results[string] | undefined): Spread {
    const base = numeric(this.nominal[outcome]);
    if (isAbsent(base)) return { nominal: null, low: null, high: null, absent: base };
    if (this.inputs.length === 0) return { nominal: base, low: base, high: base };
    const low = numeric(value(this.#corner(outcome, -1, base), -1));
    const high = numeric(value(this.#corner(outcome, 1, base), 1));
    const absent = isAbsent(low) ? low : isAbsent(high) ? high : undefined;
    const end = (v: Value) => (isAbsent(v) ? null : v);
    return { nominal: base, low: end(low), high: end(high), ...(absent ? { absent } : {}) };
  }

  #search(outcome: string, start: End[], sign: -1 | 1): Value {
    let ends = start;
    let worst = numeric(this.#at(ends)[outcome]);
    if (isAbsent(worst)) return worst;
    for (let improved = true; improved;) {
      improved = false;
      for (let i = 0; i < ends.length; i++) {
        for (const end of [-1, 0, 1] as const) {
          if (ends[i] === end) continue;
          const trial = ends.with(i, end);
          const value = numeric(this.#at(trial)[outcome]);
          if (!isAbsent(value) && (value - (worst as number)) * sign > 1e-12 * Math.abs(worst as number)) {
            [worst, ends, improved] = [value, trial, true];
          }
        }
      }
    }
    return this.#sampleInside(outcome, ends, sign, worst as number);
  }

  #sampleInside(outcome: string, ends: End[], sign: -1 | 1, start: number): number {
    let worst = start;
    for (const path of this.shapeOf(outcome).inside ?? []) {
      const input = this.inputs.find((i) => i.path === path);
      if (!input) continue;
      for (let i = 0; i < ends.length; i++) this.#set(i, ends[i]!);
      for (let k = 0; k < SAMPLES; k++) {
        input.target[input.key] = input.low + ((input.high - input.low) * k) / (SAMPLES - 1);
        const value = numeric(this.run()[outcome]);
        if (!isAbsent(value) && (value - worst) * sign > 0) worst = value;
      }
      for (let i = 0; i < ends.length; i++) this.#set(i, 0);
    }
    return worst;
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
