import type { Fault } from '../faults/faults.ts';
import { meterRoom } from '../faults/meter.ts';
import type { RestingBoard } from '../faults/resting.ts';
import { randomOf } from '../tolerance/random.ts';

export const DIFFICULTIES = ['nothing', 'easy', 'middling', 'hard'] as const;
export type Difficulty = (typeof DIFFICULTIES)[number];

/** Share by which a fault moves the point that it moves most, and how many points it shows at. */
interface Shows {
  most: number;
  points: number;
}

function shows(board: RestingBoard, fault: Fault): Shows | null {
  const [whole, settled] = [board.whole, board.settle(fault)];
  if (!whole || !settled) return null;
  let [most, points] = [0, 0];
  for (const { name } of board.points) {
    const [was, is] = [whole.read(name), settled.read(name)];
    const off = Math.abs(is - was);
    if (off <= 3 * meterRoom(was)) continue;
    points++;
    most = Math.max(most, off / Math.max(Math.abs(was), 0.05));
  }
  return { most, points };
}

const FITS: Readonly<Record<Exclude<Difficulty, 'nothing'>, (s: Shows) => boolean>> = {
  easy: (s) => s.most > 0.5 && s.points >= 2,
  middling: (s) => s.most > 0.15,
  hard: (s) => s.points > 0 && s.most <= 0.6,
};

/** A fault of a difficulty that readings can show, drawn by a seed; none where nothing is to be hidden, or nothing of the kind exists. */
export function hide(board: RestingBoard, seed: number, difficulty: Difficulty): Fault[] {
  if (difficulty === 'nothing') return [];
  const random = randomOf(seed, 7);
  const order = board.faults.map((f) => ({ f, at: random() })).sort((a, b) => a.at - b.at);
  let second: Fault | null = null;
  for (const { f } of order) {
    const s = shows(board, f);
    if (!s || s.points === 0) continue;
    if (FITS[difficulty](s)) return [f];
    second ??= f;
  }
  return second ? [second] : [];
}
