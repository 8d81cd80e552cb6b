/**
 * Solves a dense complex system in place, pivoting by rows; the right-hand side becomes the solution, no numbers where the system
 * is singular. // [Golub] 3.4
 * @param re n·n real parts by rows @param im the imaginary ones @param xr right-hand side, real @param xi imaginary
 */
export function eliminate(re: Float64Array, im: Float64Array, xr: Float64Array, xi: Float64Array, n: number): void {
  for (let k = 0; k < n; k++) {
    const row = k * n;
    let pivot = k;
    let most = 0;
    for (let i = k; i < n; i++) {
      const size = Math.abs(re[i * n + k]!) + Math.abs(im[i * n + k]!);
      if (size > most) {
        most = size;
        pivot = i;
      }
    }
    if (pivot !== k) {
      const other = pivot * n;
      for (let j = k; j < n; j++) {
        const hr = re[row + j]!;
        const hi = im[row + j]!;
        re[row + j] = re[other + j]!;
        im[row + j] = im[other + j]!;
        re[other + j] = hr;
        im[other + j] = hi;
      }
      const hr = xr[k]!;
      const hi = xi[k]!;
      xr[k] = xr[pivot]!;
      xi[k] = xi[pivot]!;
      xr[pivot] = hr;
      xi[pivot] = hi;
    }
    const pr = re[row + k]!;
    const pi = im[row + k]!;
    const d = pr * pr + pi * pi;
    const ir = pr / d;
    const ii = -pi / d;
    for (let i = k + 1; i < n; i++) {
      const at = i * n;
      const ar = re[at + k]!;
      const ai = im[at + k]!;
      if (ar === 0 && ai === 0) continue;
      const fr = ar * ir - ai * ii;
      const fi = ar * ii + ai * ir;
      for (let j = k + 1; j < n; j++) {
        const br = re[row + j]!;
        const bi = im[row + j]!;
        if (br === 0 && bi === 0) continue;
        re[at + j] = re[at + j]! - fr * br + fi * bi;
        im[at + j] = im[at + j]! - fr * bi - fi * br;
      }
      xr[i] = xr[i]! - fr * xr[k]! + fi * xi[k]!;
      xi[i] = xi[i]! - fr * xi[k]! - fi * xr[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    const row = k * n;
    let sr = xr[k]!;
    let si = xi[k]!;
    for (let j = k + 1; j < n; j++) {
      const ar = re[row + j]!;
      const ai = im[row + j]!;
      sr -= ar * xr[j]! - ai * xi[j]!;
      si -= ar * xi[j]! + ai * xr[j]!;
    }
    const pr = re[row + k]!;
    const pi = im[row + k]!;
    const d = pr * pr + pi * pi;
    xr[k] = (sr * pr + si * pi) / d;
    xi[k] = (si * pr - sr * pi) / d;
  }
}
