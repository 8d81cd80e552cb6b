/**
 * Thermal resistance from junction to ambient, K/W. // [JESD51] one-dimensional path
 * Without a heatsink (`sinkToAmbient` null) the package alone counts.
 */
export const junctionToAmbient = (path: { junctionToAmbient: number; junctionToCase: number; caseToSink: number; sinkToAmbient: number | null }): number =>
  path.sinkToAmbient === null ? path.junctionToAmbient : path.junctionToCase + path.caseToSink + path.sinkToAmbient;
