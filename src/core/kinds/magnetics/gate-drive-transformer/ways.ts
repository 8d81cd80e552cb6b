import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { dutyCycle: 0.3 },
  parts: { T1: { primaryTurns: 16, secondaryTurns: 20 }, R1: { value: 10 } },
  ways: [
    ['supplyVoltage', ['voltSeconds', 'fluxPeak', 'startUpFlux', 'gateOn', 'gatePeak', 'peakCurrent'], ['gateOff']],
    ['switchingFrequency', ['gatePower', 'inputCurrent'], ['voltSeconds', 'fluxPeak', 'magnetisingCurrent']],
    ['R1.value', ['damping', 'riseTime'], ['gatePeak', 'peakCurrent']],
    ['T1.coreArea', [], ['fluxPeak', 'startUpFlux']],
    ['T1.inductanceFactor', ['magnetisingInductance'], ['magnetisingCurrent', 'blockingResonance']],
    ['C1.value', [], ['blockingRipple', 'blockingResonance']],
  ],
};
