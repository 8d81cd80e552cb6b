import type { BoardDoc } from '../../core/board/document.ts';
import { join, pieces, type Samples } from '../../core/board/monte-carlo.ts';
import type { Distribution } from '../../core/tolerance/random.ts';
import { work } from './work.ts';

const MOST_WORKERS = 4;

/** Random boards of one document, built by workers: the page stays alive, the work can be stopped. */
export class Lottery {
  samples: Samples | null = $state.raw(null);
  /** The document the samples belong to. */
  of: BoardDoc | null = $state.raw(null);
  done = $state(0);
  /** How many are being built. */
  wanted = $state(0);
  problem = $state('');
  running = $derived(this.wanted > 0);
  #stops: (() => void)[] = [];

  start(doc: BoardDoc, options: { runs: number; seed: number; distribution: Distribution }): void {
    this.stop();
    this.wanted = options.runs;
    this.problem = '';
    this.done = 0;
    const count = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1, options.runs));
    const parts: (Samples | null)[] = Array.from({ length: count }, () => null);
    const progress = parts.map(() => 0);
    const tell = (k: number, done: number) => {
      progress[k] = done;
      this.done = progress.reduce((a, b) => a + b, 0);
    };
    this.#stops = pieces(options.runs, count).map((piece, k) =>
      work<'boards'>(
        { sort: 'boards', doc, options: { ...options, ...piece } },
        {
          told: (done) => tell(k, done),
          done: (samples) => {
            parts[k] = samples;
            tell(k, piece.runs);
            if (parts.every((p) => p !== null)) this.#finish(doc, join(parts as Samples[]));
          },
          failed: (message) => {
            this.stop();
            this.problem = `The random boards could not be computed: ${message}.`;
          },
        },
      ),
    );
  }

  stop(): void {
    for (const stop of this.#stops.splice(0)) stop();
    this.wanted = 0;
  }

  #finish(doc: BoardDoc, samples: Samples): void {
    this.stop();
    this.samples = samples;
    this.of = doc;
  }
}
