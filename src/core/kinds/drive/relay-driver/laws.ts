import { COPPER_TEMPCO } from '../../../physics/copper.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Contact rating and inrush peak by the sort of load, beside a resistive one: general guidance. // [Contacts] */
export const LOADS = {
  resistive: [1, 1],
  heater: [0.8, 1.4],
  solenoid: [0.4, 3],
  motor: [0.2, 6],
  lamp: [0.1, 12],
  transformer: [0.2, 20],
  capacitor: [0.1, 30],
} as const;
export const factors = ({ given: g }: AnyInputs): readonly [contact: number, inrush: number] => LOADS[g.loadKind as keyof typeof LOADS];

export const coilVoltage = ({ given: g }: AnyInputs): number => g.supplyVoltage - g.driverDrop;

/** Resistance of the coil over that at 20 °C: at the ambient, and energised for long. // [IEC 60028]; the root of its heat balance */
export function warmth(x: AnyInputs): { cold: number; hot: number } {
  const { K1 } = x.parts;
  const cold = 1 + COPPER_TEMPCO * (x.ambient - 20);
  const volts = Math.max(0, coilVoltage(x));
  return { cold, hot: (cold + Math.sqrt(cold ** 2 + (4 * COPPER_TEMPCO * K1.coilToAmbient * volts ** 2) / K1.coilResistance)) / 2 };
}

/** What the coil's current runs out against, V; null where nothing catches it. */
export function clampVolts({ given: g, parts: { D1 } }: AnyInputs): number | null {
  return g.clamp === 'none' ? null : D1.forwardVoltage + (g.clamp === 'diode-zener' ? D1.clampVoltage : 0);
}

/** From cut-off until the armature is back, s. // [Nilsson] decay of a first-order circuit */
export function release(x: AnyInputs): number {
  const { K1 } = x.parts;
  const volts = clampVolts(x);
  if (volts === null) return K1.releaseTime;
  const { cold } = warmth(x);
  const ohms = cold * K1.coilResistance;
  const start = Math.max(0, coilVoltage(x)) / ohms;
  const drops = (K1.dropOutRatio * K1.nominalVoltage) / K1.coilResistance;
  return K1.releaseTime + Math.max(0, (K1.coilInductance / ohms) * Math.log((start + volts / ohms) / (drops + volts / ohms)));
}

/** Mean of the load current that the threshold part of a drop sees, A. */
export const meanCurrent = ({ given: g }: AnyInputs): number => g.loadCurrent * (g.loadSource === 'ac' ? (2 * Math.SQRT2) / Math.PI : 1);
/** Heat of the solid-state switch while on, W. */
export const solidState = (x: AnyInputs): number => x.parts.S1.onDrop * meanCurrent(x) + x.parts.S1.onResistance * x.given.loadCurrent ** 2;

/** Operations until the contacts are worn. // [Contacts] */
export function life(x: AnyInputs): number {
  const { K1 } = x.parts;
  const allowed = factors(x)[0] * K1.currentRating;
  return Math.min(K1.mechanicalLife, K1.electricalLife * (allowed / x.given.loadCurrent) ** x.given.lifeExponent);
}
export const HOURS = 8760;
