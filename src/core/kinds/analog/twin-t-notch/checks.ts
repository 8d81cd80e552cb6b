import { inputInside } from '../../../models/filter-stage.ts';
import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { about, held } from '../../../stage/words.ts';

const TS = ['R1', 'R2', 'R3', 'C1', 'C2', 'C3'] as const;
const tuning = [
  closer(...TS),
  closer('C1', 'C2', 'C3'),
  more('R1.value', 'R2.value', 'R3.value'),
  less('R1.value', 'R2.value', 'R3.value'),
  more('C1.value', 'C2.value', 'C3.value'),
  less('C1.value', 'C2.value', 'C3.value'),
] as const;
const lifted = (c: Judged) => c.x.given.topology === 'bootstrapped';

export const checks = {
  'frequency-accuracy': held(
    'notch frequency',
    'notchFrequency',
    'within',
    about('centreFrequency', 'frequencyTolerance'),
    'wanted frequency with its tolerance',
    'should',
    [...tuning, 'Trim R1 together with R2.'],
  ),
  'notch-depth': held('depth at the centre', 'attenuation', 'atLeast', 'attenuation', 'attenuation wanted', 'should', (c) => [
    ...tuning,
    ...(lifted(c) ? [less('R5.value'), choose('given.topology', 'passive')] : []),
    'Matched parts, a trim on R3, or a wider notch: depth is set by mismatch.',
  ]),
  'band-depth': held('depth where it wanders', 'bandAttenuation', 'atLeast', 'attenuation', 'attenuation wanted', 'should', (c) => [
    ...tuning,
    ...(lifted(c) ? [less('R5.value'), choose('given.topology', 'passive')] : []),
    less('given.mainsTolerance'),
    'A notch of lower quality is wider; a digital one can follow the grid.',
  ]),
  'pass-loss': held(
    'loss at the wanted frequency',
    'passLoss',
    'atMost',
    'maximumPassLoss',
    'loss allowed there',
    'should',
    (c) => [
      ...(lifted(c) ? [more('R5.value')] : [choose('given.topology', 'bootstrapped')]),
      less('given.sourceResistance'),
      'A narrower notch, by the bootstrap.',
    ],
    { applies: (c) => c.x.given.passFrequency !== null },
  ),
  clipping: inputInside('signal at the buffers', lifted),
};
