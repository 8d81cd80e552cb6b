import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { measuredSuppression: 38 },
  ways: [
    ['C11.value', [], ['samplingBandwidth']],
    ['sourceResistance', ['samplingResistance', 'chargeRatio'], ['samplingBandwidth']],
    ['frequency', ['oscillatorFrequency', 'chargeRatio'], []],
    ['measuredSuppression', [], ['equivalentGainError', 'equivalentPhaseError']],
    ['U1.voltageNoise', ['outputNoiseDensity', 'noiseFigure'], []],
    ['trimAmplitude', [], ['trimmedSuppression']],
    ['U1.quiescentCurrent', ['supplyCurrent'], []],
  ],
};
