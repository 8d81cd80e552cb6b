import { less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const onPin = { derated: true, applies: (c: Judged) => c.x.given.drivenFrom !== 'rail' };

export const checks = {
  'led-current': held(
    'LED current',
    'ledCurrent',
    'atMost',
    'D1.currentRating',
    'current rating of the LED',
    'must',
    [more('R1.value'), more('D1.currentRating')],
    {
      derated: true,
    },
  ),
  'pin-current': held(
    'pin current',
    'pinCurrent',
    'atMost',
    'pinCurrentLimit',
    'limit of the pin',
    'must',
    [more('R1.value'), less('given.strings'), 'A transistor between pin and LEDs.'],
    onPin,
  ),
  'port-current': held(
    'port current',
    'portCurrent',
    'atMost',
    'portCurrentLimit',
    'limit of the port',
    'must',
    [more('R1.value'), less('given.portCurrentOther'), 'LEDs spread over ports, or driven from a rail.'],
    onPin,
  ),
  'resistor-power': held(
    'heat of R1',
    'resistorDissipation',
    'atMost',
    'R1.powerRating',
    'power rating of R1',
    'must',
    [more('R1.powerRating'), more('R1.value')],
    {
      derated: true,
    },
  ),
  brightness: held('average LED current', 'averageCurrent', 'atLeast', 'minimumCurrent', 'bright enough', 'should', [
    less('R1.value'),
    more('given.supplyVoltage'),
    'A more efficient LED: a modern one is plain at 1 mA.',
  ]),
  headroom: held('left for the resistor', 'headroom', 'atLeast', 'minimumHeadroom', 'headroom wanted', 'should', [
    more('given.supplyVoltage'),
    less('given.ledsInSeries'),
    'A current source: with little headroom the spread of the forward voltage sets the current.',
  ]),
  flicker: held('dimming frequency', (c) => c.must('frequency'), 'atLeast', 'minimumFrequency', 'flicker limit', 'note', [more('given.frequency')], {
    applies: (c) => c.x.given.dutyCycle < 1,
    unit: 'Hz',
  }),
};
