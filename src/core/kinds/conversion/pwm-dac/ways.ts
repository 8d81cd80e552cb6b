import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['inputVoltage', ['inputCurrent', 'dissipation'], []],
    ['R1.value', [], ['inputCurrent', 'dissipation']],
  ],
};
