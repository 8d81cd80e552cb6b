import { choose, closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  burden: held('drop', 'burdenVoltage', 'atMost', 'maximumBurden', 'drop allowed', 'should', [less('RS.value'), 'More gain behind a smaller shunt.']),
  'shunt-power': held(
    'heat of the shunt',
    'shuntDissipation',
    'atMost',
    'RS.powerRating',
    'power rating of RS',
    'must',
    [more('RS.powerRating'), less('RS.value'), 'Two in parallel.'],
    { derated: true },
  ),
  'shunt-temperature': held('shunt', 'shuntTemperature', 'temperature', 'RS.maximumTemperature', 'highest temperature of RS', 'must', [
    less('RS.thermalResistance'),
    less('RS.value'),
    'More copper around it.',
  ]),
  'output-swing': held('output to its upper end', 'outputHeadroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('U1.gain'),
    less('RS.value'),
    less('given.referenceLevel'),
  ]),
  'gain-accuracy': held('gain error', 'gainError', 'within', aboutZero('maximumGainError'), 'allowed gain error', 'should', [
    closer('RS'),
    less('given.traceResistance'),
    less('RS.temperatureCoefficient'),
    'A shunt with four terminals; calibrate at one current.',
  ]),
  'zero-accuracy': held('zero error', 'offsetError', 'atMost', 'maximumOffsetError', 'allowed at the smallest current', 'should', [
    less('U1.offsetVoltage'),
    more('RS.value'),
    more('U1.commonModeRejection'),
    'Subtract the reading at no current.',
  ]),
  'smallest-current': held('smallest readable current', 'smallestCurrent', 'atMost', 'minimumCurrent', 'smallest of interest', 'should', [
    more('U1.gain'),
    more('RS.value'),
    more('given.resolution'),
    'The output at no current lifted above the low end of its swing.',
  ]),
  bandwidth: held('bandwidth', 'bandwidth', 'atLeast', 'minimumBandwidth', 'wanted', 'should', [less('C1.value'), less('R1.value'), more('U1.bandwidth')]),
  'common-mode-high': held('common mode, left above', 'commonModeMarginHigh', 'atLeast', () => 0.1, 'to spare', 'must', [
    more('U1.commonModeHigh'),
    choose('given.side', 'low'),
    'Mind the surges of the supply too.',
  ]),
  'common-mode-low': held('common mode, left below', 'commonModeMarginLow', 'atLeast', () => 0.05, 'to spare', 'must', [
    less('U1.commonModeLow'),
    choose('given.side', 'high'),
    'An amplifier whose range includes ground.',
  ]),
};
