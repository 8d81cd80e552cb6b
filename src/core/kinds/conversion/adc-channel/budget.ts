import { impossible, type Value } from '../../../math/absent.ts';
import { ambientSpan } from '../../../physics/thermal.ts';
import type { Range } from '../../../quantity/uncertain.ts';
import { fitLine, type Point } from './calibration.ts';

/** Nobody measures a null deeper than this, dB. */
export const DEEPEST = 160;

export interface Given {
  converter: 'sar' | 'sigma-delta';
  resolution: number;
  bipolar: boolean;
  measuredVoltage: number;
  referenceTolerance: number;
  referenceDrift: number;
  gainError: number;
  gainDrift: number;
  offsetVoltage: number;
  offsetDrift: number;
  inl: number;
  calibrationTemperature: number;
  sampleRate: number;
  sourceResistance: number;
  inputResistance: number;
  inputLeakage: number;
  acquisitionTime: number;
  kickbackStep: number;
  settleCycles: number;
  filterOrder: number;
  averages: number;
  calibration: 'none' | 'offset' | 'two-point';
  calibrationPoints: readonly Readonly<Record<string, number>>[];
}

/** One contribution to the error, V, and whether a calibration takes it away. */
export interface Term {
  name: string;
  volts: number;
  removedBy: 'never' | 'offset' | 'two-point';
}

/** The error terms at the measured voltage, V. // [IEEE 1241] terms; worst case by construction */
export function errorTerms(g: Given, r1: number, lsb: number, ambient: Range, settlingError: number): Term[] {
  const v = Math.abs(g.measuredVoltage);
  const r = g.sourceResistance + r1;
  const dt = ambientSpan(ambient, g.calibrationTemperature);
  const term = (name: string, volts: number, removedBy: Term['removedBy'] = 'never'): Term => ({ name, volts, removedBy });
  return [
    term('reference tolerance', v * g.referenceTolerance, 'two-point'),
    term('reference drift', v * g.referenceDrift * 1e-6 * dt),
    term('gain error', v * g.gainError, 'two-point'),
    term('gain drift', v * g.gainDrift * 1e-6 * dt),
    term('offset', Math.abs(g.offsetVoltage), 'offset'),
    term('offset drift', Math.abs(g.offsetDrift) * dt),
    term('leakage', Math.abs(g.inputLeakage) * r, 'offset'),
    term('loading of the source', v * (Number.isFinite(g.inputResistance) ? r / (r + g.inputResistance) : 0), 'two-point'),
    term('nonlinearity', g.inl * lsb),
    term('quantisation', lsb / 2),
    term('settling', settlingError),
  ];
}

/** What is left after the chosen calibration, with the uncertainty of the fit where points are given. */
export function calibrated(g: Given, terms: Term[]): Term[] {
  if (g.calibration === 'none') return terms;
  const left = terms.filter((t) => t.removedBy === 'never' || (g.calibration === 'offset' && t.removedBy === 'two-point'));
  if (g.calibration !== 'two-point' || g.calibrationPoints.length === 0) return left;
  const fit = fitLine(g.calibrationPoints as unknown as Point[]);
  return [...left, { name: 'calibration', volts: fit.uncertaintyAt(Math.abs(g.measuredVoltage)), removedBy: 'never' }];
}

export const extremeSum = (terms: Term[]): number => terms.reduce((sum, t) => sum + t.volts, 0);
export const rootSum = (terms: Term[]): number => Math.sqrt(terms.reduce((sum, t) => sum + t.volts * t.volts, 0));

export interface Network {
  r1: number;
  c1: number;
  samplingCapacitor: number;
  switchResistance: number;
  /** Capacitance the stage before leaves at its output, F; 0 when none. */
  reservoir: number;
}

/**
 * Error left when the converter takes its sample, V.
 * SAR with a capacitor: charge shared with the sampling capacitor each period, in the periodic steady state; without:
 * the sampling capacitor charges through everything. Sigma-delta: a step after the conversions allowed for it.
 */
export function settling(g: Given, n: Network, fullScale: number): Value {
  const r = g.sourceResistance + n.r1;
  if (g.converter === 'sigma-delta') {
    const tau = r * (n.c1 || (n.reservoir ? n.reservoir : 0));
    return g.kickbackStep === 0 || tau === 0 ? 0 : g.kickbackStep * Math.exp(-g.settleCycles / (g.sampleRate * tau));
  }
  const period = 1 / g.sampleRate;
  if (g.acquisitionTime >= period) return TOO_FAST;
  const step = g.kickbackStep || fullScale;
  if (n.c1 > 0) return shared(step, r, n.c1, n.samplingCapacitor, g.acquisitionTime, period);
  const through = (ohms: number) => step * Math.exp(-g.acquisitionTime / (ohms * n.samplingCapacitor));
  // The capacitor of the stage before feeds the sampling capacitor through R1, and is refilled by its own source.
  if (n.reservoir > 0)
    return through(n.r1 + n.switchResistance) + shared(step, g.sourceResistance, n.reservoir, n.samplingCapacitor, g.acquisitionTime, period);
  return through(r + n.switchResistance);
}

function shared(step: number, ohms: number, farads: number, sampling: number, acquisition: number, period: number): number {
  if (ohms === 0) return 0;
  const during = Math.exp(-acquisition / (ohms * (farads + sampling)));
  const all = during * Math.exp(-(period - acquisition) / (ohms * farads));
  return (during * step * sampling) / (farads + sampling) / (1 - (all * farads) / (farads + sampling));
}

const TOO_FAST = impossible('the acquisition time does not fit into one period of the sample rate');

/** Rejection of a sinc filter of some order at a frequency, dB. // [Oppenheim] ch. 4 */
export function sincRejection(frequency: number, rate: number, order: number): number {
  const u = (Math.PI * frequency) / rate;
  return u === 0 ? 0 : Math.min(DEEPEST, -20 * order * Math.log10(Math.abs(Math.sin(u) / u)));
}

/** Rejection of the plain average of n samples at a frequency, dB. */
export function averageRejection(frequency: number, rate: number, n: number): number {
  const u = (Math.PI * frequency) / rate;
  const top = Math.abs(Math.sin(n * u));
  const bottom = n * Math.abs(Math.sin(u));
  // At multiples of the rate every sample is the same: nothing is averaged out.
  if (n === 1 || bottom < 1e-12) return 0;
  return Math.min(DEEPEST, -20 * Math.log10(top / bottom));
}

/** Noise bandwidth of a sinc filter of order 1–4 in data rates. // [Schreier] sinc filters */
const SINC_BANDWIDTH = [1 / 2, 1 / 3, 11 / 40, 151 / 630];

export function noiseBandwidth(g: Given, n: Network, path: number | null): number {
  const r = g.sourceResistance + n.r1;
  const rc = n.c1 > 0 ? 1 / (4 * Math.max(r, n.switchResistance * Number(r === 0)) * n.c1) : 1 / (4 * (r + n.switchResistance) * n.samplingCapacitor);
  const own = g.converter === 'sar' ? rc : Math.min(n.c1 > 0 && r > 0 ? rc : Infinity, g.sampleRate * (SINC_BANDWIDTH[g.filterOrder - 1] ?? 0.5));
  return Math.min(own, path ?? Infinity);
}
