import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: {},
  parts: { R1: { value: 1800 }, R2: { value: 3300 } },
  ways: [
    ['R1.value', ['riseTime'], ['highLevel', 'lineCurrent', 'maximumRate', 'marginHigh']],
    ['R2.value', ['highLevel', 'riseTime', 'lowLevel'], ['lineCurrent', 'marginLow']],
    ['highVoltage', ['highLevel', 'lineCurrent', 'totalCurrent'], []],
    ['loadCapacitance', ['riseTime'], ['maximumRate']],
  ],
};
