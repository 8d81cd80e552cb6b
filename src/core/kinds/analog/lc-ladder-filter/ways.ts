import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { supplyVoltage: 24, switchingFrequency: 2e7, attenuationFrequency: 5e6, loadCurrent: 1 },
  ways: [
    ['L1.value', [], ['rippleCurrent', 'peakCurrent']],
    ['L1.dcr', ['insertionLoss', 'dissipation'], ['gain']],
    ['C2.value', ['attenuation'], ['halfPowerFrequency', 'outputRipple']],
    ['supplyVoltage', ['rippleCurrent', 'outputRipple', 'peakCurrent'], []],
    ['loadCurrent', ['peakCurrent', 'dissipation'], []],
  ],
};
