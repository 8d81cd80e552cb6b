import type { CheckDef } from '../stage/contract.ts';
import { less, more } from '../stage/cures.ts';
import { num } from '../stage/fields.ts';
import { held } from '../stage/words.ts';

/** Threshold over supply: its spread is what the accuracy of such a timer is made of. */
export const THRESHOLD = { nominal: 0.6667, low: 0.62, high: 0.71 } as const;

/** How far the lower threshold is off half the upper one. */
export const TRACKING = num('ratio', { nominal: 0, low: -0.02, high: 0.02 }, 'the lower one is half the upper, but for this', {
  any: true,
  title: 'tracking of the lower',
});

/** What the sheet of a threshold timer says, but for its thresholds and its output. */
export const TIMER = {
  thresholdCurrent: num('A', { nominal: 3e-8, low: 0, high: 2.5e-7 }, 'into its threshold pin', { min: 0, title: 'threshold current' }),
  dischargeResistance: num('ohm', 20, 'of its discharge switch', { title: 'discharge switch' }),
  dischargeCurrentLimit: num('A', 0.2, 'of its discharge switch', { title: 'discharge current, at most' }),
  quiescentCurrent: num('A', 0.003, undefined, { min: 0 }),
  supplyMinimum: num('V', 4.5, 'it works from', { title: 'least supply' }),
  supplyMaximum: num('V', 16, 'it stands', { title: 'largest supply' }),
} as const;

/** The share of the charging current that leakage may take. */
export const LEAKAGE_ALLOWED = num('ratio', 0.1, 'of the charging current at the threshold, that leakage may take', { below: 1, title: 'leakage allowed' });

export const BYPASS = {
  id: 'bypass',
  text: 'A capacitor stands at the timer’s supply and one at its control pin: its output edges shake the supply.',
} as const;

/** The surge through the discharge switch, with what makes it smaller. */
export const dischargeHolds = (help: CheckDef['help']): CheckDef<'dischargePeakCurrent'> =>
  held('discharge surge', 'dischargePeakCurrent', 'atMost', 'U1.dischargeCurrentLimit', 'what the discharge switch stands', 'must', help, { derated: true });

/** The rating of the timing capacitor against the outcome that says what stands across it. */
export const capacitorHolds = <const N extends string>(across: N): CheckDef<N> =>
  held('voltage across C1', across, 'atMost', 'C1.voltageRating', 'voltage rating of C1', 'must', [more('C1.voltageRating')], { derated: true });

/** The supply against what the timer works from and stands. */
export const SUPPLY_HOLDS = {
  'supply-minimum': held('supply, at least', 'supplyVoltage', 'atLeast', 'U1.supplyMinimum', 'least supply of U1', 'must', [
    less('U1.supplyMinimum'),
    more('given.supplyVoltage'),
    'A CMOS timer works lower.',
  ]),
  'supply-maximum': held('supply, at most', 'supplyVoltage', 'atMost', 'U1.supplyMaximum', 'largest supply of U1', 'must', [
    less('given.supplyVoltage'),
    more('U1.supplyMaximum'),
  ]),
};
