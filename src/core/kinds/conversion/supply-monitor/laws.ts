import type { AnyInputs } from '../../../stage/data.ts';

/** Drop of the clamp diode of a controller without supply, V. */
export const CLAMP = 0.6;

/** The divider as it stands: what it watches, V, its legs, ratio and source resistance, Ω. // divider */
export function network({ given: g, parts, carried }: AnyInputs) {
  const top = (parts.R1.value as number) + (g.switched ? (parts.Q1.onResistance as number) : 0);
  const bottom = parts.R2.value as number;
  return {
    watched: (carried?.railVoltage ?? g.monitoredHigh) as number,
    top,
    bottom,
    ratio: bottom / (top + bottom),
    source: (top * bottom) / (top + bottom),
  };
}

/** The code that firmware compares with, from nominal values: rounded once and then fixed. */
export function thresholdCode({ given: g, parts }: AnyInputs): number {
  const pin = (g.lowThreshold * parts.R2.value) / (parts.R1.value + parts.R2.value);
  return Math.floor((pin * 2 ** g.resolution) / g.referenceVoltage + 0.5);
}
