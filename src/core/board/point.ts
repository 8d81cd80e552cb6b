import { isAbsent } from '../math/absent.ts';
import type { RailPort, Ref, SignalDown, SignalPort, StateId } from '../kinds/contract.ts';
import { AtPoint } from '../kinds/judged.ts';
import { exactly } from '../quantity/uncertain.ts';
import { finite, heatOf } from './heat.ts';
import { AMBIENT, type StageNode } from './node.ts';
import { carrying, LEVELS } from './settle.ts';
import type { Results } from '../tolerance/study.ts';
import type { Rail, Wiring } from './wiring.ts';

/** Brings one link up to date. */
type Carry = (state: StateId) => void;
type Holder = Record<string, unknown>;

/** One stage of a board at a point: plain numbers in, plain numbers out. */
export class Cell {
  o: Results = {};
  incoming: SignalDown | null = null;
  /** Grows with every evaluation and whenever what it hears changes: others see by it that they have to look again. */
  version = 0;
  /** An input moved since it was last evaluated. */
  stale = true;
  /** Voltages from above. */
  readonly down: Carry[] = [];
  /** Signals from above. */
  readonly hear: Carry[] = [];
  /** Loads from below. */
  readonly up: Carry[] = [];
  readonly #judged: AtPoint;
  #judgedAt = -1;
  #heat = 0;
  #heatAt = -1;
  #heatIn: StateId | null = null;

  constructor(readonly node: StageNode) {
    this.powers =
      node.kind.shelter !== undefined || Object.values(node.kind.rails as Record<string, RailPort>).some((p) => p.role === 'provides' || p.draws !== undefined);
    this.#judged = new AtPoint(node.inputs.x, node.judged.env, (name) => node.derived(name));
  }

  /** The stage at this very point, as checks and ports read it. */
  get judged(): AtPoint {
    if (this.#judgedAt !== this.version) {
      this.#judgedAt = this.version;
      this.#judged.stand(this.o, this.node.dead ? undefined : (c) => this.node.kind.region?.(c as never) ?? null);
    }
    return this.#judged;
  }

  /** An outcome at this point; of one made from others, that of its nominal. */
  nominal(outcome: string): number | null {
    const derived = this.node.derived(outcome);
    const value = this.o[derived && 'nominalOf' in derived ? derived.nominalOf : outcome];
    return typeof value === 'number' && Number.isFinite(value) ? value : null;
  }

  /** An outcome or given by name; null of a stage that is not fed. */
  value(name: string): number | null {
    return this.node.dead ? null : reader(this, name)();
  }

  /** Heat of its mounted device, W. */
  watts(): number {
    const device = this.node.kind.warm?.find((w) => w.sink);
    return device && !this.node.dead ? Math.max(0, this.nominal(device.dissipation) ?? 0) : 0;
  }

  /** Heat of all copies in a state, W. */
  heat(state: StateId): number {
    if (this.#heatAt !== this.version || this.#heatIn !== state) {
      [this.#heatAt, this.#heatIn] = [this.version, state];
      this.#heat = heatOf(this.node, finite(this.o), state);
    }
    return this.#heat;
  }

  evaluate(): void {
    this.stale = false;
    this.version++;
    this.o = this.node.judged.study.here();
  }

  /** Whether it can move a rail: the others need no look until the rails stand. */
  readonly powers: boolean;

  holder(field: string): Holder {
    const x = this.node.inputs.x;
    return field in x.given ? x.given : x.carried;
  }

  /** Where a link's value is kept: the air around the stage, a parameter of a part, or a field. */
  place(link: string): { where: Holder; field: string } {
    const x = this.node.inputs.x;
    if (link === AMBIENT) return { where: x, field: AMBIENT };
    const [slot, param] = link.split('.') as [string, string | undefined];
    return param === undefined ? { where: this.holder(link), field: link } : { where: x.parts[slot], field: param };
  }
}

/** How close two rounds have to agree, and how many there may be. */
export interface Agreement {
  rounds: number;
  relative: number;
}

/**
 * A settled board as a function of plain numbers: in any state, carries voltages and signals down and loads up until they
 * agree, and evaluates only what moved. Works on the inputs of the nodes in place; `renew` puts their linked fields back.
 */
export class BoardPoint {
  readonly cells: readonly Cell[];
  /** Linked fields at the nominal board: where every point begins, so that none depends on the one before. */
  readonly #usual: { where: Holder; field: string; value: unknown }[] = [];
  readonly #of: ReadonlyMap<StageNode, Cell>;
  readonly #powering: readonly Cell[];

  constructor(
    private readonly wiring: Wiring,
    private readonly agreement: Agreement,
    signals = true,
  ) {
    this.cells = wiring.order.map((node) => new Cell(node));
    this.#of = new Map(this.cells.map((c) => [c.node, c]));
    this.#powering = this.cells.filter((c) => c.powers);
    for (const cell of this.cells) {
      this.#connectRails(cell);
      this.#connectHeat(cell);
      if (signals) this.#connectSignals(cell);
      for (const link of cell.node.links.keys()) {
        const { where, field } = cell.place(link);
        this.#usual.push({ where, field, value: where[field] });
      }
    }
  }

  cell(node: StageNode): Cell {
    return this.#of.get(node)!;
  }

  /** Linked fields as at the nominal board, everything to be evaluated again. */
  renew(): void {
    for (const u of this.#usual) u.where[u.field] = u.value;
    for (const cell of this.cells) cell.stale = true;
  }

  #moved = false;

  /** Carries everything through for one state: rails until they agree, then signals, and rails again where signals moved them. */
  solve(state: StateId): void {
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
      if (!disturbed) return;
    }
  }

  #rails(state: StateId): void {
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
    const now = where[field];
    if (now === value || (typeof now === 'number' && Math.abs(now - value) <= this.agreement.relative * Math.abs(value))) return;
    where[field] = value;
    cell.stale = true;
    this.#moved = true;
  }

  #connectRails(cell: Cell): void {
    const { node } = cell;
    for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
      const rail = this.wiring.rails.get(node.doc.rails?.[port] ?? '');
      const provider = rail?.providers[0];
      if (!rail || !provider) continue;
      if (def.role === 'provides') {
        if (!rail.consumers.length || provider.node !== node) continue;
        const { loads, fills } = def;
        if (fills.load) {
          const where = cell.holder(fills.load);
          cell.up.push((state) => this.#put(cell, where, fills.load!, this.currentOf(rail, state)));
        }
        if (loads) cell.up.push((state) => this.#put(cell, cell.holder(loads[state]), loads[state], this.currentOf(rail, state)));
      } else if (provider.node !== node) this.#feed(cell, def, this.cell(provider.node), provider.def);
    }
  }

  #feed(cell: Cell, def: RailPort, above: Cell, gives: RailPort): void {
    const carries = (Object.entries(def.fills) as [keyof RailPort['gives'], string][]).flatMap(([meaning, field]) => {
      const ref = gives.gives[meaning];
      return typeof ref === 'string' ? [{ where: cell.holder(field), field, read: reader(above, ref), level: LEVELS.has(meaning) }] : [];
    });
    const volts = reader(above, gives.gives.voltage!);
    let seen = -1;
    cell.down.push(() => {
      if (seen === above.version) return;
      seen = above.version;
      const below = (volts() ?? 0) < 0;
      for (const c of carries) {
        const value = c.read();
        this.#put(cell, c.where, c.field, below && c.level && value !== null ? -value : value);
      }
    });
  }

  /** Heat up to what shelters it, and that one's temperature back. */
  #connectHeat(cell: Cell): void {
    for (const [shelter, members] of this.wiring.shelters) {
      const links = shelter.kind.shelter!;
      if (!members.length) continue;
      if (shelter === cell.node) {
        const inside = members.map((m) => this.cell(m));
        if (links.link === 'inside') {
          cell.up.push((state) => {
            let [sum, hottest] = [0, 0];
            for (const m of inside) {
              const watts = m.heat(state);
              sum += watts;
              hottest = Math.max(hottest, watts);
            }
            this.#put(cell, cell.holder(links.heat), links.heat, sum);
            this.#put(cell, cell.holder(links.hottest), links.hottest, hottest);
          });
        } else {
          const devices = inside.flatMap((m) => Array.from({ length: m.node.copies }, () => m)).slice(0, links.slots.length);
          cell.up.push(() => devices.forEach((m, i) => this.#put(cell, cell.node.inputs.x.parts[links.slots[i]!], 'dissipation', m.watts())));
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
          else if (watts > 0) this.#put(cell, where, field, Math.max((value - (above.node.inputs.x.ambient as number)) / watts, 1e-6));
        });
      }
    }
  }

  #connectSignals(cell: Cell): void {
    for (const [port, def] of Object.entries(cell.node.kind.signals as Record<string, SignalPort>)) {
      const wire = def.role === 'in' ? this.wiring.wires.find((w) => w.to === cell.node && w.toPort === port) : undefined;
      if (!wire || wire.from === cell.node) continue;
      const from = this.cell(wire.from);
      const out = from.node.kind.signals[wire.fromPort] as SignalPort | undefined;
      if (out?.down && !from.node.dead) cell.hear.push(this.#listening(cell, def, from, out));
    }
  }

  /** What an input makes of what it hears. The range a converter is told of stays the design's, not one board's. */
  #listening(cell: Cell, def: SignalPort, from: Cell, out: SignalPort): Carry {
    const target = (field: string) => ({ field, where: cell.holder(field) });
    const filled = (Object.entries(def.fills) as [keyof SignalPort['fills'], string][]).flatMap(([meaning, field]) => {
      const brings = BRINGS[meaning];
      return brings ? [{ ...target(field), brings }] : [];
    });
    const paths = Object.entries(def.path ?? {}).map(([field, read]) => ({ ...target(field), read }));
    const range = (ref: string) => cell.judged.range(ref);
    let seen = -1;
    return () => {
      if (seen === from.version) return;
      seen = from.version;
      const { incoming } = from;
      const down = carrying(out.down!(from.judged, incoming), (f) => {
        const before = incoming ? incoming.attenuation(f).nominal : 0;
        return exactly(before + (out.attenuation ? out.attenuation(from.node.inputs.x, from.node.judged.env, f.nominal) : 0));
      });
      cell.incoming = down;
      cell.version++;
      for (const f of filled) this.#put(cell, f.where, f.field, f.brings(down));
      for (const p of paths) {
        const value = p.read(down, range);
        this.#put(cell, p.where, p.field, typeof value === 'number' ? value : (value?.nominal ?? null));
      }
    };
  }

  /** Current of all copies at a consuming port in a state, A. */
  drawn(node: StageNode, def: RailPort, state: StateId): number {
    if (!def.draws || node.dead) return 0;
    const one = this.cell(node).o[typeof def.draws === 'string' ? def.draws : def.draws[state]];
    return typeof one === 'number' && Number.isFinite(one) ? (def.copiesCounted ? one : one * node.copies) : 0;
  }

  /** Load of a rail in a state, A. */
  currentOf(rail: Rail, state: StateId): number {
    let sum = 0;
    for (const c of rail.consumers) sum += this.drawn(c.node, c.def, state);
    return sum;
  }
}

const sinkOf = (node: StageNode): string | undefined => node.kind.warm?.find((w) => w.sink)?.sink;

const BRINGS: Partial<Record<keyof SignalPort['fills'], (down: SignalDown) => number | null>> = {
  voltage: (d) => d.dc?.nominal ?? null,
  sourceResistance: (d) => d.sourceResistance?.nominal ?? null,
  noise: (d) => d.noise?.nominal ?? null,
  ripple: (d) => d.ripple.nominal,
  rippleFrequency: (d) => d.rippleFrequency,
};

function follow(cell: Cell, carries: readonly Carry[], state: StateId): void {
  for (let i = 0; i < carries.length; i++) carries[i]!(state);
  if (cell.stale) cell.evaluate();
}

/** A carried figure of a stage: an outcome, a given or a parameter. */
function reader(cell: Cell, name: Ref & string): () => number | null {
  const derived = cell.node.derived(name);
  const ref = derived && 'nominalOf' in derived ? derived.nominalOf : name;
  const x = cell.node.inputs.x;
  const dot = ref.indexOf('.');
  const [where, key]: [Holder | undefined, string] = dot < 0 ? [x.given, ref] : [x.parts[ref.slice(0, dot)], ref.slice(dot + 1)];
  const held = () => (typeof where?.[key] === 'number' ? where[key] : null);
  return () => {
    const value = cell.o[ref];
    return typeof value === 'number' ? value : isAbsent(value) ? null : held();
  };
}
