import type { Range } from '../quantity/uncertain.ts';

/**
 * Thermal resistance from junction to ambient, K/W. // [JESD51] one-dimensional path
 * Without a heatsink (`sinkToAmbient` null) the package alone counts.
 */
export const junctionToAmbient = (
  device: { junctionToAmbient: number; junctionToCase: number },
  sink: { caseToSink: number; sinkToAmbient: number | null },
): number => (sink.sinkToAmbient === null ? device.junctionToAmbient : device.junctionToCase + sink.caseToSink + sink.sinkToAmbient);

/** Larger distance of the ambient range from the temperature of a calibration, K. */
export const ambientSpan = (ambient: Range, calibrated: number): number => Math.max(Math.abs(ambient.high - calibrated), Math.abs(ambient.low - calibrated));
