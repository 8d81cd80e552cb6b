import { and, count, eq } from 'drizzle-orm';
import type { Price, PriceBook } from '../../../core/order/prices.ts';
import { db } from '../db/client.ts';
import { prices } from '../db/schema.ts';
import { counted } from './accounts.ts';

const MOST_PRICES = 5000;

/** What an account pays for parts, by the key of a line. */
export async function priceBook(accountId: string): Promise<PriceBook> {
  const rows = await db().select().from(prices).where(eq(prices.accountId, accountId));
  return Object.fromEntries(rows.map((r) => [r.part, r.price]));
}

/** Keeps a price, or forgets it (null). False where the book is full. */
export async function setPrice(accountId: string, part: string, price: Price | null): Promise<boolean> {
  if (!price) {
    await db()
      .delete(prices)
      .where(and(eq(prices.accountId, accountId), eq(prices.part, part)));
    return true;
  }
  return counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(prices).where(eq(prices.accountId, accountId));
    if ((row?.n ?? 0) >= MOST_PRICES) return false;
    await tx.insert(prices).values({ accountId, part, price }).onDuplicateKeyUpdate({ set: { price } });
    return true;
  });
}
