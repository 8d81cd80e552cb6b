import type { Pattern } from '../linear/sparse-lu.ts';
import {
  GROUND,
  type Bipolar,
  type CurrentSource,
  type Diode,
  type Element,
  type Knee,
  type Load,
  type Regulator,
  type Mosfet,
  type Netlist,
  type OpAmp,
  type Switch,
  type VoltageSource,
} from './netlist.ts';

/** A source's place on the right-hand side. */
export interface Source {
  element: VoltageSource | CurrentSource;
  /** Rows with their sign. */
  rows: readonly (readonly [row: number, sign: number])[];
}

/** A source of noise: a current between two unknowns (−1 is ground), its density squared at a frequency, A²/Hz or V²/Hz. */
export interface NoiseSource {
  part: string;
  rows: readonly (readonly [row: number, sign: number])[];
  square: (frequency: number) => number;
}

/** Op amp as the nonlinear analyses see it: unknown of its inner output, row of its equation. */
export interface OpAmpPlace {
  element: OpAmp;
  row: number;
  inner: number;
  p: number;
  n: number;
  /** Slots of the inner output, p and n in the equation's row. */
  slots: { inner: number; p: number; n: number };
}

/** A regulator's current is an unknown of its own, and its row says what decides it. */
export interface RegulatorPlace {
  element: Regulator;
  row: number;
  /** in, out, sense, against. */
  nodes: readonly number[];
  /** Slots of its row: the four nodes, then its current. */
  slots: readonly number[];
}

export interface Place<T> {
  element: T;
  nodes: number[];
  /** Slots of the square of its nodes, row by row; −1 where ground is concerned. */
  slots: number[];
}

/**
 * Modified nodal analysis: (G + s·B)·x = b. // [Vlach] ch. 4
 * Unknowns are node voltages and the currents of sources, inductors and controlled voltages.
 */
export interface System {
  pattern: Pattern;
  /** Names of unknowns: node names, `I(L1)` for currents. */
  names: string[];
  g: Float64Array;
  b: Float64Array;
  sources: Source[];
  noise: NoiseSource[];
  opamps: OpAmpPlace[];
  diodes: Place<Diode>[];
  bipolars: Place<Bipolar>[];
  mosfets: Place<Mosfet>[];
  switches: Place<Switch>[];
  regulators: RegulatorPlace[];
  loads: Place<Load>[];
  knees: Place<Knee>[];
  /** Initial values of states, by unknown or between two. */
  initials: { a: number; b: number; value: number; current: boolean }[];
  indexOf: (name: string) => number;
  /** Unknowns by name, for who asks whether there is one. */
  index: ReadonlyMap<string, number>;
}

const BOLTZMANN = 1.380649e-23; // [SI]
const KELVIN = 273.15; // [SI]

class Builder {
  readonly names: string[] = [];
  readonly index = new Map<string, number>();
  readonly rows: number[] = [];
  readonly cols: number[] = [];
  readonly g: number[] = [];
  readonly b: number[] = [];
  readonly #slots = new Map<number, number>();

  node(name: string): number {
    if (name === GROUND) return -1;
    const known = this.index.get(name);
    if (known !== undefined) return known;
    const at = this.unknown(name);
    // Every node has its diagonal: continuation and switches need it.
    this.slot(at, at);
    return at;
  }

  unknown(name: string): number {
    const at = this.names.length;
    this.names.push(name);
    this.index.set(name, at);
    return at;
  }

  slot(row: number, col: number): number {
    if (row < 0 || col < 0) return -1;
    const key = row * 1e6 + col;
    const known = this.#slots.get(key);
    if (known !== undefined) return known;
    const at = this.rows.length;
    this.#slots.set(key, at);
    this.rows.push(row);
    this.cols.push(col);
    this.g.push(0);
    this.b.push(0);
    return at;
  }

  add(row: number, col: number, g: number, b = 0): void {
    const at = this.slot(row, col);
    if (at < 0) return;
    this.g[at]! += g;
    this.b[at]! += b;
  }

  /** An admittance g + s·c between two nodes. */
  admit(a: number, b: number, g: number, c = 0): void {
    this.add(a, a, g, c);
    this.add(b, b, g, c);
    this.add(a, b, -g, -c);
    this.add(b, a, -g, -c);
  }

  /** A branch current as unknown, with its equation v(a) − v(b) − … = 0. */
  branch(name: string, a: number, b: number): number {
    const i = this.unknown(`I(${name})`);
    this.add(a, i, 1);
    this.add(b, i, -1);
    this.add(i, a, 1);
    this.add(i, b, -1);
    return i;
  }
}

/** Lays a netlist out as a system. @throws when an element names one that is not there: a slip in the kind */
export function assemble(net: Netlist): System {
  const m = new Builder();
  const rest: Omit<System, 'pattern' | 'names' | 'g' | 'b' | 'indexOf' | 'index'> = {
    sources: [],
    noise: [],
    opamps: [],
    diodes: [],
    bipolars: [],
    mosfets: [],
    switches: [],
    regulators: [],
    loads: [],
    knees: [],
    initials: [],
  };
  const branches: Branches = { of: new Map(), henries: new Map() };
  const thermal = 4 * BOLTZMANN * (net.celsius + KELVIN);
  const sorted = [...net.elements].sort((x, y) => Number(needsBranch(x)) - Number(needsBranch(y)));
  for (const e of sorted) stamp(e, m, rest, branches, thermal);
  return {
    ...rest,
    pattern: { n: m.names.length, rows: m.rows, cols: m.cols },
    names: m.names,
    g: Float64Array.from(m.g),
    b: Float64Array.from(m.b),
    index: m.index,
    indexOf: (name) => (name === GROUND ? -1 : (m.index.get(name) ?? missing(name))),
  };
}

const missing = (name: string): never => {
  throw new Error(`the netlist has no “${name}”`);
};

/** Elements that refer to another's current come last. */
const needsBranch = (e: Element): boolean => e.is === 'coupling' || e.is === 'cccs' || e.is === 'ccvs';

/** Currents that other elements refer to, and the inductances of those that have one. */
interface Branches {
  of: Map<string, number>;
  henries: Map<number, number>;
}

type Rest = Omit<System, 'pattern' | 'names' | 'g' | 'b' | 'indexOf' | 'index'>;

function stamp(e: Element, m: Builder, out: Rest, branches: Branches, thermal: number): void {
  const ends = (x: { a: string; b: string }) => [m.node(x.a), m.node(x.b)] as const;
  const through = (name: string) => branches.of.get(name) ?? missing(name);
  switch (e.is) {
    case 'resistor':
      return resistor(m, out, e.name, ...ends(e), e.ohms, e.quiet ? 0 : thermal);
    case 'capacitor': {
      const [a, b] = ends(e);
      const inner = e.esr ? m.unknown(`${e.name}.inner`) : a;
      if (e.esr) resistor(m, out, e.name, a, inner, e.esr, thermal);
      m.admit(inner, b, 0, e.farads);
      if (e.initial !== undefined) out.initials.push({ a: inner, b, value: e.initial, current: false });
      return;
    }
    case 'inductor': {
      const [a, b] = ends(e);
      const i = m.branch(e.name, a, b);
      m.add(i, i, -(e.dcr ?? 0), -e.henries);
      branches.of.set(e.name, i);
      branches.henries.set(i, e.henries);
      if (e.dcr) out.noise.push({ part: e.name, rows: [[i, 1]], square: () => thermal * e.dcr! });
      if (e.initial !== undefined) out.initials.push({ a: i, b: -1, value: e.initial, current: true });
      return;
    }
    case 'coupling': {
      const [i, j] = [through(e.first), through(e.second)];
      const mutual = e.k * Math.sqrt(branches.henries.get(i)! * branches.henries.get(j)!);
      m.add(i, j, 0, -mutual);
      m.add(j, i, 0, -mutual);
      return;
    }
    case 'voltage': {
      const i = m.branch(e.name, ...ends(e));
      branches.of.set(e.name, i);
      out.sources.push({ element: e, rows: [[i, 1]] });
      return;
    }
    case 'current': {
      const [a, b] = ends(e);
      out.sources.push({
        element: e,
        rows: [
          [a, -1],
          [b, 1],
        ],
      });
      return;
    }
    case 'vccs': {
      const [a, b] = ends(e);
      for (const [row, sign] of [
        [a, 1],
        [b, -1],
      ] as const) {
        m.add(row, m.node(e.p), sign * e.gain);
        m.add(row, m.node(e.n), -sign * e.gain);
      }
      return;
    }
    case 'vcvs': {
      const i = m.branch(e.name, ...ends(e));
      m.add(i, m.node(e.p), -e.gain);
      m.add(i, m.node(e.n), e.gain);
      branches.of.set(e.name, i);
      return;
    }
    case 'cccs': {
      const [a, b] = ends(e);
      m.add(a, through(e.through), e.gain);
      m.add(b, through(e.through), -e.gain);
      return;
    }
    case 'ccvs': {
      const i = m.branch(e.name, ...ends(e));
      m.add(i, through(e.through), -e.gain);
      branches.of.set(e.name, i);
      return;
    }
    case 'opamp':
      return opamp(m, out, e);
    case 'diode': {
      const [a, b] = ends(e);
      const inner = e.seriesResistance ? m.unknown(`${e.name}.inner`) : a;
      if (e.seriesResistance) resistor(m, out, e.name, a, inner, e.seriesResistance, thermal);
      out.diodes.push(place(m, e, [inner, b]));
      return;
    }
    case 'load':
      out.loads.push(place(m, e, [m.node(e.a), m.node(e.b)]));
      return;
    case 'knee':
      out.knees.push(place(m, e, [m.node(e.a), m.node(e.b)]));
      return;
    case 'regulator': {
      const nodes = [m.node(e.in), m.node(e.out), m.node(e.sense), m.node(e.against)];
      const row = m.unknown(`I(${e.name})`);
      m.add(nodes[0]!, row, 1);
      m.add(nodes[1]!, row, -1);
      out.regulators.push({ element: e, row, nodes, slots: [...nodes, row].map((col) => m.slot(row, col)) });
      return;
    }
    case 'switch':
      out.switches.push(place(m, e, [m.node(e.a), m.node(e.b), ...(e.control ? [m.node(e.control.p), m.node(e.control.n)] : [])]));
      return;
    case 'bipolar':
      out.bipolars.push(place(m, e, [m.node(e.c), m.node(e.b), m.node(e.e)]));
      return;
    case 'mosfet':
      out.mosfets.push(place(m, e, [m.node(e.d), m.node(e.g), m.node(e.s)]));
  }
}

function resistor(m: Builder, out: Rest, name: string, a: number, b: number, ohms: number, thermal: number): void {
  m.admit(a, b, 1 / ohms);
  if (thermal > 0)
    out.noise.push({
      part: name,
      rows: [
        [a, 1],
        [b, -1],
      ],
      square: () => thermal / ohms,
    });
}

function place<T>(m: Builder, element: T, nodes: number[]): Place<T> {
  return { element, nodes, slots: nodes.flatMap((row) => nodes.map((col) => m.slot(row, col))) };
}

/** Inner output y with (1/A0 + s/ωt)·y = v(p) − v(n), then the output resistance. */
function opamp(m: Builder, out: Rest, e: OpAmp): void {
  const [p, n, node] = [m.node(e.p), m.node(e.n), m.node(e.out)];
  const inner = e.outputResistance ? m.unknown(`${e.name}.inner`) : node;
  const current = m.unknown(`I(${e.name})`);
  m.add(inner, current, 1);
  if (e.outputResistance) m.admit(inner, node, 1 / e.outputResistance);
  m.add(current, inner, -1 / e.openLoopGain, -1 / (2 * Math.PI * e.gainBandwidth));
  m.add(current, p, 1);
  m.add(current, n, -1);
  if (e.inputResistance) m.admit(p, n, 1 / e.inputResistance);
  out.opamps.push({ element: e, row: current, inner, p, n, slots: { inner: m.slot(current, inner), p: m.slot(current, p), n: m.slot(current, n) } });
  const { voltageNoise = 0, voltageNoiseCorner = 0, currentNoise = 0 } = e;
  if (voltageNoise) out.noise.push({ part: e.name, rows: [[current, 1]], square: (f) => voltageNoise ** 2 * (1 + voltageNoiseCorner / f) });
  if (currentNoise) for (const input of [p, n]) out.noise.push({ part: e.name, rows: [[input, 1]], square: () => currentNoise ** 2 });
}
