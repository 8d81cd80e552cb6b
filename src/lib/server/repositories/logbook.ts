import { randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, isNotNull, isNull, lt, sum } from 'drizzle-orm';
import type { LogContent, LogEntry, LogSort } from '../../../core/logbook/entry.ts';
import { db } from '../db/client.ts';
import { boards, logEntries, logFiles } from '../db/schema.ts';
import { logBytesAllowed } from '../env.ts';
import { counted } from './accounts.ts';

/** Entries of one account, and bytes of one file: a photograph, or a packed waveform of some million samples. */
export const MOST_ENTRIES = 5000;
export const MOST_FILE = 16 * 1024 * 1024;
/** Bytes of a piece in which a file is kept. */
const PIECE = 1024 * 1024;

type Row = typeof logEntries.$inferSelect;
const told = ({ boardId: _, removedAt: __, createdAt, ...row }: Row): LogEntry => ({ ...row, at: createdAt.toISOString() });

const there = (boardId: string) => and(eq(logEntries.boardId, boardId), isNull(logEntries.removedAt));
/** A removed entry can be put back for a day, ms. */
const KEPT = 24 * 3600 * 1000;

export async function listEntries(boardId: string, letter?: string): Promise<LogEntry[]> {
  const where = letter === undefined ? there(boardId) : and(there(boardId), eq(logEntries.letter, letter));
  return (await db().select().from(logEntries).where(where).orderBy(desc(logEntries.createdAt), asc(logEntries.id))).map(told);
}

export async function findEntry(boardId: string, id: string): Promise<LogEntry | null> {
  const [row] = await db()
    .select()
    .from(logEntries)
    .where(and(eq(logEntries.id, id), there(boardId)));
  return row ? told(row) : null;
}

export interface NewEntry {
  letter: string | null;
  copy: number | null;
  point: string | null;
  sort: LogSort;
  title: string;
  note: string;
  content: LogContent;
  file?: { name: string; mime: string; data: Uint8Array };
  /** When, if not now. */
  at?: Date;
}

/** What an account keeps in its logbooks, and may keep. */
export async function logUse(accountId: string): Promise<{ entries: number; bytes: number; most: number }> {
  const [row] = await db()
    .select({ n: count(), bytes: sum(logEntries.bytes) })
    .from(logEntries)
    .innerJoin(boards, eq(boards.id, logEntries.boardId))
    .where(eq(boards.accountId, accountId));
  return { entries: row?.n ?? 0, bytes: Number(row?.bytes ?? 0), most: logBytesAllowed() };
}

/** Puts an entry into a logbook with its file, or nothing of it: its id, or why not. */
export async function addEntry(accountId: string, boardId: string, entry: NewEntry): Promise<{ ok: true; id: string } | { ok: false; message: string }> {
  const { file, at, ...rest } = entry;
  return counted(accountId, async (tx) => {
    const use = await logUse(accountId);
    const bytes = file?.data.byteLength ?? 0;
    if (use.entries >= MOST_ENTRIES)
      return { ok: false as const, message: `Your logbooks hold ${MOST_ENTRIES} entries, which is the most. Delete some first; nothing was stored.` };
    if (use.bytes + bytes > use.most)
      return {
        ok: false as const,
        message: `Your logbooks hold ${megabytes(use.bytes)} of ${megabytes(use.most)} MB, and this takes ${megabytes(bytes)} MB. Delete what you no longer need; nothing was stored.`,
      };
    const id = randomUUID();
    await tx
      .insert(logEntries)
      .values({ id, boardId, ...rest, fileName: file?.name ?? null, mime: file?.mime ?? null, bytes, ...(at ? { createdAt: at } : {}) });
    for (let from = 0, piece = 0; file && from < bytes; from += PIECE, piece++)
      await tx.insert(logFiles).values({ entryId: id, piece, data: Buffer.from(file.data.subarray(from, from + PIECE)) });
    return { ok: true as const, id };
  });
}
const megabytes = (bytes: number): string => (bytes / 1024 / 1024).toFixed(1);

/** The file of an entry; null where it has none. */
export async function fileOf(entryId: string): Promise<Buffer | null> {
  const pieces = await db().select({ data: logFiles.data }).from(logFiles).where(eq(logFiles.entryId, entryId)).orderBy(asc(logFiles.piece));
  return pieces.length ? Buffer.concat(pieces.map((p) => p.data)) : null;
}

export async function changeEntry(boardId: string, id: string, change: Partial<Pick<NewEntry, 'title' | 'note' | 'point' | 'content'>>): Promise<boolean> {
  const [result] = await db()
    .update(logEntries)
    .set(change)
    .where(and(eq(logEntries.id, id), eq(logEntries.boardId, boardId)));
  return result.affectedRows === 1;
}

/** Takes an entry out; it can be put back for a day. Its title, or null where there is none. */
export async function removeEntry(boardId: string, id: string): Promise<string | null> {
  const now = Date.now();
  await db()
    .delete(logEntries)
    .where(and(eq(logEntries.boardId, boardId), lt(logEntries.removedAt, new Date(now - KEPT))));
  const entry = await findEntry(boardId, id);
  if (!entry) return null;
  await db()
    .update(logEntries)
    .set({ removedAt: new Date(now) })
    .where(eq(logEntries.id, id));
  return entry.title;
}

/** Puts the entry back that was removed. */
export async function restoreEntry(boardId: string, id: string): Promise<boolean> {
  const [result] = await db()
    .update(logEntries)
    .set({ removedAt: null })
    .where(and(eq(logEntries.id, id), eq(logEntries.boardId, boardId), isNotNull(logEntries.removedAt)));
  return result.affectedRows === 1;
}
