import { ohms, plates } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type shuntReference, solve } from './index.ts';

/** How shunt reference is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof shuntReference> = {
  atRest: ({ parts: { R1, D1, C1 } }) => ({
    elements: [
      ohms('R1', 'in', 'out', R1.value),
      {
        is: 'knee',
        name: 'D1',
        a: 'out',
        b: '0',
        volts: D1.referenceVoltage - D1.dynamicImpedance * D1.testCurrent,
        ohms: Math.max(D1.dynamicImpedance, 1e-3),
      },
      ...plates('C1', 'out', '0', C1.value),
    ],
  }),
  working: (c) => {
    const { given: g, parts } = c.x;
    const { D1 } = parts;
    const now = solve(c.x, g.inputVoltage, g.loadCurrent);
    return [
      step(
        'Reference at its own temperature',
        'Vz = Vr + k*(Tj - 25)',
        [D1.referenceVoltage + D1.voltageTempco * (now.junction - 25), 'V'],
        { Vr: 'D1.referenceVoltage', k: 'D1.voltageTempco', Tj: [now.junction, 'degC'] },
        'datasheet practice; the junction is solved with it',
      ),
      step(
        'Output',
        'Vo = (Vz - rz*(It + IL) + rz*Vin/R1)/(1 + rz/R1)',
        'outputVoltage',
        {
          Vz: [D1.referenceVoltage + D1.voltageTempco * (now.junction - 25), 'V'],
          rz: 'D1.dynamicImpedance',
          It: 'D1.testCurrent',
          IL: 'loadCurrent',
          Vin: 'inputVoltage',
          R1: 'R1.value',
        },
        'small-signal model of a zener',
      ),
      step(
        'Shunt current',
        'Iz = (Vin - Vo)/R1 - IL',
        'shuntCurrent',
        { Vin: 'inputVoltage', Vo: 'outputVoltage', R1: 'R1.value', IL: 'loadCurrent' },
        'Kirchhoff',
      ),
      step('Heat of R1', 'Pr = (Vin - Vo)^2/R1', 'seriesDissipation', { Vin: 'inputVoltage', Vo: 'outputVoltage', R1: 'R1.value' }, 'Joule'),
      step(
        'Junction with the load removed',
        'Tj = Ta + theta*P',
        'junctionTemperature',
        { Ta: 'ambient', theta: 'D1.junctionToAmbient', P: 'noLoadDissipation' },
        'JEDEC JESD51, solved with the voltage',
      ),
    ];
  },
  figure: (c) => ({
    width: 440,
    height: 185,
    title: 'Series resistor and shunt device',
    items: [
      port(40, 50, 'in', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(40, 50, 90, 50),
      part('resistor', [90, 50], 'right', 'R1', sayPart(c.x.parts.R1.value, 'ohm')),
      wire(160, 50, 390, 50),
      dot(210, 50),
      part('zener', [210, 120], 'up', 'D1', say(c.x.parts.D1.referenceVoltage, 'V')),
      ground(210, 120),
      ...(c.x.parts.C1.value
        ? [dot(300, 50), part('capacitor' as const, [300, 50] as [number, number], 'down' as const, 'C1', sayPart(c.x.parts.C1.value, 'F')), ground(300, 120)]
        : [thing('capacitor', [300, 50], 'down', 'C1', 'not fitted', { dashed: true })]),
      port(390, 50, 'out', sayOut(c, 'outputVoltage', 'V')),
    ],
  }),
  simulate: (x, o) => {
    if (typeof o.outputVoltage !== 'number') return null;
    const { given: g, parts } = x;
    const now = solve(x, g.inputVoltage, g.loadCurrent);
    const { D1, R1, C1 } = parts;
    const bare = D1.referenceVoltage + D1.voltageTempco * (now.junction - 25) - D1.dynamicImpedance * D1.testCurrent;
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 'in', b: '0', wave: { sort: 'dc', value: g.inputVoltage }, ac: 1 },
        { is: 'resistor', name: 'R1', a: 'in', b: 'out', ohms: R1.value },
        { is: 'resistor', name: 'rz', a: 'out', b: 'z', ohms: Math.max(D1.dynamicImpedance, 1e-9), quiet: true },
        { is: 'voltage', name: 'Vz', a: 'z', b: '0', wave: { sort: 'dc', value: bare } },
        { is: 'current', name: 'IL', a: 'out', b: '0', wave: { sort: 'dc', value: g.loadCurrent } },
        ...(C1.value ? [{ is: 'capacitor' as const, name: 'C1', a: 'out', b: '0', farads: C1.value, esr: C1.esr }] : []),
      ],
      out: 'out',
      band: [1, 1e6],
      time: { stop: 1e-3 },
      confirms: {
        outputVoltage: (b) => b.dc('out'),
        rippleRejection: (b) => b.loss('out', g.rippleFrequency),
      },
    };
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit R1 and D1', text: 'Check which end of D1 carries the band: it goes to the output.' },
    {
      id: 'output',
      act: 'probe',
      title: 'Output',
      text: 'Load off, highest input: DC volts across D1 after five minutes.',
      expect: { point: 'across D1', of: 'outputVoltage' },
    },
    { id: 'ripple', act: 'probe', title: 'Full load, lowest input', text: 'Still within its range; scope AC coupled at 10 mV per division for the ripple.' },
  ],
  schools: 'Zener (rugged, cheap, a few percent), precision shunt (accurate, slow), series reference for converters.',
  sources: ['zener small-signal model', 'datasheet practice', 'JEDEC JESD51'],
};
