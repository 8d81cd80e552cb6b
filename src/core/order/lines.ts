import type { Mounting, PartDoc } from '../board/document.ts';
import type { StageSum, Sum } from '../board/evaluate.ts';
import { GENERIC_DEVICES, type DeviceSort } from '../parts/devices.ts';
import { PART_TYPES, valueUnit, type PartType } from '../parts/part-types.ts';
import { formatText } from '../quantity/format.ts';
import { nominalOf, type Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import type { NumberField, PartDef } from '../stage/contract.ts';
import { usualPackage } from './package.ts';

/** A place on the board that a bought part stands in. */
export interface Place {
  stage: string;
  title: string;
  slot: string;
  /** Pieces on one board: pieces of the slot, times the copies of its stage and module. */
  count: number;
}
export interface Rating {
  name: string;
  value: number;
  unit: Unit;
}

/** One line of a bill of materials: parts that are bought as the same. */
export interface Line {
  /** Names the part, whatever board it stands on. */
  key: string;
  type: PartType;
  /** What a device is; its kind and slot where no list of devices has such. */
  sort: DeviceSort | null;
  title: string;
  /** SI; null of a device. */
  value: number | null;
  /** null: nobody said; a usual one is bought. */
  tolerance: number | null;
  ratings: Rating[];
  package: string;
  places: Place[];
  perBoard: number;
}

/** A part as one place asks for it. */
interface Wanted {
  type: PartType;
  sort: DeviceSort | null;
  /** A value, or the name of a device. */
  what: string;
  title: string;
  value: number | null;
  tolerance: number | null;
  ratings: Map<string, { value: number; unit: Unit }>;
  package: string | null;
  place: Place;
}

const same = (v: number): number => Number(v.toPrecision(6));

/** Whether a slot is a part that somebody buys, with what is chosen there. */
export function isBought(def: PartDef, given: Readonly<Record<string, unknown>>, params: Readonly<Record<string, unknown>>): boolean {
  if (def.needed && !def.needed(given)) return false;
  if (def.bought === false || (def.bought && !def.bought(given, params))) return false;
  return (def.pieces?.(given) ?? 1) > 0;
}

const RATING_WORDS: Readonly<Record<string, string>> = { saturationCurrent: 'saturates at' };

/** A rating as a bill of materials writes it: "25 V", "saturates at 3 A". */
export const ratingText = (r: Rating): string => `${RATING_WORDS[r.name] ? `${RATING_WORDS[r.name]} ` : ''}${formatText(r.value, r.unit, 3)}`;

function placesOf(s: StageSum): Wanted[] {
  const { given } = s.judged.x;
  const wanted = s.parts.flatMap((part): Wanted[] => {
    const { slot, def } = part;
    if (!isBought(def, given, s.judged.x.parts[slot])) return [];
    const doc = s.doc.parts?.[slot];
    const place: Place = { stage: s.id, title: s.title, slot, count: part.pieces * s.copies * s.times };
    const pack = doc?.package ?? null;
    if (def.type === 'device') {
      const device = deviceAt(s, slot, def, doc);
      return [{ type: 'device', sort: def.takes ?? null, ...device, value: null, tolerance: null, ratings: new Map(), package: pack, place }];
    }
    // Nothing, or a piece of wire, is not bought.
    if (!part.value) return [];
    const value = same(part.value);
    const ratings = new Map<string, { value: number; unit: Unit }>();
    for (const name of Object.keys(PART_TYPES[def.type].stock)) {
      const field = def.params?.[name] as NumberField | undefined;
      const rated = field && s.judged.range(`${slot}.${name}`)?.nominal;
      if (field && rated && Number.isFinite(rated)) ratings.set(name, { value: same(rated), unit: field.unit });
    }
    return [
      {
        type: def.type,
        sort: null,
        what: def.sold ? `${def.sold} ${value}` : String(value),
        title: valueTitle(def.type, value, def.sold),
        value,
        tolerance: part.tolerance > 0 ? same(part.tolerance) : null,
        ratings,
        package: pack,
        place,
      },
    ];
  });
  return [...wanted, ...cellsOf(s), ...besides(s)];
}

const valueTitle = (type: PartType, value: number, sold?: string): string =>
  type === 'ratio' ? `resistor network 1 : ${formatText(value, '', 4)}` : `${sold ?? type} ${formatText(value, valueUnit(type), 4)}`;

/** What is bought with a stage beside its parts. */
const besides = (s: StageSum): Wanted[] =>
  (s.kind.buys?.(s.judged.x) ?? []).map(({ slot, title }) => ({
    type: 'device',
    sort: null,
    what: title,
    title,
    value: null,
    tolerance: null,
    ratings: new Map(),
    package: null,
    place: { stage: s.id, title: s.title, slot, count: s.copies * s.times },
  }));

/** Cells that a stage takes as givens. */
function cellsOf(s: StageSum): Wanted[] {
  const { takes } = s.kind;
  if (!takes) return [];
  const { given } = s.judged.x;
  const count = (Number(given.series) || 1) * (Number(given.parallel) || 1);
  const figures = takes.given.map((name) => given[name] as number | null);
  const known = GENERIC_DEVICES.find((d) => d.sort === takes.sort && takes.given.every((name) => nearly(d.params[name], given[name])));
  const title = known?.title ?? `${takes.sort} ${given.chemistry ?? ''}, ${formatText(Number(given.capacity), 'Ah', 3)}`;
  const what = known?.title ?? figures.map((v) => (typeof v === 'number' ? same(v) : '–')).join(' ');
  const place: Place = { stage: s.id, title: s.title, slot: takes.sort, count: count * s.copies * s.times };
  return [{ type: 'device', sort: takes.sort, what, title, value: null, tolerance: null, ratings: new Map(), package: null, place }];
}

const nearly = (a: Uncertain | undefined, b: unknown): boolean =>
  a === undefined || (typeof b === 'number' && Math.abs(nominalOf(a) - b) <= 1e-9 * Math.abs(b)) || (b === null && a === undefined);

/** A device by the name it was taken by; else by its typed figures; else as the usual one of its place. */
function deviceAt(s: StageSum, slot: string, def: PartDef, doc: PartDoc | undefined): { what: string; title: string } {
  if (doc?.device) return { what: doc.device, title: doc.device };
  const sort = def.takes ?? def.doc?.split(/[,;:]/)[0] ?? slot;
  const typed = Object.entries(doc ?? {}).filter(([name]) => def.params && name in def.params && name !== 'package');
  const figures = typed.flatMap(([name, value]) => {
    const field = def.params![name]!;
    return field.type === 'number' && value !== null && typeof value !== 'string' && typeof value !== 'boolean'
      ? [{ name, unit: field.unit, value: nominalOf(value as Uncertain) }]
      : [];
  });
  if (!figures.length) return { what: `usual ${s.kind.id} ${slot}`, title: `${sort} of ${s.kind.title}, usual figures` };
  const telling = [...figures].sort((a, b) => weight(a.name) - weight(b.name)).slice(0, 2);
  return {
    what: `${sort} ${figures
      .map((f) => `${f.name}=${same(f.value)}`)
      .sort()
      .join(' ')}`,
    title: `${sort}, ${telling.map((f) => formatText(f.value, f.unit, 3)).join(', ')}`,
  };
}

/** Figures that name a device come first. */
const NAMING = ['referenceVoltage', 'nominalVoltage', 'sinkToAmbient', 'frequency', 'gainBandwidth', 'currentRating', 'voltageRating'];
const weight = (name: string): number => {
  const at = NAMING.indexOf(name);
  return at < 0 ? NAMING.length : at;
};

/** What is known of a line while places join it. */
interface Joining extends Omit<Wanted, 'place'> {
  places: Place[];
}

/** Whether two can be bought as one: what both say is the same; what one leaves open is no difference. */
function joins(line: Joining, w: Wanted): boolean {
  if (line.tolerance !== null && w.tolerance !== null && line.tolerance !== w.tolerance) return false;
  if (line.package !== null && w.package !== null && line.package !== w.package) return false;
  return [...w.ratings].every(([name, r]) => (line.ratings.get(name)?.value ?? r.value) === r.value);
}

const known = (w: Wanted): number => w.ratings.size + (w.tolerance === null ? 0 : 1) + (w.package === null ? 0 : 1);

/**
 * Lines of the bill of materials of one board: its parts by value, tolerance, rating and package, devices by their name or
 * figures. What a place leaves open (a rating its stage does not ask about) is no kind of its own. In the order of types.
 */
export function linesOf(sum: Sum): readonly Line[] {
  const known = grouped.get(sum);
  if (known) return known;
  const lines = linesAnew(sum);
  grouped.set(sum, lines);
  return lines;
}
/** A board that was added up never changes: gate, bill and head of a page ask for the same lines. */
const grouped = new WeakMap<Sum, readonly Line[]>();

function linesAnew(sum: Sum): Line[] {
  const mounting: Mounting = sum.doc.order?.mounting ?? 'surface-mount';
  const groups = new Map<string, Joining[]>();
  const wanted = sum.stages.flatMap(placesOf).sort((a, b) => known(b) - known(a));
  for (const w of wanted) {
    const group = `${w.type} ${w.sort ?? ''} ${w.what}`;
    const lines = groups.get(group) ?? [];
    groups.set(group, lines);
    const { place, ...asked } = w;
    const line = lines.find((l) => joins(l, w));
    if (!line) {
      lines.push({ ...asked, ratings: new Map(w.ratings), places: [place] });
      continue;
    }
    line.places.push(place);
    line.tolerance ??= w.tolerance;
    line.package ??= w.package;
    for (const [name, r] of w.ratings) if (!line.ratings.has(name)) line.ratings.set(name, r);
  }
  const rank = Object.keys(PART_TYPES);
  return [...groups.values()]
    .flat()
    .map((l) => finished(l, mounting))
    .sort(
      (a, b) =>
        rank.indexOf(a.type) - rank.indexOf(b.type) ||
        (a.sort ?? '').localeCompare(b.sort ?? '') ||
        (a.value ?? 0) - (b.value ?? 0) ||
        a.key.localeCompare(b.key),
    );
}

function finished(l: Joining, mounting: Mounting): Line {
  const ratings = [...l.ratings].map(([name, r]) => ({ name, ...r })).sort((a, b) => a.name.localeCompare(b.name));
  const pack = l.package ?? usualPackage(l.type, l.value, ratings, mounting);
  const text = [
    l.type === 'device' ? (l.sort ?? 'device') : l.type,
    l.what,
    ...(l.tolerance === null ? [] : [`${same(l.tolerance * 100)}%`]),
    ...ratings.map((r) => `${r.name}=${r.value}`),
    ...(pack ? [pack] : []),
  ].join(' ');
  return {
    key: shortened(text),
    type: l.type,
    sort: l.sort,
    title: l.title,
    value: l.value,
    tolerance: l.tolerance,
    ratings,
    package: pack,
    places: l.places,
    perBoard: l.places.reduce((n, p) => n + p.count, 0),
  };
}

/** A key of bounded length; what is cut off still tells two apart. */
function shortened(text: string): string {
  if (text.length <= 120) return text;
  let hash = 0x811c9dc5; // FNV-1a, 32 bit
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return `${text.slice(0, 110)} #${hash.toString(36)}`;
}

/** What a line is, in one text: value, tolerance, ratings. */
export const lineText = (l: Pick<Line, 'title' | 'tolerance' | 'ratings'>): string =>
  [l.title, ...(l.tolerance === null ? [] : [formatText(l.tolerance, 'ratio')]), ...l.ratings.map(ratingText)].join(', ');
