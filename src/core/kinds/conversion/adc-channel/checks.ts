import { nextAbove } from '../../../quantity/preferred.ts';
import type { CheckDef } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { say } from '../../words.ts';
import { calibrated, errorTerms, type Term } from './budget.ts';

function largestTerm(c: Judged): Term {
  const g = c.x.given;
  const terms = errorTerms(g, c.x.parts.R1.value, c.nominal('lsb')!, c.env.ambient, c.nominal('settlingError') ?? 0);
  return calibrated(g, terms).reduce((a, b) => (b.volts > a.volts ? b : a));
}

const accuracy = (value: string): CheckDef => ({
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

export const checks: Record<string, CheckDef> = {
  range: {
    title: 'use of the range',
    value: 'rangeUse',
    sense: 'atMost',
    limit: () => 1,
    from: 'the full scale chosen',
    severity: 'must',
    help: (c) => {
      const g = c.x.given;
      const peak = (c.out('rangeUse').high ?? 1) * c.nominal('fullScale')!;
      const next = [...g.ranges].sort((a: number, b: number) => a - b).find((fs: number) => fs >= peak);
      if (!g.bipolar && c.must('signalLow').low < 0) return 'Codes stop at zero: shift the signal up, or use a bipolar converter.';
      return next
        ? `The range ${say(next, 'V')} holds it.`
        : `No range holds ${say(peak, 'V')}: divide the signal by ${say(peak / c.nominal('fullScale')!, '')} before the input.`;
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
    help: (c) => {
      const g = c.x.given;
      if (g.converter === 'sigma-delta') return 'Allow more conversions for the step, or take a smaller R1 or C1.';
      const need = 2 ** (g.resolution + 1) * c.must('U1.samplingCapacitor').high;
      const own = c.x.parts.C1.value;
      const farads = own || c.x.carried.reservoir || c.must('U1.samplingCapacitor').high;
      const ohms = c.must('sourceResistance').high + (own > 0 ? c.must('R1.value').high : 0);
      const reservoir = farads < need ? `C1 of ${say(nextAbove(need / 0.9, 'E6'), 'F')} holds half an LSB. ` : '';
      const rate = 1 / (ohms * farads * Math.LN2 * (g.resolution + 1));
      return `${reservoir}Sampling at ${say(rate, 'Hz')} or less lets the capacitor recover; a lower source resistance, a buffer, or reading twice and discarding the first would also do.`;
    },
  },
  'alias-corner': {
    title: 'corner against aliasing',
    value: 'aliasCornerRatio',
    sense: 'atMost',
    limit: () => 1,
    from: 'half the data rate',
    applies: (c) => c.nominal('aliasCornerRatio') !== null,
    severity: (c) => (c.x.given.converter === 'sigma-delta' ? 'note' : 'should'),
    help: (c) =>
      `This RC does not prevent aliasing. A corner under ${say(c.must('sampleRate').low / 2, 'Hz')}, sampling ${say(c.out('aliasCornerRatio').high, '')} times faster and averaging, or a source that has nothing there.`,
  },
  'alias-rejection': {
    title: 'alias rejection',
    value: 'aliasRejection',
    sense: 'atLeast',
    limit: (c) => c.range('aliasRejection'),
    from: 'wanted rejection of what folds into the band',
    severity: 'should',
    help: (c) => {
      const alias = c.must('sampleRate').low - c.must('signalBandwidth').high;
      const wanted = c.must('aliasRejection').high;
      const corner = alias / Math.sqrt(10 ** (wanted / 10) - 1);
      const twoPoles = alias / Math.sqrt(10 ** (wanted / 20) - 1);
      return `One pole at ${say(corner, 'Hz')} reaches it, two poles at ${say(twoPoles, 'Hz')} each; a higher data rate moves the alias away.`;
    },
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
    help: (c) => {
      const lack = c.must('noiseFreeBits').high - (c.out('noiseFreeBits').low ?? 0);
      return `Averaging ${Math.ceil(c.x.given.averages * 4 ** Math.max(lack, 0))} readings reaches it while noise dithers the converter; a smaller range or less source resistance also helps.`;
    },
  },
  'clamp-current': {
    title: 'clamp current',
    value: 'clampCurrent',
    sense: 'atMost',
    limit: (c) => c.range('U1.inputCurrentLimit'),
    from: 'input current rating of the converter',
    derated: true,
    severity: 'must',
    help: (c) => {
      const excess = Math.max(
        c.must('overVoltage').high - c.must('supplyVoltage').low - c.must('U1.clampDrop').low,
        -c.must('underVoltage').low - c.must('U1.clampDrop').low,
      );
      const least = excess / (0.8 * c.must('U1.inputCurrentLimit').low);
      return `R1 of ${say(nextAbove(Math.max(1, least / 0.99), 'E24'), 'ohm')} or more, or external clamp diodes. Mind the error and the settling it adds.`;
    },
  },
};
