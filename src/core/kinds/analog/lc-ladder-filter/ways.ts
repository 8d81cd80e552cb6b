import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { supplyVoltage: 24, switchingFrequency: 2e7, attenuationFrequency: 5e6, loadCurrent: 1 },
  parts: { L1: { value: 8e-6, dcr: 0.5 }, C2: { value: 6.3e-9 }, L3: { value: 8e-6 } },
  ways: [
    ['L1.value', [], ['rippleCurrent', 'peakCurrent']],
    ['L1.dcr', ['insertionLoss', 'dissipation'], ['gain']],
    ['C2.value', ['attenuation'], ['halfPowerFrequency', 'outputRipple']],
    ['supplyVoltage', ['rippleCurrent', 'outputRipple', 'peakCurrent'], []],
    ['loadCurrent', ['peakCurrent', 'dissipation'], []],
  ],
};
