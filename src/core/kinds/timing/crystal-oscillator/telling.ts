import { ground, part, port, wire, dot, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { sayOut, sayPart, say } from '../../../stage/words.ts';
import { network } from './laws.ts';
import type { crystalOscillator } from './index.ts';

export const telling: Telling<typeof crystalOscillator> = {
  working: (c) => {
    const n = network(c.x);
    const w = [n.w, 'Hz'] as const;
    const caps = { a: [n.a, 'F'] as const, b: [n.b, 'F'] as const };
    const starts = c.nominal('startUpTime') !== null;
    const parabola = c.x.parts.Y1.parabolicCoefficient > 0;
    return [
      step('At the input', 'a = C1 + Cs', [n.a, 'F'], { C1: 'C1.value', Cs: 'strayInput' }, 'parallel capacitors'),
      step('At the output', 'b = C2 + Cs', [n.b, 'F'], { C2: 'C2.value', Cs: 'strayOutput' }, 'parallel capacitors'),
      step('Load capacitance', 'CL = a*b/(a + b) + Cx', 'loadCapacitance', { ...caps, Cx: 'strayAcross' }, 'capacitors in series, and the stray across'),
      step(
        'Pulling',
        'p = 1e6*Cm/2*(1/(C0 + CL) - 1/(C0 + Cn))',
        'pulling',
        { Cm: 'Y1.motionalCapacitance', C0: 'Y1.shuntCapacitance', CL: 'loadCapacitance', Cn: 'Y1.loadCapacitance' },
        'load resonance, IEC 60444',
      ),
      step(
        'Pull for a picofarad',
        's = -1e6*Cm/(2*(C0 + CL)^2)*1e-12',
        'pullSensitivity',
        { Cm: 'Y1.motionalCapacitance', C0: 'Y1.shuntCapacitance', CL: 'loadCapacitance' },
        'slope of the pulling',
      ),
      ...(parabola
        ? [
            step(
              'Error of the parabola',
              'e = -k*(T - T0)^2',
              'temperatureError',
              { k: 'Y1.parabolicCoefficient', T: 'ambient', T0: 'Y1.turnoverTemperature' },
              'flexure of a tuning fork',
            ),
          ]
        : []),
      step(
        'Error of the frequency',
        'e = p + t',
        'frequencyErrorPpm',
        { p: 'pulling', t: 'temperatureError' },
        'cut, wander and ageing are nothing at nominal',
      ),
      step('Error a day', 'd = 0.0864*e', 'secondsPerDay', { e: 'frequencyErrorPpm' }, '86 400 s a day'),
      step('Frequency', 'f = f0*(1 + 1e-6*e)', 'frequency', { f0: 'Y1.frequency', e: 'frequencyErrorPpm' }, 'millionths'),
      step('Determinant', 'D = a*b + C3*(a + b)', [n.d, 'F'], { ...caps, C3: [n.across, 'F'] }, 'three capacitors in a ring'),
      step(
        'Critical transconductance',
        'g = w^2*(Rs + R3)*D^2/(a*b)',
        'criticalTransconductance',
        { w, Rs: 'Y1.esr', R3: 'R3.value', D: [n.d, 'F'], ...caps },
        'three-point oscillator',
      ),
      step(
        'Gain margin',
        'm = gm/g',
        'gainMargin',
        {
          gm: c.x.given.gainMethod === 'transconductance' ? 'U1.transconductance' : 'U1.maximumCriticalTransconductance',
          g: 'criticalTransconductance',
        },
        'ratio',
      ),
      step(
        'Negative resistance',
        'Rn = gm*a*b/((gm*C3)^2 + (w*D)^2)',
        'negativeResistance',
        { gm: 'U1.transconductance', ...caps, C3: [n.across, 'F'], w, D: [n.d, 'F'] },
        'what the network shows the crystal',
      ),
      step('Drive', 'P = Rs*I^2', 'driveLevel', { Rs: 'Y1.esr', I: [n.current, 'A'] }, 'rms current of the crystal'),
      ...(starts
        ? [
            step(
              'Start-up',
              't = 2*L/(Rn - Rs - R3)*log(q)',
              'startUpTime',
              { L: [n.motional, 'H'], Rn: 'negativeResistance', Rs: 'Y1.esr', R3: 'R3.value', q: 'startRatio' },
              'growth of a series resonance with negative resistance',
            ),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const stray = (x: number, farads: number, side: 1 | -1): Drawn[] => [
      wire(x, 180, x, 190),
      part('capacitor', [x, 190], 'down', 'stray', say(farads, 'F'), { dashed: true, side }),
      ground(x, 260),
    ];
    return {
      width: 640,
      height: 320,
      title: 'Crystal between input and output of an inverting amplifier',
      items: [
        { sym: 'block', id: 'U1', at: [230, 20], size: [150, 60], label: 'U1', value: say(parts.U1.transconductance, 'S') },
        wire(230, 50, 130, 50, 130, 180),
        wire(380, 50, 400, 50),
        part('resistor', [400, 50], 'right', 'R3', sayPart(parts.R3.value, 'ohm')),
        wire(470, 50, 480, 50),
        wire(480, 50, 480, 180),
        wire(130, 180, 270, 180),
        part('crystal', [270, 180], 'right', 'Y1', say(parts.Y1.frequency, 'Hz')),
        wire(340, 180, 480, 180),
        dot(130, 180),
        dot(480, 180),
        part('capacitor', [130, 190], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
        wire(130, 180, 130, 190),
        ground(130, 260),
        ...stray(210, g.strayInput, 1),
        ...stray(400, g.strayOutput, -1),
        part('capacitor', [480, 190], 'down', 'C2', sayPart(parts.C2.value, 'F')),
        wire(480, 180, 480, 190),
        ground(480, 260),
        wire(480, 50, 560, 50),
        port(560, 50, 'clock', sayOut(c, 'frequency', 'Hz')),
        { sym: 'text', at: [300, 305], text: `loads the crystal with ${sayOut(c, 'loadCapacitance', 'F')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const n = network(x);
    const frequency = n.w / (2 * Math.PI);
    return {
      elements: [
        // An ampere into the two terminals of the crystal: the voltage across them is the impedance of the network.
        { is: 'current', name: 'I1', a: 'output', b: 'input', wave: { sort: 'dc', value: 0 }, ac: 1 },
        { is: 'capacitor', name: 'Ca', a: 'input', b: '0', farads: n.a },
        { is: 'capacitor', name: 'Cb', a: 'output', b: '0', farads: n.b },
        { is: 'capacitor', name: 'Cx', a: 'input', b: 'output', farads: n.across },
        { is: 'vccs', name: 'gm', a: 'output', b: '0', p: 'input', n: '0', gain: x.parts.U1.transconductance },
        { is: 'resistor', name: 'Rin', a: 'input', b: '0', ohms: 1e12 },
        { is: 'resistor', name: 'Rout', a: 'output', b: '0', ohms: 1e12 },
        { is: 'vcvs', name: 'E1', a: 'seen', b: '0', p: 'output', n: 'input', gain: 1 },
        { is: 'resistor', name: 'Rseen', a: 'seen', b: '0', ohms: 1e6 },
      ],
      out: 'seen',
      band: [frequency / 30, frequency * 30],
      time: { stop: 10 / frequency },
      confirms: { negativeResistance: (b) => b.inPhase('seen', frequency) },
    };
  },
  curves: (x) => {
    const { Y1, C1, C2 } = x.parts;
    const n = network(x);
    const at = (change: object) => network({ ...x, parts: { ...x.parts, ...change } });
    return [
      {
        id: 'load',
        title: 'Pulling against both load capacitors',
        x: { label: 'C1 and C2', unit: 'F', log: false, from: 5e-12, to: Math.max(60e-12, 1.5 * C1.value) },
        y: { label: 'pulling', unit: 'ppm' },
        points: 161,
        marks: [{ axis: 'x', value: C1.value, label: 'C1' }],
        at: (c) => at({ C1: { ...C1, value: c }, C2: { ...C2, value: c } }).pulling,
      },
      {
        id: 'temperature',
        title: 'Error over temperature, a day',
        x: { label: 'ambient', unit: 'degC', log: false, from: -20, to: 70 },
        y: { label: 'error a day', unit: 's' },
        points: 121,
        marks: [{ axis: 'x', value: x.ambient, label: 'ambient' }],
        at: (t) => 0.0864 * (n.pulling - Y1.parabolicCoefficient * (t - Y1.turnoverTemperature) ** 2),
      },
      {
        id: 'negative',
        title: 'Negative resistance against transconductance',
        x: { label: 'transconductance', unit: 'S', log: true, from: n.critical / 3, to: Math.max(30 * n.critical, 3 * x.parts.U1.transconductance) },
        y: { label: 'negative resistance', unit: 'ohm' },
        points: 161,
        marks: [
          { axis: 'x', value: x.parts.U1.transconductance, label: 'U1' },
          { axis: 'y', value: Y1.esr + x.parts.R3.value, label: 'crystal and R3', limit: true },
        ],
        at: (gm) => at({ U1: { ...x.parts.U1, transconductance: gm } }).negative,
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the crystal', text: 'Solder crystal, C1 and C2, and clean the flux away: it leaks.' },
    {
      id: 'frequency',
      act: 'probe',
      title: 'Frequency',
      text: 'Counter with a gate of 1 s against a known reference at a buffered clock output, never at the pins of the crystal.',
      expect: { point: 'clock output', of: 'frequency' as const },
    },
    {
      id: 'margin',
      act: 'probe',
      title: 'Margin of the start',
      text: `Put resistors in series with the crystal until it does not start any more: that one and ${say(c.x.parts.Y1.esr, 'ohm')}, over ${say(c.x.parts.Y1.esr, 'ohm')}, should reach the gain margin.`,
    },
  ],
  schools:
    'Gain margin by the critical transconductance or by a series resistor of five times the ESR; equal or graded capacitors; a crystal, a ceramic resonator or an oscillator module.',
  sources: ['Barkhausen criterion of the three-point oscillator', 'IEC 60122 and IEC 60444: crystal parameters, load resonance'],
};
