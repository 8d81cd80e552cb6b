import { nearestOf } from '../../../quantity/preferred.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Resistance of the source and of what feeds it, ohm. */
export const source = ({ given: g, parts }: AnyInputs): { rs: number; feed: number } => ({
  rs: g.source === 'capsule' ? (parts.R9.value ?? g.sourceResistance) : g.sourceResistance,
  feed: 2 * (g.phantomResistance ?? Infinity),
});

/** From the terminals to the amplifier: what is left of a voltage, and the resistance it looks back into. // dividers one after another */
export function chain({ given: g, parts }: AnyInputs, volts: number, ohms: number, pad: boolean): { volts: number; ohms: number } {
  let [e, z] = [volts, ohms];
  if (pad && parts.R5.value && parts.R6.value) {
    const behind = z + 2 * parts.R5.value;
    e = (e * parts.R6.value) / (parts.R6.value + behind);
    z = parallel(behind, parts.R6.value);
  }
  if (g.transformerRatio !== 1) {
    e *= g.transformerRatio;
    z = g.transformerRatio ** 2 * (z + parts.T1.primaryResistance) + parts.T1.secondaryResistance;
  }
  z += 2 * (parts.R8.value ?? 0);
  const bias = 2 * parts.R3.value;
  return { volts: (e * bias) / (bias + z), ohms: parallel(z, bias) };
}

/** Resistance at the terminals, ohm. */
export function inputResistance({ given: g, parts }: AnyInputs, pad: boolean): number {
  const bias = 2 * (parts.R8.value ?? 0) + 2 * parts.R3.value;
  const n = g.transformerRatio;
  const behind = n === 1 ? bias : parts.T1.primaryResistance + (parts.T1.secondaryResistance + bias) / n ** 2;
  const padded = pad && parts.R5.value && parts.R6.value ? 2 * parts.R5.value + parallel(parts.R6.value, behind) : behind;
  return parallel(2 * (g.phantomResistance ?? Infinity), padded);
}

/** Resistances of the gain leg at the highest, the lowest gain and at half rotation, ohm. */
export function legs({ given: g, parts }: AnyInputs): { high: number; low: number; mid: number } {
  const r2 = parts.R2.value;
  const p = parts.P1.value ?? 0;
  if (g.gainControl === 'pot') return { high: r2, low: r2 + p, mid: r2 + parts.P1.midFraction * p };
  if (g.gainControl === 'switch') return { high: r2, low: parts.R7.value ?? r2, mid: r2 };
  return { high: r2, low: r2, mid: r2 };
}

export const amplification = ({ parts }: AnyInputs, leg: number): number => 1 + (2 * parts.R1.value) / leg;

/** Mean square at the amplifier's input in the band, V², with a gain leg and the resistance it looks back into. // [Nyquist], [Motchenbacher] */
export function squared({ given: g, parts, ambient }: AnyInputs, leg: number, ohms: number, devices: number): number {
  const u = parts.U1;
  const kt = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS);
  const a = amplification({ parts } as AnyInputs, leg);
  const [white, corner] = [g.noiseBandHigh - g.noiseBandLow, Math.log(g.noiseBandHigh / g.noiseBandLow)];
  const volts = (u.voltageNoise ** 2 / devices) * (white + u.voltageNoiseCorner * corner);
  const amps = ((u.currentNoise ** 2 * devices * ohms ** 2) / 2) * (white + u.currentNoiseCorner * corner);
  return volts + amps + white * (kt * ohms + kt * leg * ((a - 1) / a) ** 2 + (2 * kt * parts.R1.value) / a ** 2 + (u.outputVoltageNoise / a) ** 2);
}

/** Common-mode rejection of unequal legs and of the amplifier, dB. */
export function commonMode({ given: g, parts }: AnyInputs): number {
  if (g.transformerRatio !== 1) return parts.T1.commonModeRejection;
  const z = parallel(g.phantomResistance ?? Infinity, (parts.R8.value ?? 0) + parts.R3.value);
  const half = source({ given: g, parts } as AnyInputs).rs / 2;
  const d = z / (z + half) - z / (z + half + g.sourceImbalance);
  return -20 * Math.log10(d + 10 ** (-parts.U1.commonModeRejection / 20));
}

/** The worst step of a switch whose resistors come from a series: values nearest by ratio, dB. */
export function stepError(x: AnyInputs, h: number, series: readonly number[]): number {
  const { given: g, parts } = x;
  let worst = 0;
  for (let wanted = g.highestGain; wanted >= g.lowestGain - 0.001; wanted -= g.gainStep) {
    const target = (2 * parts.R1.value) / (10 ** (wanted / 20) / h - 1);
    if (!(target > 0)) continue;
    const value = nearestOf(series, target)!;
    worst = Math.max(worst, Math.abs(20 * Math.log10(h * amplification(x, value)) - wanted));
  }
  return worst;
}
