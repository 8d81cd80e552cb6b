import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { difference } from '../../core/board/changes.ts';
import { readBoard } from '../../core/files/board-file.ts';
import { readStock } from '../../core/files/drawer-csv.ts';
import { gzipSync } from 'node:zlib';
import type { BoardDoc } from '../../core/board/document.ts';
import type { CalibrationContent, LogSort } from '../../core/logbook/entry.ts';
import { calibrate } from '../../core/measured/calibrate.ts';
import { MEASURED_SORTS, type MeasuredSort } from '../../core/measured/parts.ts';
import type { Answer } from '../../core/practice/bench.ts';
import { envelope } from '../../core/waveform/envelope.ts';
import { readRecording } from '../../core/waveform/read.ts';
import { rootFolder } from './env.ts';
import { endSessions } from './auth/sessions.ts';
import { alone } from './db/client.ts';
import { accountByEmail, createAccount, removeAccount, renameAccount } from './repositories/accounts.ts';
import { PATTERN } from './repositories/benches.ts';
import { createBoard, saveChange } from './repositories/boards.ts';
import { forPage } from './work.ts';
import { renameCopy } from './repositories/copies.ts';
import { addEntry, type NewEntry } from './repositories/logbook.ts';
import { addMeasured } from './repositories/measured-parts.ts';
import { addComment, answerComment, listComments, makeLink, openLink } from './repositories/reviews.ts';
import { addReading, findRevision, freeze } from './repositories/revisions.ts';
import { addStock } from './repositories/stock.ts';

/** What comes with a demo board's first revision: its copies, brought up with the stand-in instruments, and its logbook. */
interface DemoBench {
  note: string;
  copies: {
    name: string;
    seed: number;
    faults?: string[];
    /** The first step that is not done. */
    upTo?: string;
    /** Notes by step. */
    notes?: Record<string, string>;
  }[];
  log: (Partial<Pick<NewEntry, 'point' | 'note' | 'content'>> & {
    sort: LogSort;
    title: string;
    copy: number | null;
    daysAgo: number;
    /** A file of the demo folder. */
    file?: string;
    /** A record that an instrument of that copy takes: a line to the practice bench. */
    record?: string;
  })[];
  reviews?: {
    title: string;
    comments: { by: string; about: string; aboutText: string; text: string; how?: 'answered' | 'taken' | 'refused'; answer?: string }[];
  }[];
  measured?: { sort: MeasuredSort; name: string; value: number }[];
}

/** The pattern while it is not whole yet. */
const UNFINISHED = 'unfinished@fennel-hill.invalid';

/**
 * Makes the pattern of the demo bench once. It gets its name when it is whole: a start that was ended half-way begins anew, and
 * of several servers that start at once one makes it.
 */
export const seedDemo = (): Promise<void> => alone('seed', seed);

async function seed(): Promise<void> {
  const made = await accountByEmail(PATTERN);
  // Nobody works on the pattern itself.
  if (made) return endSessions(made.id);
  const left = await accountByEmail(UNFINISHED);
  if (left) await removeAccount(left.id);
  const account = await createAccount({ email: UNFINISHED, name: 'Fennel Hill apiary', password: null, demo: true });
  if (!account) return;
  const folder = join(rootFolder(), 'demo');
  const files = readdirSync(folder).filter((f) => f.endsWith('.board.json'));
  // Last written, first shown.
  for (const file of files.sort().reverse()) await seedBoard(account, folder, file);
  const drawer = readStock(readFileSync(join(folder, 'drawer.csv'), 'utf8'));
  if (!drawer.ok) throw new Error(`demo/drawer.csv: ${drawer.issues.map((i) => `${i.path} ${i.message}`).join('; ')}`);
  await addStock(account, drawer.items);
  await renameAccount(account, PATTERN);
}

async function seedBoard(account: string, folder: string, file: string): Promise<void> {
  const files = readdirSync(folder);
  const open = (name: string): BoardDoc => {
    const read = readBoard(readFileSync(join(folder, name), 'utf8'));
    if (!read.ok) throw new Error(`demo/${name} is not a board: ${read.issues.map((i) => `${i.path} ${i.message}`).join('; ')}`);
    return read.value;
  };
  const [first, draft] = [file.replace('.board.', '.first.'), file.replace('.board.', '.draft.')];
  // What was frozen first, and what the draft became since.
  const begin = open(files.includes(first) ? first : file);
  const next = files.includes(first) ? open(file) : files.includes(draft) ? open(draft) : null;
  const board = (await createBoard(account, begin))!;
  const bench = file.replace('.board.json', '.bench.json');
  if (files.includes(bench)) await seedBench(account, board, folder, JSON.parse(readFileSync(join(folder, bench), 'utf8')) as DemoBench, file);
  if (next) await saveChange(account, board, { client: 'demo', nonce: 'draft', ops: difference(begin, next), label: 'after revision A' });
}

async function seedBench(account: string, board: string, folder: string, demo: DemoBench, file: string): Promise<void> {
  const frozen = await freeze(account, board, 0, { note: demo.note });
  if (!frozen.ok) throw new Error(`demo/${file} has a bring-up but is ${frozen.reason}`);
  const revision = (await findRevision(account, board, frozen.letter))!;
  for (const [i, { name, seed, faults = [], upTo, notes = {} }] of demo.copies.entries()) {
    const copy = i + 1;
    await renameCopy(revision.id, copy, name);
    const own = demo.log.filter((e) => e.copy === copy);
    const lines = own.flatMap((e) => e.record ?? []);
    const job = { doc: revision.document, seed, faults, lines, ...(upTo === undefined ? {} : { upTo }) };
    const { readings, answers } = await forPage<'practised'>({ sort: 'practised', ...job });
    for (const r of readings) await addReading(revision.id, copy, { ...r, note: notes[r.step] ?? '' });
    const unknown = Object.keys(notes).filter((key) => !readings.some((r) => r.step === key));
    if (unknown.length)
      throw new Error(`demo/${file}: copy ${copy} has no reading of ${unknown.join(', ')}; there are ${readings.map((r) => r.step).join(', ')}`);
    for (const entry of own)
      await seedEntry(account, board, folder, entry, frozen.letter, entry.record === undefined ? undefined : answers[lines.indexOf(entry.record)]);
  }
  for (const entry of demo.log.filter((e) => e.copy === null)) await seedEntry(account, board, folder, entry, frozen.letter);
  for (const review of demo.reviews ?? []) await seedReview(account, board, review);
  for (const sort of MEASURED_SORTS) {
    const parts = (demo.measured ?? []).filter((p) => p.sort === sort);
    if (parts.length) await addMeasured(account, sort, parts);
  }
}

/** A review by a link that nobody knows any more, with what was said. */
async function seedReview(account: string, board: string, { title, comments }: NonNullable<DemoBench['reviews']>[number]): Promise<void> {
  const token = await makeLink(account, board, { title, comments: true, letter: null, days: 90 });
  const { link } = (await openLink(token!))!;
  for (const { how, answer, ...comment } of comments) {
    await addComment(link, comment);
    const said = (await listComments(board)).at(-1)!;
    if (how) await answerComment(board, said.id, how, answer ?? '');
  }
}

/** Readings of a record as a scope writes them. */
const scopeCsv = ({ step, values }: { step: number; values: readonly number[] }): string =>
  ['Time (s),CH1 (V)', ...values.map((v, i) => `${(i * step).toPrecision(7)},${v.toFixed(6)}`)].join('\n');

async function seedEntry(account: string, board: string, folder: string, entry: DemoBench['log'][number], letter: string, answer?: Answer): Promise<void> {
  const { sort, title, copy, file, daysAgo, note = '', point = null } = entry;
  let { content = {} } = entry;
  let kept: NewEntry['file'];
  const bytes = answer?.trace ? new TextEncoder().encode(scopeCsv(answer.trace)) : file === undefined ? null : new Uint8Array(readFileSync(join(folder, file)));
  if (sort === 'waveform' && bytes) {
    const read = readRecording(bytes);
    if (!read.ok) throw new Error(`demo/${file ?? title}: ${read.message}`);
    const { channels } = read.record;
    const preview = envelope(read.record, channels[0]!.values, -Infinity, Infinity, 80).value.map((v) => Number(v.toPrecision(4)));
    content = { figures: [], ...content, channels: channels.map((c) => c.name), samples: channels[0]!.values.length, preview };
    kept = { name: file ?? `${title.toLowerCase().replaceAll(' ', '-')}.csv`, mime: 'application/gzip', data: gzipSync(bytes) };
  } else if (bytes) kept = { name: file!, mime: 'image/png', data: bytes };
  if (sort === 'calibration') {
    const { pairs, lsb, points } = content as CalibrationContent;
    content = { ...content, result: calibrate(pairs, { ...(lsb === null ? {} : { lsb }), ...(points === null ? {} : { points }) }) } as CalibrationContent;
  }
  const at = new Date(Date.now() - daysAgo * 24 * 3600 * 1000);
  const added = await addEntry(account, board, { letter, copy, point, sort, title, note, content, at, ...(kept ? { file: kept } : {}) });
  if (!added.ok) throw new Error(added.message);
}
