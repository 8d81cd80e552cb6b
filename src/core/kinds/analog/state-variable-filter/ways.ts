import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['C1.value', ['idealQuality'], ['idealCentreFrequency', 'centreFrequency']],
    ['R7.value', [], ['idealCentreFrequency', 'idealQuality']],
    ['R4.value', ['idealQuality', 'quality', 'bandGain'], []],
    ['R1.value', [], ['lowGain', 'highGain']],
    ['U1.gainBandwidth', [], ['quality']],
    ['U1.quiescentCurrent', ['copyCurrent', 'totalCurrent'], []],
    ['supplyVoltage', ['maximumInput'], []],
  ],
};
