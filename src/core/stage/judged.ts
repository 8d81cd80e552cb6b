import { impossible, isAbsent, type Absent, type Value } from '../math/absent.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import { numeric, type Input, type Results } from '../tolerance/corners.ts';
import { Study, type Spread } from '../tolerance/study.ts';
import type { AnyInputs, Env, Ingredients, OutcomeDef } from './data.ts';

export type { AnyInputs } from './data.ts';

/** How the ends of outcomes are found: plain corners while the board settles, one of the three schools afterwards. */
export type Method = 'plain' | 'extreme-value' | 'root-sum-square' | 'monte-carlo';

/**
 * A stage whose inputs are known, with its outcomes on demand: what checks, ports, working, figures and bring-up read.
 */
export class Judged<X = AnyInputs, N extends string = string> {
  readonly #known = new Map<string, Spread>();
  #ranges: Map<string, Input> | null = null;

  constructor(
    readonly x: X,
    readonly env: Env<never, never, never> & { nominal: X },
    readonly study: Study,
    readonly method: Method,
    protected readonly derived: (outcome: string) => OutcomeDef['derived'],
    /** The rail that feeds the stage does not stand: nothing is known of it, and why. */
    readonly dead: Absent | null = null,
  ) {}

  /** An outcome with its ends. */
  out(name: N): Spread {
    const known = this.#known.get(name);
    if (known) return known;
    const spread = this.#compute(name);
    this.#known.set(name, spread);
    return spread;
  }

  #ingredients(): Ingredients {
    return {
      out: (name) => this.out(name as N),
      plain: (name) => this.study.plain(name),
      overParts: (name) => this.study.extremeOver(name, ofParts),
      halfSpread: (name, counts = ofParts) => {
        const half = this.study.halfSpread(name, counts);
        return isAbsent(half) ? 0 : half;
      },
    };
  }

  /** Of many alternatives, the points of a band, those that may be the worst: the ends of the others are not searched. */
  #likely(names: readonly string[]): readonly string[] {
    if (names.length <= FEW) return names;
    const seen = names.map((name) => {
      const s = this.study.plain(name);
      return { name, nominal: Math.abs(s.nominal ?? 0), end: Math.max(Math.abs(s.low ?? 0), Math.abs(s.high ?? 0)) };
    });
    const designed = seen.reduce((a, b) => (b.nominal > a.nominal ? b : a));
    return [...new Set([designed, ...[...seen].sort((a, b) => b.end - a.end).slice(0, FEW)])].map((s) => s.name);
  }

  #compute(name: string): Spread {
    const derived = this.derived(name);
    if (derived && 'halfSpreadOf' in derived) {
      const half = this.study.halfSpread(derived.halfSpreadOf);
      return isAbsent(half) ? { nominal: null, low: null, high: null, absent: half } : exactly(half);
    }
    if (derived && 'made' in derived) return derived.made(this.#ingredients()) as Spread;
    if (derived && 'largestOf' in derived) return largest(this.#likely(derived.largestOf).map((n) => this.out(n as N)));
    if (derived)
      return span(
        derived.spanOver.map((n) => this.out(n as N)),
        this.out(derived.nominalOf as N),
      );
    switch (this.method) {
      case 'plain':
        return this.study.plain(name);
      case 'extreme-value':
        return this.study.extreme(name);
      case 'root-sum-square':
        return this.study.rootSumSquare(name);
      case 'monte-carlo':
        return this.study.random(name);
    }
  }

  /** Replaces ends that lie outside the region of a formula. */
  mark(name: string, spread: Spread): void {
    this.#known.set(name, spread);
  }

  /** An outcome or given as the neighbours see it: also where it is not as designed and so has no number of its own. */
  physical(name: N): Spread {
    return !this.tells(name) || this.derived(name) ? this.spread(name) : this.study.standing(name);
  }

  /** The nominal of an outcome, or null. */
  nominal(name: N): number | null {
    return this.out(name).nominal;
  }

  /** What an outcome says in words, where it is a text. */
  text(name: N): string | null {
    const value = this.study.nominal[name];
    return typeof value === 'string' ? value : null;
  }

  /** The nominal of an outcome for a sum that is shown; NaN where it has none. */
  number(name: N): number {
    return this.out(name).nominal ?? NaN;
  }

  /** What an outcome's formula gives, also where it does not hold. */
  computed(name: N): number {
    return this.study.nominal[name] as number;
  }

  /**
   * A given, part value or parameter with its ends: `loadCurrent`, `R1.value`, `U1.currentRating`; null when not known.
   * @throws for a name the stage does not have: a slip in the kind
   */
  range(ref: N): Range | null {
    const x = this.x as AnyInputs;
    const part = placeOf(ref);
    const group = part ? null : ref === 'ambient' ? x : ref in x.given ? x.given : x.carried;
    const all = (this.#ranges ??= new Map(this.study.inputs.map((i) => [i.path, i])));
    if (all.size > 0) {
      const path = part ? `parts.${ref}` : group === x ? ref : group === x.given ? `given.${ref}` : `carried.${ref}`;
      const input = all.get(path);
      if (input) return input.whole ?? { nominal: input.nominal, low: input.low, high: input.high };
    }
    if (part ? x.parts[part.slot] === undefined : !(ref in group)) throw new Error(`there is no "${ref}" here`);
    const value: unknown = part ? x.parts[part.slot][part.key] : group[ref];
    return typeof value === 'number' ? exactly(value) : null;
  }

  /** As `range`, for what the kind itself guarantees to be there. @throws when it is not: a slip in the kind. */
  must(ref: N): Range {
    const range = this.range(ref);
    if (!range) throw new Error(`"${ref}" has no value here`);
    return range;
  }

  /** Whether a name is that of an outcome. */
  protected tells(ref: string): boolean {
    return ref in this.study.nominal || this.derived(ref) !== undefined;
  }

  /** An outcome, given or part by name; null when it has no number. */
  pick(ref: N): Range | null {
    if (!this.tells(ref)) return this.range(ref);
    const s = this.out(ref);
    return s.nominal === null || s.low === null || s.high === null ? null : { nominal: s.nominal, low: s.low, high: s.high };
  }

  /** As `pick`, with the reason where it has no number, and with one end where the other has none. */
  spread(ref: N): Spread {
    if (this.tells(ref)) return this.out(ref);
    return this.range(ref) ?? { nominal: null, low: null, high: null, absent: impossible('it is not given') };
  }
}

/** The largest magnitude of several signed results: no board has less than the least that one of them has for certain. */
function largest(all: Spread[]): Spread {
  const absent = all.find((s) => s.absent)?.absent;
  const of = (end: (s: Spread) => number | null): number | null => {
    const values = all.map(end);
    return values.includes(null) ? null : Math.max(...(values as number[]));
  };
  const least = ({ low, high }: Spread) => (low === null || high === null ? null : low <= 0 && high >= 0 ? 0 : Math.min(Math.abs(low), Math.abs(high)));
  const most = ({ low, high }: Spread) => (low === null || high === null ? null : Math.max(Math.abs(low), Math.abs(high)));
  return { nominal: of((s) => s.nominal && Math.abs(s.nominal)), low: of(least), high: of(most), ...(absent ? { absent } : {}) };
}

/** The least low, the given nominal and the greatest high; an end is null when any of them has none. */
function span(all: Spread[], nominal: Spread): Spread {
  const absent = all.find((s) => s.absent)?.absent;
  const lows = all.map((s) => s.low);
  const highs = all.map((s) => s.high);
  const low = lows.includes(null) ? null : Math.min(...(lows as number[]));
  const high = highs.includes(null) ? null : Math.max(...(highs as number[]));
  return { nominal: nominal.nominal, low, high, ...(absent ? { absent } : {}) };
}

const places = new Map<string, { slot: string; key: string } | null>();

/** `R1.value` as slot and key; null for a name without a dot. Kinds ask with the same few texts all the time. */
function placeOf(ref: string): { slot: string; key: string } | null {
  let place = places.get(ref);
  if (place === undefined) {
    const dot = ref.indexOf('.');
    places.set(ref, (place = dot < 0 ? null : { slot: ref.slice(0, dot), key: ref.slice(dot + 1) }));
  }
  return place;
}

/** A stage at a point is asked of its results, never of a study. */
const NOTHING = new Study([], () => ({}));

/**
 * A stage at a point, where every end is the nominal. One object serves any number of points: `stand` sets the results
 * it answers from.
 */
export class AtPoint<X = AnyInputs> extends Judged<X> {
  #results: Results = {};
  #outside: Map<string, Spread> | null = null;
  readonly #places = new Map<string, { where: Record<string, unknown>; key: string }>();

  constructor(x: X, env: Judged<X>['env'], derived: (outcome: string) => OutcomeDef['derived'], dead: Absent | null = null) {
    super(x, env, NOTHING, 'plain', derived, dead);
  }

  /** Answers from these results; what is outside its formula's region at any end is outside here. */
  stand(results: Results, region?: (c: Judged<X>) => { outside: readonly { outcome: string }[]; reason: string } | null): void {
    this.#results = results;
    this.#outside = null;
    const found = region?.(this);
    if (!found) return;
    const nothing: Spread = { nominal: null, low: null, high: null, absent: impossible(found.reason) };
    this.#outside = new Map(found.outside.map((o) => [o.outcome, nothing]));
  }

  override out(name: string): Spread {
    const outside = this.#outside?.get(name);
    if (outside) return outside;
    const result = this.#results[name];
    if (typeof result === 'number' && Number.isFinite(result)) return { nominal: result, low: result, high: result };
    if (result !== undefined) {
      const value = numeric(result as Value);
      return isAbsent(value) ? { nominal: null, low: null, high: null, absent: value } : exactly(value);
    }
    const derived = this.derived(name);
    if (!derived) throw new Error(`there is no outcome "${name}"`);
    if ('made' in derived) {
      const out = (n: string) => this.out(n);
      return derived.made({ out, plain: out, overParts: out, halfSpread: () => 0 }) as Spread;
    }
    if ('largestOf' in derived) return largest(derived.largestOf.map((n) => this.out(n)));
    return 'halfSpreadOf' in derived ? exactly(0) : this.out(derived.nominalOf);
  }

  override range(ref: string): Range | null {
    let place = this.#places.get(ref);
    if (!place) {
      const x = this.x as AnyInputs;
      const part = placeOf(ref);
      place = part ? { where: x.parts[part.slot] ?? {}, key: part.key } : { where: ref === 'ambient' ? x : ref in x.given ? x.given : x.carried, key: ref };
      this.#places.set(ref, place);
    }
    const value = place.where[place.key];
    return typeof value === 'number' ? exactly(value) : null;
  }

  override physical(name: string): Spread {
    const result = this.#results[name];
    if (result === undefined) return this.spread(name);
    const value = numeric(result as Value);
    const seen = isAbsent(value) ? value.stand : value;
    return seen === undefined ? { nominal: null, low: null, high: null, absent: value as Absent } : exactly(seen);
  }

  protected override tells(ref: string): boolean {
    return ref in this.#results || this.derived(ref) !== undefined;
  }

  override pick(ref: string): Range | null {
    if (!this.tells(ref)) return this.range(ref);
    const s = this.out(ref);
    return s.nominal === null ? null : (s as Range);
  }
}

const FEW = 4;
/** Whether an input is a part's own: what copies differ by. */
export const ofParts = (path: string): boolean => path.startsWith('parts.');
