import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { sourceImbalance: 10, commonModeAmplitude: 0.1 },
  ways: [
    ['R1.value', ['bandwidth', 'nodeHeadroomHigh', 'nodeHeadroomLow', 'outputHeadroomHigh'], ['gain', 'outputNoise', 'outputOffset']],
    ['sourceImbalance', ['outputOffset'], ['commonModeRejection']],
    ['inputCapacitance', [], ['commonModeRejection']],
    ['commonModeFrequency', [], ['commonModeRejection']],
    ['U1.voltageNoise', ['inputNoise'], ['signalToNoise']],
    ['inputAmplitude', ['signalToNoise'], ['nodeHeadroomHigh', 'outputHeadroomLow']],
    ['positiveSupply', ['inputHeadroomHigh', 'nodeHeadroomHigh', 'outputHeadroomHigh', 'dissipation'], []],
    ['noiseBandHigh', ['inputNoise', 'outputNoise'], []],
  ],
};
