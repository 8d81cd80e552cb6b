import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero, condition, held } from '../../../stage/words.ts';

const watched = (c: Judged) => {
  const rail = c.range('railVoltage');
  return rail ? { low: rail.low, high: rail.high } : { low: c.must('monitoredLow').low, high: c.must('monitoredHigh').high };
};

export const checks = {
  range: held('use of the range', 'rangeUse', 'atMost', () => 1, 'full scale at the low end of the reference', 'must', [more('R1.value'), less('R2.value')]),
  'pin-voltage': held('at the pin', 'pinVoltage', 'atMost', 'supplyVoltage', 'supply of the pin', 'must', [more('R1.value'), less('R2.value')]),
  'threshold-accuracy': held(
    'error of the threshold',
    (c: Judged) => c.out(c.x.given.calibrated ? 'calibratedError' : 'thresholdError'),
    'within',
    aboutZero('thresholdAccuracy'),
    'error allowed',
    'should',
    (c) => [
      ...(c.x.given.calibrated ? [] : [choose('given.calibrated', true), closer('R1', 'R2')]),
      less('R1.value', 'R2.value'),
      less('given.referenceDrift'),
      'An external reference.',
    ],
    { unit: 'V' },
  ),
  'threshold-watched': condition(
    'threshold inside what is watched',
    (c) => {
      const { low, high } = watched(c);
      const at = c.must('lowThreshold');
      return at.high <= high && at.low >= low;
    },
    'lowest and highest voltage watched',
    'should',
    'Set the threshold between the lowest and the highest voltage that is watched: another one is never met, or always.',
  ),
  settling: held('settling error', 'settlingErrorLsb', 'atMost', () => 0.5, 'half an LSB', 'should', [
    more('C1.value'),
    more('given.acquisitionTime'),
    less('R1.value', 'R2.value'),
  ]),
  drain: held('drain', 'drainCurrent', 'atMost', 'drainLimit', 'drain allowed', 'should', [more('R1.value', 'R2.value'), choose('given.switched', true)]),
  resolution: held('smallest change', 'smallestChange', 'atMost', 'resolutionWanted', 'step wanted', 'should', [
    less('R1.value'),
    more('R2.value'),
    more('given.resolution'),
    'Readings averaged, with noise to dither them.',
  ]),
  'unpowered-pin': held('into a dead pin', 'unpoweredPinCurrent', 'atMost', 'unpoweredCurrentLimit', 'allowed into an unpowered pin', 'should', [
    more('R1.value', 'R2.value'),
    choose('given.switched', true),
    'Otherwise the battery feeds the dead controller.',
  ]),
};
