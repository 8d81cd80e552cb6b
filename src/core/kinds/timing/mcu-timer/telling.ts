import { port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { passesOf, settingOf } from './laws.ts';
import type { mcuTimer } from './index.ts';

export const telling: Telling<typeof mcuTimer> = {
  working: (c) => {
    const { given: g } = c.x;
    if (c.nominal('frequency') === null) return [];
    const q = passesOf(g.mode);
    const used = { P: 'prescalerUsed' as const, M: 'countsUsed' as const, q: [q, ''] as const };
    return [
      step('Frequency', 'f = fc/(P*M*q)', 'frequency', { fc: 'clockFrequency', ...used }, 'counter arithmetic'),
      step('Period', 'T = 1/f', 'period', { f: 'frequency' }, 'reciprocal'),
      step('Error of the frequency', 'e = f/f0 - 1', 'frequencyError', { f: 'frequency', f0: 'given.frequency' }, 'relative error'),
      step('Resolution', 'n = log2(M)', 'resolution', { M: 'countsUsed' }, 'counter arithmetic'),
      step('Step of the duty cycle', 'd = 1/M', 'dutyStep', { M: 'countsUsed' }, 'counter arithmetic'),
      step('One count', 't = P/fc', 'tickTime', { P: 'prescalerUsed', fc: 'clockFrequency' }, 'counter arithmetic'),
      step('Jitter when dithered', 't = P*q/fc', 'ditherJitter', { P: 'prescalerUsed', q: [q, ''], fc: 'clockFrequency' }, 'one count more'),
    ];
  },
  figure: (c) => {
    const block = (x: number, label: string, value: string): Drawn => ({ sym: 'block', id: label, at: [x, 60], size: [110, 60], label, value });
    return {
      width: 580,
      height: 200,
      title: 'Clock, prescaler and counter',
      items: [
        port(50, 90, 'clock', say(c.x.given.clockFrequency, 'Hz'), 'left'),
        wire(50, 90, 120, 90),
        block(120, 'prescaler', `÷ ${sayOut(c, 'prescalerUsed', 'count')}`),
        wire(230, 90, 290, 90),
        block(290, 'counter', `${sayOut(c, 'countsUsed', 'count')} counts`),
        wire(400, 90, 470, 90),
        port(470, 90, 'pin', sayOut(c, 'frequency', 'Hz')),
        { sym: 'text', at: [230, 160], text: `compare register ${sayOut(c, 'compareTop', 'count')}`, value: true },
      ],
    };
  },
  curves: (x) => {
    const { frequency: f } = x.given;
    return [
      {
        id: 'error',
        title: 'Error about the frequency wanted',
        x: { label: 'frequency wanted', unit: 'Hz', log: false, from: 0.98 * f, to: 1.02 * f },
        y: { label: 'error', unit: 'ratio' },
        points: 161,
        marks: [{ axis: 'x', value: f, label: 'wanted' }],
        at: (wanted) => {
          const s = settingOf({ ...x.given, frequency: wanted });
          return s ? s.ideal / s.counts - 1 : NaN;
        },
      },
    ];
  },
  bringUp: (c) => [
    { id: 'load', act: 'fit', title: 'Load the program', text: 'Set clock, prescaler and compare register as they stand here.' },
    {
      id: 'frequency',
      act: 'probe',
      title: 'Frequency',
      text: 'Frequency counter at the pin, gate time 10 s.',
      ...(c.nominal('frequency') === null ? {} : { expect: { point: 'pin', of: 'frequency' as const } }),
    },
  ],
  schools: 'Compare and toggle, fast PWM or phase-correct PWM; an average by dither or the nearest without jitter; a crystal or a trimmed RC clock.',
  sources: ['counter arithmetic'],
};
