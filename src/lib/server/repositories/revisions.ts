import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import { evaluateBoard } from '../../../core/board/evaluate.ts';
import type { Reading } from '../../../core/bringup/plan.ts';
import { answer } from '../../../core/files/answer.ts';
import { gate, letterOf } from '../../../core/gate/gate.ts';
import { VERSION_OF_CORE } from '../../../core/version.ts';
import { db, transact } from '../db/client.ts';
import { boards, readings, revisions } from '../db/schema.ts';

export type Revision = typeof revisions.$inferSelect;

const HEAD = { id: revisions.id, letter: revisions.letter, note: revisions.note, coreVersion: revisions.coreVersion, createdAt: revisions.createdAt };
export type RevisionHead = Pick<Revision, keyof typeof HEAD>;

export const listRevisions = (boardId: string): Promise<RevisionHead[]> =>
  db().select(HEAD).from(revisions).where(eq(revisions.boardId, boardId)).orderBy(asc(revisions.createdAt));

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

/** Freezes what the board holds now, if its gate is open and it is what the person saw. */
export function freeze(accountId: string, boardId: string, seenVersion: number, note: string): Promise<Frozen> {
  return transact(async (tx): Promise<Frozen> => {
    const [board] = await tx
      .select()
      .from(boards)
      .where(and(eq(boards.id, boardId), eq(boards.accountId, accountId)))
      .for('update');
    if (!board) return { ok: false, reason: 'missing' };
    if (board.version !== seenVersion) return { ok: false, reason: 'changed' };
    const sum = evaluateBoard(board.document);
    if (!gate(sum).ready) return { ok: false, reason: 'not ready' };
    const all = await tx.select({ id: revisions.id }).from(revisions).where(eq(revisions.boardId, boardId));
    const letter = letterOf(all.length);
    await tx
      .insert(revisions)
      .values({ id: randomUUID(), boardId, letter, document: board.document, results: answer(sum), coreVersion: VERSION_OF_CORE, note });
    return { ok: true, letter };
  });
}

export async function readingsOf(revisionId: string): Promise<Reading[]> {
  const rows = await db().select().from(readings).where(eq(readings.revisionId, revisionId)).orderBy(asc(readings.id));
  return rows.map((r) => ({ step: r.step, text: r.text, value: r.value, note: r.note, at: r.at.toISOString() }));
}

export async function addReading(revisionId: string, reading: Omit<Reading, 'at'> & { at?: Date }): Promise<void> {
  await db()
    .insert(readings)
    .values({ revisionId, ...reading });
}
