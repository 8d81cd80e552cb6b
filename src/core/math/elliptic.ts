/** The mean converges quadratically: more steps only turn over the last digit. */
const MOST = 40;

/** Complete elliptic integral of the first kind of a modulus, 0 ≤ k < 1. // [Jacobi] arithmetic-geometric mean */
export function completeK(k: number): number {
  let [a, b] = [1, Math.sqrt(1 - k * k)];
  for (let i = 0; i < MOST && a !== b; i++) [a, b] = [(a + b) / 2, Math.sqrt(a * b)];
  return Math.PI / (2 * a);
}

/** Complete elliptic integral of the second kind of a modulus. // [Jacobi] the same mean, with the sum of its differences */
export function completeE(k: number): number {
  let [a, b, c, power] = [1, Math.sqrt(1 - k * k), k, 0.5];
  let sum = power * c * c;
  for (let i = 0; i < MOST && Math.abs(c) > 1e-17; i++) {
    [a, b, c] = [(a + b) / 2, Math.sqrt(a * b), (a - b) / 2];
    power *= 2;
    sum += power * c * c;
  }
  return (Math.PI / (2 * a)) * (1 - sum);
}

/** Jacobi's sn and cn of an argument and a modulus. // [Jacobi] descending Landen transformation */
export function jacobi(u: number, k: number): { sn: number; cn: number } {
  const a = [1];
  const c = [k];
  let b = Math.sqrt(1 - k * k);
  while (Math.abs(c.at(-1)!) > 1e-16 && a.length < MOST) {
    const last = a.at(-1)!;
    a.push((last + b) / 2);
    c.push((last - b) / 2);
    b = Math.sqrt(last * b);
  }
  let angle = 2 ** (a.length - 1) * a.at(-1)! * u;
  for (let i = a.length - 1; i > 0; i--) angle = (angle + Math.asin((c[i]! / a[i]!) * Math.sin(angle))) / 2;
  return { sn: Math.sin(angle), cn: Math.cos(angle) };
}
