import { randomUUID } from 'node:crypto';
import { and, asc, eq, lt, ne } from 'drizzle-orm';
import { db, transact } from '../db/client.ts';
import {
  accounts,
  boards,
  changes,
  copies,
  logEntries,
  logFiles,
  measuredParts,
  prices,
  readings,
  reviewComments,
  reviewLinks,
  revisions,
  standings,
  stock,
} from '../db/schema.ts';

/** The bench that visitors get a copy of. Nobody signs in to it. */
export const PATTERN = 'demo@fennel-hill.invalid';
const LIFE = 24 * 3600 * 1000;
/** Benches of visitors at a time; the oldest goes before another comes. */
const MOST = 500;

/** A demo bench of a visitor's own, with all that the pattern holds; null where the pattern is missing. Those of yesterday go. */
export async function openBench(): Promise<string | null> {
  const visitors = and(eq(accounts.demo, true), ne(accounts.email, PATTERN));
  await db()
    .delete(accounts)
    .where(and(visitors, lt(accounts.createdAt, new Date(Date.now() - LIFE))));
  const there = await db().select({ id: accounts.id }).from(accounts).where(visitors).orderBy(asc(accounts.createdAt));
  for (const { id } of there.slice(0, Math.max(0, there.length - MOST + 1))) await db().delete(accounts).where(eq(accounts.id, id));
  return transact(async (tx) => {
    const [pattern] = await tx.select().from(accounts).where(eq(accounts.email, PATTERN));
    if (!pattern) return null;
    const accountId = randomUUID();
    await tx.insert(accounts).values({ id: accountId, email: `${accountId}@fennel-hill.invalid`, name: pattern.name, passwordHash: null, demo: true });
    for (const board of await tx.select().from(boards).where(eq(boards.accountId, pattern.id))) {
      const boardId = randomUUID();
      await tx.insert(boards).values({ ...board, id: boardId, accountId });
      for (const log of await tx.select().from(changes).where(eq(changes.boardId, board.id))) await tx.insert(changes).values({ ...log, boardId });
      for (const standing of await tx.select().from(standings).where(eq(standings.boardId, board.id)))
        await tx.insert(standings).values({ ...standing, boardId });
      for (const entry of await tx.select().from(logEntries).where(eq(logEntries.boardId, board.id))) {
        const entryId = randomUUID();
        await tx.insert(logEntries).values({ ...entry, id: entryId, boardId });
        for (const piece of await tx.select().from(logFiles).where(eq(logFiles.entryId, entry.id))) await tx.insert(logFiles).values({ ...piece, entryId });
      }
      for (const link of await tx.select().from(reviewLinks).where(eq(reviewLinks.boardId, board.id))) {
        const linkId = randomUUID();
        // Nobody knows the token of a copied link.
        await tx.insert(reviewLinks).values({ ...link, id: linkId, boardId, tokenHash: randomUUID() });
        for (const comment of await tx.select().from(reviewComments).where(eq(reviewComments.linkId, link.id)))
          await tx.insert(reviewComments).values({ ...comment, id: randomUUID(), boardId, linkId });
      }
      for (const revision of await tx.select().from(revisions).where(eq(revisions.boardId, board.id))) {
        const revisionId = randomUUID();
        await tx.insert(revisions).values({ ...revision, id: revisionId, boardId });
        for (const { id: _, ...reading } of await tx.select().from(readings).where(eq(readings.revisionId, revision.id)).orderBy(asc(readings.id)))
          await tx.insert(readings).values({ ...reading, revisionId });
        for (const copy of await tx.select().from(copies).where(eq(copies.revisionId, revision.id))) await tx.insert(copies).values({ ...copy, revisionId });
      }
    }
    for (const item of await tx.select().from(stock).where(eq(stock.accountId, pattern.id)))
      await tx.insert(stock).values({ ...item, id: randomUUID(), accountId });
    for (const price of await tx.select().from(prices).where(eq(prices.accountId, pattern.id))) await tx.insert(prices).values({ ...price, accountId });
    for (const part of await tx.select().from(measuredParts).where(eq(measuredParts.accountId, pattern.id)))
      await tx.insert(measuredParts).values({ ...part, id: randomUUID(), accountId });
    return accountId;
  });
}
