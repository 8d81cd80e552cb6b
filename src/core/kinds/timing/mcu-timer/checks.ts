import { less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';
import { pulses } from './laws.ts';

export const checks = {
  feasible: held('can be set', 'feasible', 'atLeast', () => 0.5, 'some prescaler and counts', 'must', [
    more('given.counterBits'),
    less('given.frequency'),
    more('given.frequency'),
    'A larger prescaler, or overflows counted in software.',
  ]),
  'frequency-accuracy': held('error of the frequency', 'frequencyError', 'within', aboutZero('frequencyTolerance'), 'error allowed', 'should', [
    more('given.clockFrequency'),
    'Another mode, a clock that is a multiple of it, a crystal instead of an RC clock.',
  ]),
  resolution: held(
    'resolution',
    'resolution',
    'atLeast',
    'minimumResolution',
    'resolution wanted',
    'should',
    [less('given.frequency'), more('given.clockFrequency')],
    {
      applies: (c) => pulses(c.x.given.mode),
    },
  ),
};
