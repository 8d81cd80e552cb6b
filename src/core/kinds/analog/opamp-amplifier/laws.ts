import type { Value } from '../../../math/absent.ts';
import { meanCurrents, noiseWeights, phaseMargin, rejectionAt } from '../../../models/opamp.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { fromDb, parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** An input of the circuit: its gain with sign, and the resistance in series with it, source included. */
export interface Way {
  gain: number;
  ohms: number;
}

/** The resistor network of each topology: gains, and the resistances the two inputs see. */
export interface Network {
  /** Gain of the signal, with sign. */
  gain: number;
  noiseGain: number;
  /** Of all inputs, the magnitudes together: what swings the output most. */
  swing: number;
  /** At the inverting and the non-inverting input. */
  rn: number;
  rp: number;
  /** Feedback resistor; 0 in a buffer. */
  r2: number;
  /** What the feedback network loads the output with. */
  own: number;
  ways: readonly Way[];
  commonModeGain: number;
  /** Gain of ripple on the reference to the output. */
  reference: number;
}

/** What the resistors make, by nodal analysis of an ideal op amp. // [Bode]; superposition */
export function network({ given: g, parts }: AnyInputs): Network {
  const rs = g.sourceResistance;
  const r1 = parts.R1.value ?? 0;
  const r2 = parts.R2.value ?? 0;
  const r3 = parts.R3.value ?? 0;
  const r4 = parts.R4.value ?? 0;
  switch (g.topology as string) {
    case 'inverting': {
      const ra = r1 + rs;
      const gain = -r2 / ra;
      return {
        commonModeGain: 0,
        gain,
        noiseGain: 1 - gain,
        swing: -gain,
        rn: parallel(ra, r2),
        rp: r3,
        r2,
        own: r2,
        ways: [{ gain, ohms: ra }],
        reference: 1 - gain,
      };
    }
    case 'summing': {
      const ways = [r1, parts.R5.value ?? 0, parts.R6.value ?? 0].filter((r) => r > 0).map((r): Way => ({ gain: -r2 / (r + rs), ohms: r + rs }));
      const sum = ways.reduce((s, w) => s - w.gain, 0);
      const rn = parallel(r2, ...ways.map((w) => w.ohms));
      return { commonModeGain: 0, gain: ways[0]?.gain ?? 0, noiseGain: 1 + sum, swing: sum, rn, rp: r3, r2, own: r2, ways, reference: 1 + sum };
    }
    case 'difference': {
      const [ra, rb] = [r1 + rs, r3 + rs];
      const gn = r2 / ra;
      const noiseGain = 1 + gn;
      const gp = (noiseGain * r4) / (rb + r4);
      const gain = (gp + gn) / 2;
      return {
        gain,
        noiseGain,
        swing: gain,
        rn: parallel(ra, r2),
        rp: parallel(rb, r4),
        r2,
        own: r2,
        ways: [{ gain: -gn, ohms: ra }],
        commonModeGain: gp - gn,
        reference: (noiseGain * rb) / (rb + r4),
      };
    }
    case 'buffer':
      return { commonModeGain: 0, gain: 1, noiseGain: 1, swing: 1, rn: r2, rp: rs + r3, r2, own: Infinity, ways: [], reference: 0 };
    default: {
      const gain = 1 + r2 / r1;
      return { commonModeGain: 0, gain, noiseGain: gain, swing: gain, rn: parallel(r1, r2), rp: rs + r3, r2, own: r1 + r2, ways: [], reference: 1 - gain };
    }
  }
}

/** Level of the output without a signal, V. */
function level({ given: g, parts }: AnyInputs, n: Network): number {
  if (g.coupling === 'ac') return g.referenceLevel;
  if (g.topology === 'difference') {
    const [rb, r4] = [parts.R3.value + g.sourceResistance, parts.R4.value];
    return (n.noiseGain * (g.referenceLevel * rb + g.inputLevel * r4)) / (rb + r4) - (n.noiseGain - 1) * g.inputLevel;
  }
  const slope = g.topology === 'summing' ? -n.swing : n.gain;
  return g.referenceLevel + slope * (g.inputLevel - g.referenceLevel);
}

/** The highest and lowest level at the inputs of the op amp, V. */
function inputLevels({ given: g, parts }: AnyInputs): [low: number, high: number] {
  const steady = g.coupling === 'ac' ? g.referenceLevel : g.inputLevel;
  switch (g.topology as string) {
    case 'inverting':
    case 'summing':
      return [g.referenceLevel, g.referenceLevel];
    case 'difference': {
      const [rb, r4] = [parts.R3.value + g.sourceResistance, parts.R4.value];
      const moved = g.commonModeAmplitude + g.inputAmplitude / 2;
      const at = (v: number) => (g.referenceLevel * rb + v * r4) / (rb + r4);
      return [at(steady - moved), at(steady + moved)];
    }
    default:
      return [steady - g.inputAmplitude, steady + g.inputAmplitude];
  }
}

/** All that follows from the inputs, in SI units; what is absent for a topology is left to the caller. */
export function solve(x: AnyInputs) {
  const { given: g, parts, ambient } = x;
  const u = parts.U1;
  const n = network(x);
  const bandwidth = u.gainBandwidth * (1 / n.noiseGain + 1 / u.openLoopGain);
  const left = 1 / (1 + n.noiseGain / u.openLoopGain);
  const loop = left / Math.hypot(1, g.signalFrequency / bandwidth);
  const outputPeak = loop * n.swing * g.inputAmplitude;
  const drift = u.offsetVoltage + u.offsetDrift * Math.abs(ambient - 25);
  const outputOffset = n.noiseGain * drift + u.biasCurrent * Math.abs(n.noiseGain * n.rp - n.r2) + 0.5 * u.offsetCurrent * (n.noiseGain * n.rp + n.r2);
  const d = level(x, n);
  const load = parallel(g.loadResistance, n.own);
  const peak = outputPeak / load;
  const steady = g.topology === 'difference' ? 0 : (d - g.referenceLevel) / load;
  const [outputHigh, outputLow] = [d + outputPeak + outputOffset, d - outputPeak - outputOffset];
  const [lowest, highest] = inputLevels(x);
  const trough = g.positiveSupply - g.inputRipple / 2;
  // Field by field: a spread of so many costs more than the formulas.
  return {
    gain: n.gain,
    noiseGain: n.noiseGain,
    swing: n.swing,
    rn: n.rn,
    rp: n.rp,
    r2: n.r2,
    own: n.own,
    ways: n.ways,
    commonModeGain: n.commonModeGain,
    reference: n.reference,
    bandwidth,
    loop,
    outputPeak,
    outputOffset,
    level: d,
    load,
    peak,
    steady,
    outputHigh,
    outputLow,
    outputHeadroomHigh: trough - u.outputSwingHigh - u.swingResistance * Math.max(peak + steady, 0) - outputHigh,
    outputHeadroomLow: outputLow - g.negativeSupply - u.outputSwingLow - u.swingResistance * Math.max(peak - steady, 0),
    inputHeadroomHigh: trough - u.inputWindowHigh - highest,
    inputHeadroomLow: lowest - g.negativeSupply - u.inputWindowLow,
  };
}
export type Solved = ReturnType<typeof solve>;

/** Mean squares at the output in the band, V²: what the op amp makes, and what the resistors (or the linked source) make. // [Nyquist], [Motchenbacher] */
export function noise({ given: g, parts, carried, ambient }: AnyInputs, s: Network & { bandwidth: number }): { amplifier: number; resistors: number } {
  const u = parts.U1;
  const w = noiseWeights(g.noiseBandLow, g.noiseBandHigh, s.bandwidth);
  const volts = (u.voltageNoise * s.noiseGain) ** 2 * (w.white + u.voltageNoiseCorner * w.corner);
  const amps = u.currentNoise ** 2 * ((s.rp * s.noiseGain) ** 2 + s.r2 ** 2) * (w.white + u.currentNoiseCorner * w.corner);
  const kt = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS);
  let ohms = s.rp * s.noiseGain ** 2 + s.r2;
  for (const way of s.ways) ohms += way.ohms * way.gain ** 2;
  if (s.own !== s.r2 && Number.isFinite(s.own)) ohms += (s.own - s.r2) * (s.noiseGain - 1) ** 2;
  // A linked source says its own noise, the thermal one of its resistance included.
  const linked = carried.sourceNoise === null ? 0 : (carried.sourceNoise ** 2 - kt * g.sourceResistance) * s.gain ** 2;
  return { amplifier: volts + amps, resistors: Math.max(0, kt * ohms + linked) * w.white };
}

/** Ripple at the output, V peak to peak: of the supply through the rejection, and of the reference that the gain works about. */
export function ripple({ given: g, parts, carried }: AnyInputs, s: Network & { bandwidth: number }): number {
  const u = parts.U1;
  const falls = (f: number) => Math.hypot(1, f / s.bandwidth);
  const supply = (g.inputRipple * s.noiseGain * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, g.rippleFrequency))) / falls(g.rippleFrequency);
  const reference =
    carried.referenceRipple === 0 ? 0 : (carried.referenceRipple * Math.abs(s.reference)) / falls(carried.referenceFrequency ?? g.rippleFrequency);
  return supply + reference;
}

export function margin({ given: g, parts }: AnyInputs, s: Network & { load: number }): Value {
  const u = parts.U1;
  const corner = (ohms: number, farads: number) => (ohms * farads > 0 ? 1 / (2 * Math.PI * ohms * farads) : Infinity);
  return phaseMargin({
    openLoopGain: u.openLoopGain,
    gainBandwidth: u.gainBandwidth,
    feedback: s.load / (s.load + u.outputResistance) / s.noiseGain,
    poles: [u.secondPole, corner(parallel(u.outputResistance, s.load), g.loadCapacitance), corner(s.rn, u.inputCapacitance)],
  });
}

/** Heat of the op amp and the mean current of its busier rail. */
export function power({ given: g, parts }: AnyInputs, s: Solved) {
  const u = parts.U1;
  const { out, into } = meanCurrents(s.steady, s.peak);
  const dissipation =
    (g.positiveSupply - g.negativeSupply) * u.quiescentCurrent +
    (g.positiveSupply - g.referenceLevel) * out +
    (g.referenceLevel - g.negativeSupply) * into -
    (s.steady ** 2 + s.peak ** 2 / 2) * s.load;
  return { dissipation, supplyCurrent: u.quiescentCurrent + Math.max(out, into), out, into };
}
