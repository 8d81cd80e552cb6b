import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import type { BoardDoc } from '../../core/board/document.ts';
import { pathText } from '../../core/files/issues.ts';
import type { Job, Result, Sort, Told } from '../../workers/jobs.ts';
import { Busy, Pool, Stopped } from '../../workers/pool.ts';
import { boardBody, noBoard } from './board-body.ts';
import { rootFolder } from './env.ts';
import { refuse } from './json-body.ts';

/** One thread is left to answer pages; more than four gain little and take memory. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));
const LONGEST = 120_000;
const NDJSON = 'application/x-ndjson';

/** What anybody may ask without an account: a thread of its own, short turns, and few of them. */
const PUBLIC = { size: 1, limit: 20_000, waiting: 16, each: 3 };
/** What pages wait for. */
const PAGES = { size: THREADS, limit: 60_000 };
/** Long jobs of accounts: so many of one account at a time. */
const OWN = { size: THREADS, limit: LONGEST, waiting: 64, each: 6 };

const pools = new Map<object, Pool>();
const threads = (bounds: ConstructorParameters<typeof Pool>[1]): Pool => {
  let pool = pools.get(bounds);
  if (!pool) pools.set(bounds, (pool = new Pool(join(rootFolder(), 'dist/worker.mjs'), bounds)));
  return pool;
};

/** Ends the threads, when the server stops. */
export const closeWork = async (): Promise<void> => void (await Promise.all([...pools.values()].map((p) => p.close())));

const reasonOf = (error: unknown): string =>
  error instanceof Stopped || error instanceof Busy ? error.message : `It could not be computed: ${(error as Error).message}`;

/** Why work was not done: 429 or 503 where it was not begun, 422 where it took too long or could not be computed. */
function refused(error: unknown): Response {
  if (error instanceof Busy) {
    const response = refuse(error.whose === 'own' ? 429 : 503, reasonOf(error));
    response.headers.set('retry-after', '5');
    return response;
  }
  return refuse(422, reasonOf(error));
}

/** What a page needs of a board, worked out on a thread: nothing is added up where changes are saved. */
export const forPage = <S extends 'standing' | 'judged' | 'report' | 'pdf' | 'archive' | 'bill' | 'compare' | 'bringUp' | 'practised'>(
  job: Job<S>,
  by?: string,
): Promise<Result<S>> => threads(PAGES).run<S>(job, by === undefined ? {} : { by });

/** A board file read and added up on a thread, for anybody: nothing that is sent here keeps a page waiting. */
export async function evaluated(text: string, by: string, signal: AbortSignal): Promise<Response> {
  try {
    const result = await threads(PUBLIC).run<'evaluate'>({ sort: 'evaluate', text }, { by, signal });
    if ('refused' in result) return noBoard(result.refused, result.issues);
    return new Response(result.answer, { headers: { 'content-type': 'application/json' } });
  } catch (error) {
    return refused(error);
  }
}

interface Served<Q, S extends Sort> {
  query: z.ZodType<Q>;
  job: (doc: BoardDoc, query: Q) => Job<S>;
  /** Why a job is too large, if it is. */
  refuse?: (doc: BoardDoc, query: Q) => string | null;
  answer: (result: Result<S>, doc: BoardDoc, query: Q) => { ok: true; answer: unknown } | { ok: false; reason: string };
  told?: (told: Told<S>) => unknown;
}

/**
 * Answers a board file with a long computation on a thread. Only for accounts: it costs more than a page. Who accepts
 * NDJSON gets lines of progress before the last line; whoever leaves stops the work.
 */
export async function serveWork<Q, S extends Sort>(event: { request: Request; url: URL; locals: App.Locals }, served: Served<Q, S>): Promise<Response> {
  if (!event.locals.account) return refuse(401, 'Sign in first: this takes long, so it is only done for accounts. The command line needs none.');
  const query = served.query.safeParse(Object.fromEntries(event.url.searchParams));
  if (!query.success)
    return refuse(422, 'The options were not understood.', { issues: query.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) });
  const body = await boardBody(event.request);
  if (!body.ok) return body.response;
  const large = served.refuse?.(body.doc, query.data);
  if (large) return refuse(422, large);
  const job = served.job(body.doc, query.data);
  const by = event.locals.account.id;
  const outcome = async (options: { signal: AbortSignal; told?: (told: Told<S>) => void }) => {
    try {
      return served.answer(await threads(OWN).run<S>(job, { ...options, by }), body.doc, query.data);
    } catch (error) {
      return { ok: false as const, reason: reasonOf(error), error };
    }
  };
  if (!event.request.headers.get('accept')?.includes(NDJSON)) {
    const done = await outcome({ signal: event.request.signal });
    return done.ok ? json(done.answer) : 'error' in done ? refused(done.error) : refuse(422, done.reason);
  }
  const left = new AbortController();
  const stream = new ReadableStream({
    start: async (to) => {
      const line = (value: unknown) => !left.signal.aborted && to.enqueue(new TextEncoder().encode(`${JSON.stringify(value)}\n`));
      const done = await outcome({ signal: left.signal, told: (told) => line(served.told?.(told)) });
      line(done.ok ? { answer: done.answer } : { error: { message: done.reason, issues: [] } });
      if (!left.signal.aborted) to.close();
    },
    cancel: () => left.abort(),
  });
  return new Response(stream, { headers: { 'content-type': NDJSON } });
}
