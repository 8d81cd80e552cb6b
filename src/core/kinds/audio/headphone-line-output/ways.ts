import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { role: 'headphone', loadResistance: 32, signalLevel: 0.5 },
  parts: { R1: { value: 10 }, C1: { value: 4.7e-4 } },
  ways: [
    [
      'signalLevel',
      ['outputLevel', 'levelDbu', 'loadPower', 'soundPressure', 'peakCurrent', 'shortCurrent', 'supplyCurrent'],
      ['headroomHigh', 'headroomLow', 'exposureTime'],
    ],
    ['R1.value', ['loadLoss', 'outputResistance'], ['outputLevel', 'dampingFactor', 'peakCurrent', 'soundPressure']],
    ['C1.value', ['settlingTime'], ['lowCutoff', 'lowLoss']],
    ['loadResistance', ['outputLevel', 'dampingFactor'], ['loadLoss', 'lowCutoff']],
    ['cableCapacitance', [], ['highCutoff']],
  ],
};
