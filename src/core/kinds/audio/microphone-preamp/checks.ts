import { choose, closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

const within = aboutZero('gainTolerance');

export const checks = {
  'highest-gain': held('error of the highest gain', 'highestError', 'within', within, 'gain error allowed', 'should', [
    less('R2.value'),
    more('R2.value'),
    closer('R1', 'R2'),
  ]),
  'lowest-gain': held('error of the lowest gain', 'lowestError', 'within', within, 'gain error allowed', 'should', [
    closer('P1'),
    more('P1.value'),
    less('P1.value'),
    'A pot of 20 % moves this end by one or two decibels: other R1 or P1, or a switch.',
  ]),
  steps: held('worst step', 'stepError', 'atMost', 'gainTolerance', 'gain error allowed', 'should', [
    more('given.gainTolerance'),
    'Resistors of a finer series.',
  ]),
  noise: held('noise at the input', 'inputNoiseDbu', 'atMost', 'maximumInputNoise', 'noise allowed', 'should', [
    less('U1.voltageNoise'),
    less('R1.value', 'R2.value'),
    less('R8.value'),
    'Input devices in parallel near the source they like best, a transformer, smaller protection resistors.',
  ]),
  headroom: held('headroom', 'headroom', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'should', (c) => [
    ...(c.x.parts.R5.value && c.x.given.pad === 'out' ? [choose('given.pad', 'in')] : []),
    more('R2.value'),
    less('given.soundPressure'),
    'A lower lowest gain, the pad, or higher rails.',
  ]),
  'common-mode-rejection': held('common-mode rejection', 'commonModeRejection', 'atLeast', 'minimumCommonModeRejection', 'wanted', 'should', [
    more('R3.value'),
    less('given.sourceImbalance'),
    more('U1.commonModeRejection'),
    'Balanced legs, or a transformer. Coupling capacitors that differ spoil it further at low frequencies: match them.',
  ]),
  'offset-shift': held('offset shift', 'offsetShift', 'atMost', 'maximumOffsetShift', 'offset shift allowed', 'should', [
    less('U1.offsetVoltage'),
    'A capacitor in the gain leg, or a servo.',
  ]),
  'low-cutoff': held('low cutoff of the gain leg', 'gainLegCutoff', 'atMost', 'maximumLowCutoff', 'low cutoff allowed', 'should', [more('C1.value')]),
  coupling: held('low cutoff of the coupling', 'couplingCutoff', 'atMost', 'maximumLowCutoff', 'low cutoff allowed', 'should', [
    more('C2.value'),
    more('R3.value'),
  ]),
  bandwidth: held('bandwidth', 'bandwidth', 'atLeast', 'noiseBandHigh', 'end of the band', 'should', [
    more('U1.gainBandwidth'),
    more('R2.value'),
    'A faster amplifier, or the gain in two stages.',
  ]),
  'phantom-survival': held(
    'current into the protection',
    'protectionCurrent',
    'atMost',
    'D1.peakCurrentRating',
    'peak current of D1',
    'must',
    [more('R8.value'), more('D1.peakCurrentRating'), 'Larger R8 costs noise; a smaller C2 shortens the pulse.'],
    { derated: true, applies: (c) => c.must('phantomVoltage').high > 0 },
  ),
  'capsule-voltage': held('voltage at the capsule', 'capsuleVoltage', 'atLeast', 'capsuleMinimum', 'least voltage of the capsule', 'must', [
    less('R9.value'),
    more('given.capsuleSupply'),
  ]),
};
