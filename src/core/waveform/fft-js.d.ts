declare module 'fft.js' {
  /** Transform of a power of two of complex numbers, interleaved. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    transform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    inverseTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
  }
}
