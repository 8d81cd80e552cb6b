import { randomUUID } from 'node:crypto';
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import type { MeasuredPart } from '../../../core/measured/match.ts';
import type { DrawerPart, MeasuredSort } from '../../../core/measured/parts.ts';
import { db } from '../db/client.ts';
import { measuredParts } from '../db/schema.ts';
import { counted } from './accounts.ts';

/** Measured parts of one account. */
export const MOST_MEASURED = 2000;

export async function listMeasured(accountId: string): Promise<DrawerPart[]> {
  const rows = await db().select().from(measuredParts).where(eq(measuredParts.accountId, accountId)).orderBy(asc(measuredParts.sort), asc(measuredParts.value));
  return rows.map(({ id, name, sort, value, used }) => ({ id, name, sort, value, used }));
}

/** Adds measured parts, all or none; one of the same name is measured anew. False where the drawer would hold too many. */
export const addMeasured = (accountId: string, sort: MeasuredSort, parts: readonly MeasuredPart[]): Promise<boolean> =>
  counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(measuredParts).where(eq(measuredParts.accountId, accountId));
    if ((row?.n ?? 0) + parts.length > MOST_MEASURED) return false;
    for (const { name, value } of parts)
      await tx.insert(measuredParts).values({ id: randomUUID(), accountId, sort, name, value }).onDuplicateKeyUpdate({ set: { value } });
    return true;
  });

export async function removeMeasured(accountId: string, ids: readonly string[]): Promise<void> {
  if (ids.length)
    await db()
      .delete(measuredParts)
      .where(and(eq(measuredParts.accountId, accountId), inArray(measuredParts.id, [...ids])));
}

/** Says where parts were put; null takes them back into the drawer. */
export async function usedIn(accountId: string, names: readonly string[], sort: MeasuredSort, used: string | null): Promise<void> {
  if (names.length)
    await db()
      .update(measuredParts)
      .set({ used })
      .where(and(eq(measuredParts.accountId, accountId), eq(measuredParts.sort, sort), inArray(measuredParts.name, [...names])));
}
