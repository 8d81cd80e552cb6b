import { junctionAt, ohms } from '../../../stage/at-rest.ts';
import { isMeasured } from '../../../circuit/measure.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { current } from './laws.ts';
import type { ledIndicator } from './index.ts';

export const telling: Telling<typeof ledIndicator> = {
  atRest: ({ given: g, parts: { R1, D1 } }) => {
    const [from, to] = g.drivenFrom === 'pin-low' ? ['vcc', 'pin'] : [g.drivenFrom === 'rail' ? 'vcc' : 'pin', '0'];
    return {
      elements: [
        // The driver is a pin that stands on: to the supply, or to ground.
        ...(g.drivenFrom === 'rail' ? [] : [ohms('driver', g.drivenFrom === 'pin-low' ? '0' : 'vcc', 'pin', g.sourceResistance)]),
        ohms('R1', from, 'anode', R1.value / g.strings),
        junctionAt(
          'D1',
          'anode',
          to,
          (D1.forwardVoltage - D1.dynamicResistance * D1.referenceCurrent) * g.ledsInSeries,
          (D1.dynamicResistance * g.ledsInSeries) / g.strings,
        ),
      ],
      points: ['anode'],
    };
  },
  working: (c) => {
    const { drop } = current(c.x);
    const dims = c.x.given.dutyCycle < 1;
    return [
      step(
        'Forward voltage',
        'Vt = Vf + k*(Ta - 25)',
        [drop, 'V'],
        { Vf: 'D1.forwardVoltage', k: 'D1.forwardTempco', Ta: 'ambient' },
        'diode near its reference current',
      ),
      step('Left for the resistor', 'Vr = Vs - n*Vt', 'headroom', { Vs: 'supplyVoltage', n: 'ledsInSeries', Vt: [drop, 'V'] }, 'Kirchhoff'),
      step(
        'LED current',
        'I = max(0, (Vr + n*rd*Iref)/(R1 + n*rd + m*Rs))',
        'ledCurrent',
        {
          Vr: 'headroom',
          n: 'ledsInSeries',
          rd: 'D1.dynamicResistance',
          Iref: 'D1.referenceCurrent',
          R1: 'R1.value',
          m: 'strings',
          Rs: 'sourceResistance',
        },
        'diode as a voltage and a slope',
      ),
      ...(dims ? [step('Average LED current', 'Ia = d*I', 'averageCurrent', { d: 'dutyCycle', I: 'ledCurrent' }, 'average')] : []),
      step('Pin current', 'Ip = m*I', 'pinCurrent', { m: 'strings', I: 'ledCurrent' }, 'sum'),
      step('Port current', 'Iq = Ip + Io', 'portCurrent', { Ip: 'pinCurrent', Io: 'portCurrentOther' }, 'sum'),
      step('Supply current', 'Iin = d*Ip', 'inputCurrent', { d: 'dutyCycle', Ip: 'pinCurrent' }, 'average'),
      step('Heat of R1', 'Pr = d*I^2*R1', 'resistorDissipation', { d: 'dutyCycle', I: 'ledCurrent', R1: 'R1.value' }, 'Joule'),
      step(
        'Heat of an LED',
        'Pd = d*I*(Vt + rd*(I - Iref))',
        'dissipation',
        { d: 'dutyCycle', I: 'ledCurrent', Vt: [drop, 'V'], rd: 'D1.dynamicResistance', Iref: 'D1.referenceCurrent' },
        'Joule',
      ),
      step(
        'Luminous intensity',
        'Iv = Iv0*Ia/Iref',
        'brightness',
        { Iv0: 'D1.luminousIntensity', Ia: 'averageCurrent', Iref: 'D1.referenceCurrent' },
        'proportional',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const low = g.drivenFrom === 'pin-low';
    const many = g.ledsInSeries > 1;
    const top =
      low || g.drivenFrom === 'rail'
        ? port(150, 40, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top')
        : port(60, 40, 'pin', `high, ${say(g.supplyVoltage, 'V')}`, 'left');
    const chain: Drawn[] = [
      part('resistor', [150, 60], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
      wire(150, 130, 150, 150),
      { sym: 'led', id: 'D1', at: [150, 150], dir: 'down', label: many ? `D1, ${g.ledsInSeries} in series` : 'D1', value: sayOut(c, 'ledCurrent', 'A') },
    ];
    return {
      width: 380,
      height: 300,
      title: g.strings > 1 ? `One of ${g.strings} equal strings` : 'Resistor and LED',
      items: [
        top,
        ...(low || g.drivenFrom === 'rail' ? [wire(150, 40, 150, 60)] : [wire(60, 40, 150, 40, 150, 60)]),
        ...chain,
        ...(low ? [wire(150, 220, 150, 250, 60, 250), port(60, 250, 'pin', 'low', 'left')] : [ground(150, 220)]),
        ...(g.strings > 1 ? [dot(150, 40)] : []),
        { sym: 'text', at: [215, 250], text: `on average ${sayOut(c, 'inputCurrent', 'A')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { D1, R1 } = parts;
    const { drop } = current(x);
    const n = g.ledsInSeries;
    return {
      elements: [
        { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: { sort: 'dc', value: g.supplyVoltage } },
        // All strings flow through the pin: one of them sees its resistance so often.
        { is: 'resistor', name: 'Rs', a: 's', b: 'pin', ohms: Math.max(g.strings * g.sourceResistance, 1e-6) },
        { is: 'resistor', name: 'R1', a: 'pin', b: 'a', ohms: R1.value },
        { is: 'resistor', name: 'rd', a: 'a', b: 'k', ohms: Math.max(n * D1.dynamicResistance, 1e-6) },
        { is: 'voltage', name: 'Vd', a: 'k', b: '0', wave: { sort: 'dc', value: n * (drop - D1.dynamicResistance * D1.referenceCurrent) } },
      ],
      out: 'a',
      band: [1, 1e5],
      time: { stop: 1e-3 },
      confirms: {
        ledCurrent: (b) => {
          const [above, below] = [b.dc('pin'), b.dc('a')];
          return !isMeasured(above) ? above : isMeasured(below) ? (above - below) / R1.value : below;
        },
      },
      differs: { ledCurrent: 'the circuit lets the string carry current backwards where the supply does not reach its LEDs' },
    };
  },
  curves: (x) => {
    const at = (supply: number) => current({ ...x, given: { ...x.given, supplyVoltage: supply } }).amps;
    return [
      {
        id: 'supply',
        title: 'Current against supply',
        x: { label: 'supply', unit: 'V', log: false, from: 0.5 * x.given.supplyVoltage, to: 1.3 * x.given.supplyVoltage },
        y: { label: 'LED current', unit: 'A' },
        points: 81,
        marks: [{ axis: 'y', value: x.parts.D1.currentRating, label: 'rating', limit: true }],
        at,
      },
    ];
  },
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit R1 and the LED',
      text: 'Solder R1, then the LED: its flat side or short lead is the cathode. A meter on diode test lights it.',
    },
    {
      id: 'current',
      act: 'probe',
      title: 'LED current',
      text: 'LED on steadily: volts across R1, divided by R1.',
      expect: { point: 'across R1, over its value', of: 'ledCurrent' },
    },
  ],
  schools:
    'Bright (10 to 20 mA) or economical (1 to 2 mA, modern LEDs); sinking into the pin (older ports sink better) or sourcing. Half the current looks like about four fifths as bright, so current is saved cheaply.',
  sources: ['diode as a voltage and a slope', 'CIE lightness law', 'data sheets of LEDs'],
};
