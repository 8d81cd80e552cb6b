import type { BoardDoc } from '../core/board/document.ts';
import { RestingBoard } from '../core/faults/resting.ts';
import { loadKindsOf } from '../core/kinds/index.ts';
import { Bench, type Answer, type Score, type Smoke } from '../core/practice/bench.ts';
import { hide, type Difficulty } from '../core/practice/hide.ts';

/** What a page asks of the thread that holds a practice bench. */
export type PracticeAsk =
  | { ask: number; sort: 'start'; doc: BoardDoc; seed: number; difficulty: Difficulty; fitted: boolean; history: string[] }
  | { ask: number; sort: 'line'; line: string }
  | { ask: number; sort: 'reveal' };

export interface BenchState {
  points: string[];
  faults: string[];
  parts: { stage: string; slot: string }[];
  fitted: string[];
  supply: { point: string; volts: number; amps: number; on: boolean } | null;
  burned: Smoke[];
  score: Score;
  sources: string[];
}
export type PracticeReply = { ask: number } & ({ state: BenchState; answer?: Answer } | { hidden: string[] } | { refused: string });

let bench: Bench | null = null;
let hidden: string[] = [];

function stateOf(b: Bench): BenchState {
  const { board } = b;
  return {
    points: board.points.map((p) => p.name),
    faults: board.faults.map((f) => f.id),
    parts: board.doc.stages.flatMap((s) => board.slots(s.id).map((slot) => ({ stage: s.id, slot }))),
    fitted: [...b.fitted],
    supply: b.supply,
    burned: [...b.burned],
    score: b.score(),
    sources: board.sources().map((p) => p.name),
  };
}

async function answer(data: PracticeAsk): Promise<PracticeReply> {
  const { ask } = data;
  if (data.sort === 'start') {
    await loadKindsOf(data.doc);
    const faults = hide(await RestingBoard.of(data.doc), data.seed, data.difficulty);
    hidden = faults.map((f) => f.id);
    bench = new Bench(await RestingBoard.of(data.doc), data.seed, faults, data.fitted);
    for (const line of data.history) bench.command(line);
    return { ask, state: stateOf(bench) };
  }
  if (!bench) return { ask, refused: 'No bench is set up.' };
  if (data.sort === 'reveal') return { ask, hidden };
  const said = bench.command(data.line);
  return { ask, state: stateOf(bench), answer: said };
}

self.onmessage = ({ data }: MessageEvent<PracticeAsk>) => {
  answer(data).then(
    (reply) => self.postMessage(reply),
    (error: unknown) => self.postMessage({ ask: data.ask, refused: error instanceof Error ? error.message : 'The bench failed.' }),
  );
};
