import { capacitorHolds, dischargeHolds, SUPPLY_HOLDS } from '../../../models/threshold-timer.ts';
import { closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  'pulse-width-accuracy': held('error of the pulse', 'pulseWidthError', 'within', aboutZero('pulseWidthTolerance'), 'error allowed', 'should', [
    more('R1.value'),
    less('R1.value'),
    closer('C1'),
    'A film capacitor, a trimmer, or clock periods counted in a controller.',
  ]),
  'times-out': held('share of leakage', 'leakageShare', 'atMost', () => 1, 'all of the charging current', 'must', [
    less('R1.value'),
    less('C1.leakageCurrent'),
    'A larger C1 with a smaller R1 does not help an electrolytic whose leakage grows with it: a film capacitor, or a divider behind a shorter period.',
  ]),
  'leakage-share': held('share of leakage', 'leakageShare', 'atMost', 'leakageShareLimit', 'leakage allowed', 'should', [
    less('R1.value'),
    less('C1.leakageCurrent'),
    'A CMOS timer with a film capacitor.',
  ]),
  recovery: held('recovery', 'recoveryTime', 'atMost', 'recoveryAvailable', 'shortest pause', 'must', [less('R2.value'), less('C1.value')]),
  'trigger-width': held('pulse', 'pulseWidth', 'atLeast', 'triggerWidth', 'longest trigger', 'must', [
    more('R1.value'),
    more('C1.value'),
    'A trigger through a capacitor, shorter than the pulse.',
  ]),
  'discharge-current': dischargeHolds([more('R2.value')]),
  'capacitor-voltage': capacitorHolds('capacitorVoltage'),
  ...SUPPLY_HOLDS,
};
