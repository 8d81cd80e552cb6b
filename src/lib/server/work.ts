import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import type { BoardDoc } from '../../core/board/document.ts';
import { pathText } from '../../core/files/issues.ts';
import type { Job, Result, Sort, Told } from '../../workers/jobs.ts';
import { Pool, Stopped } from '../../workers/pool.ts';
import { boardBody } from './board-body.ts';
import { rootFolder } from './env.ts';
import { refuse } from './json-body.ts';

/** One thread is left to answer pages; more than four gain little and take memory. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));
const LONGEST = 120_000;
const NDJSON = 'application/x-ndjson';

let pool: Pool | null = null;
const threads = () => (pool ??= new Pool(join(rootFolder(), 'dist/worker.mjs'), { size: THREADS, limit: LONGEST }));

/** Ends the threads, when the server stops. */
export const closeWork = async (): Promise<void> => pool?.close();

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
  const outcome = async (options: { signal: AbortSignal; told?: (told: Told<S>) => void }) => {
    try {
      return served.answer(await threads().run<S>(job, options), body.doc, query.data);
    } catch (error) {
      return { ok: false as const, reason: error instanceof Stopped ? error.message : `It could not be computed: ${(error as Error).message}` };
    }
  };
  if (!event.request.headers.get('accept')?.includes(NDJSON)) {
    const done = await outcome({ signal: event.request.signal });
    return done.ok ? json(done.answer) : refuse(422, done.reason);
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
