import { and, asc, count, eq } from 'drizzle-orm';
import { MOST_DEVICES } from '../../../core/files/device-csv.ts';
import type { Device } from '../../../core/parts/devices.ts';
import { db } from '../db/client.ts';
import { devices } from '../db/schema.ts';

/** A device of somebody's own list. */
export interface OwnDevice extends Device {
  id: string;
}

/** An account's own devices, by sort and title. */
export async function listDevices(account: string): Promise<OwnDevice[]> {
  const rows = await db().select().from(devices).where(eq(devices.accountId, account)).orderBy(asc(devices.sort), asc(devices.title), asc(devices.createdAt));
  return rows.map(({ id, sort, title, meant, params }) => ({ id, sort, title, ...(meant ? { when: meant } : {}), params }));
}

const columns = ({ sort, title, when, params }: Device) => ({ sort, title, meant: when ?? null, params });

/** Adds devices, all or none. False when the list would grow beyond what it may hold. */
export async function addDevices(account: string, added: readonly Device[]): Promise<boolean> {
  return db().transaction(async (tx) => {
    const [row] = await tx.select({ n: count() }).from(devices).where(eq(devices.accountId, account));
    if ((row?.n ?? 0) + added.length > MOST_DEVICES) return false;
    await tx.insert(devices).values(added.map((d) => ({ id: crypto.randomUUID(), accountId: account, ...columns(d) })));
    return true;
  });
}

/** Puts another device in the place of one. False when the account has no such device. */
export async function changeDevice(account: string, id: string, d: Device): Promise<boolean> {
  const [row] = await db()
    .select({ id: devices.id })
    .from(devices)
    .where(and(eq(devices.id, id), eq(devices.accountId, account)));
  if (!row) return false;
  await db().update(devices).set(columns(d)).where(eq(devices.id, id));
  return true;
}

export async function removeDevice(account: string, id: string): Promise<boolean> {
  const [result] = await db()
    .delete(devices)
    .where(and(eq(devices.id, id), eq(devices.accountId, account)));
  return result.affectedRows > 0;
}
