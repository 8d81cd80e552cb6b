/** Integral of ln coth(|x|/2) from 0: what a slope of the magnitude weighs in the phase. // [Bode] ch. 14 */
function weighed(v: number): number {
  if (v < 0) return -weighed(-v);
  // By its series about nil, and by that of its exponentials further out; both to ten digits where they meet.
  if (v < 0.5) return v === 0 ? 0 : v * (1 - Math.log(v / 2)) + v ** 3 / 36 - (7 * v ** 5) / 7200 + (31 * v ** 7) / 635_040;
  let rest = 0;
  for (let n = 1; n < 60; n += 2) rest += Math.exp(-n * v) / (n * n);
  return ALL - 2 * rest;
}
const ALL = Math.PI ** 2 / 4;

/**
 * Phase of a response of minimum phase, rad, from the logarithm of its magnitude at frequencies of equal steps of ln f; beyond both
 * ends the magnitude is taken to go on as it does there. // [Bode] gain-phase integral
 * @param gain ln |H| at each frequency @param step of ln f
 */
export function minimumPhase(gain: readonly number[], step: number): number[] {
  const n = gain.length;
  if (n < 2) return gain.map(() => 0);
  const slopes = Array.from({ length: n - 1 }, (_, j) => (gain[j + 1]! - gain[j]!) / step);
  const at = Array.from({ length: n }, (_, k) => weighed(k * step));
  return gain.map((_, i) => {
    let sum = slopes[0]! * (ALL - at[i]!) + slopes[n - 2]! * (ALL - at[n - 1 - i]!);
    for (let j = 0; j < n - 1; j++) sum += slopes[j]! * (j >= i ? at[j + 1 - i]! - at[j - i]! : at[i - j]! - at[i - j - 1]!);
    return sum / Math.PI;
  });
}

/** Sine integral ∫ sin(t)/t from 0 to x. // [Abramowitz] 5.2.14, 5.2.8 with 5.2.38 and 5.2.39 */
export function sineIntegral(x: number): number {
  if (x < 0) return -sineIntegral(-x);
  if (x < 4) {
    let [term, sum] = [x, x];
    for (let k = 1; k < 30; k++) {
      term *= (-x * x) / (2 * k * (2 * k + 1));
      sum += term / (2 * k + 1);
    }
    return sum;
  }
  const s = 1 / (x * x);
  const ratio = (top: readonly number[], bottom: readonly number[]) => top.reduce((a, c) => a * s + c, 0) / bottom.reduce((a, c) => a * s + c, 0);
  const f = ratio([38.102495, 335.67732, 265.187033, 38.027264, 1], [157.105423, 570.23628, 322.624911, 40.021433, 1]) / x;
  const g = ratio([21.821899, 352.018498, 302.757865, 42.242855, 1], [449.690326, 1114.978885, 482.485984, 48.196927, 1]) / (x * x);
  return Math.PI / 2 - f * Math.cos(x) - g * Math.sin(x);
}

/**
 * Response to a step of a causal system at a time, from the real part of its response at rising frequencies, straight between them,
 * constant below the first and nil above the last. // [Papoulis] y(t) = 2/π·∫ Re H·sin(ωt)/ω dω
 * @param real Re H at each @param omega rad/s @param t s
 */
export function stepOf(real: readonly number[], omega: readonly number[], t: number): number {
  if (t <= 0) return 0;
  let before = sineIntegral(omega[0]! * t);
  let sum = real[0]! * before;
  for (let i = 1; i < omega.length; i++) {
    const [a, b] = [omega[i - 1]!, omega[i]!];
    const slope = (real[i]! - real[i - 1]!) / (b - a);
    const here = sineIntegral(b * t);
    sum += (real[i - 1]! - slope * a) * (here - before) + (slope * (Math.cos(a * t) - Math.cos(b * t))) / t;
    before = here;
  }
  return (2 / Math.PI) * sum;
}
