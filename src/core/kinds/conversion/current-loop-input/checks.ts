import { closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  range: held('use of the range', 'rangeUse', 'atMost', () => 1, 'full scale: the fault must be read too', 'must', [less('R1.value')]),
  compliance: held('left for the transmitter', 'compliance', 'atLeast', 'complianceReserve', 'reserve wanted', 'must', [
    less('R1.value'),
    less('given.cableResistance'),
    more('given.loopVoltage'),
    'A thicker cable.',
  ]),
  accuracy: held('error', 'spanError', 'within', aboutZero('errorLimit'), 'error allowed', 'should', [
    closer('R1'),
    less('given.adcOffset'),
    more('R1.value'),
    less('R2.value'),
    'Burden and reference decide: calibrate at 4 and 20 mA.',
  ]),
  'fault-separation': held('codes between fault and signal', 'separationCodes', 'atLeast', 'minimumSeparation', 'codes wanted', 'should', [
    more('given.resolution'),
    more('R1.value'),
  ]),
  'burden-power': held(
    'heat of the burden',
    'burdenDissipation',
    'atMost',
    'R1.powerRating',
    'power rating of R1',
    'must',
    [more('R1.powerRating'), less('R1.value')],
    {
      derated: true,
    },
  ),
  'burden-fault-power': held(
    'heat of the burden in a short',
    'faultDissipation',
    'atMost',
    'R1.powerRating',
    'power rating of R1',
    'should',
    [more('R1.powerRating'), 'A resettable fuse or a current limiter in the loop: a shorted transmitter burns the burden.'],
    { derated: true },
  ),
  'clamp-current': held(
    'clamp current',
    'clampCurrent',
    'atMost',
    'U1.inputCurrentLimit',
    'what the clamp of U1 stands',
    'must',
    [more('R2.value'), 'A clamp of its own before the pin.'],
    { derated: true },
  ),
};
