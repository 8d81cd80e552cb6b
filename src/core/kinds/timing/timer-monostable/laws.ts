import type { AnyInputs } from '../../../stage/data.ts';

/** Start, threshold and asymptote of the timing capacitor, V, with the leakage that charging has to overcome, A. */
export function levels({ given: g, parts }: AnyInputs) {
  const { C1, R1, U1 } = parts;
  const leak = C1.leakageCurrent + U1.thresholdCurrent;
  const discharge = U1.dischargeResistance + (parts.R2.value ?? 0);
  const start = (g.supplyVoltage * discharge) / (R1.value + discharge);
  const threshold = U1.thresholdRatio * g.supplyVoltage;
  return { leak, discharge, start, threshold, end: g.supplyVoltage - leak * R1.value };
}

/** Time from the start to the threshold, s; null where it never gets there. // first-order step response */
export function width(x: AnyInputs, leak = levels(x).leak): number | null {
  const { start, threshold } = levels(x);
  const { R1, C1 } = x.parts;
  const end = x.given.supplyVoltage - leak * R1.value;
  return end > threshold ? R1.value * C1.value * Math.log((end - start) / (end - threshold)) : null;
}
