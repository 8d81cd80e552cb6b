import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['RA1.value', [], ['cornerA1']],
    ['CB2.value', [], ['cornerB2']],
    ['U1.quiescentCurrent', ['supplyCurrent'], []],
  ],
};
