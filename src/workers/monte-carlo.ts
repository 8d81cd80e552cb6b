import { monteCarlo, type MonteCarloOptions, type Samples } from '../core/board/monte-carlo.ts';
import type { BoardDoc } from '../core/board/document.ts';

/** What the page sends. */
export interface Job {
  doc: BoardDoc;
  options: Pick<MonteCarloOptions, 'runs' | 'seed' | 'distribution' | 'first'>;
}

/** What comes back: how far, then the samples, or why not. */
export type News = { sort: 'progress'; done: number } | { sort: 'done'; samples: Samples } | { sort: 'failed'; message: string };

const tell = (news: News) => self.postMessage(news);

self.onmessage = ({ data }: MessageEvent<Job>) => {
  try {
    const samples = monteCarlo(data.doc, {
      ...data.options,
      progress: (done) => {
        tell({ sort: 'progress', done });
        return false;
      },
    });
    tell({ sort: 'done', samples });
  } catch (error) {
    tell({ sort: 'failed', message: error instanceof Error ? error.message : 'unknown cause' });
  }
};
