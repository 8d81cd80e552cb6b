import type { ErrorTerm, RemovedBy } from '../stage/contract.ts';
import { PEAK_TO_PEAK } from '../physics/noise.ts';
import type { Unit } from '../quantity/units.ts';
import type { StageSum, Sum } from './evaluate.ts';
import { titleOf } from '../stage/titles.ts';

// What a reading is wrong by, from the sensor to the number: each term in the sensor's own unit and in steps of the converter.

/** Points of a calibration: none, one, two, and as many as take a bend away. */
export const POINTS = [0, 1, 2, 3] as const;

export interface BudgetTerm extends ErrorTerm {
  stage: string;
  title: string;
  /** In steps of the converter; null where none is known. */
  lsb: number | null;
  /** Of the root-sum-square, uncalibrated. */
  share: number;
}
export interface AcquisitionBudget {
  /** From the sensor to the number. */
  stages: readonly { id: string; title: string }[];
  unit: Unit;
  /** One step of the converter, in the unit. */
  lsb: number | null;
  /** The largest first. */
  terms: readonly BudgetTerm[];
  /** What is left by points of a calibration: the sum of all ends, and the root of the sum of squares. */
  left: readonly { points: number; worst: number; rss: number }[];
  /** Peak to peak, in the unit. */
  noise: number | null;
  /** Of what folds back, dB. */
  alias: number | null;
  rate: Rate | null;
}
export interface Rate {
  hertz: number;
  /** What keeps it from being faster, and how far apart in time two channels are, s. */
  limitedBy: string | null;
  skew: number | null;
}

const survives = (removedBy: RemovedBy, points: number): boolean => removedBy === null || removedBy > points;

/** What every reading of the board is wrong by, in the order of the board. */
export function acquisitionBudgets(sum: Sum): AcquisitionBudget[] {
  // What somebody listens to as a voltage is read there.
  const read = (s: StageSum) => listenersOf(sum, s.id).some((l) => l.kind.id !== 'adc-scan' && l.kind.id !== 'serial-link');
  return sum.stages.flatMap((s) => {
    if (!s.kind.acquires?.lsb || s.judged.dead || read(s)) return [];
    const budget = budgetOf(sum, s);
    return budget ? [budget] : [];
  });
}

const listenersOf = (sum: Sum, id: string): StageSum[] => sum.stages.filter((s) => Object.values(s.doc.signals ?? {}).some((ref) => ref.split('.')[0] === id));

/** Stages before one, the sensor first. */
function pathTo(sum: Sum, end: StageSum): StageSum[] {
  const path = [end];
  for (;;) {
    const refs = Object.entries(path[0]!.doc.signals ?? {}).filter(([port]) => port !== 'clock');
    const before = refs.length ? sum.byId.get(refs[0]![1].split('.')[0]!) : undefined;
    if (!before || path.includes(before)) return path;
    path.unshift(before);
  }
}

function budgetOf(sum: Sum, end: StageSum): AcquisitionBudget | null {
  const path = pathTo(sum, end);
  const head = path[0]!;
  const sensor = path.length > 1 ? head.kind.acquires : undefined;
  const per = sensor?.per?.(head.judged) ?? null;
  const unit = sensor && per !== null ? sensor.unit : end.kind.acquires!.unit;
  const terms: Omit<BudgetTerm, 'lsb' | 'share'>[] = [];
  // Volts at each stage's output for one of the unit, from the sensor on.
  let scale = per ?? 1;
  const whole = path.slice(1, -1).reduce((all, s) => all * gainOf(s), sensor && per !== null ? per : gainOf(head));
  path.forEach((s, i) => {
    const last = i === path.length - 1;
    const add = (all: readonly ErrorTerm[], over: number) => {
      for (const t of all) {
        const amount = Math.abs(t.amount / over);
        if (amount > 0 && Number.isFinite(amount)) terms.push({ ...t, amount, stage: s.id, title: s.title });
      }
    };
    if (last) add(ownTerms(s, false), path.length > 1 ? scale : 1);
    else if (i === 0 && sensor && per !== null) add(ownTerms(s, true), 1);
    else {
      const gain = gainOf(s);
      scale *= gain;
      add(conditioning(s, (reading(end) * scale) / whole), scale);
    }
  });
  if (terms.some((t) => Number.isNaN(t.amount))) return null;
  const over = path.length > 1 ? scale : 1;
  const step = end.kind.acquires!.lsb!(end.judged);
  const lsb = step !== null && Number.isFinite(step) && step > 0 ? Math.abs(step / over) : null;
  const squares = terms.reduce((all, t) => all + t.amount ** 2, 0);
  const noise = end.kind.acquires!.noise?.(end.judged) ?? null;
  return {
    stages: path.map(({ id, title }) => ({ id, title })),
    unit,
    lsb,
    terms: terms
      .map((t) => ({ ...t, lsb: lsb === null ? null : t.amount / lsb, share: squares > 0 ? t.amount ** 2 / squares : 0 }))
      .sort((a, b) => b.amount - a.amount),
    left: POINTS.map((points) => {
      const there = terms.filter((t) => survives(t.removedBy, points));
      return { points, worst: there.reduce((all, t) => all + t.amount, 0), rss: Math.sqrt(there.reduce((all, t) => all + t.amount ** 2, 0)) };
    }),
    noise: noise === null ? null : PEAK_TO_PEAK * Math.abs(noise / over),
    alias: end.kind.acquires!.alias ? end.judged.nominal(end.kind.acquires!.alias) : null,
    rate: rateOf(sum, end),
  };
}

/** What each of a stage's inputs adds to its error, and what it says beside that. */
function ownTerms(s: StageSum, converted: boolean): ErrorTerm[] {
  const a = s.kind.acquires;
  if (!a) return [];
  const terms: ErrorTerm[] = [...(a.terms?.(s.judged) ?? [])];
  if (!a.error) return terms;
  const [outcome, times] = a.error;
  const starts = (path: string, all: readonly string[]) => all.find((p) => path.startsWith(p));
  for (const { path } of s.judged.study.inputs) {
    if (converted && a.own && starts(path, a.own)) continue;
    const half = s.judged.study.halfSpread(outcome, (p) => p === path);
    if (typeof half !== 'number' || half === 0) continue;
    const removal = starts(path, Object.keys(a.removes ?? {}));
    terms.push({ name: nameOf(s, path), amount: half * times, removedBy: removal === undefined ? null : a.removes![removal]! });
  }
  return terms;
}

/** An input in words: `R1`, `beta of NTC`, or what the given is called. */
function nameOf(s: StageSum, path: string): string {
  const [group, owner, key] = path.split('.') as [string, string?, string?];
  if (group !== 'parts') return titleOf(s.kind, 'given', owner ?? group) ?? owner ?? group;
  return key === 'value' ? owner! : `${titleOf(s.kind, owner!, key!) ?? key} of ${owner}`;
}

const GAINS = ['gain', 'totalGain', 'dividerRatio'] as const;
const gainName = (s: StageSum): string | undefined => GAINS.find((name) => name in s.kind.outcomes && s.kind.outcomes[name].unit !== 'dB');

function gainOf(s: StageSum): number {
  const name = gainName(s);
  const gain = name === undefined ? 1 : (s.judged.nominal(name) ?? 1);
  return gain === 0 ? 1 : gain;
}

/** What a stage between sensor and converter adds, V at its output, at a reading of so many volts there. */
function conditioning(s: StageSum, volts: number): ErrorTerm[] {
  const name = gainName(s);
  const terms: ErrorTerm[] = [];
  if (name !== undefined) {
    const { nominal, low, high } = s.judged.out(name);
    if (nominal && low !== null && high !== null) terms.push({ name: 'gain', amount: volts * ((high - low) / 2 / nominal), removedBy: 2 });
  }
  if ('outputOffset' in s.kind.outcomes) {
    const { low, high } = s.judged.out('outputOffset');
    if (low !== null && high !== null) terms.push({ name: 'offset', amount: Math.max(Math.abs(low), Math.abs(high)), removedBy: 1 });
  }
  return terms;
}

const reading = (end: StageSum): number => {
  const x = end.judged.x.given as Record<string, unknown>;
  return typeof x.measuredVoltage === 'number' ? Math.abs(x.measuredVoltage) : 0;
};

/** How often a channel is read: by the scan that reads it, else by itself. */
function rateOf(sum: Sum, end: StageSum): Rate | null {
  const scan = listenersOf(sum, end.id).find((s) => s.kind.id === 'adc-scan');
  if (scan) {
    const hertz = scan.judged.nominal('channelRate');
    const limit = scan.judged.text('limitedBy');
    return hertz === null ? null : { hertz, limitedBy: limit === null ? null : `${limit} of ${scan.title}`, skew: scan.judged.nominal('skewTime') };
  }
  const own = end.kind.acquires!.rate;
  const range = own === undefined ? null : end.judged.pick(own as never);
  return range && { hertz: range.nominal, limitedBy: null, skew: null };
}
