import { draw, randomOf, type Distribution } from '../tolerance/random.ts';
import { explained, histogram, summarise, wilson, type Summary } from '../tolerance/statistics.ts';
import type { BoardDoc } from './document.ts';
import { Sampler } from './sampler.ts';
import type { OutcomeDef } from '../kinds/contract.ts';

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
  const outcomes = new Map<string, Float64Array>();
  for (const { node } of sampler.cells)
    for (const [name, def] of Object.entries(node.kind.outcomes as Record<string, OutcomeDef>))
      if (!def.derived) outcomes.set(`${node.doc.id}.${name}`, new Float64Array(runs).fill(NaN));
  const waived = new Set((doc.waivers ?? []).map((w) => `${w.stage}.${w.check}`));
  const checks: Samples['checks'] = new Map();
  const values = new Float64Array(sampler.free.length);
  let passed = 0;
  for (let run = 0; run < runs; run++) {
    const random = randomOf(seed, first + run);
    for (let i = 0; i < values.length; i++) values[i] = inputs[i]!.values[run] = draw(random, sampler.free[i]!.range, distribution);
    sampler.place(values);
    if (oneBoard(sampler, run, outcomes, checks, waived)) passed++;
    if (run % 256 === 255 && options.progress?.(run + 1)) return { runs: run + 1, inputs, outcomes, checks, passed };
  }
  return { runs, inputs, outcomes, checks, passed };
}

/** All states of one board; true when every check held in each. */
function oneBoard(sampler: Sampler, run: number, outcomes: Map<string, Float64Array>, checks: Samples['checks'], waived: ReadonlySet<string>): boolean {
  const failed = new Set<string>();
  const applied = new Set<string>();
  sampler.states.forEach((state, which) => {
    sampler.solve(state);
    for (const cell of sampler.cells) {
      const id = cell.node.doc.id;
      if (which === 0) {
        for (const name in cell.o) {
          const value = cell.o[name];
          if (typeof value === 'number') outcomes.get(`${id}.${name}`)![run] = value;
        }
      }
      const held = sampler.holds(cell);
      for (const check in held) {
        const key = `${id}.${check}`;
        applied.add(key);
        if (!held[check]) failed.add(key);
      }
    }
  });
  let whole = true;
  for (const key of applied) {
    let count = checks.get(key);
    if (!count) checks.set(key, (count = { held: 0, applied: 0 }));
    count.applied++;
    if (!failed.has(key)) count.held++;
    else if (!waived.has(key)) whole = false;
  }
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
