import type { BoardDoc } from '../../core/board/document.ts';
import type { Explanations, PointReading } from '../../core/faults/explain.ts';
import type { News } from '../../workers/jobs.ts';
import { browserWorker } from './work.ts';

/** Looks for single faults behind readings, in a worker that keeps the board it has solved. */
export class Explaining {
  /** Share of the faults that are solved; null while nothing is under way. */
  share = $state<number | null>(null);
  found = $state.raw<Explanations | null>(null);
  problem = $state<string | null>(null);
  #worker: Worker | null = null;
  #ask = 0;

  look(doc: BoardDoc, readings: readonly PointReading[]): void {
    const ask = ++this.#ask;
    this.problem = null;
    this.share = 0;
    this.#worker ??= browserWorker();
    this.#worker.onmessage = ({ data }: MessageEvent<News<'explain'>>) => {
      if (ask !== this.#ask) return;
      if ('told' in data) return void (this.share = data.told);
      this.share = null;
      if ('failed' in data) this.problem = data.failed;
      else this.found = data.result;
    };
    this.#worker.onerror = () => {
      this.share = null;
      this.problem = 'The worker that looks for faults could not be started.';
    };
    this.#worker.postMessage({ sort: 'explain', doc, readings: [...readings] });
  }

  close(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.share = null;
  }
}
