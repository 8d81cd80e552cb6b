import { closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  'trim-low': held('trim to its lower end', 'trimPosition', 'atLeast', () => 0.05, 'five percent of its travel', 'must', [
    less('R2.value'),
    more('P1.value'),
    closer('R2', 'R3', 'R4'),
    'A smaller R2, or a larger trimmer.',
  ]),
  'trim-high': held('trim to its upper end', 'trimPosition', 'atMost', () => 0.95, '95 percent of its travel', 'must', [
    more('R2.value'),
    more('P1.value'),
    closer('R2', 'R3', 'R4'),
    'A larger R2, or a larger trimmer.',
  ]),
  tracking: held('tracking', 'worstError', 'atMost', 'maximumError', 'error allowed', 'should', [
    less('U1.resetTime'),
    less('Q1.bulkResistance'),
    more('R6.value'),
    less('U1.leakage'),
    more('given.maximumError'),
    'R5 near the value that makes up for it, a faster reset, smaller currents, and the sensing resistor touching the pair.',
  ]),
  temperature: held('scale over temperature', 'temperatureError', 'within', aboutZero('maximumError'), 'error allowed', 'should', [
    more('R4.temperatureCoefficient'),
    less('R4.temperatureCoefficient'),
    more('given.maximumError'),
    'A sensing resistor near +3350 ppm/K with R3 much larger than R4, or a heated pair.',
  ]),
  'pitch-drift': held('drift of all notes', 'pitchDrift', 'within', aboutZero('maximumDrift'), 'drift allowed', 'should', [
    less('C1.temperatureCoefficient'),
    less('R6.temperatureCoefficient'),
    less('Q1.offsetDrift'),
    more('given.maximumDrift'),
    'A C0G or film capacitor, a reference resistor of low drift, and time to warm up.',
  ]),
  'base-pitch': held('base pitch', 'baseError', 'within', aboutZero('coarseRange'), 'what the panel tuning takes up', 'should', [
    more('R6.value'),
    less('R6.value'),
    closer('C1', 'R6'),
    more('given.coarseRange'),
    'Another R6 or C1.',
  ]),
  'top-current': held('current of the top note', 'topCurrent', 'atMost', 'maximumLogCurrent', 'up to which the pair is used', 'should', [
    more('R6.value'),
    less('given.octavesUp'),
    'A smaller C1 with a larger R6, or a lower top note.',
  ]),
};
