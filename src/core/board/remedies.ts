import type { CheckDef, Cure, Cured, Field, Kind, NumberField, Remedy, Setting } from '../stage/contract.ts';
import { marginsOf, passes, statusAt, type Rules, type Status } from '../stage/judge.ts';
import { splitName, unitOf } from '../stage/named.ts';
import { PART_TYPES } from '../parts/part-types.ts';
import { boundMessage } from '../quantity/bounds.ts';
import { seriesBetween } from '../quantity/preferred.ts';
import type { Uncertain } from '../quantity/uncertain.ts';
import type { BoardDoc, PartDoc, StageDoc } from './document.ts';
import type { StageNode } from './node.ts';
import type { ResolvedPart } from './stage-inputs.ts';

/**
 * How far cures have to go, found on the stage as it stands: each field is moved until the check passes, rounded to the side
 * that passes, to a value one can have, and looked at again; what would make another check of the stage fail is not offered.
 */
export function curesOf(node: StageNode, check: string, cures: readonly Cure[], rules: Rules): Cured {
  const def = (node.kind.checks as Record<string, CheckDef>)[check]!;
  const trial = new Trial(node, check, def, rules);
  const remedies = cures.flatMap((cure) => {
    const found = trial.cure(cure);
    return found ? [found] : [];
  });
  return { remedies, against: trial.against };
}

/** Steps away from where a field stands until one passes, as factors. */
const REACH = [1.1, 1.25, 1.6, 2.5, 4, 8, 20, 60, 200, 1000];
/** As near as the least that passes is looked for. */
const NEAR = 1.002;
/** Digits of a figure that is no preferred value. */
const DIGITS = 3;
/** Steps beyond the least that passes by plain corners until all corners do. */
const BEYOND = 5;

class Trial {
  /** What cures it at the cost of another check. */
  readonly against: { remedy: Remedy; breaks: string }[] = [];
  readonly #before: Readonly<Record<string, { status: Status }>>;

  constructor(
    private readonly node: StageNode,
    private readonly check: string,
    private readonly def: CheckDef,
    private readonly rules: Rules,
  ) {
    this.#before = marginsOf(node.kind, node.judged, rules);
  }

  cure(cure: Cure): Remedy | null {
    if (cure.set.some((s) => this.node.links.has(splitName(s)[0] === 'given' ? splitName(s)[1] : s))) return null;
    if (cure.way === 'choose') return this.#chosen(cure);
    const starts = cure.set.map((s) => this.#standing(s, cure.way === 'more'));
    const stock = this.#stock(cure, starts[0] ?? null);
    if (stock)
      return cure.set.length === 1 || cure.stock || isRating(cure) ? this.#inStock(cure, stock, starts[0] ?? null) : this.#scaled(cure, starts as number[]);
    return starts.every((v) => v !== null && v > 0) ? this.#scaled(cure, starts as number[]) : null;
  }

  #chosen(cure: Cure): Remedy | null {
    const set = cure.set[0]!;
    const [owner, key] = splitName(set);
    if (owner === 'given' && (this.node.inputs.x.given as Record<string, unknown>)[key] === cure.to) return null;
    const settings = cure.values
      ? cure.set.map((s, i): Setting => ({ set: s, unit: unitOf(this.node.kind, s), to: cure.values![i]! }))
      : [{ set, unit: '' as const, to: cure.to! }];
    return this.#holds(settings) ? remedyOf(settings) : null;
  }

  /** The first of a list, seen from where it stands, that passes. */
  #inStock(cure: Cure, stock: readonly number[], start: number | null): Remedy | null {
    const up = cure.way === 'more';
    const ahead = [...stock].filter((v) => start === null || (up ? v > start * (1 + 1e-9) : v < start * (1 - 1e-9))).sort((a, b) => (up ? a - b : b - a));
    const settings = (v: number) =>
      this.#settings(
        cure,
        cure.set.map(() => v),
      );
    let at = this.#firstPassing(ahead.length, (i) => this.#cures(settings(ahead[i]!)));
    for (let tries = 0; at !== null && at < ahead.length && tries < BEYOND; tries++, at++)
      if (this.#holds(settings(ahead[at]!))) return remedyOf(settings(ahead[at]!));
    return null;
  }

  /** Values moved in proportion until the check passes. */
  #scaled(cure: Cure, starts: readonly number[]): Remedy | null {
    const up = cure.way === 'more';
    const at = (factor: number) =>
      this.#settings(
        cure,
        starts.map((v) => (up ? v * factor : v / factor)),
      );
    let [bad, good] = [1, 0];
    for (const factor of REACH) {
      if (this.#cures(at(factor))) {
        good = factor;
        break;
      }
      bad = factor;
    }
    if (!good) return null;
    while (good / bad > NEAR) {
      const middle = Math.sqrt(good * bad);
      if (this.#cures(at(middle))) good = middle;
      else bad = middle;
    }
    for (let tries = 0; tries < BEYOND; tries++, good *= 1 + 0.005 * 2 ** tries) {
      const rounded = this.#rounded(cure, at(good));
      if (this.#holds(rounded)) return remedyOf(rounded);
    }
    return null;
  }

  /** Index of the first that passes where all after it do, by doubling and halving; null where none is found. */
  #firstPassing(count: number, test: (i: number) => boolean): number | null {
    let [bad, good] = [-1, -1];
    for (let step = 0; good < 0; step = step * 2 + 1) {
      const i = Math.min(step, count - 1);
      if (i < 0) return null;
      if (test(i)) good = i;
      else bad = i;
      if (i === count - 1 && good < 0) return null;
    }
    while (good - bad > 1) {
      const middle = (good + bad) >> 1;
      if (test(middle)) good = middle;
      else bad = middle;
    }
    return good;
  }

  #settings(cure: Cure, values: readonly number[]): Setting[] {
    return cure.set.map((set, i): Setting => {
      const unit = unitOf(this.node.kind, set);
      if (set.endsWith('.tolerance')) return { set, unit, to: values[i]! };
      return { set, unit, ...(cure.way === 'more' ? { atLeast: values[i]! } : { atMost: values[i]! }) };
    });
  }

  /** Figures rounded to the side that passes. */
  #rounded(cure: Cure, settings: readonly Setting[]): Setting[] {
    const up = cure.way === 'more';
    // Several values keep their proportion better with a digit more.
    const digits = settings.length > 1 ? DIGITS + 1 : DIGITS;
    return settings.map((s) => ({ ...s, ...(up ? { atLeast: roundTo(s.atLeast!, digits, true) } : { atMost: roundTo(s.atMost!, digits, false) }) }));
  }

  /** The values one can have of a single part; null where any number will do. */
  #stock(cure: Cure, start: number | null): readonly number[] | null {
    if (cure.stock) return cure.stock;
    const [owner, key] = splitName(cure.set[0]!);
    if (owner === 'given') return null;
    const part = this.node.inputs.parts.find((p) => p.slot === owner);
    if (!part) return null;
    const sort = PART_TYPES[part.def.type];
    if (key === 'tolerance') return sort.grades.map(([grade]) => grade);
    if (key === 'value') return start ? seriesBetween(part.series, Math.max(start / 1e4, sort.buyable[0]), Math.min(start * 1e4, sort.buyable[1])) : null;
    return sort.stock[key] ?? null;
  }

  /** Where a field stands: the low end of a range that has to rise, the high end of one that has to fall. */
  #standing(set: string, up: boolean): number | null {
    const [owner, key] = splitName(set);
    if (key === 'tolerance') return this.node.inputs.parts.find((p) => p.slot === owner)?.tolerance ?? null;
    if (key === 'value') return this.node.inputs.parts.find((p) => p.slot === owner)?.value ?? null;
    const range = this.node.judged.range(owner === 'given' ? key : set);
    return range && (up ? range.low : range.high);
  }

  /** Whether the check passes by plain corners with these settings. */
  #cures(settings: readonly Setting[]): boolean {
    const moved = this.#moved(settings);
    return moved !== null && passes(statusAt(this.def, moved.judged, this.rules));
  }

  /** Whether the check passes as it is judged, and no other that passed fails. */
  #holds(settings: readonly Setting[]): boolean {
    const moved = this.#moved(settings);
    if (!moved) return false;
    moved.judgeAsBoard();
    const after = marginsOf(moved.kind, moved.judged, this.rules);
    if (!passes(after[this.check]?.status)) return false;
    const broken = Object.entries(after).find(([id, { status }]) => !passes(status) && passes(this.#before[id]?.status ?? 'ok'));
    if (!broken) return true;
    const remedy = remedyOf(settings);
    if (!this.against.some((a) => a.remedy.set === remedy.set))
      this.against.push({ remedy, breaks: (moved.kind.checks as Record<string, CheckDef>)[broken[0]]!.title });
    return false;
  }

  #moved(settings: readonly Setting[]): StageNode | null {
    const doc = settings.reduce<StageDoc | null>((d, s) => d && applySetting({ kind: this.node.kind, parts: this.node.inputs.parts }, d, s), this.node.doc);
    if (!doc) return null;
    const moved = this.node.with(doc);
    return moved.refusals().length > this.node.refusals().length ? null : moved;
  }
}

const isRating = (cure: Cure): boolean => cure.set.every((s) => !s.startsWith('given.') && !s.endsWith('.value'));
const remedyOf = ([first, ...rest]: readonly Setting[]): Remedy => ({ ...first!, ...(rest.length ? { with: rest } : {}) });

/** A number rounded up or down to some digits. */
function roundTo(value: number, digits: number, up: boolean): number {
  if (value === 0) return 0;
  const scale = 10 ** (digits - 1 - Math.floor(Math.log10(Math.abs(value))));
  const steps = value * scale;
  const rounded = up ? Math.ceil(steps - 1e-9) : Math.floor(steps + 1e-9);
  return Number((rounded / scale).toPrecision(digits + 2));
}

/** A range keeps its spread: its low end comes to an `atLeast`, its high end to an `atMost`. */
function moveTo(old: Uncertain | null | undefined, s: Setting): Uncertain {
  const target = (s.atLeast ?? s.atMost ?? s.to) as number;
  if (old === null || old === undefined || typeof old === 'number') return target;
  if ('tolerance' in old) return { nominal: s.atLeast !== undefined ? target / (1 - old.tolerance) : target / (1 + old.tolerance), tolerance: old.tolerance };
  const end = s.atLeast !== undefined ? old.low : old.high;
  const factor = end !== 0 ? target / end : NaN;
  if (!(factor > 0)) return target;
  return { nominal: old.nominal * factor, low: old.low * factor, high: old.high * factor };
}

/**
 * A stage with one field as a remedy sets it: what it was sized with, or has from its kind, is written out beside, so that a
 * value that becomes a typed one keeps its tolerance. Null where the field does not take the value.
 */
export function applySetting(of: { kind: Kind; parts: readonly ResolvedPart[] }, doc: StageDoc, s: Setting): StageDoc | null {
  const [owner, key] = splitName(s.set);
  if (owner === 'given') {
    const field = (of.kind.given as Record<string, Field>)[key];
    if (!field) return null;
    if (field.type !== 'number') return { ...doc, given: { ...doc.given, [key]: s.to as string } };
    const value = moveTo((doc.given?.[key] as Uncertain | undefined) ?? field.default, s);
    return allowed(value, field) ? { ...doc, given: { ...doc.given, [key]: value } } : null;
  }
  const part = of.parts.find((p) => p.slot === owner);
  if (!part) return null;
  const had: PartDoc = doc.parts?.[owner] ?? {};
  const put = (fields: PartDoc): StageDoc => ({ ...doc, parts: { ...doc.parts, [owner]: { ...had, ...fields } } });
  if (key === 'tolerance') return part.value === null ? null : put({ value: had.value ?? part.value, tolerance: s.to as number });
  if (key === 'value') return put({ value: moveTo(had.value, s), ...(typeof had.value === 'object' ? {} : { tolerance: had.tolerance ?? part.tolerance }) });
  const field = part.def.params?.[key];
  if (!field) return null;
  if (field.type !== 'number') return put({ [key]: s.to as string | boolean });
  const value = moveTo((had[key] as Uncertain | undefined) ?? field.default, s);
  // Naming a part that stood there by default would leave it to sizing.
  const kept = had.value === undefined && part.value !== null && !part.open ? { value: part.value, tolerance: part.tolerance } : {};
  return allowed(value, field) ? put({ ...kept, [key]: value }) : null;
}

const allowed = (value: Uncertain, field: NumberField): boolean =>
  (typeof value === 'number' ? [value] : 'tolerance' in value ? [value.nominal] : [value.low, value.nominal, value.high]).every(
    (v) => boundMessage(field, v) === null,
  );

/** The board with a remedy of one of its stages taken; null where the stage does not take it. */
export function takeRemedy(board: BoardDoc, of: { id: string; kind: Kind; parts: readonly ResolvedPart[] }, remedy: Remedy): BoardDoc | null {
  const settings = [remedy, ...(remedy.with ?? [])];
  const mended = board.stages.map((s) => (s.id === of.id ? settings.reduce<StageDoc | null>((d, one) => d && applySetting(of, d, one), s) : s));
  return mended.includes(null) ? null : { ...board, stages: mended as StageDoc[] };
}
