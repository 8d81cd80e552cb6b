import { Worker } from 'node:worker_threads';
import type { Job, News, Result, Sort, Told } from './jobs.ts';

export interface WorkOptions<S extends Sort> {
  told?: (told: Told<S>) => void;
  /** Stops the work, or takes it out of the queue. */
  signal?: AbortSignal;
  /** Who asks: those with the least under way come first. */
  by?: string;
}

/** Work that was called off. */
export class Stopped extends Error {}
/** Work that is not begun: too much waits already, of all (`whose` all) or of the one who asks. */
export class Busy extends Error {
  constructor(readonly whose: 'all' | 'own') {
    super(whose === 'own' ? 'You have enough under way here. Wait until it is done.' : 'Too many ask at once. Try again in a moment.');
  }
}

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
  /** How many may wait, of all and of one who asks. */
  waiting?: number;
  each?: number;
}

/**
 * Node's threads for long computations: at most so many at once, the others wait their turn. A job that is called off, takes
 * too long or too much memory ends with its thread; the next one gets a new thread.
 */
export class Pool {
  readonly #idle: Worker[] = [];
  readonly #queue: Task[] = [];
  readonly #all = new Set<Worker>();
  readonly #running: Task[] = [];
  /** When each who asks was served last. */
  readonly #served = new Map<string, number>();
  #turns = 0;
  #closed = false;

  constructor(
    private readonly file: string | URL,
    private readonly bounds: Bounds,
  ) {}

  run<S extends Sort>(job: Job<S>, options: WorkOptions<S> = {}): Promise<Result<S>> {
    return new Promise<Result<S>>((done, failed) => {
      if (this.#closed || options.signal?.aborted) return failed(new Stopped('The work was stopped.'));
      const own = this.#queue.filter((t) => t.options.by === options.by).length + this.#under(options.by);
      if (options.by !== undefined && own >= (this.bounds.each ?? Infinity)) return failed(new Busy('own'));
      if (this.#queue.length >= (this.bounds.waiting ?? Infinity)) return failed(new Busy('all'));
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

  /** How much of somebody's is under way. */
  #under(by: string | undefined): number {
    return by === undefined ? 0 : this.#running.filter((t) => t.options.by === by).length;
  }

  /** Whether one task comes before another that was asked for earlier: whose owner has less under way, or was served longer ago. */
  #before(task: Task, first: Task): boolean {
    const [own, other] = [this.#under(task.options.by), this.#under(first.options.by)];
    const at = (t: Task) => this.#served.get(t.options.by ?? '') ?? 0;
    return own !== other ? own < other : at(task) < at(first);
  }

  #next(): void {
    if (this.#queue.length === 0 || (this.#idle.length === 0 && this.#all.size >= this.bounds.size)) return;
    const turn = this.#queue.reduce((first, task) => (this.#before(task, first) ? task : first));
    this.#queue.splice(this.#queue.indexOf(turn), 1);
    // Nobody waits behind someone forgotten: only the order among those who wait counts.
    if (this.#queue.length === 0) this.#served.clear();
    this.#served.set(turn.options.by ?? '', ++this.#turns);
    this.#give(this.#idle.pop() ?? this.#hire(), turn);
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
    this.#running.push(task);
    const leave = () => {
      this.#running.splice(this.#running.indexOf(task), 1);
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
