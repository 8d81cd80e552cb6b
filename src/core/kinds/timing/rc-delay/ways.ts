import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { purpose: 'reset', dischargeDiode: false, interruption: 0.05 },
  ways: [
    ['R1.value', ['riseDelay', 'fallDelay', 'edgeSlowness', 'remainingVoltage'], []],
    ['C1.value', ['riseDelay', 'fallDelay', 'edgeSlowness', 'remainingVoltage'], []],
    ['supplyVoltage', ['restingVoltage', 'clampCurrent', 'remainingVoltage'], ['edgeSlowness']],
    ['R3.value', [], ['clampCurrent']],
    ['U1.thresholdRising', ['riseDelay', 'edgeSlowness'], ['thresholdReach']],
    ['U1.thresholdFalling', [], ['fallDelay']],
    ['interruption', [], ['remainingVoltage']],
  ],
};
