/** A regulator's current limit, which folds back as the input-output difference grows. */
export interface FoldingLimit {
  currentLimit: number;
  foldbackKnee: number;
  foldbackSlope: number;
  foldbackCurrent: number;
}

/** The limit in A at an input-output difference in V: piecewise linear. */
export const foldingLimit = (l: FoldingLimit, difference: number): number =>
  difference <= l.foldbackKnee ? l.currentLimit : Math.max(l.foldbackCurrent, l.currentLimit - l.foldbackSlope * (difference - l.foldbackKnee));

/**
 * First output voltage a folding regulator reaches into a resistance that draws much more when cold, V.
 * The smallest V from 0 up at which V/Rcold meets the limit at Vin − V; exact, the limit being piecewise linear.
 * @param wanted the regulated output in V, reached when the limit never bites
 */
export function coldStartVoltage(limit: FoldingLimit, input: number, wanted: number, coldOhms: number): number {
  const floorAt = limit.foldbackSlope > 0 ? limit.foldbackKnee + (limit.currentLimit - limit.foldbackCurrent) / limit.foldbackSlope : Infinity;
  const excess = (v: number) => v / coldOhms - foldingLimit(limit, input - v);
  const corners = [0, input - floorAt, input - limit.foldbackKnee, wanted].filter((v) => v >= 0 && v <= wanted).sort((a, b) => a - b);
  for (let i = 0; i < corners.length; i++) {
    const here = corners[i]!;
    if (excess(here) >= 0) {
      if (i === 0) return here;
      const before = corners[i - 1]!;
      const [a, b] = [excess(before), excess(here)];
      return before + ((here - before) * -a) / (b - a);
    }
  }
  return wanted;
}
