import type { Spectrum } from './spectrum.ts';

/** The wave that repeats, and what is left. */
export interface Ripple {
  frequency: number;
  /** Of the averaged period. */
  peakToPeak: number;
  rms: number;
  /** Rms of everything else. */
  noise: number;
  /** The averaged period itself. */
  period: number[];
}

const [LEAST_STEPS, MOST_STEPS] = [16, 100];
/** Of a lower frequency's comb so much more power has to be tones that it is taken for the true one. */
const WORTH = 0.01;

/**
 * The periodic part of an evenly sampled record: folded over its period and averaged. Null where nothing repeats at least
 * twice. // [Cochran] synchronous averaging
 * @param x samples @param rate Hz @param spectrum of the same samples: where to look
 */
export function rippleOf(x: Float64Array, rate: number, spectrum: Spectrum): Ripple | null {
  const first = fundamental(spectrum);
  if (first === null || first * (x.length / rate) < 1.9) return null;
  const frequency = refined(x, rate, first);
  const wave = fold(x, rate, frequency, stepsFor(x.length, rate, frequency));
  let mean = 0;
  let filled = 0;
  for (let k = 0; k < wave.sums.length; k++) {
    if (!wave.counts[k]) continue;
    mean += wave.sums[k]!;
    filled++;
  }
  mean /= filled;
  let [min, max, squares] = [Infinity, -Infinity, 0];
  const period: number[] = [];
  for (let k = 0; k < wave.sums.length; k++) {
    if (!wave.counts[k]) continue;
    const v = wave.sums[k]! - mean;
    [min, max] = [Math.min(min, v), Math.max(max, v)];
    squares += v * v;
    period.push(v);
  }
  return { frequency, peakToPeak: max - min, rms: Math.sqrt(squares / filled), noise: rest(x, rate, frequency, wave, filled), period };
}

/** The lowest frequency of whose comb the strong lines are harmonics. */
function fundamental({ peaks, binWidth }: Spectrum): number | null {
  const strongest = peaks[0];
  if (!strongest) return null;
  const power = (f: number): number => {
    let sum = 0;
    for (const p of peaks) {
      const h = Math.round(p.frequency / f);
      if (h >= 1 && Math.abs(p.frequency - h * f) < 0.6 * binWidth + 2e-4 * p.frequency) sum += p.level ** 2;
    }
    return sum;
  };
  let [best, most] = [strongest.frequency, power(strongest.frequency)];
  for (let k = 2; k <= 8; k++) {
    const f = strongest.frequency / k;
    if (f < 2 * binWidth) break;
    const here = power(f);
    // A tone at the lower frequency itself, or at several of its multiples, has to be there.
    const own = peaks.filter((p) => Math.abs(p.frequency - Math.round(p.frequency / f) * f) < 0.6 * binWidth && Math.round(p.frequency / f) % k !== 0);
    if (here > most * (1 + WORTH) && (own.some((p) => Math.round(p.frequency / f) === 1) || own.length >= 2)) [best, most] = [f, here];
  }
  return best;
}

const stepsFor = (n: number, rate: number, frequency: number): number =>
  Math.max(LEAST_STEPS, Math.min(MOST_STEPS, Math.round(Math.max(rate / frequency, 50)), Math.floor(n / 8)));

interface Folded {
  /** Mean of each step of the period. */
  sums: Float64Array;
  counts: Uint32Array;
  /** Where in its step the mean of the samples lies, in steps. */
  centres: Float64Array;
}

/** The part of a record from one sample to another folded over a period: mean by step, steps without samples have a count of nil. */
function fold(x: Float64Array, rate: number, frequency: number, steps: number, from = 0, to = x.length): Folded {
  const sums = new Float64Array(steps);
  const centres = new Float64Array(steps);
  const counts = new Uint32Array(steps);
  const turn = frequency / rate;
  for (let i = from; i < to; i++) {
    const cycles = i * turn;
    const place = (cycles - Math.floor(cycles)) * steps;
    const k = Math.min(steps - 1, Math.floor(place));
    sums[k]! += x[i]!;
    centres[k]! += place - k;
    counts[k]!++;
  }
  for (let k = 0; k < steps; k++) {
    if (!counts[k]) continue;
    sums[k]! /= counts[k]!;
    centres[k]! /= counts[k]!;
  }
  return { sums, counts, centres };
}

/**
 * Frequency from how the phase of the wave's harmonics drifts between parts of the record, weighted by their strength; a
 * few rounds, since a drift over more than half a turn of a high harmonic cannot be told.
 */
function refined(x: Float64Array, rate: number, start: number): number {
  let frequency = start;
  const steps = 64;
  for (const [parts, most] of [
    [4, 2],
    [8, 8],
    [8, 20],
    [8, 20],
  ] as const) {
    const length = Math.floor(x.length / parts);
    if (length * (frequency / rate) < 1 || length < 2 * steps) break;
    const spectra = Array.from({ length: parts }, (_, p) => harmonics(fold(x, rate, frequency, steps, p * length, (p + 1) * length), most));
    let [slope, weight] = [0, 0];
    for (let h = 0; h < most; h++) {
      let previous: number | null = null;
      let unwrapped = 0;
      const phases: number[] = [];
      let power = 0;
      for (const s of spectra) {
        const phase = Math.atan2(s[h]![1], s[h]![0]);
        if (previous !== null) {
          let d = phase - previous;
          d -= 2 * Math.PI * Math.round(d / (2 * Math.PI));
          unwrapped += d;
        } else unwrapped = phase;
        previous = phase;
        phases.push(unwrapped);
        power += s[h]![0] ** 2 + s[h]![1] ** 2;
      }
      const middle = (parts - 1) / 2;
      const [num, den] = phases.reduce(([a, b], p, i) => [a + (i - middle) * p, b + (i - middle) ** 2], [0, 0]);
      const order = h + 1;
      // The phase of harmonic h turns h times as fast: its drift is worth h² as much.
      slope += power * order * order * (num / den / order);
      weight += power * order * order;
    }
    if (!weight) break;
    frequency += ((slope / weight) * rate) / (2 * Math.PI * length);
  }
  return frequency;
}

/** Fourier coefficients 1 … most of a folded period. The phase grows with time where the frequency is higher than was folded with. */
function harmonics({ sums, counts }: Folded, most: number): [re: number, im: number][] {
  const n = sums.length;
  return Array.from({ length: most }, (_, h) => {
    let [re, im] = [0, 0];
    for (let k = 0; k < n; k++) {
      if (!counts[k]) continue;
      const angle = (2 * Math.PI * (h + 1) * (k + 0.5)) / n;
      re += sums[k]! * Math.cos(angle);
      im -= sums[k]! * Math.sin(angle);
    }
    return [re, im];
  });
}

/** Rms of the samples about the averaged period, between whose steps a straight line goes; what averaging itself took up is put back. */
function rest(x: Float64Array, rate: number, frequency: number, { sums, counts, centres }: Folded, filled: number): number {
  const steps = sums.length;
  const [places, values]: [number[], number[]] = [[], []];
  for (let k = 0; k < steps; k++) {
    if (!counts[k]) continue;
    places.push(k + centres[k]!);
    values.push(sums[k]!);
  }
  const m = places.length;
  // One more step on either side closes the circle; which pair of means a step lies between is looked up by its half.
  const p = Float64Array.from([places[m - 1]! - steps, ...places, places[0]! + steps]);
  const v = Float64Array.from([values[m - 1]!, ...values, values[0]!]);
  const turn = frequency / rate;
  const index = new Int32Array(steps + 1);
  for (let k = 0, j = 0; k <= steps; k++) {
    while (j < m && p[j + 1]! <= k) j++;
    index[k] = j;
  }
  let squares = 0;
  for (let i = 0; i < x.length; i++) {
    const cycles = i * turn;
    const place = (cycles - Math.floor(cycles)) * steps;
    let j = index[Math.floor(place)]!;
    while (j < m && p[j + 1]! <= place) j++;
    const share = (place - p[j]!) / (p[j + 1]! - p[j]!);
    squares += (x[i]! - (v[j]! + share * (v[j + 1]! - v[j]!))) ** 2;
  }
  return Math.sqrt(squares / Math.max(1, x.length - filled));
}
