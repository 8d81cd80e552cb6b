import { SvelteMap } from 'svelte/reactivity';
import type { BoardDoc } from '../../core/board/document.ts';
import type { Sum } from '../../core/board/evaluate.ts';
import type { Mending, News } from '../../workers/jobs.ts';
import { browserWorker } from './work.ts';

const keyOf = (stage: string, check: string): string => `${stage} ${check}`;

/**
 * What would mend the failing checks that a page shows, worked out beside it by a worker that keeps the board: every remedy was
 * tried on the whole of it. What was found for the board as it was a moment ago stays to be read until the new one is there.
 */
export class Mender {
  readonly #found = new SvelteMap<string, { doc: BoardDoc; mending: Mending }>();
  /** What is shown at present, and how often. */
  readonly #wanted = new Map<string, { stage: string; check: string; times: number }>();
  #worker: Worker | null = null;
  #sum: Sum | null = null;
  #asked = new Set<string>();
  #asking = false;
  /** The number of the job that is under way. */
  #ask = 0;

  /** What would mend a check; undefined until it is known. `fresh` where it was found for the board as it is. */
  of(doc: BoardDoc, stage: string, check: string): (Mending & { fresh: boolean }) | undefined {
    const found = this.#found.get(keyOf(stage, check));
    return found && { ...found.mending, fresh: found.doc === doc };
  }

  /** Looks for what would mend these checks of a board, the first first. Returns what calls it off. */
  look(sum: Sum, checks: readonly (readonly [stage: string, check: string])[]): () => void {
    for (const [stage, check] of checks) {
      const key = keyOf(stage, check);
      const had = this.#wanted.get(key);
      if (had) had.times++;
      else this.#wanted.set(key, { stage, check, times: 1 });
    }
    if (sum.complete && sum !== this.#sum) {
      this.#sum = sum;
      this.#asked = new Set();
    }
    this.#soon();
    return () => {
      for (const [stage, check] of checks) {
        const had = this.#wanted.get(keyOf(stage, check));
        if (had && --had.times === 0) this.#wanted.delete(keyOf(stage, check));
      }
    };
  }

  /** Ends the worker. */
  close(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#sum = null;
    this.#asked = new Set();
  }

  /** All that is asked for in one turn of the page goes as one job. */
  #soon(): void {
    if (this.#asking) return;
    this.#asking = true;
    setTimeout(() => {
      this.#asking = false;
      this.#give();
    });
  }

  #give(): void {
    const sum = this.#sum;
    const left = [...this.#wanted].filter(([key]) => !this.#asked.has(key));
    if (!sum || left.length === 0) return;
    const { doc } = sum;
    const ask = ++this.#ask;
    // A new job ends the one before: what that has not told yet is asked again.
    const wanted = [...this.#wanted].flatMap(([key, w]) => (this.#found.get(key)?.doc === doc ? [] : [w]));
    this.#asked = new Set(this.#wanted.keys());
    this.#worker ??= browserWorker();
    this.#worker.onmessage = ({ data }: MessageEvent<News<'mendings'>>) => {
      // What an earlier job still told is of the board before.
      if ('told' in data) return data.told.ask === ask ? this.#tell(doc, data.told) : undefined;
      if ('failed' in data) this.#alone(sum, wanted);
    };
    this.#worker.onerror = () => this.#alone(sum, wanted);
    this.#worker.postMessage({ sort: 'mendings', ask, doc, wanted: wanted.map((w) => [w.stage, w.check]) });
  }

  #tell(doc: BoardDoc, mending: Mending): void {
    if (doc === this.#sum?.doc) this.#found.set(keyOf(mending.stage, mending.check), { doc, mending });
  }

  /** Where no worker can do it, the page does, as far as a stage alone can tell. */
  #alone(sum: Sum, wanted: readonly { stage: string; check: string }[]): void {
    for (const { stage, check } of wanted) {
      const c = sum.byId.get(stage)?.checks.find((one) => one.id === check);
      if (c) this.#tell(sum.doc, { stage, check, help: c.help, remedies: c.remedies });
    }
  }
}
