import { inputInside } from '../../../models/filter-stage.ts';
import { closer, from, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const slots = (c: Judged, letter: string): string[] =>
  ['A', 'B'].flatMap((chain) => Array.from({ length: c.x.given.sections as number }, (_, i) => `${letter}${chain}${i + 1}`));
const matching = (c: Judged) => [
  closer(...slots(c, 'R'), ...slots(c, 'C')),
  closer(...slots(c, 'R'), ...slots(c, 'C'), ...slots(c, 'M')),
  from(more('given.sections'), [1, 2, 3, 4, 5, 6]),
  'Measured or binned parts, matched as products of R and C; sections beyond what the tolerance allows buy nothing.',
];

export const checks = {
  suppression: held('suppression', 'suppression', 'atLeast', 'suppression', 'suppression wanted', 'should', matching),
  'phase-error': held('phase error', 'phaseError', 'atMost', 'maximumPhaseError', 'phase error allowed', 'should', matching),
  clipping: inputInside('signal inside'),
};
