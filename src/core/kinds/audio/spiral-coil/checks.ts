import { choose, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  'inner-diameter': held('room inside', 'innerDiameter', 'atLeast', 'minimumInner', 'room for via and magnet', 'must', [
    less('L1.turns'),
    less('L1.traceGap'),
    more('given.outerDiameter'),
    'Fewer turns, or narrower traces.',
  ]),
  'trace-width': held('trace width', 'traceWidth', 'atLeast', 'minimumTrace', 'narrowest trace of the board house', 'must', [
    more('L1.traceWidth'),
    less('given.minimumTrace'),
    'A wider trace, or a finer board house.',
  ]),
  'coil-temperature': held('coil', 'coilTemperature', 'temperature', 'maximumTemperature', 'what laminate or film stands', 'must', [
    less('given.currentLimit'),
    less('given.thermalResistance'),
    more('given.copperThickness'),
    'Less current, more copper, heat spreading, or force in pulses.',
  ]),
  'ripple-temperature': held('coil with its ripple', 'rippleTemperature', 'temperature', 'maximumTemperature', 'what laminate or film stands', 'should', [
    choose('given.modulation', 'unipolar'),
    more('given.switchingFrequency'),
    less('given.thermalResistance'),
    'The idle bridge heats it too: a three-level drive, faster switching, or an inductor in series.',
  ]),
  force: held('force', 'force', 'atLeast', 'minimumForce', 'force wanted', 'should', [
    more('given.magnetField'),
    more('given.currentLimit'),
    more('given.fieldFraction'),
    'A stronger or nearer magnet, more layers, thicker copper.',
  ]),
  'pwm-audible': held('switching above hearing', 'switchingFrequency', 'atLeast', () => 20000, 'highest audible frequency', 'should', [
    more('given.switchingFrequency'),
    'Faster switching; cats and dogs hear far above 20 kHz.',
  ]),
  'pwm-ripple': held('ripple of the drive', 'rippleRatio', 'atMost', 'maximumRipple', 'ripple allowed', 'should', [
    more('given.switchingFrequency'),
    choose('given.modulation', 'unipolar'),
    more('given.maximumRipple'),
    'Much faster switching, an inductor in series, or three-level drive.',
  ]),
};
