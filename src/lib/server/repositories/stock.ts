import { randomUUID } from 'node:crypto';
import { and, asc, count, eq, gt, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { MOST_STOCK, type NewStock } from '../../../core/files/drawer-csv.ts';
import type { StockItem } from '../../../core/order/stock.ts';
import { EMPTY_DRAWER, PART_SORTS, type Drawer } from '../../../core/quantity/drawer.ts';
import { db, transact, type Transaction } from '../db/client.ts';
import { accounts, boards, reservations, stock } from '../db/schema.ts';
import { counted } from './accounts.ts';

/** How long a removed part can be put back, ms. */
const KEPT = 24 * 3600 * 1000;

const listed = (accountId: string) => and(eq(stock.accountId, accountId), isNull(stock.removedAt));

/** What boards have reserved of a part. */
export interface Reserved {
  board: string;
  name: string;
  count: number;
}
/** A part of the drawer, with the boards it is kept for. */
export interface Shelved extends StockItem {
  reserved: Reserved[];
}

/** All parts of a drawer. What other boards than `board` have reserved is not free. */
export async function listStock(accountId: string, board: string | null = null): Promise<Shelved[]> {
  const rows = await db()
    .select()
    .from(stock)
    .where(listed(accountId))
    .orderBy(asc(stock.type), asc(stock.sort), asc(stock.value), asc(stock.title), asc(stock.createdAt));
  const kept = await db()
    .select({
      stockId: reservations.stockId,
      board: reservations.boardId,
      name: sql<string>`json_value(${boards.document}, '$.name')`,
      count: reservations.count,
    })
    .from(reservations)
    .innerJoin(stock, eq(stock.id, reservations.stockId))
    .innerJoin(boards, eq(boards.id, reservations.boardId))
    .where(eq(stock.accountId, accountId));
  return rows.map(({ accountId: _, createdAt: __, removedAt: ___, ...row }) => {
    const reserved = kept.filter((k) => k.stockId === row.id).map(({ stockId: _s, ...k }) => k);
    const elsewhere = reserved.filter((k) => k.board !== board).reduce((n, k) => n + k.count, 0);
    return { ...row, free: Math.max(0, row.count - elsewhere), reserved };
  });
}

/** Values that a drawer has, by sort of part: what a search can stay within. */
export async function drawerOf(accountId: string): Promise<Drawer> {
  const rows = await db()
    .selectDistinct({ type: stock.type, value: stock.value })
    .from(stock)
    .where(and(listed(accountId), gt(stock.count, 0), isNotNull(stock.value)))
    .orderBy(asc(stock.value));
  const of = (sort: string) => rows.flatMap((r) => (r.type === sort && r.value !== null ? [r.value] : []));
  return { ...EMPTY_DRAWER, ...Object.fromEntries(PART_SORTS.map((sort) => [sort, of(sort)])) };
}

/** Adds parts, all or none; false where the drawer would hold too many lines. */
export const addStock = (accountId: string, items: readonly NewStock[]): Promise<boolean> =>
  counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(stock).where(listed(accountId));
    if ((row?.n ?? 0) + items.length > MOST_STOCK) return false;
    if (items.length) await tx.insert(stock).values(items.map((item) => ({ id: randomUUID(), accountId, ...item })));
    return true;
  });

/** Puts another part in the place of one; false where the account has no such part. */
export async function changeStock(accountId: string, id: string, item: NewStock): Promise<boolean> {
  const own = and(eq(stock.id, id), listed(accountId));
  const [row] = await db().select({ id: stock.id }).from(stock).where(own);
  if (row) await db().update(stock).set(item).where(own);
  return row !== undefined;
}

/** Takes parts out of the drawer; they can be put back for a day. How many there were. */
export async function removeStock(accountId: string, ids: readonly string[]): Promise<number> {
  const now = Date.now();
  await db()
    .delete(stock)
    .where(and(eq(stock.accountId, accountId), lt(stock.removedAt, new Date(now - KEPT))));
  if (!ids.length) return 0;
  const [result] = await db()
    .update(stock)
    .set({ removedAt: new Date(now) })
    .where(and(inArray(stock.id, [...ids]), listed(accountId)));
  return result.affectedRows;
}

/** Puts removed parts back. */
export async function restoreStock(accountId: string, ids: readonly string[]): Promise<number> {
  if (!ids.length) return 0;
  return counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(stock).where(listed(accountId));
    if ((row?.n ?? 0) + ids.length > MOST_STOCK) return 0;
    const [result] = await tx
      .update(stock)
      .set({ removedAt: null })
      .where(and(inArray(stock.id, [...ids]), eq(stock.accountId, accountId), isNotNull(stock.removedAt)));
    return result.affectedRows;
  });
}

/** Parts with how many of each. */
export type Taken = readonly { id: string; count: number }[];

const own = async (tx: Transaction, accountId: string, boardId: string): Promise<boolean> => {
  const [row] = await tx
    .select({ id: boards.id })
    .from(boards)
    .where(and(eq(boards.id, boardId), eq(boards.accountId, accountId)));
  return row !== undefined;
};

/** Keeps parts for a board, in the place of what was kept for it before; no more than what is there. False where there is no such board. */
export const reserve = (accountId: string, boardId: string, taken: Taken): Promise<boolean> =>
  counted(accountId, async (tx) => {
    if (!(await own(tx, accountId, boardId))) return false;
    await tx.delete(reservations).where(eq(reservations.boardId, boardId));
    for (const { id, count: wanted } of taken) {
      const [item] = await tx
        .select({ count: stock.count })
        .from(stock)
        .where(and(eq(stock.id, id), listed(accountId)));
      const [other] = await tx
        .select({ n: sql<string>`coalesce(sum(${reservations.count}), 0)` })
        .from(reservations)
        .where(eq(reservations.stockId, id));
      const most = Math.min(wanted, (item?.count ?? 0) - Number(other?.n ?? 0));
      if (most > 0) await tx.insert(reservations).values({ stockId: id, boardId, count: most });
    }
    return true;
  });

/** What was kept for a board is built in: it leaves the drawer. How many pieces. */
export const useUp = (accountId: string, boardId: string): Promise<number> =>
  transact(async (tx) => {
    if (!(await own(tx, accountId, boardId))) return 0;
    const kept = await tx.select().from(reservations).where(eq(reservations.boardId, boardId));
    for (const k of kept)
      await tx
        .update(stock)
        .set({ count: sql`greatest(0, ${stock.count} - ${k.count})` })
        .where(eq(stock.id, k.stockId));
    await tx.delete(reservations).where(eq(reservations.boardId, boardId));
    return kept.reduce((n, k) => n + k.count, 0);
  });

/** Values that were listed before there was a drawer of parts become parts, one of each: how many there are nobody said. */
export async function moveOldDrawers(): Promise<void> {
  const old = await db().select({ id: accounts.id, drawer: accounts.drawer }).from(accounts).where(isNotNull(accounts.drawer));
  for (const { id, drawer } of old) {
    const items = PART_SORTS.flatMap((type) =>
      (drawer?.[type] ?? []).map((value): NewStock => ({ type, sort: null, title: '', value, tolerance: null, ratings: {}, package: '', count: 1, place: '' })),
    );
    await transact(async (tx) => {
      if (items.length) await tx.insert(stock).values(items.slice(0, MOST_STOCK).map((item) => ({ id: randomUUID(), accountId: id, ...item })));
      await tx.update(accounts).set({ drawer: null }).where(eq(accounts.id, id));
    });
  }
}
