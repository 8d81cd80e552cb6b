import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, lt, ne } from 'drizzle-orm';
import type { Cookies } from '@sveltejs/kit';
import { db } from '../db/client.ts';
import { accounts, sessions } from '../db/schema.ts';

const COOKIE = 'spark-sum';
const DAY = 24 * 3600 * 1000;
const LIFE = 30 * DAY;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Sessions are kept this long after their end: a clock that jumped ahead and came back has signed nobody out. */
const LEFT = 30 * DAY;

/** Signs a browser in: the token goes into the cookie, its hash into the table. The session it had before ends. */
export async function beginSession(accountId: string, cookies: Cookies, secure: boolean): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const before = cookies.get(COOKIE);
  if (before)
    await db()
      .delete(sessions)
      .where(eq(sessions.id, hashOf(before)));
  await db()
    .delete(sessions)
    .where(lt(sessions.expiresAt, new Date(Date.now() - LEFT)));
  await db()
    .insert(sessions)
    .values({ id: hashOf(token), accountId, expiresAt: new Date(Date.now() + LIFE) });
  cookies.set(COOKIE, token, { path: '/', httpOnly: true, sameSite: 'lax', secure, maxAge: LIFE / 1000 });
}

/** Who a browser is signed in as; null when nobody. */
export async function readSession(cookies: Cookies): Promise<{ account: App.Locals['account']; session: string } | null> {
  const token = cookies.get(COOKIE);
  if (!token || token.length > 100) return null;
  const session = hashOf(token);
  const [row] = await db()
    .select({ id: accounts.id, email: accounts.email, name: accounts.name, demo: accounts.demo })
    .from(sessions)
    .innerJoin(accounts, eq(accounts.id, sessions.accountId))
    .where(and(eq(sessions.id, session), gt(sessions.expiresAt, new Date())));
  return row ? { account: row, session } : null;
}

export async function endSession(session: string | null, cookies: Cookies): Promise<void> {
  if (session) await db().delete(sessions).where(eq(sessions.id, session));
  cookies.delete(COOKIE, { path: '/' });
}

/** Signs out everywhere; `except` keeps one browser in. */
export async function endSessions(accountId: string, except: string | null = null): Promise<void> {
  await db()
    .delete(sessions)
    .where(except ? and(eq(sessions.accountId, accountId), ne(sessions.id, except)) : eq(sessions.accountId, accountId));
}
