import { railPorts } from '../stage/ports.ts';
import { isAbsent } from '../math/absent.ts';
import type { OutcomeDef, RailPort, SignalDown, StateId } from '../stage/contract.ts';
import { AtPoint, type AnyInputs } from '../stage/judged.ts';
import { numeric, type Results } from '../tolerance/corners.ts';
import { finite, heatOf } from './heat.ts';
import { nothingOf } from './laid.ts';
import { AMBIENT } from './link.ts';
import type { StageNode } from './node.ts';
import type { StageInputs } from './stage-inputs.ts';

/** Brings one link up to date. */
export type Carry = (state: StateId) => void;
export type Holder = Record<string, unknown>;

/** One stage of a board at a point: plain numbers in, plain numbers out. */
export class Cell {
  o: Results = {};
  incoming: Record<string, SignalDown> = {};
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
  /** What those who take its signals, or draw from its rail, ask of it. */
  readonly asked: Carry[] = [];
  readonly #judged: AtPoint;
  #judgedAt = -1;
  #heat = 0;
  #heatAt = -1;
  #heatIn: StateId | null = null;

  readonly x: AnyInputs;
  readonly #nothing: Results | null;

  constructor(
    readonly node: StageNode,
    /** Its own, to be moved about. */
    readonly inputs: StageInputs,
  ) {
    this.x = inputs.x;
    this.#nothing = node.dead && nothingOf(node.kind, node.dead);
    this.powers = node.kind.shelter !== undefined || railPorts(node.kind).some(([, p]) => p.role === 'provides' || p.draws !== undefined);
    this.#judged = new AtPoint(this.x, node.judged.env, (name) => node.derived(name), node.dead);
  }

  /** Results where its inputs stand. */
  #here(): Results {
    if (this.#nothing) return this.#nothing;
    this.inputs.prepare();
    return this.node.kind.evaluate(this.x, this.node.judged.env as never) as Results;
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
    if (fromOthers(derived)) return this.judged.nominal(outcome);
    const value = this.o[derived && 'nominalOf' in derived ? derived.nominalOf : outcome];
    return typeof value === 'number' && Number.isFinite(value) ? value : null;
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
      this.#heat = heatOf(this.node, this.x, finite(this.o, this.node.late), state);
    }
    return this.#heat;
  }

  /** What a port draws, all copies, with another load on a rail it provides, A; null when it cannot be told. */
  drawing(port: RailPort, load: string | undefined, amps: number): number | null {
    if (typeof port.draws !== 'string') return null;
    const where = load === undefined ? {} : this.holder(load);
    const usual = where[load!];
    if (load !== undefined) where[load] = amps;
    const drawn = numeric(load === undefined ? this.o[port.draws] : this.#here()[port.draws]);
    if (load !== undefined) where[load] = usual;
    const one = isAbsent(drawn) ? drawn.stand : drawn;
    return one === undefined ? null : one * (port.copiesCounted ? 1 : this.node.copies);
  }

  /** Fields that links fill. */
  readonly linked: { where: Holder; field: string }[] = [];

  /** Fields that were set from outside: no link moves them. */
  held: readonly { where: Holder; field: string }[] = [];

  evaluated = false;
  evaluate(): void {
    this.stale = false;
    this.evaluated = true;
    this.version++;
    this.o = this.#here();
  }

  /** Whether it can move a rail: the others need no look until the rails stand. */
  readonly powers: boolean;

  holder(field: string): Holder {
    const { x } = this;
    return field in x.given ? x.given : x.carried;
  }

  /** Where a link's value is kept: the air around the stage, a parameter of a part, or a field. */
  place(link: string): { where: Holder; field: string } {
    const { x } = this;
    if (link === AMBIENT) return { where: x, field: AMBIENT };
    const [slot, param] = link.split('.') as [string, string | undefined];
    return param === undefined ? { where: this.holder(link), field: link } : { where: x.parts[slot], field: param };
  }
}

/** Made from other outcomes, at one point too. */
export const fromOthers = (derived: OutcomeDef['derived']): boolean => derived !== undefined && ('largestOf' in derived || 'made' in derived);
