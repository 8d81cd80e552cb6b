import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { db, errorNumber, inTurn, transact, type Transaction } from '../db/client.ts';
import { accounts } from '../db/schema.ts';
import { hashPassword } from '../auth/password.ts';

export type Account = typeof accounts.$inferSelect;

const DUPLICATE = 1062;

/** The one spelling of a mail address. */
export const normalEmail = (email: string): string => email.normalize('NFKC').trim().toLowerCase();

export async function accountByEmail(email: string): Promise<Account | null> {
  const [row] = await db()
    .select()
    .from(accounts)
    .where(eq(accounts.email, normalEmail(email)));
  return row ?? null;
}

export async function accountById(id: string): Promise<Account | null> {
  const [row] = await db().select().from(accounts).where(eq(accounts.id, id));
  return row ?? null;
}

/** Creates an account; null when the address is taken. */
export async function createAccount(values: { email: string; name: string; password: string | null; demo?: boolean }): Promise<string | null> {
  const id = randomUUID();
  try {
    await db()
      .insert(accounts)
      .values({
        id,
        email: normalEmail(values.email),
        name: values.name,
        passwordHash: values.password === null ? null : await hashPassword(values.password),
        demo: values.demo ?? false,
      });
    return id;
  } catch (error) {
    if (errorNumber(error) === DUPLICATE) return null;
    throw error;
  }
}

export async function changePassword(id: string, password: string): Promise<void> {
  await db()
    .update(accounts)
    .set({ passwordHash: await hashPassword(password) })
    .where(eq(accounts.id, id));
}

/** Removes an account with everything that belongs to it. */
export async function removeAccount(id: string): Promise<void> {
  await db().delete(accounts).where(eq(accounts.id, id));
}

/** Work that counts what an account has and adds to it: one after another, also among several servers, so that the count holds. */
export const counted = <T>(id: string, work: (tx: Transaction) => Promise<T>): Promise<T> =>
  inTurn(id, () =>
    transact(async (tx) => {
      await tx.select({ id: accounts.id }).from(accounts).where(eq(accounts.id, id)).for('update');
      return work(tx);
    }),
  );

/** Renames what was made under another address until it was whole. */
export async function renameAccount(id: string, email: string): Promise<void> {
  await db().update(accounts).set({ email }).where(eq(accounts.id, id));
}
