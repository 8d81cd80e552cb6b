import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { passFrequency: 500, loadResistance: 1e6 },
  ways: [
    ['R1.value', [], ['notchFrequency']],
    ['C1.value', [], ['notchFrequency']],
    ['mainsTolerance', [], ['bandAttenuation']],
    ['loadResistance', ['gain'], []],
    ['passFrequency', [], ['passLoss']],
  ],
};
