import type { BoardDoc } from '../core/board/document.ts';
import { deciding, Room, type Margins } from '../core/board/room.ts';

export interface RoomJob {
  doc: BoardDoc;
  stage: string;
  x: { path: string; places: number[] };
  /** A second value makes a map. */
  y?: { path: string; places: number[] };
  /** Checks that count for the map. */
  counts: string[];
}

/** Along one value: all margins. Over two: the deciding margin by row, NaN where not looked at yet. */
export type RoomNews = { sort: 'line'; margins: Margins[] } | { sort: 'map'; cells: Float64Array; done: boolean } | { sort: 'failed'; message: string };

const tell = (news: RoomNews) => self.postMessage(news);

self.onmessage = ({ data }: MessageEvent<RoomJob>) => {
  try {
    const room = new Room(data.doc, data.stage);
    const { x, y } = data;
    if (!y) {
      tell({ sort: 'line', margins: x.places.map((v) => room.at({ [x.path]: v })) });
      return;
    }
    const counts = new Set(data.counts);
    const cells = new Float64Array(x.places.length * y.places.length).fill(NaN);
    // Coarse first, then the places between.
    for (let stride = 8; stride >= 1; stride /= 2) {
      for (let j = 0; j < y.places.length; j += stride) {
        for (let i = 0; i < x.places.length; i += stride) {
          const at = j * x.places.length + i;
          if (Number.isNaN(cells[at]!)) cells[at] = deciding(room.at({ [x.path]: x.places[i]!, [y.path]: y.places[j]! }), (id) => counts.has(id));
        }
      }
      tell({ sort: 'map', cells: cells.slice(), done: stride === 1 });
    }
  } catch (error) {
    tell({ sort: 'failed', message: error instanceof Error ? error.message : 'unknown cause' });
  }
};
