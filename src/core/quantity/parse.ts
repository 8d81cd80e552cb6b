import { levelOf, type Level } from './level.ts';
import { PREFIXES, UNITS, unitInfo, type Unit } from './units.ts';
import type { Uncertain } from './uncertain.ts';

export type Parsed<T> = { ok: true; value: T } | { ok: false; message: string };

const FORMS = '4k7, 4.7k, 4R7, 100n, 0.1u, 3V3, 1e-6, 12 mV';
const refuse = (message: string): { ok: false; message: string } => ({ ok: false, message });

/** Longer than any value that somebody writes: it is refused before a pattern looks at it. */
const LONGEST = 100;
const tooLong = (raw: string): { ok: false; message: string } =>
  refuse(`“${raw.trim().slice(0, 20)}…” is too long for a value: ${raw.trim().length} characters. Write it like ${FORMS}.`);

/** One spelling for signs that look alike, so that what a program shows can be typed back. */
function normalise(text: string): string {
  return text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00b5\u03bc]/g, 'u')
    .replace(/[\u03a9\u2126]/g, 'ohm')
    .replace(/[\u2009\u00a0\u202f]/g, ' ')
    .replace(/\u2026/g, '..')
    .replace(/\+\/-|\+-/g, '±');
}

/** Spellings of a unit, its symbol first. */
const spellings = (id: Unit): string[] => [normalise(unitInfo(id).symbol), ...unitInfo(id).also].filter((s) => s !== '');

/** The factor to SI of a suffix such as `k`, `mV`, `%` in a field of this unit; null when it does not fit. */
function suffixFactor(suffix: string, id: Unit): number | null {
  if (suffix === '') return 1;
  const info = unitInfo(id);
  const whole = info.factors?.[suffix];
  if (whole !== undefined) return whole;
  const names = spellings(id);
  const isName = (s: string) => names.some((n) => n === s || (n.length > 1 && n.toLowerCase() === s.toLowerCase()));
  if (isName(suffix)) return 1;
  if (!info.prefixed) return null;
  const prefix = PREFIXES[suffix[0] ?? ''];
  if (prefix === undefined) return null;
  const rest = suffix.slice(1).trim();
  // A prefix belongs to the metre in m²: 1 mm² is 1e-6 m² (SI brochure 9th ed. section 3.1).
  if (rest !== '' && (isName(rest) || names.some((n) => n.toLowerCase() === rest.toLowerCase()))) return id === 'm2' ? prefix * prefix : prefix;
  return rest === '' && id !== 'm2' ? prefix : null;
}

/** The unit a suffix would fit, to tell a slip from nonsense. */
function foreignUnit(suffix: string, own: Unit): Unit | null {
  for (const id of Object.keys(UNITS) as Unit[]) {
    if (id === own || id === '' || id === 'count') continue;
    const bare = PREFIXES[suffix] !== undefined;
    if (!bare && suffixFactor(suffix, id) !== null) return id;
  }
  return null;
}

function badSuffix(text: string, suffix: string, id: Unit): { ok: false; message: string } {
  const info = unitInfo(id);
  const own = info.symbol === '' ? info.quantity : `${info.quantity} in ${info.symbol}`;
  const foreign = foreignUnit(suffix, id);
  if (foreign) return refuse(`“${text}” is ${unitInfo(foreign).quantity}; this field takes ${own}.`);
  if (PREFIXES[suffix] !== undefined) return refuse(`“${text}”: ${own} takes no prefix. Write the plain number.`);
  return refuse(`“${text}” can't be read as ${own}. Write it like ${FORMS}.`);
}

/**
 * Reads one number as designers write it into SI.
 * Accepts `4k7`, `4.7k`, `4R7`, `100n`, `3V3`, `1e-6`, `12 mV`, `5%`. `m` is milli, `M` is mega.
 * @param level whether a signal's voltage is taken as peak or rms: then `-10 dBu`, `775 mV rms` and `2 Vpp` are read too
 */
export function parseNumber(raw: string, unit: Unit, level?: Level): Parsed<number> {
  if (raw.trim().length > LONGEST) return tooLong(raw);
  const text = normalise(raw);
  if (text === '') return refuse(`Write a value, like ${FORMS}.`);
  if (/\d,\d/.test(text)) return refuse(`“${raw.trim()}” has a comma. Write ${text.replace(',', '.')} (accepted: ${FORMS}).`);
  const infix = /^([+-]?\d+)([a-zA-Z])(\d+)\s*([^\d\s.].*)?$/.exec(text);
  if (infix && !/^[eE]$/.test(infix[2]!)) {
    const [, whole, letter, fraction, tail = ''] = infix;
    const factor = suffixFactor(letter! + tail.trim(), unit) ?? suffixFactor(letter!, unit);
    if (factor === null) return badSuffix(raw.trim(), letter!, unit);
    return finite(Number(`${whole}.${fraction}`) * factor, raw);
  }
  const plain = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*(.*)$/.exec(text);
  if (!plain) return refuse(`“${raw.trim()}” is not a number. Write it like ${FORMS}.`);
  const suffix = plain[2]!.trim();
  const leveled = levelOf(Number(plain[1]), suffix, unit, level);
  if (leveled !== null) return finite(leveled, raw);
  const factor = suffixFactor(suffix, unit);
  if (factor === null) return badSuffix(raw.trim(), suffix, unit);
  return finite(scaled(plain[1]!, factor), raw);
}

/** Decimal text times a power of ten without binary dust: "4.7" and 1e3 give 4700, not 4700.000000000001. */
function scaled(digits: string, factor: number): number {
  const power = Math.round(Math.log10(factor));
  if (Math.abs(factor / 10 ** power - 1) > 1e-12) return Number(digits) * factor;
  const [mantissa, exponent = '0'] = digits.toLowerCase().split('e');
  return Number(`${mantissa}e${Number(exponent) + power}`);
}

function finite(value: number, raw: string): Parsed<number> {
  return Number.isFinite(value) ? { ok: true, value } : refuse(`“${raw.trim()}” is too large to compute with.`);
}

/** Reads `a..b`, `a..n..b`. A unit written once at the end (`1..5 mA`) belongs to every number before it. */
function parseSpan(text: string, unit: Unit, level?: Level): Parsed<Uncertain> {
  const pieces = text.split('..').map((p) => p.trim());
  if (pieces.length > 3 || pieces.includes('')) return refuse(`“${text}” is not a range. Write low..high or low..nominal..high.`);
  const tail = /[a-zA-Z%°/√²\s]+[\d²]?$/.exec(pieces.at(-1)!)?.[0]?.trim() ?? '';
  const shared = PREFIXES[tail] === undefined ? tail : '';
  const numbers: number[] = [];
  for (const piece of pieces) {
    const bare = /^[+-]?[\d.]+(e[+-]?\d+)?$/i.test(piece);
    const parsed = parseNumber(bare && shared ? `${piece} ${shared}` : piece, unit, level);
    if (!parsed.ok) return parsed;
    numbers.push(parsed.value);
  }
  const low = numbers[0]!;
  const high = numbers.at(-1)!;
  const nominal = numbers.length === 3 ? numbers[1]! : (low + high) / 2;
  if (!(low <= nominal && nominal <= high)) return refuse(`“${text}” runs backwards. Write the lowest value first.`);
  return { ok: true, value: { nominal, low, high } };
}

/** A spread written after ±, + or −: a percentage of the nominal, or an amount in the field's unit. */
function parseSpread(text: string, nominal: number, unit: Unit): Parsed<number> {
  if (text.trim().endsWith('%')) {
    const ratio = parseNumber(text, 'ratio');
    return ratio.ok ? { ok: true, value: Math.abs(ratio.value * nominal) } : ratio;
  }
  const amount = parseNumber(text, unit);
  return amount.ok ? { ok: true, value: Math.abs(amount.value) } : amount;
}

/**
 * Reads a value with or without spread into SI: everything `parseNumber` reads, and `-40..85`, `3.3±2%`, `3.3 +5% -10%`.
 * A range of two ends takes its middle as nominal.
 */
export function parseQuantity(raw: string, unit: Unit, level?: Level): Parsed<Uncertain> {
  if (raw.trim().length > LONGEST) return tooLong(raw);
  const text = normalise(raw);
  if (/\d,\d/.test(text)) return parseNumber(raw, unit, level);
  if (text.includes('..')) return parseSpan(text, unit, level);
  const both = /^(.+?)\s*±\s*(.+)$/.exec(text);
  if (both) {
    const nominal = parseNumber(both[1]!, unit, level);
    if (!nominal.ok) return nominal;
    const spread = parseSpread(both[2]!, nominal.value, unit);
    if (!spread.ok) return spread;
    if (both[2]!.trim().endsWith('%')) {
      const tolerance = parseNumber(both[2]!, 'ratio');
      if (tolerance.ok) return { ok: true, value: { nominal: nominal.value, tolerance: Math.abs(tolerance.value) } };
    }
    return { ok: true, value: { nominal: nominal.value, low: nominal.value - spread.value, high: nominal.value + spread.value } };
  }
  const sided = /^(.+?)\s+\+\s*([\d.]+\s*\S*)\s+-\s*([\d.]+\s*\S*)$/.exec(text);
  if (sided) {
    const nominal = parseNumber(sided[1]!, unit, level);
    if (!nominal.ok) return nominal;
    const up = parseSpread(sided[2]!, nominal.value, unit);
    const down = parseSpread(sided[3]!, nominal.value, unit);
    if (!up.ok) return up;
    if (!down.ok) return down;
    return { ok: true, value: { nominal: nominal.value, low: nominal.value - down.value, high: nominal.value + up.value } };
  }
  return parseNumber(raw, unit, level);
}
