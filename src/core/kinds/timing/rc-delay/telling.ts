import { passes } from '../../../circuit/measure.ts';
import type { Element } from '../../../circuit/netlist.ts';
import { stepWave } from '../../../circuit/netlist.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { network } from './laws.ts';
import type { rcDelay } from './index.ts';

export const telling: Telling<typeof rcDelay> = {
  working: (c) => {
    const n = network(c.x);
    const { parts } = c.x;
    const charged = { Rc: [n.charging, 'ohm'] as const, C: [n.farads, 'F'] as const };
    const rises = c.nominal('riseDelay') !== null;
    const td = 'U1.propagationDelay' as const;
    return [
      step('Resting voltage', 'Vi = Vs - Il*Rc', 'restingVoltage', { Vs: 'supplyVoltage', Il: [n.leak, 'A'], Rc: [n.charging, 'ohm'] }, 'Ohm'),
      step('Threshold', 'Vr = k*Vs', [n.rising, 'V'], { k: 'U1.thresholdRising', Vs: 'supplyVoltage' }, 'share of the supply'),
      step('Reach', 'q = Vi/Vr', 'thresholdReach', { Vi: 'restingVoltage', Vr: [n.rising, 'V'] }, 'ratio'),
      ...(rises
        ? [
            step(
              'Rising delay',
              't = Rc*C*log(Vi/(Vi - Vr)) + td',
              'riseDelay',
              { ...charged, Vi: 'restingVoltage', Vr: [n.rising, 'V'], td },
              'first-order exponential',
            ),
            step('Error of the delay', 'e = t/t0 - 1', 'delayError', { t: 'riseDelay', t0: 'delay' }, 'relative error'),
            step(
              'Slowness of the edge',
              's = Rc*C/(Vi - Vr)',
              'edgeSlowness',
              { ...charged, Vi: 'restingVoltage', Vr: [n.rising, 'V'] },
              'slope of the exponential',
            ),
          ]
        : []),
      ...(n.diode || n.slow === 0
        ? []
        : [
            step(
              'Falling delay',
              't = Rd*C*log(Vi/Vf) + td',
              'fallDelay',
              { Rd: [n.slow, 'ohm'], C: [n.farads, 'F'], Vi: 'restingVoltage', Vf: [n.falling, 'V'], td },
              'first-order exponential',
            ),
          ]),
      ...(n.diode && n.resting > n.letsGo && n.falling < n.letsGo
        ? [
            step(
              'Falling delay, diode first',
              't = Rf*C*log((Vi - Vp)/(Vx - Vp)) + Rd*C*log(Vx/Vf) + td',
              'fallDelay',
              {
                Rf: [n.fast, 'ohm'],
                C: [n.farads, 'F'],
                Vi: 'restingVoltage',
                Vp: [n.held, 'V'],
                Vx: [n.letsGo, 'V'],
                Rd: [n.slow, 'ohm'],
                Vf: [n.falling, 'V'],
                td,
              },
              'two exponentials, the diode lets go between',
            ),
          ]
        : []),
      ...(rises && c.nominal('fallDelay') !== null
        ? [step('Rising less falling', 'dt = t1 - t2', 'delayDifference', { t1: 'riseDelay', t2: 'fallDelay' }, 'difference')]
        : []),
      ...(c.nominal('contactCurrent') === null
        ? []
        : [step('Contact current', 'I = Vi/R2', 'contactCurrent', { Vi: 'restingVoltage', R2: [parts.R2.value ?? 0, 'ohm'] }, 'Ohm')]),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const n = network(c.x);
    const shift = g.purpose === 'phase-shift';
    const series = (parts.R3.value ?? 0) > 0;
    const node = 220;
    const head: Drawn[] = shift
      ? [
          port(60, 110, 'in', say(g.sourceResistance, 'ohm'), 'left'),
          wire(60, 110, 100, 110),
          part('resistor', [100, 110], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
          wire(170, 110, node, 110),
        ]
      : [
          port(node, 20, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
          part('resistor', [node, 30], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
          wire(node, 20, node, 30),
          wire(node, 100, node, 110),
        ];
    const diode: Drawn[] = !n.diode
      ? []
      : shift
        ? [
            dot(90, 110),
            wire(90, 110, 90, 50, 100, 50),
            part('diode', [170, 50], 'left', 'D1', say(parts.D1.forwardVoltage, 'V'), { side: -1 }),
            wire(170, 50, 190, 50, 190, 110),
            dot(190, 110),
          ]
        : [
            dot(node, 25),
            wire(node, 25, 130, 25, 130, 30),
            part('diode', [130, 100], 'up', 'D1', say(parts.D1.forwardVoltage, 'V'), { side: -1 }),
            wire(130, 100, 130, 105, node, 105),
          ];
    const button: Drawn[] = n.debounce
      ? [
          wire(node, 110, 150, 110),
          ...(n.r2 > 0
            ? [part('resistor', [80, 110], 'right', 'R2', sayPart(parts.R2.value, 'ohm')), wire(80, 110, 60, 110, 60, 140)]
            : [wire(150, 110, 60, 110, 60, 140)]),
          { sym: 'button', at: [60, 140], dir: 'down', label: '', value: '' },
          ground(60, 210),
        ]
      : [];
    return {
      width: 520,
      height: 260,
      title: n.debounce ? 'Push button into a gate' : shift ? 'Edge shifted into a gate' : 'Delay from the supply',
      items: [
        ...head,
        ...diode,
        ...button,
        dot(node, 110),
        part('capacitor', [node, 110], 'down', 'C1', sayPart(parts.C1.value, 'F')),
        ground(node, 180),
        ...(series
          ? [wire(node, 110, 270, 110), part('resistor', [270, 110], 'right', 'R3', sayPart(parts.R3.value, 'ohm')), wire(340, 110, 380, 110)]
          : [wire(node, 110, 380, 110)]),
        { sym: 'block', id: 'U1', at: [380, 85], size: [70, 50], label: 'U1', value: parts.U1.schmitt ? 'Schmitt' : 'gate' },
        wire(450, 110, 480, 110),
        port(480, 110, 'out', ''),
        { sym: 'text', at: [262, 220], text: `rises in ${sayOut(c, 'riseDelay', 's')}, falls in ${sayOut(c, 'fallDelay', 's')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const n = network(x);
    if (!(n.resting > n.rising)) return null;
    const rise = n.charging * n.farads * Math.log(n.resting / (n.resting - n.rising));
    const charge: Element[] = [
      { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: stepWave(g.supplyVoltage, rise * 1e-6) },
      { is: 'resistor', name: 'R1', a: 's', b: 'c', ohms: n.charging },
      { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: n.farads, initial: 0 },
      { is: 'current', name: 'Il', a: 'c', b: '0', wave: { sort: 'dc', value: n.leak } },
    ];
    const stop = 4 * rise;
    return {
      elements: charge,
      out: 'c',
      band: [0.01 / rise, 100 / rise],
      time: { stop, start: 'rest' },
      confirms: {
        riseDelay: (b) => b.over({ stop, step: stop / 4000, start: 'rest', outputs: ['c'] }, (t) => passes(t, 'c', n.rising) + parts.U1.propagationDelay),
      },
    };
  },
  curves: (x) => {
    const n = network(x);
    const span = 3 * x.given.delay;
    const threshold = (value: number, label: string) => ({ axis: 'y' as const, value, label });
    return [
      {
        id: 'rise',
        title: 'Node rising',
        x: { label: 'time', unit: 's', log: false, from: 0, to: span },
        y: { label: 'node', unit: 'V' },
        points: 121,
        marks: [threshold(n.rising, 'threshold'), { axis: 'x', value: x.given.delay, label: 'delay wanted' }],
        at: (t) => n.resting * -Math.expm1(-t / (n.charging * n.farads)),
      },
      {
        id: 'fall',
        title: 'Node falling',
        x: { label: 'time', unit: 's', log: false, from: 0, to: span },
        y: { label: 'node', unit: 'V' },
        points: 121,
        marks: [threshold(n.falling, 'threshold')],
        at: (t) => n.leftAfter(t),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the parts', text: 'Solder R1, R3 and C1, then D1 with its cathode at the driving side.' },
    {
      id: 'rise',
      act: 'probe',
      title: 'Rising delay',
      text: 'Two channels, ×10 probes: from the input or the supply rising to the output of the gate.',
      ...(c.nominal('riseDelay') === null ? {} : { expect: { point: 'input to output of the gate', of: 'riseDelay' as const } }),
    },
    {
      id: 'again',
      act: 'probe',
      title: 'Once more',
      text: 'A reset: with dips of the supply as short as the shortest. A push button: fifty presses with the screen left standing.',
    },
  ],
  schools: 'RC with a Schmitt gate; a supervisor chip for resets, wherever data can be damaged; debouncing in software.',
  sources: ['first-order exponentials', 'data sheets of logic families: input transition rise and fall rate'],
};
