import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  parts: { R1: { value: 750e3 }, R2: { value: 220e3 }, C1: { value: 1e-7 } },
  ways: [
    [
      'R1.value',
      ['smallestChange', 'sourceResistance', 'recoveryTime', 'calibratedError'],
      ['dividerRatio', 'pinVoltage', 'rangeUse', 'drainCurrent', 'unpoweredPinCurrent'],
    ],
    ['R2.value', ['dividerRatio', 'pinVoltage', 'sourceResistance'], ['smallestChange', 'drainCurrent']],
    ['C1.value', ['recoveryTime'], ['settlingErrorLsb']],
    ['adcError', ['calibratedError'], []],
    ['monitoredHigh', ['pinVoltage', 'drainCurrent', 'chargePerYear', 'rangeUse'], []],
  ],
};
