import { closer, less, more } from '../../../stage/cures.ts';
import { about, held } from '../../../stage/words.ts';

export const checks = {
  'cutoff-accuracy': held(
    'cutoff accuracy',
    'cutoffFrequency',
    'within',
    about('cutoffFrequency', 'cutoffTolerance'),
    'wanted cutoff with its tolerance',
    'note',
    [closer('C1'), more('C1.value'), less('C1.value'), 'The capacitor dominates; usually the loss at the lowest frequency matters instead.'],
  ),
  'pass-loss': held(
    'loss at the lowest frequency',
    'passLoss',
    'atMost',
    'maximumPassLoss',
    'loss allowed there',
    'should',
    [more('C1.value'), more('R1.value')],
    {
      applies: (c) => c.x.given.passFrequency !== null,
    },
  ),
  attenuation: held(
    'attenuation',
    'attenuation',
    'atLeast',
    'attenuation',
    'attenuation wanted there',
    'should',
    [less('C1.value'), less('R1.value'), 'A filter of a higher order.'],
    { whenNull: 'absent' },
  ),
  'voltage-rating': held(
    'voltage across C1',
    'capacitorVoltage',
    'atMost',
    'C1.voltageRating',
    'voltage rating of C1',
    'must',
    [more('C1.voltageRating'), less('given.signalPeak')],
    { derated: true },
  ),
  polarity: held(
    'reverse voltage of C1',
    'reverseVoltage',
    'atMost',
    'C1.reverseVoltage',
    'reverse voltage that C1 stands',
    'must',
    [more('C1.value'), more('R1.value'), less('given.signalPeak'), 'A capacitor without polarity, or levels that really differ: + goes to the higher one.'],
    { whenNull: 'absent' },
  ),
  thump: held(
    'time to quiet',
    'thumpTime',
    'atMost',
    'maximumThumpTime',
    'mute delay available',
    'should',
    [less('C1.value'), less('R1.value'), 'A bias that rises slowly, or a mute for this long.'],
    { whenNull: 'absent' },
  ),
  offset: held(
    'offset',
    'offsetVoltage',
    'within',
    (c) => {
      const band = c.range('maximumOffset');
      return band && { target: 0, band: band.low };
    },
    'allowed offset',
    'should',
    [less('R1.value'), less('C1.leakageCurrent'), 'A film capacitor.'],
    { whenNull: 'absent' },
  ),
};
