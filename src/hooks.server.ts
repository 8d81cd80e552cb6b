import './core/kinds/all.ts';
import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { alone, closeDatabase, errorNumber, migrateDatabase } from '$lib/server/db/client.ts';
import { moveOldDrawers } from '$lib/server/repositories/stock.ts';
import { allowedHosts, parentPid } from '$lib/server/env.ts';
import { readSession } from '$lib/server/auth/sessions.ts';
import { seedDemo } from '$lib/server/seed.ts';
import { refuse } from '$lib/server/json-body.ts';
import { closeStreams } from '$lib/server/live.ts';
import { closeWork } from '$lib/server/work.ts';
import { THEME_COOKIE, themeOf } from '$lib/theme.ts';

export const init: ServerInit = async () => {
  await migrateDatabase();
  await alone('drawers', moveOldDrawers);
  await seedDemo();
  // Whoever only listens would keep a server that is asked to stop.
  process.once('SIGTERM', closeStreams);
  process.once('SIGINT', closeStreams);
  process.once('sveltekit:shutdown', () => void Promise.all([closeDatabase(), closeWork()]));
  followParent();
};

/** A start script that was killed leaves nobody to stop this server: it stops itself. */
function followParent(): void {
  const parent = parentPid();
  if (parent === null) return;
  setInterval(() => {
    if (process.ppid !== parent) process.kill(process.pid, 'SIGTERM');
  }, 1000).unref();
}

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);

/** A name the server knows: a page elsewhere must not reach it through a name of its own that points here. */
function knownHost(host: string): boolean {
  const name = host.toLowerCase().replace(/:\d+$/, '');
  return LOOPBACK.has(name) || allowedHosts().includes(name);
}

const WRITING = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Browsers name the origin of every writing request; it must be this very host. */
function foreign(request: Request): boolean {
  const origin = request.headers.get('origin');
  if (!WRITING.has(request.method) || origin === null) return false;
  try {
    return new URL(origin).host !== request.headers.get('host');
  } catch {
    return true;
  }
}

const HEADERS: Record<string, string> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
};

export const handle: Handle = async ({ event, resolve }) => {
  const api = event.url.pathname.startsWith('/api/');
  const turnAway = (status: number, message: string) => (api ? refuse(status, message) : error(status, message));
  if (!knownHost(event.request.headers.get('host') ?? ''))
    return turnAway(421, 'This address is not one of this server’s. Ask for it by the address that “npm start” printed.');
  if (foreign(event.request)) return turnAway(403, 'This request comes from another site and was not carried out.');
  const found = event.url.pathname === '/healthz' ? null : await readSession(event.cookies);
  event.locals.account = found?.account ?? null;
  event.locals.session = found?.session ?? null;
  const theme = themeOf(event.cookies.get(THEME_COOKIE));
  let response = await resolve(event, { transformPageChunk: ({ html }) => html.replace('%theme%', theme) });
  if (api && response.status >= 400 && !response.headers.get('content-type')?.includes('json'))
    response = refuse(response.status, event.locals.told ?? 'This address does not take such a request.');
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
  if (event.locals.account && !response.headers.has('cache-control')) response.headers.set('cache-control', 'private, no-store');
  return response;
};

/** Errors of MariaDB where nothing more can be written: no space, table full, read only. */
const DISK_FULL = new Set([3, 1021, 1114, 1290]);

export const handleError: HandleServerError = (problem) => {
  const told = inWords(problem);
  problem.event.locals.told = told.message;
  return told;
};

function inWords({ error: cause, status, message }: Parameters<HandleServerError>[0]): App.Error {
  if (status === 404) return { message: 'There is nothing at this address.' };
  if (status < 500) return { message };
  const id = randomUUID().slice(0, 8);
  const full = DISK_FULL.has(errorNumber(cause) ?? 0) ? 'The disk of the server is full' : null;
  // Causes of the query builder hold the query's values: only the error behind it is logged.
  const shown = cause instanceof Error && cause.cause instanceof Error ? cause.cause : cause;
  console.error(`[${id}]`, shown);
  return { message: `${full ?? 'Something went wrong here, not with what you did'}. Nothing was stored. Its number in the log is ${id}.`, id };
}
