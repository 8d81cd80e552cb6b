import { BLOCKING_VOLTAGES } from '../../../quantity/stock.ts';
import type { CheckDef } from '../../contract.ts';
import {
  converterChecks,
  crossover,
  loadThroughDiode,
  maximumDuty,
  minimumOnTime,
  outputCapacitorVoltage,
  outputMagnitude,
  withDiode,
} from '../../switching-checks.ts';
import { held, say, sayRated } from '../../words.ts';

export const checks: Record<string, CheckDef> = {
  ...converterChecks,
  'step-up': minimumOnTime('on-time', 'must', 'The input comes too near the output: a higher output, a lower input, or a converter that steps up and down.'),
  'maximum-duty': maximumDuty,
  'source-current': held('input current', 'inputCurrent', 'atMost', 'sourceCurrentLimit', 'what cell, fuse or port gives', 'must', (c) => {
    const load = (c.must('loadCurrent').high * (c.range('sourceCurrentLimit')?.low ?? 0)) / (c.out('inputCurrent').high || 1);
    return `It is highest at the lowest cell: cut off earlier, draw ${say(load, 'A')} at most, or put cells in parallel.`;
  }),
  'switch-voltage': held(
    'stress on the switch',
    'switchVoltage',
    'atMost',
    'U1.voltageRating',
    'rating of U1',
    'must',
    (c) => `A controller rated ${say((c.out('switchVoltage').high ?? 0) / 0.8, 'V')} or more; ringing comes on top.`,
    {
      derated: true,
    },
  ),
  'output-capacitor-voltage': outputCapacitorVoltage(),
  crossover,
  'diode-voltage': held(
    'reverse voltage of D1',
    outputMagnitude,
    'atMost',
    'D1.voltageRating',
    'rating of D1',
    'must',
    (c) => `A diode rated ${sayRated(BLOCKING_VOLTAGES, outputMagnitude(c).high, 'V')}.`,
    {
      unit: 'V',
      derated: true,
      applies: withDiode,
    },
  ),
  'diode-current': loadThroughDiode,
  'off-voltage': held(
    'output while off',
    'offOutputVoltage',
    'atMost',
    'offVoltageLimit',
    'allowed while off',
    'must',
    () => 'Off is not off: add a load switch, or take a converter that disconnects its output.',
    { whenNull: 'absent' },
  ),
  'short-circuit': held(
    'into a shorted output',
    'shortCircuitCurrent',
    'atMost',
    'sourceCurrentLimit',
    'what cell, fuse or port gives',
    'should',
    () => 'A fuse, a load switch, or a converter that disconnects: the current limit of the switch does not help here.',
  ),
};
