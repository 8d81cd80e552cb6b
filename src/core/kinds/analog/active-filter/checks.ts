import { REACH_FROM, reachOf } from '../../../models/filter-stage.ts';
import type { Help } from '../../../stage/contract.ts';
import { choose, closer, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { about, held } from '../../../stage/words.ts';
import { circuitOf, slotsOf, targetsOf } from './layout.ts';

/** Slots that the stage has, by letter. */
const slots = (c: Judged, letter: 'R' | 'C'): string[] =>
  targetsOf(c.x.given).flatMap((t, i) => slotsOf(circuitOf(c.x.given, t), c.x.given.shape)[letter].map((place) => `${letter}${i + 1}${place}`));
const fitted = (c: Judged, letter: 'R' | 'C'): string[] => slots(c, letter).filter((slot) => (c.x.parts[slot]?.value as number | null) !== null);

/** All sections moved together, and closer parts. */
const tuning = (c: Judged): Help => {
  const [R, C] = [fitted(c, 'R'), fitted(c, 'C')];
  return [
    closer(...C),
    closer(...C, ...R),
    more(...C.map((s) => `${s}.value`)),
    less(...C.map((s) => `${s}.value`)),
    more('U1.gainBandwidth'),
    'Capacitors of a closer tolerance first: they set most of it.',
  ];
};
const band = (c: Judged) => c.x.given.shape === 'bandpass';

export const checks = {
  'cutoff-accuracy': held(
    'cutoff accuracy',
    'cutoffFrequency',
    'within',
    about('cutoffFrequency', 'cutoffTolerance'),
    'wanted cutoff with its tolerance',
    'should',
    tuning,
    {
      applies: (c) => !band(c),
    },
  ),
  'centre-accuracy': held(
    'centre accuracy',
    'centreFrequency',
    'within',
    about('centreFrequency', 'cutoffTolerance'),
    'wanted centre with its tolerance',
    'should',
    tuning,
    {
      applies: band,
    },
  ),
  'response-accuracy': held('deviation from the shape', 'responseError', 'atMost', 'maximumResponseError', 'deviation allowed', 'should', tuning),
  attenuation: held(
    'attenuation',
    'attenuation',
    'atLeast',
    'attenuation',
    'attenuation wanted there',
    'should',
    (c) => [more(...fitted(c, 'C').map((s) => `${s}.value`)), 'A higher order.'],
    { whenNull: 'absent' },
  ),
  'gain-accuracy': held(
    'gain accuracy',
    (c) => magnitude(c),
    'within',
    (c) => {
      const wanted = c.range('gain');
      return wanted && { target: wanted.nominal, band: wanted.nominal * c.must('gainTolerance').low };
    },
    'wanted gain with its tolerance',
    'should',
    (c) => [closer(...fitted(c, 'R')), more('given.gainTolerance'), 'Multiple feedback makes any gain; a unity Sallen-Key makes one only.'],
    { whenNull: 'absent', unit: '' },
  ),
  'gain-bandwidth': held('gain-bandwidth of the op amps', 'gainBandwidthNeeded', 'atMost', 'U1.gainBandwidth', 'gain-bandwidth of the op amp', 'should', [
    more('U1.gainBandwidth'),
    less('given.gainBandwidthFactor'),
    'A faster op amp, or the shift of the cutoff and the deviation as they are shown.',
  ]),
  'slew-rate': held(
    'slew',
    'slewRateNeeded',
    'atMost',
    (c) => {
      const [slew, factor] = [c.must('U1.slewRate'), c.must('slewFactor')];
      return { nominal: slew.nominal / factor.nominal, low: slew.low / factor.high, high: slew.high / factor.low };
    },
    'slew rate of the op amp with its reserve',
    'must',
    (c) => [more('U1.slewRate'), ...(arriving(c) ? [] : [less('given.outputSwing')]), 'A faster op amp, or less swing.'],
  ),
  clipping: held('swing inside', 'peakSwing', 'atMost', reachOf, REACH_FROM, 'must', (c) => [
    choose('given.sectionOrder', 'low-q-first'),
    ...(arriving(c) ? [] : [less('given.outputSwing')]),
    more('given.supplyVoltage'),
    'Sections of low quality first, less gain early, a higher supply, or less signal.',
  ]),
  noise: held(
    'noise',
    'outputNoise',
    'atMost',
    'maximumNoise',
    'noise allowed',
    'should',
    (c) => [less('U1.voltageNoise'), less(...fitted(c, 'R').map((s) => `${s}.value`)), 'Smaller resistors with larger capacitors, at the same corner.'],
    { whenNull: 'absent' },
  ),
  'dynamic-range': held(
    'dynamic range',
    'dynamicRange',
    'atLeast',
    'minimumDynamicRange',
    'dynamic range wanted',
    'should',
    [choose('given.sectionOrder', 'high-q-first'), choose('given.sectionOrder', 'low-q-first'), less('U1.voltageNoise'), more('given.supplyVoltage')],
    { whenNull: 'absent' },
  ),
};

const arriving = (c: Judged): boolean => c.range('inputAmplitude') !== null;

function magnitude(c: Judged) {
  const s = c.out('gain');
  if (s.nominal === null || s.low === null || s.high === null) return s;
  const [a, b] = [Math.abs(s.low), Math.abs(s.high)];
  return { nominal: Math.abs(s.nominal), low: Math.min(a, b), high: Math.max(a, b) };
}
