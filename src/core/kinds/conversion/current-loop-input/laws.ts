import type { AnyInputs } from '../../../stage/data.ts';

/** Currents that mean something, A. // IEC 60381-1; signalling levels beyond the span as NAMUR NE 43 has them */
export const LEVELS = { under: 0.0038, low: 0.004, high: 0.02, over: 0.0205 } as const;
/** From 4 to 20 mA. */
export const SPAN = LEVELS.high - LEVELS.low;

/** Code of a current, rounded; it may lie beyond the scale, and then the current cannot be read. */
export const code = ({ given: g, parts }: AnyInputs, amps: number): number =>
  Math.floor(((amps * parts.R1.value) / g.referenceVoltage) * 2 ** g.resolution + 0.5);

/** How far firmware with nominal values is off at a current, A. */
export function readingError({ given: g, parts, carried }: AnyInputs, { given: n, parts: built }: AnyInputs, amps: number): number {
  const lsb = g.referenceVoltage / 2 ** g.resolution;
  const errors = carried.offsetError * g.adcOffset + carried.linearError * (g.inl + 0.5) * lsb;
  const off = (parts.U1.inputLeakage * (parts.R1.value + parts.R2.value) + errors) * (n.referenceVoltage / (g.referenceVoltage * built.R1.value));
  return amps * ((parts.R1.value * n.referenceVoltage) / (built.R1.value * g.referenceVoltage) - 1) + off;
}
