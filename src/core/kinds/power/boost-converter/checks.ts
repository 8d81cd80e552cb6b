import { more, less, choose } from '../../../stage/cures.ts';
import type { CheckDef } from '../../../stage/contract.ts';
import {
  converterChecks,
  crossover,
  loadThroughDiode,
  maximumDuty,
  minimumOnTime,
  outputCapacitorVoltage,
  outputMagnitude,
  withDiode,
} from '../../../models/switching/checks.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  ...converterChecks,
  'step-up': minimumOnTime('on-time', 'must', 'The input comes too near the output: a higher output, a lower input, or a converter that steps up and down.'),
  'maximum-duty': maximumDuty,
  'source-current': held('input current', 'inputCurrent', 'atMost', 'sourceCurrentLimit', 'what cell, fuse or port gives', 'must', [
    more('given.sourceCurrentLimit'),
    less('given.loadCurrent'),
    'It is highest at the lowest cell: cut off earlier, or put cells in parallel.',
  ]),
  'switch-voltage': held('stress on the switch', 'switchVoltage', 'atMost', 'U1.voltageRating', 'rating of U1', 'must', ['Ringing comes on top.'], {
    derated: true,
  }),
  'output-capacitor-voltage': outputCapacitorVoltage(),
  crossover,
  'diode-voltage': held('reverse voltage of D1', outputMagnitude, 'atMost', 'D1.voltageRating', 'rating of D1', 'must', [], {
    unit: 'V',
    derated: true,
    applies: withDiode,
  }),
  'diode-current': loadThroughDiode,
  'off-voltage': held(
    'output while off',
    'offOutputVoltage',
    'atMost',
    'offVoltageLimit',
    'allowed while off',
    'must',
    [choose('given.outputDisconnect', true), 'Off is not off: a load switch also does.'],
    { whenNull: 'absent' },
  ),
  'short-circuit': held('into a shorted output', 'shortCircuitCurrent', 'atMost', 'sourceCurrentLimit', 'what cell, fuse or port gives', 'should', [
    choose('given.outputDisconnect', true),
    'A fuse or a load switch: the current limit of the switch does not help here.',
  ]),
} as const satisfies Record<string, CheckDef>;
