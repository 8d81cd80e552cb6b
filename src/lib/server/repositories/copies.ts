import { and, asc, count, eq } from 'drizzle-orm';
import { db } from '../db/client.ts';
import { copies, readings } from '../db/schema.ts';

/** Copies of one revision that are kept. */
export const MOST_COPIES = 100;

export interface Copy {
  number: number;
  name: string;
}

/** Numbered copies of a revision. There is always the first one. */
export async function listCopies(revisionId: string): Promise<Copy[]> {
  const rows = await db()
    .select({ number: copies.number, name: copies.name })
    .from(copies)
    .where(eq(copies.revisionId, revisionId))
    .orderBy(asc(copies.number));
  return rows.some((c) => c.number === 1) ? rows : [{ number: 1, name: '' }, ...rows];
}

/** Adds the next copy; null where there are as many as are kept. */
export async function addCopy(revisionId: string, name: string): Promise<number | null> {
  const all = await listCopies(revisionId);
  if (all.length >= MOST_COPIES) return null;
  const number = Math.max(...all.map((c) => c.number)) + 1;
  await db().insert(copies).values({ revisionId, number, name });
  return number;
}

export async function renameCopy(revisionId: string, number: number, name: string): Promise<void> {
  await db().insert(copies).values({ revisionId, number, name }).onDuplicateKeyUpdate({ set: { name } });
}

/** Readings of a revision that are kept, over all its copies. */
export const MOST_READINGS = 20_000;
export async function countReadings(revisionId: string): Promise<number> {
  const [row] = await db()
    .select({ n: count() })
    .from(readings)
    .where(and(eq(readings.revisionId, revisionId)));
  return row?.n ?? 0;
}
