import { isAbsent } from '../../../math/absent.ts';
import { part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type wireDrop, settle } from './index.ts';

/** How wire drop is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof wireDrop> = {
  working: (c) => {
    const { given: g } = c.x;
    const steps: StepsOf<typeof wireDrop> = [
      step(
        'I²t the wire stands',
        'J = (k*A*1e6)^2',
        'allowedI2t',
        { k: 'W1.adiabaticFactor', A: 'W1.conductorArea' },
        'adiabatic short-circuit equation, IEC 60364',
      ),
    ];
    if (c.nominal('outputVoltage') === null)
      return [
        ...steps,
        step(
          'Short circuit',
          'Ik = V/R',
          'shortCircuitCurrent',
          { V: 'supplyVoltage', R: [g.supplyVoltage / c.number('shortCircuitCurrent'), 'ohm'] },
          'Ohm, cold',
        ),
      ];
    return [
      ...steps,
      step(
        'Resistance of the wire, hot',
        'Rw = 2*l*1.7241e-8*(1 + 0.00393*(T - 20))/A',
        'wireResistance',
        { l: 'length', T: 'wireTemperature', A: 'W1.conductorArea' },
        'IEC 60028, settled with the current',
      ),
      step('Resistance of the loop', 'R = Rw + 4*Rc', 'loopResistance', { Rw: 'wireResistance', Rc: 'J1.contactResistance' }, 'both conductors, four contacts'),
      step('Drop', 'Vd = I*R', 'drop', { I: 'loadCurrent', R: 'loopResistance' }, 'Ohm'),
      step('At the load', 'Vl = V - Vd', 'outputVoltage', { V: 'supplyVoltage', Vd: 'drop' }, 'Kirchhoff'),
    ];
  },
  figure: (c) => ({
    width: 480,
    height: 170,
    title: 'Supply, both conductors with their contacts, load',
    items: [
      port(40, 40, 'supply', say(c.x.given.supplyVoltage, 'V'), 'left'),
      wire(40, 40, 80, 40),
      { sym: 'block', id: 'J1', at: [80, 22], size: [50, 36], label: 'J1' },
      wire(130, 40, 150, 40),
      part('resistor', [150, 40], 'right', 'W1', sayOut(c, 'wireResistance', 'ohm')),
      wire(220, 40, 400, 40),
      thing('resistor', [330, 40], 'down', 'load', sayOut(c, 'loadCurrent', 'A')),
      wire(330, 110, 330, 140, 40, 140),
      port(400, 40, 'far end', sayOut(c, 'outputVoltage', 'V')),
    ],
  }),
  simulate: (x) => {
    const s = settle(x);
    if (isAbsent(s)) return null;
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'dc', value: x.given.supplyVoltage }, ac: 1 },
        { is: 'resistor', name: 'Rl', a: 'in', b: 'out', ohms: Math.max(s.loop, 1e-9) },
        ...(x.given.loadKind === 'resistance'
          ? [{ is: 'resistor' as const, name: 'RL', a: 'out', b: '0', ohms: x.given.loadResistance }]
          : [{ is: 'current' as const, name: 'IL', a: 'out', b: '0', wave: { sort: 'dc' as const, value: s.amps } }]),
      ],
      out: 'out',
      band: [1, 1e6],
      time: { stop: 1e-3 },
      confirms: { outputVoltage: (b) => b.dc('out') },
    };
  },
  bringUp: (c) => [
    {
      id: 'far-end',
      act: 'probe',
      title: 'Far end, full load',
      text: 'DC volts at the supply and at the load: their difference is the drop.',
      expect: { point: 'at the load', of: 'outputVoltage' },
    },
    { id: 'warm', act: 'probe', title: 'After twenty minutes', text: `The wire should be no warmer than ${say(c.out('wireTemperature').high, 'degC')}.` },
  ],
  schools: 'Thick cable at low voltage, or a higher voltage and a converter at the load.',
  sources: ['IEC 60028', 'surface heat balance', 'adiabatic short-circuit equation as in IEC 60364', 'AWG definition, ASTM B258'],
};
