import type { Fault } from '../faults/faults.ts';
import type { RestingBoard } from '../faults/resting.ts';
import { Bench } from './bench.ts';

const LOGGED = 8;

/** What the instruments read all over a virtual copy that is fed from its own sources: the answer of the command line. */
export function benchAnswer(board: RestingBoard, seed: number, faults: readonly Fault[]): Record<string, unknown> {
  const bench = new Bench(board, seed, faults);
  return {
    board: board.doc.name,
    seed,
    faults: faults.map((f) => f.id),
    points: board.points.map(({ name }) => {
      const scope = bench.command(`scope ${name} spring`);
      const values = scope.trace?.values ?? [];
      const logged = bench.command(`log ${name} ${LOGGED} 1`).trace?.values ?? [];
      return {
        point: name,
        meter: bench.command(`meter ${name}`).value,
        scope: { mean: scope.value, peakToPeak: Math.max(...values) - Math.min(...values) },
        logger: { mean: logged.reduce((s, v) => s + v, 0) / logged.length, readings: logged },
      };
    }),
    burned: bench.burned,
  };
}
