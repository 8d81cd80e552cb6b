import { window } from '../../../stage/bring-up.ts';
import { say } from '../../../stage/words.ts';
import { circuit } from './circuit.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { steadyState, waveform } from './solve.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import type { rectifierReservoir } from './index.ts';

/** How rectifier reservoir is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof rectifierReservoir> = {
  hurts: true,
  working,
  figure,
  simulate,
  curves: (x) => {
    const c = circuit(x);
    const s = steadyState(c);
    const period = c.half ? 1 / c.mains : 1 / (2 * c.mains);
    const need = { axis: 'y' as const, value: x.given.minimumOutput, label: 'needed', limit: true };
    const most = Math.max(2 * c.load, 0.05);
    return [
      ...(s
        ? [
            {
              id: 'ripple',
              title: 'Output over two periods of the ripple',
              x: { label: 'time', unit: 's' as const, log: false, from: 0, to: 2 * period },
              y: { label: 'output', unit: 'V' as const },
              points: 160,
              marks: [need],
              at: (t: number) => {
                const now = steadyState(circuit(x));
                return now ? waveform(circuit(x), now)(t) : NaN;
              },
            },
          ]
        : []),
      {
        id: 'trough',
        title: 'Trough over load',
        x: { label: 'load', unit: 'A', log: false, from: most / 40, to: most },
        y: { label: 'trough', unit: 'V' },
        points: 40,
        marks: [need],
        at: (load) => steadyState({ ...circuit(x), load })?.trough ?? NaN,
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit rectifier and reservoir',
      text: 'Solder diodes, C1 and bleeder, nothing behind them. Check polarity of every diode and of C1. Close and insulate all primary wiring before anything is plugged in; a licensed electrician decides on it.',
    },
    {
      id: 'unloaded',
      act: 'probe',
      title: 'Unloaded',
      text: 'One hand, nothing connected to the rail. DC volts at C1: a little below the crest of the secondary.',
      expect: window('C1, no load', 'V', { ...c.out('noLoadVoltage'), low: (c.out('noLoadVoltage').low ?? 0) - 1.5 * (circuit(c.x).drop || 1) }),
    },
    {
      id: 'loaded',
      act: 'probe',
      title: 'Full load',
      text: 'Peak load on the rail. Mean voltage with a meter at C1; then ripple and trough with the scope, probe ground at C1 minus.',
      expect: { point: 'C1, loaded', of: 'outputVoltage' },
    },
    {
      id: 'off',
      act: 'probe',
      title: 'Switched off',
      text: `Switch off and time the fall to ${say(c.x.given.safeVoltage, 'V')}. Measure before you touch: the reservoir stays charged.`,
    },
  ],
  schools:
    'A large C1 (little ripple, high peak currents, more hum radiated), a smaller one with a good regulator (longer conduction, cooler transformer), or an RC or choke after the reservoir.',
  sources: ['exact solution of the capacitor-input rectifier by piecewise linear circuit analysis', 'IEC 61558', 'IEC 62368-1'],
};
