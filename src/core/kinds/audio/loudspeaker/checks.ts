import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const amplifier = (c: Judged) => c.x.given.drive === 'amplifier';
const pins = (c: Judged) => c.x.given.drive === 'pin' || c.x.given.drive === 'pin-push-pull';

export const checks = {
  loudness: held('loudness', 'soundPressure', 'atLeast', 'minimumSoundPressure', 'wanted at the distance', 'should', (c) => [
    ...(amplifier(c) ? [more('given.outputVoltage')] : [choose('given.drive', 'pin-push-pull'), more('given.supplyVoltage')]),
    more('LS1.sensitivity'),
    less('given.distance'),
    'Twice the voltage or half the distance is 6 dB; a horn, or a tone at the resonance.',
  ]),
  power: held(
    'power of the programme',
    'longTermPower',
    'atMost',
    'LS1.ratedPower',
    'rated power of LS1',
    'must',
    [more('LS1.ratedPower'), less('given.outputVoltage')],
    { derated: true, applies: amplifier },
  ),
  'coil-temperature': held(
    'coil',
    'coilTemperature',
    'temperature',
    'LS1.maximumCoil',
    'hottest coil',
    'must',
    [less('given.outputVoltage'), less('LS1.thermalResistance')],
    {
      applies: amplifier,
    },
  ),
  impedance: held(
    'least impedance',
    'minimumImpedance',
    'atLeast',
    'amplifierMinimumLoad',
    'least load of the amplifier',
    'must',
    [more('LS1.minimumImpedance'), 'Wired in series instead of parallel, or another amplifier.'],
    { applies: amplifier },
  ),
  'pin-current': held(
    'current of a pin',
    'peakCurrent',
    'atMost',
    'pinCurrentLimit',
    'current of a pin',
    'must',
    (c) => [
      ...(c.x.parts.R1.value ? [more('R1.value')] : []),
      choose('given.drive', 'transistor'),
      'A resistor in series, or a transistor, with a flyback diode for coils.',
    ],
    { derated: true, applies: pins },
  ),
  'low-end': held(
    'resonance',
    'resonance',
    'atMost',
    'lowestFrequency',
    'lowest frequency',
    'note',
    [less('LS1.resonance'), more('given.lowestFrequency'), 'A high-pass before it saves the cone.'],
    { applies: (c) => c.x.given.driver === 'dynamic' },
  ),
  excursion: held(
    'the cone limits below',
    'excursionFrequency',
    'atMost',
    'lowestFrequency',
    'lowest frequency',
    'should',
    [less('given.outputVoltage'), more('LS1.maximumExcursion'), more('LS1.coneArea'), 'A high-pass before it.'],
    { applies: amplifier },
  ),
  'safe-listening': held('safe to hear', 'soundPressure', 'atMost', 'maximumSoundPressure', 'caution above', 'note', [
    more('given.distance'),
    'A limit in firmware; hearing protection at the bench.',
  ]),
};
