import type { CheckDef } from '../../../stage/contract.ts';
import {
  converterChecks,
  crossover,
  loadThroughDiode,
  maximumDuty,
  minimumOnTime,
  outputCapacitorVoltage,
  withDiode,
} from '../../../models/switching/checks.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
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
    ['Standing on the output it sees input plus output.'],
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
    ['The switch blocks input plus output, and ringing comes on top.'],
    {
      derated: true,
    },
  ),
  'output-capacitor-voltage': outputCapacitorVoltage(),
  crossover,
  'diode-voltage': held('reverse voltage of D1', 'switchVoltage', 'atMost', 'D1.voltageRating', 'rating of D1', 'must', ['It blocks input plus output.'], {
    derated: true,
    applies: withDiode,
  }),
  'diode-current': loadThroughDiode,
} as const satisfies Record<string, CheckDef>;
