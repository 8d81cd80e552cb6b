import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: { R1: { value: 10 } },
  ways: [
    ['R1.value', ['turnOnTime', 'turnOffTime', 'turnOnDelay', 'turnOffDelay', 'dvdtGateVoltage'], ['peakCurrent', 'dissipation']],
    ['switchingFrequency', ['gateCurrent', 'inputCurrent', 'gatePower', 'dissipation', 'junctionTemperature'], []],
    ['slope', ['dvdtGateVoltage'], []],
    ['Q1.gateCharge', ['gateCurrent', 'supplyDroop', 'totalDissipation'], []],
    ['Q1.gateDrainCharge', ['turnOnTime', 'turnOffTime', 'deadTimeNeeded'], []],
    ['C1.value', [], ['supplyDroop']],
    ['deviceTemperature', ['turnOffDelay', 'deadTimeNeeded'], ['hotThreshold', 'turnOnDelay']],
  ],
};
