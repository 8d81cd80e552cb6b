import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { loadInductance: 0.01, clamp: 'diode', switchingFrequency: 1000, dutyCycle: 0.5 },
  ways: [
    ['loadCurrent', ['onDrop', 'dissipation', 'junctionTemperature', 'inputCurrent', 'clampEnergy', 'switchingLoss'], []],
    ['R1.value', ['transitionTime', 'switchingLoss'], ['pinCurrent', 'gateVoltage']],
    ['R2.value', ['gateVoltage', 'offVoltage'], []],
    ['switchingFrequency', ['switchingLoss', 'dissipation'], []],
    ['Q1.onResistance', ['onDrop', 'dissipation'], []],
    ['loadInductance', ['clampEnergy'], []],
    ['D1.forwardVoltage', ['peakVoltage', 'totalDissipation'], []],
  ],
};
