import { ohms, plates } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { indicated, resistance, codesPerKelvin, selfHeating, slope } from './laws.ts';
import { ZERO_CELSIUS } from '../../../physics/constants.ts';
import type { thermistorInput } from './index.ts';

export const telling: Telling<typeof thermistorInput> = {
  atRest: ({ given: g, parts: { R1, NTC, C1 }, ambient }) => {
    const warm = NTC.value * Math.exp(NTC.beta * (1 / (ambient + 273.15) - 1 / 298.15));
    const [top, bottom] = g.position === 'bottom' ? (['R1', 'NTC'] as const) : (['NTC', 'R1'] as const);
    const value = { R1: R1.value, NTC: warm };
    return {
      elements: [ohms(top, 'vcc', 'out', value[top]), ohms(bottom, 'out', '0', value[bottom]), ...plates('C1', 'out', '0', C1.value)],
    };
  },
  working: (c) => {
    const { given: g, parts } = c.x;
    const kelvin = (celsius: number) => [celsius + ZERO_CELSIUS, 'K'] as const;
    const r1 = 'R1.value' as const;
    const at = (t: number) => [resistance(c.x, t), 'ohm'] as const;
    const middle = (g.rangeLow + g.rangeHigh) / 2;
    const [cold, hot] = [at(g.rangeLow), at(g.rangeHigh)];
    const [bc, bh] = [[slope(c.x, g.rangeLow), '1/K'] as const, [slope(c.x, g.rangeHigh), '1/K'] as const];
    const heated = [resistance(c.x, g.measuredTemperature + selfHeating(c.x, g.measuredTemperature)) + 2 * g.leadResistance, 'ohm'] as const;
    const read = indicated(c.x, c.x, g.measuredTemperature);
    const scale = g.ratiometric ? 1 : g.supplyVoltage / g.referenceVoltage;
    return [
      g.model === 'beta'
        ? step(
            'Resistance',
            'R = R0*exp(B*(1/T - 1/T0))',
            'ntcResistance',
            { R0: 'NTC.value', B: 'NTC.beta', T: kelvin(g.measuredTemperature), T0: kelvin(25) },
            'beta equation',
          )
        : step(
            'Temperature of the resistance',
            'T = 1/(a + b*log(R/k) + c*log(R/k)^3)',
            kelvin(g.measuredTemperature),
            { a: 'NTC.a', b: 'NTC.b', c: 'NTC.c', R: 'ntcResistance', k: 'NTC.scale' },
            'Steinhart–Hart equation',
          ),
      step(
        'At the node',
        g.position === 'bottom' ? 'V = Vs*R/(R + R1)' : 'V = Vs*R1/(R + R1)',
        'nodeVoltage',
        { Vs: 'supplyVoltage', R: 'ntcResistance', R1: r1 },
        'divider',
      ),
      step('Code', 'N = V/Vr*2^n', 'code', { V: 'nodeVoltage', Vr: g.ratiometric ? 'supplyVoltage' : 'referenceVoltage', n: 'resolution' }, 'not rounded'),
      step(
        'Self-heating',
        'd = q*Vs^2*R/(R + R1)^2/k',
        'selfHeating',
        { q: 'poweredShare', Vs: 'supplyVoltage', R: 'ntcResistance', R1: r1, k: 'dissipationConstant' },
        'power over the dissipation constant',
      ),
      ...(read === null || g.model !== 'beta' || g.inputLeakage !== 0 || scale !== 1
        ? []
        : [
            step(
              'Error',
              'e = 1/(1/T0 + log(Rh/R0)/B) - T',
              'temperatureError',
              { T0: kelvin(25), Rh: heated, R0: 'NTC.value', B: 'NTC.beta', T: kelvin(g.measuredTemperature) },
              'what firmware makes of the heated bead and its leads',
            ),
          ]),
      step(
        'Codes for a kelvin',
        'n = 2^b*R1*R*s/(R + R1)^2',
        'codesPerKelvin',
        { b: 'resolution', R1: r1, R: 'ntcResistance', s: [slope(c.x, g.measuredTemperature), '1/K'] },
        'slope of the divider',
      ),
      step(
        'Codes for a kelvin, coldest',
        'n = 2^b*R1*R*s/(R + R1)^2',
        'codesPerKelvinCold',
        { b: 'resolution', R1: r1, R: cold, s: bc },
        'slope of the divider',
      ),
      step('Codes for a kelvin, hottest', 'n = 2^b*R1*R*s/(R + R1)^2', 'codesPerKelvinHot', { b: 'resolution', R1: r1, R: hot, s: bh }, 'slope of the divider'),
      step('Codes for a kelvin, least', 'n = min(nc, nh)', 'minimumCodesPerKelvin', { nc: 'codesPerKelvinCold', nh: 'codesPerKelvinHot' }, 'the poorer end'),
      ...(c.nominal('equalEndsResistance') === null
        ? []
        : [
            step(
              'R1 for equal ends',
              'R = (sqrt(Rc*sc)*Rh - sqrt(Rh*sh)*Rc)/(sqrt(Rh*sh) - sqrt(Rc*sc))',
              'equalEndsResistance',
              { Rc: cold, sc: bc, Rh: hot, sh: bh },
              'equal slopes at both ends',
            ),
          ]),
      ...(c.nominal('linearisingResistance') === null
        ? []
        : [
            step(
              'R1 for a straight middle',
              'R = Rm*(B - 2*T)/(B + 2*T)',
              'linearisingResistance',
              { Rm: at(middle), B: [slope(c.x, middle) * (middle + ZERO_CELSIUS) ** 2, 'K'], T: kelvin(middle) },
              'turning point in the middle',
            ),
          ]),
      step('Source resistance', 'Rs = R*R1/(R + R1)', 'sourceResistance', { R: 'ntcResistance', R1: r1 }, 'parallel resistors'),
      ...(parts.C1.value > 0 ? [step('Time constant', 't = Rs*C1', 'timeConstant', { Rs: 'sourceResistance', C1: 'C1.value' }, 'RC')] : []),
      step('Current', 'I = Vs/(R + R1)', 'current', { Vs: 'supplyVoltage', R: 'ntcResistance', R1: r1 }, 'Ohm'),
      step('Average current', 'I = q*Id', 'averageCurrent', { q: 'poweredShare', Id: 'current' }, 'for its share of time'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const low = g.position === 'bottom';
    const resistor = (y: number) => part('resistor', [160, y], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 });
    const bead = (y: number) => part('thermistor', [160, y], 'down', 'NTC', sayPart(parts.NTC.value, 'ohm'), { side: -1 });
    return {
      width: 540,
      height: 330,
      title: low ? 'Thermistor to ground' : 'Thermistor to the supply',
      items: [
        port(160, 40, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
        wire(160, 40, 160, 60),
        low ? resistor(60) : bead(60),
        wire(160, 130, 160, 190),
        dot(160, 160),
        low ? bead(190) : resistor(190),
        ground(160, 260),
        wire(160, 160, 400, 160),
        ...(parts.C1.value > 0
          ? [dot(280, 160), wire(280, 160, 280, 180), part('capacitor', [280, 180], 'down', 'C1', sayPart(parts.C1.value, 'F')), ground(280, 250)]
          : []),
        port(400, 160, 'converter', sayOut(c, 'nodeVoltage', 'V')),
        { sym: 'text', at: [150, 312], text: `${sayOut(c, 'minimumCodesPerKelvin', '1/K')} at the poorer end`, value: true },
      ],
    };
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    const bead = { is: 'resistor', name: 'NTC', ohms: resistance(x, g.measuredTemperature) } as const;
    const series = { is: 'resistor', name: 'R1', ohms: parts.R1.value } as const;
    const [top, bottom] = g.position === 'bottom' ? [series, bead] : [bead, series];
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 'supply', b: '0', wave: { sort: 'dc', value: g.supplyVoltage }, ac: 1 },
        { ...top, a: 'supply', b: 'node' },
        { ...bottom, a: 'node', b: '0' },
        ...(parts.C1.value > 0 ? ([{ is: 'capacitor', name: 'C1', a: 'node', b: '0', farads: parts.C1.value, initial: 0 }] as const) : []),
      ],
      out: 'node',
      band: [0.1, 1e5],
      time: { stop: parts.C1.value > 0 ? 6 * o.timeConstant! : 1e-3, start: 'rest' },
      confirms: {
        nodeVoltage: (b) => b.dc('node'),
        ...(parts.C1.value > 0
          ? {
              timeConstant: (b) => {
                const corner = b.corner('node', 0.001 / o.timeConstant!, 100 / o.timeConstant!);
                return typeof corner === 'number' ? 1 / (2 * Math.PI * corner) : corner;
              },
            }
          : {}),
      },
    };
  },
  curves: (x, env) => {
    const { given: g } = x;
    const range = { label: 'temperature', unit: 'degC', log: false, from: g.rangeLow, to: g.rangeHigh } as const;
    const rest = (change: object) => ({ ...x, parts: { ...x.parts, ...change } });
    return [
      {
        id: 'codes',
        title: 'Codes for a kelvin',
        x: range,
        y: { label: 'codes for a kelvin', unit: '1/K' },
        points: 121,
        marks: [{ axis: 'y', value: 1 / g.resolutionWanted, label: 'wanted', limit: true }],
        at: (t) => codesPerKelvin(x, t),
      },
      {
        id: 'error',
        title: 'Error of a warmer, stiffer bead: one percent more resistance',
        x: range,
        y: { label: 'error', unit: 'K' },
        points: 121,
        marks: [
          { axis: 'y', value: g.errorLimit, label: 'allowed', limit: true },
          { axis: 'y', value: -g.errorLimit, label: 'allowed', limit: true },
        ],
        at: (t) => (indicated(rest({ NTC: { ...x.parts.NTC, value: 1.01 * x.parts.NTC.value, scale: 1.01 * x.parts.NTC.scale } }), env.nominal, t) ?? NaN) - t,
      },
    ];
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit the divider', text: 'Solder R1 and C1, and join the thermistor.' },
    {
      id: 'node',
      act: 'probe',
      title: 'At the node',
      text: 'Voltmeter of 10 MΩ at the node, the bead at the temperature entered.',
      expect: { point: 'node', of: 'nodeVoltage' as const },
    },
    {
      id: 'error',
      act: 'probe',
      title: 'Error',
      text: 'Ice water, and a warm bath beside a thermometer one trusts: firmware’s reading less the true temperature.',
      expect: { point: 'firmware', of: 'temperatureError' as const },
    },
    {
      id: 'heating',
      act: 'probe',
      title: 'Self-heating',
      text: 'Take the supply off for a minute and read at once: what the reading then rises by is the self-heating.',
    },
  ],
  schools: 'Two numbers, three constants or a table; equal ends or a straight middle; a constant or a pulsed supply.',
  sources: ['Steinhart–Hart equation', 'IEC 60539-1: thermistors'],
};
