import { limited, plates, volts } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import type { usbSource } from './index.ts';

/** How usb source is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof usbSource> = {
  atRest: ({ given: g }, env) => ({
    elements: [
      volts('J1.supply', 'plug', '0', g.contractVoltage > 5 ? g.contractVoltage * g.contractAccuracy : g.defaultVoltage),
      limited('J1', 'plug', 'out', g.cableResistance, env.nominal.given.cableCurrent),
      ...plates('C1', 'out', '0', 1e-6),
    ],
  }),
  working: (c) => {
    const { given: g } = c.x;
    const steps: StepsOf<typeof usbSource> = [
      step('Charge at attach', 'Q = C1*V5', 'attachCharge', { C1: 'C1.value', V5: 'defaultVoltage' }, 'charge of a capacitor'),
    ];
    if (c.nominal('contractCurrent') !== null && g.contractVoltage > 0)
      steps.push(
        step(
          'Current of the contract',
          'Ic = min(Imax, P/V)',
          'contractCurrent',
          { Imax: [g.contractVoltage === 20 ? g.cableCurrent : 3, 'A'], P: 'sourcePower', V: 'contractVoltage' },
          'USB Power Delivery, power rules',
        ),
      );
    if (c.nominal('outputVoltage') === null) return steps;
    const source = g.contractVoltage <= 5 ? g.defaultVoltage : g.contractVoltage * g.contractAccuracy;
    return [
      ...steps,
      step(
        'Voltage at the board',
        'Vb = ((Vs - I*r) + sqrt((Vs - I*r)^2 - 4*r*P))/2',
        'outputVoltage',
        { Vs: [source, 'V'], I: 'loadCurrent', r: 'cableResistance', P: 'loadPower' },
        'constant power behind a resistance',
      ),
      step('Current', 'It = I + P/Vb', 'outputCurrent', { I: 'loadCurrent', P: 'loadPower', Vb: 'outputVoltage' }, 'sum of both sorts of load'),
    ];
  },
  figure: (c) => ({
    width: 500,
    height: 190,
    title: 'USB connector, cable, C1 and the switch to the board',
    items: [
      thing('resistor', [30, 50], 'right', 'cable', say(c.x.given.cableResistance, 'ohm')),
      { sym: 'block', id: 'J1', at: [120, 28], size: [56, 44], label: 'J1' },
      wire(100, 50, 120, 50),
      wire(176, 50, 300, 50),
      dot(230, 50),
      part('capacitor', [230, 50], 'down', 'C1', sayPart(c.x.parts.C1.value, 'F')),
      wire(230, 120, 230, 140),
      ground(230, 140),
      { sym: 'block', at: [300, 28], size: [96, 44], label: c.x.given.gated ? 'load switch' : 'direct' },
      wire(396, 50, 440, 50),
      port(440, 50, 'rail', sayOut(c, 'outputVoltage', 'V')),
    ],
  }),
  bringUp: () => [
    {
      id: 'plain',
      act: 'probe',
      title: 'A plain 5 V port',
      text: 'Inline meter, load gated: volts at J1 and current before any contract.',
      expect: { point: 'J1, plain port', of: 'fallbackVoltage' },
    },
    {
      id: 'contract',
      act: 'probe',
      title: 'With the contract',
      text: 'The source you will use: volts at J1, unloaded, then at peak load.',
      expect: { point: 'J1, contract', of: 'outputVoltage' },
    },
    { id: 'worst-cable', act: 'probe', title: 'The cheapest charger and the longest cable you own', text: 'Nothing may restart or warm up.' },
  ],
  schools:
    'Work at 5 V too (safest, larger converter), refuse below the contract (lockout and a lamp that says why), or 3 A without Power Delivery (15 W, no controller).',
  sources: ['USB 2.0', 'USB 3.2', 'USB Type-C specification', 'USB Power Delivery (power rules, transitions)'],
};
