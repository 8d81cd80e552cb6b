import { lengthOf, timeAt, type Recording } from './record.ts';

/**
 * A channel on an even grid: the samples themselves where they lie evenly, else as many points along a smooth curve through
 * them, whose slope at each is that of the parabola through its neighbours. // [Hermite] cubic pieces
 */
export function evenly(r: Recording, values: Float64Array): { values: Float64Array; rate: number; start: number } | null {
  const n = lengthOf(r);
  if (r.rate === null || n < 2) return null;
  if (!r.time) return { values, rate: r.rate, start: r.start };
  const kept: number[] = [];
  for (let i = 0; i < n; i++) if (!kept.length || r.time[i]! > r.time[kept.at(-1)!]!) kept.push(i);
  const m = kept.length;
  if (m < 3) return null;
  const t = Float64Array.from(kept, (i) => r.time![i]!);
  const y = Float64Array.from(kept, (i) => values[i]!);
  const slope = new Float64Array(m);
  const secant = (i: number) => (y[i + 1]! - y[i]!) / (t[i + 1]! - t[i]!);
  slope[0] = secant(0);
  slope[m - 1] = secant(m - 2);
  for (let i = 1; i < m - 1; i++) {
    const [a, b] = [t[i]! - t[i - 1]!, t[i + 1]! - t[i]!];
    slope[i] = (secant(i - 1) * b + secant(i) * a) / (a + b);
  }
  const span = t[m - 1]! - t[0]!;
  const count = Math.min(4_000_000, Math.max(8, Math.round(span * r.rate) + 1));
  const out = new Float64Array(count);
  let at = 0;
  for (let k = 0; k < count; k++) {
    const x = t[0]! + (k * span) / (count - 1);
    while (at < m - 2 && t[at + 1]! <= x) at++;
    const h = t[at + 1]! - t[at]!;
    const u = (x - t[at]!) / h;
    const v = 1 - u;
    out[k] = (1 + 2 * u) * v * v * y[at]! + u * v * v * h * slope[at]! + u * u * (3 - 2 * u) * y[at + 1]! - u * u * v * h * slope[at + 1]!;
  }
  return { values: out, rate: (count - 1) / span, start: timeAt(r, kept[0]!) };
}
