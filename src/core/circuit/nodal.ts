import { eliminate } from '../linear/dense-complex.ts';
import { eigenvectors, solved } from '../linear/small.ts';
import type { Complex } from '../math/complex.ts';
import { integrateTogether } from '../math/integrate.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../physics/constants.ts';
import { NO_MODES, type Modes } from './modes.ts';
import { GROUND, type Capacitor, type Inductor, type OpAmp, type Resistor, type VoltageControlled } from './netlist.ts';

/** What a small linear network is made of; `vcvs` stands for an ideal amplifier whose output is `a` against ground. */
export type NodalElement = Resistor | Capacitor | Inductor | OpAmp | VoltageControlled;

interface Branch {
  a: number;
  b: number;
  ohms: number;
  henries: number;
  farads: number;
}
interface Amplifier {
  p: number;
  n: number;
  out: number;
  /** 1/A(s) = still + s·slow. */
  still: number;
  slow: number;
  /** 0: the output is the ideal amplifier's own node. */
  ohms: number;
  noise: number;
  noiseCorner: number;
  current: number;
}

const NONE = -1;
const DRIVEN = -2;
const TAU = 2 * Math.PI;

/**
 * A network of a few nodes, driven with 1 V at one of them, for the formulas of a kind: exact at each frequency by nodal
 * analysis, its noise by the adjoint network, its poles as generalised eigenvalues. The circuit solver is for what is large or not
 * linear. // [Ho] modified nodal analysis; [Director] adjoint network
 */
export class Nodal {
  readonly #index = new Map<string, number>();
  readonly #n: number;
  /** Conductances and capacitances between nodes, dense; those towards the driven node beside them. */
  readonly #g: Float64Array;
  readonly #c: Float64Array;
  readonly #driveG: Float64Array;
  readonly #driveC: Float64Array;
  readonly #branches: Branch[] = [];
  readonly #amplifiers: Amplifier[] = [];
  readonly #thermal: { a: number; b: number; siemens: number }[] = [];
  /** Rows that hold an amplifier's law instead of a sum of currents. */
  readonly #lawful: Uint8Array;
  readonly #re: Float64Array;
  readonly #im: Float64Array;
  readonly #xr: Float64Array;
  readonly #xi: Float64Array;
  /** What the drive pushes into each node, where the adjoint was solved last. */
  readonly #drivenR: Float64Array;
  readonly #drivenI: Float64Array;
  #at = NaN;
  /** Conductances and capacitances with rows for columns, as the adjoint has them. */
  #turned: readonly [Float64Array, Float64Array] | null = null;
  /** Integrals of what makes noise, by node and band. */
  readonly #bands = new Map<string, readonly number[]>();

  /** @param drive the node that stands at 1 V */
  constructor(
    readonly elements: readonly NodalElement[],
    readonly drive: string,
  ) {
    const node = (name: string): number => {
      if (name === GROUND) return NONE;
      if (name === drive) return DRIVEN;
      let at = this.#index.get(name);
      if (at === undefined) this.#index.set(name, (at = this.#index.size));
      return at;
    };
    for (const e of elements) {
      if (e.is === 'opamp') this.#amplifiers.push(amplifierOf(e, node));
      else if (e.is === 'vcvs') this.#amplifiers.push({ ...IDEAL, p: node(e.p), n: node(e.n), out: node(e.a), still: 1 / e.gain });
      else if (e.is === 'resistor' || e.is === 'capacitor' || e.is === 'inductor') {
        node(e.a);
        node(e.b);
      }
    }
    const n = (this.#n = this.#index.size);
    [this.#g, this.#c] = [new Float64Array(n * n), new Float64Array(n * n)];
    [this.#driveG, this.#driveC] = [new Float64Array(n), new Float64Array(n)];
    this.#lawful = new Uint8Array(n);
    for (const u of this.#amplifiers) if (u.ohms === 0) this.#lawful[u.out] = 1;
    for (const e of elements) {
      if (e.is === 'resistor') {
        if (!Number.isFinite(e.ohms)) continue;
        const [a, b] = [node(e.a), node(e.b)];
        this.#between(this.#g, this.#driveG, a, b, 1 / e.ohms);
        if (!e.quiet) this.#thermal.push({ a, b, siemens: 1 / e.ohms });
      } else if (e.is === 'capacitor' && !e.esr) this.#between(this.#c, this.#driveC, node(e.a), node(e.b), e.farads);
      else if (e.is === 'capacitor') this.#branches.push({ a: node(e.a), b: node(e.b), ohms: e.esr!, henries: 0, farads: e.farads });
      else if (e.is === 'inductor') this.#branches.push({ a: node(e.a), b: node(e.b), ohms: e.dcr ?? 0, henries: e.henries, farads: Infinity });
    }
    for (const u of this.#amplifiers) {
      if (u.ohms > 0) {
        this.#between(this.#g, this.#driveG, u.out, NONE, 1 / u.ohms);
        continue;
      }
      this.#law(this.#g, this.#driveG, u.out, u.p, -1);
      this.#law(this.#g, this.#driveG, u.out, u.n, 1);
      this.#g[u.out * n + u.out]! += u.still;
      this.#c[u.out * n + u.out]! += u.slow;
    }
    [this.#re, this.#im] = [new Float64Array(n * n), new Float64Array(n * n)];
    [this.#xr, this.#xi] = [new Float64Array(n), new Float64Array(n)];
    [this.#drivenR, this.#drivenI] = [new Float64Array(n), new Float64Array(n)];
  }

  #between(m: Float64Array, drive: Float64Array, a: number, b: number, y: number): void {
    for (const [here, there] of [
      [a, b],
      [b, a],
    ] as const) {
      if (here < 0 || this.#lawful[here]) continue;
      m[here * this.#n + here]! += y;
      if (there === DRIVEN) drive[here]! += y;
      else if (there >= 0) m[here * this.#n + there]! -= y;
    }
  }

  /** A term of an amplifier's law. */
  #law(m: Float64Array, drive: Float64Array, row: number, at: number, k: number): void {
    if (at === DRIVEN) drive[row]! -= k;
    else if (at >= 0) m[row * this.#n + at]! += k;
  }

  /** Admittances at a frequency, transposed for the adjoint, into the work arrays; the drive into the right-hand side. */
  #fill(frequency: number, transposed: boolean, sigma = 0): void {
    const n = this.#n;
    const w = TAU * frequency;
    const [re, im, xr, xi] = [this.#re, this.#im, this.#xr, this.#xi];
    const [g, c] = transposed ? (this.#turned ??= [turned(this.#g, n), turned(this.#c, n)]) : [this.#g, this.#c];
    for (let i = 0; i < n * n; i++) {
      re[i] = g[i]! + sigma * c[i]!;
      im[i] = w * c[i]!;
    }
    for (let i = 0; i < n; i++) {
      xr[i] = this.#driveG[i]! + sigma * this.#driveC[i]!;
      xi[i] = w * this.#driveC[i]!;
    }
    for (const { a, b, ohms, henries, farads } of this.#branches) {
      // Of R + s·L + 1/(s·C), s = σ + jω.
      const size = sigma * sigma + w * w;
      const r = ohms + sigma * henries + (sigma === 0 ? 0 : sigma / (size * farads));
      const x = w * henries - w / (size * farads);
      const d = r * r + x * x;
      for (let end = 0; end < 2; end++) {
        const [here, there] = end === 0 ? [a, b] : [b, a];
        if (here < 0 || this.#lawful[here]) continue;
        this.#add(here, here, r / d, -x / d, transposed);
        this.#add(here, there, -r / d, x / d, transposed);
      }
    }
    for (const u of this.#amplifiers) {
      if (u.ohms === 0) continue;
      const d = loopLoss(u, w, sigma);
      const kr = (u.still + sigma * u.slow) / d;
      const ki = (-w * u.slow) / d;
      this.#add(u.out, u.p, -kr, -ki, transposed);
      this.#add(u.out, u.n, kr, ki, transposed);
    }
  }

  #add(row: number, column: number, yr: number, yi: number, transposed: boolean): void {
    if (column === DRIVEN) {
      this.#xr[row]! -= yr;
      this.#xi[row]! -= yi;
    } else if (column >= 0) {
      const at = transposed ? column * this.#n + row : row * this.#n + column;
      this.#re[at]! += yr;
      this.#im[at]! += yi;
    }
  }

  #solve(frequency: number): void {
    if (this.#at === frequency) return;
    this.#at = frequency;
    this.#fill(frequency, false);
    eliminate(this.#re, this.#im, this.#xr, this.#xi, this.#n);
  }

  /** Voltage of a node at a frequency, for 1 V at the driven node. */
  voltage(node: string, frequency: number): Complex {
    if (node === this.drive) return { re: 1, im: 0 };
    const at = this.#index.get(node);
    if (at === undefined) return { re: 0, im: 0 };
    this.#solve(frequency);
    return { re: this.#xr[at]!, im: this.#xi[at]! };
  }

  /** Its magnitude. */
  gain(node: string, frequency: number): number {
    const at = this.#index.get(node);
    if (at === undefined) return node === this.drive ? 1 : 0;
    this.#solve(frequency);
    return Math.sqrt(this.#xr[at]! ** 2 + this.#xi[at]! ** 2);
  }

  /** Group delay at a node, s: the fall of its phase over a small step about the frequency. */
  delay(node: string, frequency: number): number {
    const step = 1e-4;
    const [a, b] = [this.voltage(node, frequency * (1 - step)), this.voltage(node, frequency * (1 + step))];
    return -Math.atan2(b.im * a.re - b.re * a.im, b.re * a.re + b.im * a.im) / (2 * step * TAU * frequency);
  }

  /** Current out of the driven node, A, for 1 V there: the admittance that it sees. */
  admittance(frequency: number): Complex {
    this.#solve(frequency);
    const w = TAU * frequency;
    let [re, im] = [0, 0];
    const flow = (a: number, b: number, yr: number, yi: number): void => {
      if (a !== DRIVEN && b !== DRIVEN) return;
      const other = a === DRIVEN ? b : a;
      const [vr, vi] = other === NONE ? [1, 0] : other === DRIVEN ? [0, 0] : [1 - this.#xr[other]!, -this.#xi[other]!];
      re += yr * vr - yi * vi;
      im += yr * vi + yi * vr;
    };
    const node = (name: string) => (name === GROUND ? NONE : name === this.drive ? DRIVEN : this.#index.get(name)!);
    for (const e of this.elements) {
      if (e.is === 'resistor' && Number.isFinite(e.ohms)) flow(node(e.a), node(e.b), 1 / e.ohms, 0);
      else if (e.is === 'capacitor' && !e.esr) flow(node(e.a), node(e.b), 0, w * e.farads);
    }
    for (const { a, b, ohms, henries, farads } of this.#branches) {
      const x = w * henries - 1 / (w * farads);
      const d = ohms * ohms + x * x;
      flow(a, b, ohms / d, -x / d);
    }
    return { re, im };
  }

  /** Gains from an error at the input of each amplifier to a node, all together: what supply ripple comes through. */
  errorGain(node: string, frequency: number): number {
    const out = this.#index.get(node);
    if (out === undefined) return 0;
    this.#adjoint(out, frequency);
    let sum = 0;
    for (const u of this.#amplifiers) sum += Math.hypot(this.#xr[u.out]!, this.#xi[u.out]!) * weight(u, TAU * frequency);
    return sum;
  }

  #adjoint(out: number, frequency: number): void {
    this.#at = NaN;
    this.#fill(frequency, true);
    this.#drivenR.set(this.#xr);
    this.#drivenI.set(this.#xi);
    this.#xr.fill(0);
    this.#xi.fill(0);
    this.#xr[out] = 1;
    eliminate(this.#re, this.#im, this.#xr, this.#xi, this.#n);
  }

  /** What makes the noise at a node at a frequency, per hertz: see `together`. // [Nyquist] each resistor; op amps as their sheets have it */
  #noises(out: number, frequency: number): [perKelvin: number, amplifiers: number, driven: number] {
    this.#adjoint(out, frequency);
    const [xr, xi] = [this.#xr, this.#xi];
    const square = (a: number, b: number): number => {
      const r = (a >= 0 && !this.#lawful[a] ? xr[a]! : 0) - (b >= 0 && !this.#lawful[b] ? xr[b]! : 0);
      const i = (a >= 0 && !this.#lawful[a] ? xi[a]! : 0) - (b >= 0 && !this.#lawful[b] ? xi[b]! : 0);
      return r * r + i * i;
    };
    let siemens = 0;
    for (const t of this.#thermal) siemens += t.siemens * square(t.a, t.b);
    for (const { a, b, ohms, henries, farads } of this.#branches) {
      const x = TAU * frequency * henries - 1 / (TAU * frequency * farads);
      siemens += (ohms / (ohms * ohms + x * x)) * square(a, b);
    }
    let amplifiers = 0;
    for (const u of this.#amplifiers) {
      if (u.noise > 0) {
        const own = xr[u.out]! ** 2 + xi[u.out]! ** 2;
        amplifiers += u.noise ** 2 * (1 + u.noiseCorner / frequency) * own * weight(u, TAU * frequency) ** 2;
      }
      if (u.current > 0) amplifiers += u.current ** 2 * (square(u.p, NONE) + square(u.n, NONE));
    }
    // By reciprocity the adjoint has the gain from the drive too: what it pushes in, weighed by what answers at each node.
    let [re, im] = [0, 0];
    for (let i = 0; i < this.#n; i++) {
      re += this.#drivenR[i]! * xr[i]! - this.#drivenI[i]! * xi[i]!;
      im += this.#drivenR[i]! * xi[i]! + this.#drivenI[i]! * xr[i]!;
    }
    return [4 * BOLTZMANN * siemens, amplifiers, re * re + im * im];
  }

  /**
   * Mean square of the noise at a node per hertz, V²/Hz.
   * @param driven mean square per hertz of what the drive brings itself, V²/Hz; negative where a resistor's noise is counted there already
   */
  density(node: string, frequency: number, celsius: number, driven = 0): number {
    const out = this.#index.get(node);
    return out === undefined ? 0 : together(this.#noises(out, frequency), celsius, driven);
  }

  /** Noise at a node between two frequencies, V rms; what the temperature and the drive make of it costs nothing the second time. */
  noise(node: string, from: number, to: number, celsius: number, driven = 0): number {
    const out = this.#index.get(node);
    if (out === undefined) return 0;
    const band = `${out} ${from} ${to}`;
    let parts = this.#bands.get(band);
    if (!parts) this.#bands.set(band, (parts = integrateTogether((f) => this.#noises(out, f), 3, from, to, NOISE_CLOSE)));
    return Math.sqrt(together(parts, celsius, driven));
  }

  /** One over the voltage of a node at a complex frequency s, rad/s: nil at a pole. */
  #inverse(at: number, s: Complex): Complex {
    this.#at = NaN;
    this.#fill(s.im / TAU, false, s.re);
    eliminate(this.#re, this.#im, this.#xr, this.#xi, this.#n);
    const [re, im] = [this.#xr[at]!, this.#xi[at]!];
    const d = re * re + im * im;
    return { re: re / d, im: -im / d };
  }

  /** The complex pole nearest a guess, rad/s, by secants through one over a node's voltage; null where they do not settle. // [Brent] secant method */
  poleNear(node: string, guess: Complex): Complex | null {
    const at = this.#index.get(node);
    if (at === undefined) return null;
    let a = guess;
    let fa = this.#inverse(at, a);
    let b = { re: guess.re * 1.001, im: guess.im * 1.001 };
    for (let i = 0; i < 40; i++) {
      const fb = this.#inverse(at, b);
      const [dr, di] = [fb.re - fa.re, fb.im - fa.im];
      const d = dr * dr + di * di;
      if (!(d > 0)) return Number.isFinite(d) ? b : null;
      // (b − a)·fb/(fb − fa)
      const [qr, qi] = [(fb.re * dr + fb.im * di) / d, (fb.im * dr - fb.re * di) / d];
      const [sr, si] = [(b.re - a.re) * qr - (b.im - a.im) * qi, (b.re - a.re) * qi + (b.im - a.im) * qr];
      [a, fa, b] = [b, fb, { re: b.re - sr, im: b.im - si }];
      if (Math.hypot(sr, si) < 1e-12 * Math.hypot(b.re, b.im)) return b;
    }
    return null;
  }

  /**
   * Poles of the network, rad/s, and what each has of a step at a node. // [Golub] ch. 7: shifted and inverted, so that what has no
   * dynamics of its own falls away
   * @param scale a frequency of the order of its corners, Hz
   */
  modes(node: string | null, scale: number): Modes {
    const { g, c, size, at } = this.#descriptor();
    const shift = TAU * scale;
    if (!g.flat().every(Number.isFinite) || !c.flat().every(Number.isFinite)) return NO_MODES;
    const shifted = g.map((row, i) => row.map((v, j) => v + shift * c[i]![j]!));
    const e = eigenvectors(solved(shifted, c));
    const poles: Complex[] = [];
    const alive: number[] = [];
    e.re.forEach((re, i) => {
      const im = e.im[i]!;
      const d = re * re + im * im;
      if (d * shift * shift < ALIVE) return;
      poles.push({ re: shift - re / d, im: im / d });
      alive.push(i);
    });
    if (node === null) return { poles, parts: [], direct: 0 };
    // The drive is the last unknown, held by its own equation.
    const b = solved(
      shifted,
      g.map((_, i) => [Number(i === size - 1)]),
    ).map(([v]) => v!);
    const [vr, vi] = [new Float64Array(size * size), new Float64Array(size * size)];
    for (let k = 0; k < size; k++) {
      const im = e.im[k]!;
      for (let i = 0; i < size; i++) {
        const pair = im > 0 ? k : k - 1;
        vr[i * size + k] = im === 0 ? e.column(i, k) : e.column(i, pair);
        vi[i * size + k] = im === 0 ? 0 : Math.sign(im) * e.column(i, pair + 1);
      }
    }
    const [kr, ki] = [Float64Array.from(b), new Float64Array(size)];
    const [ur, ui] = [vr.slice(), vi.slice()];
    eliminate(ur, ui, kr, ki, size);
    const out = at(node);
    const parts: Complex[] = [];
    let direct = 0;
    for (let k = 0; k < size; k++) {
      const [or, oi] = [vr[out * size + k]!, vi[out * size + k]!];
      const share = { re: or * kr[k]! - oi * ki[k]!, im: or * ki[k]! + oi * kr[k]! };
      if (!alive.includes(k)) {
        direct += share.re;
        continue;
      }
      const [mr, mi] = [e.re[k]!, e.im[k]!];
      const d = mr * mr + mi * mi;
      parts.push({ re: (share.re * mr + share.im * mi) / d, im: (share.im * mr - share.re * mi) / d });
    }
    return { poles, parts, direct };
  }

  /** (G + s·C)·x = b as numbers: currents of coils, inner nodes of lossy capacitors and of amplifiers are unknowns of their own, the drive is the last. */
  #descriptor() {
    const inner = this.#branches.length + this.#amplifiers.filter((u) => u.ohms > 0).length;
    const size = this.#n + inner + 1;
    const table = () => Array.from({ length: size }, () => Array.from({ length: size }, () => 0));
    const [g, c] = [table(), table()];
    const place = (a: number): number => (a === DRIVEN ? size - 1 : a);
    const n = this.#n;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) [g[i]![j], c[i]![j]] = [this.#g[i * n + j]!, this.#c[i * n + j]!];
      [g[i]![size - 1], c[i]![size - 1]] = [-this.#driveG[i]!, -this.#driveC[i]!];
    }
    g[size - 1]![size - 1] = 1;
    let next = n;
    const into = (row: number, column: number, m: number[][], k: number): void => {
      if (row >= 0 && row < n && !this.#lawful[row] && column >= 0) m[row]![column]! += k;
    };
    for (const { a, b, ohms, henries, farads } of this.#branches) {
      const own = next++;
      const [here, there] = [place(a), place(b)];
      if (Number.isFinite(farads)) {
        // Voltage on the plates: its current flows in through the series resistance.
        for (const [row, sign] of [
          [here, 1],
          [there, -1],
        ] as const) {
          into(row, here, g, sign / ohms);
          into(row, there, g, -sign / ohms);
          into(row, own, g, -sign / ohms);
        }
        g[own]![own] = 1 / ohms;
        if (here >= 0) g[own]![here]! -= 1 / ohms;
        if (there >= 0) g[own]![there]! += 1 / ohms;
        c[own]![own] = farads;
      } else {
        into(here, own, g, 1);
        into(there, own, g, -1);
        g[own]![own] = -ohms;
        c[own]![own] = -henries;
        if (here >= 0) g[own]![here]! += 1;
        if (there >= 0) g[own]![there]! -= 1;
      }
    }
    for (const u of this.#amplifiers) {
      if (u.ohms === 0) continue;
      const own = next++;
      into(u.out, own, g, -1 / u.ohms);
      g[own]![own] = u.still;
      c[own]![own] = u.slow;
      for (const [input, sign] of [
        [place(u.p), -1],
        [place(u.n), 1],
      ] as const)
        if (input >= 0) g[own]![input]! += sign;
    }
    const at = (name: string): number => (name === this.drive ? size - 1 : (this.#index.get(name) ?? size - 1));
    return { g, c, size, at };
  }
}

/** Thermal noise per kelvin, that of the amplifiers, and what passes from the drive: mean squares, per hertz or in a band. */
const together = ([perKelvin, amplifiers, passed]: readonly number[], celsius: number, driven: number): number =>
  Math.max(0, perKelvin! * (celsius + ZERO_CELSIUS) + amplifiers! + driven * passed!);
/** How close the integral of a noise has to be: less than a thousandth of a decibel is no use to anybody. */
const NOISE_CLOSE = 1e-4;

/** A square matrix with rows for columns. */
const turned = (m: Float64Array, n: number): Float64Array => m.map((_, at) => m[(at % n) * n + Math.floor(at / n)]!);

/** Square of the least eigenvalue that is one, relative to the shift. */
const ALIVE = 1e-18;

const IDEAL: Omit<Amplifier, 'p' | 'n' | 'out'> = { still: 0, slow: 0, ohms: 0, noise: 0, noiseCorner: 0, current: 0 };

const amplifierOf = (e: OpAmp, node: (name: string) => number): Amplifier => ({
  p: node(e.p),
  n: node(e.n),
  out: node(e.out),
  still: 1 / e.openLoopGain,
  slow: 1 / (TAU * e.gainBandwidth),
  ohms: e.outputResistance ?? 0,
  noise: e.voltageNoise ?? 0,
  noiseCorner: e.voltageNoiseCorner ?? 0,
  current: e.currentNoise ?? 0,
});

/** |still + s·slow|²·ohms: what the conjugate of 1/A is divided by to give the current that 1 V between the inputs pushes out, S. */
function loopLoss(u: Amplifier, w: number, sigma: number): number {
  const real = u.still + sigma * u.slow;
  const imag = w * u.slow;
  return (real * real + imag * imag) * u.ohms;
}

/** What an error at its input weighs in its own row. */
const weight = (u: Amplifier, w: number): number => (u.ohms > 0 ? Math.sqrt(1 / (loopLoss(u, w, 0) * u.ohms)) : 1);
