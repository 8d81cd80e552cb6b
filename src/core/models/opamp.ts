import { impossible, type Value } from '../math/absent.ts';
import { risingRoot } from '../math/root.ts';
import { addRanges } from '../quantity/uncertain.ts';
import { num } from '../stage/fields.ts';
import type { Judged } from '../stage/judged.ts';

/**
 * The one op amp of all kinds that use one: what its sheet says, as parameters with usual values of a rail-to-rail CMOS part, and
 * what follows from them. A kind takes the parameters that its formulas read.
 */
export const OP_AMP = {
  gainBandwidth: num('Hz', 3e6, 'open-loop gain times frequency where it falls with 20 dB a decade'),
  openLoopGain: num('', 1e5, 'open-loop gain at DC', { title: 'open-loop gain' }),
  slewRate: num('V/s', 2e6, 'fastest change of the output', { title: 'slew rate' }),
  secondPole: num('Hz', 1e7, 'next pole of the open loop', { title: 'second pole' }),
  inputCapacitance: num('F', 5e-12, 'of each input to ground', { min: 0, title: 'input capacitance' }),
  outputResistance: num('ohm', 100, 'open loop', { min: 0 }),
  outputSwingHigh: num('V', 0.05, 'distance to the positive rail, unloaded', { min: 0, title: 'output to the positive rail' }),
  outputSwingLow: num('V', 0.05, 'distance to the negative rail, unloaded', { min: 0, title: 'output to the negative rail' }),
  swingResistance: num('ohm', 30, 'extra distance to a rail per load current', { min: 0, title: 'loss of swing with load' }),
  inputWindowHigh: num('V', 0, 'how far below the positive rail the inputs work; negative: above it', {
    any: true,
    title: 'inputs work up to, below the rail',
  }),
  inputWindowLow: num('V', 0, 'how far above the negative rail the inputs work; negative: below it', {
    any: true,
    title: 'inputs work down to, above the rail',
  }),
  offsetVoltage: num('V', 0.002, 'magnitude, as the sheet has it', { min: 0 }),
  offsetDrift: num('V/K', 3e-6, 'magnitude, away from 25 °C', { min: 0 }),
  biasCurrent: num('A', 1e-10, 'magnitude', { min: 0 }),
  offsetCurrent: num('A', 1e-10, 'difference of the two bias currents', { min: 0, title: 'offset current' }),
  voltageNoise: num('V/rtHz', 1e-8, undefined, { min: 0 }),
  voltageNoiseCorner: num('Hz', 100, 'below it the voltage noise rises', { min: 0, title: 'corner of the voltage noise' }),
  currentNoise: num('A/rtHz', 1e-14, 'of each input', { min: 0, title: 'current noise' }),
  currentNoiseCorner: num('Hz', 0, 'below it the current noise rises', { min: 0, title: 'corner of the current noise' }),
  commonModeRejection: num('dB', 90, 'of what both inputs carry alike', { min: 0, title: 'common-mode rejection' }),
  rippleRejection: num('dB', 90, 'at DC, referred to the input', { min: 0 }),
  rippleRejectionCorner: num('Hz', 100, 'above it rejection falls 20 dB a decade', { title: 'corner of the ripple rejection' }),
  quiescentCurrent: num('A', 0.001, undefined, { min: 0 }),
  currentLimit: num('A', 0.03),
  supplyMinimum: num('V', 1.8, 'least span between its rails', { title: 'least supply' }),
  supplyMaximum: num('V', 5.5, 'largest span between its rails', { title: 'largest supply' }),
  junctionToAmbient: num('K/W', 200),
  maximumJunction: num('degC', 125, undefined, { any: true }),
} as const;

/** What a filter reads of its op amps, all alike: a signal ground at half the supply, the output as far from either rail as `headroom`. */
export const FILTER_AMP = {
  gainBandwidth: num('Hz', 1e7, 'open-loop gain times frequency where it falls with 20 dB a decade'),
  openLoopGain: num('', 1e6, 'open-loop gain at DC', { title: 'open-loop gain' }),
  outputResistance: num('ohm', 100, 'open loop', { min: 0 }),
  slewRate: num('V/s', 1e7, 'fastest change of the output', { title: 'slew rate' }),
  voltageNoise: num('V/rtHz', 5e-9, undefined, { min: 0 }),
  voltageNoiseCorner: num('Hz', 0, 'below it the voltage noise rises', { min: 0, title: 'corner of the voltage noise' }),
  currentNoise: num('A/rtHz', 0, 'of each input', { min: 0, title: 'current noise' }),
  headroom: num('V', 0.2, 'least distance of the output to either rail', { min: 0, title: 'output to the rails' }),
  quiescentCurrent: num('A', 0.001, 'of each', { min: 0 }),
  rippleRejection: num('dB', 90, 'at DC, referred to the input', { min: 0 }),
  rippleRejectionCorner: num('Hz', 100, 'above it rejection falls 20 dB a decade', { title: 'corner of the ripple rejection' }),
  supplyMaximum: num('V', 36, 'largest span between its rails', { title: 'largest supply' }),
} as const;

/**
 * Weights of a noise density e²·(1 + fc/f) seen through one pole, between two frequencies, Hz and 1: the mean square is
 * e²·(white + fc·corner). // integral of 1/(1 + (f/fb)²) and of the same over f
 * @param pole corner of the pole, Hz; Infinity for none
 */
export function noiseWeights(from: number, to: number, pole = Infinity): { white: number; corner: number } {
  if (!Number.isFinite(pole)) return { white: to - from, corner: Math.log(to / from) };
  return {
    white: pole * (Math.atan(to / pole) - Math.atan(from / pole)),
    corner: 0.5 * Math.log((to ** 2 * (pole ** 2 + from ** 2)) / (from ** 2 * (pole ** 2 + to ** 2))),
  };
}

/** Rejection of supply ripple at a frequency, dB: falls with 20 dB a decade above its corner. */
export const rejectionAt = (decibels: number, corner: number, frequency: number): number => decibels - 10 * Math.log10(1 + (frequency / corner) ** 2);

/** What makes the loop of an op amp turn, besides its own first pole. */
export interface Loop {
  openLoopGain: number;
  gainBandwidth: number;
  /** Gain from output to inverting input, over all dividers, at DC. */
  feedback: number;
  /** Corners of further poles, Hz; Infinity where there is none. */
  poles: readonly number[];
}

/**
 * Phase margin of a loop, degrees: 180° and the phase where the magnitude passes one. // [Bode] stability of feedback amplifiers
 */
export function phaseMargin({ openLoopGain, gainBandwidth, feedback, poles }: Loop): Value {
  const first = gainBandwidth / openLoopGain;
  // Logarithm of the magnitude against that of the frequency: falls from the first pole on.
  const fallen = (u: number): number => {
    const f = Math.exp(u);
    let log = Math.log(openLoopGain * feedback) - 0.5 * Math.log1p((f / first) ** 2);
    for (const p of poles) log -= 0.5 * Math.log1p((f / p) ** 2);
    return -log;
  };
  const crossing = risingRoot(fallen, Math.log(first * 1e-3), Math.log(gainBandwidth * 2));
  if (crossing === null) return NO_CROSSING;
  const f = Math.exp(crossing);
  let phase = Math.PI - Math.atan(f / first);
  for (const p of poles) phase -= Math.atan(f / p);
  return (phase * 180) / Math.PI;
}
const NO_CROSSING = impossible('the loop has no gain to begin with');

/** Mean current that flows out and into an output which carries a sine of a peak on a steady current, A. // half-wave average of a shifted sine */
export function meanCurrents(steady: number, peak: number): { out: number; into: number } {
  const out =
    steady >= peak ? steady : steady <= -peak ? 0 : (steady * (Math.PI / 2 + Math.asin(steady / peak)) + Math.sqrt(peak ** 2 - steady ** 2)) / Math.PI;
  return { out, into: out - steady };
}

/** What links bring to an amplifier between two supplies about a reference. */
export const AMP_CARRIED = {
  inputRipple: num('V', 0, 'of the positive rail, peak to peak', { min: 0, title: 'ripple of the supply' }),
  rippleFrequency: num('Hz', 100, 'of the rail'),
  referenceRipple: num('V', 0, 'ripple of the reference, peak to peak', { min: 0, title: 'ripple of the reference' }),
} as const;

/** Its rails. */
export const AMP_RAILS = {
  vp: {
    role: 'consumes',
    fills: { voltage: 'positiveSupply', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
    draws: 'supplyCurrent',
    gives: { absoluteMaximum: (c: Judged) => addRanges(c.must('U1.supplyMaximum'), c.must('negativeSupply')) },
  },
  vn: { role: 'consumes', optional: true, signed: true, fills: { voltage: 'negativeSupply' }, draws: 'supplyCurrent', gives: {} },
  ref: { role: 'consumes', optional: true, fills: { voltage: 'referenceLevel', ripple: 'referenceRipple' }, gives: {} },
} as const;
