import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import type { BoardDoc } from '../../../core/board/document.ts';
import { db } from '../db/client.ts';
import { boards, reviewComments, reviewLinks, revisions } from '../db/schema.ts';
import { counted } from './accounts.ts';

export type ReviewLink = typeof reviewLinks.$inferSelect;
export type ReviewComment = typeof reviewComments.$inferSelect;

/** Links and comments of a board. */
const MOST_LINKS = 50;
const MOST_COMMENTS = 1000;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export const listLinks = (boardId: string): Promise<ReviewLink[]> =>
  db().select().from(reviewLinks).where(eq(reviewLinks.boardId, boardId)).orderBy(desc(reviewLinks.createdAt));

export const listComments = (boardId: string): Promise<ReviewComment[]> =>
  db().select().from(reviewComments).where(eq(reviewComments.boardId, boardId)).orderBy(asc(reviewComments.createdAt));

/** Makes a link for a board: its token, which is told once; null where there are too many. */
export async function makeLink(
  accountId: string,
  boardId: string,
  link: { title: string; comments: boolean; letter: string | null; days: number },
): Promise<string | null> {
  return counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(reviewLinks).where(eq(reviewLinks.boardId, boardId));
    if ((row?.n ?? 0) >= MOST_LINKS) return null;
    const token = randomBytes(24).toString('base64url');
    const { days, ...rest } = link;
    await tx
      .insert(reviewLinks)
      .values({ id: randomUUID(), boardId, tokenHash: hashOf(token), ...rest, expiresAt: new Date(Date.now() + days * 24 * 3600 * 1000) });
    return token;
  });
}

/** Withdraws a link of a board: it opens nothing any more. */
export async function withdrawLink(boardId: string, id: string): Promise<boolean> {
  const [result] = await db()
    .update(reviewLinks)
    .set({ withdrawnAt: new Date() })
    .where(and(eq(reviewLinks.id, id), eq(reviewLinks.boardId, boardId), isNull(reviewLinks.withdrawnAt)));
  return result.affectedRows === 1;
}

/** What the holder of a link may see: one board, as it stands or as it was frozen. */
export interface Reviewed {
  link: ReviewLink;
  boardId: string;
  version: number;
  doc: BoardDoc;
  letter: string | null;
}

/** The board behind a token; null where the token opens nothing, was withdrawn, or is too old: the answer is the same. */
export async function openLink(token: string): Promise<Reviewed | null> {
  if (!/^[\w-]{20,64}$/.test(token)) return null;
  const [row] = await db()
    .select({ link: reviewLinks, board: boards })
    .from(reviewLinks)
    .innerJoin(boards, eq(boards.id, reviewLinks.boardId))
    .where(and(eq(reviewLinks.tokenHash, hashOf(token)), isNull(reviewLinks.withdrawnAt), gt(reviewLinks.expiresAt, new Date())));
  if (!row) return null;
  const { link, board } = row;
  if (link.letter === null) return { link, boardId: board.id, version: board.version, doc: board.document, letter: null };
  const [revision] = await db()
    .select({ document: revisions.document })
    .from(revisions)
    .where(and(eq(revisions.boardId, board.id), eq(revisions.letter, link.letter)));
  return revision ? { link, boardId: board.id, version: board.version, doc: revision.document, letter: link.letter } : null;
}

/** Counts that a link was opened. */
export const wasOpened = async (id: string): Promise<void> =>
  void (await db()
    .update(reviewLinks)
    .set({ opened: sql`${reviewLinks.opened} + 1`, openedAt: new Date() })
    .where(eq(reviewLinks.id, id)));

/** Keeps a comment; false where the board has too many. */
export async function addComment(link: ReviewLink, comment: { by: string; about: string; aboutText: string; text: string }): Promise<boolean> {
  const [row] = await db().select({ n: count() }).from(reviewComments).where(eq(reviewComments.boardId, link.boardId));
  if ((row?.n ?? 0) >= MOST_COMMENTS) return false;
  await db()
    .insert(reviewComments)
    .values({ id: randomUUID(), boardId: link.boardId, linkId: link.id, ...comment });
  return true;
}

/** Answers a comment of a board, takes or refuses it. The comment, or null where there is none. */
export async function answerComment(boardId: string, id: string, how: 'answered' | 'taken' | 'refused', answer: string): Promise<ReviewComment | null> {
  const own = and(eq(reviewComments.id, id), eq(reviewComments.boardId, boardId));
  const [row] = await db().select().from(reviewComments).where(own);
  if (row) await db().update(reviewComments).set({ how, answer, answeredAt: new Date() }).where(own);
  return row ?? null;
}
