import { isAbsent } from '../math/absent.ts';
import type { OutcomeDef, RailPort, Ref, SignalDown, SignalPort, StateId } from '../kinds/contract.ts';
import { holds, type Rules } from '../kinds/judge.ts';
import { Judged, type AnyInputs } from '../kinds/judged.ts';
import { mustKind } from '../kinds/index.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import { Study } from '../tolerance/study.ts';
import { ambientOf, comfortOf, deratingOf, type BoardDoc } from './document.ts';
import { StageNode } from './node.ts';
import { settle, SILENT } from './settle.ts';
import { wire, type Wiring } from './wiring.ts';

/** An uncertain number of the board that nothing else decides: a part, a typed given, the ambient. */
export interface Free {
  /** Null: the ambient, common to all. */
  stage: string | null;
  path: string;
  range: Range;
}

type Results = Record<string, unknown>;

/** Sets a field of a stage from what the stages around it came to. */
type Carry = (state: StateId) => void;

interface Cell {
  node: StageNode;
  x: AnyInputs;
  o: Results;
  /** Voltages and signals from above. */
  down: Carry[];
  /** Loads from below. */
  up: Carry[];
  /** Judged at this very point; made anew when asked. */
  judged: Judged | null;
  incoming: SignalDown | null;
}

/** Rounds of down and up in one sample: loads that hardly depend on voltage agree after the second. */
const ROUNDS = 3;
const AGREED = 1e-7;

/**
 * A board as a function of its free numbers: sets them, carries voltages, loads and signals through, and says what came
 * out. Sizing, firmware's choices and limits stay as they are at the nominal board.
 */
export class Sampler {
  readonly free: Free[] = [];
  readonly cells: Cell[];
  /** States worth a look: one where nothing draws by state. */
  readonly states: readonly StateId[];
  readonly #set: ((value: number) => void)[] = [];
  /** Linked fields at the nominal board: where every sample begins, so that none depends on the one before. */
  readonly #usual: { where: Record<string, unknown>; field: string; value: unknown }[] = [];
  readonly #wiring: Wiring;
  readonly #rules: Rules;

  constructor(doc: BoardDoc) {
    const nodes = doc.stages.map((stage) => new StageNode(doc, stage, mustKind(stage.kind)));
    this.#wiring = wire(nodes);
    settle(this.#wiring);
    const open = this.#wiring.order.filter((n) => n.inputs.parts.some((p) => p.open));
    for (const node of open) node.size();
    if (open.length) settle(this.#wiring);
    this.#rules = { derating: deratingOf(doc), comfort: comfortOf(doc) };
    this.cells = this.#wiring.order.map((node) => ({ node, x: node.inputs.x, o: {}, down: [], up: [], judged: null, incoming: null }));
    const byState = nodes.some((n) => Object.values(n.kind.rails as Record<string, RailPort>).some((p) => typeof p.draws === 'object'));
    this.states = byState ? ['typical', 'asleep', 'peak'] : ['typical'];
    const cellOf = new Map(this.cells.map((c) => [c.node, c]));
    for (const cell of this.cells) this.#connect(cell, cellOf);
    for (const { node, x } of this.cells) {
      for (const field of node.links.keys()) {
        const where = field in x.given ? x.given : x.carried;
        this.#usual.push({ where, field, value: where[field] });
      }
    }
    this.#collect(doc);
  }

  /** The free numbers, and how to set each. */
  #collect(doc: BoardDoc): void {
    const ambient = ambientOf(doc);
    const common = this.cells.filter((c) => c.node.doc.given?.ambient === undefined);
    if (ambient.low !== ambient.high) {
      this.free.push({ stage: null, path: 'ambient', range: ambient });
      this.#set.push((v) => {
        for (const c of common) c.x.ambient = v;
      });
    }
    for (const { node } of this.cells) {
      for (const i of node.inputs.inputs) {
        const field = i.path.startsWith('given.') ? i.path.slice(6) : i.path.startsWith('carried.') ? i.path.slice(8) : null;
        if (field !== null && node.links.has(field)) continue;
        if (i.path === 'ambient' && node.doc.given?.ambient === undefined) continue;
        this.free.push({ stage: node.doc.id, path: i.path, range: { nominal: i.nominal, low: i.low, high: i.high } });
        this.#set.push((v) => (i.target[i.key] = v));
      }
    }
  }

  /** How this stage's linked fields follow from the others. */
  #connect(cell: Cell, cellOf: ReadonlyMap<StageNode, Cell>): void {
    const { node } = cell;
    for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
      const rail = this.#wiring.rails.get(node.doc.rails?.[port] ?? '');
      if (!rail) continue;
      if (def.role === 'provides') {
        const field = def.fills.load;
        if (field && rail.consumers.length && rail.providers[0]?.node === node)
          cell.up.push((state) =>
            put(
              cell,
              field,
              rail.consumers.reduce((sum, c) => sum + drawn(cellOf.get(c.node)!, c.def, state), 0),
            ),
          );
        continue;
      }
      const provider = rail.providers[0];
      if (!provider || provider.node === node) continue;
      const above = cellOf.get(provider.node)!;
      for (const [meaning, field] of Object.entries(def.fills) as [keyof RailPort['gives'], string][]) {
        const ref = provider.def.gives[meaning];
        if (typeof ref === 'string') cell.down.push(() => put(cell, field, pick(above, ref)));
      }
    }
    for (const [port, def] of Object.entries(node.kind.signals as Record<string, SignalPort>)) {
      const wire = def.role === 'in' ? this.#wiring.wires.find((w) => w.to === node && w.toPort === port) : undefined;
      if (wire && wire.from !== node) cell.down.push(() => this.#hear(cell, def, cellOf.get(wire.from)!, wire.fromPort));
    }
  }

  #hear(cell: Cell, def: SignalPort, from: Cell, port: string): void {
    const out = from.node.kind.signals[port] as SignalPort | undefined;
    if (!out?.down) return;
    const carried = out.down(judgedOf(from), from.incoming);
    const down: SignalDown = {
      ...SILENT,
      ...carried,
      attenuation: (f) => {
        const before = from.incoming ? from.incoming.attenuation(f).nominal : 0;
        return exactly(before + (out.attenuation ? out.attenuation(from.x, from.node.judged.env, f.nominal) : 0));
      },
    };
    cell.incoming = down;
    // The range a converter is told of and where its budget is evaluated are the design's, not one board's.
    const brings: Record<string, number | null | undefined> = {
      voltage: down.dc?.nominal,
      sourceResistance: down.sourceResistance?.nominal,
      noise: down.noise?.nominal,
      ripple: down.ripple.nominal,
      rippleFrequency: down.rippleFrequency,
    };
    for (const [meaning, field] of Object.entries(def.fills)) put(cell, field as string, brings[meaning] ?? null);
    for (const [field, f] of Object.entries(def.path ?? {})) {
      const value = f(down, (ref) => judgedOf(cell).range(ref));
      put(cell, field, typeof value === 'number' ? value : (value?.nominal ?? null));
    }
  }

  /** Sets the free numbers in their order. */
  place(values: ArrayLike<number>): void {
    for (const u of this.#usual) u.where[u.field] = u.value;
    for (let i = 0; i < this.#set.length; i++) this.#set[i]!(values[i]!);
  }

  /** Carries everything through for one state. */
  solve(state: StateId): void {
    for (let round = 0; round < ROUNDS; round++) {
      let moved = false;
      for (const cell of this.cells) moved = follow(cell, cell.down, state, round === 0) || moved;
      for (let i = this.cells.length - 1; i >= 0; i--) moved = follow(this.cells[i]!, this.cells[i]!.up, state, false) || moved;
      if (!moved) return;
    }
  }

  /** Which checks of a stage hold at this point. */
  holds(cell: Cell): Record<string, boolean> {
    return holds(cell.node.kind, judgedOf(cell), this.#rules);
  }
}

/** Whether a field moved, set for `follow`. */
let touched = false;

function put(cell: Cell, field: string, value: number | null): void {
  if (value === null || !Number.isFinite(value)) return;
  const where = field in cell.x.given ? cell.x.given : cell.x.carried;
  const now = where[field];
  if (now === value || (typeof now === 'number' && Math.abs(now - value) <= AGREED * Math.abs(value))) return;
  where[field] = value;
  touched = true;
}

/** Brings a stage's links up to date and evaluates it where they moved. */
function follow(cell: Cell, carries: readonly Carry[], state: StateId, always: boolean): boolean {
  touched = false;
  for (const carry of carries) carry(state);
  if (!touched && !always) return false;
  cell.o = cell.node.kind.evaluate(cell.x, cell.node.judged.env as never) as Results;
  cell.judged = null;
  return touched;
}

function judgedOf(cell: Cell): Judged {
  if (cell.judged) return cell.judged;
  const outcomes = cell.node.kind.outcomes as Record<string, OutcomeDef>;
  const judged = new Judged(cell.x, cell.node.judged.env as never, new Study([], () => cell.o as never), 'plain', (name) => outcomes[name]?.derived);
  const region = cell.node.kind.region?.(judged as never);
  for (const { outcome, ends } of region?.outside ?? []) {
    // At a point there are no ends: what is outside at its worst end is outside here.
    if (ends.length) judged.mark(outcome, { nominal: null, low: null, high: null, absent: { sort: 'impossible', reason: region!.reason } as never });
  }
  return (cell.judged = judged);
}

/** A carried figure of a stage: an outcome, a given or a parameter. */
function pick(cell: Cell, ref: Ref & string): number | null {
  const value = cell.o[ref];
  if (typeof value === 'number') return value;
  if (isAbsent(value)) return null;
  const dot = ref.indexOf('.');
  const held: unknown = dot < 0 ? cell.x.given[ref] : cell.x.parts[ref.slice(0, dot)]?.[ref.slice(dot + 1)];
  return typeof held === 'number' ? held : null;
}

function drawn(cell: Cell, def: RailPort, state: StateId): number {
  if (!def.draws) return 0;
  const one = cell.o[typeof def.draws === 'string' ? def.draws : def.draws[state]];
  return typeof one === 'number' && Number.isFinite(one) ? (def.copiesCounted ? one : one * cell.node.copies) : 0;
}
