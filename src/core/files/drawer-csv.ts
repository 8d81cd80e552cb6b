import { DEVICE_SORTS, type DeviceSort } from '../parts/devices.ts';
import { PART_TYPES, valueUnit, type PartType } from '../parts/part-types.ts';
import { entryText } from '../quantity/format.ts';
import { parseNumber } from '../quantity/parse.ts';
import type { Unit } from '../quantity/units.ts';
import type { StockItem } from '../order/stock.ts';
import { csvRows, csvText, type CsvCell } from './csv.ts';
import type { Issue } from './issues.ts';

/** A part for the drawer, before it has a name of its own there. */
export type NewStock = Omit<StockItem, 'id' | 'free'>;

/** Parts in a drawer, and lines of one list. */
export const MOST_STOCK = 2000;

/** Ratings that a drawer knows, with their units. */
export const STOCK_RATINGS: Readonly<Record<string, { title: string; unit: Unit }>> = {
  voltageRating: { title: 'volts', unit: 'V' },
  powerRating: { title: 'watts', unit: 'W' },
  currentRating: { title: 'amps', unit: 'A' },
  saturationCurrent: { title: 'saturates at', unit: 'A' },
  rippleCurrentRating: { title: 'ripple current', unit: 'A' },
};

const HEAD = ['sort', 'value', 'tolerance', ...Object.values(STOCK_RATINGS).map((r) => r.title), 'package', 'count', 'place'];

/** A drawer as CSV, values with their units as they can be typed again. */
export function writeStock(items: readonly NewStock[]): string {
  const rows = items.map((item): CsvCell[] => [
    item.sort ?? item.type,
    item.value === null ? item.title : entryText(item.value, valueUnit(item.type)),
    item.tolerance === null ? '' : entryText(item.tolerance, 'ratio'),
    ...Object.entries(STOCK_RATINGS).map(([name, r]) => (item.ratings[name] === undefined ? '' : entryText(item.ratings[name], r.unit))),
    item.package,
    item.count,
    item.place,
  ]);
  return csvText([HEAD, ...rows]);
}

export type StockRead = { ok: true; items: NewStock[] } | { ok: false; issues: Issue[] };

/** One part as it is typed. */
export type TypedStock = Readonly<Record<'sort' | 'value' | 'tolerance' | 'package' | 'count' | 'place', string>> & {
  ratings: Readonly<Record<string, string>>;
};

const isType = (sort: string): sort is PartType => Object.hasOwn(PART_TYPES, sort) && sort !== 'device';

/** Reads one part. Issues name the field. */
export function readStockItem(typed: TypedStock): { ok: true; item: NewStock } | { ok: false; issues: Issue[] } {
  const issues: Issue[] = [];
  const number = (path: string, text: string, unit: Unit, most = Infinity): number | null => {
    if (!text.trim()) return null;
    const read = parseNumber(text, unit);
    if (!read.ok) issues.push({ path, message: read.message });
    else if (!(read.value > 0) || read.value > most)
      issues.push({ path, message: most === Infinity ? 'must be above zero.' : `must lie between 0 and ${most * 100} %.` });
    else return read.value;
    return null;
  };
  const sort = typed.sort.trim() || sortByUnit(typed.value);
  const type: PartType | null = isType(sort) ? sort : DEVICE_SORTS.includes(sort as DeviceSort) ? 'device' : null;
  if (type === null)
    return { ok: false, issues: [{ path: 'sort', message: `“${sort.slice(0, 40)}” is none of resistor, capacitor, inductor, ${DEVICE_SORTS.join(', ')}.` }] };
  const title = type === 'device' ? typed.value.trim() : '';
  if (type === 'device' && !title) issues.push({ path: 'value', message: 'a device needs its name here.' });
  if (title.length > 120) issues.push({ path: 'value', message: 'is longer than 120 characters.' });
  const value = type === 'device' ? null : number('value', typed.value, valueUnit(type));
  if (type !== 'device' && value === null && !issues.length) issues.push({ path: 'value', message: 'is missing.' });
  const tolerance = number('tolerance', typed.tolerance, 'ratio', 1);
  const ratings = Object.fromEntries(
    Object.entries(STOCK_RATINGS).flatMap(([name, r]) => {
      const rated = number(r.title, typed.ratings[name] ?? '', r.unit);
      return rated === null ? [] : [[name, rated]];
    }),
  );
  const count = typed.count.trim() === '' ? 1 : Number(typed.count);
  if (!Number.isInteger(count) || count < 0 || count > 1e6)
    issues.push({ path: 'count', message: `expected a whole number from 0 to a million, seen “${typed.count.slice(0, 20)}”.` });
  for (const [path, text, most] of [
    ['package', typed.package, 40],
    ['place', typed.place, 80],
  ] as const)
    if (text.trim().length > most) issues.push({ path, message: `is longer than ${most} characters.` });
  if (issues.length) return { ok: false, issues };
  const device = type === 'device' ? (sort as DeviceSort) : null;
  return { ok: true, item: { type, sort: device, title, value, tolerance, ratings, package: typed.package.trim(), count, place: typed.place.trim() } };
}

/** What has a unit says itself what it is; nano and pico of nothing are farads. */
function sortByUnit(text: string): PartType {
  const written = text.trim();
  if (/H$/.test(written)) return 'inductor';
  return /F$|\d[pnuµ]\d*$/.test(written) ? 'capacitor' : 'resistor';
}

/**
 * Parts for a drawer from CSV or a pasted list: columns by their names, or lines of value and count alone, like “4k7 20”. Either all
 * of it can be read, or nothing is taken and every issue is named by its row.
 */
export function readStock(text: string): StockRead {
  const rows = csvRows(text).filter((r) => r.some((c) => c !== ''));
  if (!rows.length) return { ok: false, issues: [{ path: 'list', message: 'has no part in it.' }] };
  if (rows.length > MOST_STOCK) return { ok: false, issues: [{ path: 'list', message: `has ${rows.length} lines; at most ${MOST_STOCK} are taken.` }] };
  const head = rows[0]!.map((c) => c.toLowerCase());
  const headed = head.includes('value');
  const issues: Issue[] = [];
  const items = rows.slice(headed ? 1 : 0).flatMap((row, i): NewStock[] => {
    const at = (name: string) => row[head.indexOf(name)] ?? '';
    const typed: TypedStock = headed
      ? {
          sort: at('sort'),
          value: at('value'),
          tolerance: at('tolerance'),
          package: at('package'),
          count: at('count'),
          place: at('place'),
          ratings: Object.fromEntries(Object.entries(STOCK_RATINGS).map(([name, r]) => [name, at(r.title)])),
        }
      : bare(row);
    const read = readStockItem(typed);
    if (read.ok) return [read.item];
    issues.push(...read.issues.map((issue) => ({ path: `row ${i + (headed ? 2 : 1)}, ${issue.path}`, message: issue.message })));
    return [];
  });
  if (!items.length && !issues.length) issues.push({ path: 'list', message: 'has no part in it.' });
  return issues.length ? { ok: false, issues } : { ok: true, items };
}

/** A line without columns: a value, perhaps a tolerance, a count, and where it lies: “100n 10% 40 box 3”. */
function bare(row: readonly string[]): TypedStock {
  const words = row.flatMap((c) => c.split(/\s+/)).filter(Boolean);
  // A unit that stands apart belongs to the value.
  const value = words[1] !== undefined && /^(?:[pnuµmkM]?(?:Ω|ohm|F|H))$/.test(words[1]) ? words.splice(0, 2).join('') : (words.shift() ?? '');
  const tolerance = words[0]?.endsWith('%') ? words.shift()! : '';
  const count = /^[×x]?\d+[×x]?$/.test(words[0] ?? '') ? words.shift()!.replace(/[×x]/g, '') : '';
  return { sort: '', value, tolerance, package: '', count, place: words.join(' '), ratings: {} };
}
