import { suppressionOf } from '../../../models/quadrature.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { quadratureReceiver } from './index.ts';
import { channelOf, elementsOf, imbalance, transfer } from './laws.ts';

/** How the receiver is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof quadratureReceiver> = {
  working: (c) => {
    const { given: g } = c.x;
    const h = transfer(channelOf(c.x, 1), g.basebandFrequency);
    const off = imbalance(channelOf(c.x, 1), channelOf(c.x, 2), g.basebandFrequency);
    return [
      step(
        'Resistance at baseband',
        'Rt = 4*(Rs + Ron)',
        'samplingResistance',
        { Rs: 'sourceResistance', Ron: 'S1.onResistance' },
        'each capacitor is connected a quarter of the time',
      ),
      step('Sampling bandwidth', 'B = 1/(2*pi*Rt*C)', 'samplingBandwidth', { Rt: 'samplingResistance', C: 'C11.value' }, 'first-order network'),
      step('Gain', 'G = 20*log10(2*sqrt(2)/pi*H)', 'gainDb', { H: [Math.hypot(h.re, h.im), ''] }, 'mean of a quarter window, times the difference amplifier'),
      step(
        'Phase imbalance',
        'p = pc + po + 360*f*ts',
        'phaseImbalance',
        { pc: [off.phase, 'deg'], po: 'oscillatorPhaseError', f: 'frequency', ts: 'oscillatorSkew' },
        'channels and clocks',
      ),
      step(
        'After trimming',
        'S = 10*log10((1 + 2*g*cos(p*pi/180) + g^2)/((1 - g)^2 + 4*g*sin(p*pi/360)^2))',
        'trimmedSuppression',
        { g: [1 + g.trimAmplitude, ''], p: 'trimPhase' },
        'two phasors',
      ),
      ...(g.measuredSuppression === null
        ? []
        : [
            step(
              'Amplitude error that explains it',
              'E = 20*log10((1 + m)/(1 - m))',
              'equivalentGainError',
              { m: [10 ** (-g.measuredSuppression / 20), ''] },
              'two phasors, phase right',
            ),
            step(
              'Phase error that explains it',
              'E = 2*atan(m)*180/pi',
              'equivalentPhaseError',
              { m: [10 ** (-g.measuredSuppression / 20), ''] },
              'two phasors, amplitudes equal',
            ),
          ]),
      step('Supply current', 'I = Iu + Is', 'supplyCurrent', { Iu: 'U1.quiescentCurrent', Is: 'S1.quiescentCurrent' }, 'sum'),
    ];
  },
  figure: (c) => {
    const { parts: p, given: g } = c.x;
    const value = (slot: string, unit: 'ohm' | 'F') => sayPart((p as unknown as Record<string, { value: number | null }>)[slot]!.value, unit);
    const channel = (k: 1 | 2, y: number, name: string): Drawn[] => [
      wire(110, 200, 110, y, 140, y),
      thing('switch', [140, y], 'right', k === 1 ? '180°' : '270°', ''),
      ...(k === 1 ? [{ sym: 'block', id: 'S1', at: [20, 250], size: [60, 40], label: 'S1', value: 'clocks' } as Drawn] : []),
      thing('switch', [140, y + 110], 'right', k === 1 ? '0°' : '90°', ''),
      wire(110, y, 110, y + 110, 140, y + 110),
      wire(210, y, 300, y),
      wire(210, y + 110, 300, y + 110),
      dot(250, y),
      dot(250, y + 110),
      part('capacitor', [250, y], 'down', `C${k}1`, value(`C${k}1`, 'F'), { side: -1 }),
      ground(250, y + 70),
      part('capacitor', [250, y + 110], 'down', `C${k}2`, value(`C${k}2`, 'F'), { side: -1 }),
      ground(250, y + 180),
      part('resistor', [300, y], 'right', `R${k}1`, value(`R${k}1`, 'ohm')),
      part('resistor', [300, y + 110], 'right', `R${k}3`, value(`R${k}3`, 'ohm')),
      wire(370, y, 400, y, 400, y + 40, 450, y + 40),
      wire(370, y + 110, 400, y + 110, 400, y + 70, 450, y + 70),
      dot(400, y),
      dot(400, y + 110),
      part('resistor', [400, y + 110], 'down', `R${k}4`, value(`R${k}4`, 'ohm')),
      ground(400, y + 180),
      wire(400, y, 400, y - 25, 450, y - 25),
      part('resistor', [450, y - 25], 'right', `R${k}2`, value(`R${k}2`, 'ohm')),
      wire(520, y - 25, 560, y - 25, 560, y + 55, 534, y + 55),
      dot(560, y + 55),
      { sym: 'symbol', as: 'opamp', id: 'U1', at: [450, y + 55], label: 'U1', flip: 'over' },
      wire(560, y + 55, 600, y + 55),
      port(600, y + 55, name, ''),
    ];
    return {
      width: 680,
      height: 530,
      title: 'Four switches, four capacitors, two difference amplifiers',
      items: [
        port(60, 200, 'rf', '', 'left'),
        wire(60, 200, 110, 200),
        dot(110, 200),
        ...channel(1, 70, 'I'),
        ...channel(2, 310, 'Q'),
        { sym: 'text', at: [440, 515], text: `${say(g.frequency, 'Hz')}, image down ${sayOut(c, 'imageSuppression', 'dB')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const channel = channelOf(x, 1);
    const net = elementsOf(channel, x.parts.U1).map((e) =>
      e.is === 'opamp' ? { ...e, openLoopGain: 1e8, gainBandwidth: 1e12 } : e.name === 'RTb' ? { ...e, a: 't' } : e,
    );
    const band: [number, number] = [x.given.basebandFrequency / 100, x.given.edgeFrequency * 100];
    return {
      elements: [
        { is: 'voltage', name: 'Va', a: 's', b: '0', wave: { sort: 'sine', offset: 0, amplitude: 0.001, frequency: x.given.basebandFrequency }, ac: 1 },
        { is: 'voltage', name: 'Vb', a: 't', b: '0', wave: { sort: 'sine', offset: 0, amplitude: -0.001, frequency: x.given.basebandFrequency }, ac: -1 },
        ...net,
      ],
      out: 'o',
      band,
      time: { stop: 5 / x.given.basebandFrequency, start: 'rest' },
      confirms: {
        bandwidth: (b) => b.corner('o', 1e-2, 1e9),
        outputNoiseDensity: (b) => b.density('o', x.given.basebandFrequency),
      },
    };
  },
  curves: (x) => {
    const [i, q] = [channelOf(x, 1), channelOf(x, 2)];
    const { given: g } = x;
    const axis = { label: 'baseband frequency', unit: 'Hz' as const, log: true, from: g.basebandFrequency / 20, to: g.edgeFrequency * 20 };
    const marks = [
      { axis: 'x' as const, value: g.basebandFrequency, label: 'stated' },
      { axis: 'x' as const, value: g.edgeFrequency, label: 'edge' },
    ];
    const oscillator = g.oscillatorPhaseError + 360 * g.frequency * g.oscillatorSkew;
    return [
      {
        id: 'response',
        title: 'Response of a channel',
        x: axis,
        y: { label: 'gain', unit: 'dB' },
        points: 121,
        marks,
        at: (f) => {
          const h = transfer(i, f);
          return toDb(((2 * Math.SQRT2) / Math.PI) * Math.hypot(h.re, h.im));
        },
      },
      {
        id: 'suppression',
        title: 'Suppression over the audio',
        x: axis,
        y: { label: 'suppression', unit: 'dB' },
        points: 121,
        marks: [...marks, { axis: 'y', value: g.suppression, label: 'wanted', limit: true }],
        at: (f) => {
          const { gain, phase } = imbalance(i, q, f);
          return suppressionOf(gain, phase + oscillator);
        },
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit switches and channels', text: 'Resistors of one place from one strip, capacitors from one batch.' },
    {
      id: 'clock',
      act: 'probe',
      title: 'Clocks',
      text: 'Counter at the oscillator; four quarter windows on the scope, the two clocks no further apart than their skew.',
      expect: { point: 'oscillator', of: 'oscillatorFrequency' },
    },
    {
      id: 'circle',
      act: 'probe',
      title: 'I and Q',
      text: `Generator ${say(c.x.given.basebandFrequency, 'Hz')} above, −60 dBm: I and Q on X and Y draw a circle.`,
    },
    {
      id: 'image',
      act: 'probe',
      title: 'Image',
      text: `Generator as far below: the image is down at least ${say(c.out('imageSuppression').low, 'dB')}. Enter what you read; trim amplitude, then phase, twice.`,
    },
  ],
  schools:
    'Matched parts, trimming by hand, or gain and phase corrected in software for each band. A clock of four times the frequency (exact, fast logic), or once with a phase shifter (slow, to be trimmed).',
  sources: ['Weaver 1956', 'two phasors', 'averaging of N-path filters', 'Friis'],
};
