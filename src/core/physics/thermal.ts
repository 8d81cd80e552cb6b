/**
 * Thermal resistance from junction to ambient, K/W. // [JESD51] one-dimensional path
 * Without a heatsink (`sinkToAmbient` null) the package alone counts.
 */
export const junctionToAmbient = (
  device: { junctionToAmbient: number; junctionToCase: number },
  sink: { caseToSink: number; sinkToAmbient: number | null },
): number => (sink.sinkToAmbient === null ? device.junctionToAmbient : device.junctionToCase + sink.caseToSink + sink.sinkToAmbient);
