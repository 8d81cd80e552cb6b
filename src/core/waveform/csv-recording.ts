import Papa from 'papaparse';
import { UNITS, type Unit } from '../quantity/units.ts';
import type { Channel, ReadRecording, Recording, Told, Unreadable } from './record.ts';

/**
 * A record from delimited text: any common delimiter, header or none, decimal point or comma, a time column or a stated rate.
 * Comments (#) and blank lines are skipped; lines of key and value before the header are kept as notes.
 * @param options.timed false of a table in which no column is a time
 */
export function csvRecording(file: string | Uint8Array, { rate, timed = true }: { rate?: number; timed?: boolean } = {}): ReadRecording {
  const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file;
  const text = new TextDecoder();
  const sample = text
    .decode(bytes.subarray(0, 20_000))
    .split(/\r\n|\n|\r/)
    .filter((l) => l.trim() && !l.trimStart().startsWith('#'));
  if (!sample.length && bytes.length <= 20_000) return unreadable('The file is empty: there are no samples in it.');
  // The last line of the sample may have been cut off.
  if (bytes.length > 20_000) sample.pop();
  const delimiter = delimiterOf(sample);
  const comma = delimiter !== ',' && sample.some((l) => /\d,\d/.test(l)) && !sample.some((l) => /\d\.\d/.test(l));
  const cells = (from: number, to: number): string[] => {
    const line = text.decode(bytes.subarray(from, to));
    return Papa.parse<string[]>(delimiter === ' ' ? line.trim().replace(/[ \t]+/g, ' ') : line, { delimiter }).data[0] ?? [''];
  };
  const before: string[][] = [];
  let [at, line] = [bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0, 1];
  for (; at < bytes.length; line++) {
    const end = lineEnd(bytes, at);
    const row = cells(at, end);
    if (!isBlank(row) && !isComment(row)) {
      if (Number.isFinite(numberOf(row[0]!, comma))) break;
      before.push(row);
    }
    at = afterLine(bytes, end);
  }
  if (at >= bytes.length) return unreadable(`There are no rows of numbers in the file${before.length ? ', only a header' : ''}.`);
  const width = widthOf(cells(at, lineEnd(bytes, at)));
  const header = headerOf(before, width);
  if (header.names && header.names.length > width)
    return unreadable(`Line ${line} has ${width} numbers, the header names ${header.names.length} columns.`, line);
  const scanned = scanRows(bytes, at, line, { delimiter: delimiter.charCodeAt(0), point: comma ? 44 : 46, width });
  if ('from' in scanned) return badLine(cells(scanned.from, lineEnd(bytes, scanned.from)), width, comma, scanned.line);
  return { ok: true, record: shape(scanned.columns, header, scanned.lines, timed, rate) };
}

const [LF, CR, SPACE, TAB, QUOTE, HASH] = [10, 13, 32, 9, 34, 35];
function lineEnd(bytes: Uint8Array, from: number): number {
  let i = from;
  while (i < bytes.length && bytes[i] !== LF && bytes[i] !== CR) i++;
  return i;
}
const afterLine = (bytes: Uint8Array, end: number): number => end + (bytes[end] === CR && bytes[end + 1] === LF ? 2 : 1);

const TEN = Array.from({ length: 23 }, (_, i) => 10 ** i);

/**
 * Rows of numbers straight from the bytes: a million of them have to open while somebody waits, which cells as texts do not.
 * Stops at the first line that is no full row.
 */
function scanRows(
  bytes: Uint8Array,
  start: number,
  firstLine: number,
  { delimiter, point, width }: { delimiter: number; point: number; width: number },
): { columns: Float64Array[]; lines: Int32Array } | { from: number; line: number } {
  const size = bytes.length;
  let most = 1;
  for (let i = start; i < size; i++) if (bytes[i] === LF || (bytes[i] === CR && bytes[i + 1] !== LF)) most++;
  const columns = Array.from({ length: width }, () => new Float64Array(most));
  const lines = new Int32Array(most);
  const blank = (c: number | undefined) => c === SPACE || c === QUOTE || (c === TAB && delimiter !== TAB);
  let [i, line, n] = [start, firstLine, 0];
  for (; i < size; line++) {
    const from = i;
    while (blank(bytes[i])) i++;
    const c0 = bytes[i];
    if (c0 === HASH) i = lineEnd(bytes, i);
    const empty = c0 === LF || c0 === CR || i >= size;
    if (!empty && c0 !== HASH) {
      for (let column = 0; column < width; column++) {
        while (blank(bytes[i])) i++;
        const begin = i;
        let c = bytes[i];
        const minus = c === 45;
        if (minus || c === 43) c = bytes[++i];
        let [mantissa, digits, behind, exponent] = [0, 0, 0, 0];
        while (c! >= 48 && c! <= 57) {
          mantissa = mantissa * 10 + c! - 48;
          digits++;
          c = bytes[++i];
        }
        if (c === point) {
          c = bytes[++i];
          while (c! >= 48 && c! <= 57) {
            mantissa = mantissa * 10 + c! - 48;
            digits++;
            behind++;
            c = bytes[++i];
          }
        }
        if (!digits) return { from, line };
        if (c === 101 || c === 69) {
          c = bytes[++i];
          const down = c === 45;
          if (down || c === 43) c = bytes[++i];
          const at = i;
          while (c! >= 48 && c! <= 57) {
            exponent = exponent * 10 + c! - 48;
            c = bytes[++i];
          }
          if (i === at) return { from, line };
          if (down) exponent = -exponent;
        }
        const power = exponent - behind;
        let value: number;
        if (digits > 15 || power > 22 || power < -22) {
          const exact = new TextDecoder().decode(bytes.subarray(begin, i));
          value = Number(point === 44 ? exact.replace(',', '.') : exact);
          if (!Number.isFinite(value)) return { from, line };
        } else {
          value = power < 0 ? mantissa / TEN[-power]! : mantissa * TEN[power]!;
          if (minus) value = -value;
        }
        columns[column]![n] = value;
        const here = i;
        while (blank(bytes[i])) i++;
        const next = bytes[i];
        const ends = next === LF || next === CR || i >= size;
        if (column < width - 1) {
          if (delimiter === SPACE ? here === i || ends : next !== delimiter) return { from, line };
          if (delimiter !== SPACE) i++;
        } else {
          // Delimiters at the end of a line part nothing.
          while (bytes[i] === delimiter || blank(bytes[i])) i++;
          if (i < size && bytes[i] !== LF && bytes[i] !== CR) return { from, line };
        }
      }
      lines[n++] = line;
    } else if (!empty || i < size) i = lineEnd(bytes, i);
    i = afterLine(bytes, i);
  }
  return { columns: columns.map((c) => c.subarray(0, n)), lines };
}

const unreadable = (message: string, line?: number): Unreadable => ({ ok: false, message, ...(line === undefined ? {} : { line }) });

/** What parts most of the last lines of a sample into the same number of columns. */
function delimiterOf(lines: readonly string[]): string {
  const tail = lines.slice(Math.floor(lines.length / 2));
  for (const d of [';', '\t', '|']) if (tail.length && tail.every((l) => l.includes(d))) return d;
  const spaced = tail.every((l) => /\S[ ]+\S/.test(l.trim()));
  if (tail.some((l) => l.includes(','))) {
    // 0,5 1,5: commas inside numbers that blanks part.
    return spaced &&
      tail.every(
        (l) =>
          /^[-+\d,.eE ]+$/.test(l) &&
          l
            .trim()
            .split(/ +/)
            .every((c) => /^[-+]?\d+(,\d+)?([eE][-+]?\d+)?$/.test(c)),
      )
      ? ' '
      : ',';
  }
  return tail.length && spaced ? ' ' : ',';
}

const NUMBER = /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/;
const numberOf = (cell: string, comma: boolean): number => {
  const text = (comma ? cell.replace(',', '.') : cell).trim();
  return NUMBER.test(text) ? Number(text) : NaN;
};
const isBlank = (row: readonly string[]): boolean => row.every((c) => c.trim() === '');
const isComment = (row: readonly string[]): boolean => row[0]!.trimStart().startsWith('#');

/** What is wrong with a line that is no full row. */
function badLine(row: readonly string[], width: number, comma: boolean, line: number): Unreadable {
  const given = widthOf(row);
  const column = row.slice(0, Math.min(given, width)).findIndex((cell) => Number.isNaN(numberOf(cell, comma)));
  if (column >= 0) return unreadable(`Line ${line} is no row of numbers: “${row[column]!.trim().slice(0, 40)}” in column ${column + 1}.`, line);
  return unreadable(
    given < width ? `Line ${line} has ${given} of ${width} values.` : `Line ${line} has ${given} values where the lines before have ${width}.`,
    line,
  );
}

/** Columns of a row without empty ones at its end. */
function widthOf(row: readonly string[]): number {
  let n = row.length;
  while (n > 1 && row[n - 1]!.trim() === '') n--;
  return n;
}

interface Header {
  names: string[] | null;
  units: (string | null)[];
  notes: string[];
}

/** Splits what stands before the numbers into notes, names and units. */
function headerOf(before: readonly string[][], width: number): Header {
  const notes: string[] = [];
  const words = (row: readonly string[]) => row.slice(0, widthOf(row)).map((c) => c.trim().replace(/^"|"$/g, ''));
  const rows = before.map(words);
  const note = (row: readonly string[]) => notes.push(row.filter((c) => c !== '').join(': '));
  let last = rows.pop();
  let units: (string | null)[] | null = null;
  // Key and value where the value is a number is no header.
  const names = (row: readonly string[] | undefined) => row && row.length >= width && !row.slice(1).some((c) => NUMBER.test(c.replace(',', '.')));
  if (last && last.length === width && rows.length && names(rows.at(-1)) && last.every((c) => scaleOf(c.replace(/^[([]|[)\]]$/g, '')) !== null || c === '')) {
    units = last.map((c) => c.replace(/^[([]|[)\]]$/g, ''));
    last = rows.pop();
  }
  rows.forEach(note);
  if (last && !names(last)) {
    note(last);
    last = undefined;
  }
  if (!last) return { names: null, units: Array.from({ length: width }, () => null), notes };
  const split = last.map((c) => /^(.*?)\s*[([]\s*([^()[\]]*?)\s*[)\]]\s*$/.exec(c));
  return {
    names: last.map((c, i) => (split[i] && scaleOf(split[i][2]!) !== null ? split[i][1]!.trim() : c)),
    units: last.map((_, i) => units?.[i] ?? (split[i] && scaleOf(split[i][2]!) !== null ? split[i][2]! : null)),
    notes,
  };
}

const PREFIXES: Readonly<Record<string, number>> = { '': 1, p: 1e-12, n: 1e-9, u: 1e-6, µ: 1e-6, μ: 1e-6, m: 1e-3, k: 1e3, K: 1e3, M: 1e6, G: 1e9 };
const WORDS: Readonly<Record<string, Unit>> = {
  v: 'V', volt: 'V', volts: 'V', a: 'A', amp: 'A', amps: 'A', ampere: 'A', s: 's', sec: 's', second: 's', seconds: 's', hz: 'Hz', ohm: 'ohm', ohms: 'ohm', 'ω': 'ohm', w: 'W', watt: 'W', f: 'F', h: 'H',
}; // prettier-ignore
const WHOLE: Readonly<Record<string, [Unit, number]>> = { min: ['s', 60], minutes: ['s', 60], h: ['s', 3600], hours: ['s', 3600], '°c': ['degC', 1], degc: ['degC', 1], '%': ['ratio', 0.01], kg: ['kg', 1], g: ['kg', 1e-3], db: ['dB', 1] }; // prettier-ignore

/** What a unit as files write it stands for; null of what is none. */
function scaleOf(text: string): [unit: Unit, factor: number] | null {
  const t = text.trim();
  const whole = WHOLE[t.toLowerCase()];
  if (whole) return whole;
  const bare = WORDS[t.toLowerCase()];
  if (bare) return [bare, 1];
  const long = /^(milli|micro|nano|kilo|mega)(.*)$/i.exec(t);
  if (long && WORDS[long[2]!.toLowerCase()])
    return [WORDS[long[2]!.toLowerCase()]!, { milli: 1e-3, micro: 1e-6, nano: 1e-9, kilo: 1e3, mega: 1e6 }[long[1]!.toLowerCase()]!];
  const unit = WORDS[t.slice(1).toLowerCase()];
  const prefix = PREFIXES[t.slice(0, 1)];
  if (unit && prefix !== undefined && t.length > 1) return [unit, prefix];
  return t in UNITS ? [t as Unit, 1] : null;
}

const TIME_NAME = /^(time|times|t|zeit|seconds?|sec|x|x-?axis|timestamp)$/i;
const EVEN = 0.02;

function shape(columns: Float64Array[], { names, units, notes }: Header, lines: Int32Array, timed: boolean, stated: number | undefined): Recording {
  const findings: Told[] = [];
  const scales = units.map((u) => (u === null ? null : scaleOf(u)));
  const at = timed ? timeColumn(columns, names, scales, stated) : -1;
  const time = at < 0 ? null : scaled(columns[at]!, scales[at]?.[0] === 's' ? scales[at][1] : 1);
  let number = 0;
  const channels: Channel[] = columns.flatMap((values, i) => {
    if (i === at) return [];
    number++;
    const [unit, factor] = scales[i] ?? ['V', 1];
    return [{ name: names?.[i] || `CH${number}`, unit, values: scaled(values, factor) }];
  });
  if (!channels.length && time)
    return { channels: [{ name: names?.[0] || 'CH1', unit: 's', values: time }], time: null, start: 0, rate: null, even: true, notes, findings };
  if (!time) {
    const told = stated ?? rateNoted(notes);
    return { channels, time: null, start: 0, rate: told, even: true, notes, findings };
  }
  return { channels, notes, findings, ...grid(time, lines, findings) };
}

const scaled = (x: Float64Array, factor: number): Float64Array => (factor === 1 ? x : x.map((v) => v * factor));

/** A rate or sample interval among the notes of a file, Hz. */
function rateNoted(notes: readonly string[]): number | null {
  for (const note of notes) {
    const found = /sampl\w*[ _-]*(rate|frequency|interval|period)[^:]*:\s*([-+.\deE]+)\s*:?\s*([a-zA-Zµ/]*)/i.exec(note);
    const value = Number(found?.[2]);
    if (!found || !(value > 0)) continue;
    const slow = /interval|period/i.test(found[1]!);
    const factor = scaleOf(found[3]!.replace(/^Sa\/s$/i, 'Hz'))?.[1] ?? 1;
    return slow ? 1 / (value * factor) : value * factor;
  }
  return null;
}

/** Which column says when: by its name or unit; without a header the first that only rises, if it fits the rate that was stated. */
function timeColumn(columns: readonly Float64Array[], names: string[] | null, scales: readonly ([Unit, number] | null)[], stated: number | undefined): number {
  if (names) {
    const named = names.findIndex((n, i) => TIME_NAME.test(n) && (scales[i] === null || scales[i]![0] === 's'));
    return named >= 0 ? named : scales.findIndex((s, i) => s?.[0] === 's' && i === 0);
  }
  if (columns.length < 2) return -1;
  const x = columns[0]!;
  for (let i = 1; i < x.length; i++) if (!(x[i]! > x[i - 1]!)) return -1;
  if (stated === undefined) return 0;
  return x.length > 1 && Math.abs(((x.at(-1)! - x[0]!) / (x.length - 1)) * stated - 1) < 0.01 ? 0 : -1;
}

/** How evenly the time stamps lie, and what has to be said about them. */
function grid(time: Float64Array, lines: Int32Array, findings: Told[]): Pick<Recording, 'time' | 'start' | 'rate' | 'even'> {
  const n = time.length;
  const start = time[0] ?? 0;
  if (n < 2) return { time, start, rate: null, even: true };
  const stride = Math.max(1, Math.floor(n / 10_000));
  const some = Float64Array.from({ length: Math.ceil((n - 1) / stride) }, (_, i) => time[i * stride + 1]! - time[i * stride]!).sort();
  const median = some[Math.floor(some.length / 2)]!;
  // Stamps written with few digits jump by one of the last.
  let usual = 0;
  for (let i = 1; i < n; i++) if (Math.abs(time[i]! - time[i - 1]! - median) <= EVEN * Math.abs(median)) usual++;
  const regular = usual >= 0.6 * (n - 1);
  let [repeated, back, gaps] = [0, 0, 0];
  const MOST = 20;
  for (let i = 0; i < n - 1; i++) {
    const step = time[i + 1]! - time[i]!;
    const line = lines[i + 1]!;
    if (step === 0 && repeated++ < MOST) findings.push({ line, text: `The time stamp ${time[i]} s stands twice.` });
    if (step < 0 && back++ < MOST) findings.push({ line, text: `Time goes back from ${time[i]} s to ${time[i + 1]} s.` });
    if (median > 0 && step > (regular ? 1.5 : 5) * median && gaps++ < MOST)
      findings.push({ line, text: `A gap: nothing was recorded for ${Number(step.toPrecision(4))} s after ${time[i]} s.` });
  }
  const span = time[n - 1]! - start;
  if (!(span > 0)) return { time, start, rate: null, even: false };
  const even = !repeated && !back && !gaps && onGrid(time, start, span);
  if (even) return { time: null, start, rate: (n - 1) / span, even: true };
  if (!gaps && !repeated && !back) findings.push({ text: 'The samples lie unevenly in time: spectra and ripple are taken from a resampled copy.' });
  else findings.push({ text: 'Spectra and ripple are taken from a copy that is resampled evenly over what is missing.' });
  return { time, start, rate: median > 0 && regular ? 1 / median : (n - 1) / span, even: false };
}

/** Whether every sample lies on an even grid, but for what the last digit of a stamp rounds off. */
function onGrid(time: Float64Array, start: number, span: number): boolean {
  const dt = span / (time.length - 1);
  let worst = 0;
  for (let i = 0; i < time.length; i++) worst = Math.max(worst, Math.abs(time[i]! - start - i * dt));
  // A digit as coarse as the steps says nothing about them.
  return worst <= EVEN * dt || (worst < dt && worst <= 0.55 * lastDigit(time));
}

/** The coarsest power of ten that all stamps are multiples of, s; nothing where there is none. */
function lastDigit(time: Float64Array): number {
  for (let k = 0; k <= 12; k++) {
    const scale = 10 ** k;
    let all = true;
    for (let i = 0; all && i < time.length; i++) {
      const v = time[i]! * scale;
      all = Math.abs(v - Math.round(v)) <= 1e-6 + 1e-12 * Math.abs(v);
    }
    if (all) return 1 / scale;
  }
  return 0;
}
