import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { bassPosition: 0.75 },
  ways: [
    ['outputSwing', ['maximumInput'], []],
    ['U1.voltageNoise', ['outputNoise', 'boostedNoise'], []],
    ['C2.value', ['trebleBoost'], ['trebleCut']],
    ['R1.value', [], ['bassBoost', 'maximumGainDb']],
  ],
};
