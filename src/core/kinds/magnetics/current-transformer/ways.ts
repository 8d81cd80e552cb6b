import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  parts: { R1: { value: 10 } },
  ways: [
    ['primaryCurrent', ['secondaryCurrent', 'burdenVoltage', 'outputPeak', 'burdenDissipation', 'fluxPeak'], ['outputTrough']],
    ['R1.value', ['transresistance', 'phaseError', 'burdenVoltage', 'fluxPeak'], ['thresholdCurrent']],
    ['T1.magnetisingInductance', ['secondaryCurrent'], ['phaseError']],
    ['T1.coreArea', [], ['fluxPeak']],
    ['U1.threshold', ['thresholdCurrent'], []],
  ],
};
