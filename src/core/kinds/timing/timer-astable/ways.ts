import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  ways: [
    ['R1.value', ['highTime', 'period', 'dutyCycle', 'leakageShare'], ['frequency', 'dischargePeakCurrent']],
    ['R2.value', ['highTime', 'lowTime', 'period'], ['frequency', 'dutyCycle', 'dischargePeakCurrent']],
    ['C1.value', ['highTime', 'lowTime', 'period'], ['frequency', 'delayShare']],
    ['U1.thresholdCurrent', ['leakageShare'], ['largestResistance']],
    ['U1.propagationDelay', ['period', 'delayShare'], ['frequency']],
    ['supplyVoltage', ['supplyCurrent', 'dischargePeakCurrent', 'largestResistance'], ['leakageShare']],
  ],
};
