import type { BoardDoc, GivenValue, PartDoc, StageDoc } from '../board/document.ts';
import { checkBoard } from '../files/board-file.ts';
import type { Field, Kind, NumberField, PartDef } from '../stage/contract.ts';
import { toRange, type Uncertain } from '../quantity/uncertain.ts';

/** Chance between 0 and 1, repeatable from its seed. // [Steele] SplitMix, mulberry variant */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export interface Wildness {
  /** Factor up or down by which numbers are moved at most. */
  reach: number;
  /** Share of fields that are moved, and of numbers that get a spread. */
  moved: number;
  spread: number;
}
const USUAL: Wildness = { reach: 3, moved: 0.5, spread: 0.4 };

function number(field: NumberField, random: () => number, w: Wildness): Uncertain | null | undefined {
  if (field.oneOf) return field.oneOf[Math.floor(random() * field.oneOf.length)]!;
  if (field.default === null) return undefined;
  const range = toRange(field.default);
  let nominal = range.nominal * w.reach ** (2 * random() - 1);
  if (field.integer) nominal = Math.round(nominal);
  if (field.max !== undefined) nominal = Math.min(nominal, field.max);
  if (field.min !== undefined) nominal = Math.max(nominal, field.min);
  if (random() > w.spread || field.integer || nominal === 0) return nominal;
  const [below, above] = [0.2 * random() ** 2, 0.2 * random() ** 2];
  const high = nominal > 0 ? nominal * (1 + above) : nominal * (1 - above);
  const low = nominal > 0 ? nominal * (1 - below) : nominal * (1 + below);
  return { nominal, low: Math.max(low, field.min ?? -Infinity), high: Math.min(high, field.max ?? Infinity) };
}

function given(field: Field, random: () => number, w: Wildness): GivenValue | undefined {
  switch (field.type) {
    case 'number':
      return number(field, random, w) as GivenValue | undefined;
    case 'choice':
      return field.choices[Math.floor(random() * field.choices.length)];
    case 'flag':
      return random() < (field.default === null ? 0.8 : 0.5);
    case 'text':
      return 'somebody';
    default:
      return undefined;
  }
}

/** A stage of a kind with some of its givens and parameters elsewhere, some of them with a spread. */
export function randomStage(kind: Kind, random: () => number, w: Wildness = USUAL): StageDoc {
  const givens: Record<string, GivenValue> = { ...kind.asks };
  for (const [name, field] of Object.entries(kind.given as Record<string, Field>)) {
    if (random() > w.moved || name === 'ambient') continue;
    const value = given(field, random, w);
    if (value !== undefined) givens[name] = value;
  }
  const parts: Record<string, PartDoc> = {};
  for (const [slot, def] of Object.entries(kind.parts as Record<string, PartDef>)) {
    const part: PartDoc = {};
    for (const [name, field] of Object.entries(def.params ?? {})) {
      if (random() > w.moved / 2) continue;
      const value = given(field, random, w);
      if (value !== undefined) part[name] = value as PartDoc[string];
    }
    if (!Object.keys(part).length) continue;
    if (def.type !== 'device' && def.default !== undefined) part.value = def.default;
    parts[slot] = part;
  }
  return { id: 'it', kind: kind.id, given: givens, parts };
}

/** Boards of one random stage that are accepted, so many of them; each with its seed. */
export function* randomDesigns(kind: Kind, count: number, seed: number, w?: Wildness): Generator<{ seed: number; doc: BoardDoc }> {
  for (let made = 0, at = seed; made < count && at < seed + 40 * count; at++) {
    const random = chance(at * 7919 + 13);
    const ambient = 10 + 30 * random();
    const doc: BoardDoc = {
      format: 'spark-sum/board',
      version: 1,
      name: `random ${at}`,
      conditions: { ambient: { nominal: ambient, low: ambient - 30 * random(), high: ambient + 30 * random() } },
      policy: { derating: ([1, 0.8, 0.5] as const)[at % 3]! },
      stages: [randomStage(kind, random, w)],
    };
    if (!checkBoard(doc).ok) continue;
    made++;
    yield { seed: at, doc };
  }
}
