import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { inputDc: 5, biasVoltage: 2, passFrequency: 40, attenuationFrequency: 5, pulseWidth: 0.001, sourceResistance: 600, biasCurrent: 1e-7 },
  ways: [
    ['C1.value', ['timeConstant', 'thumpTime'], ['cutoffFrequency', 'passLoss', 'attenuation', 'phaseShift', 'droop', 'capacitorVoltage']],
    ['R1.value', ['timeConstant', 'gain', 'offsetVoltage', 'thumpPeak'], ['cutoffFrequency', 'passLoss']],
    ['sourceResistance', ['timeConstant', 'noiseDensity'], ['gain', 'thumpPeak']],
    ['inputDc', ['capacitorDc', 'capacitorVoltage', 'thumpPeak', 'thumpTime'], []],
    ['signalPeak', ['capacitorVoltage'], []],
    ['bandHigh', ['outputNoise'], []],
  ],
};
