import { less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  headroom: held(
    'headroom',
    'headroom',
    'atLeast',
    'minimumHeadroom',
    'headroom wanted',
    'should',
    [less('given.inputLevel'), 'Less gain ahead of the stage that clips first, more after it.'],
    { whenNull: 'absent' },
  ),
  'signal-to-noise': held('signal to noise', 'signalToNoise', 'atLeast', 'minimumSignalToNoise', 'signal to noise wanted', 'should', [
    more('given.inputLevel'),
    'More gain ahead of the stage that rules the noise, or a quieter one there.',
  ]),
};
