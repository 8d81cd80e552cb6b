import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { cableLength: 0.5, seriesResistance: 50, transactionsPerSecond: 100, clockStretch: 1e-6 },
  parts: { R1: { value: 3300 } },
  ways: [
    ['R1.value', ['effectivePullUp', 'riseTime'], ['sinkCurrent', 'lowLevel', 'averageCurrent']],
    ['cableLength', ['busCapacitance', 'riseTime'], ['pullUpMaximum']],
    ['controllerCapacitance', ['busCapacitance', 'riseTime'], ['pullUpMaximum']],
    ['transactionsPerSecond', ['busLoad', 'averageCurrent'], []],
    ['seriesResistance', ['lowLevel', 'lowLevelRatio'], []],
    ['clockStretch', ['transactionTime', 'busLoad'], []],
  ],
};
