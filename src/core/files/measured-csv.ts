import type { Pair } from '../measured/calibrate.ts';
import type { MeasuredPart } from '../measured/match.ts';
import { parseNumber } from '../quantity/parse.ts';
import type { Unit } from '../quantity/units.ts';
import { csvRecording } from '../waveform/csv-recording.ts';
import { csvRows } from './csv.ts';
import type { Issue } from './issues.ts';

export type PairsRead = { ok: true; pairs: Pair[] } | { ok: false; issues: (Issue & { line?: number })[] };

const UNCERTAINTIES = ['referenceUncertainty', 'readingUncertainty'] as const;

/** Pairs of a reference and a reading, and their uncertainties where there are columns for them: by name, or in this order without a header. */
export function readPairs(text: string): PairsRead {
  const read = csvRecording(text, { timed: false });
  if (!read.ok)
    return {
      ok: false,
      issues: [{ path: read.line === undefined ? 'file' : `line ${read.line}`, message: read.message, ...(read.line ? { line: read.line } : {}) }],
    };
  const { channels } = read.record;
  const plain = (name: string) => name.toLowerCase().replace(/[^a-z]/g, '');
  const named = (name: string) => channels.find((c) => plain(c.name) === plain(name));
  const byOrder = channels.every((c) => /^CH\d+$/.test(c.name));
  const [reference, reading] = byOrder ? channels : [named('reference') ?? named('true'), named('reading') ?? named('read')];
  if (!reference || !reading) return { ok: false, issues: [{ path: 'line 1', message: 'The table needs a column “reference” and a column “reading”.' }] };
  const uncertain = UNCERTAINTIES.map((name, i) => (byOrder ? channels[2 + i] : named(name)));
  return {
    ok: true,
    pairs: Array.from(reference.values, (value, i) => ({
      reference: value,
      reading: reading.values[i]!,
      ...Object.fromEntries(UNCERTAINTIES.flatMap((name, k) => (uncertain[k] ? [[name, Math.abs(uncertain[k].values[i]!)]] : []))),
    })),
  };
}

export type PartsRead = { ok: true; parts: MeasuredPart[] } | { ok: false; issues: Issue[] };

/** Most parts that are matched at once. */
export const MOST_PARTS = 2000;

/** Measured parts from lines of a name and a value, as designers write values; a list of values alone is numbered. */
export function readParts(text: string, unit: Unit = 'ohm'): PartsRead {
  const rows = csvRows(text).filter((r) => !r[0]!.startsWith('#'));
  const issues: Issue[] = [];
  const head = rows[0]?.map((c) => c.toLowerCase()) ?? [];
  const named = head.some((c) => /^(name|value|part)/.test(c));
  const column = (name: RegExp, otherwise: number) => {
    const at = head.findIndex((c) => name.test(c));
    return named && at >= 0 ? at : otherwise;
  };
  const width = Math.max(...rows.map((r) => r.length), 1);
  const [name, value] = [named ? head.findIndex((c) => /^(name|part)/.test(c)) : width > 1 ? 0 : -1, column(/^value/, width > 1 ? 1 : 0)];
  const seen = new Set<string>();
  const parts = rows.slice(named ? 1 : 0).flatMap((row, i): MeasuredPart[] => {
    const where = `row ${i + (named ? 2 : 1)}`;
    const read = parseNumber(row[value] ?? '', unit);
    const own = (name >= 0 ? row[name] : '') || `#${i + 1}`;
    if (!read.ok) issues.push({ path: where, message: `“${row[value] ?? ''}”: ${read.message}` });
    else if (!(read.value > 0)) issues.push({ path: where, message: `${own} has to be above zero.` });
    if (seen.has(own)) issues.push({ path: where, message: `“${own}” stands twice: every part needs a name of its own.` });
    seen.add(own);
    return read.ok ? [{ name: own, value: read.value }] : [];
  });
  if (!parts.length && !issues.length) issues.push({ path: 'file', message: 'There are no parts in it.' });
  if (parts.length > MOST_PARTS) issues.push({ path: 'file', message: `${parts.length} parts are too many; at most ${MOST_PARTS} are matched at once.` });
  return issues.length ? { ok: false, issues } : { ok: true, parts };
}
