import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { twinTNotch } from './index.ts';
import { elements, Notch } from './laws.ts';

/** How the notch is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof twinTNotch> = {
  working: (c) => {
    const notch = new Notch(c.x);
    const f = c.x.given.centreFrequency;
    return [
      step(
        'Frequency of each T',
        'f = 1/(2*pi*sqrt(R1*R2*C1*C2))',
        [1 / (2 * Math.PI * Math.sqrt(c.x.parts.R1.value * c.x.parts.R2.value * c.x.parts.C1.value * c.x.parts.C2.value)), 'Hz'],
        { R1: 'R1.value', R2: 'R2.value', C1: 'C1.value', C2: 'C2.value' },
        'twin-T, its parts alike',
      ),
      ...(c.x.given.topology === 'bootstrapped'
        ? [
            step('Bootstrap', 'k = R5/(R4 + R5)', 'bootstrapRatio', { R4: 'R4.value', R5: 'R5.value' }, 'divider'),
            step('Supply current', 'I = 2*Iq', 'supplyCurrent', { Iq: 'U1.quiescentCurrent' }, 'sum'),
          ]
        : []),
      step(
        'Depth at the centre',
        'A = 20*log10(G/H)',
        'attenuation',
        { G: 'gain', H: [Math.max(notch.net.gain(notch.out, f), notch.dc * 1e-6), ''] },
        'nodal analysis of both Ts',
      ),
      ...(c.nominal('quality') !== null ? [step('Quality', 'Q = f/B', 'quality', { f: 'notchFrequency', B: 'bandwidth' }, 'definition')] : []),
      ...(c.x.given.passFrequency !== null
        ? [
            step(
              'Loss at the wanted frequency',
              'L = 20*log10(G/H)',
              'passLoss',
              { G: 'gain', H: [notch.net.gain(notch.out, c.x.given.passFrequency), ''] },
              'nodal analysis',
            ),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { parts: p, given: g } = c.x;
    const lifted = g.topology === 'bootstrapped';
    const low = 310;
    const r = (id: 'R1' | 'R2' | 'R3', at: [number, number], dir: 'right' | 'down', side?: 1 | -1): Drawn =>
      part('resistor', at, dir, id, sayPart(p[id].value, 'ohm'), side ? { side } : {});
    const k = (id: 'C1' | 'C2' | 'C3', at: [number, number], dir: 'right' | 'down', side?: 1 | -1): Drawn =>
      part('capacitor', at, dir, id, sayPart(p[id].value, 'F'), side ? { side } : {});
    return {
      width: lifted ? 640 : 430,
      height: lifted ? 400 : 390,
      title: lifted ? 'Two Ts, their shunt legs driven from the output' : 'Two Ts from input to output',
      items: [
        port(50, 170, 'in', ''),
        wire(50, 170, 80, 170, 80, 60, 100, 60),
        wire(80, 170, 80, 230, 100, 230),
        dot(80, 170),
        r('R1', [100, 60], 'right'),
        wire(170, 60, 200, 60),
        r('R2', [200, 60], 'right'),
        wire(270, 60, 310, 60, 310, 230, 270, 230),
        dot(185, 60),
        wire(185, 60, 185, 85),
        k('C3', [185, 85], 'down'),
        k('C1', [100, 230], 'right'),
        wire(170, 230, 200, 230),
        k('C2', [200, 230], 'right'),
        dot(185, 230),
        wire(185, 230, 185, 255),
        r('R3', [185, 255], 'down', -1),
        dot(310, 145),
        ...(lifted
          ? [
              wire(310, 145, 370, 145),
              { sym: 'symbol', as: 'opamp', id: 'U1', at: [370, 160], label: 'U1' } as Drawn,
              wire(370, 175, 350, 175, 350, 210, 470, 210, 470, 160),
              wire(454, 160, 560, 160),
              dot(470, 160),
              port(560, 160, 'out', ''),
              dot(520, 160),
              part('resistor', [520, 160], 'down', 'R4', sayPart(p.R4.value, 'ohm')),
              part('resistor', [520, 260], 'down', 'R5', sayPart(p.R5.value, 'ohm')),
              wire(520, 230, 520, 260),
              ground(520, 330),
              dot(520, 245),
              { sym: 'block', at: [400, 300], size: [60, 36], label: '×1' } as Drawn,
              wire(520, 245, 490, 245, 490, 318, 460, 318),
              wire(400, 318, 340, 318, 340, 350, 185, 350, 185, 325),
              wire(185, 155, 290, 155, 290, 350),
              dot(290, 350),
            ]
          : [wire(310, 145, 370, 145), port(370, 145, 'out', ''), ground(185, 155), ground(185, 325)]),
        { sym: 'text', at: lifted ? [100, 385] : [120, low + 60], text: `notch at ${sayOut(c, 'notchFrequency', 'Hz')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const f0 = x.given.centreFrequency;
    const out = x.given.topology === 'bootstrapped' ? 'out' : 'o';
    const net = elements(x).map((e) => (e.is === 'opamp' ? { ...e, openLoopGain: 1e6, gainBandwidth: Math.max(1e6, f0 * 1e6) } : e));
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: { sort: 'sine', offset: 0, amplitude: 1, frequency: f0 }, ac: 1 }, ...net],
      out,
      band: [f0 / 100, f0 * 100],
      time: { stop: 10 / f0, start: 'rest' },
      confirms: {
        gain: (b) => b.gain(out, f0 * 1e-5),
        ...(x.given.passFrequency === null ? {} : { passLoss: (b) => b.loss(out, x.given.passFrequency!, f0 * 1e-5) }),
      },
    };
  },
  curves: (x) => {
    const notch = new Notch(x);
    const f0 = x.given.centreFrequency;
    const t = x.given.mainsTolerance;
    const marks = [1 - t, 1 + t].map((k) => ({ axis: 'x' as const, value: f0 * k, label: 'it wanders to' }));
    return [
      {
        id: 'response',
        title: 'Response',
        x: { label: 'frequency', unit: 'Hz', log: true, from: f0 / 20, to: f0 * 20 },
        y: { label: 'against DC', unit: 'dB' },
        points: 201,
        marks: [...marks, { axis: 'y', value: -x.given.attenuation, label: 'attenuation wanted', limit: true }],
        at: (f) => -notch.attenuation(f),
      },
      {
        id: 'close',
        title: 'Around the notch',
        x: { label: 'frequency', unit: 'Hz', log: false, from: f0 * 0.9, to: f0 * 1.1 },
        y: { label: 'against DC', unit: 'dB' },
        points: 161,
        marks: [...marks, { axis: 'y', value: -x.given.attenuation, label: 'attenuation wanted', limit: true }],
        at: (f) => Math.max(-120, -toDb(notch.dc / Math.max(notch.net.gain(notch.out, f), 1e-12))),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the notch', text: 'R3 as two of R in parallel, C3 as two of C, all of one batch.' },
    {
      id: 'true',
      act: 'probe',
      title: 'The true notch',
      text: 'Generator of 1 V, sweep ± 5 % in small steps: frequency of least output. Trim R1 with R2 for it, R3 for depth, twice round.',
      expect: { point: 'output, behind a buffer or with a 10 MΩ meter', of: 'notchFrequency' },
    },
    {
      id: 'depth',
      act: 'probe',
      title: 'Depth',
      text: `At ${say(c.x.given.centreFrequency, 'Hz')}: an AC meter of 10 MΩ reads less than ${say(10 ** (-(c.out('attenuation').low ?? 0) / 20), 'V')} for 1 V.`,
    },
  ],
  schools:
    'Hum is removed at its source first: loops, shields, balanced lines. Then an analog notch, or averaging over whole periods of the mains in the converter, which takes the harmonics as well.',
  sources: ['classical twin-T theory', 'EN 50160 for the frequency of the grid'],
};
