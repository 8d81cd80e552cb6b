import { EigenvalueDecomposition, Matrix, solve } from 'ml-matrix';

/** e^(A·t) of a small dense matrix by scaling and squaring a Taylor series; no numbers where A·t has none. // [Moler] method 3 */
export function exponential(a: readonly (readonly number[])[], t: number): number[][] {
  const n = a.length;
  const norm = Math.max(...a.map((row) => row.reduce((sum, v) => sum + Math.abs(v * t), 0)), 1e-300);
  if (!Number.isFinite(norm)) return a.map((row) => row.map(() => NaN));
  const halvings = Math.max(0, Math.ceil(Math.log2(norm)) + 2);
  const scaled = a.map((row) => row.map((v) => (v * t) / 2 ** halvings));
  let term = unit(n);
  let sum = unit(n);
  for (let k = 1; k <= 14; k++) {
    term = product(term, scaled).map((row) => row.map((v) => v / k));
    sum = sum.map((row, i) => row.map((v, j) => v + term[i]![j]!));
  }
  for (let k = 0; k < halvings; k++) sum = product(sum, sum);
  return sum;
}

const unit = (n: number): number[][] => Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => Number(i === j)));

function product(a: readonly (readonly number[])[], b: readonly (readonly number[])[]): number[][] {
  const columns = b[0]!.length;
  return a.map((row) => {
    const out = new Array<number>(columns);
    for (let j = 0; j < columns; j++) {
      let sum = 0;
      for (let k = 0; k < row.length; k++) sum += row[k]! * b[k]![j]!;
      out[j] = sum;
    }
    return out;
  });
}

/** Eigenvalues of a small dense matrix; none that is a number where an entry is not finite, on which the iteration would never end. */
export function eigenvalues(a: readonly (readonly number[])[]): { re: number; im: number }[] {
  if (!a.every((row) => row.every(Number.isFinite))) return a.map(() => ({ re: NaN, im: NaN }));
  const e = new EigenvalueDecomposition(new Matrix(a.map((row) => [...row])));
  return e.realEigenvalues.map((re, i) => ({ re, im: e.imaginaryEigenvalues[i]! }));
}

/** Eigenvalues of a small dense matrix with their vectors, of a complex pair its real and imaginary part in two columns. */
export function eigenvectors(a: readonly (readonly number[])[]): { re: number[]; im: number[]; column: (row: number, k: number) => number } {
  const e = new EigenvalueDecomposition(new Matrix(a.map((row) => [...row])));
  const v = e.eigenvectorMatrix;
  return { re: e.realEigenvalues, im: e.imaginaryEigenvalues, column: (row, k) => v.get(row, k) };
}

/** X of A·X = B, small and dense. */
export const solved = (a: readonly (readonly number[])[], b: readonly (readonly number[])[]): number[][] =>
  solve(new Matrix(a.map((row) => [...row])), new Matrix(b.map((row) => [...row]))).to2DArray();

/**
 * Response of x' = A·x + b, y = c·x + d from rest over a time, at equal steps. // [Moler] exact at the steps: the input is constant
 */
export function stepResponse(
  a: readonly (readonly number[])[],
  b: readonly number[],
  c: readonly number[],
  d: number,
  stop: number,
  steps: number,
): Float64Array {
  const n = a.length;
  // The constant input rides along as one more state.
  const wide = [...a.map((row, i) => [...row, b[i]!]), Array.from({ length: n + 1 }, () => 0)];
  const m = n + 1;
  const phi = Float64Array.from(exponential(wide, stop / steps).flat());
  const y = new Float64Array(steps + 1);
  let x = new Float64Array(m);
  let next = new Float64Array(m);
  x[n] = 1;
  for (let k = 0; k <= steps; k++) {
    let out = d;
    for (let i = 0; i < n; i++) out += c[i]! * x[i]!;
    y[k] = out;
    for (let i = 0, at = 0; i < m; i++) {
      let sum = 0;
      for (let j = 0; j < m; j++, at++) sum += phi[at]! * x[j]!;
      next[i] = sum;
    }
    const last = x;
    x = next;
    next = last;
  }
  return y;
}

/** Logarithm of the normal density of what lies `off` with a covariance, without the constant of its dimension. // [Golub] Cholesky */
export function multivariate(off: readonly number[], covariance: readonly (readonly number[])[]): number {
  const n = off.length;
  const l = covariance.map((row) => [...row]);
  let [log, square] = [0, 0];
  const z: number[] = [];
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = l[i]![j]!;
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!;
      l[i]![j] = i === j ? Math.sqrt(Math.max(sum, 1e-300)) : sum / l[j]![j]!;
    }
    let rest = off[i]!;
    for (let k = 0; k < i; k++) rest -= l[i]![k]! * z[k]!;
    z.push(rest / l[i]![i]!);
    log -= Math.log(l[i]![i]!);
    square += z[i]! * z[i]!;
  }
  return log - square / 2;
}
