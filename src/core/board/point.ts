import { railPorts, signalPorts } from '../stage/ports.ts';
import { isAbsent } from '../math/absent.ts';
import { STATE_IDS, type OutcomeDef, type RailMeaning, type RailPort, type Ref, type SignalPort, type StateId } from '../stage/contract.ts';
import { exactly, type Range } from '../quantity/uncertain.ts';
import { beside, RAIL_LINKS, read, repeated, SIGNAL_LINKS, typedIn, type Carried } from './links.ts';
import { drainShares, keepsPower, provided, timesAsked, timesSurging } from './loads.ts';
import { AMBIENT } from './link.ts';
import type { StageNode } from './node.ts';
import { stageInputs, type StageInputs } from './stage-inputs.ts';
import { Cell, fromOthers, type Carry, type Holder } from './cell.ts';
import { BRINGS, carrying, fallOf } from './signals.ts';
import type { Results } from '../tolerance/corners.ts';
import { belowGround } from './below-ground.ts';
import { copiesBefore, modulesBefore, type Rail, type Tap, type Wiring } from './wiring.ts';

/** Something asked of a field, of so many alike, and the cells it is read from. */
interface Asking {
  cells: readonly Cell[];
  read: () => number | null;
  times: number;
}

/** A value of a stage that is set from outside: `given.x`, `carried.x`, `R1.value`, `U1.dropoutVoltage` or `ambient`. */
export interface Placed {
  stage: string;
  ref: string;
  value: number;
}

/** A stage as a state left it. */
interface Left {
  values: readonly unknown[];
  o: Results;
  stale: boolean;
}

/** How close two rounds have to agree, how many there may be, and how often what is told of all states together is worked out again where signals moved it. */
export interface Agreement {
  rounds: number;
  relative: number;
  averages: number;
}

/** Where in its range a store of energy stands: its voltage wanders between full and empty, and is no tolerance. */
export type Charge = 'nominal' | 'low' | 'high';

/**
 * A settled board as a function of plain numbers: in any state, carries voltages and signals down and loads up until they
 * agree, and evaluates only what moved. Works on the inputs of the nodes in place; `renew` puts their linked fields back.
 */
export class BoardPoint {
  readonly cells: readonly Cell[];
  /** Linked fields at the nominal board: where every point begins, so that none depends on the one before. */
  readonly #placed: { cell: Cell; where: Holder; field: string; was: unknown }[] = [];
  readonly #usual: { where: Holder; field: string; value: unknown }[] = [];
  readonly #of: ReadonlyMap<StageNode, Cell>;
  readonly #powering: readonly Cell[];
  /** What is told of all states together, and at which charge it was last worked out. */
  readonly #drains: { cell: Cell; field: string; rail: Rail; shares: Readonly<Record<StateId, number>> }[] = [];
  #drainedAt: Charge | null = null;
  /** Fields that tell of other states than the one at hand. */
  readonly #across: { cell: Cell; where: Holder; field: string }[] = [];

  constructor(
    private readonly wiring: Wiring,
    private readonly agreement: Agreement,
    signals = true,
  ) {
    // Stages that stand alike share their inputs: one of them may move those, the others have their own.
    const taken = new Set<StageInputs>();
    this.cells = wiring.order.map((node) => {
      const own = taken.has(node.inputs) ? stageInputs(node.kind, node.doc, node.links, node.ambient, node.chosen) : node.inputs;
      taken.add(own);
      return new Cell(node, own);
    });
    this.#of = new Map(this.cells.map((c) => [c.node, c]));
    this.#powering = this.cells.filter((c) => c.powers);
    for (const cell of this.cells) {
      this.#connectRails(cell);
      this.#connectHeat(cell);
      if (signals) this.#connectSignals(cell);
      for (const link of cell.node.links.keys()) {
        const { where, field } = cell.place(link);
        this.#target(cell, where, field);
      }
    }
  }

  cell(node: StageNode): Cell {
    return this.#of.get(node)!;
  }

  /** Voltage of a provider's rail here; null of a stage that is not fed. */
  volts(cell: Cell, def: RailPort): number | null {
    return cell.node.dead ? null : this.#reader(cell, def.gives.voltage!)();
  }

  /** Whether any rail comes from a store of energy. */
  get wanders(): boolean {
    return this.cells.some((c) => railPorts(c.node.kind).some(([, d]) => d.role === 'provides' && spanOf(c, d.gives.voltage!)));
  }

  /** Linked fields as at the nominal board, everything to be evaluated again. */
  renew(): void {
    for (const p of this.#placed.reverse()) [p.where[p.field], p.cell.held] = [p.was, []];
    this.#placed.length = 0;
    for (const u of this.#usual) u.where[u.field] = u.value;
    for (const cell of this.cells) cell.stale = true;
    this.#drainedAt = null;
    this.#begin();
  }

  /** Linked fields as at the nominal board for who looks in between: the next state goes on from what was found in those before. */
  rest(): void {
    // Where nothing tells of all states together each begins at the nominal board.
    if (!this.#drains.length) return this.renew();
    this.#told = this.#across.map((a) => a.where[a.field]);
    this.#leave();
    for (const u of this.#usual) u.where[u.field] = u.value;
    for (const cell of this.cells) cell.stale = true;
  }

  /** Nothing is known of any state. */
  #begin(): void {
    this.#state = null;
    this.#told = null;
    for (const state of STATE_IDS) this.#left[state] = null;
  }

  #state: StateId | null = null;
  readonly #left: Record<StateId, readonly Left[] | null> = { asleep: null, idle: null, typical: null, peak: null };
  /** What was told of several states, while the board rests. */
  #told: readonly unknown[] | null = null;

  #leave(): void {
    if (this.#state) this.#left[this.#state] = this.#powering.map((c) => ({ values: c.linked.map((l) => l.where[l.field]), o: c.o, stale: c.stale }));
    this.#state = null;
  }

  /** Goes over to another state: rails begin there as they were left, which is nearer than where they stand in this one. */
  #enter(state: StateId): void {
    if (state === this.#state || !this.#drains.length) return;
    // What is told of several states stays that of now.
    const told = this.#told ?? this.#across.map((a) => a.where[a.field]);
    this.#told = null;
    this.#leave();
    this.#state = state;
    this.#left[state]?.forEach(({ values, o, stale }, i) => {
      const cell = this.#powering[i]!;
      for (let k = 0; k < values.length; k++) cell.linked[k]!.where[cell.linked[k]!.field] = values[k];
      cell.o = o;
      cell.stale = stale;
      cell.version++;
    });
    this.#across.forEach(({ cell, where, field }, i) => {
      where[field] = told[i];
      cell.stale = true;
    });
  }

  /**
   * Sets values of stages until the board is renewed: everything else follows, and no link moves what is set, as if the link
   * were cut there.
   * @throws for a stage or a name that is not there
   */
  set(values: readonly Placed[]): void {
    for (const { stage, ref, value } of values) {
      const cell = this.cells.find((c) => c.node.doc.id === stage);
      if (!cell) throw new Error(`there is no stage "${stage}"`);
      const link = ref.replace(/^(given|carried)[.]/, '');
      const { where, field } = cell.place(link);
      if (!where || !(field in where)) throw new Error(`there is no "${ref}" in ${stage}`);
      this.#placed.push({ cell, where, field, was: where[field] });
      this.#begin();
      where[field] = value;
      cell.stale = true;
      cell.held = [...cell.held, { where, field }];
    }
  }

  #moved = false;
  #charge: Charge = 'nominal';

  /** Carries everything through for one state: rails until they agree, then signals, and rails again where signals moved them. */
  solve(state: StateId, charge: Charge = 'nominal'): void {
    if (charge !== this.#charge) for (const cell of this.cells) cell.version++;
    this.#charge = charge;
    let averaged = Number(this.#drainedAt === charge);
    for (;;) {
      const disturbed = this.#settle(state);
      if (!this.#drains.length || (averaged > 0 && !(disturbed && averaged < this.agreement.averages))) return;
      this.#average();
      averaged++;
    }
  }

  /** Rails, then signals, and rails again where signals moved them; whether they did. */
  #settle(state: StateId): boolean {
    for (let again = 0; again < 3; again++) {
      this.#rails(state);
      let disturbed = false;
      for (const cell of this.cells) {
        for (const carry of cell.down) carry(state);
        for (const carry of cell.hear) carry(state);
        if (!cell.stale) continue;
        cell.evaluate();
        disturbed ||= cell.powers;
      }
      for (let i = this.cells.length - 1; i >= 0; i--) {
        const cell = this.cells[i]!;
        for (const carry of cell.asked) carry(state);
        disturbed ||= cell.stale;
      }
      if (!disturbed) return again > 0;
    }
    for (const cell of this.cells) if (cell.stale) cell.evaluate();
    return true;
  }

  /** What batteries give on average, state by state. */
  #average(): void {
    const means = this.#drains.map(() => 0);
    for (const state of STATE_IDS) {
      if (!this.#drains.some((d) => d.shares[state] > 0)) continue;
      this.#rails(state);
      this.#drains.forEach((d, i) => (means[i]! += d.shares[state] * this.currentOf(d.rail, state)));
    }
    this.#drains.forEach((d, i) => this.#put(d.cell, d.cell.holder(d.field), d.field, means[i]!));
    this.#drainedAt = this.#charge;
  }

  #rails(state: StateId): void {
    this.#enter(state);
    const cells = this.#powering;
    for (let round = 0; round < this.agreement.rounds; round++) {
      this.#moved = false;
      for (let i = 0; i < cells.length; i++) follow(cells[i]!, cells[i]!.down, state);
      for (let i = cells.length - 1; i >= 0; i--) follow(cells[i]!, cells[i]!.up, state);
      if (!this.#moved) return;
    }
  }

  #put(cell: Cell, where: Holder, field: string, value: number | null): void {
    if (value === null || !Number.isFinite(value)) return;
    if (cell.held.length && cell.held.some((h) => h.where === where && h.field === field)) return;
    const now = where[field];
    if (now === value || (typeof now === 'number' && Math.abs(now - value) <= this.agreement.relative * Math.abs(value))) return;
    where[field] = value;
    cell.stale = true;
    this.#moved = true;
  }

  /** A field that something is brought to, also where the settled board brings nothing: it will be again what it is now. */
  #target(cell: Cell, where: Holder, field: string): void {
    if (cell.linked.some((l) => l.where === where && l.field === field)) return;
    cell.linked.push({ where, field });
    this.#usual.push({ where, field, value: where[field] });
  }

  #connectRails(cell: Cell): void {
    const { node } = cell;
    for (const [port, def] of railPorts(node.kind)) {
      const rail = this.wiring.rails.get(node.doc.rails?.[port] ?? '');
      const provider = rail?.providers[0];
      if (!rail || !provider) continue;
      if (def.role === 'battery') this.#drain(cell, def, rail);
      else if (def.role === 'provides') {
        if (rail.consumers.length && provider.node === node) this.#load(cell, def, rail);
      } else if (provider.node !== node) {
        this.#feed(cell, def, this.cell(provider.node), provider.def, def.role === 'consumes' && def.signed ? belowGround(rail, this.wiring) : null);
        const { current } = def.fills;
        if (current) {
          const where = cell.holder(current);
          this.#target(cell, where, current);
          cell.up.push((state) => this.#put(cell, where, current, this.currentOf(rail, state)));
        }
      }
    }
  }

  /** What hangs on a rail, to its provider. */
  #load(cell: Cell, def: RailPort, rail: Rail): void {
    const { loads, fills } = def;
    const provider = cell.node;
    const set = (field: string, value: (state: StateId) => number | null) => {
      const where = cell.holder(field);
      this.#target(cell, where, field);
      cell.up.push((state) => this.#put(cell, where, field, value(state)));
    };
    if (fills.load && fills.power) {
      const { power } = fills;
      const kept = (state: StateId) => {
        let amps = 0;
        for (const c of rail.consumers) amps += this.drawn(c, provider, state) * keepsPower(c, this.wiring, (tap, from) => this.drawn(tap, from, state));
        return amps;
      };
      const volts = this.#reader(cell, def.gives.voltage!);
      set(power, (state) => kept(state) * Math.abs(volts() ?? 0));
      set(fills.load, (state) => this.currentOf(rail, state) - kept(state));
    } else if (fills.load) set(fills.load, (state) => this.currentOf(rail, state));
    if (loads)
      for (const state of Object.keys(loads) as StateId[]) {
        const where = cell.holder(loads[state]);
        this.#target(cell, where, loads[state]);
        this.#across.push({ cell, where, field: loads[state] });
        cell.up.push((now) => now === state && this.#put(cell, where, loads[state], this.currentOf(rail, state)));
      }
    for (const [meaning, field] of Object.entries(fills) as [RailMeaning, string][]) {
      const carried = RAIL_LINKS[meaning];
      if (carried.way !== 'back' || carried.kept || field === fills.load || field === fills.power || !cell.node.links.has(field)) continue;
      const asks = meaning === 'surge' ? this.#surges(rail) : rail.consumers.flatMap((c) => this.#asking(c, c.def.gives[meaning], timesAsked(c, rail)));
      this.#ask(cell, field, carried, asks);
    }
  }

  /** What a battery gives on average, to the stage that charges it. */
  #drain(cell: Cell, def: RailPort, rail: Rail): void {
    const field = def.fills.load;
    if (!field || !cell.node.links.has(field)) return;
    this.#drains.push({ cell, field, rail, shares: drainShares(cell.node, def) });
    this.#across.push({ cell, where: cell.holder(field), field });
  }

  #asking({ node }: Pick<Tap, 'node'>, ref: Ref | undefined, times: number): Asking[] {
    const cell = this.cell(node);
    return ref === undefined || node.dead ? [] : [{ cells: [cell], read: this.#reader(cell, ref), times }];
  }

  /** What surges on a rail: what its consumers say of themselves, and what passes through those that say nothing. */
  #surges(rail: Rail, above: ReadonlySet<StageNode> = new Set()): Asking[] {
    return rail.consumers.flatMap((c) =>
      c.def.gives.surge === undefined ? this.#surgeThrough(c, timesSurging(c, rail), above) : this.#asking(c, c.def.gives.surge, timesSurging(c, rail)),
    );
  }

  /** As the ranges have it: the surge behind a stage as far as its limit lets it through, by the efficiency at that load. */
  #surgeThrough(tap: Tap, times: number, above: ReadonlySet<StageNode>): Asking[] {
    const { node, def } = tap;
    if (node.dead || above.has(node)) return [];
    const cell = this.cell(node);
    const path = new Set([...above, node]);
    const behind = provided(node, this.wiring).flatMap(({ rail, def: gives }) => {
      const asks = this.#surges(rail, path);
      const limit = gives.gives.currentLimit;
      return asks.length ? [{ rail, asks, load: gives.fills.load, most: limit === undefined ? () => null : this.#reader(cell, limit) }] : [];
    });
    if (!behind.length) return [];
    const read = (): number => {
      for (const b of behind) {
        const surge = b.asks.reduce((sum, a) => sum + (a.read() ?? 0) * a.times, 0);
        if (surge <= 0) continue;
        const passed = Math.min(surge, b.most() ?? Infinity);
        if (typeof def.draws === 'string') return cell.drawing(def, b.load, passed) ?? passed;
        const [drawn, peak] = [def.draws && cell.o[def.draws.peak], this.currentOf(b.rail, 'peak')];
        return typeof drawn === 'number' && peak > 0 ? (passed * drawn * (def.copiesCounted ? 1 : node.copies)) / peak : passed;
      }
      return 0;
    };
    return [{ cells: [cell, ...behind.flatMap((b) => b.asks.flatMap((a) => a.cells))], read, times }];
  }

  /** Joins what several ask of a field, whenever one of them moved. */
  #ask(cell: Cell, field: string, carried: Carried, asks: readonly Asking[]): void {
    const where = cell.holder(field);
    const cells = [...new Set(asks.flatMap((a) => a.cells))];
    const typed = typedNominal(carried, cell, field);
    const join = carried.join!;
    let known = -1;
    cell.asked.push(() => {
      let version = 0;
      for (const c of cells) version += c.version;
      if (version === known) return;
      known = version;
      let all: Range | null = null;
      for (const a of asks) {
        const value = a.read();
        if (value === null) continue;
        const together = repeated(carried, exactly(value), a.times);
        all = all ? join(all, together) : together;
      }
      if (all) this.#put(cell, where, field, (typed ? beside(carried, typed, all) : all).nominal);
    });
  }

  #feed(cell: Cell, def: RailPort, above: Cell, gives: RailPort, lies: boolean | null): void {
    const carries = (Object.entries(def.fills) as [RailMeaning, string][]).flatMap(([meaning, field]) => {
      const ref = gives.gives[meaning];
      const carried = RAIL_LINKS[meaning];
      if (ref === undefined || !cell.node.links.has(field)) return [];
      return [{ where: cell.holder(field), field, read: this.#reader(above, ref), carried, typed: typedNominal(carried, cell, field) }];
    });
    const volts = this.#reader(above, gives.gives.voltage!);
    let known = -1;
    cell.down.push(() => {
      if (known === above.version) return;
      known = above.version;
      const below = (volts() ?? 0) < 0;
      const turned = lies === null ? below : lies && !below;
      for (const c of carries) {
        const value = c.read();
        if (value === null) continue;
        const level = turned && c.carried.level ? -value : value;
        this.#put(cell, c.where, c.field, c.typed ? beside(c.carried, c.typed, exactly(level)).nominal : level);
      }
    });
  }

  /** What a reference of a stage comes to here: an outcome, given, parameter or carried field, or a function. */
  #reader(cell: Cell, ref: Ref): () => number | null {
    // A stage that was not looked at yet has nothing to tell.
    if (typeof ref !== 'string') return () => (cell.evaluated ? (read(ref, cell.judged)?.nominal ?? null) : null);
    const span = spanOf(cell, ref);
    if (!span) return reader(cell, ref);
    const usual = reader(cell, ref);
    const all = span.map((name) => reader(cell, name));
    return () => {
      if (this.#charge === 'nominal') return usual();
      const values = all.map((r) => r());
      return values.some((v) => v === null) ? null : this.#charge === 'low' ? Math.min(...(values as number[])) : Math.max(...(values as number[]));
    };
  }

  /** Heat up to what shelters it, and that one's temperature back. */
  #connectHeat(cell: Cell): void {
    for (const [shelter, members] of this.wiring.shelters) {
      const links = shelter.kind.shelter!;
      if (!members.length) continue;
      if (shelter === cell.node) {
        const inside = members.map((m) => this.cell(m));
        if (links.link === 'inside') {
          for (const field of [links.heat, links.hottest]) this.#target(cell, cell.holder(field), field);
          cell.up.push((state) => {
            let [sum, hottest] = [0, 0];
            for (const m of inside) {
              const each = m.heat(state) / (m.node.copies * m.node.times);
              sum += each * copiesBefore(m.node, cell.node);
              hottest = Math.max(hottest, each);
            }
            this.#put(cell, cell.holder(links.heat), links.heat, sum);
            this.#put(cell, cell.holder(links.hottest), links.hottest, hottest);
          });
        } else {
          const devices = inside.flatMap((m) => Array.from({ length: copiesBefore(m.node, cell.node) }, () => m)).slice(0, links.slots.length);
          for (const slot of links.slots.slice(0, devices.length)) this.#target(cell, cell.x.parts[slot], 'dissipation');
          cell.up.push(() => devices.forEach((m, i) => this.#put(cell, cell.x.parts[links.slots[i]!], 'dissipation', m.watts())));
        }
      } else if (members.includes(cell.node) && cell.node.links.has(links.link === 'inside' ? AMBIENT : (sinkOf(cell.node) ?? ''))) {
        const above = this.cell(shelter);
        const there = () => {
          const value = above.o[links.temperature];
          return typeof value === 'number' ? value : null;
        };
        const { where, field } = cell.place(links.link === 'inside' ? AMBIENT : sinkOf(cell.node)!);
        cell.down.push(() => {
          const value = there();
          if (value === null) return;
          const watts = cell.watts();
          if (links.link === 'inside') this.#put(cell, where, field, value);
          else if (watts > 0) this.#put(cell, where, field, Math.max((value - (above.x.ambient as number)) / watts, 1e-6));
        });
      }
    }
  }

  #connectSignals(cell: Cell): void {
    for (const [port, def] of signalPorts(cell.node.kind)) {
      if (def.role === 'out') {
        this.#askSignal(cell, port, def);
        continue;
      }
      const wire = this.wiring.wires.find((w) => w.to === cell.node && w.toPort === port);
      if (!wire || wire.from === cell.node) continue;
      const from = this.cell(wire.from);
      const out = from.node.kind.signals[wire.fromPort] as SignalPort | undefined;
      if (out?.down && !from.node.dead) cell.hear.push(this.#arriving(cell, port, def, from, out));
    }
  }

  #askSignal(cell: Cell, port: string, def: SignalPort): void {
    const takers = this.wiring.wires.filter((w) => w.from === cell.node && w.fromPort === port && w.to !== cell.node);
    for (const [meaning, field] of Object.entries(def.fills) as [keyof NonNullable<SignalPort['back']>, string][]) {
      const carried = SIGNAL_LINKS[meaning];
      if (carried.way !== 'back' || carried.kept || !cell.node.links.has(field)) continue;
      const asks = takers.flatMap((w) => this.#asking({ node: w.to }, w.def.back?.[meaning], copiesBefore(w.to, cell.node)));
      if (asks.length) this.#ask(cell, field, carried, asks);
    }
  }

  /** What an input makes of what arrives. The range a converter is told of stays the design's, not one board's. */
  #arriving(cell: Cell, port: string, def: SignalPort, from: Cell, out: SignalPort): Carry {
    const target = (field: string) => {
      const where = cell.holder(field);
      this.#target(cell, where, field);
      return { field, where };
    };
    const filled = (Object.entries(def.fills) as [keyof SignalPort['fills'], string][]).flatMap(([meaning, field]) => {
      const brings = BRINGS[meaning];
      return brings && !SIGNAL_LINKS[meaning].kept ? [{ ...target(field), brings }] : [];
    });
    const paths = Object.entries(def.path ?? {}).map(([field, read]) => ({ ...target(field), read }));
    const range = (ref: string) => cell.judged.range(ref);
    let known = -1;
    return () => {
      if (known === from.version) return;
      known = from.version;
      const incoming = { ...from.incoming };
      const { x, node } = from;
      const falls = (f: number) => fallOf(incoming, out, x, node.judged.env, f);
      const down = carrying(out.down!(from.judged, incoming), (f) => exactly(falls(f.nominal)), falls);
      cell.incoming[port] = down;
      cell.version++;
      for (const f of filled) this.#put(cell, f.where, f.field, f.brings(down)?.nominal ?? null);
      for (const p of paths) {
        const value = p.read!(down, range);
        this.#put(cell, p.where, p.field, typeof value === 'number' ? value : (value?.nominal ?? null));
      }
    };
  }

  /** Current of all copies at a consuming port in a state, as one of its providers sees it, A. */
  drawn({ node, def }: Tap, from: StageNode, state: StateId): number {
    if (!def.draws || node.dead) return 0;
    const drawn = this.cell(node).o[typeof def.draws === 'string' ? def.draws : def.draws[state]];
    const one = isAbsent(drawn) ? drawn.stand : drawn;
    return typeof one === 'number' && Number.isFinite(one) ? one * (def.copiesCounted ? modulesBefore(node, from) : copiesBefore(node, from)) : 0;
  }

  /** Load of a rail in a state, A. */
  currentOf(rail: Rail, state: StateId): number {
    let sum = 0;
    for (const c of rail.consumers) sum += this.drawn(c, rail.providers[0]!.node, state);
    return sum;
  }
}

/** What is typed beside a link, as a point has it. */
function typedNominal(carried: Carried, cell: Cell, field: string): Range | null {
  const typed = typedIn(carried, cell.node, field);
  return typed && exactly(typed.nominal);
}

const sinkOf = (node: StageNode): string | undefined => node.kind.warm?.find((w) => w.sink)?.sink;

/** The outcomes between which a figure wanders; undefined of one that stands still. */
function spanOf(cell: Cell, ref: Ref): readonly string[] | undefined {
  const derived: OutcomeDef['derived'] = typeof ref === 'string' ? cell.node.derived(ref) : undefined;
  return derived && 'spanOver' in derived ? derived.spanOver : undefined;
}

function follow(cell: Cell, carries: readonly Carry[], state: StateId): void {
  for (let i = 0; i < carries.length; i++) carries[i]!(state);
  if (cell.stale) cell.evaluate();
}

/** A carried figure of a stage: an outcome, a given, a parameter or a carried field. */
function reader(cell: Cell, name: string): () => number | null {
  const derived = cell.node.derived(name);
  if (fromOthers(derived)) return () => cell.judged.nominal(name);
  const ref = derived && 'nominalOf' in derived ? derived.nominalOf : name;
  const { x } = cell;
  const dot = ref.indexOf('.');
  const [where, key]: [Holder | undefined, string] = dot < 0 ? [cell.holder(ref), ref] : [x.parts[ref.slice(0, dot)], ref.slice(dot + 1)];
  const held = () => (typeof where?.[key] === 'number' ? where[key] : null);
  return () => {
    const value = cell.o[ref];
    return typeof value === 'number' ? value : isAbsent(value) ? (value.stand ?? null) : held();
  };
}
