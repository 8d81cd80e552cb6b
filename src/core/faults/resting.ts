import { assemble, type System } from '../circuit/assemble.ts';
import { Devices } from '../circuit/devices.ts';
import type { Element } from '../circuit/netlist.ts';
import { linearAt, residualOf, solveDc } from '../circuit/operating-point.ts';
import type { RealLu } from '../linear/sparse-lu.ts';
import type { BoardDoc } from '../board/document.ts';
import type { Cell } from '../board/cell.ts';
import { Sampler, type Free } from '../board/sampler.ts';
import { mustKind, tellingOf } from '../kinds/index.ts';
import { ohms, STATE, volts } from '../stage/at-rest.ts';
import { PART_TYPES } from '../parts/part-types.ts';
import type { Unit } from '../quantity/units.ts';
import { railPorts, signalPorts } from '../stage/ports.ts';
import type { AnyTelling } from '../stage/telling.ts';
import { byFormula } from './by-formula.ts';
import { partFaults, spoilt, type Fault } from './faults.ts';

/** A place to put a probe, by the names of bring-up, readings and faults. */
export interface TestPoint {
  /** `reg.out`, `reg.adjust`. */
  name: string;
  stage: string;
  /** Port of the stage, or a node of its own. */
  at: string;
  /** The rail it stands for. */
  rail?: string;
}

/** Ω through which nothing floats for good, and of a meter's input. */
const [LEAK, METER] = [1e10, 1e7];
/** °C of a bench. */
const CELSIUS = 25;
const NONE: ReadonlySet<string> = new Set();

/** A board at rest that was solved: what a meter reads at its points. */
export class Settled {
  readonly #node: ReadonlyMap<string, string>;

  constructor(
    readonly system: System,
    readonly x: Float64Array,
    readonly lu: RealLu,
    /** What it is made of, by name. */
    readonly elements: ReadonlyMap<string, Element>,
    nodeOf: ReadonlyMap<string, string>,
  ) {
    this.#node = nodeOf;
  }

  #unknown(point: string): number {
    const node = this.#node.get(point);
    return node === undefined || node === '0' ? -1 : (this.system.index.get(node) ?? -1);
  }

  /** V at a point with nothing at it. */
  volts(point: string): number {
    const at = this.#unknown(point);
    return at < 0 ? 0 : this.x[at]!;
  }

  /** V of one of the board's nodes. */
  node(name: string): number {
    const at = name === '0' ? undefined : this.system.index.get(name);
    return at === undefined ? 0 : this.x[at]!;
  }

  /** Current through an element that has one of its own, A; null where there is none of that name. */
  amps(element: string): number | null {
    const at = this.system.names.indexOf(`I(${element})`);
    return at < 0 ? null : this.x[at]!;
  }

  /** What leans on an unknown by its name, as `lean` has it. */
  leanOn(unknown: string): Float64Array | null {
    const at = this.system.index.get(unknown);
    if (at === undefined) return null;
    const n = this.system.pattern.n;
    const c = new Float64Array(n);
    c[at] = 1;
    const weights = new Float64Array(n);
    this.lu.solveTransposed(c, weights);
    return weights;
  }

  readonly #leans = new Map<number, { weights: Float64Array; behind: number }>();

  /** What leans on a point: the answer of its voltage to a current into each row, and the resistance behind it, Ω; solved once. */
  lean(point: string): { weights: Float64Array; behind: number } | null {
    const at = this.#unknown(point);
    if (at < 0) return null;
    let lean = this.#leans.get(at);
    if (!lean) {
      const weights = this.leanOn(this.system.names[at]!)!;
      this.#leans.set(at, (lean = { weights, behind: weights[at]! }));
    }
    return lean;
  }

  /** V as a meter of 10 MΩ reads it. */
  read(point: string, meter = METER): number {
    const lean = this.lean(point);
    if (!lean) return 0;
    return (this.volts(point) * meter) / (meter + Math.max(0, lean.behind));
  }
}

/** An element that a free number of the board moves: itself at the nominal board, and one spread on. */
interface Moved {
  from: Element;
  to: Element;
}

/**
 * A board at rest as one circuit, built of what its kinds say of themselves (or of their formulas) at any values of its free
 * numbers, with one thing wrong with it or nothing.
 */
export class RestingBoard {
  readonly points: readonly TestPoint[];
  readonly faults: readonly Fault[];
  readonly free: readonly Free[];
  readonly #sampler: Sampler;
  readonly #byId: ReadonlyMap<string, Cell>;
  readonly #tellings: ReadonlyMap<string, AnyTelling>;
  /** Elements of each stage as they stand, in its own names. */
  #elements = new Map<string, Element[]>();
  readonly #formula = new Set<string>();

  private constructor(
    readonly doc: BoardDoc,
    tellings: ReadonlyMap<string, AnyTelling>,
  ) {
    this.#sampler = new Sampler(doc);
    this.#byId = new Map(this.#sampler.cells.map((c) => [c.node.doc.id, c]));
    this.#tellings = tellings;
    this.free = this.#sampler.free;
    this.stand();
    this.points = this.#listPoints();
    this.faults = this.#listFaults();
  }

  /** Loads what its kinds tell. */
  static async of(doc: BoardDoc): Promise<RestingBoard> {
    const ids = [...new Set(doc.stages.map((s) => s.kind))];
    return new RestingBoard(doc, new Map(await Promise.all(ids.map(async (id) => [id, await tellingOf(mustKind(id))] as const))));
  }

  get #cells(): readonly Cell[] {
    return this.#sampler.cells;
  }

  /** Puts the free numbers somewhere, in the order of `free`; at their nominals where nothing is said. */
  stand(values: ArrayLike<number> = this.free.map((f) => f.range.nominal)): void {
    this.#sampler.place(values);
    this.#sampler.solve({ state: STATE, charge: 'nominal' });
    this.#expected = undefined;
    this.#elements = new Map(this.#cells.map((cell) => [cell.node.doc.id, this.#elementsOf(cell)]));
  }

  #elementsOf(cell: Cell): Element[] {
    const telling = this.#tellings.get(cell.node.kind.id)!;
    const { node } = cell;
    node.inputs.prepare();
    const own = telling.atRest?.(node.inputs.x as never, node.judged.env as never);
    this.#formula[own ? 'delete' : 'add'](node.doc.id);
    return [...(own?.elements ?? byFormula(cell, (port) => this.#typed(cell, port))), ...this.#around(cell)];
  }

  /** V of a rail as it is told to a stage. */
  #typed(cell: Cell, port: string): number | null {
    const field = cell.node.kind.rails[port]?.fills.voltage as string | undefined;
    const value = field && cell.holder(field)[field];
    return typeof value === 'number' ? value : null;
  }

  /** What stands at ports that nothing on the board is connected to: their typed source, or their typed load. */
  #around(cell: Cell): Element[] {
    const { node } = cell;
    const number = (field: string | undefined): number | null => {
      const value = field === undefined ? null : cell.holder(field)[field];
      return typeof value === 'number' && Number.isFinite(value) ? value : null;
    };
    const driven = (port: string) => node.doc.rails?.[port] !== undefined || node.doc.signals?.[port] !== undefined;
    const elements: Element[] = [];
    const source = (port: string, level: number, behind: number) =>
      elements.push(volts(`bench-${port}`, `bench-${port}`, '0', level), ohms(`bench-${port}-wire`, `bench-${port}`, port, Math.max(behind, 0.01)));
    const done = new Set<string>();
    for (const [port, def] of railPorts(node.kind)) {
      if (def.role === 'consumes' && !driven(port)) {
        const level = number(def.fills.voltage);
        done.add(port);
        if (level !== null) source(port, level, 0);
      }
      if (def.role === 'provides' && (node.doc.rails?.[port] === undefined || !this.#consumers(node.doc.rails[port]!))) {
        const load = number(def.fills.load);
        const level = number(def.gives.voltage) ?? cell.nominal(def.gives.voltage!);
        if (load && level)
          elements.push({
            is: 'load',
            name: `bench-${port}`,
            ...(level > 0 ? { a: port, b: '0' } : { a: '0', b: port }),
            amps: load,
            knee: 0.5 * Math.abs(level),
          });
      }
    }
    for (const [port, def] of signalPorts(node.kind)) {
      if (def.role !== 'in' || def.carries || driven(port) || done.has(port)) continue;
      if (def.exists && !def.exists(node.inputs.x.given)) continue;
      const level = number(def.fills.voltage) ?? number(def.fills.nominal);
      if (level !== null) source(port, level, number(def.fills.sourceResistance) ?? 0);
    }
    return elements;
  }

  #consumers(rail: string): boolean {
    return this.doc.stages.some(
      (s) => s.rails && Object.entries(s.rails).some(([port, name]) => name === rail && this.#cell(s.id).node.kind.rails[port]?.role === 'consumes'),
    );
  }

  #cell(id: string): Cell {
    return this.#byId.get(id)!;
  }

  /** Ports a stage has with what is chosen, and its nodes that have a test point. */
  #listPoints(): TestPoint[] {
    return this.#cells.flatMap((cell) => {
      const { doc, kind, inputs } = cell.node;
      const rails = railPorts(kind)
        .filter(([port, def]) => def.role !== 'battery' && (def.role === 'provides' || doc.rails?.[port] !== undefined || this.#mentions(doc.id, port)))
        .map(([port]) => port);
      const signals = signalPorts(kind)
        .filter(([port, def]) => !def.carries && (!def.exists || def.exists(inputs.x.given)) && this.#mentions(doc.id, port))
        .map(([port]) => port);
      const own = this.#tellings.get(kind.id)!.atRest?.(inputs.x as never, cell.node.judged.env as never).points ?? [];
      return [...new Set([...rails, ...signals, ...own])].map((at): TestPoint => {
        const rail = doc.rails?.[at];
        return { name: `${doc.id}.${at}`, stage: doc.id, at, ...(rail === undefined ? {} : { rail }) };
      });
    });
  }

  #mentions(stage: string, node: string): boolean {
    return this.#elements.get(stage)!.some((e) => nodesOf(e).includes(node));
  }

  #listFaults(): Fault[] {
    const parts = this.#cells.flatMap((cell) => {
      const { doc, kind, inputs } = cell.node;
      const fitted = (slot: string) => inputs.parts.some((p) => p.slot === slot && (p.def.type === 'device' || (p.value ?? 0) > 0));
      return partFaults(doc.id, kind, fitted, this.#formula.has(doc.id) ? null : this.#elements.get(doc.id)!);
    });
    const rails = new Set(
      this.#cells.flatMap(({ node }) =>
        railPorts(node.kind).flatMap(([port, def]) => (def.role === 'provides' && node.doc.rails?.[port] ? [node.doc.rails[port]] : [])),
      ),
    );
    const unfed = [...rails].filter((r) => this.#consumers(r)).map((on): Fault => ({ id: `${on}:unfed`, word: 'unfed', stage: null, on }));
    const broken = this.#cells.flatMap(({ node: { doc, kind } }) =>
      [
        ...railPorts(kind).flatMap(([port, def]) => (def.role === 'consumes' && doc.rails?.[port] !== undefined ? [port] : [])),
        ...signalPorts(kind).flatMap(([port, def]) =>
          def.role === 'in' && doc.signals?.[port] !== undefined && doc.rails?.[port] === undefined ? [port] : [],
        ),
      ]
        .filter((port) => this.#mentions(doc.id, port))
        .map((port): Fault => ({ id: `${doc.id}.${port}:broken`, word: 'broken', stage: doc.id, on: port })),
    );
    return [...parts, ...unfed, ...broken];
  }

  /** The board's node at a port or node of a stage, with the connection that a fault cuts cut. */
  #nodeOf(cell: Cell, at: string, faults: readonly Fault[]): string {
    const { doc, kind } = cell.node;
    const own = `${doc.id}.${at}`;
    if (faults.some((f) => f.word === 'broken' && f.stage === doc.id && f.on === at)) return own;
    const rail = doc.rails?.[at];
    if (rail !== undefined)
      return kind.rails[at]?.role === 'provides' && faults.some((f) => f.word === 'unfed' && f.on === rail) ? `${own} (unfed)` : `rail ${rail}`;
    const from = doc.signals?.[at];
    if (from !== undefined && kind.signals[at]?.role === 'in') {
      const [stage, port] = [from.slice(0, from.indexOf('.')), from.slice(from.indexOf('.') + 1)];
      const source = this.#byId.get(stage);
      // What a stage says of a rail, it says at the rail.
      if (source) return this.#nodeOf(source, port, []);
    }
    return own;
  }

  #faulted(cell: Cell, faults: readonly Fault[]): readonly Element[] {
    const { id } = cell.node.doc;
    const own = faults.filter((f) => f.stage === id && f.word !== 'broken');
    return own.reduce<readonly Element[]>((elements, f) => (this.#formula.has(id) ? this.#byValue(cell, f) : spoilt(elements, f)), this.#elements.get(id)!);
  }

  /** A part of a stage that is told by its formulas gone wrong: its value set, and the formulas asked again. */
  #byValue(cell: Cell, { word, on }: Fault): Element[] {
    const { parts } = cell.node.inputs.x as { parts: Record<string, { value?: number | null }> };
    const around = this.#around(cell);
    const volt = (port: string) => this.#typed(cell, port);
    const slots = on.split('/');
    const was = slots.map((slot) => parts[slot]?.value ?? null);
    const factor = { times10: 10, tenth: 0.1, open: 1e6, missing: 1e6, short: 1e-5 }[word as string];
    const capacitor = cell.node.inputs.parts.find((p) => p.slot === slots[0])?.def.type === 'capacitor';
    if (word === 'swapped') slots.forEach((slot, i) => (parts[slot]!.value = was[1 - i]!));
    else if (factor === undefined || was[0] === null || (capacitor && word === 'short')) return [...byFormula(cell, volt, true), ...around];
    else if (capacitor && word !== 'times10' && word !== 'tenth') return this.#elements.get(cell.node.doc.id)!;
    else parts[slots[0]!]!.value = was[0]! * factor;
    cell.evaluate();
    const elements = byFormula(cell, volt);
    slots.forEach((slot, i) => (parts[slot]!.value = was[i]!));
    cell.evaluate();
    return [...elements, ...around];
  }

  /** A stage's elements in the board's names, so many times as it is built. */
  #placed(cell: Cell, elements: readonly Element[], faults: readonly Fault[]): Element[] {
    const id = cell.node.doc.id;
    const nodes = new Map<string, string>();
    const place = (node: string): string => {
      if (node === '0') return '0';
      let at = nodes.get(node);
      if (at === undefined) nodes.set(node, (at = this.#nodeOf(cell, node, faults)));
      return at;
    };
    return elements.map((e) => renamed(e, `${id}.${e.name}`, place));
  }

  /** Every copy but the first hangs on its rails as what it draws: its own insides read the same. */
  #others(cell: Cell, faults: readonly Fault[]): Element[] {
    const times = cell.node.copies * cell.node.times - 1;
    if (times < 1) return [];
    return railPorts(cell.node.kind).flatMap(([port, def]): Element[] => {
      if (def.role !== 'consumes' || !def.draws || cell.node.doc.rails?.[port] === undefined) return [];
      const drawn = cell.o[typeof def.draws === 'string' ? def.draws : def.draws[STATE]];
      const at = this.#typed(cell, port);
      if (typeof drawn !== 'number' || !(Math.abs(drawn) > 0) || !at) return [];
      const one = Math.abs(drawn) / (def.copiesCounted ? cell.node.copies : 1);
      const node = this.#nodeOf(
        cell,
        port,
        faults.filter((f) => f.word !== 'broken'),
      );
      const [a, b] = at > 0 ? [node, '0'] : ['0', node];
      return [{ is: 'load', name: `${cell.node.doc.id}.others-${port}`, a, b, amps: one * times, knee: 0.5 * Math.abs(at) }];
    });
  }

  /**
   * The whole board with something wrong, or nothing; null where the solver finds no point at which it rests.
   * @param leave stages that are not fitted @param more what a bench brings: elements in the board's names
   */
  settle(wrong: Fault | null | readonly Fault[] = null, leave: ReadonlySet<string> = NONE, more: readonly Element[] = []): Settled | null {
    const faults: readonly Fault[] = wrong === null ? [] : 'word' in wrong ? [wrong] : wrong;
    const elements: Element[] = [...more];
    for (const cell of this.#cells) {
      if (leave.has(cell.node.doc.id)) continue;
      elements.push(...this.#placed(cell, this.#faulted(cell, faults), faults), ...this.#others(cell, faults));
    }
    const nodes = new Set(elements.flatMap(nodesOf));
    nodes.delete('0');
    for (const node of nodes) elements.push({ is: 'resistor', name: `leak ${node}`, a: node, b: '0', ohms: LEAK, quiet: true });
    const system = assemble({ elements, celsius: CELSIUS });
    const devices = new Devices(system, CELSIUS);
    const solved = solveDc(system, devices);
    const at = solved.ok ? linearAt(system, devices, solved.x) : solved;
    if (!solved.ok || !at.ok) {
      // What cannot be settled does not work: what hangs on it has to do without.
      const stages = faults.flatMap((f) => (f.stage !== null && !leave.has(f.stage) ? [f.stage] : []));
      return stages.length ? this.settle(null, new Set([...leave, ...stages]), more) : null;
    }
    const pointed = new Map(this.points.map((p) => [p.name, this.nodeAt(p, faults)]));
    return new Settled(system, solved.x, at.lu, new Map(elements.map((e) => [e.name, e])), pointed);
  }

  /** The board's node at a test point: of a rail that nothing feeds, the rail. */
  nodeAt(point: TestPoint, faults: readonly Fault[] = []): string {
    return this.#nodeOf(
      this.#cell(point.stage),
      point.at,
      faults.filter((f) => f.word !== 'unfed'),
    );
  }

  /** A figure of a stage at the values the board stands at, by its formulas; null where it has none. */
  figure(stage: string, outcome: string): number | null {
    const cell = this.#cell(stage);
    try {
      return cell.nominal(outcome);
    } catch {
      return null;
    }
  }

  /** A part's value where the board stands; null of one without. */
  partValue(stage: string, slot: string): number | null {
    const value = this.#cell(stage).node.inputs.x.parts[slot]?.value as unknown;
    return typeof value === 'number' ? value : null;
  }
  hasPart(stage: string, slot: string): boolean {
    return this.#cells.some((c) => c.node.doc.id === stage && c.node.inputs.parts.some((p) => p.slot === slot));
  }
  /** Parts of a stage that are fitted. */
  slots(stage: string): string[] {
    return this.#cell(stage)
      .node.inputs.parts.filter((p) => p.def.type === 'device' || (p.value ?? 0) > 0)
      .map((p) => p.slot);
  }
  isDevice(stage: string, slot: string): boolean {
    return this.#part(stage, slot)?.def.type === 'device';
  }
  partUnit(stage: string, slot: string): Unit | null {
    const part = this.#part(stage, slot);
    return part ? PART_TYPES[part.def.type].unit : null;
  }
  #part(stage: string, slot: string) {
    return this.#byId.get(stage)?.node.inputs.parts.find((p) => p.slot === slot);
  }
  /** A parameter of a part where the board stands; null where it has none of that name. */
  parameter(stage: string, slot: string, name: string): number | null {
    const value = this.#cell(stage).node.inputs.x.parts[slot]?.[name] as unknown;
    return typeof value === 'number' && Number.isFinite(value) ? value : null;
  }

  /** Stages that feed the rail at a point from outside the board: a bench supply takes their place. */
  sourcesAt(point: string): string[] {
    const at = this.points.find((p) => p.name === point);
    return this.#cells.flatMap(({ node }) => {
      const gives = at?.rail !== undefined && railPorts(node.kind).some(([port, def]) => def.role === 'provides' && node.doc.rails?.[port] === at.rail);
      return gives || (at?.rail === undefined && node.doc.id === at?.stage && node.kind.source) ? [node.doc.id] : [];
    });
  }
  /** The test points of rails that come from outside the board, or from a store on it. */
  sources(): TestPoint[] {
    return this.points.filter((p) => {
      const { kind, doc } = this.#cell(p.stage).node;
      const feeds = railPorts(kind).some(([port, def]) => def.role === 'consumes' && doc.rails?.[port] !== undefined);
      return kind.rails[p.at]?.role === 'provides' && !feeds;
    });
  }

  /** Supply pins of a stage: where to look, the device behind it, and the highest voltage it is made for. */
  fedPins(stage: string): { point: string; device: string | null; most: number | null; signed: boolean }[] {
    const cell = this.#cell(stage);
    const device = cell.node.inputs.parts.find((p) => p.def.type === 'device')?.slot ?? null;
    return railPorts(cell.node.kind).flatMap(([port, def]) => {
      if (def.role !== 'consumes' || !this.points.some((p) => p.name === `${stage}.${port}`)) return [];
      const limit = def.gives.absoluteMaximum ?? def.gives.maximum;
      const [slot, param] = typeof limit === 'string' ? limit.split('.') : [];
      const value = slot === undefined ? null : param === undefined ? cell.holder(slot)[slot] : this.parameter(stage, slot, param);
      return [
        { point: `${stage}.${port}`, device, most: typeof value === 'number' ? value : null, signed: def.signed === true || this.#typed(cell, port)! < 0 },
      ];
    });
  }

  /** Ripple of the rail or signal at a point, by its formulas, V peak to peak and Hz. */
  ripple(point: string): { ripple: number; frequency: number | null } {
    const at = this.points.find((p) => p.name === point)!;
    const giving = this.points.find((p) => p.rail !== undefined && p.rail === at.rail && this.#cell(p.stage).node.kind.rails[p.at]?.role === 'provides') ?? at;
    const cell = this.#cell(giving.stage);
    const gives = cell.node.kind.rails[giving.at]?.gives;
    const read = (ref: unknown) => (typeof ref === 'string' ? (cell.nominal(ref) ?? (cell.holder(ref)[ref] as number | undefined)) : null);
    const [ripple, frequency] = [read(gives?.ripple), read(gives?.rippleFrequency)];
    return {
      ripple: typeof ripple === 'number' && Number.isFinite(ripple) ? ripple : 0,
      frequency: typeof frequency === 'number' && frequency > 0 ? frequency : null,
    };
  }

  #expected: Settled | null | undefined;
  /** The board as it stands with nothing wrong. */
  get whole(): Settled | null {
    if (this.#expected === undefined) this.#expected = this.settle();
    return this.#expected;
  }
  /** V at a point of it. */
  expectedVolts(point: string): number {
    return this.whole?.volts(point) ?? 0;
  }

  /** V that the formulas give at a rail or a signal output; null where they give none. */
  formulaVolts(point: TestPoint): number | null {
    const cell = this.#cell(point.stage);
    const { rails, signals } = cell.node.kind;
    if (rails[point.at]?.role === 'provides') return cell.nominal(rails[point.at]!.gives.voltage!);
    if (signals[point.at]?.role !== 'out') return null;
    // A signal that stands at the temperature it is to read is another than on a bench.
    return this.#formula.has(point.stage) ? (signals[point.at]!.down?.(cell.judged as never, cell.incoming)?.dc?.nominal ?? null) : null;
  }

  /** Stages, sources first. */
  get order(): string[] {
    return this.#cells.map((c) => c.node.doc.id);
  }
  /** Whether a stage gives a rail or a signal at a point. */
  isOutput(point: TestPoint): boolean {
    const { kind } = this.#cell(point.stage).node;
    return kind.rails[point.at]?.role === 'provides' || kind.signals[point.at]?.role === 'out';
  }

  #moves: Moved[][] | null = null;

  /** By free number, the elements it moves when it goes one standard deviation of an even spread from its nominal. */
  get moves(): readonly Moved[][] {
    if (this.#moves) return this.#moves;
    const nominal = this.free.map((f) => f.range.nominal);
    this.stand(nominal);
    const still = this.#elements;
    this.#moves = this.free.map((f, i): Moved[] => {
      const step = (f.range.high - f.range.low) / Math.sqrt(12);
      if (!(step > 0)) return [];
      const values = [...nominal];
      values[i] = nominal[i]! + step > f.range.high ? nominal[i]! - step : nominal[i]! + step;
      this.#sampler.place(values);
      const touched = f.stage === null ? this.#cells : [this.#cell(f.stage)];
      return touched.flatMap((cell) => {
        const id = cell.node.doc.id;
        // Links stay as they stood: what the neighbours make of it, the circuit says.
        if (this.#formula.has(id)) cell.evaluate();
        const now = new Map(this.#elementsOf(cell).map((e) => [e.name, e]));
        return still.get(id)!.flatMap((from) => {
          const to = now.get(from.name);
          return to && to.is === from.is && JSON.stringify(to) !== JSON.stringify(from) ? [this.#pair(cell, from, to)] : [];
        });
      });
    });
    this.stand(nominal);
    return this.#moves;
  }

  #pair(cell: Cell, from: Element, to: Element): Moved {
    return { from: this.#placed(cell, [from], [])[0]!, to: this.#placed(cell, [to], [])[0]! };
  }

  /** How far each free number moves the reading of points of a settled board, V for one standard deviation: by point, then by number. */
  spreads(settled: Settled, points: readonly string[]): Float64Array[] {
    const changes = this.moves.map((moved) => moved.flatMap(({ from, to }) => this.#change(settled, from, to)));
    return points.map((point) => {
      const into = new Float64Array(changes.length);
      const lean = settled.lean(point);
      if (!lean) return into;
      const share = METER / (METER + Math.max(0, lean.behind));
      changes.forEach((rows, i) => {
        let sum = 0;
        for (const [row, amount] of rows) sum -= lean.weights[row]! * amount;
        into[i] = sum * share;
      });
      return into;
    });
  }

  /** How far a reading of a point, or an unknown of the circuit, may move at most by all spreads together, to first order. */
  worst(settled: Settled, name: string): number {
    const lean = settled.lean(name);
    const weights = lean?.weights ?? settled.leanOn(name);
    if (!weights) return 0;
    const share = lean ? METER / (METER + Math.max(0, lean.behind)) : 1;
    let sum = 0;
    for (const moved of this.moves) {
      let one = 0;
      for (const { from, to } of moved) for (const [row, amount] of this.#change(settled, from, to)) one -= weights[row]! * amount;
      sum += Math.abs(one);
    }
    // A move is one standard deviation of an even spread: the end lies √3 of them off.
    return sum * Math.sqrt(3) * share;
  }

  readonly #small = new WeakMap<Element, { system: System; devices: Devices }>();

  /** What an element's change does to the rows of a settled board; nothing where the fault took the element away. */
  #change(settled: Settled, from: Element, to: Element): [row: number, amount: number][] {
    const there = settled.elements.get(from.name);
    if (!there || there.is !== from.is || there.is !== to.is) return [];
    let [was, now] = [from, to];
    // A wrong decade spreads by its own value.
    if (there.is === 'resistor' && from.is === 'resistor' && to.is === 'resistor' && there.ohms !== from.ohms)
      [was, now] = [there, { ...there, ohms: (to.ohms * there.ohms) / from.ohms }];
    // A fault may have put it elsewhere.
    else if (ENDS.some((end) => there[end as never] !== from[end as never])) [was, now] = [rejoined(from, there), rejoined(to, there)];
    const [before, after] = [this.#alone(settled, was), this.#alone(settled, now)];
    return before.map(([row, amount], i) => [row, after[i]![1] - amount] as [number, number]).filter(([row, amount]) => row >= 0 && amount !== 0);
  }

  /** What leaves each row through one element of a settled board. */
  #alone(settled: Settled, element: Element): [row: number, amount: number][] {
    let small = this.#small.get(element);
    if (!small) {
      const system = assemble({ elements: [element], celsius: CELSIUS });
      this.#small.set(element, (small = { system, devices: new Devices(system, CELSIUS) }));
    }
    const rows = small.system.names.map((name) => settled.system.index.get(name) ?? -1);
    const x = Float64Array.from(rows, (r) => (r < 0 ? 0 : settled.x[r]!));
    const residual = residualOf(small.system, small.devices, x);
    return rows.map((row, i) => [row, residual[i]!]);
  }
}

const ENDS = ['a', 'b', 'p', 'n', 'out', 'in', 'sense', 'against', 'c', 'e', 'd', 'g', 's'] as const;

/** Nodes of an element. */
function nodesOf(e: Element): string[] {
  const fields = e as unknown as Record<string, unknown>;
  const control = (fields.control ?? {}) as Record<string, unknown>;
  return [...ENDS.map((f) => fields[f]), control.p, control.n].filter((n): n is string => typeof n === 'string');
}

/** An element at the ends of another of its sort. */
const rejoined = (e: Element, like: Element): Element =>
  ({ ...e, ...Object.fromEntries(ENDS.flatMap((end) => (like[end as never] === undefined ? [] : [[end, like[end as never]]]))) }) as Element;

function renamed(e: Element, name: string, place: (node: string) => string): Element {
  const out: Record<string, unknown> = { ...e, name };
  for (const f of ENDS) if (typeof out[f] === 'string') out[f] = place(out[f] as string);
  if (e.is === 'switch' && e.control) out.control = { ...e.control, p: place(e.control.p), n: place(e.control.n) };
  return out as unknown as Element;
}
