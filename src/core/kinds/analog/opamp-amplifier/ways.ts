import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { inputRipple: 0.05, loadCapacitance: 1e-10, inputLevel: 2.4, coupling: 'ac' },
  ways: [
    [
      'R2.value',
      ['gain', 'noiseGain', 'outputPeak', 'outputNoise', 'outputRipple', 'outputOffset', 'phaseMargin'],
      ['bandwidth', 'outputHeadroomHigh', 'fullPowerBandwidth'],
    ],
    ['R1.value', ['bandwidth'], ['gain', 'outputPeak']],
    ['U1.gainBandwidth', ['bandwidth'], ['phaseMargin']],
    ['U1.slewRate', ['fullPowerBandwidth'], []],
    ['U1.voltageNoise', ['amplifierNoise', 'outputNoise', 'inputNoise'], ['signalToNoise']],
    ['U1.offsetVoltage', ['outputOffset', 'inputOffset'], ['outputHeadroomLow']],
    ['inputAmplitude', ['outputPeak', 'outputCurrent', 'supplyCurrent', 'signalToNoise'], ['outputHeadroomHigh', 'outputHeadroomLow', 'inputHeadroomHigh']],
    ['positiveSupply', ['outputHeadroomHigh', 'inputHeadroomHigh', 'dissipation', 'supplySpan'], []],
    ['loadResistance', ['outputHeadroomHigh'], ['outputCurrent']],
    ['loadCapacitance', [], ['phaseMargin']],
    ['noiseBandHigh', ['resistorNoise', 'outputNoise'], ['signalToNoise']],
  ],
};
