import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  ways: [
    ['R1.value', ['timeout', 'outage', 'graceTime', 'powerUpGrace', 'leakageShare'], ['dischargePeakCurrent', 'quiescentCurrent']],
    ['R2.value', ['resetPulseWidth', 'timeout'], ['dischargePeakCurrent']],
    ['C1.value', ['graceTime', 'powerUpGrace', 'resetPulseWidth', 'residualShare'], []],
    ['C1.leakageCurrent', ['timeout', 'graceTime', 'leakageShare'], ['largestResistance']],
    ['R3.value', ['residualShare'], ['refreshPeakCurrent', 'timeout']],
    ['resetPullUp', [], ['resetLowVoltage', 'resetSinkCurrent']],
    ['longestSilence', ['secondControllerOutage'], ['silenceRatio', 'internalWatchdogRatio']],
  ],
};
