import { createHash } from 'node:crypto';
import { eq, lt, sql } from 'drizzle-orm';
import { db } from '../db/client.ts';
import { attempts } from '../db/schema.ts';

const WINDOW = 15 * 60 * 1000;

/** Who tries what, so that it can be counted, and how often in a quarter of an hour. */
export interface Tried {
  what: readonly string[];
  most: number;
}

const keyOf = ({ what }: Tried): string => createHash('sha256').update(what.join('\n')).digest('hex');

/** Tries of a password: for one account from one address, and from one address for any account. */
export const signInTries = (address: string, email: string): Tried[] => [
  { what: [address, email], most: 8 },
  { what: [address], most: 60 },
];
/** Tries of the present password by somebody who is signed in. */
export const ownTries = (account: string): Tried[] => [{ what: ['own password', account], most: 8 }];

/**
 * Counts a try before it is looked at, so that many at once are as many as one after another. Minutes to wait where it was
 * one too many; 0 when it is allowed. A count from the future, after a clock was put back, begins anew as an old one does.
 */
export async function takeTry(tries: readonly Tried[]): Promise<number> {
  const now = new Date();
  const old = new Date(now.getTime() - WINDOW);
  await db().delete(attempts).where(lt(attempts.since, old));
  let wait = 0;
  for (const tried of tries) {
    const id = keyOf(tried);
    const over = sql`${attempts.since} < ${old} or ${attempts.since} > ${now}`;
    await db()
      .insert(attempts)
      .values({ id, count: 1, since: now })
      .onDuplicateKeyUpdate({ set: { count: sql`if(${over}, 1, ${attempts.count} + 1)`, since: sql`if(${over}, ${now}, ${attempts.since})` } });
    const [row] = await db().select().from(attempts).where(eq(attempts.id, id));
    if (row && row.count > tried.most) wait = Math.max(wait, Math.ceil(Math.min(WINDOW, row.since.getTime() + WINDOW - now.getTime()) / 60_000));
  }
  return wait;
}

/** What was right after all does not count: the first of its counts is forgotten, the others lose one. */
export async function forgetTry([first, ...others]: readonly Tried[]): Promise<void> {
  if (first)
    await db()
      .delete(attempts)
      .where(eq(attempts.id, keyOf(first)));
  for (const tried of others)
    await db()
      .update(attempts)
      .set({ count: sql`greatest(${attempts.count} - 1, 0)` })
      .where(eq(attempts.id, keyOf(tried)));
}

export const tooMany = (minutes: number): string => `Too many tries. Wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}, then try again.`;
