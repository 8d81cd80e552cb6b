import { fit, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  dc: held('DC at the socket', 'dcLevel', 'within', () => ({ target: 0, band: 0.05 }), 'what a headphone stands', 'must', [
    fit(['C1.value', 1e-4]),
    less('given.referenceLevel'),
    'A coupling capacitor, or a split supply: DC heats the coil, pushes the cone aside and thumps.',
  ]),
  'load-loss': held('lost by plugging in', 'loadLoss', 'atMost', 'maximumLoadLoss', 'loss allowed', 'should', [
    less('R1.value'),
    more('given.loadResistance'),
    'A driver made for headphones.',
  ]),
  'low-loss': held('loss of bass', 'lowLoss', 'atMost', 'maximumLowLoss', 'loss allowed', 'should', [more('C1.value')]),
  'high-cutoff': held('high cutoff', 'highCutoff', 'atLeast', 'highestFrequency', 'highest frequency', 'should', [
    less('R1.value'),
    less('given.cableCapacitance'),
  ]),
  'drive-current': held(
    'peak current',
    'peakCurrent',
    'atMost',
    'U1.currentLimit',
    'current of U1',
    'must',
    [more('U1.currentLimit'), more('R1.value'), less('given.signalLevel')],
    { derated: true },
  ),
  'swing-high': held('to the upper end', 'headroomHigh', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.signalLevel'),
    less('given.referenceLevel'),
    more('given.positiveSupply'),
    'A lower level, or a higher rail.',
  ]),
  'swing-low': held('to the lower end', 'headroomLow', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'must', [
    less('given.signalLevel'),
    more('given.referenceLevel'),
    'A lower level, or a negative rail.',
  ]),
  'safe-listening': held('safe to hear', 'soundPressure', 'atMost', 'maximumSoundPressure', 'caution above', 'note', [
    less('given.signalLevel'),
    more('R1.value'),
    'A lower level, or more resistance before the socket.',
  ]),
};
