import FFT from 'fft.js';

/** Complex bins 0 … N/2 of a real record. */
export interface Bins {
  re: Float64Array;
  im: Float64Array;
}

/**
 * Discrete Fourier transform of N complex numbers (interleaved), any N: its power of two by halves, what is odd in it as a
 * convolution with a chirp. // [Cooley] N = a·b, [Bluestein]
 */
function complexTransform(data: Float64Array): Float64Array {
  const n = data.length / 2;
  let twos = 1;
  while (n % (twos * 2) === 0) twos *= 2;
  const odd = n / twos;
  const transformOdd = odd === 1 ? null : chirp(odd);
  if (!transformOdd) return powerOfTwo(data);
  if (twos === 1) return transformOdd(data);
  // X[k + odd·l] = Σ_r e^(−j2πr(k + odd·l)/N) · DFT_odd(x[r + twos·j])[k]
  const columns: Float64Array[] = [];
  for (let r = 0; r < twos; r++) {
    const part = new Float64Array(2 * odd);
    for (let j = 0; j < odd; j++) {
      part[2 * j] = data[2 * (r + twos * j)]!;
      part[2 * j + 1] = data[2 * (r + twos * j) + 1]!;
    }
    const z = transformOdd(part);
    for (let k = 0; k < odd; k++) {
      const angle = (-2 * Math.PI * r * k) / n;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const [re, im] = [z[2 * k]!, z[2 * k + 1]!];
      z[2 * k] = re * c - im * s;
      z[2 * k + 1] = re * s + im * c;
    }
    columns.push(z);
  }
  const out = new Float64Array(2 * n);
  const [row, turned] = [new Float64Array(2 * twos), new Float64Array(2 * twos)];
  const fft = new FFT(twos);
  for (let k = 0; k < odd; k++) {
    for (let r = 0; r < twos; r++) {
      row[2 * r] = columns[r]![2 * k]!;
      row[2 * r + 1] = columns[r]![2 * k + 1]!;
    }
    fft.transform(turned, row);
    for (let l = 0; l < twos; l++) {
      out[2 * (k + odd * l)] = turned[2 * l]!;
      out[2 * (k + odd * l) + 1] = turned[2 * l + 1]!;
    }
  }
  return out;
}

function powerOfTwo(data: Float64Array): Float64Array {
  if (data.length === 2) return Float64Array.from(data);
  const out = new Float64Array(data.length);
  new FFT(data.length / 2).transform(out, data);
  return out;
}

/** A transform of an odd length; the chirp is transformed once for all that are to come. */
function chirp(n: number): (data: Float64Array) => Float64Array {
  let m = 1;
  while (m < 2 * n - 1) m *= 2;
  const fft = new FFT(m);
  const [cos, sin] = [new Float64Array(n), new Float64Array(n)];
  for (let k = 0; k < n; k++) {
    // k² modulo 2N keeps the angle small where k² no longer fits a float exactly.
    const angle = (Math.PI * ((k * k) % (2 * n))) / n;
    cos[k] = Math.cos(angle);
    sin[k] = Math.sin(angle);
  }
  const b = new Float64Array(2 * m);
  for (let k = 0; k < n; k++) {
    for (const at of k === 0 ? [0] : [k, m - k]) {
      b[2 * at] = cos[k]!;
      b[2 * at + 1] = sin[k]!;
    }
  }
  const [fa, fb] = [new Float64Array(2 * m), new Float64Array(2 * m)];
  fft.transform(fb, b);
  return (data) => {
    const a = new Float64Array(2 * m);
    for (let k = 0; k < n; k++) {
      const [re, im] = [data[2 * k]!, data[2 * k + 1]!];
      a[2 * k] = re * cos[k]! + im * sin[k]!;
      a[2 * k + 1] = im * cos[k]! - re * sin[k]!;
    }
    fft.transform(fa, a);
    for (let k = 0; k < 2 * m; k += 2) {
      const [re, im] = [fa[k]! * fb[k]! - fa[k + 1]! * fb[k + 1]!, fa[k]! * fb[k + 1]! + fa[k + 1]! * fb[k]!];
      fa[k] = re;
      fa[k + 1] = im;
    }
    fft.inverseTransform(a, fa);
    const out = new Float64Array(2 * n);
    for (let k = 0; k < n; k++) {
      const [re, im] = [a[2 * k]!, a[2 * k + 1]!];
      out[2 * k] = re * cos[k]! + im * sin[k]!;
      out[2 * k + 1] = im * cos[k]! - re * sin[k]!;
    }
    return out;
  };
}

/** Transform of a real record of any length, bins 0 … N/2: an even one as half as many complex numbers. // [Oppenheim] ch. 8 */
export function realTransform(x: Float64Array): Bins {
  const n = x.length;
  const bins = Math.floor(n / 2) + 1;
  const [re, im] = [new Float64Array(bins), new Float64Array(bins)];
  if (n % 2) {
    const wide = new Float64Array(2 * n);
    for (let i = 0; i < n; i++) wide[2 * i] = x[i]!;
    const z = complexTransform(wide);
    for (let k = 0; k < bins; k++) {
      re[k] = z[2 * k]!;
      im[k] = z[2 * k + 1]!;
    }
    return { re, im };
  }
  const half = n / 2;
  const z = complexTransform(x);
  for (let k = 0; k < bins; k++) {
    const [i, j] = [k % half, (half - k) % half];
    const [er, ei] = [(z[2 * i]! + z[2 * j]!) / 2, (z[2 * i + 1]! - z[2 * j + 1]!) / 2];
    const [or, oi] = [(z[2 * i + 1]! + z[2 * j + 1]!) / 2, (z[2 * j]! - z[2 * i]!) / 2];
    const angle = (-2 * Math.PI * k) / n;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    re[k] = er + or * c - oi * s;
    im[k] = ei + or * s + oi * c;
  }
  return { re, im };
}
