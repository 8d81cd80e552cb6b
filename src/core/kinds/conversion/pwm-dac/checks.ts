import { less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  ripple: held('ripple', 'rippleLsb', 'atMost', 'rippleLimit', 'ripple allowed', 'should', [
    more('C1.value'),
    more('R1.value'),
    more('C2.value'),
    'A second pole, or a faster PWM with fewer bits.',
  ]),
  settling: held('settling', 'settlingTime', 'atMost', 'settlingTime', 'settling wanted', 'should', [
    less('C1.value'),
    less('R1.value'),
    less('C2.value'),
    'A second pole lets each be faster; beyond that a converter chip.',
  ]),
  'load-error': held('loss into the load', 'loadError', 'atMost', 'loadErrorLimit', 'loss allowed', 'should', [
    less('R1.value'),
    less('R2.value'),
    more('given.loadResistance'),
    'A buffer amplifier, or a calibration.',
  ]),
  asymmetry: held('bend of the transfer', 'asymmetryError', 'atMost', () => 0.5, 'half an LSB', 'note', [
    more('R1.value'),
    'A logic buffer on a clean supply.',
  ]),
  'pin-current': held('pin current', 'pinCurrent', 'atMost', 'U1.currentLimit', 'limit of the pin', 'must', [more('R1.value')], { derated: true }),
};
