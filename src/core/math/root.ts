/**
 * Where a rising function passes zero between two places, to the last digits; null where it does not. Brent's method:
 * inverse interpolation, kept inside by halving. [Brent]
 */
export function risingRoot(f: (x: number) => number, low: number, high: number): number | null {
  let [a, b] = [low, high];
  let [fa, fb] = [f(a), f(b)];
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (!(fa < 0 && fb > 0)) return null;
  let [c, fc] = [a, fa];
  let step = b - a;
  let last = step;
  for (let k = 0; k < 200; k++) {
    if (fb > 0 === fc > 0) {
      [c, fc] = [a, fa];
      step = last = b - a;
    }
    if (Math.abs(fc) < Math.abs(fb)) {
      [a, b, c] = [b, c, b];
      [fa, fb, fc] = [fb, fc, fb];
    }
    const near = 2 * Number.EPSILON * Math.abs(b) + 1e-15;
    const half = (c - b) / 2;
    if (Math.abs(half) <= near || fb === 0) return b;
    if (Math.abs(last) >= near && Math.abs(fa) > Math.abs(fb)) {
      const next = interpolated(a, b, c, fa, fb, fc, half, near, last);
      if (next === null) step = last = half;
      else [last, step] = [step, next];
    } else step = last = half;
    [a, fa] = [b, fb];
    b += Math.abs(step) > near ? step : Math.sign(half) * near;
    fb = f(b);
  }
  return b;
}

/** The step of secant or inverse quadratic interpolation, or null where halving is safer. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number, half: number, near: number, last: number): number | null {
  const s = fb / fa;
  let p: number;
  let q: number;
  if (a === c) {
    p = 2 * half * s;
    q = 1 - s;
  } else {
    const [u, v] = [fa / fc, fb / fc];
    p = s * (2 * half * u * (u - v) - (b - a) * (v - 1));
    q = (u - 1) * (v - 1) * (s - 1);
  }
  if (p > 0) q = -q;
  p = Math.abs(p);
  return 2 * p < Math.min(3 * half * q - Math.abs(near * q), Math.abs(last * q)) ? p / q : null;
}
