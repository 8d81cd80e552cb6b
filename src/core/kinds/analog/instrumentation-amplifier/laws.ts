import { integrateOverFrequency } from '../../../math/integrate.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { fromDb, parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Gains and poles of either circuit. // [Bode]; superposition in both stages */
export function solve({ given: g, parts: p, ambient }: AnyInputs) {
  const u = p.U1;
  const three = g.topology === 'three-op-amp';
  const g1 = three ? 1 + (p.R2.value + p.R3.value) / p.R1.value : 1 + u.gainConstant / p.R1.value;
  const gn = three ? p.R5.value / p.R4.value : 1;
  const n2 = 1 + gn;
  const gp = three ? (n2 * p.R7.value) / (p.R6.value + p.R7.value) : 1;
  const gd = three ? (gp + gn) / 2 : 1;
  const gc = three ? gp - gn : 0;
  const gain = g1 * gd;
  const p1 = u.gainBandwidth / (three ? g1 : gain);
  const p2 = three ? u.gainBandwidth / n2 : u.outputBandwidth;
  const square = (f: number) => 1 / ((1 + (f / p1) ** 2) * (1 + (f / p2) ** 2));
  // Half power of two poles: (1 + u/a)(1 + u/b) = 2 in u = f².
  const [a, b] = [p1 * p1, p2 * p2];
  const bandwidth = Math.sqrt((Math.sqrt((a + b) ** 2 + 4 * a * b) - a - b) / 2);
  const fc = g.commonModeFrequency as number;
  const own = fromDb(-u.commonModeRejection) * Math.hypot(1, fc / u.commonModeRejectionCorner);
  const source = 2 * Math.PI * fc * (g.inputCapacitance * g.sourceImbalance + g.sourceResistance * g.capacitanceImbalance);
  const drift = u.offsetDrift * Math.abs(ambient - 25);
  const input = u.offsetVoltage + drift;
  const offsetIn =
    (three ? 2 * input + (input * n2) / gain : input + u.outputOffsetVoltage / gain) + u.offsetCurrent * g.sourceResistance + u.biasCurrent * g.sourceImbalance;
  return { three, g1, gn, n2, gd, gc, gain, p1, p2, square, bandwidth, commonModeGain: gc / gain, leak: own + source, outputOffset: gain * offsetIn };
}
export type Solved = ReturnType<typeof solve>;

/** Mean square per hertz referred to the input, V²/Hz. // [Nyquist], [Motchenbacher] */
export function density({ given: g, parts: p, ambient }: AnyInputs, s: Solved, f: number): number {
  const u = p.U1;
  const kt = BOLTZMANN * (ambient + ZERO_CELSIUS);
  const volts = u.voltageNoise ** 2 * (1 + u.voltageNoiseCorner / f);
  const amps = u.currentNoise ** 2 * (1 + u.currentNoiseCorner / f);
  const rs = g.sourceResistance;
  const both = 2 * amps * rs ** 2 + 8 * kt * rs + 4 * kt * p.R1.value * ((s.g1 - 1) / s.g1) ** 2;
  if (!s.three) return both + volts + (u.outputVoltageNoise / s.gain) ** 2;
  const rp = parallel(p.R6.value, p.R7.value);
  const first = 2 * volts + (4 * kt * (p.R2.value + p.R3.value) + amps * (p.R2.value ** 2 + p.R3.value ** 2)) / s.g1 ** 2;
  const second =
    (volts * s.n2 ** 2 + amps * (p.R5.value ** 2 + (rp * s.n2) ** 2) + 4 * kt * (p.R5.value ** 2 / p.R4.value + p.R5.value + rp * s.n2 ** 2)) / s.gain ** 2;
  return both + first + second;
}

export const inputNoise = (x: AnyInputs, s: Solved): number =>
  Math.sqrt(integrateOverFrequency((f) => density(x, s, f) * s.square(f), x.given.noiseBandLow, x.given.noiseBandHigh, 1e-7));

/** What is left at the inputs, at the inner nodes and at the output, V, at the trough of the supply. */
export function room({ given: g, parts: p, carried }: AnyInputs, s: Solved) {
  const u = p.U1;
  const top = g.positiveSupply - carried.inputRipple / 2;
  const bottom = g.negativeSupply;
  const node = g.commonModeAmplitude + (s.g1 * g.inputAmplitude) / 2;
  const input = g.commonModeAmplitude + g.inputAmplitude / 2;
  const swing = s.gain * Math.sqrt(s.square(g.signalFrequency)) * g.inputAmplitude;
  const middle = g.inputLevel + u.levelShift;
  return {
    swing,
    inputHeadroomHigh: top - u.inputWindowHigh - (g.inputLevel + input),
    inputHeadroomLow: g.inputLevel - input - bottom - u.inputWindowLow,
    nodeHeadroomHigh: top - u.nodeSwingHigh - (middle + node),
    nodeHeadroomLow: middle - node - bottom - u.nodeSwingLow,
    outputHeadroomHigh: top - u.outputSwingHigh - (g.referenceLevel + swing + s.outputOffset),
    outputHeadroomLow: g.referenceLevel - swing - s.outputOffset - bottom - u.outputSwingLow,
  };
}
