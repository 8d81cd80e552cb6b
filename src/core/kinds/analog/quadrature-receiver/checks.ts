import { closer, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

const R = ['R11', 'R12', 'R13', 'R14', 'R21', 'R22', 'R23', 'R24'] as const;
const C = ['C11', 'C12', 'C21', 'C22'] as const;
const sampling = C.map((slot) => `${slot}.value`);

export const checks = {
  'image-suppression': held('image suppression', 'imageSuppression', 'atLeast', 'suppression', 'suppression wanted', 'should', [
    closer(...R),
    closer(...R, ...C),
    less('given.oscillatorSkew'),
    'The largest share says what to match: closer resistors, then trimmers, then correction in software.',
  ]),
  'trimmed-suppression': held('suppression after trimming', 'trimmedEdgeSuppression', 'atLeast', 'suppression', 'suppression wanted', 'note', [
    closer(...C),
    less(...sampling),
    'Matched capacitors, or a higher corner of theirs.',
  ]),
  'sampling-assumption': held(
    'capacitors hold over a window',
    'chargeRatio',
    'atLeast',
    'minimumChargeRatio',
    'least that the averaged model stands for',
    'must',
    [more(...sampling), more('given.frequency'), 'Larger capacitors.'],
  ),
  bandwidth: held('bandwidth', 'bandwidth', 'atLeast', 'minimumBandwidth', 'bandwidth wanted', 'should', [less(...sampling), 'Smaller capacitors.'], {
    whenNull: 'absent',
  }),
  'noise-figure': held(
    'noise figure',
    'noiseFigure',
    'atMost',
    'maximumNoiseFigure',
    'noise figure allowed',
    'should',
    [less('U1.voltageNoise'), 'A quieter op amp, smaller input resistors, or a preamplifier.'],
    { whenNull: 'absent' },
  ),
};
