import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['R2.value', ['scaleLow', 'scaleHigh'], ['trimPosition']],
    ['R1.value', ['trimPosition'], ['scaleLow', 'scaleHigh']],
    ['P1.value', ['scaleHigh'], []],
    ['R6.value', [], ['baseFrequency', 'topCurrent']],
    ['C1.value', [], ['baseFrequency']],
    ['octavesUp', ['topCurrent'], []],
    ['U1.resetTime', ['compensationResistance'], ['errorTop']],
    ['U1.quiescentCurrent', ['supplyCurrent'], []],
  ],
};
