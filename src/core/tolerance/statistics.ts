export const PERCENTILES = [0.1, 1, 5, 50, 95, 99, 99.9] as const;

/** What a sample of an outcome says. */
export interface Summary {
  mean: number;
  /** Standard deviation of the sample. */
  deviation: number;
  percentiles: Record<string, number>;
}

/** Mean, deviation and percentiles of the finite values; null where there are none. */
export function summarise(values: Float64Array): Summary | null {
  const sorted = values.filter(Number.isFinite).sort();
  const n = sorted.length;
  if (n === 0) return null;
  const mean = sorted.reduce((a, b) => a + b, 0) / n;
  const deviation = n > 1 ? Math.sqrt(sorted.reduce((s, v) => s + (v - mean) ** 2, 0) / (n - 1)) : 0;
  return { mean, deviation, percentiles: Object.fromEntries(PERCENTILES.map((p) => [String(p), percentile(sorted, p / 100)])) };
}

/** Linear interpolation between order statistics. // [Hyndman] type 7 */
export function percentile(sorted: ArrayLike<number>, share: number): number {
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const [a, b] = [sorted[below]!, sorted[Math.min(below + 1, sorted.length - 1)]!];
  return a + (b - a) * (at - below);
}

/** Counts in equal bins between the least and the greatest finite value. */
export function histogram(values: Float64Array, bins: number): { from: number; to: number; counts: number[] } | null {
  const finite = values.filter(Number.isFinite);
  if (finite.length === 0) return null;
  const [from, to] = [finite.reduce((a, b) => Math.min(a, b)), finite.reduce((a, b) => Math.max(a, b))];
  const counts = new Array<number>(bins).fill(0);
  for (const v of finite) counts[Math.min(bins - 1, Math.floor(((v - from) / (to - from || 1)) * bins))]!++;
  return { from, to, counts };
}

/** Share of successes with its interval at 95 %. // [Wilson] score interval */
export function wilson(passed: number, runs: number): { yield: number; low: number; high: number } {
  const z = 1.959963984540054;
  const p = passed / runs;
  const middle = (p + (z * z) / (2 * runs)) / (1 + (z * z) / runs);
  const half = (z / (1 + (z * z) / runs)) * Math.sqrt((p * (1 - p)) / runs + (z * z) / (4 * runs * runs));
  return { yield: p, low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

/** Relative: less is rounding. */
const STILL = 1e-13;

/** Squared correlation: the share of an outcome's variance that a straight line in one input explains. Runs without a value are left out. */
export function explained(input: Float64Array, outcome: Float64Array): number {
  const n = input.length;
  // Differences from the first value: the sums stay small where the spread is.
  const [x0, y0] = [input[0]!, outcome[0]!];
  let [sx, sy, sxx, syy, sxy] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const x = input[i]! - x0;
    const y = outcome[i]! - y0;
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
  }
  if (!Number.isFinite(sy)) {
    const held = input.map((_, i) => i).filter((i) => Number.isFinite(outcome[i]!));
    return held.length === n || held.length < 2
      ? 0
      : explained(
          held.map((i) => input[i]!),
          held.map((i) => outcome[i]!),
        );
  }
  const [vx, vy] = [sxx - (sx * sx) / n, syy - (sy * sy) / n];
  // What moves by its last digits only is explained by nothing.
  if (!(vx > 0) || !(vy > n * (STILL * y0) ** 2)) return 0;
  return (sxy - (sx * sy) / n) ** 2 / (vx * vy);
}

const SLICES = 12;

/**
 * Share of an outcome's variance that an input explains in whatever way, not only along a straight line: a window failed at
 * both sides is seen too. Means over equal slices of the input, less what as many slices of chance would explain.
 * // [Kelley] epsilon-squared, the unbiased correlation ratio
 */
export function decides(input: Float64Array, outcome: ArrayLike<number>): number {
  const n = input.length;
  const [low, high] = [input.reduce((a, b) => Math.min(a, b)), input.reduce((a, b) => Math.max(a, b))];
  if (!(high > low)) return 0;
  const count = new Float64Array(SLICES);
  const sum = new Float64Array(SLICES);
  let [total, squares] = [0, 0];
  for (let i = 0; i < n; i++) {
    const slice = Math.min(SLICES - 1, Math.floor(((input[i]! - low) / (high - low)) * SLICES));
    count[slice]!++;
    sum[slice]! += outcome[i]!;
    total += outcome[i]!;
    squares += outcome[i]! ** 2;
  }
  const all = squares - total ** 2 / n;
  const filled = count.filter((c) => c > 0).length;
  if (!(all > 0) || n <= filled) return 0;
  const between = sum.reduce((b, s, k) => b + (count[k]! ? s ** 2 / count[k]! : 0), 0) - total ** 2 / n;
  return Math.max(0, 1 - ((1 - between / all) * (n - 1)) / (n - filled));
}
