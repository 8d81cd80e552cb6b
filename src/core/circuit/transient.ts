import { planElimination, RealLu, type Plan } from '../linear/sparse-lu.ts';
import { assemble, type System } from './assemble.ts';
import { Devices } from './devices.ts';
import { cornersOf, type Netlist, type Unsolved } from './netlist.ts';
import { floats, solveDc, sourcesAt } from './operating-point.ts';

export interface TransientOptions {
  /** End, s. */
  stop: number;
  /** Largest step, s; a five-hundredth of the whole where left out. */
  step?: number;
  /** Keeps the step at its largest, for waveforms with many equal edges. */
  fixed?: boolean;
  /** Everything discharged, or the operating point at time 0. Elements with an initial value start there in either case. */
  start?: 'operating-point' | 'rest';
  outputs: readonly string[];
  /** Relative local error per step. */
  accuracy?: number;
  /** Asked now and then; true ends the run. */
  cancelled?: () => boolean;
}

export interface Transient {
  ok: true;
  time: Float64Array;
  signals: Record<string, Float64Array>;
  steps: number;
  rejected: number;
}

/** γ of TR-BDF2 for which both stages share one matrix. // [Hosea] eq. 5 */
const GAMMA = 2 - Math.SQRT2;
/** Constant of its third-order error estimate. // [Hosea] eq. 12 */
const ERROR = (-3 * GAMMA * GAMMA + 4 * GAMMA - 2) / (12 * (2 - GAMMA));
const W1 = 1 / (GAMMA * (2 - GAMMA));
const W0 = (1 - GAMMA) ** 2 / (GAMMA * (2 - GAMMA));
/** After an edge one backward-Euler step this small, in parts of the next, finds consistent values. */
const RESTART = 1e-5;
const NEWTON = 30;
const SMALLEST = 1e-12;

/** Response over time. */
export function transient(net: Netlist, options: TransientOptions): Transient | Unsolved {
  const system = assemble(net);
  const run = new Run(system, new Devices(system, net.celsius), options);
  return run.go();
}

class Run {
  readonly #n: number;
  readonly #dynamic: Uint8Array;
  readonly #current: Float64Array;
  readonly #values: Float64Array;
  readonly #residual: Float64Array;
  readonly #delta: Float64Array;
  readonly #peak: Float64Array;
  readonly #factored = new Map<number, RealLu>();
  /** Places of G and of B that hold something, in flat arrays. */
  readonly #gPlaces: Places;
  readonly #bPlaces: Places;
  /** Nothing nonlinear and nothing that switches: a matrix serves every step of its length. */
  readonly #plain: boolean;
  #plan: Plan | null = null;
  #failure: Unsolved | null = null;
  #x: Float64Array;
  readonly #b: Float64Array;
  /** Arrays of unknowns no longer in use. */
  readonly #spare: Float64Array[] = [];
  readonly #work: Float64Array;
  readonly #charge: Float64Array;
  readonly #old: { q: Float64Array; f: Float64Array };
  readonly #mid: { q: Float64Array; f: Float64Array };
  readonly #new: { q: Float64Array; f: Float64Array; x: Float64Array };

  constructor(
    private readonly system: System,
    private readonly devices: Devices,
    private readonly options: TransientOptions,
  ) {
    const n = (this.#n = system.pattern.n);
    this.#plain = devices.linear && !devices.timed;
    this.#dynamic = new Uint8Array(n);
    system.b.forEach((c, s) => {
      if (c !== 0) this.#dynamic[system.pattern.rows[s]!] = 1;
    });
    const fresh = () => new Float64Array(n);
    this.#current = fresh();
    this.#residual = fresh();
    this.#delta = fresh();
    this.#peak = fresh();
    this.#b = fresh();
    this.#x = fresh();
    this.#work = fresh();
    this.#charge = fresh();
    this.#old = { q: fresh(), f: fresh() };
    this.#mid = { q: fresh(), f: fresh() };
    this.#new = { q: fresh(), f: fresh(), x: fresh() };
    this.#values = new Float64Array(system.pattern.rows.length);
    this.#gPlaces = placesOf(system, system.g);
    this.#bPlaces = placesOf(system, system.b);
  }

  go(): Transient | Unsolved {
    const { stop, outputs } = this.options;
    const begun = this.#begin();
    if (begun) return begun;
    const edges = this.#edges();
    const largest = this.options.step ?? stop / 500;
    const places = outputs.map((o) => this.system.indexOf(o));
    const time: number[] = [0];
    const kept = places.map((p) => [p < 0 ? 0 : this.#x[p]!]);
    let [t, h, steps, rejected] = [0, this.options.fixed ? largest : largest / 100, 0, 0];
    let restart = true;
    for (const edge of edges) {
      while (t < edge) {
        const left = edge - t;
        // Steps up to an edge are made equal, so that the last one is not a sliver.
        let now = Math.min(h, largest);
        const count = Math.max(1, Math.ceil(left / now - 1e-9));
        if (count < 4 || this.options.fixed) now = left / count;
        if (restart) {
          const small = now * RESTART;
          if (!this.#euler(t + small, small)) return this.#failure!;
          t += small;
          now = Math.min(now, edge - t);
          restart = false;
        }
        const error = this.#step(t, now);
        if (error === null) {
          if (now < SMALLEST * stop || this.#failure?.node === '') return { ...this.#failure!, time: t };
          h = now / 4;
          rejected++;
          continue;
        }
        if (error > 1 && !this.options.fixed && now > SMALLEST * stop) {
          h = now * Math.max(0.2, 0.9 * error ** (-1 / 3));
          rejected++;
          continue;
        }
        this.#accept();
        t = count === 1 ? edge : t + now;
        steps++;
        if (!this.options.fixed) {
          const grow = error > 0 ? Math.min(3, 0.9 * error ** (-1 / 3)) : 3;
          // Small changes would only cost factorisations.
          if (grow > 1.3 || grow < 1) h = now * grow;
          else h = Math.max(h, now);
        }
        time.push(t);
        places.forEach((p, k) => kept[k]!.push(p < 0 ? 0 : this.#x[p]!));
        if (steps % 4096 === 0 && this.options.cancelled?.()) return { ok: false, node: '', time: t, reason: 'stopped' };
      }
      t = edge;
      restart = true;
      h = Math.min(h, largest / 20);
      if (this.options.fixed) h = largest;
    }
    return { ok: true, time: Float64Array.from(time), signals: Object.fromEntries(outputs.map((o, k) => [o, Float64Array.from(kept[k]!)])), steps, rejected };
  }

  /** Values at time 0. */
  #begin(): Unsolved | null {
    const { initials } = this.system;
    const rest = this.options.start === 'rest' || initials.length > 0;
    if (!rest) {
      const dc = solveDc(this.system, this.devices);
      if (!dc.ok) return dc;
      this.#x = dc.x;
    } else {
      const charge = new Float64Array(this.#n);
      this.#charges(this.#startingPoint(), charge);
      this.#old.q.set(charge);
      const tiny = this.options.stop * 1e-12;
      if (!this.#implicit(0, 1 / tiny, (q, f, i) => f - (q - charge[i]!) / tiny)) return this.#failure;
      this.#x = Float64Array.from(this.#x);
    }
    this.#charges(this.#x, this.#old.q);
    this.#flows(this.#x, 0, this.#old.f);
    return null;
  }

  /** Unknowns that give each state its initial value; differences between two nodes are put on the first. */
  #startingPoint(): Float64Array {
    const x = new Float64Array(this.#n);
    for (const i of this.system.initials) {
      if (i.a >= 0) x[i.a] = i.value + (i.b >= 0 ? x[i.b]! : 0);
      else if (i.b >= 0) x[i.b] = -i.value;
    }
    return x;
  }

  /** All times a step has to end on. */
  #edges(): number[] {
    const { stop } = this.options;
    const times = this.system.sources.flatMap((s) => cornersOf(s.element.wave, stop));
    for (const s of this.system.switches) {
      const c = s.element.closed;
      if (!c) continue;
      for (let k = 0; ; k++) {
        const base = k * (c.period ?? Infinity) || 0;
        if (c.from + base > stop) break;
        times.push(c.from + base, c.to + base);
        if (!c.period) break;
      }
    }
    const sorted = [...times.filter((t) => t > 0 && t < stop), stop].sort((a, b) => a - b);
    return sorted.filter((t, i) => i === 0 || t - sorted[i - 1]! > 1e-12 * stop);
  }

  /** Charges and fluxes B·x. */
  #charges(x: Float64Array, q: Float64Array): void {
    q.fill(0);
    const { rows, cols, values } = this.#bPlaces;
    for (let s = 0; s < values.length; s++) q[rows[s]!]! += values[s]! * x[cols[s]!]!;
  }

  /** What flows into each charge: b − G·x − i(x). */
  #flows(x: Float64Array, t: number, f: Float64Array): void {
    this.#lay(x, t, f);
  }

  /** Residual into `f`, derivatives into the values. */
  #lay(x: Float64Array, t: number, f: Float64Array): void {
    const { rows, cols, values } = this.#gPlaces;
    sourcesAt(this.system, t, 1, this.#b);
    f.set(this.#b);
    for (let s = 0; s < values.length; s++) f[rows[s]!]! -= values[s]! * x[cols[s]!]!;
    if (this.#plain) return;
    this.#current.fill(0);
    this.#values.set(this.system.g);
    this.devices.evaluate(x, t, this.#values, this.#current);
    for (let i = 0; i < this.#n; i++) f[i]! -= this.#current[i]!;
  }

  /** The matrix G + α·B + ∂i/∂x, factored; kept for a linear circuit as long as α and the switches stay. */
  #matrix(alpha: number): RealLu | null {
    const fixed = this.#plain;
    const known = fixed ? this.#factored.get(alpha) : undefined;
    if (known) return known;
    const values = fixed ? Float64Array.from(this.system.g) : Float64Array.from(this.#values);
    const b = this.system.b;
    for (let s = 0; s < b.length; s++) values[s]! += alpha * b[s]!;
    for (let attempt = 0; attempt < 2; attempt++) {
      if (!this.#plan || attempt > 0) {
        const planned = planElimination(this.system.pattern, values);
        if (!planned.ok) {
          this.#failure = floats(this.system, planned.floating);
          return null;
        }
        this.#plan = planned.plan;
      }
      const lu = new RealLu(this.#plan);
      lu.values.set(values);
      if (lu.factor() >= 0) continue;
      if (fixed) {
        if (this.#factored.size > 64) this.#factored.clear();
        this.#factored.set(alpha, lu);
      }
      return lu;
    }
    return null;
  }

  /** Newton on one implicit stage from the present unknowns; `balance` closes the dynamic rows. */
  #implicit(t: number, alpha: number, balance: (q: number, f: number, row: number) => number): boolean {
    const x = this.#work;
    x.set(this.#x);
    const q = this.#charge;
    for (let round = 0; round < NEWTON; round++) {
      this.#charges(x, q);
      this.#lay(x, t, this.#residual);
      const r = this.#residual;
      for (let i = 0; i < this.#n; i++) if (this.#dynamic[i]) r[i] = balance(q[i]!, r[i]!, i);
      const limited = this.devices.limited;
      const lu = this.#matrix(alpha);
      if (!lu) return false;
      lu.solve(r, this.#delta);
      let done = !limited || round === 0;
      for (let i = 0; i < this.#n; i++) {
        x[i]! += this.#delta[i]!;
        if (!(Math.abs(this.#delta[i]!) <= 1e-8 * Math.abs(x[i]!) + 1e-12)) done = false;
      }
      if (this.devices.linear || done) {
        const spare = this.#spare.pop() ?? new Float64Array(this.#n);
        spare.set(x);
        this.#x = spare;
        return finite(spare);
      }
    }
    const worst = this.#delta.reduce((w, d, i) => (Math.abs(d) > Math.abs(this.#delta[w]!) ? i : w), 0);
    const node = this.system.names[worst]!;
    this.#failure = { ok: false, node, time: t, reason: `the voltage at “${node}” does not settle at ${t} s` };
    return false;
  }

  /** A backward-Euler step: forgets what the algebraic unknowns were before an edge. */
  #euler(t: number, h: number): boolean {
    const q0 = this.#old.q;
    if (!this.#implicit(t, 1 / h, (q, f, i) => f - (q - q0[i]!) / h)) return false;
    this.#charges(this.#x, this.#old.q);
    this.#flows(this.#x, t, this.#old.f);
    return true;
  }

  /** One step of TR-BDF2; its error over the tolerance, or null where it cannot be solved. */
  #step(t: number, h: number): number | null {
    const before = this.#x;
    const alpha = 2 / (GAMMA * h);
    const { q: q0, f: f0 } = this.#old;
    const [mid, next] = [this.#mid, this.#new];
    const t1 = t + GAMMA * h;
    let middle = before;
    const solved =
      this.#implicit(t1, alpha, (q, f, i) => f + f0[i]! - alpha * (q - q0[i]!)) &&
      ((middle = this.#x), this.#charges(middle, mid.q), this.#flows(middle, t1, mid.f), true) &&
      this.#implicit(t + h, alpha, (q, f, i) => f - alpha * (q - W1 * mid.q[i]! + W0 * q0[i]!));
    if (!solved) {
      this.#x = before;
      return null;
    }
    next.x = this.#x;
    this.#x = before;
    this.#spare.push(middle);
    this.#charges(next.x, next.q);
    this.#flows(next.x, t + h, next.f);
    const accuracy = this.options.accuracy ?? 2e-6;
    let worst = 0;
    for (let i = 0; i < this.#n; i++) {
      if (!this.#dynamic[i]) continue;
      const tau = 2 * ERROR * h * (f0[i]! / GAMMA - mid.f[i]! / (GAMMA * (1 - GAMMA)) + next.f[i]! / (1 - GAMMA));
      const scale = Math.max(this.#peak[i]!, Math.abs(next.q[i]!));
      if (scale > 0) worst = Math.max(worst, Math.abs(tau) / (accuracy * scale));
    }
    return worst;
  }

  #accept(): void {
    this.#spare.push(this.#x);
    this.#x = this.#new.x;
    this.#old.q.set(this.#new.q);
    this.#old.f.set(this.#new.f);
    for (let i = 0; i < this.#n; i++) this.#peak[i] = Math.max(this.#peak[i]!, Math.abs(this.#new.q[i]!));
  }
}

interface Places {
  rows: Int32Array;
  cols: Int32Array;
  values: Float64Array;
}

function placesOf(system: System, values: Float64Array): Places {
  const held = [...values.keys()].filter((s) => values[s] !== 0);
  return {
    rows: Int32Array.from(held, (s) => system.pattern.rows[s]!),
    cols: Int32Array.from(held, (s) => system.pattern.cols[s]!),
    values: Float64Array.from(held, (s) => values[s]!),
  };
}

function finite(x: Float64Array): boolean {
  for (let i = 0; i < x.length; i++) if (!Number.isFinite(x[i]!)) return false;
  return true;
}
