/** Nodes and weights of the seven Gauss points among Kronrod's fifteen on −1…1. // [Kronrod] */
const NODES = [0.9914553711208126, 0.9491079123427585, 0.8648644233597691, 0.7415311855993943, 0.5860872354676911, 0.4058451513773972, 0.2077849550078985, 0];
const KRONROD = [
  0.022935322010529224, 0.06309209262997856, 0.10479001032225019, 0.14065325971552592, 0.1690047266392679, 0.19035057806478542, 0.20443294007529889,
  0.20948214108472782,
];
const GAUSS = [0, 0.1294849661688697, 0, 0.27970539148927664, 0, 0.3818300505051189, 0, 0.4179591836734694];
const DEEPEST = 12;

/**
 * Integral of a smooth function over frequency between two frequencies, worked on the logarithm of it, where responses are
 * smooth; pieces are halved until both rules agree to `rel` of the whole. // [Kronrod]
 */
export const integrateOverFrequency = (f: (frequency: number) => number, from: number, to: number, rel = 1e-5): number =>
  integrateTogether((x) => [f(x)], 1, from, to, rel)[0]!;

/** The same of so many functions that come out of one calculation, each to `rel` of its own whole. */
export function integrateTogether(f: (frequency: number) => readonly number[], count: number, from: number, to: number, rel = 1e-5): number[] {
  const none = () => Array.from({ length: count }, () => 0);
  const sum = none();
  if (!(to > from)) return sum;
  const piece = (a: number, b: number): { kronrod: number[]; off: number[] } => {
    const [middle, half] = [(a + b) / 2, (b - a) / 2];
    const [kronrod, gauss] = [none(), none()];
    const add = (u: number, i: number): void => {
      const at = Math.exp(u);
      const values = f(at);
      for (let c = 0; c < count; c++) {
        const v = values[c]! * at * half;
        kronrod[c]! += KRONROD[i]! * v;
        gauss[c]! += GAUSS[i]! * v;
      }
    };
    for (let i = 0; i < NODES.length; i++) {
      const step = half * NODES[i]!;
      add(middle + step, i);
      if (step !== 0) add(middle - step, i);
    }
    return { kronrod, off: kronrod.map((k, c) => Math.abs(k - gauss[c]!)) };
  };
  const [low, high] = [Math.log(from), Math.log(to)];
  // Two or three pieces to begin with, so that a narrow peak is not missed by both rules at once.
  const pieces = Math.max(1, Math.ceil((high - low) / 3.5));
  const starts = Array.from({ length: pieces }, (_, i): [number, number] => [low + ((high - low) * i) / pieces, low + ((high - low) * (i + 1)) / pieces]);
  const first = starts.map(([a, b]) => piece(a, b));
  const whole = none().map((_, c) => first.reduce((s, p) => s + Math.abs(p.kronrod[c]!), 0));
  const refine = (a: number, b: number, p: { kronrod: number[]; off: number[] }, depth: number): void => {
    if (depth === DEEPEST || p.off.every((off, c) => off <= rel * whole[c]! || !Number.isFinite(off))) {
      p.kronrod.forEach((k, c) => (sum[c]! += k));
      return;
    }
    const middle = (a + b) / 2;
    refine(a, middle, piece(a, middle), depth + 1);
    refine(middle, b, piece(middle, b), depth + 1);
  };
  starts.forEach(([a, b], i) => refine(a, b, first[i]!, 0));
  return sum;
}
