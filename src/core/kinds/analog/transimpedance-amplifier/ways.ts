import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  ways: [
    ['R1.value', ['transresistance', 'outputNoise', 'darkNoise', 'outputOffset', 'signalToNoise'], ['naturalFrequency']],
    ['C1.value', ['phaseMargin'], ['quality', 'bandwidth']],
    ['U1.gainBandwidth', ['naturalFrequency'], []],
    ['sourceCapacitance', ['flatCapacitance', 'outputNoise'], ['naturalFrequency']],
    ['inputCurrent', ['outputNoise', 'signalToNoise'], ['outputVoltage']],
    ['darkCurrent', ['darkNoise', 'outputOffset', 'smallestCurrent'], []],
    ['U1.voltageNoise', ['outputNoise', 'inputCurrentNoise'], ['signalToNoise']],
  ],
};
