import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = {
  given: { leadResistance: 1 },
  ways: [
    ['excitationVoltage', ['fullScaleSignal', 'excitationCurrent', 'noiseFreeCounts', 'dissipation'], ['noiseLoad', 'resolvableLoad']],
    ['gain', ['rangeUse', 'codesPerGram'], ['adcFullScale']],
    ['leadResistance', ['leadError', 'spanDrift'], ['fullScaleSignal', 'excitationCurrent', 'codesPerGram']],
    ['capacity', ['zeroDrift', 'resolvableLoad'], ['codesPerGram', 'loadShare']],
    ['adcNoise', ['inputNoise', 'resolvableLoad'], ['noiseFreeCounts']],
    ['workingLoad', ['signalPeak', 'rangeUse', 'spanDrift', 'loadShare'], []],
  ],
};
