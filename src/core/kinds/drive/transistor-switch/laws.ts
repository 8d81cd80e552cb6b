import { impossible, type Absent } from '../../../math/absent.ts';
import { onResistanceAt } from '../../../physics/hot-switch.ts';
import { settled } from '../../../physics/winding.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const isMosfet = ({ given: g }: AnyInputs): boolean => g.device === 'mosfet';
/** Driven through a small transistor to ground, over the whole rail. */
export const isShifted = ({ given: g }: AnyInputs): boolean => g.side === 'high' && g.drive === 'shifted';
const fitted = ({ given: g }: AnyInputs): boolean => g.pullResistor === 'fitted';

/** What the base or gate is driven to and left at, V; what drives it, Ω. */
export function drive(x: AnyInputs): { on: number; off: number; rg: number } {
  const { given: g, parts } = x;
  const rg = parts.R1.value + (isShifted(x) ? 0 : g.sourceResistance);
  if (g.side === 'low') return { on: g.driveVoltage, off: 0, rg };
  return { on: g.supplyVoltage, off: isShifted(x) ? 0 : Math.max(0, g.supplyVoltage - g.driveVoltage), rg };
}

/** Drop across the base or gate resistors when on, and the currents, A. */
export function base(x: AnyInputs): { pin: number; base: number; gate: number } {
  const { on, rg } = drive(x);
  const { R2, Q1 } = x.parts;
  if (isMosfet(x)) return { pin: on / rg, base: 0, gate: fitted(x) ? (on * R2.value) / (rg + R2.value) : on };
  const pin = (on - Q1.baseVoltage) / rg;
  return { pin, base: pin - (fitted(x) ? Q1.baseVoltage / R2.value : 0), gate: 0 };
}

/** On-resistance at a junction, Ω. */
export const onResistance = ({ parts: { Q1 } }: AnyInputs, celsius: number): number => onResistanceAt(Q1.onResistance, Q1.onTempco, celsius);

/** Times of the two edges, s; the second of a shifted drive is the pull resistor's alone. */
export function edges(x: AnyInputs): { on: number | null; off: number | null } {
  const { Q1, R1, R2 } = x.parts;
  if (!isMosfet(x)) return { on: Q1.riseTime, off: Q1.fallTime };
  const { on, off, rg } = drive(x);
  const time = (amps: number | null) => (amps !== null && amps > 0 ? Q1.switchCharge / amps : null);
  if (!isShifted(x)) return { on: time((on - Q1.plateauVoltage) / rg), off: time((Q1.plateauVoltage - off) / rg) };
  return {
    on: time((on - Q1.plateauVoltage) / R1.value - (fitted(x) ? Q1.plateauVoltage / R2.value : 0)),
    off: fitted(x) ? time(Q1.plateauVoltage / R2.value) : null,
  };
}

/** Across Q1 as the load is cut off, V. */
export function cutOff({ given: g, parts: { D1 } }: AnyInputs): number | null {
  if (g.loadInductance === 0) return g.supplyVoltage;
  if (g.clamp === 'none') return null;
  return g.supplyVoltage + D1.forwardVoltage + (g.clamp === 'suppressor' ? D1.clampVoltage : 0);
}

export const clampEnergy = ({ given: g }: AnyInputs): number => (g.loadInductance * g.loadCurrent ** 2) / 2;

/** Loss of both edges, W: a clamped load keeps its current while the voltage moves, a resistive one gives way. // [Erickson] clamped and resistive overlap */
export function switchingLoss(x: AnyInputs): number | null {
  const { given: g } = x;
  if (g.switchingFrequency === 0) return 0;
  const { on, off } = edges(x);
  const volts = cutOff(x);
  if (on === null || off === null || volts === null) return null;
  const [share, across] = g.loadInductance > 0 ? [1 / 2, volts] : [1 / 6, g.supplyVoltage];
  return share * across * g.loadCurrent * (on + off) * g.switchingFrequency;
}

export const NOT_FULLY = impossible('the gate does not reach the voltage its on-resistance is told at: nobody knows what it then has');
export const UNSATURATED = impossible('the base current is not enough to saturate it');
export const RUNAWAY = impossible('its junction heats itself without end');
export const NO_EDGE = impossible('nothing moves the gate through its plateau');
export const UNCLAMPED = impossible('nothing catches the kick of the load: the voltage rises until something breaks');

export interface Conducting {
  drop: number;
  heat: number;
  junction: number;
}
/** Drop, heat and junction while it switches, settled together; why there are none. */
export function conducting(x: AnyInputs): Conducting | Absent {
  const { given: g, parts, ambient } = x;
  const { Q1 } = parts;
  const b = base(x);
  const loss = switchingLoss(x);
  if (isMosfet(x)) {
    if (b.gate < Q1.fullDriveVoltage) return NOT_FULLY;
    if (loss === null) return cutOff(x) === null ? UNCLAMPED : NO_EDGE;
    const heat = (t: number) => g.dutyCycle * g.loadCurrent ** 2 * onResistance(x, t) + loss;
    const junction = settled(ambient, Q1.junctionToAmbient, heat);
    if (junction === null) return RUNAWAY;
    return { drop: g.loadCurrent * onResistance(x, junction), heat: heat(junction), junction };
  }
  if (b.base <= 0 || g.loadCurrent / b.base > Q1.currentGain) return UNSATURATED;
  if (loss === null) return UNCLAMPED;
  const heat = g.dutyCycle * (g.loadCurrent * Q1.saturationVoltage + Q1.baseVoltage * b.base) + loss;
  return { drop: Q1.saturationVoltage, heat, junction: ambient + Q1.junctionToAmbient * heat };
}

/** Left on the base or gate while off, or while the pin floats, V. */
export function left(x: AnyInputs): number | null {
  if (!fitted(x)) return null;
  const { off, rg } = drive(x);
  const { R2 } = x.parts;
  return Math.max(x.given.pinLeakage * R2.value, (off * R2.value) / (rg + R2.value));
}

/** Heat of a freewheeling diode, and of a suppressor that takes the energy of each cut-off from the rail's side too, W. */
export function clampHeat(x: AnyInputs): { diode: number; suppressor: number } {
  const { given: g, parts } = x;
  if (g.loadInductance === 0 || g.switchingFrequency === 0 || g.clamp === 'none') return { diode: 0, suppressor: 0 };
  if (g.clamp === 'diode') return { diode: (1 - g.dutyCycle) * g.loadCurrent * parts.D1.forwardVoltage, suppressor: 0 };
  // The current runs out against the clamp, or until the next period begins.
  const volts = parts.D1.forwardVoltage + parts.D1.clampVoltage;
  const runs = Math.min((g.loadInductance * g.loadCurrent) / volts, (1 - g.dutyCycle) / g.switchingFrequency);
  const last = g.loadCurrent - (volts * runs) / g.loadInductance;
  return { diode: 0, suppressor: (volts * (g.loadCurrent + last) * runs * g.switchingFrequency) / 2 };
}
