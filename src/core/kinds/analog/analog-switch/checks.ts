import { less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  'gain-accuracy': held('loss', 'gainError', 'within', aboutZero('maximumGainError'), 'loss allowed', 'should', [
    more('given.loadResistance'),
    less('U1.onResistance'),
    'A buffer behind the switch.',
  ]),
  distortion: held('distortion', 'distortion', 'atMost', 'maximumDistortion', 'distortion allowed', 'should', [
    more('given.loadResistance'),
    less('U1.onFlatness'),
    'The switch at a virtual ground, a larger supply span, or a flatter switch.',
  ]),
  settling: held('settling', 'settlingTime', 'atMost', 'settlingAllowed', 'time from switching to reading', 'must', [
    less('given.loadCapacitance'),
    less('given.sourceResistance'),
    'Wait longer, or a buffer before it.',
  ]),
  charge: held('step at switching', 'chargeError', 'atMost', 'maximumChargeError', 'step allowed', 'should', [
    more('given.loadCapacitance'),
    less('U1.chargeInjection'),
  ]),
  'off-isolation': held('isolation', 'offIsolation', 'atLeast', 'minimumOffIsolation', 'wanted', 'should', [
    less('given.loadResistance'),
    less('U1.offCapacitance'),
    'A second switch from the line to ground.',
  ]),
  leakage: held('error from leakage', 'leakageError', 'atMost', 'maximumLeakageError', 'leakage error allowed', 'should', [
    less('given.sourceResistance'),
    less('U1.leakage'),
  ]),
  'range-high': held('to the upper end', 'headroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.signalAmplitude'),
    less('given.inputLevel'),
    more('given.positiveSupply'),
    'Outside its rails the switch conducts into its protection: shift or attenuate the signal.',
  ]),
  'range-low': held('to the lower end', 'headroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.signalAmplitude'),
    more('given.inputLevel'),
    'A negative rail, or a bias.',
  ]),
  current: held(
    'current through it',
    'outputCurrent',
    'atMost',
    'U1.currentLimit',
    'current of U1',
    'must',
    [more('given.loadResistance'), more('U1.currentLimit'), less('given.signalAmplitude')],
    { derated: true },
  ),
  'supply-maximum': held('supply span', 'supplySpan', 'atMost', 'U1.supplyMaximum', 'largest supply of U1', 'must', [
    more('U1.supplyMaximum'),
    less('given.positiveSupply'),
  ]),
};
