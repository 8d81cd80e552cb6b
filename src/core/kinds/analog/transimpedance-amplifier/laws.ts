import { impossible, type Value } from '../../../math/absent.ts';
import { integrateOverFrequency } from '../../../math/integrate.ts';
import { risingRoot } from '../../../math/root.ts';
import { BOLTZMANN, ELEMENTARY_CHARGE, ZERO_CELSIUS } from '../../../physics/constants.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** The loop: capacitance at the input, feedback, and the op amp's integrator. All in SI units. */
export interface Loop {
  /** Angular gain-bandwidth. */
  w: number;
  r: number;
  c: number;
  /** Capacitance at the inverting input to ground. */
  ct: number;
  /** Noise gain at DC. */
  a: number;
}

export function loopOf({ given: g, parts: { R1, C1, U1 } }: AnyInputs): Loop {
  return { w: 2 * Math.PI * U1.gainBandwidth, r: R1.value, c: C1.value, ct: g.sourceCapacitance + U1.inputCapacitance, a: 1 + R1.value / g.sourceResistance };
}

/** Quality and natural frequency of the closed loop. // [Bode] second-order feedback: s²·R·(Ct + C)/w + s·(R·C + a/w) + 1 */
export function closed({ w, r, c, ct, a }: Loop): { fn: number; q: number } {
  const second = (r * (ct + c)) / w;
  return { fn: 1 / (2 * Math.PI * Math.sqrt(second)), q: Math.sqrt(second) / (r * c + a / w) };
}

/** Half-power frequency of a second-order low-pass. */
export const halfPower = (fn: number, q: number): number => {
  const x = 1 - 1 / (2 * q * q);
  return fn * Math.sqrt(x + Math.hypot(x, 1));
};

/** How far the response rises above DC, dB. */
export const peaking = (q: number): number => (q > Math.SQRT1_2 ? 20 * Math.log10(q / Math.sqrt(1 - 1 / (4 * q * q))) : 0);

/** Feedback capacitance for a response without a peak, F: Q = 1/√2. */
export function flat(loop: Loop): Value {
  const found = risingRoot((u) => Math.SQRT1_2 - closed({ ...loop, c: Math.exp(u) }).q, Math.log(1e-18), Math.log(1e-6));
  return found !== null ? Math.exp(found) : closed({ ...loop, c: 0 }).q <= Math.SQRT1_2 ? 0 : NO_FLAT;
}

/** Phase margin, degrees: where gain-bandwidth over frequency times the feedback passes one. */
export function phaseMargin({ w, r, c, ct, a }: Loop): Value {
  const beta = (f: number) => {
    const s = 2 * Math.PI * f;
    return Math.hypot(1, s * r * c) / Math.hypot(a, s * r * (ct + c));
  };
  const u = risingRoot((x) => 2 * Math.PI * Math.exp(x) - w * beta(Math.exp(x)), Math.log(1e-3), Math.log(w * 10));
  if (u === null) return NO_CROSSING;
  const s = 2 * Math.PI * Math.exp(u);
  return 90 + ((Math.atan(s * r * c) - Math.atan((s * r * (ct + c)) / a)) * 180) / Math.PI;
}

/** Mean squares per hertz at the output at a frequency, V²/Hz, by what makes them. // [Nyquist], [Schottky], [Motchenbacher] */
export function densities({ given: g, parts: { U1 }, ambient }: AnyInputs, loop: Loop, amps: number, frequency: number) {
  const { w, r, c, ct, a } = loop;
  const s = 2 * Math.PI * frequency;
  const real = 1 - (s * s * r * (ct + c)) / w;
  const imag = s * (r * c + a / w);
  const d = real * real + imag * imag;
  const h2 = (r * r) / d;
  const kt = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS);
  return {
    feedback: (kt / r) * h2,
    source: (kt / g.sourceResistance) * h2,
    current: U1.currentNoise ** 2 * h2,
    shot: 2 * ELEMENTARY_CHARGE * (amps + g.darkCurrent) * h2,
    voltage: (U1.voltageNoise ** 2 * (1 + U1.voltageNoiseCorner / frequency) * (a * a + (s * r * (ct + c)) ** 2)) / d,
  };
}

/** Noise at the output in the band, V rms, with a current flowing. */
export function noise(x: AnyInputs, amps: number): number {
  const loop = loopOf(x);
  const at = (f: number) => {
    const n = densities(x, loop, amps, f);
    return n.feedback + n.source + n.current + n.shot + n.voltage;
  };
  return Math.sqrt(integrateOverFrequency(at, x.given.noiseBandLow, x.given.noiseBandHigh, 1e-7));
}

/** Voltage the full current makes, its direction, and the offset. */
export function levels({ given: g, parts: { R1, U1 } }: AnyInputs, loop: Loop) {
  const sign = g.polarity === 'rising' ? 1 : -1;
  const offset = U1.offsetVoltage * loop.a + (U1.biasCurrent + g.darkCurrent) * R1.value;
  const volts = g.referenceLevel + sign * g.inputCurrent * R1.value;
  return { sign, offset, volts };
}

const NO_FLAT = impossible('no feedback capacitor below 1 µF makes it flat');
const NO_CROSSING = impossible('the loop has no gain to begin with');
