import { mustKind } from '../kinds/index.ts';
import type { PartDef } from '../stage/contract.ts';
import { PART_TYPES } from '../parts/part-types.ts';
import { decides, wilson } from '../tolerance/statistics.ts';
import type { BoardDoc, PartDoc } from './document.ts';
import { setPart } from './edit.ts';
import { held, monteCarlo, type MonteCarloOptions, type Samples } from './monte-carlo.ts';

/** A part made with a closer tolerance. `cost` counts in parts of the widest grade, all copies. */
export interface Tightening {
  stage: string;
  slot: string;
  from: number;
  to: number;
  cost: number;
}

export interface YieldPlan {
  before: ReturnType<typeof wilson>;
  after: ReturnType<typeof wilson>;
  changes: Tightening[];
  reached: boolean;
  /** Where no tolerance helps: the check that holds the boards back. */
  stuck: { stage: string; check: string } | null;
}

/** Parts looked at in a round, and rounds. */
const WIDTH = 6;
const ROUNDS = 5;
/** Gains smaller than this may be chance. */
const LEAST_GAIN = 0.002;

/** The document with a part of a closer tolerance; a part that was sized keeps being sized. */
export function tightened(doc: BoardDoc, { stage, slot, to }: Pick<Tightening, 'stage' | 'slot' | 'to'>): BoardDoc {
  const part = doc.stages.find((s) => s.id === stage)?.parts?.[slot];
  return setPart(doc, stage, slot, { ...defaultOf(doc, stage, slot), ...part, tolerance: to });
}

/** A part left out has its kind's value, which has to be named to get a tolerance of its own. */
function defaultOf(doc: BoardDoc, stage: string, slot: string): PartDoc {
  const def = partOf(doc, stage, slot);
  return doc.stages.find((s) => s.id === stage)?.parts?.[slot] === undefined && def?.default !== undefined ? { value: def.default } : {};
}

const partOf = (doc: BoardDoc, stage: string, slot: string): PartDef | undefined => {
  const kind = doc.stages.find((s) => s.id === stage)?.kind;
  return kind ? (mustKind(kind).parts as Record<string, PartDef>)[slot] : undefined;
};

/**
 * The cheapest closer tolerances with which a wanted share of boards passes. In each round the parts that decide most about
 * failing are tried in every grade on the same random boards; when one change is enough the cheapest such is taken, else
 * the one that gains most for its price, and at the end whatever turned out not to be needed is taken back. Not proven to
 * be the very cheapest of all combinations. `progress` is told the share of the work done and may stop it by returning true.
 */
export function cheapestChange(doc: BoardDoc, wanted: number, options: MonteCarloOptions): YieldPlan {
  const { progress, ...run } = options;
  let tried = 0;
  const most = ROUNDS * WIDTH * 3;
  let stopped = false;
  const boards = (d: BoardDoc): Samples => {
    tried++;
    stopped ||= progress?.(Math.min(0.99, tried / most)) ?? false;
    return monteCarlo(d, run);
  };
  const share = (s: Samples) => s.passed / s.runs;
  const first = boards(doc);
  let [now, samples] = [doc, first];
  let changes: Tightening[] = [];
  for (let round = 0; round < ROUNDS && share(samples) < wanted && !stopped; round++) {
    const tries = suspects(now, samples).flatMap((part) =>
      steps(now, part).map((change) => {
        const next = tightened(now, change);
        const result = stopped ? samples : boards(next);
        return { change, next, result, gain: share(result) - share(samples) };
      }),
    );
    const enough = tries.filter((t) => share(t.result) >= wanted).sort((a, b) => a.change.cost - b.change.cost);
    const best = enough[0] ?? tries.filter((t) => t.gain > LEAST_GAIN).sort((a, b) => b.gain / b.change.cost - a.gain / a.change.cost)[0];
    if (!best) break;
    [now, samples] = [best.next, best.result];
    changes = [...changes.filter((c) => c.stage !== best.change.stage || c.slot !== best.change.slot), fromStart(best.change, changes)];
  }
  if (share(samples) >= wanted) [changes, samples] = spared(doc, changes, samples, wanted, boards);
  return {
    before: wilson(first.passed, first.runs),
    after: wilson(samples.passed, samples.runs),
    changes,
    reached: share(samples) >= wanted,
    stuck: share(samples) >= wanted ? null : (held(samples, doc).find((h) => !h.waived) ?? null),
  };
}

/** A second step of the same part counts from where it began. */
function fromStart(change: Tightening, before: readonly Tightening[]): Tightening {
  const earlier = before.find((c) => c.stage === change.stage && c.slot === change.slot);
  return earlier ? { ...change, from: earlier.from, cost: earlier.cost + change.cost } : change;
}

/** Takes back what is not needed, the dearest first. */
function spared(doc: BoardDoc, all: Tightening[], done: Samples, wanted: number, boards: (d: BoardDoc) => Samples): [Tightening[], Samples] {
  let [changes, samples] = [all, done];
  if (all.length < 2) return [changes, samples];
  for (const change of [...all].sort((a, b) => b.cost - a.cost)) {
    const rest = changes.filter((c) => c !== change);
    const result = boards(rest.reduce(tightened, doc));
    if (result.passed / result.runs >= wanted) [changes, samples] = [rest, result];
  }
  return [changes, samples];
}

/** Parts that decide about failing, those that decide most first. */
function suspects(doc: BoardDoc, s: Samples): { stage: string; slot: string }[] {
  const failing = held(s, doc).filter((h) => !h.waived);
  const weights = failing.map((h) => ({ failed: s.failed.get(`${h.stage}.${h.check}`)!, weight: 1 - h.yield }));
  return s.inputs
    .flatMap((input) => {
      const slot = /^parts\.([^.]+)\.value$/.exec(input.path)?.[1];
      if (input.stage === null || !slot) return [];
      const weight = weights.reduce((sum, w) => sum + w.weight * decides(input.values, w.failed), 0);
      return weight > 0 ? [{ stage: input.stage, slot, weight }] : [];
    })
    .sort((a, b) => b.weight - a.weight)
    .slice(0, WIDTH);
}

/** The next few closer grades of a part. */
function steps(doc: BoardDoc, { stage, slot }: { stage: string; slot: string }): Tightening[] {
  const def = partOf(doc, stage, slot);
  const part = doc.stages.find((s) => s.id === stage)!;
  if (!def || def.type === 'device') return [];
  const { grades } = PART_TYPES[def.type];
  const from = part.parts?.[slot]?.tolerance ?? (part.parts?.[slot]?.value === undefined ? (def.tolerance ?? 0) : 0);
  const price = grades.findLast(([t]) => t >= from * 0.999)?.[1] ?? 1;
  return grades
    .filter(([t]) => t < from * 0.999)
    .slice(0, 3)
    .map(([to, dearer]) => ({ stage, slot, from, to, cost: (dearer - price) * (part.copies ?? 1) }));
}
