import { closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

const accuracy = (title: string, outcome: 'temperatureError' | 'errorCold' | 'errorHot') =>
  held(title, outcome, 'within', aboutZero('errorLimit'), 'error allowed', 'should', [
    closer('NTC'),
    closer('NTC', 'R1'),
    less('NTC.beta'),
    more('R1.value'),
    less('given.adcError'),
    less('given.leadResistance'),
    'One reading at a known temperature takes the tolerance of the resistance away; the maker’s table what beta leaves.',
  ]);

export const checks = {
  accuracy: accuracy('error', 'temperatureError'),
  'accuracy-cold': accuracy('error, coldest', 'errorCold'),
  'accuracy-hot': accuracy('error, hottest', 'errorHot'),
  'self-heating': held('self-heating', 'selfHeating', 'atMost', 'selfHeatingLimit', 'self-heating allowed', 'should', [
    more('R1.value'),
    more('R1.value', 'NTC.value'),
    less('given.poweredShare'),
    less('given.supplyVoltage'),
    'Power the divider only while it is read.',
  ]),
  resolution: held('codes for a kelvin, least', 'minimumCodesPerKelvin', 'atLeast', (c) => 1 / c.must('resolutionWanted').low, 'step wanted', 'should', [
    more('R1.value'),
    less('R1.value'),
    more('given.resolution'),
    'Readings averaged.',
  ]),
  'fault-detection': held('room to the rails', 'faultMargin', 'atLeast', () => 0.02, 'what tells an open or a short wire from a reading', 'should', [
    more('R1.value'),
    less('R1.value'),
  ]),
  'source-resistance': held('source resistance', 'sourceResistance', 'atMost', 'maximumSourceResistance', 'from which the converter settles', 'should', [
    less('R1.value'),
    less('R1.value', 'NTC.value'),
    'A longer acquisition, or a larger C1 as a reservoir of charge.',
  ]),
};
