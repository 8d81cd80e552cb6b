import { isAbsent, type Absent } from '../../math/absent.ts';
import type { Converter, Point } from '../../physics/converter.ts';
import { nearest, seriesBetween } from '../../quantity/preferred.ts';
import { CAPACITOR_VOLTAGES, INDUCTOR_CURRENTS } from '../../quantity/stock.ts';
import type { Offer, Sizing } from '../../stage/contract.ts';
import type { AnyInputs } from '../../stage/judged.ts';

/** How the sizing of a converter sees its kind: the full load of any inputs, and lossless ripple over the input range. */
export interface Sized {
  point: (x: AnyInputs) => Point | Absent;
  topology: Converter['topology'];
  /** What R1 over R2 has to be for the wanted output. */
  ratio: number;
  /** Magnitude of the wanted output, V. */
  output: number;
}

/** Lossless ripple over its reference current at an input, for a henry. */
function rippleShare(topology: Converter['topology'], vin: number, vo: number, load: number, frequency: number): number {
  if (topology === 'buck') return vin <= vo ? 0 : ((vin - vo) * vo) / vin / frequency / load;
  const off = topology === 'boost' ? vo - vin : vo;
  if (off <= 0) return 0;
  const duty = off / (vin + off);
  return (vin * duty * (1 - duty)) / frequency / load;
}

/** The pair nearest to a ratio: the lower one of E24 from 10 k to 47 k, the upper of E96, 20 k to 1 M in all. */
function feedbackPair(s: Sizing, ratio: number): { R1: number; R2: number } {
  const bottoms = s.candidates('R2', 1e4, 4.7e4);
  let best = { R1: s.value('R1') || 1e4, R2: bottoms[0] ?? 1e4 };
  let error = Infinity;
  for (const R2 of bottoms) {
    const target = ratio * R2;
    const tops = s.open('R1') ? [nearest(target, s.series('R1')), ...seriesBetween(s.series('R1'), target * 0.97, target * 1.03)] : [s.value('R1')];
    for (const R1 of tops) {
      const sum = R1 + R2;
      const off = Math.abs(R1 / R2 / ratio - 1) + (s.open('R1') && (sum < 2e4 || sum > 1e6) ? 10 : 0);
      if (off < error - 1e-12) [best, error] = [{ R1, R2 }, off];
    }
  }
  return best;
}

/**
 * Fixed arms beside a trimmer that reach both ends wanted with every tolerance against them, with the least span beyond; null
 * where none does. // [feedback divider] with the track in the upper or the lower arm
 */
function trimmerPair(s: Sizing, x: AnyInputs, output: number): { R1: number; R2: number } | null {
  const g = x.given;
  const upper = g.feedback === 'trimmer-upper';
  const vref = s.param('U1.referenceVoltage');
  const [low, high] = [s.limit('adjustLow') ?? output * 0.85, s.limit('adjustHigh') ?? output * 1.15];
  const [t1, t2, track, t] = [s.tolerance('R1'), s.tolerance('R2'), s.value('RV1'), s.tolerance('RV1')];
  const tops = s.candidates('R1', 10, 1e6);
  let best: { R1: number; R2: number; span: number } | null = null;
  for (const R2 of s.candidates('R2', 10, 1e6)) {
    // What R1 may be at most for the low end, and at least for the high one.
    const most = upper ? ((low / vref.high - 1) * R2 * (1 - t2)) / (1 + t1) : ((low / vref.high - 1) * (R2 * (1 - t2) + track * (1 - t))) / (1 + t1);
    const least = upper ? ((high / vref.low - 1) * R2 * (1 + t2) - track * (1 - t)) / (1 - t1) : ((high / vref.low - 1) * R2 * (1 + t2)) / (1 - t1);
    const R1 = tops.find((r) => r >= least && r <= most);
    if (R1 === undefined) continue;
    const span = upper ? track / R2 : R1 / R2 - R1 / (R2 + track);
    if (!best || span < best.span) best = { R1, R2, span };
  }
  return best;
}

/**
 * Feedback pair, inductor, capacitors and the ratings of what is sized: the smallest of each that passes at the worst ends
 * of input, tolerance and frequency.
 */
export function sizeConverter(s: Sizing, x: AnyInputs, k: Sized): Offer[] {
  const open = ['R1', 'R2', 'L1', 'CIN', 'COUT'].filter((slot) => s.open(slot));
  const values: Record<string, number> = {};
  if (s.open('R1') || s.open('R2')) {
    const trimmed = (x.given.feedback ?? 'fixed') !== 'fixed';
    const pair = (trimmed ? trimmerPair(s, x, k.output) : null) ?? feedbackPair(s, k.ratio);
    if (s.open('R1')) values.R1 = pair.R1;
    if (s.open('R2')) values.R2 = pair.R2;
  }
  const [vin, f] = [s.range('inputVoltage'), s.range('switchingFrequency')];
  const load = s.range('loadCurrent');
  const spare = 1 - s.comfort;
  const inputs = Array.from({ length: 11 }, (_, i) => vin.low + ((vin.high - vin.low) * i) / 10);
  if (s.open('L1')) {
    const worst = Math.max(...inputs.map((v) => rippleShare(k.topology, v, k.output, load.nominal, f.nominal)));
    const all = s.candidates('L1', 1e-7, 1e-2);
    values.L1 = all.find((l) => worst / l <= x.given.rippleRatio) ?? all.at(-1)!;
  }
  const part = (slot: string, more: object) => ({ ...x.parts[slot], ...(values[slot] === undefined ? {} : { value: values[slot] }), ...more });
  const at = (v: number, cin: object = {}, cout: object = {}) => {
    const low = (values.L1 ?? s.value('L1')) * (1 - s.tolerance('L1'));
    const given = { ...x.given, inputVoltage: v, loadCurrent: load.high, switchingFrequency: f.low };
    return k.point({
      ...x,
      ambient: s.ambient.high,
      given,
      parts: {
        ...x.parts,
        R1: part('R1', {}),
        R2: part('R2', {}),
        L1: part('L1', { value: low, saturationCurrent: null }),
        CIN: part('CIN', cin),
        COUT: part('COUT', cout),
      },
    });
  };
  const worst = (read: (p: Point) => number, cin: object = {}, cout: object = {}) =>
    Math.max(...inputs.map((v) => at(v, cin, cout)).map((p) => (isAbsent(p) ? 0 : read(p))));
  const smallest = (slot: 'CIN' | 'COUT', limit: number, read: (p: Point) => number) => {
    const all = s.candidates(slot, 1e-6, 2.2e-3);
    const low = (c: number) => ({ value: c * (1 - s.tolerance(slot)) });
    return all.find((c) => worst(read, ...((slot === 'CIN' ? [low(c), {}] : [{}, low(c)]) as [object, object])) <= limit * spare) ?? all.at(-1)!;
  };
  if (s.open('COUT')) values.COUT = smallest('COUT', s.range('outputRippleLimit').low, (p) => p.outputRipple);
  if (s.open('CIN')) values.CIN = smallest('CIN', s.range('reflectedRippleLimit').low, (p) => p.inputRipple);
  if (!open.length) return [];
  const ratings: Record<string, number> = {};
  const rate = (slot: string, param: string, list: readonly number[], need: number) => {
    // A little more than computed: the corners of the search are not all of those that are judged.
    if (s.open(slot)) ratings[`${slot}.${param}`] = list.find((v) => v * s.derating >= need * 1.04) ?? list.at(-1)!;
  };
  // Nor may an overload saturate it: that limit is not derated.
  const overload = (s.param('U1.currentLimit').high * s.derating) / spare;
  rate('L1', 'saturationCurrent', INDUCTOR_CURRENTS, Math.max(worst((p) => p.peak) * 1.05, overload));
  rate(
    'L1',
    'currentRating',
    INDUCTOR_CURRENTS,
    worst((p) => p.rms),
  );
  rate('CIN', 'voltageRating', CAPACITOR_VOLTAGES, vin.high);
  rate(
    'CIN',
    'rippleCurrentRating',
    INDUCTOR_CURRENTS,
    worst((p) => p.inputRms),
  );
  rate('COUT', 'voltageRating', CAPACITOR_VOLTAGES, k.output * 1.06);
  rate(
    'COUT',
    'rippleCurrentRating',
    INDUCTOR_CURRENTS,
    worst((p) => p.outputRms),
  );
  return [{ values, ratings, why: 'the smallest that hold ripple at the worst ends, with ratings from stock that pass' }];
}
