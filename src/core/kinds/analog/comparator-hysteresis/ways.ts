import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['R3.value', ['lowerThreshold', 'outputHigh'], ['upperThreshold', 'hysteresis', 'hysteresisRatio', 'outputCurrent']],
    ['R2.value', ['upperThreshold', 'lowerThreshold'], ['inputHeadroomHigh', 'supplyCurrent']],
    ['R4.value', ['riseTime'], ['outputCurrent', 'supplyCurrent', 'outputHigh']],
    ['inputRipple', ['disturbance'], ['hysteresisRatio']],
    ['supplyVoltage', ['upperThreshold', 'lowerThreshold', 'supplyCurrent'], []],
    ['U1.inputWindowHigh', [], ['inputHeadroomHigh']],
  ],
};
