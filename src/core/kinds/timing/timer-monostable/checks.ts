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
  'discharge-current': held(
    'discharge surge',
    'dischargePeakCurrent',
    'atMost',
    'U1.dischargeCurrentLimit',
    'what the discharge switch stands',
    'must',
    [more('R2.value')],
    { derated: true },
  ),
  'capacitor-voltage': held('voltage across C1', 'capacitorVoltage', 'atMost', 'C1.voltageRating', 'voltage rating of C1', 'must', [more('C1.voltageRating')], {
    derated: true,
  }),
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
