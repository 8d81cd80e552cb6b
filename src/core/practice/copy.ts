import type { Element } from '../circuit/netlist.ts';
import type { Fault } from '../faults/faults.ts';
import { digitOf, METER_ERROR } from '../faults/meter.ts';
import type { RestingBoard, Settled } from '../faults/resting.ts';
import { draw, randomOf, type Random } from '../tolerance/random.ts';

/** A single board as it was built: every part somewhere in its tolerance, and perhaps something wrong with it. */
export class VirtualCopy {
  readonly #random: Random;
  #settled: Settled | null = null;
  #faults: readonly Fault[];
  /** The meter's own gain error: it has one, whatever it measures. */
  readonly #gain: number;

  /**
   * @param board stands at the values of this copy from now on: each copy needs one of its own
   * @param seed the same copy for the same seed
   */
  constructor(
    readonly board: RestingBoard,
    readonly seed: number,
    faults: readonly Fault[] = [],
  ) {
    const parts = randomOf(seed, 0);
    board.stand(board.free.map((f) => draw(parts, f.range, 'uniform')));
    this.#random = randomOf(seed, 1);
    this.#faults = faults;
    this.#gain = METER_ERROR.share * (2 * this.#random() - 1);
  }

  get faults(): readonly Fault[] {
    return this.#faults;
  }
  set faults(faults: readonly Fault[]) {
    this.#faults = faults;
    this.#settled = null;
  }

  /** The copy with everything fitted, at rest. @throws where it has no such point */
  get settled(): Settled {
    return (this.#settled ??= this.board.settle(this.#faults) ?? fail());
  }

  /** As it stands with some stages left out, and what a bench brings to it. */
  settle(leave: ReadonlySet<string>, more: readonly Element[]): Settled {
    return this.board.settle(this.#faults, leave, more) ?? fail();
  }

  /** A meter's display of a true value: its own error anywhere in what its maker allows, rounded to its digit. */
  shown(value: number, least?: number): number {
    const digit = digitOf(value, least);
    const off = value * this.#gain + METER_ERROR.digits * digit * (2 * this.#random() - 1);
    const shown = Math.round((value + off) / digit) * digit;
    return Number(shown.toPrecision(12)) || 0;
  }

  /** V that a meter of 10 MΩ shows at a test point. */
  meter(point: string, settled = this.settled): number {
    return this.shown(settled.read(point));
  }

  /** A figure of a stage at the values of this copy, as an instrument of a share of error reads it; null where it has none. */
  figure(stage: string, outcome: string, share = 0.01): number | null {
    const value = this.board.figure(stage, outcome);
    return value === null ? null : value * (1 + share * (2 * this.#random() - 1));
  }

  /** What a component tester finds of a part taken out: its value, or that it is open or short. */
  tested(stage: string, slot: string): { value: number | null; says: string } {
    const wrong = this.#faults.filter((f) => f.stage === stage && f.on.split('/').includes(slot));
    const word = wrong[0]?.word;
    if (word === 'open' || word === 'missing' || word === 'dead') return { value: null, says: word === 'missing' ? 'nothing is fitted there' : 'open' };
    if (word === 'short') return { value: null, says: 'short' };
    if (word === 'mirrored' || word === 'reversed') return { value: null, says: 'sound, but it sat the wrong way round' };
    const other = word === 'swapped' ? wrong[0]!.on.split('/').find((s) => s !== slot)! : slot;
    const value = this.board.partValue(stage, other);
    if (value === null) return { value: null, says: 'sound' };
    const factor = word === 'times10' ? 10 : word === 'tenth' ? 0.1 : 1;
    return { value: Number((value * factor * (1 + 0.005 * (2 * this.#random() - 1))).toPrecision(4)), says: 'sound' };
  }

  /** A number between 0 and 1 of this copy. */
  chance(): number {
    return this.#random();
  }
}

const fail = (): never => {
  throw new Error('the solver finds no point at which this copy rests');
};

/** A fault of a board by its name, or by the end of it where only one ends so. */
export function faultNamed(board: RestingBoard, name: string): Fault | undefined {
  const exact = board.faults.find((f) => f.id === name);
  if (exact) return exact;
  const ending = board.faults.filter((f) => f.id.endsWith(`.${name}`));
  return ending.length === 1 ? ending[0] : undefined;
}
