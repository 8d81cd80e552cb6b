import type { Element } from '../../../circuit/netlist.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { frequencyOf, leftOf, network } from './laws.ts';
import type { pwmDac } from './index.ts';

export const telling: Telling<typeof pwmDac> = {
  working: (c) => {
    const n = network(c.x);
    const one = n.taus.length === 1;
    const steps = [2 ** c.x.given.resolution, ''] as const;
    return [
      step('Full scale', 'FS = g*Vs', 'fullScale', { g: [n.gain, 'ratio'], Vs: 'supplyVoltage' }, 'divider with the load'),
      step('One LSB', 'q = FS/N', 'lsb', { FS: 'fullScale', N: steps }, 'equal steps'),
      ...(one
        ? [
            step(
              'Ripple',
              'Vr = FS*tanh(1/(4*f*tau))',
              'outputRipple',
              { FS: 'fullScale', f: 'frequency', tau: [n.taus[0]!, 's'] },
              'periodic steady state at half duty',
            ),
            step('Settling', 't = tau*log(2*N)', 'settlingTime', { tau: [n.taus[0]!, 's'], N: steps }, 'exponential'),
            step('Cutoff', 'fc = 1/(2*pi*tau)', 'cutoffFrequency', { tau: [n.taus[0]!, 's'] }, 'half power'),
          ]
        : [
            step(
              'Cutoff',
              'fc = sqrt(2/(ta^2 + tb^2 + sqrt((ta^2 + tb^2)^2 + 4*ta^2*tb^2)))/(2*pi)',
              'cutoffFrequency',
              { ta: [n.taus[0]!, 's'], tb: [n.taus[1]!, 's'] },
              'half power of two poles',
            ),
          ]),
      step('Ripple in LSB', 'n = Vr/q', 'rippleLsb', { Vr: 'outputRipple', q: 'lsb' }, 'ratio'),
      step('Loss into the load', 'e = 1 - g', 'loadError', { g: [n.gain, 'ratio'] }, 'divider'),
      step(
        'Bend of the transfer',
        'b = N*abs(Rl - Rh)/(2*(2*R1 + Rh + Rl))',
        'asymmetryError',
        { N: steps, Rl: 'U1.outputResistanceLow', Rh: 'U1.outputResistanceHigh', R1: 'R1.value' },
        'average of the two resistances by duty',
      ),
      step('Pin current', 'I = Vs/(R1 + Rh)', 'pinCurrent', { Vs: 'supplyVoltage', R1: 'R1.value', Rh: 'U1.outputResistanceHigh' }, 'Ohm'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const two = g.poles === 2;
    const second: Drawn[] = two
      ? [
          part('resistor', [290, 80], 'right', 'R2', sayPart(parts.R2.value, 'ohm')),
          wire(360, 80, 400, 80),
          dot(400, 80),
          part('capacitor', [400, 80], 'down', 'C2', sayPart(parts.C2.value, 'F')),
          ground(400, 150),
          wire(400, 80, 470, 80),
        ]
      : [wire(290, 80, 470, 80)];
    return {
      width: 560,
      height: 240,
      title: two ? 'Pin and two RC sections' : 'Pin and one RC section',
      items: [
        { sym: 'block', id: 'U1', at: [30, 55], size: [80, 50], label: 'U1', value: say(c.nominal('frequency'), 'Hz') },
        wire(110, 80, 150, 80),
        part('resistor', [150, 80], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
        wire(220, 80, 290, 80),
        dot(255, 80),
        part('capacitor', [255, 80], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
        ground(255, 150),
        ...second,
        port(470, 80, 'out', sayOut(c, 'fullScale', 'V')),
        { sym: 'text', at: [150, 210], text: `ripple ${sayOut(c, 'rippleLsb', 'LSB')}, settles in ${sayOut(c, 'settlingTime', 's')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const n = network(x);
    const period = 1 / frequencyOf(g);
    const two = g.poles === 2;
    const out = two ? 'o' : 'm';
    const slowest = n.taus[0]!;
    // From the middle of a pulse all capacitors stand at their mean: few periods show the ripple, however slow the filter is.
    const cycles = Math.min(Math.ceil((9 * slowest) / period) + 2, 12);
    const stop = cycles * period;
    const mean = (n.gain * g.supplyVoltage) / 2;
    const middle = two && Number.isFinite(g.loadResistance) ? mean * (1 + parts.R2.value! / g.loadResistance) : mean;
    const elements: Element[] = [
      {
        is: 'voltage',
        name: 'Vp',
        a: 's',
        b: '0',
        wave: { sort: 'pulse', low: 0, high: g.supplyVoltage, delay: -period / 4, rise: period * 1e-4, fall: period * 1e-4, width: period / 2, period },
        ac: 1,
      },
      { is: 'resistor', name: 'R1', a: 's', b: 'm', ohms: n.ra },
      { is: 'capacitor', name: 'C1', a: 'm', b: '0', farads: parts.C1.value, initial: two ? middle : mean },
      ...(two
        ? ([
            { is: 'resistor', name: 'R2', a: 'm', b: 'o', ohms: parts.R2.value! },
            { is: 'capacitor', name: 'C2', a: 'o', b: '0', farads: parts.C2.value!, initial: mean },
          ] as const)
        : []),
      ...(Number.isFinite(g.loadResistance) ? [{ is: 'resistor' as const, name: 'RL', a: out, b: '0', ohms: g.loadResistance }] : []),
    ];
    return {
      elements,
      out,
      band: [1e-3 / slowest, 1e3 / slowest],
      time: { stop, start: 'rest' },
      confirms: {
        cutoffFrequency: (b) => b.corner(out, 1e-4 / slowest, 1e4 / slowest),
        outputRipple: (b) =>
          b.over({ stop, step: period / 400, start: 'rest', outputs: [out] }, (t) => {
            const last = [...t.signals[out]!].filter((_, i) => t.time[i]! >= stop - period);
            return Math.max(...last) - Math.min(...last);
          }),
      },
    };
  },
  curves: (x) => {
    const n = network(x);
    const scale = n.gain * x.given.supplyVoltage;
    const half = scale / 2 ** (x.given.resolution + 1);
    return [
      {
        id: 'settling',
        title: 'What is left of a full step',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 1.5 * x.given.settlingTime },
        y: { label: 'off the end', unit: 'V', log: true },
        points: 121,
        marks: [
          { axis: 'y', value: half, label: 'half an LSB' },
          { axis: 'x', value: x.given.settlingTime, label: 'settling wanted', limit: true },
        ],
        at: (t) => Math.max(scale * leftOf(n.taus, t), scale * 1e-9),
      },
    ];
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit the filter', text: 'Solder resistors and capacitors, the last capacitor close to what listens.' },
    {
      id: 'full',
      act: 'probe',
      title: 'Full scale',
      text: 'DC volts at codes nothing, a quarter, half and full: on a straight line.',
      expect: { point: 'output at full code', of: 'fullScale' },
    },
    { id: 'ripple', act: 'probe', title: 'Ripple', text: 'Half code, AC-coupled, 20 MHz limit.', expect: { point: 'output at half code', of: 'outputRipple' } },
  ],
  schools:
    'One pole (cheap) or two; a fast PWM with fewer bits and dither, or a slow one with all; the pin’s supply or a buffer on a reference; a converter chip above some 12 bits.',
  sources: ['periodic steady state of linear networks', 'two-section RC ladder'],
};
