import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held } from '../../../stage/words.ts';

const blocked = { applies: (c: Judged) => c.x.given.drive === 'dc-blocked' };

export const checks = {
  saturation: held(
    'flux of the first pulse',
    'startUpFlux',
    'atMost',
    'T1.maximumFlux',
    'flux of the core, hot',
    'must',
    [more('T1.primaryTurns', 'T1.secondaryTurns'), more('T1.coreArea'), more('given.switchingFrequency'), less('given.dutyCycle'), 'A shorter first pulse.'],
    { derated: true },
  ),
  magnetising: held('magnetising current', 'magnetisingCurrent', 'atMost', 'maximumMagnetising', 'magnetising current allowed', 'should', [
    more('T1.primaryTurns', 'T1.secondaryTurns'),
    more('T1.inductanceFactor'),
    more('given.maximumMagnetising'),
  ]),
  'gate-drive': held('gate when on', 'gateOn', 'atLeast', 'Q1.fullDriveVoltage', 'where the on-resistance is told', 'must', [
    more('T1.secondaryTurns'),
    less('given.dutyCycle'),
    more('given.supplyVoltage'),
    choose('given.drive', 'bipolar'),
    'A dc restorer at the secondary.',
  ]),
  'gate-maximum': held(
    'gate peak',
    'gatePeak',
    'atMost',
    'Q1.maximumGateSource',
    'what the gate stands',
    'must',
    [
      more('R1.value'),
      less('T1.leakageInductance'),
      less('T1.secondaryTurns'),
      more('Q1.maximumGateSource'),
      'Tighter coupling: twisted or interleaved windings; zeners back to back.',
    ],
    { derated: true },
  ),
  'first-pulse': held(
    'gate at the first pulses',
    'firstPulse',
    'atMost',
    'Q1.maximumGateSource',
    'what the gate stands',
    'must',
    [
      choose('given.gateZeners', true),
      more('R1.value'),
      less('T1.secondaryTurns'),
      more('Q1.maximumGateSource'),
      'Before C1 is charged the gates see all of the supply: zeners back to back.',
    ],
    { derated: true, applies: (c) => c.x.given.drive === 'dc-blocked' && c.x.given.gateZeners !== true },
  ),
  'duty-limit': held(
    'duty cycle',
    (c) => c.must('dutyCycle'),
    'atMost',
    (c) => c.pick('dutyLimit'),
    'what this drive can pass',
    'must',
    [less('given.dutyCycle'), more('given.resetVoltage'), more('T1.secondaryTurns'), choose('given.drive', 'bipolar')],
    {
      unit: 'ratio',
      whenNull: 'unknown',
    },
  ),
  'driver-current': held(
    'peak current',
    'peakCurrent',
    'atMost',
    'U1.currentRating',
    'current rating of the driver',
    'must',
    [more('R1.value'), more('U1.currentRating')],
    { derated: true },
  ),
  'blocking-ripple': held(
    'ripple on C1',
    'blockingRipple',
    'atMost',
    (c) => {
      const v = c.must('supplyVoltage');
      return { nominal: 0.05 * v.nominal, low: 0.05 * v.low, high: 0.05 * v.high };
    },
    'a twentieth of the supply',
    'should',
    [more('C1.value'), less('Q1.gateCharge')],
    blocked,
  ),
  'blocking-resonance': held(
    'C1 resonates at',
    'blockingResonance',
    'atMost',
    (c) => {
      const f = c.must('switchingFrequency');
      return { nominal: f.nominal / 10, low: f.low / 10, high: f.high / 10 };
    },
    'a tenth of the switching frequency',
    'should',
    [more('C1.value'), more('T1.primaryTurns', 'T1.secondaryTurns'), 'Or damp it.'],
    blocked,
  ),
  isolation: condition(
    'insulation confirmed',
    (c) => c.x.given.isolationConfirmed,
    'a person, at the gate',
    'must',
    'A person confirms insulation of windings and bobbin for the working voltage; triple-insulated wire where it must be safe.',
  ),
};
