import { createHash } from 'node:crypto';
import { eq, lt, sql } from 'drizzle-orm';
import { db } from '../db/client.ts';
import { attempts } from '../db/schema.ts';

const WINDOW = 15 * 60 * 1000;
/** Wrong passwords for one account from one address, and from one address for any account. */
const PER_ACCOUNT = 8;
const PER_ADDRESS = 60;

const key = (...parts: string[]): string => createHash('sha256').update(parts.join('\n')).digest('hex');
const keysOf = (address: string, email: string) => [
  { id: key(address, email), most: PER_ACCOUNT },
  { id: key(address), most: PER_ADDRESS },
];

/** Minutes to wait before another try; 0 when one is allowed. */
export async function waitMinutes(address: string, email: string): Promise<number> {
  for (const { id, most } of keysOf(address, email)) {
    const [row] = await db().select().from(attempts).where(eq(attempts.id, id));
    const left = row ? row.since.getTime() + WINDOW - Date.now() : 0;
    if (row && left > 0 && row.count >= most) return Math.ceil(left / 60_000);
  }
  return 0;
}

/** Counts a failed try. A count whose window is over begins anew. */
export async function countFailure(address: string, email: string): Promise<void> {
  const now = new Date();
  const old = new Date(now.getTime() - WINDOW);
  await db().delete(attempts).where(lt(attempts.since, old));
  for (const { id } of keysOf(address, email)) {
    await db()
      .insert(attempts)
      .values({ id, count: 1, since: now })
      .onDuplicateKeyUpdate({ set: { count: sql`${attempts.count} + 1` } });
  }
}

export async function forgetFailures(address: string, email: string): Promise<void> {
  await db()
    .delete(attempts)
    .where(eq(attempts.id, key(address, email)));
}
