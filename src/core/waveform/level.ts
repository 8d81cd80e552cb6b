/** What the samples of a channel come to as they stand, in its unit. */
export interface Level {
  mean: number;
  /** Of everything, the mean with it. */
  rms: number;
  /** Without the mean. */
  acRms: number;
  min: number;
  max: number;
  peakToPeak: number;
  /** Largest magnitude over rms; null of nothing. */
  crest: number | null;
}

/** Mean, rms and extremes of samples. @throws where there is none */
export function levelOf(x: Float64Array): Level {
  if (!x.length) throw new Error('there are no samples');
  let sum = 0;
  let [min, max] = [Infinity, -Infinity];
  for (const v of x) {
    sum += v;
    if (v < min) min = v;
    if (v > max) max = v;
  }
  const mean = sum / x.length;
  let squares = 0;
  for (const v of x) squares += (v - mean) ** 2;
  const ac = squares / x.length;
  const rms = Math.sqrt(ac + mean * mean);
  return { mean, rms, acRms: Math.sqrt(ac), min, max, peakToPeak: max - min, crest: rms > 0 ? Math.max(Math.abs(min), Math.abs(max)) / rms : null };
}
