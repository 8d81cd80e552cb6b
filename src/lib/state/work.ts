import type { Job, News, Result, Sort, Told } from '../../workers/jobs.ts';

export interface Listener<S extends Sort> {
  told?: (told: Told<S>) => void;
  done: (result: Result<S>) => void;
  failed: (message: string) => void;
}

/** A thread of this page that does jobs. */
export const browserWorker = (): Worker => new Worker(new URL('../../workers/browser.ts', import.meta.url), { type: 'module' });

/** A thread that holds a practice bench. */
export const practiceWorker = (): Worker => new Worker(new URL('../../workers/practice.ts', import.meta.url), { type: 'module' });

/** Gives a job to a worker of its own, so that the page stays alive. Returns what stops it. */
export function work<S extends Sort>(job: Job<S>, listener: Listener<S>): () => void {
  const worker = browserWorker();
  worker.onmessage = ({ data }: MessageEvent<News<S>>) => {
    if ('told' in data) return listener.told?.(data.told);
    worker.terminate();
    if ('failed' in data) listener.failed(data.failed);
    else listener.done(data.result);
  };
  worker.onerror = (e) => {
    worker.terminate();
    listener.failed(e.message || 'the worker could not be started');
  };
  worker.postMessage(job);
  return () => worker.terminate();
}
