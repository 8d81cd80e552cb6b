import { less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  'microphone-voltage': held('voltage at the microphone', 'microphoneVoltage', 'atLeast', 'microphoneMinimum', 'least voltage of a microphone', 'must', [
    less('R1.value'),
    less('given.microphoneCurrent'),
    more('given.phantomVoltage'),
    'The feed resistors themselves are fixed by the standard.',
  ]),
  'resistor-power': held(
    'heat of a feed resistor',
    'shortedDissipation',
    'atMost',
    'RA.powerRating',
    'power rating of RA',
    'must',
    [more('RA.powerRating'), 'Two in series; a shorted cable is an everyday thing.'],
    { derated: true },
  ),
  'fault-current': held(
    'supply current with one shorted',
    'faultCurrent',
    'atMost',
    'supplyCurrentLimit',
    'current limit of the rail',
    'should',
    [more('given.supplyCurrentLimit'), less('given.channels'), 'One shorted cable must not take the others down.'],
    { derated: true },
  ),
  ripple: held('ripple between the legs', 'differentialRipple', 'atMost', 'maximumDifferentialRipple', 'ripple allowed', 'should', [
    more('C1.value'),
    less('given.matching'),
    less('given.inputRipple'),
    'R1 and C1 in each channel, closer matching, or a cleaner rail.',
  ]),
  matching: held('mismatch', 'mismatch', 'atMost', () => 0.004, 'IEC 61938', 'should', [less('given.matching'), 'Resistors of 0.1 %, or a measured pair.']),
};
