import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type crowbarClamp, clamps, zener, clamp } from './index.ts';

/** How crowbar clamp is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof crowbarClamp> = {
  working: (c) => {
    const k = clamp(c.x);
    if (!clamps(c)) {
      const steps: StepsOf<typeof crowbarClamp> = [step('Trigger level', 'Vt = V1', 'standoffVoltage', { V1: 'Q1.triggerVoltage' }, 'trigger circuit')];
      if (c.nominal('peakVoltage') !== null)
        steps.push(
          step(
            'Highest rail',
            'Vp = min(Vf, Vt + s*t)',
            'peakVoltage',
            { Vf: 'faultVoltage', Vt: 'Q1.triggerVoltage', s: 'slope', t: 'Q1.triggerDelay' },
            'the rail rises until the thyristor has fired',
          ),
        );
      return steps;
    }
    return [
      step(
        'Current of the clamp',
        'I = max(0, (abs(Vf) - a)/(Rf + R1 + r))',
        'clampCurrent',
        { Vf: 'faultVoltage', a: [k.level, 'V'], Rf: 'faultResistance', R1: 'R1.value', r: [k.slope, 'ohm'] },
        'piecewise linear clamp',
      ),
      step('Heat of R1', 'P = I^2*R1', 'resistorDissipation', { I: 'clampCurrent', R1: 'R1.value' }, 'Joule'),
      step(
        'Heat of the clamp',
        'Pc = (u + r*I)*I',
        'clampDissipation',
        { u: [k.device, 'V'], r: [k.slope, 'ohm'], I: 'clampCurrent' },
        'drop across the device itself',
      ),
      step(
        'Error by leakage',
        'Ve = Il*2^((T - 25)/10)*(Rs + R1)',
        'leakageError',
        { Il: 'D1.leakage', T: 'ambient', Rs: 'sourceResistance', R1: 'R1.value' },
        'leakage doubles every 10 K',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const bar = g.clampTo === 'crowbar';
    const items: Drawn[] = [
      port(40, 60, 'in', say(g.faultVoltage, 'V'), 'left'),
      wire(40, 60, 70, 60),
      ...(bar
        ? [part('fuse', [70, 60], 'right', 'F1', say(parts.F1.currentRating, 'A'))]
        : [part('resistor', [70, 60], 'right', 'R1', sayPart(parts.R1.value, 'ohm'))]),
      wire(140, 60, 290, 60),
      dot(180, 60),
      { sym: 'diode', id: 'D1', at: [180, 130], dir: 'up', label: 'D1', value: g.clampTo === 'rail-diodes' ? 'to the rail too' : '', side: -1 } as Drawn,
      ground(180, 130),
      dot(240, 60),
      {
        sym: 'zener',
        id: 'Z1',
        at: [240, 130],
        dir: 'up',
        label: 'Z1',
        value: zener(c) ? say(parts.Z1.clampVoltage, 'V') : '',
        ...(zener(c) ? {} : { dashed: true }),
      } as Drawn,
      ground(240, 130),
      part('resistor', [290, 60], 'right', bar ? 'R1' : 'R2', bar ? 'not used' : sayPart(parts.R2.value, 'ohm')),
      wire(360, 60, 440, 60),
      port(440, 60, bar ? 'rail' : 'pin', sayOut(c, bar ? 'peakVoltage' : 'clampVoltage', 'V')),
      { sym: 'block', id: 'Q1', at: [380, 90], size: [70, 36], label: 'Q1', value: bar ? '' : 'none' },
      ...(bar
        ? [{ sym: 'block' as const, id: 'R2', at: [300, 90] as [number, number], size: [60, 36] as [number, number], label: 'R2' }]
        : [{ sym: 'block' as const, id: 'F1', at: [300, 90] as [number, number], size: [60, 36] as [number, number], label: 'F1', value: 'none' }]),
    ];
    return { width: 490, height: 160, title: 'Series resistor, clamp and pin', items };
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    if (g.clampTo === 'crowbar' || !o.clampCurrent) return null;
    const k = clamp(x);
    const sign = g.faultVoltage > 0 ? 1 : -1;
    return {
      elements: [
        { is: 'voltage', name: 'Vf', a: 'in', b: '0', wave: { sort: 'dc', value: g.faultVoltage }, ac: 1 },
        { is: 'resistor', name: 'R1', a: 'in', b: 'node', ohms: g.faultResistance + parts.R1.value },
        { is: 'resistor', name: 'r', a: 'node', b: 'clamp', ohms: Math.max(k.slope, 1e-6), quiet: true },
        { is: 'voltage', name: 'Vc', a: 'clamp', b: '0', wave: { sort: 'dc', value: sign * k.level } },
      ],
      out: 'node',
      band: [1, 1e6],
      time: { stop: 1e-3 },
      confirms: { clampVoltage: (b) => b.dc('node') },
    };
  },
  bringUp: (c) => [
    {
      id: 'fault',
      act: 'probe',
      title: 'The fault, before the chip is fitted',
      text: 'From a supply limited to 10 mA: volts at the clamped node. Then with the chip, and watch the rail for a rise.',
      ...(clamps(c) ? { expect: { point: 'clamped node', of: 'clampVoltage' } } : {}),
    },
  ],
  schools:
    'Clamp to the rails (fast, precise, lifts the rail) or to ground (safe rail, softer, leaks); a resistor only (chips rated for injection), or an external clamp.',
  sources: ['piecewise diode models', 'pulse power of clamps by the square-root law', 'adiabatic fuse I²t'],
};
