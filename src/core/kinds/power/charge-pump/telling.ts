import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import type { Judged } from '../../../stage/judged.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { perAmpere } from './network.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type chargePump, pump } from './index.ts';

/** How charge pump is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof chargePump> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const inverter = g.mode === 'inverter';
    const drop = diodes(c) ? 2 * parts.D1.forwardVoltage : 0;
    const p = pump(c.x);
    return [
      step(
        'Output resistance, usual sum',
        'Rb = 1/(f*C1) + 2*(Ra + Rb) + 4*e1 + e2',
        'outputResistanceBound',
        { f: 'switchingFrequency', C1: [p.c1, 'F'], Ra: [p.in, 'ohm'], Rb: [p.out, 'ohm'], e1: [p.e1, 'ohm'], e2: [p.e2, 'ohm'] },
        'slow and fast limits added',
      ),
      step(
        'Droop, with the exact resistance',
        'Vd = I*Ro',
        'droop',
        { I: 'loadCurrent', Ro: 'outputResistance' },
        'periodic state of the two-phase network, solved exactly',
      ),
      step(
        'Output',
        `Vo = ${inverter ? '-(Vin - Vf - Vd)' : '2*Vin - Vf - Vd'}`,
        'outputVoltage',
        { Vin: 'inputVoltage', Vf: [drop, 'V'], Vd: 'droop' },
        'charge balance',
      ),
      step(
        'Input current',
        'Iin = k*I + Iq',
        'inputCurrent',
        { k: [inverter ? 1 : 2, 'count'], I: 'loadCurrent', Iq: 'U1.quiescentCurrent' },
        'charge balance',
      ),
      step(
        'All losses',
        'P = Vin*Iin - abs(Vo)*I',
        'totalDissipation',
        { Vin: 'inputVoltage', Iin: 'inputCurrent', Vo: 'outputVoltage', I: 'loadCurrent' },
        'power balance',
      ),
    ];
  },
  figure: (c) => ({
    width: 500,
    height: 200,
    title: 'Charge pump with flying and reservoir capacitor',
    items: [
      port(40, 60, 'in', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(40, 60, 120, 60),
      dot(80, 60),
      thing('capacitor', [80, 60], 'down', 'CIN', sayPart(c.x.parts.C1.value, 'F'), { side: -1 }),
      ground(80, 130),
      { sym: 'block', id: 'U1', at: [120, 35], size: [150, 50], label: 'U1', value: c.x.given.mode },
      wire(160, 85, 160, 130),
      part('capacitor', [160, 130], 'right', 'C1', sayPart(c.x.parts.C1.value, 'F')),
      wire(230, 130, 230, 85),
      { sym: 'block', id: 'D1', at: [290, 140], size: [70, 44], label: diodes(c) ? 'D1' : '', value: diodes(c) ? 'two' : 'no diodes' },
      wire(270, 60, 440, 60),
      dot(390, 60),
      part('capacitor', [390, 60], 'down', 'C2', sayPart(c.x.parts.C2.value, 'F')),
      ground(390, 130),
      port(440, 60, 'out', sayOut(c, 'outputVoltage', 'V')),
    ],
  }),
  simulate: (x, o) => {
    const { given: g } = x;
    if (g.rectifier !== 'switches' || typeof o.outputVoltage !== 'number') return null;
    const p = pump(x);
    const period = 1 / p.frequency;
    const ron = Math.max(p.in / 2, 1e-3);
    const dead = period / 1000;
    const on = { from: 0, to: period / 2 - dead, period };
    const off = { from: period / 2, to: period - dead, period };
    const sw = (name: string, a: string, b: string, closed: { from: number; to: number; period: number }) => ({
      is: 'switch' as const,
      name,
      a,
      b,
      on: ron,
      off: 1e6,
      closed,
    });
    const inverter = g.mode === 'inverter';
    const stop = 30 * period;
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 'in', b: '0', wave: { sort: 'dc', value: g.inputVoltage } },
        sw('S1', 'in', 'a', on),
        sw('S2', 'b', '0', on),
        sw('S3', 'a', inverter ? '0' : 'out', off),
        sw('S4', 'b', inverter ? 'out' : 'in', off),
        { is: 'capacitor', name: 'C1', a: 'a', b: 'b', farads: p.c1, esr: p.e1, initial: g.inputVoltage },
        { is: 'capacitor', name: 'C2', a: 'out', b: '0', farads: p.c2, esr: p.e2, initial: o.outputVoltage },
        { is: 'current', name: 'IL', a: inverter ? '0' : 'out', b: inverter ? 'out' : '0', wave: { sort: 'dc', value: g.loadCurrent } },
      ],
      out: 'out',
      band: [p.frequency / 1e3, p.frequency * 10],
      time: { stop, start: 'rest' },
      confirms: {
        outputVoltage: (b) =>
          b.over({ stop, step: period / 200, start: 'rest', outputs: ['out'] }, (t) => {
            const from = t.time.findIndex((s) => s >= stop - 4 * period);
            let [sum, span] = [0, 0];
            for (let k = from; k < t.time.length; k++) {
              const dt = t.time[k]! - t.time[k - 1]!;
              sum += ((t.signals.out![k]! + t.signals.out![k - 1]!) / 2) * dt;
              span += dt;
            }
            return sum / span;
          }),
      },
    };
  },
  curves: (x) => [
    {
      id: 'resistance',
      title: 'Output resistance over frequency',
      x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.switchingFrequency / 30, to: x.given.switchingFrequency * 30 },
      y: { label: 'output resistance', unit: 'ohm', log: true },
      points: 80,
      marks: [{ axis: 'x', value: x.given.switchingFrequency, label: 'clock' }],
      at: (frequency) => perAmpere({ ...pump(x), frequency }).resistance,
    },
  ],
  bringUp: () => [
    {
      id: 'output',
      act: 'probe',
      title: 'Output at full load',
      text: 'DC volts at C2; the slope from no load gives the output resistance.',
      expect: { point: 'C2', of: 'outputVoltage' },
    },
    {
      id: 'clock',
      act: 'probe',
      title: 'Clock',
      text: 'Frequency at the flying capacitor.',
      expect: { point: 'flying capacitor', of: 'rippleFrequency' },
    },
  ],
  schools:
    'The exact resistance or the usual sum (shown side by side); more frequency (smaller parts) or less (quiescent current); diodes and a timer, or integrated switches.',
  sources: ['charge balance of switched-capacitor networks, slow and fast switching limits'],
};

const diodes = (c: Judged) => c.x.given.rectifier === 'diodes';
