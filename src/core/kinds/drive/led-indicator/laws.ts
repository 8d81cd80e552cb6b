import type { AnyInputs } from '../../../stage/data.ts';

/** Forward voltage of one LED at its reference current, what is left for the resistors, and the current while on: the diode as a voltage and a slope. */
export function current({ given: g, parts, ambient }: AnyInputs): { drop: number; headroom: number; amps: number } {
  const { D1, R1 } = parts;
  const drop = D1.forwardVoltage + D1.forwardTempco * (ambient - 25);
  const headroom = g.supplyVoltage - g.ledsInSeries * drop;
  const slope = g.ledsInSeries * D1.dynamicResistance;
  const amps = Math.max(0, (headroom + slope * D1.referenceCurrent) / (R1.value + slope + g.strings * g.sourceResistance));
  return { drop, headroom, amps };
}
