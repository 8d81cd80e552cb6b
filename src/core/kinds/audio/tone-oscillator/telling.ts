import { ZERO_CELSIUS } from '../../../physics/constants.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { toneOscillator } from './index.ts';
import { baseShare, driftAt, errorAt, frequencyAt, referenceCurrent, thermalVoltage } from './laws.ts';

/** How the oscillator is told: working, figure, curves and bring-up. */
export const telling: Telling<typeof toneOscillator> = {
  working: (c) => {
    const { given: g } = c.x;
    const share: readonly [number, ''] = [baseShare(c.x, g.tuneTemperature), ''];
    const flow: readonly [number, 'A'] = [referenceCurrent(c.x) - c.x.parts.U1.leakage, 'A'];
    return [
      step('An octave at the base', 'V = VT*log(2)', 'octaveVoltage', { VT: [thermalVoltage(g.tuneTemperature), 'V'] }, 'Ebers–Moll, kT/q'),
      step(
        'Scale, trimmer at its lower end',
        's = R2/R1*k/Vo',
        'scaleLow',
        { R2: 'R2.value', R1: 'R1.value', k: share, Vo: 'octaveVoltage' },
        'summer and divider',
      ),
      step(
        'Scale, trimmer at its upper end',
        's = (R2 + P1)/R1*k/Vo',
        'scaleHigh',
        { R2: 'R2.value', P1: 'P1.value', R1: 'R1.value', k: share, Vo: 'octaveVoltage' },
        'summer and divider',
      ),
      step('Place of the trimmer', 'p = (1 - s0)/(s1 - s0)', 'trimPosition', { s0: 'scaleLow', s1: 'scaleHigh' }, 'where a volt is an octave'),
      step(
        'Drift of the scale',
        'd = k1/k0*T0/T - 1',
        'scaleDrift',
        { k1: [baseShare(c.x, c.x.ambient), ''], k0: share, T0: [g.tuneTemperature + ZERO_CELSIUS, 'K'], T: [c.x.ambient + ZERO_CELSIUS, 'K'] },
        'the pair against the sensing resistor',
      ),
      step('Top note over temperature', 'e = 1200*n*d', 'temperatureError', { n: 'octavesUp', d: 'scaleDrift' }, 'cents'),
      ...(c.nominal('baseFrequency') === null
        ? []
        : [
            step(
              'Pitch at 0 V',
              'f = 1/(C1*Vs/I - R5*C1 + tr)',
              'baseFrequency',
              { C1: 'C1.value', Vs: 'U1.sawAmplitude', I: flow, R5: [c.x.parts.R5.value ?? 0, 'ohm'], tr: 'U1.resetTime' },
              'charge and reset of the saw',
            ),
            step('Error of the base pitch', 'e = f/f0 - 1', 'baseError', { f: 'baseFrequency', f0: 'referenceFrequency' }, 'definition'),
          ]),
      step(
        'R5 that makes up',
        'R = tr/C1 + Vs*rb/VT',
        'compensationResistance',
        { tr: 'U1.resetTime', C1: 'C1.value', Vs: 'U1.sawAmplitude', rb: 'Q1.bulkResistance', VT: [thermalVoltage(g.tuneTemperature), 'V'] },
        'first order',
      ),
    ];
  },
  figure: (c) => {
    const { parts: p } = c.x;
    const r = (id: 'R1' | 'R2' | 'R3' | 'R4' | 'R5' | 'R6', at: [number, number], dir: 'right' | 'down', side?: 1 | -1): Drawn =>
      part('resistor', at, dir, id, sayPart(p[id].value, 'ohm'), side ? { side } : {});
    return {
      width: 820,
      height: 390,
      title: 'Summer, divider with sensing resistor, pair and saw core',
      items: [
        port(50, 150, 'cv', '', 'left'),
        wire(50, 150, 80, 150),
        r('R1', [80, 150], 'right'),
        wire(150, 150, 200, 150),
        dot(175, 150),
        wire(175, 150, 175, 70, 190, 70),
        r('R2', [190, 70], 'right'),
        wire(260, 70, 280, 70),
        part('variable', [280, 70], 'right', 'P1', sayPart(p.P1.value, 'ohm')),
        wire(350, 70, 370, 70, 370, 165),
        { sym: 'symbol', as: 'opamp', at: [200, 165], label: 'summer', flip: 'over' },
        wire(200, 180, 185, 180, 185, 200),
        ground(185, 200),
        wire(284, 165, 400, 165),
        dot(370, 165),
        r('R3', [400, 165], 'right'),
        wire(470, 165, 520, 165),
        dot(490, 165),
        r('R4', [490, 165], 'down', -1),
        ground(490, 235),
        { sym: 'block', id: 'Q1', at: [520, 140], size: [80, 50], label: 'Q1', value: 'pair' },
        wire(600, 165, 640, 165),
        { sym: 'block', id: 'U1', at: [640, 130], size: [90, 70], label: 'U1', value: 'saw' },
        wire(730, 165, 760, 165),
        port(760, 165, 'out', ''),
        wire(560, 140, 560, 110),
        r('R6', [560, 40], 'down'),
        port(560, 40, 'reference', '', 'top'),
        wire(685, 200, 685, 220),
        part('capacitor', [685, 220], 'down', 'C1', sayPart(p.C1.value, 'F')),
        ...(p.R5.value ? [r('R5', [685, 290], 'down'), ground(685, 360)] : [ground(685, 290)]),
        { sym: 'text', at: [330, 320], text: `${sayOut(c, 'baseFrequency', 'Hz')} at 0 V, ${sayOut(c, 'topCurrent', 'A')} at the top`, value: true },
      ],
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const axis = { label: 'octaves from 0 V', unit: 'octave' as const, log: false, from: -g.octavesDown, to: g.octavesUp };
    return [
      {
        id: 'tracking',
        title: 'Error over the range',
        x: axis,
        y: { label: 'error', unit: 'cent' },
        points: 61,
        marks: [
          { axis: 'y', value: g.maximumError, label: 'allowed', limit: true },
          { axis: 'y', value: -g.maximumError, label: 'allowed', limit: true },
        ],
        at: (n) => {
          const e = errorAt(x, n);
          return Number.isFinite(e) ? e : 0;
        },
      },
      {
        id: 'temperature',
        title: 'Top note over temperature',
        x: { label: 'ambient', unit: 'degC', log: false, from: g.tuneTemperature - 20, to: g.tuneTemperature + 20 },
        y: { label: 'error', unit: 'cent' },
        points: 61,
        marks: [{ axis: 'x', value: x.ambient, label: 'here' }],
        at: (t) => 1200 * g.octavesUp * driftAt(x, t),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the oscillator', text: 'Rails first, then summer, pair and core; the sensing resistor touches the pair.' },
    {
      id: 'base',
      act: 'probe',
      title: 'Pitch at 0 V',
      text: 'Control at 0 V, warm for 15 minutes: counter at the output, before the panel tuning.',
      ...(Number.isFinite(frequencyAt(c.x, referenceCurrent(c.x))) ? { expect: { point: 'output', of: 'baseFrequency' as const } } : {}),
    },
    { id: 'scale', act: 'probe', title: 'Scale', text: 'Trim between 1 V and 3 V by counter until a volt is an octave; repeat with the base note.' },
    {
      id: 'top',
      act: 'probe',
      title: 'Top note',
      text: `At the top the error is ${say(c.nominal('errorTop'), 'cent')} without trimming: R5 of ${sayOut(c, 'compensationResistance', 'ohm')} makes up for it.`,
    },
  ],
  schools: 'A sensing resistor (simple), a heated pair (steady, draws current), or a digital table of tuning.',
  sources: ['Ebers–Moll exponential law', 'kT/q', 'cents by definition'],
};
