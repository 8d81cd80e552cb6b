import type { Unit } from '../quantity/units.ts';

/** One column of a record, in SI. */
export interface Channel {
  name: string;
  unit: Unit;
  values: Float64Array;
}

/** Something worth a word about a record: a gap, a repeated time stamp, what was resampled. */
export interface Told {
  line?: number;
  text: string;
}

/** Samples of one or more channels. `time` is null of an evenly sampled record that starts at `start`. */
export interface Recording {
  channels: Channel[];
  /** s, one for each sample, not falling. */
  time: Float64Array | null;
  start: number;
  /** Samples a second; of uneven ones their mean; null where nothing says when they were taken. */
  rate: number | null;
  even: boolean;
  notes: string[];
  findings: Told[];
}

/** A record that cannot be read: why, and at which line of the file. */
export interface Unreadable {
  ok: false;
  message: string;
  line?: number;
}
export type ReadRecording = { ok: true; record: Recording } | Unreadable;

export const lengthOf = (r: Recording): number => r.channels[0]?.values.length ?? 0;

/** When a sample was taken, s. */
export const timeAt = (r: Recording, i: number): number => (r.time ? r.time[i]! : r.start + i / (r.rate ?? 1));

/** The part of a record between two times, both included. The whole record where neither is given. */
export function between(r: Recording, from?: number, to?: number): Recording {
  if (from === undefined && to === undefined) return r;
  const n = lengthOf(r);
  let [first, last] = [0, n];
  if (r.time) {
    while (first < n && from !== undefined && r.time[first]! < from) first++;
    while (last > first && to !== undefined && r.time[last - 1]! > to) last--;
  } else if (r.rate !== null) {
    const index = (t: number) => (t - r.start) * r.rate!;
    if (from !== undefined) first = Math.min(n, Math.max(0, Math.ceil(index(from) - 1e-9)));
    if (to !== undefined) last = Math.max(first, Math.min(n, Math.floor(index(to) + 1e-9) + 1));
  }
  return {
    ...r,
    channels: r.channels.map((c) => ({ ...c, values: c.values.subarray(first, last) })),
    time: r.time?.subarray(first, last) ?? null,
    start: timeAt(r, Math.min(first, Math.max(0, n - 1))),
  };
}
