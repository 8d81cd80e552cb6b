import { nextAbove, nextBelow } from '../../../quantity/preferred.ts';
import { CAPACITOR_VOLTAGES, HEATSINKS, rated } from '../../../quantity/stock.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import type { CheckDef, SpreadLike } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { say } from '../../words.ts';

function worstError(c: Judged): SpreadLike {
  const out = c.out('outputVoltage');
  const wanted = c.must('outputVoltage').nominal;
  if (out.nominal === null || out.low === null || out.high === null) return { nominal: null, low: null, high: null, absent: out.absent };
  return { ...exactly(Math.max(Math.abs(out.low - wanted), Math.abs(out.high - wanted))), nominal: Math.abs(out.nominal - wanted) };
}

function largestDifference(c: Judged): SpreadLike {
  const [peak, out] = [c.out('inputPeak'), c.out('outputVoltage')];
  if (peak.nominal === null || peak.low === null || peak.high === null || out.nominal === null)
    return { nominal: null, low: null, high: null, absent: out.absent ?? peak.absent };
  // In dropout the difference is small: only the ends that regulate count.
  return { nominal: peak.nominal - out.nominal, low: peak.low - (out.high ?? out.nominal), high: peak.high - (out.low ?? out.nominal) };
}

const part = (c: Judged, slot: string): SpreadLike => c.range(`${slot}.value`) ?? exactly(0);

/** While the regulator drops out, nothing else about its output can be cured. */

export const checks: Record<string, CheckDef> = {
  dropout: {
    title: 'headroom at the trough',
    value: 'differential',
    sense: 'atLeast',
    limit: (c) => c.out('dropoutVoltage').high,
    from: 'dropout of U1 at this load',
    severity: 'must',
    help: (c) => {
      const [low, need] = [c.out('differential').low, c.out('dropoutVoltage').high];
      if (low === null || need === null) return 'A larger reservoir, a higher supply, a low-dropout type or a lower load would help.';
      return `The input must stay ${say(need - low, 'V')} higher at its lowest, or take a regulator that drops ${say(Math.max(low, 0), 'V')} or less. A larger reservoir lifts the trough.`;
    },
  },
  'junction-temperature': {
    title: 'junction',
    value: 'junctionTemperature',
    sense: 'temperature',
    limit: (c) => c.range('U1.maximumJunction'),
    from: 'highest junction temperature of U1',
    severity: 'must',
    help: (c) => {
      const sink = c.out('requiredSinkToAmbient').low;
      const usual = sink === null ? undefined : HEATSINKS.find((k) => k <= sink);
      const load = c.out('highestLoad').low;
      const first = usual ? `A heatsink of ${say(usual, 'K/W')} (${say(sink, 'K/W')} just holds)` : 'No heatsink alone is enough; a lower input';
      const second = load !== null && load > 0 ? `, or ${say(load, 'A')} instead of ${say(c.must('loadCurrent').high, 'A')}` : '';
      return `${first}${second}, would hold. At this load the input may reach ${say(c.out('highestInputVoltage').low, 'V')}; a converter before it takes the rest of the heat.`;
    },
  },
  'output-accuracy': {
    title: 'output accuracy',
    value: worstError,
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.must('outputVoltage').nominal * c.must('outputTolerance').low,
    from: 'allowed error of the wanted output',
    severity: 'must',
    help: (c) => {
      const ref = c.must('U1.referenceVoltage');
      const share = (ref.high - ref.low) / 2 / ref.nominal;
      return `The reference alone brings ±${say(share, 'ratio')}. A tighter grade helps first, then 0.1 % resistors${c.x.given.regulatorType === 'adjust-pin' ? ', then a smaller R2 against the adjust current' : ''}.`;
    },
  },
  'current-rating': {
    title: 'regulator current',
    value: 'outputCurrent',
    sense: 'atMost',
    limit: (c) => c.range('U1.currentRating'),
    from: 'current rating of U1',
    derated: true,
    severity: 'must',
    help: (c) => `Take a regulator rated for ${say((c.out('outputCurrent').high ?? 0) / 0.8, 'A')} or more.`,
  },
  'minimum-load': {
    title: 'least load',
    value: 'outputCurrent',
    sense: 'atLeast',
    limit: (c) => c.range('U1.minimumLoad'),
    from: 'least load U1 needs to regulate',
    applies: (c) => c.must('U1.minimumLoad').high > 0,
    severity: 'must',
    help: (c) => {
      const lack = c.must('U1.minimumLoad').high - c.must('loadCurrent').low;
      const r1 = c.must('U1.referenceVoltage').low / lack;
      const bleed = (c.out('outputVoltage').low ?? c.must('outputVoltage').nominal) / (c.must('U1.minimumLoad').high - (c.out('outputCurrent').low ?? 0));
      const lower = c.x.given.regulatorType === 'adjust-pin' ? `R1 of ${say(nextBelow(r1 / 1.01, 'E24'), 'ohm')} with R2 in proportion, or ` : '';
      return `${lower}a bleed resistor of ${say(nextBelow(Math.max(bleed, 1), 'E24'), 'ohm')} at the output, would carry it.`;
    },
  },
  'input-maximum': {
    title: 'highest input',
    value: 'inputPeak',
    sense: 'atMost',
    limit: (c) => c.range('U1.maximumInput'),
    from: 'input rating of U1',
    derated: true,
    severity: 'must',
    help: (c) =>
      `Drop ${say((c.out('inputPeak').high ?? 0) - c.must('U1.maximumInput').low * 0.8, 'V')} before it, fit a suppressor, or take a type rated for ${say((c.out('inputPeak').high ?? 0) / 0.8, 'V')}.`,
  },
  'differential-maximum': {
    title: 'largest difference',
    value: largestDifference,
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range('U1.maximumDifferential'),
    from: 'largest input-output difference of U1',
    derated: true,
    severity: 'must',
    help: (c) => `Lower the input, or take a type that stands ${say((largestDifference(c).high ?? 0) / 0.8, 'V')} across it.`,
  },
  'output-ripple': {
    title: 'output ripple',
    value: 'outputRipple',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputRipple'),
    from: 'allowed ripple',
    severity: 'should',
    help: (c) => {
      const over = 20 * Math.log10((c.out('outputRipple').high ?? 0) / c.must('maximumOutputRipple').low);
      const bypass = c.x.parts.C3.value === null && c.x.given.regulatorType !== 'fixed' ? 'C3 helps below its corner; an' : 'An';
      return `${bypass} RC or LC filter before the regulator with ${say(over, 'dB')} at the ripple’s frequency works where the regulator’s rejection has run out.`;
    },
  },
  'harmonic-ripple': {
    title: 'output ripple with harmonics',
    value: 'harmonicRipple',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputRipple'),
    from: 'allowed ripple, if what comes in is a sawtooth',
    severity: 'note',
    applies: (c) => (c.out('harmonicRipple').nominal ?? 0) > 1.05 * (c.out('outputRipple').nominal ?? 0),
    help: () => 'Its rejection falls with frequency, so that harmonics pass: an RC or LC filter before it takes them first. Look at the output with a scope.',
  },
  'output-noise': {
    title: 'output noise',
    value: 'outputNoise',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputNoise'),
    from: 'allowed noise',
    severity: 'should',
    help: (c) => {
      const worst = c.out('outputNoise').high ?? 0;
      return `C3, a reference with at most ${say((c.must('U1.voltageNoise').nominal * c.must('maximumOutputNoise').low) / worst, 'V/rtHz')}, or an RC after the regulator would help.`;
    },
  },
  'output-capacitance': {
    title: 'output capacitor',
    value: (c) => part(c, 'C2'),
    unit: 'F',
    sense: 'atLeast',
    limit: (c) => c.range('U1.minimumCapacitance'),
    from: 'least capacitance for stability',
    severity: 'must',
    help: (c) => {
      const range = c.range('C2.value');
      const tolerance = range && range.nominal > 0 ? 1 - range.low / range.nominal : 0.2;
      return `C2 of ${say(nextAbove(c.must('U1.minimumCapacitance').high / (1 - tolerance), 'E6'), 'F')} passes. Ceramics lose capacitance with DC bias: enter what is left.`;
    },
  },
  'output-capacitor-voltage': {
    title: 'voltage on C2',
    value: 'outputVoltage',
    sense: 'atMost',
    limit: (c) => c.range('C2.voltageRating'),
    from: 'rating of C2',
    derated: true,
    severity: 'must',
    help: (c) => {
      const next = rated(CAPACITOR_VOLTAGES, c.out('outputVoltage').high);
      return next ? `A capacitor rated ${say(next, 'V')} passes.` : 'Take a capacitor of a higher voltage rating.';
    },
  },
  'esr-maximum': {
    title: 'ESR of C2',
    value: (c) => c.must('C2.esr'),
    unit: 'ohm',
    sense: 'atMost',
    limit: (c) => c.range('U1.esrMaximum'),
    from: 'stability range of U1',
    severity: 'must',
    help: (c) => `Take a capacitor with less than ${say(c.must('U1.esrMaximum').low, 'ohm')}.`,
  },
  'esr-minimum': {
    title: 'ESR of C2',
    value: (c) => c.must('C2.esr'),
    unit: 'ohm',
    sense: 'atLeast',
    limit: (c) => c.range('U1.esrMinimum'),
    from: 'stability range of U1',
    applies: (c) => c.must('U1.esrMinimum').high > 0,
    severity: 'must',
    help: (c) => `Add ${say(nextAbove(Math.max(c.must('U1.esrMinimum').high - c.must('C2.esr').low, 1e-3), 'E12'), 'ohm')} in series with the ceramic.`,
  },
  'cold-start': {
    title: 'current into the cold load',
    value: 'startCurrent',
    sense: 'atLeast',
    limit: (c) => c.must('loadCurrent').high,
    from: 'running current of the filament',
    applies: (c) => c.must('coldCurrentRatio').high > 1,
    severity: 'must',
    help: () => 'A lower input-output difference, a regulator with a higher limit, a soft start or an NTC would let it warm up.',
  },
};
