import { more, less, choose } from '../../../stage/cures.ts';
import type { CheckDef, SpreadLike } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { converterChecks, minimumOnTime, outputCapacitorVoltage, outputMagnitude, withDiode } from '../../../models/switching/checks.ts';
import { held } from '../../../stage/words.ts';

const trimmed = (c: Judged) => c.x.given.feedback !== 'fixed';

/** Highest output: as set, or as far as a trimmer turns. */
const highest = (c: Judged): SpreadLike => {
  const [set, top] = [outputMagnitude(c), c.out('outputVoltageMaximum')];
  if (top.high === null || set.high === null) return set;
  return { nominal: Math.max(set.nominal!, top.nominal!), low: set.low, high: Math.max(set.high, top.high) };
};
const coarseness = (c: Judged): SpreadLike => {
  const [r, hand] = [c.out('trimResolution'), c.must('trimSettability')];
  const times = (a: number | null, b: number) => (a === null ? null : a * b);
  return { nominal: times(r.nominal, hand.nominal), low: times(r.low, hand.low), high: times(r.high, hand.high), ...(r.absent ? { absent: r.absent } : {}) };
};

export const checks = {
  ...converterChecks,
  dropout: held(
    'lowest input that regulates',
    'minimumInputVoltage',
    'atMost',
    (c) => Math.min(c.must('inputVoltage').low - c.must('inputRipple').high / 2, c.range('inputTrough')?.low ?? Infinity),
    'the input at its lowest, ripple trough',
    'must',
    [
      more('given.inputVoltage'),
      less('given.loadCurrent'),
      less('L1.dcr'),
      less('U1.highSideResistance'),
      'A converter that steps up and down; or bring the wanted output within the trimmer’s reach.',
    ],
  ),
  'minimum-on-time': minimumOnTime('on-time', 'should', 'A lower frequency, a lower input, or two steps: below it the controller skips and ripple grows.'),
  'input-rating': held('input against U1', (c) => c.must('inputVoltage'), 'atMost', 'U1.voltageRating', 'rating of U1', 'must', ['A clamp before it.'], {
    unit: 'V',
    derated: true,
  }),
  'output-capacitor-voltage': outputCapacitorVoltage(highest),
  'diode-voltage': held(
    'reverse voltage of D1',
    (c) => c.must('inputVoltage'),
    'atMost',
    'D1.voltageRating',
    'rating of D1',
    'must',
    ['It blocks the whole input.'],
    { unit: 'V', derated: true, applies: withDiode },
  ),
  'diode-current': held(
    'mean current of D1',
    'diodeCurrent',
    'atMost',
    'D1.currentRating',
    'rating of D1',
    'must',
    ['In a short circuit it carries the current limit nearly all the time.'],
    { derated: true, applies: withDiode },
  ),
  'open-wiper': held(
    'output if the wiper lifts',
    'openWiperVoltage',
    'atMost',
    'loadVoltageLimit',
    'what the load survives',
    'must',
    [choose('given.wiperLink', true), choose('given.feedback', 'trimmer-lower'), 'A fixed pair once the value is known.'],
    { applies: trimmed },
  ),
  'trim-resolution': held(
    'coarseness of the trimmer',
    coarseness,
    'atMost',
    (c) => c.must('outputTolerance').low * c.must('outputVoltage').nominal,
    'allowed deviation',
    'should',
    [less('RV1.value'), more('RV1.rotation'), 'Narrow the span with fixed resistors.'],
    { unit: 'V', applies: trimmed },
  ),
  'trim-range-top': held(
    'top of the trimmer',
    'outputVoltageMaximum',
    'atLeast',
    'adjustHigh',
    'must be reachable',
    'should',
    [less('R2.value'), more('given.inputVoltage'), 'A track at its low tolerance must still reach it.'],
    { whenNull: 'absent', applies: trimmed },
  ),
  'trim-range-bottom': held('bottom of the trimmer', 'outputVoltageMinimum', 'atMost', 'adjustLow', 'must be reachable', 'should', [less('R1.value')], {
    whenNull: 'absent',
    applies: trimmed,
  }),
} as const satisfies Record<string, CheckDef>;
