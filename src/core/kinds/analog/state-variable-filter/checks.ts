import { closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { about, held } from '../../../stage/words.ts';

const controlled = (c: Judged) => c.x.given.tuning === 'controlled';

export const checks = {
  'frequency-accuracy': held(
    'frequency accuracy',
    'centreFrequency',
    'within',
    about('centreFrequency', 'frequencyTolerance'),
    'wanted frequency with its tolerance',
    'should',
    (c) => [
      closer('C1', 'C2'),
      closer('C1', 'C2', ...(controlled(c) ? ['R8', 'R9'] : ['R6', 'R7'])),
      more('C1.value', 'C2.value'),
      less('C1.value', 'C2.value'),
      ...(controlled(c) ? [more('given.controlVoltage'), less('given.controlVoltage')] : []),
      'Closer capacitors, or a trim.',
    ],
  ),
  'quality-accuracy': held('quality accuracy', 'quality', 'within', about('quality', 'qualityTolerance'), 'wanted quality with its tolerance', 'should', [
    more('U1.gainBandwidth'),
    closer('R4', 'R5'),
    more('R4.value'),
    less('R4.value'),
    'A faster op amp: gain-bandwidth too small lifts the quality, in the end to oscillation.',
  ]),
  'copy-tracking': held(
    'spread between copies',
    'frequencySpread',
    'atMost',
    'maximumSpread',
    'spread allowed',
    'should',
    (c) => [
      closer('C1', 'C2'),
      closer('C1', 'C2', ...(controlled(c) ? ['R2', 'R3', 'R8', 'R9'] : ['R2', 'R3', 'R6', 'R7'])),
      'Closer capacitors, matched pairs of transconductances, or a table of tuning for each voice.',
    ],
    { whenNull: 'absent' },
  ),
  'supply-current': held(
    'current of all copies',
    'totalCurrent',
    'atMost',
    'currentLimit',
    'what the supply can give',
    'must',
    [less('given.copies'), less('U1.quiescentCurrent'), less('given.controlHigh'), 'Fewer copies, or less control current.'],
    { whenNull: 'absent' },
  ),
  distortion: held(
    'distortion',
    'distortion',
    'atMost',
    'maximumDistortion',
    'distortion allowed',
    'should',
    [more('R8.value'), less('R9.value'), less('given.outputSwing'), 'More attenuation at R8 and R9, which costs noise.'],
    { whenNull: 'absent', applies: controlled },
  ),
  'control-current': held(
    'control current',
    'largestControlCurrent',
    'atMost',
    'U2.currentLimit',
    'current limit of the transconductance',
    'must',
    [less('given.controlHigh'), less('given.referenceCurrent'), more('U2.currentLimit'), 'Smaller capacitors, or less attenuation.'],
    { derated: true, applies: controlled },
  ),
  'switch-step': held(
    'step of a switch',
    'switchStep',
    'atMost',
    'maximumStep',
    'step allowed',
    'note',
    [more('C1.value'), less('S1.chargeInjection'), 'Switch at a zero crossing, make before break.'],
    { whenNull: 'absent' },
  ),
};
