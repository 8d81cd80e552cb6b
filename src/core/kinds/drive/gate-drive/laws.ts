import { stepOvershoot } from '../../../physics/second-order.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export interface Loop {
  /** Driver to gates, with all of them in parallel: on and off, Ω. */
  ra: number;
  rb: number;
  /** What one gate sees, Ω. */
  ga: number;
  gb: number;
  /** Turn-off resistance outside, Ω, and the drop of its diode, V. */
  off: number;
  drop: number;
  /** Swing of the gate, V. */
  swing: number;
}

/** Resistances of the drive, each of several gates with its own resistors. */
export function loop({ given: g, parts }: AnyInputs): Loop {
  const { R1, R2, D1, Q1, U1 } = parts;
  const separate = g.turnOffPath === 'separate';
  const off = separate ? R2.value : R1.value;
  const drop = separate ? D1.forwardVoltage : 0;
  const ra = U1.sourceResistance + (R1.value + Q1.internalGateResistance) / g.devices;
  const rb = U1.sinkResistance + (off + Q1.internalGateResistance) / g.devices;
  return { ra, rb, ga: g.devices * ra, gb: g.devices * rb, off, drop, swing: g.supplyVoltage - g.offBias };
}

/** Threshold at the junction's temperature, V. */
export const hotThreshold = ({ given: g, parts: { Q1 } }: AnyInputs): number => Q1.gateThreshold + Q1.thresholdTempco * (g.deviceTemperature - 25);

/** Times of the drain's fall and rise, s; null where the drive does not pass the plateau. // [Gate charge] */
export function drainTimes(x: AnyInputs): { on: number | null; off: number | null } {
  const { given: g, parts } = x;
  const { Q1, U1 } = parts;
  const { ra, rb, drop } = loop(x);
  const time = (volts: number, ohms: number, most: number) => {
    const amps = Math.min(most, volts / ohms);
    return amps > 0 ? (g.devices * Q1.gateDrainCharge) / amps : null;
  };
  return { on: time(g.supplyVoltage - Q1.plateauVoltage, ra, U1.peakSource), off: time(Q1.plateauVoltage - g.offBias - drop, rb, U1.peakSink) };
}

/** Delays from the command to the threshold, the plateau counted as it turns off, s; null where there are none. // [Gate charge] exponential charging */
export function delays(x: AnyInputs, farads: number = x.parts.Q1.inputCapacitance): { on: number | null; off: number | null } {
  const { given: g } = x;
  const { ga, gb, drop, swing } = loop(x);
  const vt = hotThreshold(x);
  const rise = swing / (g.supplyVoltage - vt);
  const fall = (swing - drop) / (vt - g.offBias - drop);
  const off = drainTimes(x).off;
  return {
    on: rise > 0 && Number.isFinite(rise) ? Math.max(0, ga * farads * Math.log(rise)) : null,
    off: fall > 0 && Number.isFinite(fall) && off !== null ? gb * farads * Math.log(fall) + off : null,
  };
}

/** Input capacitance that the gate's charge means over its swing, the plateau left out, F: more than the figure at full voltage. // [Gate charge] */
export const chargeCapacitance = (x: AnyInputs): number =>
  Math.max(x.parts.Q1.inputCapacitance, (x.parts.Q1.gateCharge - x.parts.Q1.gateDrainCharge) / loop(x).swing);

export function deadTime(x: AnyInputs, farads?: number): number | null {
  const { on, off } = delays(x, farads);
  return on === null || off === null ? null : Math.max(0, off - on + x.parts.U1.mismatch);
}

/** Gate of the off device while its partner forces the slope, V. // [Gate charge] Miller current through the turn-off path for as long as it lasts */
export function millerVoltage(x: AnyInputs): number {
  const { given: g, parts } = x;
  const { gb, drop } = loop(x);
  const lasts = g.busVoltage / g.slope;
  return g.offBias + drop + gb * parts.Q1.reverseCapacitance * g.slope * (1 - Math.exp(-lasts / (gb * parts.Q1.inputCapacitance)));
}

/** Damping of the gate's loop. // [Nilsson] */
export const damping = (x: AnyInputs): number => (loop(x).ga / 2) * Math.sqrt(x.parts.Q1.inputCapacitance / x.given.gateLoopInductance);
export const gatePeak = (x: AnyInputs): number => x.given.offBias + loop(x).swing * (1 + stepOvershoot(damping(x)));
