import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { traceResistance: 0.001 },
  parts: { R1: { value: 100 }, C1: { value: 1e-8 } },
  ways: [
    [
      'RS.value',
      ['burdenVoltage', 'shuntDissipation', 'shuntTemperature', 'outputVoltage', 'transferGain'],
      ['offsetCurrent', 'lsbCurrent', 'kelvinError', 'outputHeadroomHigh'],
    ],
    ['maximumCurrent', ['burdenVoltage', 'shuntDissipation', 'driftError', 'totalDissipation'], ['outputHeadroomHigh']],
    ['traceResistance', ['kelvinError', 'gainError'], []],
    ['U1.gain', ['outputVoltage', 'transferGain'], ['smallestCurrent']],
    ['C1.value', [], ['bandwidth']],
    ['U1.offsetVoltage', ['offsetCurrent', 'offsetError'], []],
  ],
};
