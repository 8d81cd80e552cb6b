import { Worker } from 'node:worker_threads';
import type { Job, News, Result, Sort, Told } from './jobs.ts';

export interface WorkOptions<S extends Sort> {
  told?: (told: Told<S>) => void;
  /** Stops the work, or takes it out of the queue. */
  signal?: AbortSignal;
}

/** Work that was called off. */
export class Stopped extends Error {}

interface Task {
  job: Job;
  options: WorkOptions<Sort>;
  done: (result: Result<Sort>) => void;
  failed: (error: Error) => void;
}

/** How many threads, and how long one job may take before it is ended, in milliseconds. */
export interface Bounds {
  size: number;
  limit?: number;
}

/**
 * Node's threads for long computations: at most so many at once, the others wait their turn. A job that is called off, takes
 * too long or too much memory ends with its thread; the next one gets a new thread.
 */
export class Pool {
  readonly #idle: Worker[] = [];
  readonly #queue: Task[] = [];
  readonly #all = new Set<Worker>();
  #closed = false;

  constructor(
    private readonly file: string | URL,
    private readonly bounds: Bounds,
  ) {}

  run<S extends Sort>(job: Job<S>, options: WorkOptions<S> = {}): Promise<Result<S>> {
    return new Promise<Result<S>>((done, failed) => {
      if (this.#closed || options.signal?.aborted) return failed(new Stopped('The work was stopped.'));
      const task: Task = { job: job as Job, options: options as WorkOptions<Sort>, done: done as Task['done'], failed };
      options.signal?.addEventListener('abort', () => this.#forget(task), { once: true });
      this.#queue.push(task);
      this.#next();
    });
  }

  /** Ends all threads; what is under way or waiting is stopped. */
  async close(): Promise<void> {
    this.#closed = true;
    for (const task of this.#queue.splice(0)) task.failed(new Stopped('The work was stopped.'));
    await Promise.all([...this.#all].map((w) => w.terminate()));
  }

  #forget(task: Task): void {
    const at = this.#queue.indexOf(task);
    if (at < 0) return;
    this.#queue.splice(at, 1);
    task.failed(new Stopped('The work was stopped.'));
  }

  #next(): void {
    if (this.#queue.length === 0 || (this.#idle.length === 0 && this.#all.size >= this.bounds.size)) return;
    this.#give(this.#idle.pop() ?? this.#hire(), this.#queue.shift()!);
  }

  #hire(): Worker {
    const worker = new Worker(this.file);
    this.#all.add(worker);
    return worker;
  }

  #give(worker: Worker, task: Task): void {
    const { signal, told } = task.options;
    const { limit } = this.bounds;
    worker.ref();
    const leave = () => {
      clearTimeout(watch);
      signal?.removeEventListener('abort', stop);
      worker.off('message', hear).off('error', end).off('exit', gone);
    };
    /** The thread cannot be trusted any more, or is to stop at once. */
    const end = (error: Error) => {
      leave();
      this.#all.delete(worker);
      void worker.terminate();
      task.failed(error);
      this.#next();
    };
    const stop = () => end(new Stopped('The work was stopped.'));
    const gone = () => end(this.#closed ? new Stopped('The work was stopped.') : new Error('the thread that computed it ended.'));
    const hear = (news: News) => {
      if ('told' in news) return told?.(news.told);
      leave();
      // A pool that has nothing to do keeps no process alive.
      worker.unref();
      this.#idle.push(worker);
      if ('failed' in news) task.failed(new Error(news.failed));
      else task.done(news.result);
      this.#next();
    };
    const watch = limit && setTimeout(() => end(new Error(`it took longer than ${limit / 1000} s and was stopped. Ask for fewer runs or points.`)), limit);
    signal?.addEventListener('abort', stop, { once: true });
    worker.on('message', hear).once('error', end).once('exit', gone);
    worker.postMessage(task.job);
  }
}
