import { part, port, wire } from '../../../stage/drawing.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type circuitTrace, MIL2, FIT, rise, widthOf } from './index.ts';

/** How circuit trace is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof circuitTrace> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const width = widthOf(c.x, c.env.nominal);
    const area = width * parts.W1.thickness;
    return [
      step('Cross-section, square mils', 'S = w*t/(25.4e-6)^2', [area / MIL2, ''], { w: [width, 'm'], t: 'W1.thickness' }, 'definition'),
      step(
        'Rise',
        'dT = (I/(k*S^0.725))^(1/0.44)',
        'temperatureRise',
        { I: 'loadCurrent', k: [FIT[g.layer as keyof typeof FIT], ''], S: [area / MIL2, ''] },
        'IPC-2221, curve fit of the charts',
      ),
      step('Resistance, hot', 'R = 1.7241e-8*(1 + 0.00393*(T - 20))*l/A', 'resistance', { T: 'traceTemperature', l: 'length', A: [area, 'm2'] }, 'IEC 60028'),
      step('Drop', 'Vd = I*R', 'drop', { I: 'loadCurrent', R: 'resistance' }, 'Ohm'),
      step('Heat', 'P = I^2*R', 'dissipation', { I: 'loadCurrent', R: 'resistance' }, 'Joule'),
    ];
  },
  figure: (c) => ({
    width: 460,
    height: 140,
    title: 'Trace with its cross-section, and a via',
    items: [
      port(50, 60, 'current', say(c.x.given.loadCurrent, 'A'), 'left'),
      wire(50, 60, 100, 60),
      part('strip', [100, 60], 'right', 'W1', `${say(widthOf(c.x, c.env.nominal), 'm')} wide`),
      part('via', [230, 60], 'right', 'V1', c.x.given.viaCount === null ? `${sayOut(c, 'viasNeeded', 'count')} needed` : `${c.x.given.viaCount} ×`),
      wire(170, 60, 230, 60),
      wire(300, 60, 340, 60),
      port(340, 60, 'drop', sayOut(c, 'drop', 'V')),
      { sym: 'text', at: [100, 115], text: 'copper' },
      { sym: 'text', at: [160, 115], text: `${say(c.x.given.length, 'm')} long, ${say(c.x.parts.W1.thickness, 'm')} thick`, value: true },
    ],
  }),
  curves: (x, env) => {
    const width = widthOf(x, env.nominal as AnyInputs);
    return [
      {
        id: 'width',
        title: 'Rise over width',
        x: { label: 'width', unit: 'm', log: true, from: width / 5, to: width * 5 },
        y: { label: 'rise', unit: 'K', log: true },
        points: 80,
        marks: [{ axis: 'y', value: x.given.maximumRise, label: 'allowed', limit: true }],
        at: (w) => rise(x.given.loadCurrent, FIT[x.given.layer], w * x.parts.W1.thickness),
      },
    ];
  },
  bringUp: () => [
    {
      id: 'four-wire',
      act: 'probe',
      title: 'Resistance',
      text: 'A known ampere through it, millivolts over its ends with two more wires; at room temperature a little lower than hot.',
      expect: { point: 'over the trace', of: 'resistance' },
    },
  ],
  schools:
    'The older charts (IPC-2221, cautious for outer traces near planes) or the measured ones (IPC-2152, corrected for thickness, planes and vias). The fit of the older ones is used here.',
  sources: ['IPC-2221', 'IPC-2152', 'fusing of copper by Onderdonk', 'adiabatic heating of copper'],
};
