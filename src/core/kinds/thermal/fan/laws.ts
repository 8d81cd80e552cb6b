import type { AnyInputs } from '../../../stage/data.ts';
import { airDensityRatio, airHeat } from '../../../physics/convection.ts';

/** Discharge of a sharp-edged opening. */
const DISCHARGE = 0.6;

/** Speed of a fan beside its nominal one. */
export function speed({ given: g, parts: { M1 } }: AnyInputs): number {
  const v = g.supplyVoltage / M1.nominalVoltage;
  if (g.control === 'none') return v;
  if (g.control === 'supply-voltage') return v * g.dutyCycle;
  return v * (g.dutyCycle >= M1.minimumDuty ? Math.max(g.dutyCycle, M1.minimumSpeed) : M1.minimumSpeed);
}

/** Pressure over the flow squared of the openings, Pa s²/m⁶. // [Ventilation] orifice flow */
export const resistance = ({ given: g }: AnyInputs): number => (g.filterFactor * 1.2) / (2 * DISCHARGE ** 2 * g.ventArea ** 2);

/** Where the fan's curve meets that of the box: flow, m³/s, and pressure at sea level, Pa. // [Ventilation] fan laws */
export function workingPoint(x: AnyInputs): { flow: number; pressure: number } {
  const { M1 } = x.parts;
  const k = resistance(x);
  const flow = speed(x) * Math.sqrt(M1.staticPressure / (k + M1.staticPressure / M1.freeFlow ** 2));
  return { flow, pressure: k * flow ** 2 };
}

/** Heat that a cubic metre of air takes for each kelvin, J/(m³ K). // ideal gas; [ISO 2533] */
export const carries = ({ given: g, ambient }: AnyInputs): number => airHeat(1, ambient, airDensityRatio(g.altitude));

/** Heat of the fan itself, W: the cube of its speed. // [Ventilation] fan laws */
export const ownHeat = (x: AnyInputs): number => x.parts.M1.currentRating * x.parts.M1.nominalVoltage * speed(x) ** 3;
