import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const fourWire = { applies: (c: Judged) => c.x.given.control === 'pwm-input' };

export const checks = {
  airflow: held('rise of the air', 'airTemperatureRise', 'atMost', 'maximumAirRise', 'air rise allowed', 'must', [
    more('given.ventArea'),
    more('M1.freeFlow', 'M1.staticPressure'),
    more('given.dutyCycle'),
    less('given.dissipation'),
    'Larger openings come before a larger fan.',
  ]),
  start: held('voltage at start', 'startVoltage', 'atLeast', 'M1.startVoltage', 'starting voltage of the fan', 'must', [
    more('given.supplyVoltage'),
    more('given.dutyCycle'),
    choose('given.control', 'pwm-input'),
    'Full voltage for a second at start.',
  ]),
  'start-current': held(
    'current at start',
    'startCurrent',
    'atMost',
    'currentLimit',
    'what rail or driver gives',
    'must',
    [more('given.currentLimit'), less('M1.currentRating'), 'A rail or driver for the starting current.'],
    { derated: true },
  ),
  'minimum-duty': held(
    'duty cycle',
    (c) => c.must('dutyCycle'),
    'atLeast',
    'M1.minimumDuty',
    'least duty of the fan',
    'should',
    [more('given.dutyCycle'), 'Below it the speed is not defined.'],
    { unit: 'ratio', ...fourWire },
  ),
  'control-frequency': held(
    'control frequency',
    (c) => c.must('frequency'),
    'atLeast',
    () => 20000,
    'what nobody hears',
    'note',
    [more('given.frequency'), '25 kHz is usual.'],
    { unit: 'Hz', ...fourWire },
  ),
  noise: held('noise', 'noiseLevel', 'atMost', 'maximumNoise', 'noise allowed', 'should', [
    less('given.supplyVoltage'),
    less('given.dutyCycle'),
    less('M1.noise'),
    'A larger and slower fan.',
  ]),
  life: held('life', 'lifeTime', 'atLeast', 'expectedLife', 'life wanted', 'should', [
    more('M1.lifeTime'),
    less('given.expectedLife'),
    'A cooler inlet or a better bearing; plan for its failure.',
  ]),
};
