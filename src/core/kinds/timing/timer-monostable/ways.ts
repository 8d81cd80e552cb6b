import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  ways: [
    ['R1.value', ['pulseWidth', 'leakageShare', 'leakageStretch'], ['quiescentCurrent']],
    ['C1.value', ['pulseWidth', 'recoveryTime'], []],
    ['C1.leakageCurrent', ['pulseWidth', 'leakageShare', 'leakageStretch'], ['largestResistance']],
    ['U1.thresholdRatio', ['pulseWidth', 'leakageShare', 'dischargePeakCurrent', 'recoveryTime'], ['largestResistance']],
    ['supplyVoltage', ['outputHigh', 'dischargePeakCurrent', 'quiescentCurrent', 'largestResistance'], ['pulseWidth', 'leakageShare']],
    ['U1.dischargeResistance', ['recoveryTime'], ['dischargePeakCurrent']],
  ],
};
