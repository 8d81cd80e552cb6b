import { valueUnit } from '../parts/part-types.ts';
import type { Field } from '../stage/contract.ts';
import { marginsOf, passes, type CheckResult } from '../stage/judge.ts';
import { seriesBetween, type Series } from '../quantity/preferred.ts';
import { nominalOf, type Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import { boundMessage } from '../quantity/bounds.ts';
import { comfortOf, deratingOf, methodOf, type BoardDoc } from './document.ts';
import type { StageSum } from './evaluate.ts';
import type { Method } from '../stage/judged.ts';
import type { StageNode } from './node.ts';
import { settledBoard } from './settle.ts';

/** A value of a stage one can move along: a given or a part. */
export interface Axis {
  /** `given.cutoffFrequency` or `parts.R1`. */
  path: string;
  unit: Unit;
  /** Where the design stands. */
  now: number;
  /** Buyable values, for a part. */
  series: Series | null;
}

/** Margins of every check at one point. */
export type Margins = Record<string, Pick<CheckResult, 'margin' | 'status'>>;

/** A stage in its surroundings, to be looked at with other values. Neighbours stay as they are. */
export class Room {
  readonly #node: StageNode;
  readonly #method: Method;
  readonly #rules: { derating: number; comfort: number };

  /** @throws when the stage is not on the board: a slip in the caller */
  constructor(doc: BoardDoc, stage: string) {
    const found = settledBoard(doc).nodes.find((n) => n.doc.id === stage);
    if (!found) throw new Error(`no stage "${stage}"`);
    this.#node = found;
    this.#method = methodOf(doc);
    this.#rules = { derating: deratingOf(doc), comfort: comfortOf(doc) };
  }

  /** Margins with some values moved. */
  at(moved: Readonly<Record<string, number>>): Margins {
    const values = Object.fromEntries(Object.entries(moved).map(([path, v]) => [path.startsWith('parts.') ? `${path}.value` : path, v]));
    return this.#node.elsewhere(values, this.#method, (judged) => marginsOf(this.#node.kind, judged, this.#rules));
  }
}

/** Values of an evaluated stage one can move along: unlinked numbers above zero, and its fitted parts. */
export function axesOf(stage: Pick<StageSum, 'kind' | 'links' | 'parts' | 'judged'>): Axis[] {
  const givens = Object.entries(stage.kind.given as Record<string, Field>).flatMap(([name, field]): Axis[] => {
    if (field.type !== 'number' || stage.links.has(name) || name === 'ambient' || field.integer) return [];
    const now = stage.judged.range(name)?.nominal;
    return now !== undefined && now > 0 && Number.isFinite(now) ? [{ path: `given.${name}`, unit: field.unit, now, series: null }] : [];
  });
  const parts = stage.parts.flatMap((p): Axis[] => {
    if (p.value === null || !(p.value > 0)) return [];
    return [{ path: `parts.${p.slot}`, unit: valueUnit(p.def.type), now: p.value, series: p.series }];
  });
  return [...parts, ...givens];
}

/** A value at another place with the same relative spread. */
export function moved(old: Uncertain | undefined | null, value: number): Uncertain {
  if (old === undefined || old === null || typeof old === 'number') return value;
  if ('tolerance' in old) return { nominal: value, tolerance: old.tolerance };
  const factor = value / nominalOf(old);
  return { nominal: value, low: old.low * factor, high: old.high * factor };
}

/** Values along an axis: buyable ones for a part, else evenly on a logarithmic scale, a decade and a half each way. */
export function placesAlong(axis: Axis, points: number, field?: Field): number[] {
  const [low, high] = [axis.now / 30, axis.now * 30];
  const all = axis.series
    ? thin(seriesBetween(axis.series, low, high), points)
    : Array.from({ length: points }, (_, i) => low * (high / low) ** (i / (points - 1)));
  return field?.type === 'number' ? all.filter((v) => boundMessage(field, v) === null) : all;
}

/** Every so many of a list, the middle one kept. */
function thin(list: number[], most: number): number[] {
  if (list.length <= most) return list;
  const step = Math.ceil(list.length / most);
  const middle = Math.floor(list.length / 2) % step;
  return list.filter((_, i) => i % step === middle);
}

/** The margin that decides at a point: the least of the checks that count; −1 where one fails without a margin. */
export function deciding(margins: Margins, counts: (check: string) => boolean): number {
  let least = Infinity;
  for (const [id, m] of Object.entries(margins)) {
    if (!counts(id)) continue;
    if (!passes(m.status)) least = Math.min(least, m.margin ?? -1);
    else if (m.margin !== null) least = Math.min(least, m.margin);
  }
  return least;
}
