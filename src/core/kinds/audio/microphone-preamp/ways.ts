import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: { R8: { value: 22 }, C1: { value: 1e-3 }, C2: { value: 4.7e-5 }, R11: { value: 1e6 } },
  given: { phantomVoltage: 48 },
  ways: [
    ['R2.value', ['inputNoise', 'clippingHigh', 'bandwidth'], ['highestGainDb', 'gainLegCutoff']],
    ['R8.value', ['inputNoise', 'noiseFigure'], ['protectionCurrent']],
    ['sourceResistance', ['thermalFloorDbu', 'inputNoise'], ['microphoneLevel']],
    ['soundPressure', ['microphoneLevel', 'signalToNoise'], ['headroom']],
    ['P1.value', ['clippingLow', 'headroom'], ['lowestGainDb']],
    ['C2.value', ['storedEnergy'], ['couplingCutoff']],
    ['sourceImbalance', [], ['commonModeRejection']],
    ['sensitivity', ['microphoneLevel'], ['equivalentSound']],
  ],
};
