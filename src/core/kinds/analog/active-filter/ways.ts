import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { attenuationFrequency: 5000 },
  ways: [
    ['C11.value', ['attenuation'], ['sectionFrequency1']],
    ['R11.value', ['attenuation'], ['sectionFrequency1']],
    ['U1.voltageNoise', ['outputNoise'], ['signalToNoise', 'dynamicRange']],
    ['U1.quiescentCurrent', ['supplyCurrent'], []],
    ['outputSwing', ['peakSwing', 'slewRateNeeded', 'signalToNoise'], []],
    ['supplyVoltage', ['maximumSwing', 'dynamicRange'], []],
    ['bandHigh', ['outputNoise'], []],
    ['gainBandwidthFactor', ['gainBandwidthNeeded'], []],
  ],
};
