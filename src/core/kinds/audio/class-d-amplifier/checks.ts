import { choose, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  power: held('power', 'outputPower', 'atLeast', 'outputPower', 'power wanted', 'should', [
    less('given.loadResistance'),
    more('given.supplyVoltage'),
    choose('given.topology', 'bridged'),
  ]),
  'crest-power': held('power with the droop', 'crestPower', 'atLeast', 'outputPower', 'power wanted', 'note', [
    more('C2.value'),
    less('given.supplyResistance'),
    'Bulk capacitance counts at the lowest frequency.',
  ]),
  efficiency: held('efficiency', 'efficiency', 'atLeast', 'minimumEfficiency', 'wanted', 'should', [
    less('U1.onResistance'),
    less('given.switchingFrequency'),
    more('given.loadResistance'),
  ]),
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature of U1', 'must', [
    less('U1.junctionToAmbient'),
    more('given.loadResistance'),
    choose('given.dissipationBasis', 'eighth-power'),
    'More copper under its pad, or less loss at rest.',
  ]),
  'peak-current': held(
    'peak current',
    'peakCurrent',
    'atMost',
    'U1.currentLimit',
    'current of U1',
    'must',
    [more('given.loadResistance'), more('L1.value'), more('U1.currentLimit')],
    { derated: true },
  ),
  'inductor-saturation': held(
    'peak current of L1',
    'peakCurrent',
    'atMost',
    'L1.saturationCurrent',
    'saturation current of L1',
    'must',
    [more('L1.saturationCurrent'), 'An inductor that saturates destroys the switch.'],
    { derated: true, applies: (c) => c.x.given.output === 'lc' },
  ),
  'bus-voltage': held(
    'bus',
    'busVoltage',
    'atMost',
    'U1.voltageRating',
    'voltage rating of U1',
    'must',
    [more('U1.voltageRating'), more('C2.value'), less('given.supplyVoltage'), 'A bridge does not pump.'],
    { derated: true },
  ),
  droop: held('droop of the rail', 'supplyDroop', 'atMost', 'maximumDroop', 'droop allowed', 'should', [
    more('C2.value'),
    less('C2.esr'),
    less('given.supplyResistance'),
  ]),
  'filterless-cable': held(
    'cable',
    'cableLength',
    'atMost',
    'U1.filterlessCable',
    'cable it stands without a filter',
    'should',
    [less('given.cableLength'), choose('given.output', 'lc'), 'A shorter twisted cable with beads.'],
    { applies: (c) => c.x.given.output === 'filterless' },
  ),
  'low-cutoff': held('low cutoff of C3', 'blockingCutoff', 'atMost', 'lowestFrequency', 'lowest frequency', 'should', [more('C3.value')]),
  'filter-corner': held('corner of the filter', 'filterCorner', 'atLeast', 'highestFrequency', 'highest frequency', 'should', [
    less('L1.value'),
    less('C1.value'),
  ]),
};
