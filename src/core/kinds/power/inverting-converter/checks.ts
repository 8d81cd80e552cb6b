import { BLOCKING_VOLTAGES } from '../../../quantity/stock.ts';
import type { CheckDef } from '../../contract.ts';
import { converterChecks, crossover, loadThroughDiode, maximumDuty, minimumOnTime, outputCapacitorVoltage, withDiode } from '../../switching-checks.ts';
import { held, sayRated } from '../../words.ts';

export const checks: Record<string, CheckDef> = {
  ...converterChecks,
  'minimum-on-time': minimumOnTime('on-time', 'should', 'A lower frequency, a lower input, or two steps: below it the controller skips and ripple grows.'),
  'maximum-duty': maximumDuty,
  'controller-voltage': held(
    'across the controller',
    'controllerVoltage',
    'atMost',
    'U1.voltageRating',
    'rating of U1',
    'must',
    (c) => `A controller rated ${sayRated(BLOCKING_VOLTAGES, c.out('controllerVoltage').high, 'V')}: standing on the output it sees input plus output.`,
    {
      derated: true,
    },
  ),
  'switch-voltage': held(
    'stress on the switch',
    'switchVoltage',
    'atMost',
    'U1.voltageRating',
    'rating of U1',
    'must',
    (c) =>
      `A controller rated ${sayRated(BLOCKING_VOLTAGES, c.out('switchVoltage').high, 'V')}: the switch blocks input plus output, and ringing comes on top.`,
    {
      derated: true,
    },
  ),
  'output-capacitor-voltage': outputCapacitorVoltage(),
  crossover,
  'diode-voltage': held(
    'reverse voltage of D1',
    'switchVoltage',
    'atMost',
    'D1.voltageRating',
    'rating of D1',
    'must',
    (c) => `A diode rated ${sayRated(BLOCKING_VOLTAGES, c.out('switchVoltage').high, 'V')}: it blocks input plus output.`,
    {
      derated: true,
      applies: withDiode,
    },
  ),
  'diode-current': loadThroughDiode,
};
