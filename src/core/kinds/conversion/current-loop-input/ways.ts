import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  ways: [
    [
      'R1.value',
      ['voltageLow', 'voltageHigh', 'rangeUse', 'spanCodes', 'burdenDissipation'],
      ['compliance', 'lsbCurrent', 'cutoffFrequency', 'faultDissipation'],
    ],
    ['R2.value', [], ['clampCurrent', 'cutoffFrequency']],
    ['loopVoltage', ['compliance', 'maximumLoopResistance', 'faultDissipation', 'clampCurrent'], []],
    ['cableResistance', [], ['compliance']],
    ['referenceVoltage', ['lsbCurrent'], ['rangeUse', 'spanCodes']],
    ['C1.value', [], ['cutoffFrequency']],
  ],
};
