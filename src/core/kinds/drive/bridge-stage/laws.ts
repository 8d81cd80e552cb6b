import { hotJunction, onResistanceAt } from '../../../physics/hot-switch.ts';
import type { AnyInputs } from '../../../stage/data.ts';

export const devices = ({ given: g }: AnyInputs): number => (g.topology === 'half' ? 2 : 4);
/** The load's current moving the output charge of a leg, s. // [Bridge] */
export const transition = ({ given: g, parts: { Q1 } }: AnyInputs): number => (g.switchedCurrent > 0 ? (2 * Q1.outputCharge) / g.switchedCurrent : Infinity);

/** Losses of each device that its junction does not change, W. // [Bridge] overlap, output charge, reverse conduction */
export function fixedLosses(x: AnyInputs): { overlap: number; charge: number; reverse: number } {
  const { given: g, parts } = x;
  const { Q1 } = parts;
  const { supplyVoltage: v, switchedCurrent: i, switchingFrequency: f, deadTime } = g;
  const drop = (Q1.reverseDrop + Q1.reverseResistance * i) * i * f;
  if (g.mode === 'hard')
    return {
      overlap: (v * i * (Q1.onTime + Q1.offTime) * f) / 2 + Q1.reverseRecoveryCharge * v * f,
      charge: Q1.outputCharge * v * f,
      reverse: drop * deadTime,
    };
  const moves = transition(x);
  const left = Math.max(0, 1 - deadTime / moves);
  return { overlap: (v * i * Q1.offTime * f) / 2, charge: left ** 2 * Q1.outputCharge * v * f, reverse: drop * Math.max(0, deadTime - moves) };
}

export interface Hot {
  junction: number;
  conduction: number;
  each: number;
  sink: number;
}
/** All devices on their sink, settled; null where they run away. */
export function heated(x: AnyInputs): Hot | null {
  const { given: g, parts, ambient } = x;
  const { Q1 } = parts;
  const m = devices(x);
  const fixed = fixedLosses(x);
  const other = fixed.overlap + fixed.charge + fixed.reverse;
  const way = Q1.junctionToCase + Q1.caseToSink + m * g.sinkToAmbient;
  const square = g.loadCurrent ** 2 / 2;
  const junction = hotJunction(ambient + g.sinkToAmbient * g.otherSinkPower, way, square, Q1.onResistance, Q1.onTempco, other);
  if (junction === null) return null;
  const conduction = square * onResistanceAt(Q1.onResistance, Q1.onTempco, junction);
  const each = conduction + other;
  return { junction, conduction, each, sink: ambient + g.sinkToAmbient * (m * each + g.otherSinkPower) };
}

/** Delays of the rising and falling edge through R1 and C1 into the gate, periodic, s; null where it stops toggling. // [Nilsson] */
export function delays({ given: g, parts: { R1, C1, U1 } }: AnyInputs): { rise: number; fall: number } | null {
  const tau = R1.value * C1.value;
  const a = Math.exp(-1 / (2 * g.switchingFrequency * tau));
  const [low, high] = [(g.logicVoltage * a) / (1 + a), g.logicVoltage / (1 + a)];
  const [up, down] = [U1.thresholdHigh * g.logicVoltage, U1.thresholdLow * g.logicVoltage];
  if (up >= high || down <= low) return null;
  const rise = tau * Math.log((g.logicVoltage - low) / (g.logicVoltage - up));
  const fall = tau * Math.log(high / down);
  // Thresholds that lie alike delay alike, to the last digit.
  return { rise, fall: Math.abs(fall - rise) < 1e-12 * rise ? rise : fall };
}
export function phase(x: AnyInputs): number | null {
  const d = delays(x);
  if (!d) return null;
  const lag = (360 * x.given.switchingFrequency * (d.rise + d.fall)) / 2;
  return x.given.inverted ? 180 - lag : -lag;
}
