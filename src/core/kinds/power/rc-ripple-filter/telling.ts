import { ohms, plates } from '../../../stage/at-rest.ts';
import { toDb } from '../../../physics/network.ts';
import { abs } from '../../../math/complex.ts';
import { ladderAt } from '../../../physics/rc-ladder.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type rcRippleFilter, ladder } from './index.ts';

/** How rc ripple filter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof rcRippleFilter> = {
  atRest: ({ given: g, parts }) => ({
    elements: ([1, 2, 3] as const).slice(0, g.sections).flatMap((k) => {
      const to = k === g.sections ? 'out' : `n${k}`;
      return [ohms(`R${k}`, k === 1 ? 'in' : `n${k - 1}`, to, parts[`R${k}`].value), ...plates(`C${k}`, to, '0', parts[`C${k}`].value)];
    }),
    points: ['n1', 'n2'].slice(0, g.sections - 1),
  }),
  working: (c) => {
    const { given: g } = c.x;
    const sections = ladder(c.x);
    const values = Object.fromEntries(sections.map((s, i) => [`R${i + 1}`, [s.ohms, 'ohm'] as const]));
    const all = sections.map((_, i) => `R${i + 1}`).join(' + ');
    return [
      step('Resistance', `R = ${all}`, 'outputResistance', values, 'series'),
      step('Drop', 'Vd = I*R', 'dropVoltage', { I: 'loadCurrent', R: 'outputResistance' }, 'Ohm'),
      step('Output', 'Vo = Vin - Vd', 'outputVoltage', { Vin: 'inputVoltage', Vd: 'dropVoltage' }, 'Kirchhoff'),
      ...(sections.length === 1
        ? [
            step(
              'Attenuation of the section',
              'A = -20*log10(sqrt((esr^2 + Xc^2)/((R1 + esr)^2 + Xc^2)))',
              'attenuation',
              { esr: [sections[0]!.esr, 'ohm'], Xc: [1 / (2 * Math.PI * g.rippleFrequency * sections[0]!.farads), 'ohm'], R1: [sections[0]!.ohms, 'ohm'] },
              'voltage divider of impedances',
            ),
          ]
        : []),
      step('Ripple that is left', 'Vr = Vri*10^(-A/20)', 'outputRipple', { Vri: 'inputRipple', A: 'attenuation' }, 'definition of the decibel'),
      step('Heat of all resistors', 'P = I^2*R', 'totalDissipation', { I: 'loadCurrent', R: 'outputResistance' }, 'Joule'),
    ];
  },
  figure: (c) => {
    const sections = ladder(c.x);
    const items: Drawn[] = [port(40, 50, 'in', say(c.x.given.inputVoltage, 'V'), 'left'), wire(40, 50, 70, 50)];
    sections.forEach((s, i) => {
      const x = 70 + i * 130;
      items.push(
        part('resistor', [x, 50], 'right', `R${i + 1}`, sayPart(s.ohms, 'ohm')),
        wire(x + 70, 50, x + 130, 50),
        dot(x + 85, 50),
        part('capacitor', [x + 85, 50], 'down', `C${i + 1}`, sayPart(s.farads, 'F'), { side: -1 }),
        ground(x + 85, 120),
      );
    });
    const end = 70 + sections.length * 130;
    items.push(wire(end, 50, end + 30, 50), port(end + 30, 50, 'out', sayOut(c, 'outputVoltage', 'V')));
    return { width: end + 80, height: 150, title: 'RC sections from the rail to its clean copy', items };
  },
  simulate: (x, o) => {
    const { given: g } = x;
    const sections = ladder(x);
    return {
      elements: [
        {
          is: 'voltage',
          name: 'Vin',
          a: 'n0',
          b: '0',
          wave: { sort: 'pulse', low: 0, high: g.inputVoltage, delay: 0, rise: 1e-9, fall: 1e-9, width: 1e3, period: 2e3 },
          ac: 1,
        },
        ...sections.flatMap((s, i) => [
          { is: 'resistor' as const, name: `R${i + 1}`, a: `n${i}`, b: i === sections.length - 1 ? 'out' : `n${i + 1}`, ohms: s.ohms },
          { is: 'capacitor' as const, name: `C${i + 1}`, a: i === sections.length - 1 ? 'out' : `n${i + 1}`, b: '0', farads: s.farads, esr: s.esr },
        ]),
      ],
      out: 'out',
      band: [g.rippleFrequency / 1e3, g.rippleFrequency * 100],
      time: { stop: 3 * (o.startUpTime ?? 1), start: 'rest' },
      confirms: {
        attenuation: (b) => b.loss('out', g.rippleFrequency),
      },
    };
  },
  curves: (x) => [
    {
      id: 'attenuation',
      title: 'Attenuation over frequency',
      x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.rippleFrequency / 1e3, to: x.given.rippleFrequency * 100 },
      y: { label: 'attenuation', unit: 'dB' },
      points: 120,
      marks: [{ axis: 'x', value: x.given.rippleFrequency, label: 'ripple' }],
      at: (f) => -toDb(abs(ladderAt(ladder(x), f).transfer)),
    },
  ],
  bringUp: () => [
    {
      id: 'output',
      act: 'probe',
      title: 'Output at peak load',
      text: 'DC volts at the last capacitor.',
      expect: { point: 'last capacitor', of: 'outputVoltage' },
    },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple before and after',
      text: 'The same probe at input and output, AC coupled, 20 MHz limit, short ground spring: their ratio is the attenuation.',
    },
  ],
  schools: 'One RC for each stage of the signal chain, or one good filter for all: the first also isolates stages from each other.',
  sources: ['ladder network theory'],
};
