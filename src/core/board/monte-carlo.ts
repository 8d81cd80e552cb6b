import { draw, randomOf, type Distribution } from '../tolerance/random.ts';
import { explained, histogram, summarise, wilson, type Summary } from '../tolerance/statistics.ts';
import type { BoardDoc } from './document.ts';
import { Sampler } from './sampler.ts';
import type { CheckDef, OutcomeDef } from '../kinds/contract.ts';
import type { Cell } from './point.ts';

export interface MonteCarloOptions {
  runs: number;
  seed: number;
  distribution: Distribution;
  /** First run of this piece, for work shared out: runs are numbered through. */
  first?: number;
  progress?: (done: number) => boolean;
}

/** What some runs gave: samples by stage and outcome, inputs, and which checks held. */
export interface Samples {
  runs: number;
  inputs: { stage: string | null; path: string; values: Float64Array }[];
  outcomes: Map<string, Float64Array>;
  /** By stage and check: runs in which it held, and in which it applied. */
  checks: Map<string, { held: number; applied: number }>;
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
  const tallies = sampler.cells.map((cell) => new Tally(cell, runs, waived));
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
  readonly #applied: Uint32Array;
  readonly #waived: readonly boolean[];
  /** Version of the stage when it was last judged. */
  seen = -1;

  constructor(
    readonly cell: Cell,
    runs: number,
    waived: ReadonlySet<string>,
  ) {
    const { node } = cell;
    this.id = node.doc.id;
    this.names = Object.entries(node.kind.outcomes as Record<string, OutcomeDef>).flatMap(([name, def]) => (def.derived ? [] : [name]));
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
    for (let i = 0; i < names.length; i++) {
      const value = o[names[i]!];
      if (typeof value === 'number') columns[i]![run] = value;
    }
  }

  merge(): void {
    for (let i = 0; i < this.now.length; i++) if (this.now[i]! >= 0 && this.#run[i] !== 0) this.#run[i] = this.now[i]!;
  }

  /** Counts the run; whether every check held that nobody waived. */
  end(): boolean {
    let whole = true;
    for (let i = 0; i < this.now.length; i++) {
      if (this.#run[i] === -1) continue;
      this.#applied[i]!++;
      if (this.#run[i] === 1) this.#held[i]!++;
      else if (!this.#waived[i]) whole = false;
    }
    return whole;
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
  for (const t of tallies) whole = t.end() && whole;
  return whole;
}

/** Pieces of one run put together in their order. */
export function join(pieces: readonly Samples[]): Samples {
  if (pieces.length === 1) return pieces[0]!;
  const runs = pieces.reduce((sum, p) => sum + p.runs, 0);
  const concat = (of: (p: Samples) => Float64Array): Float64Array => {
    const all = new Float64Array(runs);
    let at = 0;
    for (const p of pieces) {
      all.set(of(p).subarray(0, p.runs), at);
      at += p.runs;
    }
    return all;
  };
  const checks: Samples['checks'] = new Map();
  for (const p of pieces) {
    for (const [key, c] of p.checks) {
      const sum = checks.get(key) ?? { held: 0, applied: 0 };
      checks.set(key, { held: sum.held + c.held, applied: sum.applied + c.applied });
    }
  }
  return {
    runs,
    inputs: pieces[0]!.inputs.map((input, i) => ({ ...input, values: concat((p) => p.inputs[i]!.values) })),
    outcomes: new Map([...pieces[0]!.outcomes.keys()].map((key) => [key, concat((p) => p.outcomes.get(key)!)])),
    checks,
    passed: pieces.reduce((sum, p) => sum + p.passed, 0),
  };
}

export interface Contribution {
  input: string;
  share: number;
}

/** Smallest share of an outcome's variance worth naming. */
const WORTH = 0.002;

/** What moves an outcome most. Inputs of its own stage by their path, others with their stage before it. */
export function contributions(s: Samples, stage: string, outcome: string): Contribution[] {
  const values = s.outcomes.get(`${stage}.${outcome}`);
  if (!values) return [];
  return s.inputs
    .map((i) => ({ input: i.stage === null || i.stage === stage ? i.path : `${i.stage}.${i.path}`, share: explained(i.values, values) }))
    .filter((c) => c.share > WORTH)
    .sort((a, b) => b.share - a.share);
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
