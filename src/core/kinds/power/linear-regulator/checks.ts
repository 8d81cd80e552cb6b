import { more, less, from, closer } from '../../../stage/cures.ts';
import { HEATSINKS } from '../../../quantity/stock.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import type { CheckDef, SpreadLike } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say } from '../../../stage/words.ts';

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

export const checks = {
  dropout: {
    title: 'headroom at the trough',
    value: 'differential',
    sense: 'atLeast',
    limit: (c) => c.out('dropoutVoltage').high,
    from: 'dropout of U1 at this load',
    severity: 'must',
    help: (c) => [
      less('U1.dropoutVoltage'),
      less('U1.dropoutResistance'),
      more('given.inputVoltage'),
      less('given.loadCurrent'),
      (c.range('inputRipple')?.high ?? 0) > 0
        ? 'A larger reservoir before it lifts the trough.'
        : 'A regulator that needs less headroom, or an input that stays higher.',
    ],
  },
  'junction-temperature': {
    title: 'junction',
    value: 'junctionTemperature',
    sense: 'temperature',
    limit: (c) => c.range('U1.maximumJunction'),
    from: 'highest junction temperature of U1',
    severity: 'must',
    help: [
      from(less('given.sinkToAmbient'), HEATSINKS),
      less('given.loadCurrent'),
      less('given.inputVoltage'),
      'A converter before it takes the rest of the heat.',
    ],
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
      return [closer('R1', 'R2'), `The reference alone brings ±${say(share, 'ratio')}: a closer grade of it helps first.`];
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
    help: [more('U1.currentRating'), less('given.loadCurrent')],
  },
  'minimum-load': {
    title: 'least load',
    value: 'outputCurrent',
    sense: 'atLeast',
    limit: (c) => c.range('U1.minimumLoad'),
    from: 'least load U1 needs to regulate',
    applies: (c) => c.must('U1.minimumLoad').high > 0,
    severity: 'must',
    help: [less('U1.minimumLoad'), less('R1.value', 'R2.value'), 'A bleed resistor at the output also carries it.'],
  },
  'input-maximum': {
    title: 'highest input',
    value: 'inputPeak',
    sense: 'atMost',
    limit: (c) => c.range('U1.maximumInput'),
    from: 'input rating of U1',
    derated: true,
    severity: 'must',
    help: [more('U1.maximumInput'), less('given.inputVoltage'), 'A suppressor or a dropper before it takes what is too much.'],
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
    help: [more('U1.maximumDifferential'), less('given.inputVoltage')],
  },
  'output-ripple': {
    title: 'output ripple',
    value: 'outputRipple',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputRipple'),
    from: 'allowed ripple',
    severity: 'should',
    help: [
      more('U1.rippleRejection'),
      less('given.inputRipple'),
      'An RC or LC filter before it works where its rejection has run out; a bypass C3 helps below its corner.',
    ],
  },
  'harmonic-ripple': {
    title: 'output ripple with harmonics',
    value: 'harmonicRipple',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputRipple'),
    from: 'allowed ripple, if what comes in is a sawtooth',
    severity: 'note',
    applies: (c) => (c.out('harmonicRipple').nominal ?? 0) > 1.05 * (c.out('outputRipple').nominal ?? 0),
    help: 'Its rejection falls with frequency, so that harmonics pass: an RC or LC filter before it takes them first. Look at the output with a scope.',
  },
  'output-noise': {
    title: 'output noise',
    value: 'outputNoise',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputNoise'),
    from: 'allowed noise',
    severity: 'should',
    help: [less('U1.voltageNoise'), 'A bypass C3, or an RC behind it, also helps.'],
  },
  'output-capacitance': {
    title: 'output capacitor',
    value: (c) => part(c, 'C2'),
    unit: 'F',
    sense: 'atLeast',
    limit: (c) => c.range('U1.minimumCapacitance'),
    from: 'least capacitance for stability',
    severity: 'must',
    help: [more('C2.value'), 'Ceramics lose capacitance with DC bias: enter what is left.'],
  },
  'output-capacitor-voltage': {
    title: 'voltage on C2',
    value: 'outputVoltage',
    sense: 'atMost',
    limit: (c) => c.range('C2.voltageRating'),
    from: 'rating of C2',
    derated: true,
    severity: 'must',
    help: [more('C2.voltageRating')],
  },
  'esr-maximum': {
    title: 'ESR of C2',
    value: (c) => c.must('C2.esr'),
    unit: 'ohm',
    sense: 'atMost',
    limit: (c) => c.range('U1.esrMaximum'),
    from: 'stability range of U1',
    severity: 'must',
    help: [less('C2.esr')],
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
    help: [more('C2.esr'), 'A small resistor in series with a ceramic does it.'],
  },
  'cold-start': {
    title: 'current into the cold load',
    value: 'startCurrent',
    sense: 'atLeast',
    limit: (c) => c.must('loadCurrent').high,
    from: 'running current of the filament',
    applies: (c) => c.must('coldCurrentRatio').high > 1,
    severity: 'must',
    help: [more('U1.currentLimit'), 'A lower input-output difference, a soft start or an NTC would let it warm up.'],
  },
} as const satisfies Record<string, CheckDef>;
