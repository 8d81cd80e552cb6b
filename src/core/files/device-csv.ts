import { DEVICE_CHOICES, DEVICE_FIELDS } from '../kinds/device-fields.ts';
import { DEVICE_SORTS, type Device, type DeviceSort } from '../parts/devices.ts';
import { boundMessage } from '../quantity/bounds.ts';
import { entryText } from '../quantity/format.ts';
import { parseQuantity } from '../quantity/parse.ts';
import { toRange, type Uncertain } from '../quantity/uncertain.ts';
import { csvRows, csvText } from './csv.ts';
import type { Issue } from './issues.ts';

export const LONGEST_TITLE = 80;
/** A list of devices is a drawer of types, not a catalogue. */
export const MOST_DEVICES = 500;
const HEAD = ['sort', 'title', 'for'];

/**
 * Devices as CSV: sort, title, the choice of a stage a device is meant for, and a column for every parameter any of them has,
 * each value with its unit and spread as it can be typed.
 */
export function writeDevices(devices: readonly Device[]): string {
  const names = [...new Set(devices.flatMap((d) => Object.keys(d.params)))];
  const cell = (d: Device, name: string) => (d.params[name] === undefined ? '' : entryText(d.params[name], DEVICE_FIELDS[d.sort][name]!.unit));
  return csvText([
    [...HEAD, ...names],
    ...devices.map((d) => [d.sort, d.title, choicesText(Object.entries(d.when ?? {})), ...names.map((name) => cell(d, name))]),
  ]);
}

/** Choices a device is meant for as they are typed: "regulatorType=fixed". */
export const choicesText = (choices: readonly (readonly [name: string, choice: string])[]): string =>
  choices.map(([name, choice]) => `${name}=${choice}`).join('; ');

export type DevicesRead = { ok: true; devices: Device[] } | { ok: false; issues: Issue[] };

/** Devices from CSV. Either all of it can be read, or nothing is taken and every issue is named by its row and column. */
export function readDevices(text: string): DevicesRead {
  const [head = [], ...rows] = csvRows(text);
  const issues: Issue[] = [];
  const column = (name: string) => head.findIndex((h) => h.toLowerCase() === name);
  const at = { sort: column('sort'), title: column('title'), for: column('for') };
  for (const name of ['sort', 'title'] as const)
    if (at[name] < 0) issues.push({ path: 'row 1', message: `has no column “${name}”. The first row names the columns: sort, title, for, then parameters.` });
  if (issues.length === 0 && rows.length === 0) issues.push({ path: 'file', message: 'has no device in it.' });
  if (rows.length > MOST_DEVICES) issues.push({ path: 'file', message: `has ${rows.length} devices; at most ${MOST_DEVICES} are taken.` });
  if (issues.length) return { ok: false, issues };
  const names = head.flatMap((name, i) => (Object.values(at).includes(i) || name === '' ? [] : [[name, i] as const]));
  const devices = rows.map((row, i) => {
    const where = `row ${i + 2}`;
    const cell = (k: number) => row[k] ?? '';
    const params = Object.fromEntries(names.map(([name, k]) => [name, cell(k)]));
    const read = readDevice({ sort: cell(at.sort), title: cell(at.title), for: cell(at.for), params });
    if (read.ok) return read.device;
    issues.push(...read.issues.map((issue) => ({ path: `${where}, ${issue.path}`, message: issue.message })));
    return null;
  });
  return issues.length ? { ok: false, issues } : { ok: true, devices: devices.filter((d) => d !== null) };
}

/** One device as it is typed: texts by name, an empty one is none. */
export interface TypedDevice {
  sort: string;
  title: string;
  for: string;
  params: Readonly<Record<string, string>>;
}

/** Reads one device. Issues name the field. */
export function readDevice(typed: TypedDevice): { ok: true; device: Device } | { ok: false; issues: Issue[] } {
  const issues: Issue[] = [];
  const sort = typed.sort as DeviceSort;
  if (!DEVICE_SORTS.includes(sort))
    return { ok: false, issues: [{ path: 'sort', message: `“${typed.sort.slice(0, 40)}” is none of ${DEVICE_SORTS.join(', ')}.` }] };
  if (!typed.title) issues.push({ path: 'title', message: 'is missing.' });
  if (typed.title.length > LONGEST_TITLE) issues.push({ path: 'title', message: `is longer than ${LONGEST_TITLE} characters.` });
  const when = readChoices(sort, typed.for, issues);
  const params: Record<string, Uncertain> = {};
  for (const [name, text] of Object.entries(typed.params)) {
    if (text === '') continue;
    const field = DEVICE_FIELDS[sort][name];
    if (!field) {
      issues.push({ path: name, message: `is no parameter of a ${sort}. It has ${Object.keys(DEVICE_FIELDS[sort]).join(', ')}.` });
      continue;
    }
    const read = parseQuantity(text, field.unit);
    if (!read.ok) {
      issues.push({ path: name, message: read.message });
      continue;
    }
    const range = toRange(read.value);
    const outside = boundMessage(field, range.low) ?? boundMessage(field, range.high);
    if (outside) issues.push({ path: name, message: outside });
    else params[name] = read.value;
  }
  if (!issues.length && !Object.keys(params).length) issues.push({ path: 'parameters', message: 'are all empty: a device needs at least one.' });
  return issues.length ? { ok: false, issues } : { ok: true, device: { sort, title: typed.title, ...(when ? { when } : {}), params } };
}

function readChoices(sort: DeviceSort, text: string, issues: Issue[]): Record<string, string> | null {
  if (!text) return null;
  const found: Record<string, string> = {};
  for (const pair of text.split(';').map((t) => t.trim())) {
    const [name = '', choice = ''] = pair.split('=').map((t) => t.trim());
    const choices = DEVICE_CHOICES[sort][name];
    if (!choices?.includes(choice)) {
      const possible = Object.entries(DEVICE_CHOICES[sort]).flatMap(([n, all]) => all.map((c) => `${n}=${c}`));
      issues.push({
        path: 'for',
        message: possible.length ? `“${pair.slice(0, 60)}” is none of ${possible.join(', ')}.` : `is not asked of a ${sort}: leave it empty.`,
      });
    } else found[name] = choice;
  }
  return found;
}
