/** One point of a calibration, V. */
export interface Point {
  reference: number;
  reading: number;
  referenceUncertainty?: number;
  readingUncertainty?: number;
}

/** true = gain · reading + offset, with standard uncertainties. */
export interface Fit {
  gain: number;
  offset: number;
  gainUncertainty: number;
  offsetUncertainty: number;
  /** Largest |deviation| from the line, V; null for two points, which always lie on it. */
  residual: number | null;
  /** Standard uncertainty of the corrected value at a reading, V. */
  uncertaintyAt: (reading: number) => number;
}

/**
 * Least-squares line through calibration points. Every result is linear in the references, so each point's uncertainty
 * √(u_ref² + (gain·u_read)²) propagates with its own weight. // [JCGM 100] 5.1.2 and H.3
 * @throws nothing; the readings must not all be equal
 */
export function fitLine(points: readonly Point[]): Fit {
  const n = points.length;
  const mean = (f: (p: Point) => number) => points.reduce((sum, p) => sum + f(p), 0) / n;
  const [x0, y0] = [mean((p) => p.reading), mean((p) => p.reference)];
  const sxx = points.reduce((sum, p) => sum + (p.reading - x0) ** 2, 0);
  const gain = points.reduce((sum, p) => sum + (p.reading - x0) * (p.reference - y0), 0) / sxx;
  const offset = y0 - gain * x0;
  const variances = points.map((p) => (p.referenceUncertainty ?? 0) ** 2 + (gain * (p.readingUncertainty ?? 0)) ** 2);
  const spread = (weight: (p: Point) => number) => Math.sqrt(points.reduce((sum, p, i) => sum + weight(p) ** 2 * variances[i]!, 0));
  const uncertaintyAt = (reading: number) => spread((p) => 1 / n + ((reading - x0) * (p.reading - x0)) / sxx);
  return {
    gain,
    offset,
    gainUncertainty: spread((p) => (p.reading - x0) / sxx),
    offsetUncertainty: uncertaintyAt(0),
    residual: n < 3 ? null : Math.max(...points.map((p) => Math.abs(p.reference - gain * p.reading - offset))),
    uncertaintyAt,
  };
}
