import { isAbsent } from '../../../math/absent.ts';
import type { Step } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { q } from '../../../stage/words.ts';
import { errorTerms } from './budget.ts';

/** From the range to noise-free bits. */
export function working(c: Judged): Step[] {
  const { given: g, parts } = c.x;
  const raw = (name: string) => c.study.nominal[name] as number;
  const has = (name: string) => !isAbsent(c.study.nominal[name]);
  const [fs, lsb] = [q(raw('fullScale'), 'V'), q(raw('lsb'), 'V')];
  const span = q(raw('fullScale') * (g.bipolar ? 2 : 1), 'V');
  const steps: Step[] = [
    {
      title: 'One code',
      expression: 'span/2^n',
      values: { span, n: q(g.resolution, 'bit') },
      result: { name: 'LSB', ...lsb },
      outcome: 'lsb',
      source: 'definition',
    },
    {
      title: 'Highest signal over full scale',
      expression: 'Vh/FS',
      values: { Vh: q(g.signalHigh, 'V'), FS: fs },
      result: { name: 'use', value: g.signalHigh / fs.value, unit: 'ratio' },
      ...(g.bipolar || g.signalLow < 0 ? {} : { outcome: 'rangeUse' }),
      source: 'definition',
    },
    {
      title: 'Codes used',
      expression: '(Vh - Vl)/LSB',
      values: { Vh: q(g.signalHigh, 'V'), Vl: q(g.signalLow, 'V'), LSB: lsb },
      result: { name: 'codes', value: raw('spanCodes'), unit: 'count' },
      outcome: 'spanCodes',
      source: 'definition',
    },
  ];
  if (has('errorExtreme')) {
    const terms = errorTerms(g, parts.R1.value, lsb.value, c.env.ambient, raw('settlingError'));
    const values = Object.fromEntries(terms.map((t) => [t.name.replaceAll(' ', '_'), q(t.volts, 'V')]));
    steps.push(
      {
        title: 'Error, worst case: all terms added',
        expression: Object.keys(values).join(' + '),
        values,
        result: { name: 'e', value: raw('errorExtreme'), unit: 'V' },
        outcome: 'errorExtreme',
        source: 'IEEE 1241 terms',
      },
      {
        title: 'The same in LSB',
        expression: 'e/LSB',
        values: { e: q(raw('errorExtreme'), 'V'), LSB: lsb },
        result: { name: 'eLSB', value: raw('errorExtremeLsb'), unit: 'LSB' },
        outcome: 'errorExtremeLsb',
        source: 'definition',
      },
    );
  }
  if (has('cutoffFrequency')) {
    steps.push({
      title: 'Corner of the input RC',
      expression: '1/(2*pi*(Rs + R1)*C1)',
      values: { Rs: q(g.sourceResistance, 'ohm'), R1: q(parts.R1.value, 'ohm'), C1: q(parts.C1.value, 'F') },
      result: { name: 'fc', value: raw('cutoffFrequency'), unit: 'Hz' },
      outcome: 'cutoffFrequency',
      source: 'first-order network',
    });
  }
  const before = Math.hypot(g.converterNoise, raw('sourceNoiseVoltage'));
  const dithered = before >= lsb.value / 2;
  steps.push(
    {
      title: dithered ? 'Noise after averaging' : 'Noise after averaging: without dither, quantisation stays',
      expression: dithered ? 'sqrt((nc^2 + ns^2 + LSB^2/12)/N)' : 'sqrt((nc^2 + ns^2)/N + LSB^2/12)',
      values: { nc: q(g.converterNoise, 'V'), ns: q(raw('sourceNoiseVoltage'), 'V'), N: q(g.averages, 'count'), LSB: lsb },
      result: { name: 'noise', value: raw('inputNoise'), unit: 'V' },
      outcome: 'inputNoise',
      source: 'independent noises add as squares',
    },
    {
      title: 'Noise-free bits',
      expression: 'log2(span/(6.6*noise))',
      values: { span, noise: q(raw('inputNoise'), 'V') },
      result: { name: 'NFB', value: raw('noiseFreeBits'), unit: 'bit' },
      outcome: 'noiseFreeBits',
      source: 'peak to peak as 6.6 sigma',
    },
    {
      title: 'Effective bits',
      expression: 'log2(span/(sqrt(12)*noise))',
      values: { span, noise: q(raw('inputNoise'), 'V') },
      result: { name: 'ENOB', value: raw('effectiveBits'), unit: 'bit' },
      outcome: 'effectiveBits',
      source: 'IEEE 1241',
    },
  );
  return steps;
}
