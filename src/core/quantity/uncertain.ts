/** A value as a board file writes it: exact, between two ends, or nominal with a relative tolerance. */
export type Uncertain = number | { nominal: number; low: number; high: number } | { nominal: number; tolerance: number };

/** A value with both ends worked out. `low ≤ nominal ≤ high` unless a computed end is null elsewhere. */
export interface Range {
  nominal: number;
  low: number;
  high: number;
}

/** A range without spread. */
export const exactly = (value: number): Range => ({ nominal: value, low: value, high: value });

/** Nominal ± a relative tolerance; a negative nominal keeps low below high. */
export function withTolerance(nominal: number, tolerance: number): Range {
  const spread = Math.abs(nominal * tolerance);
  return { nominal, low: nominal - spread, high: nominal + spread };
}

/** Reads any written form into a range. Units: unchanged. Throws nothing. */
export function toRange(value: Uncertain): Range {
  if (typeof value === 'number') return exactly(value);
  if ('tolerance' in value) return withTolerance(value.nominal, value.tolerance);
  return { nominal: value.nominal, low: value.low, high: value.high };
}

/** The nominal of any written form. */
export const nominalOf = (value: Uncertain): number => (typeof value === 'number' ? value : value.nominal);

/** Whether the two ends differ from the nominal. */
export const hasSpread = (r: Range): boolean => r.low !== r.nominal || r.high !== r.nominal;

/** Ends added: the sum of two ranges that do not move together. */
export const addRanges = (a: Range, b: Range): Range => ({
  nominal: a.nominal + b.nominal,
  low: a.low + b.low,
  high: a.high + b.high,
});

/** The lesser of two ranges, end by end; one that is null sets no bound. */
export function lesser(a: Range | null, b: Range | null): Range | null {
  if (!a || !b) return a ?? b;
  return { nominal: Math.min(a.nominal, b.nominal), low: Math.min(a.low, b.low), high: Math.min(a.high, b.high) };
}

/** Root of the sum of squares of ranges that are not negative, end by end. */
export function hypotRanges(...all: Range[]): Range {
  const sum = { nominal: 0, low: 0, high: 0 };
  for (const { nominal, low, high } of all) {
    sum.nominal = Math.hypot(sum.nominal, nominal);
    sum.low = Math.hypot(sum.low, low);
    sum.high = Math.hypot(sum.high, high);
  }
  return sum;
}

/** Two ranges that are not negative, multiplied end by end. */
export const multiplyRanges = (a: Range, b: Range): Range => ({ nominal: a.nominal * b.nominal, low: a.low * b.low, high: a.high * b.high });

/** A range with its sign turned. */
export const mirrored = (r: Range): Range => ({ nominal: -r.nominal, low: -r.high, high: -r.low });

/** A range times a factor that is not negative. */
export const scaleRange = (r: Range, factor: number): Range => ({
  nominal: r.nominal * factor,
  low: r.low * factor,
  high: r.high * factor,
});
