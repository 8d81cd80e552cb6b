/** A pair of readings: what a meter says is true, and what the channel said. Uncertainties are standard ones, in the same unit. */
export interface Pair {
  reference: number;
  reading: number;
  referenceUncertainty?: number;
  readingUncertainty?: number;
}

interface BeforeAfter {
  before: number;
  after: number;
}
interface Figures {
  gain: number;
  offset: number;
  /** True less corrected, in the order of the pairs. */
  residuals: number[];
  maximumError: BeforeAfter;
  rmsError: BeforeAfter;
}
export interface Disagreement {
  /** From 1. */
  point: number;
  /** How far it lies off the line through the others. */
  off: number;
  /** How far it may, by the uncertainties or the scatter of the others. */
  allowed: number;
}
export interface Calibration extends Figures {
  /** The same in steps of the converter. */
  lsb?: Figures;
  disagree: Disagreement[];
  /** Which points the line was laid through, from 1. */
  used: number[];
  constants: { gain: number; offset: number; multiplier: number; shift: number; offsetSteps: number | null; line: string };
}

/** How many standard uncertainties a point may lie off. */
const COVERAGE = 3;
/** Bits behind the point of the whole-number gain. */
const SHIFT = 16;

/** Line through pairs, least squares of true = gain·reading + offset; one pair, or pairs at one reading, give an offset alone. */
export function line(pairs: readonly Pair[]): { gain: number; offset: number } {
  const n = pairs.length;
  const [mx, my] = [mean(pairs.map((p) => p.reading)), mean(pairs.map((p) => p.reference))];
  let [sxx, sxy] = [0, 0];
  for (const p of pairs) {
    sxx += (p.reading - mx) ** 2;
    sxy += (p.reading - mx) * (p.reference - my);
  }
  const gain = n > 1 && sxx > 0 ? sxy / sxx : 1;
  return { gain, offset: my - gain * mx };
}

const mean = (x: readonly number[]): number => x.reduce((a, b) => a + b, 0) / x.length;
const rms = (x: readonly number[]): number => Math.sqrt(mean(x.map((v) => v * v)));
const most = (x: readonly number[]): number => Math.max(...x.map(Math.abs));

/**
 * Calibration of a channel from pairs: gain and offset by least squares, errors before and after over all pairs, and which
 * points disagree with the others. // [Gauss] least squares, [JCGM 100]
 * @param points lay the line through so many of them: 1 an offset alone, 2 the ends, more evenly spread; all where left out
 * @throws where there are no pairs
 */
export function calibrate(pairs: readonly Pair[], options: { lsb?: number; points?: number } = {}): Calibration {
  if (!pairs.length) throw new Error('there are no pairs');
  const order = pairs.map((_, i) => i).sort((a, b) => pairs[a]!.reading - pairs[b]!.reading);
  const wanted = Math.min(options.points ?? pairs.length, pairs.length);
  const used =
    wanted === pairs.length
      ? pairs.map((_, i) => i)
      : wanted === 1
        ? [order[Math.floor(order.length / 2)]!]
        : Array.from({ length: wanted }, (_, k) => order[Math.round((k * (order.length - 1)) / (wanted - 1))]!);
  const { gain, offset } = line(used.map((i) => pairs[i]!));
  const residuals = pairs.map((p) => p.reference - (gain * p.reading + offset));
  const before = pairs.map((p) => p.reference - p.reading);
  const figures: Figures = {
    gain,
    offset,
    residuals,
    maximumError: { before: most(before), after: most(residuals) },
    rmsError: { before: rms(before), after: rms(residuals) },
  };
  const { lsb } = options;
  const by = (v: BeforeAfter, step: number): BeforeAfter => ({ before: v.before / step, after: v.after / step });
  const multiplier = Math.round(gain * 2 ** SHIFT);
  const offsetSteps = lsb === undefined ? null : Math.round(offset / lsb);
  return {
    ...figures,
    ...(lsb === undefined
      ? {}
      : {
          lsb: {
            gain,
            offset: offset / lsb,
            residuals: residuals.map((r) => r / lsb),
            maximumError: by(figures.maximumError, lsb),
            rmsError: by(figures.rmsError, lsb),
          },
        }),
    disagree: disagreeing(pairs),
    used: used.map((i) => i + 1),
    constants: {
      gain,
      offset,
      multiplier,
      shift: SHIFT,
      offsetSteps,
      line:
        offsetSteps === null
          ? `value = ${Number(gain.toPrecision(8))}f * reading + ${Number(offset.toPrecision(6))}f;`
          : `steps = (int32_t)((int64_t)raw * ${multiplier} >> ${SHIFT}) + ${offsetSteps};`,
    },
  };
}

/** Points that lie farther off the line through the others than these or their own uncertainty explain: the worst first taken out, then looked again. */
function disagreeing(pairs: readonly Pair[]): Disagreement[] {
  const left = pairs.map((_, i) => i);
  const found: Disagreement[] = [];
  while (left.length >= 4) {
    const judged = left.map((i) => ({
      i,
      ...apart(
        pairs[i]!,
        left.filter((j) => j !== i).map((j) => pairs[j]!),
      ),
    }));
    const worst = judged.reduce((a, b) => (b.off / b.allowed > a.off / a.allowed ? b : a));
    if (!(worst.off > worst.allowed)) break;
    found.push({ point: worst.i + 1, off: worst.off, allowed: worst.allowed });
    left.splice(left.indexOf(worst.i), 1);
  }
  return found.sort((a, b) => a.point - b.point);
}

/** How far a pair lies off the line through others, and how far it may. */
function apart(pair: Pair, others: readonly Pair[]): { off: number; allowed: number } {
  const { gain, offset } = line(others);
  const off = Math.abs(pair.reference - (gain * pair.reading + offset));
  const n = others.length;
  const mx = mean(others.map((p) => p.reading));
  const sxx = others.reduce((sum, p) => sum + (p.reading - mx) ** 2, 0);
  // What the line itself is uncertain by where the pair lies. // [Gauss] prediction of a fitted line
  const spread = 1 / n + (sxx > 0 ? (pair.reading - mx) ** 2 / sxx : 0);
  const own = (p: Pair) => Math.hypot(p.referenceUncertainty ?? 0, gain * (p.readingUncertainty ?? 0));
  const given = [pair, ...others].some((p) => own(p) > 0);
  if (given) return { off, allowed: COVERAGE * Math.hypot(own(pair), rms(others.map(own)) * Math.sqrt(spread)) };
  const scatter = Math.sqrt(others.reduce((sum, p) => sum + (p.reference - gain * p.reading - offset) ** 2, 0) / Math.max(1, n - 2));
  const digits = 1e-9 * Math.max(...others.map((p) => Math.abs(p.reference)));
  return { off, allowed: Math.max(digits, student(n - 2, n + 1) * scatter * Math.sqrt(1 + spread)) };
}

/** Two-sided bound of Student's t so that one of `tries` honest points is called wrong in twenty tables. // [Student], series of Cornish and Fisher */
function student(freedom: number, tries: number): number {
  const p = 1 - 0.05 / tries / 2;
  if (freedom === 1) return Math.tan(Math.PI * (p - 0.5));
  if (freedom === 2) return (2 * p - 1) * Math.sqrt(2 / (4 * p * (1 - p)));
  const z = normalQuantile(p);
  const [z3, z5, z7] = [z ** 3, z ** 5, z ** 7];
  return z + (z3 + z) / (4 * freedom) + (5 * z5 + 16 * z3 + 3 * z) / (96 * freedom ** 2) + (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / (384 * freedom ** 3);
}

/** Quantile of the normal distribution. // [Abramowitz] 26.2.23 */
function normalQuantile(p: number): number {
  const t = Math.sqrt(-2 * Math.log(1 - p));
  return t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
}
