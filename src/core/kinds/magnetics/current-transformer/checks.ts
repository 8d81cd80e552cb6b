import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const clamps = { derated: true, applies: (c: Judged) => c.x.given.clamp !== 'none' };
const pulses = { applies: (c: Judged) => c.x.given.waveform === 'unipolar-pulse' };

export const checks = {
  'logic-maximum': held('output, highest', 'outputPeak', 'atMost', 'U1.maximumInput', 'what the input stands', 'must', [
    less('R1.value'),
    more('T1.secondaryTurns'),
    choose('given.clamp', 'antiparallel'),
    less('D1.forwardVoltage'),
    more('U1.maximumInput'),
    'A resistor in series with the pin.',
  ]),
  'logic-minimum': held('output, lowest', 'outputTrough', 'atLeast', 'U1.minimumInput', 'what the input stands', 'must', [
    less('R1.value'),
    less('D1.forwardVoltage'),
    more('T1.secondaryTurns'),
    choose('given.clamp', 'antiparallel'),
    less('U1.minimumInput'),
    'A low-drop diode to ground, a resistor in series, or a bias to the middle of the rail.',
  ]),
  threshold: held('toggles at', 'thresholdCurrent', 'atMost', 'minimumCurrent', 'least current', 'should', [
    more('R1.value'),
    less('T1.secondaryTurns'),
    more('given.minimumCurrent'),
  ]),
  'clamp-current': held(
    'clamp current',
    'clampCurrent',
    'atMost',
    'D1.currentRating',
    'current rating of a clamp',
    'must',
    [more('D1.currentRating'), more('T1.secondaryTurns')],
    clamps,
  ),
  'clamp-power': held(
    'heat of a clamp',
    'clampPower',
    'atMost',
    'D1.powerRating',
    'power rating of a clamp',
    'must',
    [more('D1.powerRating'), more('T1.secondaryTurns')],
    clamps,
  ),
  'rail-injection': held(
    'into the rail',
    'railInjection',
    'atMost',
    'railMinimumLoad',
    'what the rail always carries',
    'must',
    [choose('given.clamp', 'antiparallel'), more('T1.secondaryTurns'), more('given.railMinimumLoad'), 'A shunt on the rail: nothing else takes that current.'],
    {
      applies: (c) => c.x.given.clamp === 'to-rails',
    },
  ),
  'clamp-balance': held(
    'direct voltage on the winding',
    'windingMean',
    'within',
    () => ({ target: 0, band: 1e-3 }),
    'what a core bears for ever',
    'must',
    [
      choose('given.coupled', true),
      choose('given.clamp', 'antiparallel'),
      less('R1.value'),
      'A coupling capacitor or equal clamps: unequal ones walk the core into saturation.',
    ],
    { applies: (c) => c.x.given.clamp === 'to-rails' && c.x.given.waveform === 'sine' },
  ),
  'burden-power': held(
    'heat of the burden',
    'burdenDissipation',
    'atMost',
    'R1.powerRating',
    'power rating of the burden',
    'must',
    [more('R1.powerRating'), more('T1.secondaryTurns')],
    { derated: true },
  ),
  saturation: held(
    'peak flux',
    'fluxPeak',
    'atMost',
    'T1.maximumFlux',
    'flux of the core',
    'must',
    [less('R1.value'), more('T1.secondaryTurns'), more('T1.coreArea')],
    { derated: true },
  ),
  droop: held(
    'droop',
    'droop',
    'atMost',
    'maximumDroop',
    'droop allowed',
    'should',
    [less('R1.value'), more('T1.magnetisingInductance'), more('given.maximumDroop')],
    pulses,
  ),
  reset: held(
    'time to reset',
    'resetTime',
    'atMost',
    (c) => {
      const [f, w] = [c.must('frequency'), c.must('pulseWidth')];
      return { nominal: Math.max(0, 1 / f.nominal - w.nominal), low: Math.max(0, 1 / f.high - w.high), high: Math.max(0, 1 / f.low - w.low) };
    },
    'gap between pulses',
    'must',
    [more('given.resetVoltage'), less('given.pulseWidth'), less('given.frequency')],
    { whenNull: 'unknown', ...pulses },
  ),
  'phase-error': held(
    'phase error',
    'phaseError',
    'atMost',
    'maximumPhaseError',
    'phase error allowed',
    'should',
    [less('R1.value'), more('T1.magnetisingInductance'), more('given.maximumPhaseError')],
    {
      applies: (c) => c.x.given.waveform === 'sine',
    },
  ),
};
