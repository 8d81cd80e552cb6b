import { capacitorHolds, dischargeHolds, SUPPLY_HOLDS } from '../../../models/threshold-timer.ts';
import { choose, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  'shortest-timeout': held(
    'shortest time-out',
    'timeout',
    'atLeast',
    (c) => c.must('longestSilence').high * (1 + c.must('silenceMargin').high),
    'the longest silence with its margin',
    'must',
    [more('R1.value'), more('C1.value'), less('given.longestSilence'), 'Refresh within the long operation too.'],
  ),
  'longest-outage': held('longest outage', 'outage', 'atMost', 'outageLimit', 'outage allowed', 'should', [
    less('R1.value'),
    less('C1.value'),
    'The spread is that of C1 and of the threshold: a film capacitor with a CMOS timer, or a watchdog timed by a crystal.',
  ]),
  'times-out': held('share of leakage', 'leakageShare', 'atMost', () => 1, 'all of the charging current', 'must', [
    less('R1.value'),
    less('C1.leakageCurrent'),
    'A capacitor that leaks less: leakage can keep it from ever firing.',
  ]),
  'leakage-share': held('share of leakage', 'leakageShare', 'atMost', 'leakageShareLimit', 'leakage allowed', 'should', [
    less('R1.value'),
    less('C1.leakageCurrent'),
    'A low-leakage capacitor.',
  ]),
  'refresh-discharge': held('residue', 'residualShare', 'atMost', 'residualLimit', 'residue allowed', 'must', [
    more('given.refreshPulse'),
    more('C2.value'),
    less('R3.value'),
  ]),
  'refresh-current': held('refresh surge', 'refreshPeakCurrent', 'atMost', 'Q1.currentLimit', 'what Q1 stands', 'must', [more('R3.value')], { derated: true }),
  'reset-pulse': held('reset pulse', 'resetPulseWidth', 'atLeast', 'resetPulseWidth', 'shortest pulse wanted', 'must', [more('R2.value'), more('C1.value')]),
  'start-up-grace': held('grace after a reset', 'graceTime', 'atLeast', 'startUpTime', 'start-up of the program', 'must', [
    more('R1.value'),
    more('C1.value'),
    'Refresh early in start-up: the first time-out after a reset is the short one.',
  ]),
  'reset-drive': held('reset, low', 'resetLowVoltage', 'atMost', 'resetInputLow', 'what the reset input takes as low', 'must', [
    more('given.resetPullUp'),
    'An open-drain transistor; it is needed too where timer and controller have different supplies.',
  ]),
  'discharge-current': dischargeHolds([more('R2.value')]),
  'capacitor-voltage': capacitorHolds('supplyVoltage'),
  ...SUPPLY_HOLDS,
  'stuck-output': held('bites on a stuck pin', 'stuckSafe', 'atLeast', () => 0.5, 'only edges count', 'must', [choose('given.refreshCoupling', 'capacitor')]),
  'negative-drive': held(
    'drive below ground',
    'negativeDrive',
    'atMost',
    'Q1.reverseVoltage',
    'what the input of Q1 stands',
    'should',
    [more('Q1.reverseVoltage'), 'A diode from ground to the base or gate of Q1.'],
    { derated: true, applies: (c) => c.x.given.refreshCoupling === 'capacitor' },
  ),
};
