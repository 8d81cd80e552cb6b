import type { Spectrum } from './spectrum.ts';
import { lengthOf, timeAt, type Recording } from './record.ts';

/** A part of a channel as a picture of a certain width shows it: time and value, lowest and highest of each column in their order. */
export interface Envelope {
  time: number[];
  value: number[];
}

/** First sample at or after a time. */
function indexAt(r: Recording, time: number): number {
  const n = lengthOf(r);
  if (!r.time) return Math.max(0, Math.min(n, Math.ceil((time - r.start) * (r.rate ?? 1) - 1e-9)));
  let [lo, hi] = [0, n];
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (r.time[mid]! < time) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

/**
 * What is to be seen of samples between two times in so many columns: all of them where there are few, else the lowest and the
 * highest of each column, so that no spike is lost however many samples there are.
 */
export function envelope(r: Recording, x: Float64Array, from: number, to: number, width: number): Envelope {
  const first = Math.max(0, indexAt(r, from) - 1);
  const last = Math.min(x.length, indexAt(r, to) + 1);
  const [time, value]: [number[], number[]] = [[], []];
  const put = (i: number) => {
    time.push(timeAt(r, i));
    value.push(x[i]!);
  };
  if (last - first <= 2 * width) {
    for (let i = first; i < last; i++) put(i);
    return { time, value };
  }
  for (let k = 0; k < width; k++) {
    const [a, b] = [first + Math.floor(((last - first) * k) / width), first + Math.floor(((last - first) * (k + 1)) / width)];
    let [low, high] = [a, a];
    for (let i = a + 1; i < b; i++) {
      if (x[i]! < x[low]!) low = i;
      if (x[i]! > x[high]!) high = i;
    }
    put(Math.min(low, high));
    if (low !== high) put(Math.max(low, high));
  }
  return { time, value };
}

/** The strongest bin of each column of a spectrum over the logarithm of frequency: V rms of a tone there, by Hz in `time`. */
export function spectrumPicture({ levels, binWidth }: Pick<Spectrum, 'levels' | 'binWidth'>, width: number): Envelope {
  const [time, value]: [number[], number[]] = [[], []];
  const last = levels.length - 1;
  let from = 1;
  for (let k = 1; k <= width && from <= last; k++) {
    const to = Math.max(from, Math.min(last, Math.round(last ** (k / width))));
    let best = from;
    for (let i = from + 1; i <= to; i++) if (levels[i]! > levels[best]!) best = i;
    time.push(best * binWidth);
    value.push(levels[best]!);
    from = to + 1;
  }
  return { time, value };
}
