import type { Element } from '../../../circuit/netlist.ts';
import { junctionAt, ohms } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type inputProtection, inrushOhms, forward } from './index.ts';

/** How input protection is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof inputProtection> = {
  atRest: ({ given: g, parts: { F1, D1, Q1, RT1, D2 } }) => {
    const chain: [string, (a: string, b: string) => Element][] = [
      ...(g.fuse === 'none' ? [] : [['F1', (a: string, b: string) => ohms('F1', a, b, F1.resistance)] as [string, (a: string, b: string) => Element]]),
      ...(g.limiter === 'ntc' ? [['RT1', (a: string, b: string) => ohms('RT1', a, b, RT1.hotResistance)] as [string, (a: string, b: string) => Element]] : []),
      ...(g.polarity === 'series-diode'
        ? [['D1', (a: string, b: string) => junctionAt('D1', a, b, D1.forwardVoltage, D1.dynamicResistance)] as [string, (a: string, b: string) => Element]]
        : g.polarity === 'p-mosfet'
          ? [['Q1', (a: string, b: string) => ohms('Q1', a, b, Q1.onResistance)] as [string, (a: string, b: string) => Element]]
          : []),
    ];
    const nodes = ['in', ...chain.slice(0, -1).map((_, i) => `after${i + 1}`), 'out'];
    const passing = chain.length ? chain.map(([, make], i) => make(nodes[i]!, nodes[i + 1]!)) : [ohms('trace', 'in', 'out', 1e-3)];
    return {
      elements: [
        ...passing,
        ...(g.clamp === 'suppressor'
          ? [
              {
                is: 'knee' as const,
                name: 'D2',
                a: 'out',
                b: '0',
                volts: Number((D2 as { breakdownVoltage?: number }).breakdownVoltage ?? 2 * g.inputVoltage),
                ohms: 0.5,
              },
            ]
          : []),
      ],
      points: nodes.slice(1, -1),
    };
  },
  working: (c) => {
    const { given: g, parts } = c.x;
    const { F1, RT1, D2 } = parts;
    const rd = (D2.clampVoltage - D2.breakdownVoltage) / D2.clampCurrent;
    const series = (g.fuse === 'none' ? 0 : F1.resistance) + (g.limiter === 'ntc' ? RT1.hotResistance : 0);
    return [
      ...(g.fuse === 'none'
        ? []
        : [
            step(
              'What the fuse holds',
              'Ih = In*u*(1 + k*(Ta - 25))',
              'fuseHoldCurrent',
              { In: 'F1.currentRating', u: 'F1.utilisation', k: 'F1.temperatureCoefficient', Ta: 'ambient' },
              'IEC 60127, makers’ derating curves',
            ),
          ]),
      ...(c.nominal('inrushI2t') === null
        ? []
        : [
            step(
              'I²t of the inrush',
              'J = V^2*C/(2*R)',
              'inrushI2t',
              { V: [Math.max(0, g.inputVoltage - forward(c.x)), 'V'], C: 'bulkCapacitance', R: [inrushOhms(c.x), 'ohm'] },
              'energy of charging a capacitor through a resistance',
            ),
          ]),
      ...(c.nominal('dissipation') === null || g.polarity === 'none'
        ? []
        : [
            g.polarity === 'series-diode'
              ? step(
                  'Heat of D1',
                  'P = (Vf + rd*I)*I',
                  'dissipation',
                  { Vf: 'D1.forwardVoltage', rd: 'D1.dynamicResistance', I: 'loadCurrent' },
                  'piecewise linear diode',
                )
              : step(
                  'Heat of Q1, hot',
                  'P = I^2*Ron*(1 + k*(Ta - 25))/(1 - I^2*Ron*k*theta)',
                  'dissipation',
                  { I: 'loadCurrent', Ron: 'Q1.onResistance', k: 'Q1.onTempco', Ta: 'ambient', theta: 'Q1.junctionToAmbient' },
                  'on-resistance and junction solved together',
                ),
          ]),
      ...(c.nominal('outputVoltage') === null
        ? []
        : [
            step(
              'Output',
              'Vo = Vin - Vd - I*Rs',
              'outputVoltage',
              { Vin: 'inputVoltage', Vd: 'polarityDrop', I: 'loadCurrent', Rs: [series, 'ohm'] },
              'Kirchhoff',
            ),
          ]),
      ...(g.clamp === 'suppressor' && c.number('clampCurrent') > 0
        ? [
            step(
              'Current of the suppressor',
              'Ic = (Vs - Vbr)/(Rs + rd)',
              'clampCurrent',
              { Vs: 'surgeVoltage', Vbr: 'D2.breakdownVoltage', Rs: 'surgeResistance', rd: [rd, 'ohm'] },
              'piecewise linear suppressor',
            ),
            step(
              'Voltage in a surge',
              'Vc = Vbr + rd*Ic',
              'clampVoltage',
              { Vbr: 'D2.breakdownVoltage', rd: [rd, 'ohm'], Ic: 'clampCurrent' },
              'piecewise linear suppressor',
            ),
          ]
        : [step('Voltage in a surge', 'Vc = Vs', 'clampVoltage', { Vs: 'surgeVoltage' }, 'nothing conducts')]),
    ];
  },
  figure: (c) => {
    const g = c.x.given;
    const dashed = (fitted: boolean) => (fitted ? {} : { dashed: true });
    const items: Drawn[] = [
      port(30, 50, 'in', say(g.inputVoltage, 'V'), 'left'),
      wire(30, 50, 50, 50),
      part(
        g.fuse === 'resettable' ? 'resettable' : 'fuse',
        [50, 50],
        'right',
        'F1',
        g.fuse === 'none' ? 'none' : say(c.x.parts.F1.currentRating, 'A'),
        dashed(g.fuse !== 'none'),
      ),
      part('thermistor', [120, 50], 'right', 'RT1', g.limiter === 'ntc' ? say(c.x.parts.RT1.value, 'ohm') : 'none', dashed(g.limiter === 'ntc')),
      dot(200, 50),
      wire(190, 50, 220, 50),
      {
        ...part('suppressor', [200, 120], 'up', 'D2', g.clamp === 'suppressor' ? say(c.x.parts.D2.standoffVoltage, 'V') : 'none', {
          side: 1,
          ...dashed(g.clamp === 'suppressor'),
        }),
      } as Drawn,
      ground(200, 120),
      { sym: 'block', id: 'Q1', at: [300, 28], size: [60, 44], label: 'Q1', value: g.polarity === 'p-mosfet' ? '' : 'none' },
      part('diode', [220, 50], 'right', 'D1', g.polarity === 'series-diode' ? '' : 'none', dashed(g.polarity === 'series-diode')),
      wire(290, 50, 300, 50),
      wire(360, 50, 460, 50),
      dot(400, 50),
      { sym: 'polarised', at: [400, 50], dir: 'down', label: 'bulk', value: say(g.bulkCapacitance, 'F') },
      ground(400, 120),
      port(460, 50, 'out', sayOut(c, 'outputVoltage', 'V')),
    ];
    return { width: 510, height: 150, title: 'Fuse, limiter, suppressor and polarity device before the bulk capacitor', items };
  },
  simulate: (x, o) => {
    const ohms = inrushOhms(x);
    const { given: g } = x;
    const farads = g.bulkCapacitance;
    if (farads === 0 || ohms <= g.bulkEsr || typeof o.inrushPeak !== 'number') return null;
    const tau = ohms * farads;
    const run = { stop: 5 * tau, step: tau / 100, start: 'rest' as const, outputs: ['out', 'I(V1)'] };
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'dc', value: Math.max(0, g.inputVoltage - forward(x)) }, ac: 1 },
        { is: 'resistor', name: 'Rt', a: 'in', b: 'out', ohms: ohms - g.bulkEsr },
        { is: 'capacitor', name: 'Cb', a: 'out', b: '0', farads, esr: g.bulkEsr },
      ],
      out: 'out',
      band: [1, 1e6],
      time: { stop: 5 * tau, start: 'rest' },
      confirms: {
        inrushPeak: (b) => b.over(run, (t) => t.signals['I(V1)']!.reduce((m, i) => Math.max(m, Math.abs(i)), 0)),
        inrushI2t: (b) =>
          b.over(run, (t) =>
            t.time.reduce((sum, s, i) => (i ? sum + (s - t.time[i - 1]!) * ((t.signals['I(V1)']![i]! ** 2 + t.signals['I(V1)']![i - 1]! ** 2) / 2) : 0), 0),
          ),
      },
    };
  },
  bringUp: (c) => [
    {
      id: 'reversed',
      act: 'feed',
      title: 'Reversed, on purpose',
      text: 'Bench supply limited to 50 mA, turned round: no more than leakage flows, and the board stays at 0 V.',
      feed: { volts: c.x.given.inputVoltage, amps: 0.05 },
    },
    {
      id: 'output',
      act: 'probe',
      title: 'Right way round, at peak',
      text: 'DC volts behind the polarity device.',
      expect: { point: 'behind the protection', of: 'outputVoltage' },
    },
    { id: 'short', act: 'probe', title: 'Short behind the fuse', text: 'With the supply you will use: the fuse opens or the supply limits. Wear glasses.' },
  ],
  schools:
    'Fuse (sure, needs replacing), resettable (forgiving, resistive, slow, ages) or an electronic limiter; series diode (simple, lossy), Schottky, P-MOSFET (least loss), or shunt diode with fuse (no drop, blows).',
  sources: ['IEC 60127', 'UL 248 style rating', 'IEC 61000-4-5', 'ISO 7637-2 for vehicles'],
};
