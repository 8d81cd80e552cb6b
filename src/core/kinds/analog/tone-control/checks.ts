import { closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const active = (c: Judged) => c.x.given.topology === 'active';
const typed = { whenNull: 'absent' } as const;

export const checks = {
  'bass-range': held(
    'bass boost',
    'bassBoost',
    'atLeast',
    'boost',
    'boost wanted',
    'should',
    (c) => [
      less('R1.value', 'R2.value'),
      more('P1.value'),
      ...(active(c) ? [less('C1.value')] : [more('C1.value', 'C2.value')]),
      'Smaller end resistors, or a larger pot.',
    ],
    typed,
  ),
  'treble-range': held(
    'treble boost',
    'trebleBoost',
    'atLeast',
    'boost',
    'boost wanted',
    'should',
    (c) => [
      ...(active(c) ? [more('C2.value'), less('R4.value', 'R5.value'), less('R3.value')] : [more('C3.value', 'C4.value')]),
      'Smaller end resistors, or a larger capacitor.',
    ],
    typed,
  ),
  flatness: held('flat in the middle', 'flatness', 'atMost', 'maximumFlatness', 'deviation allowed', 'should', (c) => [
    closer(...(active(c) ? ['R1', 'R2', 'R4', 'R5'] : ['R1', 'R2', 'C1', 'C2', 'C3', 'C4'])),
    closer('P1', 'P2'),
    more('given.maximumFlatness'),
    'Halves that match, and pots with a detent in the middle: a pot of 20 % sits some percent off it.',
  ]),
  headroom: held(
    'headroom at full boost',
    'maximumInput',
    'atLeast',
    'inputPeak',
    'largest input',
    'should',
    [
      more('given.outputSwing'),
      more('given.outputSwing', 'given.supplyVoltage'),
      less('given.inputPeak'),
      more('R1.value', 'R2.value'),
      'Attenuate ahead, or limit the boost.',
    ],
    typed,
  ),
  interaction: held('shift in the middle of the band', 'interaction', 'atMost', 'maximumInteraction', 'shift allowed', 'note', [
    more('C1.value'),
    less('C2.value'),
    more('given.trebleFrequency'),
    'Hinges further apart.',
  ]),
};
