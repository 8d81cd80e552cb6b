import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['U1.onResistance', ['settlingTime', 'leakageError'], ['gain', 'bandwidth', 'holdMaximum', 'outputCurrent']],
    ['loadCapacitance', ['settlingTime', 'offIsolation'], ['bandwidth', 'chargeError']],
    ['loadResistance', ['gain', 'settlingTime'], ['distortion', 'channelMismatch', 'offIsolation', 'outputCurrent']],
    ['U1.onFlatness', ['distortion', 'distortionDb'], []],
    ['U1.chargeInjection', ['chargeError', 'holdMinimum'], []],
    ['signalFrequency', [], ['offIsolation', 'crosstalk']],
    ['signalAmplitude', ['distortion', 'outputCurrent'], ['headroomHigh', 'headroomLow']],
  ],
};
