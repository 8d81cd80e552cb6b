import { capacitorHolds, dischargeHolds, SUPPLY_HOLDS } from '../../../models/threshold-timer.ts';
import { choose, closer, less, more } from '../../../stage/cures.ts';
import { aboutZero, held } from '../../../stage/words.ts';

export const checks = {
  oscillates: held('share of leakage', 'leakageShare', 'atMost', () => 1, 'all of the charging current', 'must', [
    less('R1.value', 'R2.value'),
    less('C1.leakageCurrent'),
    more('given.supplyVoltage'),
    'A capacitor that leaks less.',
  ]),
  'frequency-accuracy': held('error of the frequency', 'frequencyError', 'within', aboutZero('frequencyTolerance'), 'error allowed', 'should', [
    more('C1.value'),
    less('C1.value'),
    closer('C1'),
    'Film or C0G of 2 %, a trimmer, or a controller’s timer.',
  ]),
  'duty-accuracy': held('off the duty cycle', 'dutyError', 'within', aboutZero('dutyTolerance'), 'difference allowed', 'should', [
    more('R1.value'),
    less('R1.value'),
    choose('given.topology', 'diode'),
    'Twice the frequency and a divider by two for exactly one half.',
  ]),
  'leakage-share': held('share of leakage', 'leakageShare', 'atMost', 'leakageShareLimit', 'leakage allowed', 'should', [
    less('R1.value', 'R2.value'),
    less('C1.leakageCurrent'),
    'A film capacitor.',
  ]),
  'discharge-current': dischargeHolds([more('R1.value', 'R2.value'), more('R2.value')]),
  'delay-share': held('share of the delays', 'delayShare', 'atMost', () => 0.05, 'what is hardly specified', 'should', [
    more('C1.value'),
    less('U1.propagationDelay'),
    'A lower frequency, or an oscillator of logic gates.',
  ]),
  'capacitor-voltage': capacitorHolds('supplyVoltage'),
  ...SUPPLY_HOLDS,
};
