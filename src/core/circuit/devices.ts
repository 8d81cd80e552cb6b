import { type Bipolar, type Diode, type Knee, type Load, type Mosfet, type Switch } from './netlist.ts';
import type { OpAmpPlace, Place, RegulatorPlace, System } from './assemble.ts';

const BOLTZMANN_PER_CHARGE = 8.617333262e-5; // [SI] k/q, V/K
const KELVIN = 273.15; // [SI]
/** Beyond this exponent a junction goes on in a straight line: nothing overflows. */
const STRAIGHT = 80;

/** Exponential with its slope, continued in a straight line. */
function junction(v: number, vt: number, saturation: number): [current: number, slope: number] {
  const e = v / vt;
  if (e > STRAIGHT) {
    const at = Math.exp(STRAIGHT);
    return [saturation * (at * (1 + e - STRAIGHT) - 1), (saturation * at) / vt];
  }
  const at = Math.exp(e);
  return [saturation * (at - 1), (saturation * at) / vt];
}

/**
 * Everything nonlinear or switched in a circuit: adds currents that leave the nodes to `current`, and their derivatives to
 * `values`. Junction voltages are limited from step to step. // [Nagel] pp. 78-83, limiting of junctions
 */
export class Devices {
  readonly #last = new Map<object, number[]>();
  readonly linear: boolean;
  /** A junction was held back: the iteration is not done, however small its step. */
  limited = false;

  constructor(
    private readonly system: System,
    private readonly celsius: number,
  ) {
    const { diodes, bipolars, mosfets, switches, opamps, regulators, loads, knees } = system;
    const behaved = regulators.length || loads.length || knees.length;
    const bounded = opamps.some((o) => o.element.swing || o.element.slewRate);
    this.linear = !behaved && !diodes.length && !bipolars.length && !mosfets.length && !switches.some((s) => s.element.control) && !bounded;
  }

  /** Whether a switch changes with time alone. */
  get timed(): boolean {
    return this.system.switches.some((s) => s.element.closed);
  }

  /** @param x unknowns @param t time, s */
  evaluate(x: Float64Array, t: number, values: Float64Array, current: Float64Array): void {
    this.limited = false;
    const { diodes, bipolars, mosfets, switches, opamps, regulators, loads, knees } = this.system;
    for (const r of regulators) regulate(r, x, values, current);
    for (const l of loads) draw(l, x, values, current);
    for (const k of knees) this.#knee(k, x, values, current);
    for (const d of diodes) this.#diode(d, x, values, current);
    for (const b of bipolars) this.#bipolar(b, x, values, current);
    for (const m of mosfets) mosfet(m, x, values, current);
    for (const s of switches) toggle(s, x, t, values, current);
    for (const o of opamps) if (o.element.swing || o.element.slewRate) bound(o, x, values, current);
  }

  /** A junction's new voltage, held back where it would run away up its exponential. */
  #limit(device: object, which: number, v: number, vt: number, saturation: number): number {
    let last = this.#last.get(device);
    if (!last) this.#last.set(device, (last = []));
    const old = last[which] ?? 0;
    const critical = vt * Math.log(vt / (Math.SQRT2 * saturation));
    let next = v;
    if (v > critical && Math.abs(v - old) > 2 * vt) {
      next = old > 0 ? old + vt * Math.log(Math.max(1 + (v - old) / vt, 1e-3)) : vt * Math.log(Math.max(v / vt, 1.5));
      if (Math.abs(next - v) > 1e-9) this.limited = true;
    }
    last[which] = next;
    return next;
  }

  #diode(d: Place<Diode>, x: Float64Array, values: Float64Array, current: Float64Array): void {
    const [a, b] = d.nodes as [number, number];
    const vt = (d.element.emission ?? 1) * BOLTZMANN_PER_CHARGE * (this.celsius + KELVIN);
    const v = at(x, a) - at(x, b);
    const held = this.#limit(d, 0, v, vt, d.element.saturation);
    const [i, g] = junction(held, vt, d.element.saturation);
    conduct(d.slots, a, b, g, i + g * (v - held), values, current);
  }

  /** A shunt device: blocks, conducts above its voltage along a straight line, and is a junction backwards. */
  #knee(k: Place<Knee>, x: Float64Array, values: Float64Array, current: Float64Array): void {
    const [a, b] = k.nodes as [number, number];
    const { volts, ohms } = k.element;
    const v = at(x, a) - at(x, b);
    let [i, g] = v > volts ? [(v - volts) / ohms, 1 / ohms] : [0, LEAKS];
    if (v < 0) {
      const vt = BOLTZMANN_PER_CHARGE * (this.celsius + KELVIN);
      const held = this.#limit(k, 0, -v, vt, JUNCTION);
      const [back, slope] = junction(held, vt, JUNCTION);
      i -= back + slope * (-v - held);
      g += slope;
    }
    conduct(k.slots, a, b, g, i, values, current);
  }

  /** Transport form of Ebers and Moll. */
  #bipolar(q: Place<Bipolar>, x: Float64Array, values: Float64Array, current: Float64Array): void {
    const [c, b, e] = q.nodes as [number, number, number];
    const { type, saturation, forwardGain, reverseGain = 1 } = q.element;
    const vt = BOLTZMANN_PER_CHARGE * (this.celsius + KELVIN);
    const vbe = type * (at(x, b) - at(x, e));
    const vbc = type * (at(x, b) - at(x, c));
    const [hbe, hbc] = [this.#limit(q, 0, vbe, vt, saturation), this.#limit(q, 1, vbc, vt, saturation)];
    const [fi, fg] = junction(hbe, vt, saturation);
    const [ri, rg] = junction(hbc, vt, saturation);
    const forward = fi + fg * (vbe - hbe);
    const reverse = ri + rg * (vbc - hbc);
    // Into collector and base, for NPN; mirrored for PNP.
    const ic = type * (forward - reverse * (1 + 1 / reverseGain));
    const ib = type * (forward / forwardGain + reverse / reverseGain);
    const dc = [fg - rg * (1 + 1 / reverseGain), -fg, rg * (1 + 1 / reverseGain)];
    const db = [fg / forwardGain + rg / reverseGain, -fg / forwardGain, -rg / reverseGain];
    // Columns in the order of the nodes: c, b, e.
    const rowC = [dc[2]!, dc[0]!, dc[1]!];
    const rowB = [db[2]!, db[0]!, db[1]!];
    add(current, c, ic);
    add(current, b, ib);
    add(current, e, -ic - ib);
    for (let k = 0; k < 3; k++) {
      put(values, q.slots[k]!, rowC[k]!);
      put(values, q.slots[3 + k]!, rowB[k]!);
      put(values, q.slots[6 + k]!, -rowC[k]! - rowB[k]!);
    }
  }
}

const at = (x: Float64Array, i: number): number => (i < 0 ? 0 : x[i]!);
const add = (list: Float64Array, i: number, v: number): void => {
  if (i >= 0) list[i]! += v;
};
const put = add;

/** A conductance between two nodes that carries this current now. Slots: aa, ab, ba, bb. */
function conduct(slots: readonly number[], a: number, b: number, g: number, i: number, values: Float64Array, current: Float64Array, width = 2): void {
  add(current, a, i);
  add(current, b, -i);
  put(values, slots[0]!, g);
  put(values, slots[1]!, -g);
  put(values, slots[width]!, -g);
  put(values, slots[width + 1]!, g);
}

/** Saturation current of a small silicon junction, A; and what a blocking one still lets through, S: nothing may float for good. */
const [JUNCTION, LEAKS] = [1e-14, 1e-10];

/** A regulator's row: of holding its reference, passing its input on and its limit the least decides, but nothing flows back. */
function regulate(r: RegulatorPlace, x: Float64Array, values: Float64Array, current: Float64Array): void {
  const { element: e, row, nodes, slots } = r;
  const [vin, vout, sense, against] = nodes.map((n) => at(x, n)) as [number, number, number, number];
  const amps = x[row]!;
  // Each as its value and its slopes by in, out, sense, against and its own current.
  const laws: [number, readonly number[]][] = [
    [e.reference - (sense - against) - LOOP * amps, [0, 0, -1, 1, -LOOP]],
    [vin - e.dropout - vout - e.dropoutResistance * amps, [1, -1, 0, 0, -e.dropoutResistance]],
    [WEIGHT * (e.limit - amps), [0, 0, 0, 0, -WEIGHT]],
  ];
  let law = laws.reduce((least, l) => (l[0] < least[0] ? l : least));
  const least: [number, readonly number[]] = [WEIGHT * ((e.both ? -e.limit : 0) - amps), [0, 0, 0, 0, -WEIGHT]];
  if (least[0] > law[0]) law = least;
  current[row]! += law[0];
  law[1].forEach((slope, i) => put(values, slots[i]!, slope));
}
/** What a regulator's loop leaves, Ω: so little that nobody sees it, but no division by nothing where the loop is cut. */
const LOOP = 1e-6;
/** Ω by which amperes short of a limit are held against volts: so large that a limit decides only where it is reached. */
const WEIGHT = 100;

function draw(l: Place<Load>, x: Float64Array, values: Float64Array, current: Float64Array): void {
  const [a, b] = l.nodes as [number, number];
  const { amps, knee } = l.element;
  const v = at(x, a) - at(x, b);
  const [i, g] = v <= 0 ? [0, LEAKS] : v < knee ? [(amps * v) / knee, amps / knee] : [amps, LEAKS];
  conduct(l.slots, a, b, g, i, values, current);
}

/** Square law with channel-length modulation, both ways round. */
function mosfet(m: Place<Mosfet>, x: Float64Array, values: Float64Array, current: Float64Array): void {
  const { type, threshold, k, lambda = 0 } = m.element;
  let [d, s] = [0, 2];
  const g = 1;
  const v = (which: number) => type * at(x, m.nodes[which]!);
  if (v(0) < v(2)) [d, s] = [2, 0];
  const vgs = v(g) - v(s) - threshold;
  const vds = v(d) - v(s);
  let [i, gm, gds] = [0, 0, 0];
  if (vgs > 0) {
    const stretch = 1 + lambda * vds;
    if (vds < vgs) {
      i = k * (vgs * vds - (vds * vds) / 2) * stretch;
      gm = k * vds * stretch;
      gds = k * (vgs - vds) * stretch + k * (vgs * vds - (vds * vds) / 2) * lambda;
    } else {
      i = (k / 2) * vgs * vgs * stretch;
      gm = k * vgs * stretch;
      gds = (k / 2) * vgs * vgs * lambda;
    }
  }
  add(current, m.nodes[d]!, type * i);
  add(current, m.nodes[s]!, -type * i);
  const slot = (row: number, col: number) => m.slots[3 * row + col]!;
  for (const [row, sign] of [
    [d, 1],
    [s, -1],
  ] as const) {
    put(values, slot(row, g), sign * gm);
    put(values, slot(row, d), sign * gds);
    put(values, slot(row, s), sign * (-gm - gds));
  }
}

/** Closed and open conductance; a controlled switch passes smoothly from one to the other on a logarithmic scale. */
function toggle(s: Place<Switch>, x: Float64Array, t: number, values: Float64Array, current: Float64Array): void {
  const { element: e, nodes } = s;
  const [a, b] = nodes as [number, number];
  const v = at(x, a) - at(x, b);
  const width = e.control ? 4 : 2;
  let g = 1 / e.off;
  if (e.closed) {
    const { from, to, period } = e.closed;
    const phase = period ? (((t - from) % period) + period) % period : t - from;
    g = phase >= 0 && phase < to - from ? 1 / e.on : 1 / e.off;
  }
  if (e.control) {
    const [p, n] = [nodes[2]!, nodes[3]!];
    const u = (at(x, p) - at(x, n) - e.control.threshold) / e.control.width;
    const share = 1 / (1 + Math.exp(-Math.max(-40, Math.min(40, 4 * u))));
    const span = Math.log(e.off / e.on);
    g = Math.exp(Math.log(1 / e.off) + share * span);
    const slope = (g * span * share * (1 - share) * 4) / e.control.width;
    for (const [row, sign] of [
      [0, 1],
      [1, -1],
    ] as const) {
      put(values, s.slots[width * row + 2]!, sign * slope * v);
      put(values, s.slots[width * row + 3]!, -sign * slope * v);
    }
  }
  conduct(s.slots, a, b, g, g * v, values, current, width);
}

/**
 * Slew and swing of an op amp. Its row says u = v(p) − v(n) − y/A0 drives y; here u is replaced by what may drive it: no
 * more than the slew rate allows, and nothing further out once y stands at its limit.
 */
function bound(o: OpAmpPlace, x: Float64Array, values: Float64Array, current: Float64Array): void {
  const { element: e, row, inner, p, n, slots } = o;
  const y = at(x, inner);
  const u = at(x, p) - at(x, n) - y / e.openLoopGain;
  let [f, du, dy] = [u, 1, 0];
  if (e.slewRate !== undefined) {
    const most = e.slewRate / (2 * Math.PI * e.gainBandwidth);
    if (Math.abs(f) > most) [f, du] = [Math.sign(f) * most, 0];
  }
  if (e.swing) {
    const [low, high] = e.swing;
    if (f > high - y) [f, du, dy] = [high - y, 0, -1];
    else if (f < low - y) [f, du, dy] = [low - y, 0, -1];
  }
  // The row holds u already: what leaves it is the part that may not act.
  current[row]! += f - u;
  const cut = du - 1;
  put(values, slots.p, cut);
  put(values, slots.n, -cut);
  put(values, slots.inner, -cut / e.openLoopGain + dy);
}
