import { nextAbove, nextBelow } from '../../../quantity/preferred.ts';
import { settlingConstants } from '../../../physics/network.ts';
import type { CheckDef } from '../../contract.ts';
import { say } from '../../words.ts';

const GRADES = [0.2, 0.1, 0.05, 0.02, 0.01];

export const checks: Record<string, CheckDef> = {
  'cutoff-accuracy': {
    title: 'cutoff accuracy',
    value: 'cutoffFrequency',
    sense: 'within',
    limit: (c) => {
      const target = c.must('cutoffFrequency').nominal;
      return { target, band: target * c.must('cutoffTolerance').low };
    },
    from: 'wanted cutoff with its tolerance',
    severity: 'should',
    help: (c) => {
      const wanted = c.must('cutoffFrequency').nominal;
      const offset = Math.abs((c.nominal('cutoffFrequency') ?? 0) / wanted - 1);
      const room = c.must('cutoffTolerance').low - offset;
      const r = c.must('R1.value');
      const left = room - (r.nominal > 0 ? (r.high - r.low) / 2 / r.nominal : 0);
      const grade = GRADES.find((t) => t / (1 - t) <= left);
      if (room <= 0) return `The nominal cutoff is ${say(offset, 'ratio')} off: choose another pair.`;
      return grade ? `The capacitor dominates: a ${say(grade, 'ratio')} type passes.` : 'Even a 1 % capacitor does not pass: widen the allowed error, or trim.';
    },
  },
  attenuation: {
    title: 'attenuation',
    value: 'attenuation',
    sense: 'atLeast',
    limit: (c) => c.range('attenuation'),
    from: 'attenuation wanted there',
    whenNull: 'absent',
    severity: 'should',
    help: (c) => {
      const frequency = c.range('attenuationFrequency');
      const wanted = c.must('attenuation').high;
      if (!frequency) return 'Give the frequency where it is wanted, or connect the converter that samples.';
      const corner = frequency.low / Math.sqrt(10 ** (wanted / 10) - 1);
      const octave = 10 * Math.log10(1 + (frequency.low / (c.out('cutoffFrequency').high ?? Infinity)) ** 2);
      const order = octave > 0 ? Math.ceil(wanted / octave) : null;
      return `A cutoff of ${say(corner, 'Hz')} or less would reach ${say(wanted, 'dB')}${order && order < 9 ? `, or ${order} such poles` : ''}. Lower ESR helps far above the corner.`;
    },
  },
  settling: {
    title: 'settling',
    value: 'settlingTime',
    sense: 'atMost',
    limit: (c) => c.range('maximumSettlingTime'),
    from: 'time allowed to settle',
    whenNull: 'absent',
    severity: 'should',
    help: (c) => {
      const time = c.must('maximumSettlingTime').low;
      const worst = c.out('settlingTime').high ?? Infinity;
      const c1 = c.must('C1.value');
      const largest = (c1.nominal * time) / worst;
      const tau = time / settlingConstants(c.must('resolution').high);
      return `C1 of ${say(nextBelow(largest, 'E12'), 'F')} passes with this R1: the time constant must stay under ${say(tau, 's')}.`;
    },
  },
  'leakage-error': {
    title: 'error from leakage',
    value: 'leakageErrorLsb',
    sense: 'within',
    limit: (c) => ({ target: 0, band: c.must('maximumErrorLsb').low }),
    from: 'allowed DC error',
    severity: 'should',
    help: (c) => {
      const error = c.out('leakageErrorLsb');
      const over = Math.max(Math.abs(error.low ?? 0), Math.abs(error.high ?? 0)) / c.must('maximumErrorLsb').low;
      return `R1 of ${say(nextBelow(Math.max(1, c.must('R1.value').nominal / Math.max(over, 1e-9)), 'E24'), 'ohm')} passes, or a film or C0G capacitor if leakage is what hurts.`;
    },
  },
  'driver-current': {
    title: 'current of the driver',
    value: 'peakCurrent',
    sense: 'atMost',
    limit: (c) => c.range('currentLimit'),
    from: 'what the driver may give',
    whenNull: 'absent',
    severity: 'must',
    help: (c) => {
      const step = c.range('stepVoltage')?.high ?? c.must('fullScale').high;
      const least = step / c.must('currentLimit').low - c.must('sourceResistance').low - c.must('C1.esr').low;
      return `R1 of ${say(nextAbove(Math.max(1, least / 0.99), 'E24'), 'ohm')} or more passes.`;
    },
  },
  noise: {
    title: 'noise',
    value: 'outputNoise',
    sense: 'atMost',
    limit: (c) => c.range('maximumNoise'),
    from: 'allowed noise, rms',
    whenNull: 'absent',
    severity: 'should',
    help: (c) => {
      const factor = ((c.out('outputNoise').high ?? 0) / c.must('maximumNoise').low) ** 2;
      return `C1 of ${say(nextAbove(c.must('C1.value').nominal * factor, 'E12'), 'F')} passes: the noise is √(kT/C), whatever R1.`;
    },
  },
};
