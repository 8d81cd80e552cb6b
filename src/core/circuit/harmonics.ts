/** Harmonics of one settled period. */
export interface Harmonics {
  /** Mean. */
  dc: number;
  /** Peak amplitudes of the fundamental and its multiples. */
  amplitudes: number[];
  /** Root of the sum of squares of all but the fundamental, over the fundamental. */
  distortion: number;
}

/**
 * Fourier coefficients of the last full period of a waveform sampled at any times, exact for straight lines between the
 * samples. // [Oppenheim] ch. 3; integrals of (a + b·t)·cos and ·sin in closed form
 * @param frequency of the fundamental, Hz @param count how many harmonics
 */
export function harmonics(time: ArrayLike<number>, value: ArrayLike<number>, frequency: number, count: number): Harmonics {
  const period = 1 / frequency;
  const end = time[time.length - 1]!;
  const start = end - period;
  const points = lastPeriod(time, value, start);
  let dc = 0;
  const re = new Float64Array(count + 1);
  const im = new Float64Array(count + 1);
  for (let i = 1; i < points.length; i++) {
    const [t0, v0] = points[i - 1]!;
    const [t1, v1] = points[i]!;
    if (t1 <= t0) continue;
    dc += ((v0 + v1) / 2) * (t1 - t0);
    const slope = (v1 - v0) / (t1 - t0);
    for (let k = 1; k <= count; k++) {
      const w = 2 * Math.PI * frequency * k;
      const [s0, s1, c0, c1] = [Math.sin(w * t0), Math.sin(w * t1), Math.cos(w * t0), Math.cos(w * t1)];
      re[k]! += (v1 * s1 - v0 * s0) / w + (slope * (c1 - c0)) / (w * w);
      im[k]! += (-v1 * c1 + v0 * c0) / w + (slope * (s1 - s0)) / (w * w);
    }
  }
  const amplitudes = Array.from({ length: count }, (_, k) => (2 / period) * Math.hypot(re[k + 1]!, im[k + 1]!));
  const rest = Math.hypot(...amplitudes.slice(1));
  return { dc: dc / period, amplitudes, distortion: amplitudes[0]! > 0 ? rest / amplitudes[0]! : 0 };
}

/** Samples from `start` on, with one laid in at `start` itself; times count from there. */
function lastPeriod(time: ArrayLike<number>, value: ArrayLike<number>, start: number): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < time.length; i++) {
    if (time[i]! < start) continue;
    if (points.length === 0 && i > 0 && time[i]! > start) {
      const share = (start - time[i - 1]!) / (time[i]! - time[i - 1]!);
      points.push([0, value[i - 1]! + share * (value[i]! - value[i - 1]!)]);
    }
    points.push([time[i]! - start, value[i]!]);
  }
  return points;
}
