import type { Column, Field, ListField, NumberField, RowsField } from '../stage/contract.ts';
import { toRange, type Uncertain } from '../quantity/uncertain.ts';
import { boundMessage } from '../quantity/bounds.ts';
import { seen, type Issue } from './issues.ts';

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);
/** Beyond this nothing on a board is meant, and sums would overflow. */
const HUGEST = 1e30;

/** What is wrong with a value for a field; empty when nothing is. `path` is where it stands. Used by files, forms and changes. */
export function fieldIssues(field: Field, value: unknown, path: string): Issue[] {
  const one = (message: string): Issue[] => [{ path, message }];
  switch (field.type) {
    case 'number':
      return numberIssues(field, value, path);
    case 'choice':
      return field.choices.includes(value as string) ? [] : one(`expected one of ${field.choices.join(', ')}, seen ${seen(value)}.`);
    case 'flag':
      return typeof value === 'boolean' || (value === null && field.default === null) ? [] : one(`expected true or false, seen ${seen(value)}.`);
    case 'text':
      return value === null || isText(value) ? [] : one(`expected a text of at most ${LONGEST} characters, seen ${seen(value)}.`);
    case 'list':
      return listIssues(field, value, path);
    case 'rows':
      return rowsIssues(field, value, path);
  }
}

function numberIssues(field: NumberField, value: unknown, path: string): Issue[] {
  if (value === null)
    return field.default === null || field.nullable ? [] : [{ path, message: 'expected a number, seen null. Leave the key out to take the default.' }];
  if (field.oneOf) return field.oneOf.includes(value as number) ? [] : [{ path, message: `expected one of ${field.oneOf.join(', ')}, seen ${seen(value)}.` }];
  const shape = uncertainIssues(value, path);
  if (shape.length) return shape;
  const range = toRange(value as Uncertain);
  const odd = field.unit === 'degC' ? temperatureIssues(value, path) : [];
  if (odd.length) return odd;
  for (const [end, v] of [
    ['nominal', range.nominal],
    ['low', range.low],
    ['high', range.high],
  ] as const) {
    const message = boundMessage(field, v);
    if (message) return [{ path, message: typeof value === 'number' ? message : `${end}: ${message}` }];
  }
  return [];
}

/** Between absolute zero and what no part of a board sees, °C. */
const [COLDEST, HOTTEST] = [-273.15, 5000];

/** What is wrong with a temperature, which is a number or a range already. */
export function temperatureIssues(value: unknown, path: string): Issue[] {
  const { low, high } = toRange(value as Uncertain);
  if (low < COLDEST) return [{ path, message: `${low} °C is below absolute zero.` }];
  return high > HOTTEST ? [{ path, message: `${high} °C is hotter than anything on a board.` }] : [];
}

/** A plain number, {nominal, low, high} or {nominal, tolerance}. */
export function uncertainIssues(value: unknown, path: string): Issue[] {
  const finite = (v: unknown, where: string): Issue[] =>
    typeof v !== 'number' || !Number.isFinite(v)
      ? [
          {
            path: where,
            message: `expected a number${typeof v === 'string' ? ` in SI units, as 4700 for 4k7 or 1e-7 for 100n, or {nominal, tolerance} or {nominal, low, high}` : ''}, seen ${seen(v)}.`,
          },
        ]
      : Math.abs(v) > HUGEST
        ? [{ path: where, message: `${v} is too large to compute with.` }]
        : [];
  if (!isObject(value)) return finite(value, path);
  const keys = Object.keys(value);
  const allowed = ['nominal', 'low', 'high', 'tolerance'];
  const unknown = keys.find((k) => !allowed.includes(k));
  if (unknown) return [{ path: `${path}.${unknown}`, message: `unknown key. A range has nominal with low and high, or nominal with tolerance.` }];
  if (!('nominal' in value)) return [{ path: `${path}.nominal`, message: 'a range needs a nominal.' }];
  const ends = 'low' in value && 'high' in value;
  if (ends === 'tolerance' in value || (!ends && ('low' in value || 'high' in value)))
    return [{ path, message: 'a range needs either low and high or tolerance, beside nominal.' }];
  const bad = keys.flatMap((k) => finite(value[k], `${path}.${k}`));
  if (bad.length) return bad;
  if (!ends) return (value.tolerance as number) < 0 ? [{ path: `${path}.tolerance`, message: 'a tolerance cannot be negative.' }] : [];
  const { low, nominal, high } = value as { low: number; nominal: number; high: number };
  return low <= nominal && nominal <= high ? [] : [{ path, message: `low, nominal and high must rise: seen ${low}, ${nominal}, ${high}.` }];
}

function listIssues(field: ListField, value: unknown, path: string): Issue[] {
  if (field.single && typeof value === 'number') return listIssues(field, [value], path);
  if (!Array.isArray(value)) return [{ path, message: `expected a list of numbers, seen ${seen(value)}.` }];
  if (field.counts && !field.counts.includes(value.length)) return [{ path, message: `expected ${field.counts.join(' or ')} entries, seen ${value.length}.` }];
  if (field.filled && value.length === 0) return [{ path, message: 'needs at least one entry.' }];
  if (value.length > 1000) return [{ path, message: 'has more than 1000 entries.' }];
  const as: NumberField = { type: 'number', unit: field.unit, default: 0, ...(field.above === undefined ? {} : { above: field.above }) };
  return value.flatMap((v, i) =>
    typeof v === 'number' ? numberIssues(as, v, `${path}[${i}]`) : [{ path: `${path}[${i}]`, message: `expected a number, seen ${seen(v)}.` }],
  );
}

function rowsIssues(field: RowsField, value: unknown, path: string): Issue[] {
  if (!Array.isArray(value)) return [{ path, message: `expected a list of points, seen ${seen(value)}.` }];
  if (value.length > 1000) return [{ path, message: 'has more than 1000 points.' }];
  return value.flatMap((row, i) => {
    if (!isObject(row)) return [{ path: `${path}[${i}]`, message: `expected {${Object.keys(field.columns).join(', ')}}, seen ${seen(row)}.` }];
    const unknown = Object.keys(row)
      .filter((k) => !Object.hasOwn(field.columns, k))
      .map((k) => ({ path: `${path}[${i}].${k}`, message: 'unknown key.' }));
    const cells = Object.entries(field.columns).flatMap(([k, column]): Issue[] => {
      if (row[k] === undefined) return column.optional ? [] : [{ path: `${path}[${i}].${k}`, message: 'is missing.' }];
      return cellIssues(column, row[k], `${path}[${i}].${k}`);
    });
    return [...unknown, ...cells];
  });
}

function cellIssues(column: Column, value: unknown, path: string): Issue[] {
  if ('choices' in column)
    return column.choices.includes(value as string) ? [] : [{ path, message: `expected one of ${column.choices.join(', ')}, seen ${seen(value)}.` }];
  if ('text' in column) return isText(value) ? [] : [{ path, message: `expected a text of at most ${LONGEST} characters, seen ${seen(value)}.` }];
  if ('addresses' in column) return addressIssues(value, path);
  if ('parts' in column)
    return Array.isArray(value) && value.length > 0 && value.length <= 9 && value.every((v) => typeof v === 'string')
      ? []
      : [{ path, message: `expected a list of part names, like ["R1"], seen ${seen(value)}.` }];
  const { unit, min, above, integer } = column;
  const as: NumberField = {
    type: 'number',
    unit,
    default: column.nullable ? null : 0,
    ...(min === undefined ? {} : { min }),
    ...(above === undefined ? {} : { above }),
    ...(integer ? { integer } : {}),
  };
  if (typeof value === 'number' || value === null || (column.spread && isObject(value))) return numberIssues(as, value, path);
  return [{ path, message: `expected a number, seen ${seen(value)}.` }];
}
const LONGEST = 60;
const isText = (value: unknown): value is string => typeof value === 'string' && value.length <= LONGEST;

/** Addresses of a two-wire bus: whole numbers from 0 to 127, no more than there are. */
function addressIssues(value: unknown, path: string): Issue[] {
  if (!Array.isArray(value) || value.length === 0 || value.length > 128)
    return [{ path, message: `expected a list of addresses, like [72, 73], seen ${seen(value)}.` }];
  return value.flatMap((a, i) =>
    Number.isInteger(a) && a >= 0 && a <= 127 ? [] : [{ path: `${path}[${i}]`, message: `an address is a whole number from 0 to 127, seen ${seen(a)}.` }],
  );
}
