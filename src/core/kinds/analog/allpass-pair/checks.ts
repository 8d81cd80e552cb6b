import { closer, from, less, more } from '../../../stage/cures.ts';
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
  clipping: held(
    'signal inside',
    (c) => c.range('inputAmplitude')!,
    'atMost',
    (c) => {
      const [supply, ripple, head] = [c.must('supplyVoltage'), c.must('supplyRipple'), c.must('U1.headroom')];
      const end = (v: number, r: number, h: number) => v / 2 - r / 2 - h;
      return {
        nominal: end(supply.nominal, ripple.nominal, head.nominal),
        low: end(supply.low, ripple.high, head.high),
        high: end(supply.high, ripple.low, head.low),
      };
    },
    'half the supply at its trough, less the headroom of the op amp',
    'must',
    [more('given.supplyVoltage'), less('U1.headroom'), 'A higher supply, or less signal.'],
    { applies: (c) => c.range('inputAmplitude') !== null, unit: 'V' },
  ),
};
