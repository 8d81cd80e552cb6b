import { more, less } from '../../../stage/cures.ts';
import type { CheckDef } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say } from '../../../stage/words.ts';
import { calibrated, errorTerms, type Term } from './budget.ts';

function largestTerm(c: Judged): Term {
  const g = c.x.given;
  const terms = errorTerms(g, c.x.parts.R1.value, c.nominal('lsb')!, c.env.ambient, c.nominal('settlingError') ?? 0);
  return calibrated(g, terms).reduce((a, b) => (b.volts > a.volts ? b : a));
}

const accuracy = <const N extends string>(value: N): CheckDef<N> => ({
  title: 'accuracy',
  value,
  sense: 'atMost',
  limit: (c) => c.range('errorLimit'),
  from: 'allowed error of a reading',
  severity: 'should',
  help: (c) => {
    if (c.nominal('settlingError') === null) return 'Lower the sample rate or shorten the acquisition until one fits into the other.';
    const top = largestTerm(c);
    const cure =
      top.removedBy === 'two-point'
        ? 'A two-point calibration takes it away.'
        : top.removedBy === 'offset'
          ? 'An offset calibration takes it away.'
          : 'Calibration cannot take it away: choose a better grade for it.';
    return `The largest term is ${top.name} with ${say(top.volts, 'V')}. ${cure}`;
  },
});

export const checks = {
  range: {
    title: 'use of the range',
    value: 'rangeUse',
    sense: 'atMost',
    limit: () => 1,
    from: 'the full scale chosen',
    severity: 'must',
    help: (c) => {
      const g = c.x.given;
      if (!g.bipolar && c.must('signalLow').low < 0) return 'Codes stop at zero: shift the signal up, or use a bipolar converter.';
      const peak = (c.out('rangeUse').high ?? 1) * c.nominal('fullScale')!;
      const next = [...g.ranges].sort((a: number, b: number) => a - b).find((fs: number) => fs >= peak);
      return next ? `The range ${say(next, 'V')} holds it.` : 'No range holds it: divide the signal before the input.';
    },
  },
  'supply-headroom': {
    title: 'signal within the supply',
    value: 'signalPeak',
    sense: 'atMost',
    limit: (c) => c.range('supplyVoltage'),
    from: 'the pin must stay inside its rails',
    severity: 'must',
    help: (c) => `A full scale above the supply is arithmetic, not permission. Keep the highest signal under ${say(c.must('supplyVoltage').low, 'V')}.`,
  },
  accuracy: {
    ...accuracy('errorExtreme'),
    value: (c) => c.out(c.x.given.calibration === 'none' ? 'errorExtreme' : 'errorCalibrated'),
    unit: 'V',
  },
  settling: {
    title: 'settling',
    value: 'settlingErrorLsb',
    sense: 'atMost',
    limit: () => 0.5,
    from: 'half an LSB',
    severity: 'should',
    help: (c) =>
      c.x.given.converter === 'sigma-delta'
        ? 'Allow more conversions for the step, or take a smaller R1 or C1.'
        : [
            less('R1.value'),
            more('C1.value'),
            less('given.sampleRate'),
            'A lower source resistance, a buffer, or reading twice and discarding the first would also do.',
          ],
  },
  'alias-corner': {
    title: 'corner against aliasing',
    value: 'aliasCornerRatio',
    sense: 'atMost',
    limit: () => 1,
    from: 'half the data rate',
    applies: (c) => c.nominal('aliasCornerRatio') !== null,
    severity: (c) => (c.x.given.converter === 'sigma-delta' ? 'note' : 'should'),
    help: [more('C1.value'), more('R1.value'), 'Sampling faster and averaging, or a source that has nothing there, also keeps it out.'],
  },
  'alias-rejection': {
    title: 'alias rejection',
    value: 'aliasRejection',
    sense: 'atLeast',
    limit: (c) => c.range('aliasRejection'),
    from: 'wanted rejection of what folds into the band',
    severity: 'should',
    help: [more('C1.value'), more('R1.value'), more('given.sampleRate'), 'Two poles fall faster than one.'],
  },
  interference: {
    title: 'mains rejection',
    value: 'interferenceRejection',
    sense: 'atLeast',
    limit: (c) => c.range('interferenceRejection'),
    from: 'wanted rejection of mains hum',
    severity: 'should',
    help: (c) => {
      const f = c.must('interferenceFrequency').nominal;
      const n = Math.max(1, Math.round(c.must('sampleRate').nominal / f));
      const spread = c.must('sampleRate');
      const blunt = spread.high > spread.low ? ' The tolerance of the rate blunts the null: a crystal keeps it deep.' : '';
      return c.x.given.converter === 'sar'
        ? `Average ${n} readings, or a whole multiple, so that whole mains periods are covered.${blunt}`
        : `A data rate that divides ${say(f, 'Hz')} puts a null on it (10 per second nulls 50 and 60 Hz).${blunt}`;
    },
  },
  'noise-free': {
    title: 'noise-free bits',
    value: 'noiseFreeBits',
    sense: 'atLeast',
    limit: (c) => c.range('noiseFreeBits'),
    from: 'wanted bits without noise',
    severity: 'should',
    help: [more('given.averages'), 'It needs noise that dithers the converter; a smaller range or less source resistance also helps.'],
  },
  'clamp-current': {
    title: 'clamp current',
    value: 'clampCurrent',
    sense: 'atMost',
    limit: (c) => c.range('U1.inputCurrentLimit'),
    from: 'input current rating of the converter',
    derated: true,
    severity: 'must',
    help: [more('R1.value'), 'External clamp diodes take the rest. Mind the error and the settling that R1 adds.'],
  },
} as const satisfies Record<string, CheckDef>;
