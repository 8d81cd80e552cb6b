import { choose, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  range: held('use of the range', 'rangeUse', 'atMost', () => 1, 'full scale of the converter', 'must', [
    less('given.gain'),
    less('given.tareLoad'),
    'Zero balance and tare count too.',
  ]),
  load: held('load over capacity', 'loadShare', 'atMost', () => 1, 'capacity of the cells', 'must', [
    more('given.capacity'),
    more('given.cells'),
    less('given.workingLoad'),
  ]),
  resolution: held('smallest load seen', 'resolvableLoad', 'atMost', 'resolutionWanted', 'step wanted', 'should', [
    less('given.adcNoise'),
    less('given.noiseBandwidth'),
    more('given.excitationVoltage'),
    less('given.capacity'),
    'A slower rate, or readings averaged.',
  ]),
  'temperature-drift': held('drift over temperature', 'temperatureDrift', 'atMost', 'driftLimit', 'drift allowed', 'should', [
    less('given.zeroTempco'),
    less('given.spanTempco'),
    choose('given.wires', 6),
    'Take the zero again before weighing, or correct by a thermometer on the cell.',
  ]),
  'supply-error': held('error by the supply', 'supplyError', 'within', aboutZero('supplyErrorLimit'), 'error allowed', 'should', [
    choose('given.ratiometric', true),
    'A regulated excitation.',
  ]),
  excitation: held('excitation', 'excitation', 'atMost', 'excitationMaximum', 'what the cell stands', 'must', [
    less('given.excitationVoltage'),
    'A warm cell drifts: less is better.',
  ]),
  'common-mode-low': held('common mode', 'commonMode', 'atLeast', 'commonModeLow', 'lowest of the amplifier', 'must', [
    more('given.excitationVoltage'),
    less('given.commonModeLow'),
    'Another amplifier.',
  ]),
  'common-mode-high': held('common mode', 'commonMode', 'atMost', 'commonModeHigh', 'highest of the amplifier', 'must', [
    less('given.excitationVoltage'),
    more('given.commonModeHigh'),
  ]),
};
