import { realTransform, type Bins } from './transform.ts';

export const WINDOWS = ['hann', 'flattop', 'blackman-harris', 'rectangular'] as const;
export type Window = (typeof WINDOWS)[number];

/** Cosine sums, w(n) = Σ (−1)^k a_k cos(2πkn/N). // [Harris], flat top [Heinzel] SFT5F-like of ISO 18431 */
const TERMS: Readonly<Record<Window, readonly number[]>> = {
  rectangular: [1],
  hann: [0.5, 0.5],
  'blackman-harris': [0.35875, 0.48829, 0.14128, 0.01168],
  flattop: [0.21557895, 0.41663158, 0.277263158, 0.083578947, 0.006947368],
};

export interface Peak {
  frequency: number;
  /** V rms. */
  level: number;
  /** Against the strongest. */
  dbc: number;
}
export interface Spectrum {
  window: Window;
  /** Hz between bins: the rate over the number of samples. */
  binWidth: number;
  peaks: Peak[];
  /** Density of what is no tone, the median over the bins, V/√Hz. */
  noiseDensity: number | null;
  /** Harmonics 2 … 10 against the fundamental. */
  thd: number | null;
  /** dB. */
  sinad: number | null;
  snr: number | null;
  enob: number | null;
  /** Level by bin, V rms of a tone there, for a picture. */
  levels: Float64Array;
}

/** A tone as it stands in the bins of a windowed transform. */
interface Line {
  /** In bins. */
  at: number;
  re: number;
  im: number;
}

const MOST_PEAKS = 40;
/** Bins to either side in which a tone that is taken out leaks; beyond, a window other than none has fallen below 120 dB. */
const REACH = 400;
/** Of the strongest tone's power: 125 dB below it. */
const DEEPEST = 10 ** -12.5;
/** So many values are enough for a median. */
const ENOUGH = 100_000;
const HARMONICS = 10;

/** A windowed transform from which tones can be taken out one by one, so that the leakage of a strong one hides no weak one. */
class Lines {
  readonly #bins: Bins;
  readonly #terms: readonly number[];
  readonly #n: number;
  /** Bins to either side that belong to a tone. */
  readonly lobe: number;
  readonly last: number;

  constructor(x: Float64Array, window: Window) {
    const n = x.length;
    this.#n = n;
    this.#terms = TERMS[window];
    this.lobe = this.#terms.length;
    let mean = 0;
    for (const v of x) mean += v;
    mean /= n;
    const terms = this.#terms;
    const shaped = new Float64Array(n);
    for (let i = 0; i < n; i++) shaped[i] = x[i]! - mean;
    this.#bins = realTransform(shaped);
    this.last = this.#bins.re.length - 1;
    if (terms.length > 1) this.#convolve();
  }

  /** The window as a convolution of the bins: a cosine sum touches only a few neighbours. */
  #convolve(): void {
    const { re, im } = this.#bins;
    const n = this.#n;
    const [wr, wi] = [new Float64Array(re.length), new Float64Array(re.length)];
    // Bins outside 0 … N/2 are the conjugates of those inside.
    const get = (k: number): [number, number] => {
      const m = ((k % n) + n) % n;
      return m <= this.last ? [re[m]!, im[m]!] : [re[n - m]!, -im[n - m]!];
    };
    const terms = this.#terms;
    const K = terms.length - 1;
    const sides = terms.map((a, k) => (k === 0 ? a : ((k % 2 ? -1 : 1) * a) / 2));
    for (let b = 0; b < re.length; b++) {
      let [sr, si] = [sides[0]! * re[b]!, sides[0]! * im[b]!];
      const inside = b >= K && b + K <= this.last;
      for (let k = 1; k <= K; k++) {
        if (inside) {
          sr += sides[k]! * (re[b - k]! + re[b + k]!);
          si += sides[k]! * (im[b - k]! + im[b + k]!);
        } else {
          const [[lr, li], [hr, hi]] = [get(b - k), get(b + k)];
          sr += sides[k]! * (lr + hr);
          si += sides[k]! * (li + hi);
        }
      }
      [wr[b], wi[b]] = [sr, si];
    }
    this.#bins.re = wr;
    this.#bins.im = wi;
  }

  power(k: number): number {
    return this.#bins.re[k]! ** 2 + this.#bins.im[k]! ** 2;
  }

  /** Transform of the window at an offset in bins, for a sample that starts at 0. // closed form of the Dirichlet kernel */
  #kernel(offset: number): [number, number] {
    const n = this.#n;
    let [re, im] = [0, 0];
    const terms = this.#terms;
    for (let k = 1 - terms.length; k < terms.length; k++) {
      const a = (terms[Math.abs(k)]! * (k % 2 ? -1 : 1)) / (k === 0 ? 1 : 2);
      // Σ e^(−j2π·u·i/N) over N samples.
      const u = offset + k;
      const half = (Math.PI * u) / n;
      const size = Math.abs(Math.sin(half)) < 1e-300 ? n : Math.sin(Math.PI * u) / Math.sin(half);
      const phase = -half * (n - 1);
      re += a * size * Math.cos(phase);
      im += a * size * Math.sin(phase);
    }
    return [re, im];
  }

  /** Complex amplitude at a place between bins that fits the bins around best, and what is left of them. */
  fit(at: number): Line & { left: number } {
    const from = Math.max(1, Math.round(at) - this.lobe + 1);
    const to = Math.min(this.last, Math.round(at) + this.lobe - 1);
    let [re, im, norm] = [0, 0, 0];
    for (let k = from; k <= to; k++) {
      const [hr, hi] = this.#kernel(k - at);
      const [xr, xi] = [this.#bins.re[k]!, this.#bins.im[k]!];
      re += hr * xr + hi * xi;
      im += hr * xi - hi * xr;
      norm += hr * hr + hi * hi;
    }
    [re, im] = norm > 0 ? [re / norm, im / norm] : [0, 0];
    let left = 0;
    for (let k = from; k <= to; k++) {
      const [hr, hi] = this.#kernel(k - at);
      left += (this.#bins.re[k]! - (hr * re - hi * im)) ** 2 + (this.#bins.im[k]! - (hr * im + hi * re)) ** 2;
    }
    return { at, re, im, left };
  }

  /** Where around a bin a tone fits best. */
  refine(bin: number): Line {
    let [a, b] = [Math.max(0.5, bin - 1), Math.min(this.last, bin + 1)];
    const share = (Math.sqrt(5) - 1) / 2;
    let [c, d] = [b - share * (b - a), a + share * (b - a)];
    let [fc, fd] = [this.fit(c).left, this.fit(d).left];
    for (let i = 0; i < 26; i++) {
      if (fc < fd) {
        [b, d, fd] = [d, c, fc];
        c = b - share * (b - a);
        fc = this.fit(c).left;
      } else {
        [a, c, fc] = [c, d, fd];
        d = a + share * (b - a);
        fd = this.fit(d).left;
      }
    }
    return this.fit((a + b) / 2);
  }

  /** Takes a tone out of all bins where its window reaches, its mirror at negative frequencies with it. */
  remove(line: Line, times = 1): void {
    const { re, im } = this.#bins;
    const reach = this.#terms.length === 1 ? this.last : Math.min(this.last, REACH);
    const from = Math.max(0, Math.floor(line.at) - reach);
    const to = Math.min(this.last, Math.ceil(line.at) + reach);
    for (let k = from; k <= to; k++) {
      const [hr, hi] = this.#kernel(k - line.at);
      re[k]! -= times * (hr * line.re - hi * line.im);
      im[k]! -= times * (hr * line.im + hi * line.re);
      if (k + line.at < reach) {
        const [mr, mi] = this.#kernel(k + line.at);
        re[k]! -= times * (mr * line.re + mi * line.im);
        im[k]! -= times * (mi * line.re - mr * line.im);
      }
    }
  }

  /** V rms of a tone with this complex amplitude: half of its peak stands at each side. */
  static rms = (line: Line): number => Math.SQRT2 * Math.hypot(line.re, line.im);

  /** Sum of the squares of the window. */
  get squares(): number {
    return this.#n * this.#terms.reduce((sum, a, k) => sum + (k === 0 ? a * a : (a * a) / 2), 0);
  }

  /** Noise bandwidth of the window, in bins. */
  get noiseBandwidth(): number {
    return (this.squares * this.perBin ** 2 * this.#n) / 2;
  }

  /** V rms of a tone in a bin. */
  get perBin(): number {
    return Math.SQRT2 / (this.#n * this.#terms[0]!);
  }
}

/**
 * Spectrum of an evenly sampled record: tones with their levels, anywhere between bins, the density of what is left, distortion
 * and signal to noise. // [Harris] windows, [IEEE 1057] sinad, snr and enob
 * @param x samples @param rate Hz @throws where there are fewer than 8 samples
 */
export function spectrumOf(x: Float64Array, rate: number, window: Window = 'hann', bits?: number): Spectrum {
  const n = x.length;
  if (n < 8) throw new Error('a spectrum needs at least 8 samples');
  const lines = new Lines(x, window);
  const binWidth = rate / n;
  const levels = Float64Array.from({ length: lines.last + 1 }, (_, k) => (k === 0 ? 0 : Math.sqrt(lines.power(k)) * lines.perBin));
  const found = tones(lines);
  const main = found[0];
  const peaks = found.map((l) => ({ frequency: l.at * binWidth, level: Lines.rms(l), dbc: 20 * Math.log10(Lines.rms(l) / Lines.rms(main!)) }));
  const density = floor(lines, found);
  return {
    window,
    binWidth,
    peaks: peaks.sort((a, b) => b.level - a.level),
    noiseDensity: density === null ? null : Math.sqrt((2 * density) / (rate * lines.squares)),
    ...quality(lines, found, bits),
    levels,
  };
}

/** The strongest lines that stand out of what is around them; what is theirs is taken out of the bins. */
function tones(lines: Lines): Line[] {
  const found: Line[] = [];
  const { last, lobe } = lines;
  const threshold = Math.max(16, 2.5 * Math.log(last + 1));
  // What the mean leaves beside itself is no tone.
  const skip = new Uint8Array(last + 1).fill(1, 0, Math.min(lobe, last));
  let ground = median(lines, 1, last);
  let strongest = 0;
  let candidates: number[] | null = null;
  for (let round = 0; round < 4 * MOST_PEAKS && found.length < MOST_PEAKS; round++) {
    let [best, power] = [0, 0];
    const consider = (k: number) => {
      if (skip[k]) return;
      const p = lines.power(k);
      if (p > power) [best, power] = [k, p];
    };
    if (candidates) candidates.forEach(consider);
    else for (let k = 1; k <= last; k++) consider(k);
    // Below what taking out the strongest leaves nothing is a tone.
    if (!best || power <= threshold * ground || power < DEEPEST * strongest) break;
    strongest ||= power;
    const far = Math.max(30, 3 * lobe);
    const around = median(lines, Math.max(1, best - far), Math.min(last, best + far));
    const line = lines.refine(best);
    for (let k = Math.max(0, best - lobe); k <= Math.min(last, best + lobe); k++) skip[k] = 1;
    if (power <= threshold * around) continue;
    found.push(line);
    lines.remove(line);
    // Once the strongest is out, only bins that stand out by now can be tones.
    if (found.length > 1) continue;
    ground = median(lines, 1, last);
    candidates = [];
    for (let k = 1; k <= last; k++) if (!skip[k] && lines.power(k) > threshold * ground) candidates.push(k);
  }
  // Each once more without the others: what leaked into it is gone.
  for (let pass = 0; pass < 2; pass++) {
    found.forEach((line, i) => {
      if (i >= 12) return;
      lines.remove(line, -1);
      const again = lines.refine(Math.round(line.at));
      lines.remove(again);
      found[i] = again;
    });
  }
  return found.sort((a, b) => Lines.rms(b) - Lines.rms(a));
}

/** Median power of bins, some thousands of them looked at. */
function median(lines: Lines, from: number, to: number): number {
  const step = Math.max(1, Math.floor((to - from) / 20_000));
  const list: number[] = [];
  for (let k = from; k <= to; k += step) list.push(lines.power(k));
  list.sort((a, b) => a - b);
  return list[Math.floor(list.length / 2)] ?? 0;
}

/** Mean power of a bin of the floor: the median of what is no tone over ln 2, as chance spreads it. */
function floor(lines: Lines, found: readonly Line[]): number | null {
  const taken = occupied(lines, found);
  const list: number[] = [];
  const step = Math.max(1, Math.floor(lines.last / ENOUGH));
  for (let k = 1 + lines.lobe; k < lines.last; k += step) if (!taken[k]) list.push(lines.power(k));
  if (list.length < 8) return null;
  const sorted = Float64Array.from(list).sort();
  const middle = (sorted[Math.floor((sorted.length - 1) / 2)]! + sorted[Math.floor(sorted.length / 2)]!) / 2;
  return middle / Math.LN2;
}

function occupied(lines: Lines, found: readonly Line[]): Uint8Array {
  const taken = new Uint8Array(lines.last + 1);
  for (const l of found) for (let k = Math.max(0, Math.round(l.at) - lines.lobe); k <= Math.min(lines.last, Math.round(l.at) + lines.lobe); k++) taken[k] = 1;
  return taken;
}

/** Distortion and noise against the strongest tone: bins without tones stand for the noise under them too. */
function quality(lines: Lines, found: readonly Line[], bits: number | undefined): Pick<Spectrum, 'thd' | 'sinad' | 'snr' | 'enob'> {
  const main = found[0];
  if (!main) return { thd: null, sinad: null, snr: null, enob: null };
  const level = Lines.rms(main);
  let squares = 0;
  const harmonics: Line[] = [];
  for (let h = 2; h <= HARMONICS && h * main.at < lines.last; h++) {
    const at = h * main.at;
    const known = found.find((l) => Math.abs(l.at - at) < lines.lobe && l !== main);
    const line = known ?? lines.fit(at);
    if (!known) lines.remove(line);
    harmonics.push(line);
    squares += Lines.rms(line) ** 2;
  }
  // Other tones than harmonics count as noise.
  const others = found.filter((l) => l !== main && !harmonics.includes(l));
  const taken = occupied(lines, [main, ...harmonics, ...others]);
  let [sum, count, all] = [0, 0, 0];
  for (let k = 1; k <= lines.last; k++) {
    all++;
    if (taken[k] || k <= lines.lobe) continue;
    sum += lines.power(k);
    count++;
  }
  if (!count) return { thd: harmonics.length ? Math.sqrt(squares) / level : null, sinad: null, snr: null, enob: null };
  const noise = ((sum / count) * all * lines.perBin ** 2) / lines.noiseBandwidth + others.reduce((s, l) => s + Lines.rms(l) ** 2, 0);
  const ratio = (power: number): number | null => (power > 0 ? 10 * Math.log10(level ** 2 / power) : null);
  const sinad = ratio(noise + squares);
  return {
    thd: harmonics.length ? Math.sqrt(squares) / level : null,
    snr: ratio(noise),
    sinad,
    enob: bits === undefined || sinad === null ? null : (sinad - 1.76) / 6.02,
  };
}

export interface Tone {
  frequency: number;
  level: number;
}

/** Two tones of a record near two frequencies, each the peak of its main lobe, and how far the second lies below the first, dB. */
export function tonesOf(x: Float64Array, rate: number, wanted: number, unwanted: number, window: Window = 'hann') {
  const lines = new Lines(x, window);
  const binWidth = rate / x.length;
  const near = (frequency: number, other: number): Line => {
    const room = Math.min(Math.max(2 * lines.lobe, (0.005 * frequency) / binWidth), Math.max(1, Math.abs(frequency - other) / binWidth / 2));
    let best = Math.min(lines.last, Math.max(1, Math.round(frequency / binWidth)));
    for (let k = Math.max(1, Math.ceil(frequency / binWidth - room)); k <= Math.min(lines.last, frequency / binWidth + room); k++)
      if (lines.power(k) > lines.power(best)) best = k;
    return lines.refine(best);
  };
  // The stronger first: its leakage does not count for the weaker.
  let [a, b] = [near(wanted, unwanted), near(unwanted, wanted)];
  const firstIsStrong = Lines.rms(a) >= Lines.rms(b);
  for (let pass = 0; pass < 3; pass++) {
    const strong = firstIsStrong ? a : b;
    lines.remove(strong);
    const weak = firstIsStrong ? near(unwanted, wanted) : near(wanted, unwanted);
    lines.remove(strong, -1);
    lines.remove(weak);
    const again = lines.refine(Math.round(strong.at));
    lines.remove(weak, -1);
    [a, b] = firstIsStrong ? [again, weak] : [weak, again];
  }
  const tone = (l: Line): Tone => ({ frequency: l.at * binWidth, level: Lines.rms(l) });
  return { wanted: tone(a), unwanted: tone(b), suppression: 20 * Math.log10(Lines.rms(a) / Lines.rms(b)) };
}
