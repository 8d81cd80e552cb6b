import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held } from '../../../stage/words.ts';
import { isSeries } from './laws.ts';

const pushPull = (c: Judged) => !isSeries(c.x);

export const checks = {
  'device-voltage': held(
    'peak across a device',
    'peakVoltage',
    'atMost',
    'Q1.voltageRating',
    'voltage rating of a device',
    'must',
    [more('Q1.voltageRating'), less('given.supplyVoltage'), 'The drains of a push-pull see π times the supply: rate for its highest.'],
    { derated: true },
  ),
  'device-current': held(
    'peak current of a device',
    'peakCurrent',
    'atMost',
    'Q1.currentRating',
    'current rating of a device',
    'must',
    [more('Q1.currentRating'), more('L2.value'), less('given.supplyVoltage')],
    { derated: true },
  ),
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'Q1.maximumJunction', 'what it stands', 'must', [
    less('Q1.onResistance'),
    less('Q1.junctionToAmbient'),
    less('given.supplyVoltage'),
    'A sink.',
  ]),
  'capacitor-voltage': held(
    'capacitor voltage',
    'capacitorVoltage',
    'atMost',
    (c) => c.pick('allowedCapacitorVoltage'),
    'what the capacitor stands here',
    'must',
    [
      more('C1.voltageRating', 'C1.dissipationRating', 'C1.rippleCurrentRating'),
      more('C1.dissipationRating', 'C1.rippleCurrentRating'),
      more('C1.rippleCurrentRating'),
      less('C1.lossTangent'),
      less('given.supplyVoltage'),
      'Several low-loss film capacitors in parallel share the current, pairs in series the voltage.',
    ],
    { derated: true },
  ),
  'coil-current': held(
    'circulating current',
    'circulatingCurrent',
    'atMost',
    'L1.currentRating',
    'current rating of the coil',
    'should',
    [more('L1.currentRating'), more('L1.value'), less('given.supplyVoltage'), 'Thicker or stranded conductor, or tube.'],
    { derated: true },
  ),
  'choke-saturation': held(
    'choke peak',
    'chokePeak',
    'atMost',
    'L2.saturationCurrent',
    'saturation of a choke',
    'must',
    [more('L2.saturationCurrent'), more('L2.value'), less('given.supplyVoltage')],
    { derated: true, applies: pushPull },
  ),
  'gate-clamp': condition(
    'gate clamps',
    (c) => c.x.given.gateClamp,
    'gates are pulled to drains that swing to π times the supply',
    'must',
    [choose('given.gateClamp', true), 'A zener at each gate.'],
    { applies: pushPull },
  ),
  sine: held('quality', 'quality', 'atLeast', 'minimumQuality', 'where the figures of a sine hold', 'should', [
    more('C1.value'),
    less('L1.value'),
    more('L1.value'),
    more('given.loadResistance'),
    less('given.loadResistance'),
    'A larger capacitor and a smaller coil for the same frequency, or less load.',
  ]),
};
