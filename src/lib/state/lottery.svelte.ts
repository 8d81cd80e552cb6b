import type { BoardDoc } from '../../core/board/document.ts';
import { join, type Samples } from '../../core/board/monte-carlo.ts';
import type { Distribution } from '../../core/tolerance/random.ts';
import type { Job, News } from '../../workers/monte-carlo.ts';

const MOST_WORKERS = 4;

/** Random boards of one document, built by workers: the page stays alive, the work can be stopped. */
export class Lottery {
  samples: Samples | null = $state.raw(null);
  /** The document the samples belong to. */
  of: BoardDoc | null = $state.raw(null);
  done = $state(0);
  running = $state(false);
  problem = $state('');
  #workers: Worker[] = [];

  start(doc: BoardDoc, options: { runs: number; seed: number; distribution: Distribution }): void {
    this.stop();
    this.running = true;
    this.problem = '';
    this.done = 0;
    const count = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1, options.runs));
    const pieces: (Samples | null)[] = Array.from({ length: count }, () => null);
    const progress = pieces.map(() => 0);
    pieces.forEach((_, k) => {
      const first = Math.floor((options.runs * k) / count);
      const runs = Math.floor((options.runs * (k + 1)) / count) - first;
      // eslint-disable-next-line svelte/prefer-svelte-reactivity -- the bundler finds the worker by this very form
      const worker = new Worker(new URL('../../workers/monte-carlo.ts', import.meta.url), { type: 'module' });
      this.#workers.push(worker);
      worker.onmessage = ({ data }: MessageEvent<News>) => {
        if (data.sort === 'progress') progress[k] = data.done;
        else if (data.sort === 'failed') this.#fail(data.message);
        else {
          pieces[k] = data.samples;
          progress[k] = runs;
          if (pieces.every((p) => p !== null)) this.#finish(doc, join(pieces as Samples[]));
        }
        this.done = progress.reduce((a, b) => a + b, 0);
      };
      worker.onerror = (e) => this.#fail(e.message || 'the worker could not be started');
      worker.postMessage({ doc, options: { ...options, runs, first } } satisfies Job);
    });
  }

  stop(): void {
    for (const worker of this.#workers.splice(0)) worker.terminate();
    this.running = false;
  }

  #finish(doc: BoardDoc, samples: Samples): void {
    this.stop();
    this.samples = samples;
    this.of = doc;
  }

  #fail(message: string): void {
    this.stop();
    this.problem = `The random boards could not be computed: ${message}.`;
  }
}
