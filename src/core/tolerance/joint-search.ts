/** A part to be chosen: values one can have, ascending, and their tolerance. */
export interface Slot {
  values: readonly number[];
  tolerance: number;
}

export interface Problem {
  slots: readonly Slot[];
  /** What the values give, in the order of the slots. Each is monotone in each value. */
  results: readonly ((values: readonly number[]) => number)[];
  /** What each result should be; not zero. */
  targets: readonly number[];
  /** Limits that a combination breaks; those that break fewer come first. */
  breaks?: (values: readonly number[]) => number;
  /** What the search brings near zero: the worst-case error, or the nominal one where the tolerances are not to decide. */
  by?: 'worst' | 'error';
  /** Errors closer than this count as equal, and `order` decides. */
  resolution?: number;
  /** Which of two with equal errors comes first. */
  order?: (a: Found, b: Found) => number;
  /** How many to keep. */
  keep?: number;
}

/** A combination. Errors are relative to the targets, the largest of them all. */
export interface Found {
  /** Places in the lists of the slots, and the values there. */
  at: number[];
  values: number[];
  /** Signed error of the first result with nominal values. */
  error: number;
  /** Largest error with nominal values. */
  off: number;
  /** Largest error with every value at the end of its tolerance that makes it worse. */
  worst: number;
  breaks: number;
}

/** Rows of a search beyond which outer slots are first looked at coarsely. */
const ROWS = 150_000;
/** Neighbours of the best place of a row that are candidates too. */
const AROUND = 2;
/** Steps downhill after which looking for the bottom by halves is cheaper. */
const FAR = 24;

/**
 * The best few combinations of buyable values for one or more results together. For all values but the last the best last
 * one is found by walking downhill, because the largest of several errors of monotone functions is quasi-convex; outer
 * values that cannot reach the targets any more are left out. Exhaustive up to some 150 000 rows; above that the outer
 * slots are searched coarsely first and then around what was found. // [Knuth] 7.2.2
 */
export function jointSearch(problem: Problem): Found[] {
  if (problem.slots.some((s) => s.values.length === 0)) return [];
  const rows = problem.slots.slice(0, -1).reduce((n, s) => n * s.values.length, 1);
  if (rows <= ROWS)
    return new Search(
      problem,
      problem.slots.slice(0, -1).map((s) => places(s.values.length, 1)),
    ).run();
  const outer = problem.slots.length - 1;
  const stride = Math.ceil((rows / ROWS) ** (1 / outer));
  const coarse = new Search(
    problem,
    problem.slots.slice(0, -1).map((s) => places(s.values.length, stride)),
  ).run();
  const fine = coarse.flatMap((c) =>
    new Search(
      problem,
      problem.slots.slice(0, -1).map((s, i) => places(s.values.length, 1).filter((at) => Math.abs(at - c.at[i]!) <= stride)),
    ).run(),
  );
  const seen = new Set<string>();
  const compare = comparing(problem);
  return [...coarse, ...fine]
    .filter((f) => !seen.has(f.at.join()) && seen.add(f.at.join()))
    .sort(compare)
    .slice(0, problem.keep ?? KEEP);
}

const KEEP = 5;
const places = (count: number, stride: number): number[] => Array.from({ length: Math.ceil(count / stride) }, (_, i) => i * stride);

/** Fewer broken limits, then the smaller error, then what the problem says, then the other error. */
function comparing({ by = 'worst', resolution = 1e-9, order }: Problem): (a: Found, b: Found) => number {
  const first = by === 'worst' ? (f: Found) => f.worst : (f: Found) => f.off;
  const second = by === 'worst' ? (f: Found) => f.off : (f: Found) => f.worst;
  const step = (f: Found) => Math.round(first(f) / resolution);
  return (a, b) => a.breaks - b.breaks || step(a) - step(b) || (order?.(a, b) ?? 0) || first(a) - first(b) || second(a) - second(b);
}

class Search {
  readonly #found: Found[] = [];
  readonly #compare: (a: Found, b: Found) => number;
  readonly #values: number[];
  readonly #at: number[];
  /** By result and slot: whether the result rises with the value. */
  readonly #rises: boolean[][];
  readonly #keep: number;
  readonly #last: Slot;
  readonly #corner: number[];
  #begun = false;

  constructor(
    private readonly problem: Problem,
    private readonly outer: readonly (readonly number[])[],
  ) {
    this.#compare = comparing(problem);
    this.#keep = problem.keep ?? KEEP;
    const { slots } = problem;
    this.#last = slots.at(-1)!;
    this.#at = slots.map(() => 0);
    this.#values = slots.map((s) => s.values[s.values.length >> 1]!);
    this.#corner = [...this.#values];
    this.#rises = problem.results.map((f) =>
      slots.map((s, i) => {
        const at = (v: number) => f(this.#values.with(i, v));
        return at(s.values.at(-1)! * 1.01) >= at(s.values[0]!);
      }),
    );
  }

  run(): Found[] {
    this.#descend(0);
    return this.#found;
  }

  #descend(depth: number): void {
    if (depth === this.problem.slots.length - 1) {
      this.#row();
      return;
    }
    const { values } = this.problem.slots[depth]!;
    for (const at of this.outer[depth]!) {
      this.#at[depth] = at;
      this.#values[depth] = values[at]!;
      if (depth + 1 < this.problem.slots.length && this.#hopeless(depth + 1)) continue;
      this.#descend(depth + 1);
    }
  }

  /** Whether nothing that the slots from `depth` on hold can come nearer than what is kept already. */
  #hopeless(depth: number): boolean {
    const worstKept = this.#found.length === this.#keep ? this.#found.at(-1)! : null;
    if (!worstKept || worstKept.breaks > 0) return false;
    const { results, targets, slots, by = 'worst', resolution = 1e-9 } = this.problem;
    const limit = (by === 'worst' ? worstKept.worst : worstKept.off) + resolution;
    const end = (g: number, up: boolean) => {
      for (let i = 0; i < slots.length; i++) {
        const list = slots[i]!.values;
        this.#corner[i] = i < depth ? this.#values[i]! : up === this.#rises[g]![i] ? list.at(-1)! : list[0]!;
      }
      return results[g]!(this.#corner);
    };
    for (let g = 0; g < results.length; g++) {
      const target = targets[g]!;
      const [least, most] = [end(g, false), end(g, true)];
      if ((least - target) / Math.abs(target) > limit || (target - most) / Math.abs(target) > limit) return true;
    }
    return false;
  }

  /** All the last slot's values that may be among the best, the outer ones given. */
  #row(): void {
    const { values } = this.#last;
    const top = values.length - 1;
    let best = Math.min(this.#at.at(-1)!, top);
    let score = this.#score(best);
    if (!this.#begun || !Number.isFinite(score)) [best, score] = this.#meet();
    this.#begun = true;
    for (const step of [1, -1]) {
      for (let next = best + step, walked = 0; next >= 0 && next <= top; next += step) {
        const there = this.#score(next);
        if (!(there < score)) break;
        [best, score] = [next, there];
        // Far from the row before: straight to where the first result meets its target, and on from there.
        if (++walked === FAR) {
          const [met, close] = this.#meet();
          if (close < score) [best, score, next] = [met, close, met];
        }
      }
    }
    // The next row begins where this one ended.
    this.#at[this.#at.length - 1] = best;
    for (let at = Math.max(0, best - AROUND); at <= Math.min(top, best + AROUND); at++) this.#consider(at);
  }

  /** Where the first result crosses its target. */
  #meet(): [number, number] {
    const { values } = this.#last;
    let [low, high] = [0, values.length - 1];
    const rises = this.#rises[0]!.at(-1)!;
    while (low < high) {
      const middle = (low + high) >> 1;
      this.#values[this.#values.length - 1] = values[middle]!;
      if (this.problem.results[0]!(this.#values) < this.problem.targets[0]! === rises) low = middle + 1;
      else high = middle;
    }
    return [low, this.#score(low)];
  }

  #score(at: number): number {
    this.#values[this.#values.length - 1] = this.#last.values[at]!;
    return this.problem.by === 'error' ? this.#off() : this.#worst();
  }

  #off(): number {
    const { results, targets } = this.problem;
    let off = 0;
    for (let g = 0; g < results.length; g++) off = Math.max(off, Math.abs(results[g]!(this.#values) / targets[g]! - 1));
    return off;
  }

  #worst(): number {
    const { results, targets, slots } = this.problem;
    let worst = 0;
    for (let g = 0; g < results.length; g++) {
      for (const sign of [1, -1]) {
        for (let i = 0; i < slots.length; i++) this.#corner[i] = this.#values[i]! * (1 + (this.#rises[g]![i] ? sign : -sign) * slots[i]!.tolerance);
        worst = Math.max(worst, Math.abs(results[g]!(this.#corner) / targets[g]! - 1));
      }
    }
    return worst;
  }

  #consider(at: number): void {
    this.#values[this.#values.length - 1] = this.#last.values[at]!;
    const found: Found = {
      at: this.#at.with(-1, at),
      values: [...this.#values],
      error: this.problem.results[0]!(this.#values) / this.problem.targets[0]! - 1,
      off: this.#off(),
      worst: this.#worst(),
      breaks: this.problem.breaks?.(this.#values) ?? 0,
    };
    if (!Number.isFinite(found.worst)) return;
    const last = this.#found.at(-1);
    if (last && this.#found.length === this.#keep && this.#compare(found, last) >= 0) return;
    const place = this.#found.findIndex((f) => this.#compare(found, f) < 0);
    this.#found.splice(place < 0 ? this.#found.length : place, 0, found);
    if (this.#found.length > this.#keep) this.#found.pop();
  }
}
