import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { dutyCycle: 0.5, portCurrentOther: 0.01 },
  ways: [
    ['R1.value', [], ['ledCurrent', 'averageCurrent', 'pinCurrent', 'portCurrent', 'inputCurrent', 'brightness', 'totalDissipation']],
    ['supplyVoltage', ['headroom', 'ledCurrent', 'inputCurrent', 'totalDissipation', 'brightness'], []],
    ['D1.forwardVoltage', [], ['headroom', 'ledCurrent', 'brightness']],
    ['sourceResistance', [], ['ledCurrent', 'pinCurrent']],
    ['portCurrentOther', ['portCurrent'], []],
  ],
};
