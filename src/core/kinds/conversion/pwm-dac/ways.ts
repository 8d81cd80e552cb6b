import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { loadResistance: 1e6 },
  ways: [
    ['R1.value', ['settlingTime', 'outputResistance', 'loadError'], ['outputRipple', 'cutoffFrequency', 'pinCurrent', 'fullScale']],
    ['C1.value', ['settlingTime'], ['outputRipple', 'cutoffFrequency', 'rippleLsb']],
    ['C2.value', ['settlingTime'], ['outputRipple', 'cutoffFrequency']],
    ['supplyVoltage', ['fullScale', 'lsb', 'outputRipple', 'pinCurrent'], []],
    ['clockFrequency', ['frequency'], ['outputRipple', 'rippleLsb']],
    ['loadResistance', ['fullScale', 'lsb'], ['loadError']],
  ],
};
