import { railPorts } from '../stage/ports.ts';
import { holdsAt, type Rules } from '../stage/judge.ts';
import type { CheckDef, StateId } from '../stage/contract.ts';
import type { Range } from '../quantity/uncertain.ts';
import { ambientOf, comfortOf, deratingOf, type BoardDoc } from './document.ts';
import { AMBIENT } from './link.ts';
import type { Cell } from './cell.ts';
import { BoardPoint, type Charge } from './point.ts';
import { settledBoard } from './settle.ts';
import { isShared } from './stage-inputs.ts';

/** An uncertain number of the board that nothing else decides: a part, a typed given, the ambient. */
export interface Free {
  /** Null: common to all stages, as the ambient and the common part of a matched set are. */
  stage: string | null;
  path: string;
  range: Range;
}

/** Loads that hardly depend on voltage agree after the second round. */
const AGREEMENT = { rounds: 3, relative: 1e-7, averages: 1 };

/** An empty store bears the peak, a full one stands highest. */
const WANDERING = [
  ['peak', 'low'],
  ['asleep', 'high'],
  ['peak', 'high'],
] as const;

/**
 * A board as a function of its free numbers: sets them, carries voltages, loads and signals through, and says what came
 * out. Sizing, firmware's choices and limits stay as they are at the nominal board.
 */
export class Sampler {
  readonly free: Free[] = [];
  /** States worth a look, the usual one first: one where nothing draws by state, more where a store of energy is full or empty. */
  readonly states: readonly { state: StateId; charge: Charge }[];
  readonly #set: ((value: number) => void)[] = [];
  readonly #point: BoardPoint;
  readonly #rules: Rules;

  constructor(doc: BoardDoc) {
    const { nodes, wiring } = settledBoard(doc);
    this.#point = new BoardPoint(wiring, AGREEMENT);
    this.#rules = { derating: deratingOf(doc), comfort: comfortOf(doc) };
    const byState = nodes.some((n) => railPorts(n.kind).some(([, p]) => typeof p.draws === 'object'));
    const { wanders } = this.#point;
    this.states = [
      { state: 'typical', charge: 'nominal' },
      ...(byState && !wanders ? (['asleep', 'peak'] as const).map((state) => ({ state, charge: 'nominal' as const })) : []),
      ...(wanders
        ? WANDERING.filter(([state]) => byState || state === 'peak').map(([state, charge]) => ({ state: byState ? state : ('typical' as const), charge }))
        : []),
    ];
    this.#collect(doc);
  }

  get cells(): readonly Cell[] {
    return this.#point.cells;
  }

  /** The free numbers, and how to set each. */
  #collect(doc: BoardDoc): void {
    const ambient = ambientOf(doc);
    // What stands in an enclosure follows that one's air.
    const common = this.cells.filter((c) => c.node.doc.given?.ambient === undefined && !c.node.links.has(AMBIENT)).map((c) => c.x);
    if (ambient.low !== ambient.high) {
      this.free.push({ stage: null, path: 'ambient', range: ambient });
      this.#set.push((v) => {
        for (const x of common) x.ambient = v;
      });
    }
    for (const { node, inputs } of this.cells) {
      for (const i of inputs.inputs) {
        const field = i.path.startsWith('given.') ? i.path.slice(6) : /^(carried|parts)[.]/.test(i.path) ? i.path.slice(i.path.indexOf('.') + 1) : null;
        if (field !== null && node.links.has(field)) continue;
        if (i.path === 'ambient' && node.doc.given?.ambient === undefined) continue;
        const set = (v: number): void => void (i.target[i.key] = v);
        const shared = isShared(i.path) ? this.free.findIndex((f) => f.path === i.path) : -1;
        if (shared >= 0) {
          const others = this.#set[shared]!;
          this.#set[shared] = (v) => (others(v), set(v));
          continue;
        }
        this.free.push({ stage: isShared(i.path) ? null : node.doc.id, path: i.path, range: { nominal: i.nominal, low: i.low, high: i.high } });
        this.#set.push(set);
      }
    }
  }

  /** Sets the free numbers in their order. */
  place(values: ArrayLike<number>): void {
    this.#point.renew();
    for (let i = 0; i < this.#set.length; i++) this.#set[i]!(values[i]!);
  }

  /** Carries everything through for one state. */
  solve({ state, charge }: { state: StateId; charge: Charge }): void {
    this.#point.solve(state, charge);
  }

  /** Which of these checks of a stage hold at this point: 1 or 0, and −1 where one does not apply. */
  holds(cell: Cell, checks: readonly CheckDef[], into: Int8Array): void {
    holdsAt(checks, cell.judged, this.#rules, into);
  }
}
