import { randomUUID } from 'node:crypto';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { equal } from '../../../core/board/changes.ts';
import type { Reading } from '../../../core/bringup/plan.ts';
import { letterOf } from '../../../core/gate/gate.ts';
import { VERSION_OF_CORE } from '../../../core/version.ts';
import { db } from '../db/client.ts';
import { boards, readings, revisions } from '../db/schema.ts';
import { forPage } from '../work.ts';
import { findBoard, onBoard } from './boards.ts';

export type Revision = typeof revisions.$inferSelect;

const HEAD = {
  id: revisions.id,
  letter: revisions.letter,
  note: revisions.note,
  wrong: revisions.wrong,
  coreVersion: revisions.coreVersion,
  createdAt: revisions.createdAt,
};
export type RevisionHead = Pick<Revision, keyof typeof HEAD>;

export const listRevisions = (boardId: string): Promise<RevisionHead[]> =>
  db().select(HEAD).from(revisions).where(eq(revisions.boardId, boardId)).orderBy(asc(revisions.createdAt));

/** The newest letter of each of these boards. */
export async function lastRevisions(ids: readonly string[]): Promise<Map<string, string>> {
  if (!ids.length) return new Map();
  const rows = await db()
    .select({ boardId: revisions.boardId, letter: revisions.letter })
    .from(revisions)
    .where(inArray(revisions.boardId, [...ids]))
    .orderBy(asc(revisions.createdAt));
  return new Map(rows.map((r) => [r.boardId, r.letter]));
}

/** A revision of a board of this account. */
export async function findRevision(accountId: string, boardId: string, letter: string): Promise<Revision | null> {
  const [row] = await db()
    .select({ revision: revisions })
    .from(revisions)
    .innerJoin(boards, eq(boards.id, revisions.boardId))
    .where(and(eq(revisions.boardId, boardId), eq(revisions.letter, letter), eq(boards.accountId, accountId)));
  return row?.revision ?? null;
}

export type Frozen = { ok: true; letter: string } | { ok: false; reason: 'missing' | 'not ready' | 'changed' };

/**
 * Freezes what the board holds now, if its gate is open and it is what the person saw. Asked again without a change in between
 * it is the revision that is there. It is judged before anything is locked.
 */
export async function freeze(accountId: string, boardId: string, seenVersion: number, said: { note: string; wrong?: string | null }): Promise<Frozen> {
  const seen = await findBoard(accountId, boardId);
  if (!seen) return { ok: false, reason: 'missing' };
  if (seen.version !== seenVersion) return { ok: false, reason: 'changed' };
  const judged = await forPage<'judged'>({ sort: 'judged', doc: seen.document }, accountId);
  if (!judged.ready) return { ok: false, reason: 'not ready' };
  return onBoard<Frozen>(accountId, boardId, { ok: false, reason: 'missing' }, async (tx, board) => {
    if (board.version !== seenVersion) return { ok: false, reason: 'changed' };
    const all = await tx.select().from(revisions).where(eq(revisions.boardId, boardId)).orderBy(asc(revisions.createdAt), asc(revisions.letter));
    const last = all.at(-1);
    if (last && last.coreVersion === VERSION_OF_CORE && equal(last.document, board.document)) return { ok: true, letter: last.letter };
    const letter = letterOf(all.length);
    await tx
      .insert(revisions)
      .values({ id: randomUUID(), boardId, letter, document: board.document, results: judged.results, coreVersion: VERSION_OF_CORE, ...said });
    return { ok: true, letter };
  });
}

/** All readings of a revision, of every copy, in the order in which they were taken. */
export async function readingsOf(revisionId: string): Promise<(Reading & { copy: number })[]> {
  const rows = await db().select().from(readings).where(eq(readings.revisionId, revisionId)).orderBy(asc(readings.id));
  return rows.map((r) => ({ copy: r.copy, step: r.step, text: r.text, value: r.value, note: r.note, at: r.at.toISOString() }));
}

export async function addReading(revisionId: string, copy: number, reading: Omit<Reading, 'at'> & { at?: Date }): Promise<void> {
  await db()
    .insert(readings)
    .values({ revisionId, copy, ...reading });
}
