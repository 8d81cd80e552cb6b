import { PART_TYPES } from '../parts/part-types.ts';
import type { Field, Kind, NumberField, PartDef } from '../stage/contract.ts';
import type { AnyInputs } from '../stage/judged.ts';
import { exactly, hasSpread, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import type { Series } from '../quantity/preferred.ts';
import { AS_THEY_ARE, type Input } from '../tolerance/corners.ts';
import type { PartDoc, StageDoc } from './document.ts';

/** How a part came to its value. */
export interface ResolvedPart {
  slot: string;
  def: PartDef;
  value: number | null;
  range: Range | null;
  tolerance: number;
  series: Series;
  join: 'series' | 'parallel';
  /** Chosen by sizing, not typed. */
  sized: boolean;
  /** Parameters of it are left to sizing. */
  chooses: boolean;
  /** To be chosen by sizing. */
  open: boolean;
  /** How many pieces it is. */
  pieces: number;
  /** Ratings chosen by sizing, by parameter. */
  ratings: Readonly<Record<string, number>>;
}

/** A stage's numbers ready to be evaluated: nominal object, spreads, and how its parts came about. */
export interface StageInputs {
  x: AnyInputs;
  inputs: Input[];
  parts: ResolvedPart[];
  /** The range of a number by its path; null where there is none. */
  range: (path: string) => Range | null;
  /** Puts together what parts of matched sets share and what is their own. */
  prepare: () => void;
}

const SHARED = 'match.';
/** Whether an input is the common part of a matched set, the same on every stage. */
export const isShared = (path: string): boolean => path.startsWith(SHARED);

/** What sizing chose for the open parts. */
export interface Chosen {
  values: Readonly<Record<string, number>>;
  join?: Readonly<Record<string, 'series' | 'parallel'>>;
  ratings?: Readonly<Record<string, number>>;
}

export const sameChoice = (a: Chosen | null, b: Chosen | null): boolean => a === b || (!!a && !!b && JSON.stringify(a) === JSON.stringify(b));

export type Links = ReadonlyMap<string, { range: Range | null }>;

/** A field of a kind with what stands there when nobody says anything. */
interface Laid {
  name: string;
  /** As links name it. */
  key: string;
  path: string;
  field: Field;
  usual: unknown;
}
interface Layout {
  given: readonly Laid[];
  carried: readonly Laid[];
  parts: readonly { slot: string; def: PartDef; params: readonly Laid[] }[];
}

const layouts = new WeakMap<Kind, Layout>();

/** The fields of a kind in their order. */
function layoutOf(kind: Kind): Layout {
  let layout = layouts.get(kind);
  if (layout) return layout;
  const lay = (fields: object | undefined, owner: string, before = '') =>
    Object.entries((fields ?? {}) as Record<string, Field>).map(([name, field]): Laid => {
      const key = before + name;
      return { name, key, path: `${owner}.${key}`, field, usual: fieldValue(field, undefined, undefined) };
    });
  layout = {
    given: lay(kind.given, 'given'),
    carried: lay(kind.carried, 'carried'),
    parts: Object.entries(kind.parts as Record<string, PartDef>).map(([slot, def]) => ({ slot, def, params: lay(def.params, 'parts', `${slot}.`) })),
  };
  layouts.set(kind, layout);
  return layout;
}

/**
 * Lays out a stage's inputs: links before typed before default. Units are those of the fields.
 * @throws nothing; the document has been validated
 */
export function stageInputs(kind: Kind, stage: StageDoc, links: Links, ambient: Range, chosen: Chosen | null): StageInputs {
  const layout = layoutOf(kind);
  const inputs: Input[] = [];
  const put = (target: Record<string, unknown>, key: string, path: string, value: unknown, certain: boolean) => {
    if (!isRange(value)) {
      target[key] = value;
      return;
    }
    target[key] = value.nominal;
    if (hasSpread(value)) inputs.push({ path, target, key, nominal: value.nominal, low: value.low, high: value.high, certain });
  };
  const fill = (target: Record<string, unknown>, laid: Laid, typed: unknown, certain: boolean) => {
    const link = links.get(laid.key)?.range;
    if (laid.field.type === 'rows') {
      const rows = (typed ?? laid.field.default) as readonly Record<string, unknown>[];
      target[laid.name] = rows.map((row, i) => {
        const copy: Record<string, unknown> = {};
        for (const [key, value] of Object.entries(row)) put(copy, key, `${laid.path}.${i}.${key}`, isUncertain(value) ? toRange(value) : value, certain);
        return copy;
      });
      return;
    }
    put(target, laid.name, laid.path, typed === undefined && link === undefined ? laid.usual : fieldValue(laid.field, typed, link), certain);
  };
  const given: Record<string, unknown> = {};
  for (const laid of layout.given) fill(given, laid, stage.given?.[laid.name], true);
  const carried: Record<string, unknown> = {};
  for (const laid of layout.carried) fill(carried, laid, undefined, true);
  const x: AnyInputs = { given, parts: {}, carried };
  const own = stage.given?.ambient;
  put(x, 'ambient', 'ambient', typeof own === 'number' || (own && typeof own === 'object' && 'nominal' in own) ? toRange(own as Uncertain) : ambient, true);
  const parts: ResolvedPart[] = [];
  const matched: (() => void)[] = [];
  const wholes = new Map<string, Range>();
  for (const { slot, def, params } of layout.parts) {
    const part = resolvePart(slot, def, stage, given, ambient, chosen, links.get(`${slot}.value`)?.range ?? null);
    parts.push(part);
    const node: Record<string, unknown> = { value: part.value, join: part.join };
    const mine = stage.parts?.[slot];
    const path = `parts.${slot}.value`;
    if (part.range && mine?.match && part.value) {
      wholes.set(path, part.range);
      matched.push(match(mine, part.value, part.range, node, path, inputs));
    } else if (part.range) put(node, 'value', path, part.range, false);
    for (const laid of params) {
      const typed = mine?.[laid.name] as Uncertain | undefined;
      const left = typed === undefined || (typed === null && def.sizes?.includes(laid.name));
      fill(node, laid, left ? (chosen?.ratings?.[laid.key] ?? typed) : typed, links.has(laid.key));
    }
    x.parts[slot] = node;
  }
  const range = (path: string): Range | null => {
    const input = inputs.find((i) => i.path === path);
    if (input) return wholes.get(path) ?? { nominal: input.nominal, low: input.low, high: input.high };
    const [group, name, param] = path.split('.') as [string, string?, string?];
    const value: unknown = name === undefined ? x[group] : param === undefined ? x[group][name] : x[group][name]?.[param];
    return typeof value === 'number' && Number.isFinite(value) ? exactly(value) : null;
  };
  return { x, inputs, parts, range, prepare: matched.length ? () => matched.forEach((put) => put()) : AS_THEY_ARE };
}

/**
 * A part of a matched set: one number moves all of them together, from −1 to 1 of what they have in common, another is its
 * own. Two parts are apart by the tracking at most, so that each leaves the common value by half of it. Returns what puts
 * the value together.
 */
function match(doc: PartDoc, value: number, range: Range, node: Record<string, unknown>, path: string, inputs: Input[]): () => void {
  node.value = value;
  const [below, above] = [1 - range.low / value, range.high / value - 1];
  const half = Math.min((doc.tracking ?? 0) / 2, below, above);
  const common = `${SHARED}${doc.match}`;
  let shift = inputs.find((i) => i.path === common)?.target as { at: number } | undefined;
  if (!shift) {
    shift = { at: 0 };
    inputs.push({ path: common, target: shift, key: 'at', nominal: 0, low: -1, high: 1 });
  }
  const [own, together] = [{ value }, shift];
  inputs.push({ path, target: own, key: 'value', nominal: value, low: value * (1 - half), high: value * (1 + half), whole: range });
  // Own and common part multiply, so that a ratio keeps its tracking, and reach the ends of the tolerance together.
  const [down, up] = [1 - (1 - below) / (1 - half), (1 + above) / (1 + half) - 1];
  return () => (node.value = own.value * (1 + together.at * (together.at < 0 ? down : up)));
}

const isRange = (v: unknown): v is Range => typeof v === 'object' && v !== null && 'low' in v;

/** A number as a range, anything else as it is. Open circuits become Infinity. */
function fieldValue(field: Field, typed: unknown, link: Range | null | undefined): unknown {
  if (field.type === 'flag' && link) return link.nominal > 0.5;
  if (field.type === 'list' && typeof typed === 'number') return [typed];
  if (field.type !== 'number') return typed ?? field.default;
  const number = (v: Uncertain | null): Range | number | null => (v === null ? (field.open ? Infinity : null) : toRange(v));
  if (link !== undefined && link !== null) return Number.isFinite(link.nominal) ? link : (field as NumberField).open ? Infinity : null;
  return number(typed === undefined ? field.default : (typed as Uncertain | null));
}

/** A number with a spread, as a cell of a table has it. */
const isUncertain = (value: unknown): value is Uncertain => typeof value === 'object' && value !== null && 'nominal' in value;

/** Whether a part is typed, left out, or to be sized. [Engineering contract 10, Values] */
export function isOpen(def: PartDef, named: boolean, value: unknown, given: Record<string, unknown>): boolean {
  if (def.type === 'device') return false;
  const optional = isOptional(def, given);
  if (named) return value === undefined || (value === null && !optional && !def.zero);
  return def.default === undefined && !optional;
}

/** Whether a part may be left out with these givens. */
export const isOptional = (def: PartDef, given: Readonly<Record<string, unknown>>): boolean =>
  typeof def.optional === 'function' ? def.optional(given) : (def.optional ?? false);

function resolvePart(
  slot: string,
  def: PartDef,
  stage: StageDoc,
  given: Record<string, unknown>,
  ambient: Range,
  chosen: Chosen | null,
  brought: Range | null,
): ResolvedPart {
  const doc = stage.parts?.[slot];
  const typed = doc?.value;
  const series = doc?.series ?? def.series ?? PART_TYPES[def.type].series;
  const join = chosen?.join?.[slot] ?? doc?.join ?? 'series';
  const unneeded = def.type === 'device' || (def.needed && !def.needed(given as never));
  const chooses = def.sizes?.some((param) => (doc?.[param] ?? null) === null) ?? false;
  const open = !unneeded && isOpen(def, doc !== undefined, typed, given);
  const ratings = ratingsOf(slot, chosen, doc);
  const pieces = def.pieces?.(given as never) ?? 1;
  const none = { slot, def, value: null, range: null, tolerance: 0, series, join, sized: false, open: false, chooses, pieces, ratings };
  if (unneeded) return none;
  // What a link brings is there: nothing is left to choose.
  if (brought) return { ...none, value: brought.nominal, range: brought };
  const picked = chosen?.values[slot];
  if (open || (picked !== undefined && typed === undefined)) {
    const tolerance = doc?.tolerance ?? def.tolerance ?? 0;
    const value = picked ?? PART_TYPES[def.type].provisional;
    return {
      slot,
      def,
      value,
      range: spreadOf(value, tolerance, doc?.tempco, ambient),
      tolerance,
      series,
      join,
      sized: true,
      open: true,
      chooses,
      pieces,
      ratings,
    };
  }
  if (doc === undefined && def.default !== undefined) {
    const tolerance = def.tolerance ?? 0;
    return { ...none, value: def.default, range: spreadOf(def.default, tolerance, undefined, ambient), tolerance };
  }
  if (typed === undefined || typed === null) return def.zero && doc !== undefined ? { ...none, value: 0, range: exactly(0) } : none;
  // A typed value without a tolerance is exact: what it is has been said.
  const tolerance = doc?.tolerance ?? 0;
  const nominal = toRange(typed).nominal;
  const range = typeof typed === 'number' ? spreadOf(typed, tolerance, doc?.tempco, ambient) : toRange(typed);
  return { ...none, value: nominal, range, tolerance };
}

/** Ratings that sizing chose for a part and nobody typed. */
const NO_RATINGS: Record<string, number> = {};
const ratingsOf = (slot: string, chosen: Chosen | null, doc: PartDoc | undefined): Record<string, number> =>
  chosen?.ratings === undefined
    ? NO_RATINGS
    : Object.fromEntries(
        Object.entries(chosen.ratings).flatMap(([key, v]) => {
          const param = key.slice(slot.length + 1);
          return key.startsWith(`${slot}.`) && (doc?.[param] ?? null) === null ? [[param, v] as const] : [];
        }),
      );

/** Tolerance, widened over the ambient range by the temperature coefficient, referred to the nominal ambient. */
function spreadOf(value: number, tolerance: number, tempco: number | undefined, ambient: Range): Range {
  const span = Math.max(ambient.high - ambient.nominal, ambient.nominal - ambient.low);
  const share = tolerance + Math.abs(tempco ?? 0) * 1e-6 * span;
  return { nominal: value, low: value * (1 - share), high: value * (1 + share) };
}
