import { lazily } from '../math/lazily.ts';
import { isAbsent, type Absent } from '../math/absent.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import { wordsOf } from './remedy-words.ts';
import type { CheckDef, Cure, Cured, Curing, Kind, Limit, Remedy, OutcomeDef, Severity, SpreadLike } from './contract.ts';
import type { Judged } from './judged.ts';

export type Status = 'ok' | 'tight' | 'fail' | 'unknown';

/** Whether a status is good enough to build; that of a check which does not apply is neither. */
export const passes = (status: Status | null | undefined): boolean => status === 'ok' || status === 'tight';

/** A check with its answer. */
export interface CheckResult {
  id: string;
  title: string;
  severity: Severity;
  status: Status;
  sense: CheckDef['sense'];
  unit: Unit;
  /** The worst end, the one compared. */
  value: number | null;
  spread: SpreadLike;
  /** The limit compared with, derated. For a window the side that is nearer to being broken. */
  limit: number | null;
  /** Target and half-width of a window. */
  window?: { target: number; band: number };
  /** Relative to the limit; null where there is none. */
  margin: number | null;
  /** A temperature: the air around it at its warmest, °C, from where its margin counts. */
  ambient?: number;
  from: string;
  /** What would help, in words; empty while the check is ok. A tight check says only that it is. Worked out when somebody reads it. */
  help: string;
  /** What cures it, each enough by itself, by the stage as it stands. Worked out when somebody reads it. */
  remedies: readonly Remedy[];
  /** Why there is no value. */
  reason?: string;
  /** The check to mend first, from which this one follows. */
  follows?: string;
}

/** What is shown of a check's margin. */
export type Margined = Omit<CheckResult, 'help' | 'remedies'>;

/** A condition is met or not: it has no margin and stands among findings. */
export const isCondition = (c: Pick<CheckResult, 'sense'>): boolean => c.sense === 'holds';

export interface Rules {
  derating: number;
  comfort: number;
}

/** Rounding of a value that stands exactly on its limit is not a failure. */
const EXACT = 1e-12;

/** Between no and yes. */
const HALF = 0.5;

const SLIM = 'It passes, with less to spare than the comfort margin.';

/** Answers all checks of a stage, in the order the kind declares them. Checks that do not apply are left out. */
export function judge(kind: Kind, c: Judged, rules: Rules, curing: Curing = () => UNCURED): CheckResult[] {
  const results = Object.entries(kind.checks as Record<string, CheckDef>).flatMap(([id, def]) => {
    const result = judgeOne(id, def, kind, c, rules, curing);
    return result ? [result] : [];
  });
  const first = kind.mendFirst?.map((id) => results.find((r) => r.id === id && r.status === 'fail')).find((r) => r !== undefined);
  if (!first) return results;
  for (const r of results) {
    const follows = r !== first && !c.dead && r.value === null && r.reason !== undefined && !passes(r.status);
    if (!follows) continue;
    r.follows = first.id;
    lazily(r, 'help', () => `Mend “${first.title}” first.`);
    lazily(r, 'remedies', () => []);
  }
  return results;
}

const UNCURED: Cured = { remedies: [], against: [] };

/** Cures of a check as its kind names them, and its advice in words. */
export function helpOf(def: CheckDef, c: Judged): { cures: readonly Cure[]; advice: string } {
  const help = typeof def.help === 'function' ? def.help(c) : def.help;
  const all = typeof help === 'string' ? [help] : help;
  const rating: Cure[] = def.rating ? [{ set: [def.rating], way: def.sense === 'atLeast' ? 'less' : 'more' }] : [];
  const said = all.filter((h) => typeof h !== 'string');
  // A kind may name its rating among the cures, to say where in their order it stands.
  const own = said.some((h) => h.set.length === 1 && h.set[0] === def.rating) ? [] : rating;
  return { cures: [...own, ...said], advice: all.filter((h) => typeof h === 'string').join(' ') };
}

/** Whether checks hold, without the words, as a random sample needs it: 1 or 0, and −1 where one does not apply. */
export function holdsAt(checks: readonly CheckDef[], c: Judged, rules: Rules, into: Int8Array): void {
  for (let i = 0; i < checks.length; i++) {
    const weighed = weigh(checks[i]!, c, rules);
    into[i] = weighed === null ? -1 : Number(passes(weighed.status));
  }
}

/** Margins and statuses without the words, for places a design might move to. */
export function marginsOf(kind: Kind, c: Judged, rules: Rules): Record<string, Pick<CheckResult, 'margin' | 'status'>> {
  const margins: ReturnType<typeof marginsOf> = {};
  for (const id in kind.checks) {
    const weighed = weigh((kind.checks as Record<string, CheckDef>)[id]!, c, rules);
    if (weighed) margins[id] = { margin: weighed.compared.margin, status: weighed.status };
  }
  return margins;
}

/** Value, limit and status of a check; null where it does not apply. */
function weigh(def: CheckDef, c: Judged, rules: Rules) {
  if (def.applies && !def.applies(c)) return null;
  const limit = def.limit(c);
  if (limit === null && def.whenNull === 'absent') return null;
  const spread = typeof def.value === 'string' ? c.out(def.value) : def.value(c);
  if (spread.absent?.sort === 'none' && spread.nominal === null) return null;
  // Of a stage whose rail does not stand nothing is known, also where a computed figure would read what its links left behind.
  if (c.dead) return { spread: unknownOf(c.dead), compared: NOTHING_COMPARED, status: 'unknown' as const };
  const compared = compare(def.sense, spread, limit, def.derated ? rules.derating : 1, c.env.ambient);
  return { spread, compared, status: statusOf(def.sense, compared, spread, limit, rules.comfort) };
}

const unknownOf = (dead: Absent): SpreadLike => ({ nominal: null, low: null, high: null, absent: dead });
const NOTHING_COMPARED = { value: null, limit: null, margin: null };

function judgeOne(id: string, def: CheckDef, kind: Kind, c: Judged, rules: Rules, curing: Curing): CheckResult | null {
  const weighed = weigh(def, c, rules);
  if (!weighed) return null;
  const { spread, compared, status } = weighed;
  const unit = def.unit ?? (kind.outcomes as Record<string, OutcomeDef>)[def.value as string]!.unit;
  const severity = typeof def.severity === 'function' ? def.severity(c) : def.severity;
  const result: CheckResult = {
    id,
    title: def.title,
    severity,
    status,
    sense: def.sense,
    unit,
    spread,
    ...compared,
    ...(def.sense === 'temperature' ? { ambient: c.env.ambient.high } : {}),
    from: def.derated && rules.derating < 1 ? `${def.from}, derated to ${Math.round(rules.derating * 100)}\u202f%` : def.from,
    help: status === 'ok' ? '' : SLIM,
    remedies: [],
    ...(spread.absent && compared.value === null ? { reason: spread.absent.reason } : {}),
  };
  if (passes(status)) return result;
  if (c.dead) {
    lazily(result, 'help', () => '');
    return result;
  }
  let cured: Cured | null = null;
  const cure = () => (cured ??= status === 'fail' ? curing(id, helpOf(def, c).cures) : UNCURED);
  lazily(result, 'remedies', () => cure().remedies);
  lazily(result, 'help', () => wordsOf(cure(), helpOf(def, c).advice, kind));
  return result;
}

/** Status of one check of a stage; null where it does not apply. */
export function statusAt(def: CheckDef, c: Judged, rules: Rules): Status | null {
  return weigh(def, c, rules)?.status ?? null;
}

interface Compared {
  value: number | null;
  limit: number | null;
  margin: number | null;
  window?: { target: number; band: number };
}

function compare(sense: CheckDef['sense'], s: SpreadLike, limit: Limit | { target: number; band: number }, derating: number, ambient: Range): Compared {
  if (limit !== null && typeof limit === 'object' && 'target' in limit) return within(s, limit);
  // A condition is 1 or 0 and has no margin. [Engineering contract 10, yes or no]
  if (sense === 'holds') return { value: s.low, limit: HALF, margin: null };
  const ends = limit === null ? null : typeof limit === 'number' ? exactly(limit) : limit;
  if (sense === 'atLeast') {
    // An uncertain limit counts at its stricter end.
    const edge = ends && ends.high * derating;
    return { value: s.low, limit: edge, margin: s.low === null || edge === null || edge === 0 ? null : (s.low - edge) / Math.abs(edge) };
  }
  const edge = ends && ends.low * derating;
  if (s.high === null || edge === null) return { value: s.high, limit: edge, margin: null };
  if (sense === 'temperature') return { value: s.high, limit: edge, margin: edge > ambient.high ? (edge - s.high) / (edge - ambient.high) : -1 };
  return { value: s.high, limit: edge, margin: edge === 0 ? (s.high > 0 ? -1 : null) : (edge - s.high) / Math.abs(edge) };
}

function within(s: SpreadLike, window: { target: number; band: number }): Compared {
  if (s.low === null || s.high === null) return { value: null, limit: window.target + window.band, margin: null, window };
  const above = s.high - window.target >= window.target - s.low;
  const value = above ? s.high : s.low;
  const margin = (window.band - Math.abs(value - window.target)) / window.band;
  return { value, limit: window.target + (above ? window.band : -window.band), margin, window };
}

function statusOf(sense: CheckDef['sense'], compared: Compared, s: SpreadLike, limit: unknown, comfort: number): Status {
  if (limit === null || compared.limit === null) return 'unknown';
  if (compared.value === null) return s.absent && isAbsent(s.absent) && s.absent.sort !== 'impossible' ? 'unknown' : 'fail';
  if (sense === 'holds') return compared.value > HALF ? 'ok' : 'fail';
  if (compared.margin === null) return 'ok';
  if (compared.margin < -EXACT) return 'fail';
  return compared.margin < comfort ? 'tight' : 'ok';
}
