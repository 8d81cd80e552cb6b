import { less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  'frequency-accuracy': held('error of the frequency', 'frequencyErrorPpm', 'within', aboutZero('frequencyTolerance'), 'error allowed', 'should', [
    more('C1.value', 'C2.value'),
    less('C1.value', 'C2.value'),
    less('Y1.initialTolerance'),
    less('Y1.temperatureStability'),
    'Trim by the pull for a picofarad; beyond that a compensated oscillator, or the time set again and again.',
  ]),
  'gain-margin': held(
    'gain margin',
    'gainMargin',
    'atLeast',
    (c) => (c.x.given.gainMethod === 'transconductance' ? c.must('gainMarginWanted').high : 1),
    'gain margin wanted',
    'must',
    [less('Y1.esr'), less('R3.value'), more('U1.transconductance'), less('C1.value', 'C2.value'), 'A crystal of a smaller load; a higher drive setting.'],
  ),
  'drive-level': held('drive', 'driveLevel', 'atMost', 'Y1.driveLevelMaximum', 'what the crystal stands', 'should', [
    more('R3.value'),
    less('given.outputSwing'),
    'A lower drive setting; a crystal of a smaller load.',
  ]),
  'start-up': held('start-up', 'startUpTime', 'atMost', 'startUpTime', 'start-up wanted', 'should', [
    more('U1.transconductance'),
    less('R3.value'),
    less('C1.value', 'C2.value'),
  ]),
};
