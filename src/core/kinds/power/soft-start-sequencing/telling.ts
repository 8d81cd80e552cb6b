import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type softStartSequencing, enable, bulk } from './index.ts';

/** How soft start sequencing is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof softStartSequencing> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { U1, C3 } = parts;
    const e = enable(c.x);
    const steps: StepsOf<typeof softStartSequencing> = [
      step('Stored in C2', 'E = C*V^2/2', 'storedEnergy', { C: [bulk(c.x), 'F'], V: 'outputVoltage' }, 'energy of a capacitor'),
    ];
    if (c.nominal('enableDelay') !== null)
      steps.push(
        step(
          'Enable delay',
          'td = -R*C*log(1 - Vth/V)',
          'enableDelay',
          { R: [e.ohms, 'ohm'], C: [e.farads, 'F'], Vth: 'U1.enableThreshold', V: [e.volts, 'V'] },
          'step response of an RC',
        ),
      );
    if (g.rampMode === 'capacitor')
      steps.push(
        step(
          'Ramp',
          'tr = C3*Vref/I',
          'rampTime',
          { C3: [C3.value ?? 0, 'F'], Vref: [U1.softStartReference ?? 0, 'V'], I: 'U1.softStartCurrent' },
          'capacitor charged by a current',
        ),
      );
    if (g.rampMode !== 'none' && c.nominal('inrushCurrent') !== null)
      steps.push(step('Into C2', 'Ic = C*V/tr', 'inrushCurrent', { C: [bulk(c.x), 'F'], V: 'outputVoltage', tr: 'rampTime' }, 'charge over time'));
    return steps;
  },
  figure: (c) => ({
    width: 500,
    height: 210,
    title: 'Enable network, stage and bulk capacitor',
    items: [
      port(40, 40, 'source', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(40, 40, 230, 40),
      dot(80, 40),
      part('resistor', [80, 40], 'down', 'R1', sayPart(c.x.parts.R1.value, 'ohm'), { side: -1 }),
      dot(80, 110),
      part('capacitor', [80, 110], 'down', 'C1', sayPart(c.x.parts.C1.value, 'F'), { side: -1 }),
      ground(80, 180),
      wire(80, 110, 200, 110, 200, 70, 230, 70),
      { sym: 'block', id: 'U1', at: [230, 20], size: [100, 70], label: 'U1', value: c.x.given.rampMode },
      ...(c.x.parts.C3.value
        ? [
            wire(280, 90, 280, 110),
            part('capacitor' as const, [280, 110] as [number, number], 'down' as const, 'C3', sayPart(c.x.parts.C3.value, 'F')),
            ground(280, 180),
          ]
        : []),
      wire(330, 40, 440, 40),
      dot(390, 40),
      part('capacitor', [390, 40], 'down', 'C2', sayPart(c.x.parts.C2.value, 'F')),
      ground(390, 110),
      port(440, 40, 'rail', sayOut(c, 'readyTime', 's')),
    ],
  }),
  simulate: (x, o) => {
    if (typeof o.enableDelay !== 'number' || o.enableDelay <= 0) return null;
    const {
      given: g,
      parts: { R1, C1, U1 },
    } = x;
    const farads = C1.value * C1.biasRetention;
    const stop = 3 * o.enableDelay;
    return {
      elements: [
        { is: 'voltage', name: 'Ve', a: 'in', b: '0', wave: { sort: 'dc', value: g.enableVoltage ?? g.inputVoltage }, ac: 1 },
        { is: 'resistor', name: 'R1', a: 'in', b: 'en', ohms: R1.value },
        { is: 'capacitor', name: 'C1', a: 'en', b: '0', farads, initial: 0 },
        ...(Number.isFinite(U1.enablePullDown) ? [{ is: 'resistor' as const, name: 'Rp', a: 'en', b: '0', ohms: U1.enablePullDown }] : []),
      ],
      out: 'en',
      band: [0.1, 1e5],
      time: { stop, start: 'rest' },
      confirms: {
        enableDelay: (b) =>
          b.over({ stop, step: stop / 2000, start: 'rest', outputs: ['en'] }, (t) => {
            const k = t.signals.en!.findIndex((v) => v >= U1.enableThreshold);
            return k < 0 ? stop : t.time[k]!;
          }),
      },
    };
  },
  bringUp: (c) => [
    {
      id: 'order',
      act: 'probe',
      title: 'Order',
      text: 'Trigger on the source, a channel on each enable and rail: the delay, the ramp, and who comes first.',
      expect: { point: 'enable delay', of: 'enableDelay' },
    },
    {
      id: 'inrush',
      act: 'probe',
      title: 'Source current',
      text: `Shunt in the source lead: no more than ${say(c.out('sourcePeakCurrent').high, 'A')} while it rises.`,
    },
    {
      id: 'gap',
      act: 'probe',
      title: 'A short interruption',
      text: `Take the source away for ${say(c.must('shortestOffTime').low, 's')}: does the order hold?`,
    },
  ],
  schools:
    'A power-good chain (orderly, slow), RC delays (cheap, overlapping) or a sequencer; soft start in the stage or a load switch; a discharge diode or a supervisor.',
  sources: ['step response of RC networks', 'USB inrush rules'],
};
