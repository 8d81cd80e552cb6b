import { draw, ohms, plates } from '../../../stage/at-rest.ts';
import { attenuationAt, parallel, toDb } from '../../../physics/network.ts';
import { type Curve } from '../../../stage/contract.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { simulate } from './simulate.ts';
import { working } from './working.ts';
import type { Telling } from '../../../stage/telling.ts';
import { type rcLowpass } from './index.ts';

/** How rc lowpass is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof rcLowpass> = {
  atRest: ({ parts: { R1, C1 } }) => ({
    elements: [ohms('R1', 'in', 'out', R1.value), ...plates('C1', 'out', '0', C1.value), draw('C1.leak', 'out', '0', C1.leakageCurrent)],
  }),
  working,
  figure: (c) => {
    const { parts, given: g } = c.x;
    return {
      width: 420,
      height: 170,
      title: 'Resistor in series, capacitor to ground',
      items: [
        { sym: 'port', at: [60, 50], label: 'in', value: c.x.carried.inputVoltage === null ? '' : say(c.x.carried.inputVoltage, 'V'), side: 'left' },
        {
          sym: 'wire',
          points: [
            [60, 50],
            [110, 50],
          ],
        },
        { sym: 'resistor', id: 'R1', at: [110, 50], dir: 'right', label: 'R1', value: sayPart(parts.R1.value, 'ohm') },
        {
          sym: 'wire',
          points: [
            [180, 50],
            [350, 50],
          ],
        },
        { sym: 'dot', at: [240, 50] },
        {
          sym: 'wire',
          points: [
            [240, 50],
            [240, 60],
          ],
        },
        { sym: 'capacitor', id: 'C1', at: [240, 60], dir: 'down', label: 'C1', value: sayPart(parts.C1.value, 'F') },
        { sym: 'ground', at: [240, 130] },
        { sym: 'port', at: [350, 50], label: 'out', value: Number.isFinite(g.loadResistance) ? `into ${say(g.loadResistance, 'ohm')}` : '', side: 'right' },
        { sym: 'text', at: [270, 150], text: `cutoff ${sayOut(c, 'cutoffFrequency', 'Hz')}`, value: true },
      ],
    };
  },
  simulate,
  curves: (x, env) => {
    const { R1, C1 } = x.parts;
    const nominal = env.nominal;
    const corner = nominal.given.cutoffFrequency;
    const wanted = nominal.given.attenuationFrequency;
    const farads = C1.value * C1.biasFactor;
    const series = R1.value + x.given.sourceResistance;
    const rp = parallel(series, x.given.loadResistance);
    const tau = (rp + C1.esr) * farads;
    const zero = C1.esr * farads;
    const gain = 1 / (1 + series / x.given.loadResistance);
    const far = Math.max(100 * corner, (wanted ?? 0) * 3);
    const response: Curve = {
      id: 'response',
      title: 'Response',
      x: { label: 'frequency', unit: 'Hz', log: true, from: corner / 100, to: far },
      y: { label: 'gain', unit: 'dB' },
      points: 121,
      at: (frequency) => toDb(gain) - attenuationAt(frequency, tau, zero),
      marks: [
        { axis: 'x', value: corner, label: 'cutoff wanted' },
        ...(wanted === null
          ? []
          : [{ axis: 'x' as const, value: wanted, label: nominal.given.attenuation === null ? 'aliases above' : 'attenuated from', limit: true }]),
        ...(nominal.given.attenuation === null
          ? []
          : [{ axis: 'y' as const, value: toDb(gain) - nominal.given.attenuation, label: 'no more than', limit: true }]),
      ],
    };
    const step: Curve = {
      id: 'step',
      title: 'Step',
      x: { label: 'time', unit: 's', log: false, from: 0, to: 10 * nominal.parts.R1.value * nominal.parts.C1.value * 1.2 },
      y: { label: 'output of a unit step', unit: 'ratio' },
      points: 101,
      at: (t) => gain * (1 - (rp / (rp + C1.esr)) * Math.exp(-t / tau)),
      marks: [],
    };
    return [response, step];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit R1 and C1', text: 'Solder R1 and C1. An electrolytic needs its polarity kept.' },
    {
      id: 'cutoff',
      act: 'probe',
      title: 'Half-power frequency',
      text: 'Sine from a 50 Ω generator at the input, ×10 probe at the output: find the frequency where the output is 0.707 of its low-frequency value.',
      expect: { point: 'output, ×10 probe', of: 'cutoffFrequency' },
    },
    {
      id: 'rise',
      act: 'probe',
      title: 'Rise time',
      text: `Step from 0 to ${say(c.x.given.stepVoltage ?? c.x.given.fullScale, 'V')} at the input: time from 10 to 90 % at the output.`,
      expect: { point: 'output, ×10 probe', of: 'riseTime' },
    },
  ],
  schools:
    'Settle to half an LSB (used here) or to one LSB (0.69 time constants less). Small R and large C for noise and bias, or large R and small C for the driver.',
  sources: ['first-order linear network', 'Johnson–Nyquist and kT/C', 'IEC 60063', 'IEC 60384 for leakage classes'],
};
