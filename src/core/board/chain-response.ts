import { minimumPhase, stepOf } from '../math/minimum-phase.ts';
import { exactly } from '../quantity/uncertain.ts';
import type { Band } from './curves.ts';
import type { ChainPoint } from './evaluate.ts';

const POINTS = 121;
/** Decades below and above the corner of the chain that are looked at. */
const [BELOW, ABOVE] = [4, 2.5];

const cornerOf = (end: ChainPoint | undefined): number | null => end?.carried?.bandwidth?.nominal || null;
/** So many frequencies of equal steps of their logarithm about a corner, Hz. */
const about = (corner: number, below: number, above: number, points: number): number[] =>
  Array.from({ length: points }, (_, i) => corner * 10 ** (-below + ((above + below) * i) / (points - 1)));
const sane = (v: number) => (Number.isFinite(v) ? v : null);

/**
 * Frequency response of a whole chain against its passband, dB, with its ends: what all its stages take off, one after another,
 * as the converter behind them sees it. Null where no stage says what it takes off. // magnitudes of a cascade add in decibels
 */
export function chainResponse(chain: readonly ChainPoint[]): Band | null {
  const end = chain.at(-1);
  const carried = end?.carried;
  const corner = cornerOf(end);
  if (!carried?.attenuation || !corner) return null;
  const x = about(corner, BELOW, ABOVE, POINTS);
  const taken = x.map((f) => carried.attenuation(exactly(f)));
  return {
    curve: {
      id: 'chain',
      title: `Response to ${end!.title}`,
      x: { label: 'frequency', unit: 'Hz', log: true, from: x[0]!, to: x.at(-1)! },
      y: { label: 'against the passband', unit: 'dB' },
      points: POINTS,
      marks: [{ axis: 'x', value: corner, label: 'half power' }],
    },
    x,
    nominal: taken.map((a) => sane(-a.nominal)),
    low: taken.map((a) => sane(-a.high)),
    high: taken.map((a) => sane(-a.low)),
  };
}

/** Frequencies of the magnitude that its phase is made from: so many a decade, from where nothing on a board is slower, Hz, to decades above the corner. */
const [FINE, SLOWEST, FAR_ABOVE] = [80, 1e-3, 3.5];
/** A null has no end of its own, dB; far from any that is as deep as the steepest filter goes. */
const DEEPEST = 3000;
/** How far below its highest a delay is of use to anybody, as ln. */
const AUDIBLY = 60 * (Math.LN10 / 20);
const STEPS = 241;

/**
 * Group delay and step response of a whole chain at the nominal board. Its phase is that of least phase for its magnitude, which
 * filters and amplifiers have; what an all-pass or a wait adds is not in it. Null where no stage bounds the chain.
 */
export function chainTiming(chain: readonly ChainPoint[]): { delay: Band; step: Band } | null {
  const end = chain.at(-1);
  const falls = end?.carried?.falls;
  const corner = cornerOf(end);
  if (!falls || !corner) return null;
  const below = Math.max(3, Math.log10(corner / SLOWEST));
  const f = about(corner, below, FAR_ABOVE, Math.ceil(FINE * (below + FAR_ABOVE)));
  const ln = f.map((at) => (-Math.min(DEEPEST, falls(at)) * Math.LN10) / 20);
  const step = Math.log(f[1]! / f[0]!);
  const phase = minimumPhase(ln, step);
  const omega = f.map((at) => 2 * Math.PI * at);
  const top = Math.max(...ln);
  const shown = f.map((_, i) => i).filter((i) => i > 0 && i < f.length - 1 && f[i]! >= corner * 1e-4 && ln[i]! >= top - AUDIBLY && i % 2 === 0);
  const real = ln.map((g, i) => Math.exp(g) * Math.cos(phase[i]!));
  // From well before the edge until what is slowest has settled: a coupling capacitor takes longer than the corner above.
  const slowest = f.find((_, i) => ln[i]! > top - Math.LN2 / 2) ?? corner;
  const until = 2 / Math.max(slowest === f[0] ? corner / 3 : slowest, f[0]!);
  const t = Array.from({ length: STEPS }, (_, i) => (0.01 / corner) * ((until * corner) / 0.01) ** (i / (STEPS - 1)));
  const plain = (curve: Band['curve'], x: number[], y: number[]): Band => {
    const values = y.map(sane);
    return { curve, x, nominal: values, low: values, high: values };
  };
  return {
    delay: plain(
      {
        id: 'chain-delay',
        title: `Group delay to ${end!.title}`,
        x: { label: 'frequency', unit: 'Hz', log: true, from: f[shown[0]!]!, to: f[shown.at(-1)!]! },
        y: { label: 'delay', unit: 's' },
        points: shown.length,
        marks: [{ axis: 'x', value: corner, label: 'half power' }],
      },
      shown.map((i) => f[i]!),
      shown.map((i) => -(phase[i + 1]! - phase[i - 1]!) / (omega[i + 1]! - omega[i - 1]!)),
    ),
    step: plain(
      {
        id: 'chain-step',
        title: `Step to ${end!.title}`,
        x: { label: 'time', unit: 's', log: true, from: t[0]!, to: t.at(-1)! },
        y: { label: 'of the step in the passband', unit: 'ratio' },
        points: STEPS,
        marks: [],
      },
      t,
      t.map((at) => stepOf(real, omega, at)),
    ),
  };
}
