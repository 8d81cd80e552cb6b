import { and, asc, count, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { MOST_DEVICES } from '../../../core/files/device-csv.ts';
import type { Device } from '../../../core/parts/devices.ts';
import { db, type Transaction } from '../db/client.ts';
import { devices } from '../db/schema.ts';
import { counted } from './accounts.ts';

/** A device of somebody's own list. */
export interface OwnDevice extends Device {
  id: string;
}

/** A removed device can be put back for a day, ms. */
const KEPT = 24 * 60 * 60 * 1000;

const listed = (account: string) => and(eq(devices.accountId, account), isNull(devices.removedAt));

/** An account's own devices, by sort and title. */
export async function listDevices(account: string): Promise<OwnDevice[]> {
  const rows = await db().select().from(devices).where(listed(account)).orderBy(asc(devices.sort), asc(devices.title), asc(devices.createdAt));
  return rows.map(({ id, sort, title, meant, params }) => ({ id, sort, title, ...(meant ? { when: meant } : {}), params }));
}

const columns = ({ sort, title, when, params }: Device) => ({ sort, title, meant: when ?? null, params });

/** Whether so many more fit on the list of an account. */
async function fits(tx: Transaction, account: string, more: number): Promise<boolean> {
  const [row] = await tx.select({ n: count() }).from(devices).where(listed(account));
  return (row?.n ?? 0) + more <= MOST_DEVICES;
}

/** Adds devices, all or none. False when the list would grow beyond what it may hold. */
export async function addDevices(account: string, added: readonly Device[]): Promise<boolean> {
  return counted(account, async (tx) => {
    if (!(await fits(tx, account, added.length))) return false;
    await tx.insert(devices).values(added.map((d) => ({ id: crypto.randomUUID(), accountId: account, ...columns(d) })));
    return true;
  });
}

/** Puts another device in the place of one. False when the account has no such device. */
export async function changeDevice(account: string, id: string, d: Device): Promise<boolean> {
  const [row] = await db()
    .select({ id: devices.id })
    .from(devices)
    .where(and(eq(devices.id, id), listed(account)));
  if (!row) return false;
  await db().update(devices).set(columns(d)).where(eq(devices.id, id));
  return true;
}

/** Takes a device off the list; it can be put back for a day. Its title, or null when the account has no such device. */
export async function removeDevice(account: string, id: string): Promise<string | null> {
  const now = Date.now();
  await db()
    .delete(devices)
    .where(and(eq(devices.accountId, account), lt(devices.removedAt, new Date(now - KEPT))));
  const [row] = await db()
    .select({ title: devices.title })
    .from(devices)
    .where(and(eq(devices.id, id), listed(account)));
  if (!row) return null;
  await db()
    .update(devices)
    .set({ removedAt: new Date(now) })
    .where(eq(devices.id, id));
  return row.title;
}

/** Puts a removed device back: its title, null when there is none, false when the list is full by now. */
export async function restoreDevice(account: string, id: string): Promise<string | null | false> {
  return counted(account, async (tx) => {
    const [row] = await tx
      .select({ title: devices.title })
      .from(devices)
      .where(and(eq(devices.id, id), eq(devices.accountId, account), isNotNull(devices.removedAt)));
    if (!row) return null;
    if (!(await fits(tx, account, 1))) return false;
    await tx.update(devices).set({ removedAt: null }).where(eq(devices.id, id));
    return row.title;
  });
}
