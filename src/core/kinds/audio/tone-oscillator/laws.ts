import { risingRoot } from '../../../math/root.ts';
import { BOLTZMANN, ELEMENTARY_CHARGE, ZERO_CELSIUS } from '../../../physics/constants.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const cents = (ratio: number): number => 1200 * Math.log2(ratio);

/** Thermal voltage, V. */
export const thermalVoltage = (celsius: number): number => (BOLTZMANN * (celsius + ZERO_CELSIUS)) / ELEMENTARY_CHARGE;

/** Share of the summer's voltage at the base, with the sensing resistor at a temperature. */
export function baseShare({ parts: p }: AnyInputs, celsius: number): number {
  const sensing = p.R4.value * (1 + 1e-6 * p.R4.temperatureCoefficient * (celsius - 25));
  return sensing / (p.R3.value + sensing);
}

/** Octaves for a volt with the trimmer at a place. // Ebers-Moll: an octave is VT·ln 2 at the base */
export const scaleAt = (x: AnyInputs, trim: number, celsius: number): number =>
  (((x.parts.R2.value + trim * x.parts.P1.value) / x.parts.R1.value) * baseShare(x, celsius)) / (thermalVoltage(celsius) * Math.LN2);

/** Frequency of the core at a current, Hz; below the leakage it stands. */
export function frequencyAt({ parts: p }: AnyInputs, amps: number): number {
  const flow = amps - p.U1.leakage;
  if (flow <= 0) return NaN;
  const period = (p.C1.value * p.U1.sawAmplitude) / flow - (p.R5.value ?? 0) * p.C1.value + p.U1.resetTime;
  return period > 0 ? 1 / period : NaN;
}

export const referenceCurrent = ({ parts: p }: AnyInputs): number => p.U1.referenceVoltage / p.R6.value;

/** Current of a note so many octaves up: what the bulk resistance leaves of it. // I = I0·2ⁿ·e^(−(I − I0)·rb/VT) */
export function currentAt(x: AnyInputs, octaves: number): number {
  const i0 = referenceCurrent(x);
  const rb = x.parts.Q1.bulkResistance as number;
  if (rb === 0) return i0 * 2 ** octaves;
  const vt = thermalVoltage(x.given.tuneTemperature);
  const wanted = Math.log(i0) + octaves * Math.LN2;
  const u = risingRoot((v) => v + ((Math.exp(v) - i0) * rb) / vt - wanted, wanted - 40, wanted + 40);
  return u === null ? NaN : Math.exp(u);
}

/** How far a note is off its octaves, cents, tuned at 0 V. */
export const errorAt = (x: AnyInputs, octaves: number): number =>
  cents(frequencyAt(x, currentAt(x, octaves)) / (frequencyAt(x, referenceCurrent(x)) * 2 ** octaves));

/** Scale at a temperature against that it was trimmed at, less one. */
export function driftAt(x: AnyInputs, celsius: number): number {
  const t0 = x.given.tuneTemperature as number;
  return (baseShare(x, celsius) / baseShare(x, t0)) * ((t0 + ZERO_CELSIUS) / (celsius + ZERO_CELSIUS)) - 1;
}
