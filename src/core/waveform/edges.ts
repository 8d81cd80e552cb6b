import { timeAt, type Recording } from './record.ts';

export interface Pulse {
  /** Of its rising edge, s. */
  start: number;
  width: number;
}
export interface Edges {
  threshold: number;
  hysteresis: number;
  /** From rising edge to rising edge; null of fewer than two. */
  period: number | null;
  frequency: number | null;
  /** Of the high part. */
  duty: number | null;
  /** 10–90 %, the mean of all. */
  riseTime: number | null;
  fallTime: number | null;
  /** Rms of the rising edges against an even grid; null of fewer than three. */
  jitter: number | null;
  /** High parts with both edges in the record. */
  pulses: Pulse[];
}

/** Where a signal rests low and high: the medians of what lies below and above its middle. // [IEEE 181] state levels */
export function restsOf(x: Float64Array): { low: number; high: number } {
  let [min, max] = [Infinity, -Infinity];
  for (const v of x) {
    if (v < min) min = v;
    if (v > max) max = v;
  }
  const middle = (min + max) / 2;
  // Some ten thousand samples are enough for a median; of short pulses in a long record all are looked at.
  const low: number[] = [];
  const high: number[] = [];
  const step = Math.max(1, Math.floor(x.length / 40_000));
  for (let i = 0; i < x.length; i += step) (x[i]! < middle ? low : high).push(x[i]!);
  const rest = (side: number[], below: boolean) => {
    const all = side.length >= 100 || step === 1 ? Float64Array.from(side) : x.filter((v) => v < middle === below);
    return all.sort()[Math.floor(all.length / 2)]!;
  };
  return { low: rest(low, true), high: rest(high, false) };
}

interface Crossing {
  time: number;
  rising: boolean;
  /** The sample before it. */
  at: number;
}

/** Crossings of a threshold, each told once however it is shaken within the hysteresis; timed along a straight line between samples. */
function crossings(r: Recording, x: Float64Array, threshold: number, hysteresis: number): Crossing[] {
  const found: Crossing[] = [];
  const [upper, lower] = [threshold + hysteresis / 2, threshold - hysteresis / 2];
  let high: boolean | null = null;
  // First and last passage of the threshold since it left where it rested: their middle is the edge.
  let [first, last]: [number | null, number | null] = [null, null];
  let before = 0;
  for (let i = 0; i < x.length; i++) {
    const v = x[i]!;
    if (i > 0 && x[i - 1]! >= threshold !== v >= threshold) {
      const step = v - x[i - 1]!;
      const t0 = timeAt(r, i - 1);
      const t = t0 + ((threshold - x[i - 1]!) / step) * (timeAt(r, i) - t0);
      if (first === null) [first, before] = [t, i - 1];
      last = t;
    }
    const now: boolean | null = v >= upper ? true : v <= lower ? false : null;
    if (now === null) continue;
    if (high !== null && now !== high && first !== null) found.push({ time: (first + last!) / 2, rising: now, at: before });
    high = now;
    [first, last] = [null, null];
  }
  return found;
}

export interface EdgeOptions {
  threshold?: number;
  hysteresis?: number;
}

/** Edges of a channel. Null where it never passes its threshold, or nothing says when samples were taken. */
export function edgesOf(r: Recording, x: Float64Array, options: EdgeOptions = {}): Edges | null {
  if (r.rate === null || x.length < 3) return null;
  const { low, high } = restsOf(x);
  if (!(high > low)) return null;
  const threshold = options.threshold ?? (low + high) / 2;
  const hysteresis = options.hysteresis ?? 0.1 * (high - low);
  const all = crossings(r, x, threshold, hysteresis);
  if (!all.length) return null;
  const rising = all.filter((c) => c.rising);
  const pulses: Pulse[] = [];
  all.forEach((c, i) => {
    const next = all[i + 1];
    if (c.rising && next && !next.rising) pulses.push({ start: c.time, width: next.time - c.time });
  });
  const times = rising.map((c) => c.time);
  const period = times.length > 1 ? (times.at(-1)! - times[0]!) / (times.length - 1) : null;
  const whole = pulses.filter((p) => period !== null && p.start + period <= times.at(-1)! + period / 2);
  return {
    threshold,
    hysteresis,
    period,
    frequency: period === null ? null : 1 / period,
    duty: period === null || !whole.length ? null : whole.reduce((sum, p) => sum + p.width, 0) / whole.length / period,
    riseTime: transition(r, x, rising, low, high),
    fallTime: transition(
      r,
      x,
      all.filter((c) => !c.rising),
      low,
      high,
    ),
    jitter: shaken(times),
    pulses,
  };
}

/** Mean time from 10 to 90 % of an edge, along straight lines between samples; null where no edge gets that far on both sides. */
function transition(r: Recording, x: Float64Array, edges: readonly Crossing[], low: number, high: number): number | null {
  const [tenth, most] = [low + 0.1 * (high - low), low + 0.9 * (high - low)];
  let [sum, count] = [0, 0];
  for (const { at, rising } of edges) {
    const [from, to] = rising ? [tenth, most] : [most, tenth];
    const t0 = passed(r, x, at + 1, -1, from, rising);
    const t1 = passed(r, x, at, 1, to, !rising);
    if (t0 === null || t1 === null) continue;
    sum += t1 - t0;
    count++;
  }
  return count ? sum / count : null;
}

/** When, walking from a sample, the signal first lies beyond a level: below it where it comes from below. */
function passed(r: Recording, x: Float64Array, from: number, step: 1 | -1, level: number, below: boolean): number | null {
  for (let i = from; i >= 0 && i < x.length; i += step) {
    const there = below ? x[i]! <= level : x[i]! >= level;
    if (!there) continue;
    const back = i - step;
    if (back < 0 || back >= x.length || i === from) return timeAt(r, i);
    const share = (level - x[i]!) / (x[back]! - x[i]!);
    return timeAt(r, i) + share * (timeAt(r, back) - timeAt(r, i));
  }
  return null;
}

/** Rms distance of edges from the even grid that fits them best. */
function shaken(times: readonly number[]): number | null {
  const n = times.length;
  if (n < 3) return null;
  const middle = (n - 1) / 2;
  const mean = times.reduce((a, b) => a + b, 0) / n;
  let [num, den] = [0, 0];
  times.forEach((t, i) => {
    num += (i - middle) * (t - mean);
    den += (i - middle) ** 2;
  });
  const slope = num / den;
  const squares = times.reduce((sum, t, i) => sum + (t - mean - slope * (i - middle)) ** 2, 0);
  return Math.sqrt(squares / Math.max(1, n - 2));
}

export interface Between {
  mean: number;
  min: number;
  max: number;
  /** Of the first channel's period; null where it has none. */
  deg: number | null;
}

/** Delay from the rising edges of one channel to those of another, positive where the second is late; the nearest edge of the same turn counts. */
export function betweenEdges(r: Recording, a: Float64Array, b: Float64Array, options: EdgeOptions = {}): Between | null {
  const [first, second] = [a, b].map((x) => {
    if (x.length < 3 || r.rate === null) return [];
    const { low, high } = restsOf(x);
    if (!(high > low)) return [];
    return crossings(r, x, options.threshold ?? (low + high) / 2, options.hysteresis ?? 0.1 * (high - low))
      .filter((c) => c.rising)
      .map((c) => c.time);
  }) as [number[], number[]];
  if (!first.length || !second.length) return null;
  const period = first.length > 1 ? (first.at(-1)! - first[0]!) / (first.length - 1) : null;
  const nearest = (t: number): number => {
    let [lo, hi] = [0, second.length - 1];
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if (second[mid]! < t) lo = mid + 1;
      else hi = mid;
    }
    return lo > 0 && t - second[lo - 1]! < second[lo]! - t ? second[lo - 1]! : second[lo]!;
  };
  // Around their circular mean, so that delays of nearly half a turn do not fall to both sides.
  const raw = first.map((t) => nearest(t) - t).filter((d) => period === null || Math.abs(d) <= period);
  if (!raw.length) return null;
  let centre = raw[0]!;
  if (period !== null) {
    const angle = (d: number) => (2 * Math.PI * d) / period;
    centre =
      (Math.atan2(
        raw.reduce((s, d) => s + Math.sin(angle(d)), 0),
        raw.reduce((s, d) => s + Math.cos(angle(d)), 0),
      ) /
        (2 * Math.PI)) *
      period;
  }
  const delays = raw.map((d) => (period === null ? d : d - period * Math.round((d - centre) / period)));
  const mean = delays.reduce((s, d) => s + d, 0) / delays.length;
  return { mean, min: Math.min(...delays), max: Math.max(...delays), deg: period === null ? null : (360 * mean) / period };
}
