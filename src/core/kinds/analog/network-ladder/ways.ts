import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['C1.value', ['riseTime', 'settlingTime'], ['gainDb', 'upperCutoff']],
    ['R1.value', ['riseTime', 'outputImpedance'], ['gainDb']],
    ['inputStep', ['stepFinal', 'stepPeak'], []],
  ],
};
