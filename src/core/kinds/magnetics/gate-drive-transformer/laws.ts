import { stepOvershoot } from '../../../physics/second-order.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const isBlocked = ({ given: g }: AnyInputs): boolean => g.drive === 'dc-blocked';
const isSingle = ({ given: g }: AnyInputs): boolean => g.drive === 'single-ended';
export const ratio = ({ parts: { T1 } }: AnyInputs): number => T1.secondaryTurns / T1.primaryTurns;

/** Volt-seconds at the primary, V s. // Faraday */
export function voltSeconds(x: AnyInputs, duty: number = x.given.dutyCycle): number {
  const { supplyVoltage: v, switchingFrequency: f } = x.given;
  return (v * duty * (isBlocked(x) ? 1 - duty : 1)) / f;
}
/** Volt-seconds over what they magnetise, both ways or one: the share of the swing that is the peak. */
const share = (x: AnyInputs): number => (isSingle(x) ? 1 : 2);
export const fluxPeak = (x: AnyInputs, duty?: number): number => voltSeconds(x, duty) / (share(x) * x.parts.T1.primaryTurns * x.parts.T1.coreArea);
export const startUpFlux = ({ given: g, parts: { T1 } }: AnyInputs): number =>
  (g.supplyVoltage * g.dutyCycle) / (g.switchingFrequency * T1.primaryTurns * T1.coreArea);
export const mainInductance = ({ parts: { T1 } }: AnyInputs): number => T1.primaryTurns ** 2 * T1.inductanceFactor;
export const magnetising = (x: AnyInputs, duty?: number): number => voltSeconds(x, duty) / (share(x) * mainInductance(x));

/** Gate levels, V. */
export function levels(x: AnyInputs): { on: number; off: number } {
  const { given: g } = x;
  const n = ratio(x);
  const v = n * g.supplyVoltage;
  if (isBlocked(x)) return { on: v * (1 - g.dutyCycle), off: -v * g.dutyCycle };
  return { on: v, off: isSingle(x) ? -n * (g.resetVoltage ?? 0) : -v };
}

/** Resistance in the gate's loop, seen at the secondary, Ω. */
export const loopOhms = (x: AnyInputs): number =>
  x.parts.R1.value + x.parts.T1.secondaryResistance + ratio(x) ** 2 * (x.parts.T1.primaryResistance + x.parts.U1.outputResistance);
export const damping = (x: AnyInputs): number => (loopOhms(x) / 2) * Math.sqrt(x.parts.Q1.inputCapacitance / x.parts.T1.leakageInductance);
export const omega = (x: AnyInputs): number => 1 / Math.sqrt(x.parts.T1.leakageInductance * x.parts.Q1.inputCapacitance);

/** 10 to 90 % of a second-order step in units of 1/ω: by halving on its rising flank. // [Nilsson] */
export function rise(z: number): number {
  const y = (t: number): number => {
    if (Math.abs(z - 1) < 1e-6) return 1 - Math.exp(-t) * (1 + t);
    if (z < 1) {
      const w = Math.sqrt(1 - z * z);
      return 1 - Math.exp(-z * t) * (Math.cos(w * t) + (z / w) * Math.sin(w * t));
    }
    const r = Math.sqrt(z * z - 1);
    const [a, b] = [-z + r, -z - r];
    return 1 + (b * Math.exp(a * t) - a * Math.exp(b * t)) / (a - b);
  };
  const most = z < 1 ? Math.PI / Math.sqrt(1 - z * z) : 40 * (z + 1);
  const at = (level: number) => {
    let [low, high] = [0, most];
    for (let k = 0; k < 80; k++) {
      const middle = (low + high) / 2;
      if (y(middle) < level) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return at(0.9) - at(0.1);
}

/** Largest current of a step into the loop, over step·√(C/Lk). // [Nilsson] */
export function currentShape(z: number): number {
  if (Math.abs(z - 1) < 1e-6) return Math.exp(-1);
  return z < 1 ? Math.exp((-z / Math.sqrt(1 - z * z)) * Math.acos(z)) : Math.exp((-z / Math.sqrt(z * z - 1)) * Math.acosh(z));
}

/** Gate at the first pulses from rest, before the blocking capacitor is charged, V: all of the supply, and its ringing. */
export const firstPulse = (x: AnyInputs): number => ratio(x) * x.given.supplyVoltage * (1 + stepOvershoot(damping(x)));
