import { step, type JudgedOf, type StepsOf } from '../../../stage/telling.ts';
import type { adcChannel } from './index.ts';
import { isAbsent } from '../../../math/absent.ts';
import { errorTerms } from './budget.ts';

/** From the range to noise-free bits. */
export function working(c: JudgedOf<typeof adcChannel>): StepsOf<typeof adcChannel> {
  const { given: g, parts } = c.x;
  const has = (name: 'errorExtreme' | 'cutoffFrequency') => !isAbsent(c.study.nominal[name]);
  const lsb = c.computed('lsb');
  const span = [c.computed('fullScale') * (g.bipolar ? 2 : 1), 'V'] as const;
  const steps: StepsOf<typeof adcChannel> = [
    step('One code', 'LSB = span/2^n', 'lsb', { span, n: 'resolution' }, 'definition'),
    step(
      'Highest signal over full scale',
      'use = Vh/FS',
      g.bipolar || g.signalLow < 0 ? [g.signalHigh / c.computed('fullScale'), 'ratio'] : 'rangeUse',
      { Vh: 'signalHigh', FS: 'fullScale' },
      'definition',
    ),
    step('Codes used', 'codes = (Vh - Vl)/LSB', 'spanCodes', { Vh: 'signalHigh', Vl: 'signalLow', LSB: 'lsb' }, 'definition'),
  ];
  if (has('errorExtreme')) {
    const terms = errorTerms(g, parts.R1.value, lsb, c.env.ambient, c.computed('settlingError'));
    const values = Object.fromEntries(terms.map((t) => [t.name.replaceAll(' ', '_'), [t.volts, 'V'] as const]));
    steps.push(
      step('Error, worst case: all terms added', `e = ${Object.keys(values).join(' + ')}`, 'errorExtreme', values, 'IEEE 1241 terms'),
      step('The same in LSB', 'eLSB = e/LSB', 'errorExtremeLsb', { e: 'errorExtreme', LSB: 'lsb' }, 'definition'),
    );
  }
  if (has('cutoffFrequency')) {
    steps.push(
      step(
        'Corner of the input RC',
        'fc = 1/(2*pi*(Rs + R1)*C1)',
        'cutoffFrequency',
        { Rs: 'sourceResistance', R1: 'R1.value', C1: 'C1.value' },
        'first-order network',
      ),
    );
  }
  const before = Math.hypot(g.converterNoise, c.computed('sourceNoiseVoltage'));
  const dithered = before >= lsb / 2;
  steps.push(
    step(
      dithered ? 'Noise after averaging' : 'Noise after averaging: without dither, quantisation stays',
      `noise = ${dithered ? 'sqrt((nc^2 + ns^2 + LSB^2/12)/N)' : 'sqrt((nc^2 + ns^2)/N + LSB^2/12)'}`,
      'inputNoise',
      { nc: 'converterNoise', ns: 'sourceNoiseVoltage', N: 'averages', LSB: 'lsb' },
      'independent noises add as squares',
    ),
    step('Noise-free bits', 'NFB = log2(span/(6.6*noise))', 'noiseFreeBits', { span, noise: 'inputNoise' }, 'peak to peak as 6.6 sigma'),
    step('Effective bits', 'ENOB = log2(span/(sqrt(12)*noise))', 'effectiveBits', { span, noise: 'inputNoise' }, 'IEEE 1241'),
  );
  return steps;
}
