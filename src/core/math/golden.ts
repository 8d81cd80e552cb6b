const SHARE = (Math.sqrt(5) - 1) / 2;

/** Where a function is least between two places, where it falls and then rises. // [Kiefer] golden section, to a part of the distance that shrinks by 0.618 with each step */
export function goldenSection(f: (x: number) => number, from: number, to: number, steps = 40): number {
  let [a, b] = [from, to];
  let [c, d] = [b - SHARE * (b - a), a + SHARE * (b - a)];
  let [fc, fd] = [f(c), f(d)];
  for (let k = 0; k < steps; k++) {
    if (fc < fd) {
      [b, d, fd] = [d, c, fc];
      c = b - SHARE * (b - a);
      fc = f(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + SHARE * (b - a);
      fd = f(d);
    }
  }
  return (a + b) / 2;
}
