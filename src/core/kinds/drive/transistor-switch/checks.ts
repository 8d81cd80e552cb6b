import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held } from '../../../stage/words.ts';
import { isShifted } from './laws.ts';

const bipolar = { applies: (c: Judged) => c.x.given.device === 'bjt' };
const mosfet = { applies: (c: Judged) => c.x.given.device === 'mosfet' };
const byPin = (device: string) => ({ derated: true, applies: (c: Judged) => c.x.given.device === device && !isShifted(c.x) });
const inductive = (c: Judged) => c.must('loadInductance').high > 0;

export const checks = {
  saturation: held(
    'forced gain',
    'forcedBeta',
    'atMost',
    (c) => {
      const [gain, most] = [c.must('Q1.currentGain'), c.must('forcedBeta')];
      return Math.min(most.low, gain.low / 2);
    },
    'forced gain, or half the gain of Q1',
    'must',
    [less('R1.value'), more('R2.value'), more('Q1.currentGain'), choose('given.device', 'mosfet'), 'A transistor of higher gain, or a MOSFET.'],
    bipolar,
  ),
  'gate-drive': held(
    'gate voltage',
    'gateVoltage',
    'atLeast',
    'Q1.fullDriveVoltage',
    'where its on-resistance is told',
    'must',
    [
      less('Q1.fullDriveVoltage'),
      more('R2.value'),
      less('R1.value'),
      'A MOSFET that is told at the lowest high level of the pin: the threshold is where it barely begins, not where it is on.',
    ],
    mosfet,
  ),
  'gate-maximum': held(
    'gate voltage',
    'gateVoltage',
    'atMost',
    'Q1.maximumGateSource',
    'what the gate stands',
    'must',
    [more('R1.value'), less('R2.value'), more('Q1.maximumGateSource'), 'Divide the drive, or clamp it with a zener.'],
    { derated: true, ...mosfet },
  ),
  'on-drop': held('drop', 'onDrop', 'atMost', 'maximumDrop', 'drop allowed', 'should', [
    less('Q1.onResistance'),
    less('Q1.saturationVoltage'),
    less('given.loadCurrent'),
    choose('given.device', 'mosfet'),
  ]),
  'device-current': held(
    'load current',
    (c) => c.must('loadCurrent'),
    'atMost',
    'Q1.currentRating',
    'current rating of Q1',
    'must',
    [more('Q1.currentRating'), less('given.loadCurrent')],
    { unit: 'A', derated: true },
  ),
  'device-voltage': held(
    'peak across Q1',
    'peakVoltage',
    'atMost',
    'Q1.voltageRating',
    'voltage rating of Q1',
    'must',
    [more('Q1.voltageRating'), less('D1.clampVoltage'), choose('given.clamp', 'diode')],
    { derated: true },
  ),
  'junction-temperature': held('junction of Q1', 'junctionTemperature', 'temperature', 'Q1.maximumJunction', 'what it stands', 'must', [
    less('Q1.onResistance'),
    less('Q1.junctionToAmbient'),
    less('given.switchingFrequency'),
    less('R2.value'),
    less('R1.value'),
    less('given.loadCurrent'),
    'Slower PWM, faster edges (shifted: a smaller R2 or a push-pull driver), copper area or a sink.',
  ]),
  'pin-current': held(
    'pin current',
    'pinCurrent',
    'atMost',
    'pinCurrentLimit',
    'limit of the pin',
    'must',
    [more('R1.value'), choose('given.device', 'mosfet')],
    byPin('bjt'),
  ),
  'gate-peak': held(
    'pin current at the edge',
    'pinCurrent',
    'atMost',
    'pinCurrentLimit',
    'limit of the pin',
    'should',
    [more('R1.value'), 'The peak lasts well under a microsecond, so some waive this.'],
    byPin('mosfet'),
  ),
  'hold-off': held(
    'left when off',
    'offVoltage',
    'atMost',
    (c) => (c.x.given.device === 'bjt' ? 0.3 : 0.5 * c.must('Q1.gateThreshold').low),
    'what surely keeps it off',
    'must',
    [
      choose('given.pullResistor', 'fitted'),
      less('R2.value'),
      choose('given.drive', 'shifted'),
      'A high side on a rail above the high level of the pin needs a shifted drive.',
    ],
    { whenNull: 'unknown' },
  ),
  'clamp-fitted': condition(
    'clamp of the kick',
    (c) => c.x.given.clamp !== 'none',
    'a load that stores energy',
    'must',
    [choose('given.clamp', 'diode'), 'A diode across the load (slow release) or a suppressor (fast release).'],
    { applies: inductive },
  ),
  'clamp-current': held(
    'current in the clamp',
    (c) => c.must('loadCurrent'),
    'atMost',
    'D1.currentRating',
    'current rating of D1',
    'must',
    [more('D1.currentRating'), less('given.loadCurrent')],
    { unit: 'A', derated: true, applies: (c) => inductive(c) && c.x.given.clamp !== 'none' },
  ),
  'clamp-power': held(
    'heat of the suppressor',
    'clampDissipation',
    'atMost',
    'D1.powerRating',
    'power rating of D1',
    'must',
    [
      more('D1.powerRating'),
      choose('given.clamp', 'diode'),
      less('given.switchingFrequency'),
      'A plain diode: under PWM a suppressor takes its share at every period.',
    ],
    { derated: true, applies: (c) => inductive(c) && c.x.given.clamp === 'suppressor' && c.must('switchingFrequency').high > 0 },
  ),
};
