import type { BringUpStep } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say } from '../../../stage/words.ts';

/** Noise with the input shorted, then the offset. */
export function bringUp(c: Judged): BringUpStep[] {
  const noise = c.out('inputNoise');
  const offset =
    Math.abs(c.must('offsetVoltage').high) +
    Math.abs(c.must('offsetDrift').high) * Math.abs(c.env.ambient.high - c.must('calibrationTemperature').nominal) +
    c.nominal('lsb')!;
  const [low, high] = [0.1, 0.9].map((share) => share * c.nominal('fullScale')!);
  return [
    { id: 'fit', act: 'fit', title: 'Fit the input network', text: 'Solder R1 and C1 and the converter. Look for bridges between its pins.' },
    {
      id: 'noise',
      act: 'probe',
      title: 'Noise with the input shorted',
      text: 'Short the input to its ground. Log 1000 readings: their rms deviation.',
      ...(noise.nominal === null || noise.high === null
        ? {}
        : { expect: { point: 'log of 1000 readings', unit: 'V' as const, low: 0, nominal: noise.nominal, high: 1.5 * noise.high } }),
    },
    {
      id: 'offset',
      act: 'probe',
      title: 'Offset with the input shorted',
      text: 'The mean of the same log.',
      expect: { point: 'mean of the log', unit: 'V', low: -offset, nominal: 0, high: offset },
    },
    {
      id: 'points',
      act: 'probe',
      title: 'Two known voltages',
      text: `Apply ${say(low!, 'V')} and ${say(high!, 'V')} with a good meter in parallel, and enter both pairs as calibration points.`,
    },
  ];
}
