import { namesOf } from '../tolerance/corners.ts';
import { draw, randomOf, type Distribution } from '../tolerance/random.ts';
import { decides, explained, histogram, summarise, wilson, type Summary } from '../tolerance/statistics.ts';
import { mustKind } from '../kinds/index.ts';
import type { BoardDoc } from './document.ts';
import { Sampler } from './sampler.ts';
import type { CheckDef, OutcomeDef } from '../stage/contract.ts';
import type { Cell } from './cell.ts';

export interface MonteCarloOptions {
  runs: number;
  seed: number;
  distribution: Distribution;
  /** First run of this piece, for work shared out: runs are numbered through. */
  first?: number;
  progress?: (done: number) => boolean;
  /** Samples of every outcome that is listed, also of those worked out late that no check looks at. */
  every?: boolean;
}

/** What some runs gave: samples by stage and outcome, inputs, and which checks held. */
export interface Samples {
  runs: number;
  inputs: { stage: string | null; path: string; values: Float64Array }[];
  outcomes: Map<string, Float64Array>;
  /** By stage and check: runs in which it held, and in which it applied. */
  checks: Map<string, { held: number; applied: number }>;
  /** By stage and check: 1 for each run in which it failed. Only of checks that failed at all. */
  failed: Map<string, Uint8Array>;
  /** Runs in which every check held. */
  passed: number;
}

/**
 * Boards built at random: every free number drawn by itself, voltages, loads, signals and heat carried through, checks judged
 * in every state. The same seed gives the same numbers on any machine and in any number of pieces.
 */
export function monteCarlo(doc: BoardDoc, options: MonteCarloOptions): Samples {
  const sampler = new Sampler(doc);
  const { runs, seed, distribution, first = 0 } = options;
  const inputs = sampler.free.map((f) => ({ stage: f.stage, path: f.path, values: new Float64Array(runs) }));
  const waived = new Set((doc.waivers ?? []).map((w) => `${w.stage}.${w.check}`));
  const tallies = sampler.cells.map((cell) => new Tally(cell, runs, waived, options.every ?? false));
  const values = new Float64Array(sampler.free.length);
  let passed = 0;
  let done = 0;
  while (done < runs) {
    const random = randomOf(seed, first + done);
    for (let i = 0; i < values.length; i++) values[i] = inputs[i]!.values[done] = draw(random, sampler.free[i]!.range, distribution);
    sampler.place(values);
    if (oneBoard(sampler, done, tallies)) passed++;
    done++;
    if (done % 256 === 0 && options.progress?.(done)) break;
  }
  return {
    runs: done,
    inputs,
    outcomes: new Map(tallies.flatMap((t) => t.names.map((name, i) => [`${t.id}.${name}`, t.columns[i]!] as const))),
    checks: new Map(tallies.flatMap((t) => t.checks())),
    failed: new Map(tallies.flatMap((t) => t.failures())),
    passed,
  };
}

/** What the runs gave at one stage. */
class Tally {
  readonly id: string;
  readonly names: readonly string[];
  readonly columns: readonly Float64Array[];
  readonly #ids: readonly string[];
  readonly defs: readonly CheckDef[];
  /** Of the state at hand: 1 holds, 0 does not, −1 does not apply. */
  readonly now: Int8Array;
  /** Of this run in all states looked at so far, the same way. */
  readonly #run: Int8Array;
  readonly #held: Uint32Array;
  readonly #late: boolean;
  readonly #applied: Uint32Array;
  readonly #failed: (Uint8Array | undefined)[] = [];
  readonly #waived: readonly boolean[];
  /** Version of the stage when it was last judged. */
  seen = -1;

  constructor(
    readonly cell: Cell,
    runs: number,
    waived: ReadonlySet<string>,
    /** What is late too, though no check looks at it. */
    every: boolean,
  ) {
    const { node } = cell;
    this.id = node.doc.id;
    const outcomes = node.kind.outcomes as Record<string, OutcomeDef>;
    const looked = new Set(Object.values(node.kind.checks as Record<string, CheckDef>).map((c) => c.value));
    // In the order in which they come.
    this.names = namesOf(node.judged.study.nominal).filter((name) => {
      const def = outcomes[name];
      return def && !def.derived && (!def.late || def.late === 'listed' || (every ? !def.hidden : looked.has(name)));
    });
    this.#late = node.late.size > 0;
    this.columns = this.names.map(() => new Float64Array(runs).fill(NaN));
    this.#ids = Object.keys(node.kind.checks);
    this.defs = Object.values(node.kind.checks as Record<string, CheckDef>);
    this.now = new Int8Array(this.defs.length);
    this.#run = new Int8Array(this.defs.length);
    this.#held = new Uint32Array(this.defs.length);
    this.#applied = new Uint32Array(this.defs.length);
    this.#waived = this.#ids.map((id) => waived.has(`${this.id}.${id}`));
  }

  begin(): void {
    this.#run.fill(-1);
  }

  record(run: number): void {
    const { names, columns } = this;
    const { o } = this.cell;
    if (this.#late) {
      // To enumerate them would work out what nobody asked for.
      names.forEach((name, i) => {
        const value = o[name];
        if (typeof value === 'number') columns[i]![run] = value;
      });
      return;
    }
    let next = 0;
    // Engines read a property fastest while they enumerate it.
    for (const name in o) {
      const i = names[next] === name ? next : names.indexOf(name);
      next++;
      const value = o[name];
      if (i >= 0 && typeof value === 'number') columns[i]![run] = value;
    }
  }

  merge(): void {
    for (let i = 0; i < this.now.length; i++) if (this.now[i]! >= 0 && this.#run[i] !== 0) this.#run[i] = this.now[i]!;
  }

  /** Counts the run; whether every check held that nobody waived. */
  end(run: number): boolean {
    let whole = true;
    for (let i = 0; i < this.now.length; i++) {
      if (this.#run[i] === -1) continue;
      this.#applied[i]!++;
      if (this.#run[i] === 1) {
        this.#held[i]!++;
        continue;
      }
      (this.#failed[i] ??= new Uint8Array(this.columns[0]?.length ?? 0))[run] = 1;
      if (!this.#waived[i]) whole = false;
    }
    return whole;
  }

  failures(): [string, Uint8Array][] {
    return this.#ids.flatMap((id, i) => (this.#failed[i] ? [[`${this.id}.${id}`, this.#failed[i]]] : []));
  }

  checks(): [string, { held: number; applied: number }][] {
    return this.#ids.flatMap((id, i) => (this.#applied[i] ? [[`${this.id}.${id}`, { held: this.#held[i]!, applied: this.#applied[i] }]] : []));
  }
}

/** All states of one board; true when every check held in each. */
function oneBoard(sampler: Sampler, run: number, tallies: readonly Tally[]): boolean {
  for (let s = 0; s < sampler.states.length; s++) {
    sampler.solve(sampler.states[s]!);
    for (const t of tallies) {
      if (s === 0) {
        t.begin();
        t.record(run);
      } else if (t.seen === t.cell.version) continue;
      t.seen = t.cell.version;
      sampler.holds(t.cell, t.defs, t.now);
      t.merge();
    }
  }
  let whole = true;
  for (const t of tallies) whole = t.end(run) && whole;
  return whole;
}

/** Runs shared out evenly over some workers: the first of each piece and how many. */
export function pieces(runs: number, count: number): { first: number; runs: number }[] {
  const edge = (k: number) => Math.floor((runs * k) / count);
  return Array.from({ length: count }, (_, k) => ({ first: edge(k), runs: edge(k + 1) - edge(k) }));
}

/** Memory that samples may take, bytes. */
const ROOM = 3e8;

/** How many runs of a board fit into a page's or a thread's memory: every result of every run is kept. */
export function mostRuns(doc: BoardDoc): number {
  const columns = doc.stages.reduce((n, s) => n + Object.keys(mustKind(s.kind).outcomes).length, 1);
  return Math.floor(ROOM / (8 * columns) / 100) * 100;
}

/** Pieces of one run put together in their order. */
export function join(parts: readonly Samples[]): Samples {
  if (parts.length === 1) return parts[0]!;
  const runs = parts.reduce((sum, p) => sum + p.runs, 0);
  const concat = <A extends Float64Array | Uint8Array>(all: A, of: (p: Samples) => A | undefined): A => {
    let at = 0;
    for (const p of parts) {
      const piece = of(p);
      if (piece) all.set(piece.subarray(0, p.runs), at);
      at += p.runs;
    }
    return all;
  };
  const numbers = (of: (p: Samples) => Float64Array) => concat(new Float64Array(runs), of);
  const checks: Samples['checks'] = new Map();
  for (const p of parts) {
    for (const [key, c] of p.checks) {
      const sum = checks.get(key) ?? { held: 0, applied: 0 };
      checks.set(key, { held: sum.held + c.held, applied: sum.applied + c.applied });
    }
  }
  return {
    runs,
    inputs: parts[0]!.inputs.map((input, i) => ({ ...input, values: numbers((p) => p.inputs[i]!.values) })),
    outcomes: new Map([...parts[0]!.outcomes.keys()].map((key) => [key, numbers((p) => p.outcomes.get(key)!)])),
    checks,
    failed: new Map([...new Set(parts.flatMap((p) => [...p.failed.keys()]))].map((key) => [key, concat(new Uint8Array(runs), (p) => p.failed.get(key))])),
    passed: parts.reduce((sum, p) => sum + p.passed, 0),
  };
}

export interface Contribution {
  input: string;
  share: number;
}

/** Smallest share of an outcome's variance worth naming. */
const WORTH = 0.002;
/** Runs of a glance, and the share that it has to find: chance finds a thousandth. */
const GLANCE = 1000;
const HINT = 0.004;

/** What moves an outcome most. Inputs of its own stage by their path, others with their stage before it. */
export function contributions(s: Samples, stage: string, outcome: string): Contribution[] {
  const values = s.outcomes.get(`${stage}.${outcome}`);
  return values ? shares(s, stage, (input) => explained(input, values)) : [];
}

function shares(s: Samples, stage: string, share: (input: Float64Array) => number): Contribution[] {
  const worth = (i: Samples['inputs'][number]) =>
    // With every stage's inputs asked about every outcome the cost would grow with the square of the board: a glance at some
    // runs tells which inputs of other stages can matter at all.
    i.stage === null || i.stage === stage || i.values.length <= GLANCE || share(i.values.subarray(0, GLANCE)) > HINT;
  return s.inputs
    .filter(worth)
    .map((i) => ({ input: i.stage === null || i.stage === stage ? i.path : `${i.stage}.${i.path}`, share: share(i.values) }))
    .filter((c) => c.share > WORTH)
    .sort((a, b) => b.share - a.share);
}

export interface Held {
  stage: string;
  check: string;
  /** Checks of the stage that failed on the very same boards, as all that hangs on a regulator which drops out. */
  also: string[];
  yield: number;
  low: number;
  high: number;
  waived: boolean;
}

/** Checks that failed on some boards, those that hold most boards back first; those that fail together told once. */
export function held(s: Samples, doc: BoardDoc): Held[] {
  const waivers = new Set((doc.waivers ?? []).map((w) => `${w.stage}.${w.check}`));
  const all: Held[] = [];
  for (const [key, c] of s.checks) {
    if (c.held === c.applied) continue;
    const dot = key.indexOf('.');
    const [stage, check] = [key.slice(0, dot), key.slice(dot + 1)];
    const waived = waivers.has(key);
    const failed = s.failed.get(key);
    // What fails on every board has nothing random to tie it to the rest.
    const twin = c.held ? all.find((h) => h.stage === stage && h.waived === waived && sameRuns(failed, s.failed.get(`${stage}.${h.check}`))) : undefined;
    if (twin) twin.also.push(check);
    else all.push({ stage, check, also: [], ...wilson(c.held, c.applied), waived });
  }
  return all.sort((a, b) => Number(a.waived) - Number(b.waived) || a.yield - b.yield);
}

const sameRuns = (a: Uint8Array | undefined, b: Uint8Array | undefined): boolean => !!a && !!b && a.every((v, run) => v === b[run]);

/** Which inputs decide whether a check fails, as shares of the variance of failing; inputs as in `contributions`. */
export function decisive(s: Samples, stage: string, check: string): Contribution[] {
  const failed = s.failed.get(`${stage}.${check}`);
  if (!failed) return [];
  return shares(s, stage, (input) => decides(input, failed));
}

export interface OutcomeStatistics extends Summary {
  contributions: Contribution[];
  histogram: { from: number; to: number; counts: number[] } | null;
}

/** Statistics of one outcome; null where it had no value in any run. */
export function statisticsOf(s: Samples, stage: string, outcome: string, bins = 40): OutcomeStatistics | null {
  const values = s.outcomes.get(`${stage}.${outcome}`);
  const summary = values ? summarise(values) : null;
  return summary && { ...summary, contributions: contributions(s, stage, outcome), histogram: histogram(values!, bins) };
}

/** What `montecarlo --json` answers. */
export function monteCarloAnswer(doc: BoardDoc, s: Samples, seed: number): Record<string, unknown> {
  const stages = doc.stages.map((stage) => {
    const names = [...s.outcomes.keys()].filter((k) => k.startsWith(`${stage.id}.`)).map((k) => k.slice(stage.id.length + 1));
    const outcomes = names.flatMap((name) => {
      const of = statisticsOf(s, stage.id, name);
      return of ? [[name, { mean: of.mean, deviation: of.deviation, percentiles: of.percentiles, contributions: of.contributions }] as const] : [];
    });
    const checks = [...s.checks]
      .filter(([key]) => key.startsWith(`${stage.id}.`))
      .map(([key, c]) => [key.slice(stage.id.length + 1), { yield: c.held / c.applied }] as const);
    return [stage.id, { outcomes: Object.fromEntries(outcomes), checks: Object.fromEntries(checks) }] as const;
  });
  return { runs: s.runs, seed, board: wilson(s.passed, s.runs), stages: Object.fromEntries(stages) };
}
