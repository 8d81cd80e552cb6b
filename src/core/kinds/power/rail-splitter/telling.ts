import { impedance } from './laws.ts';
import { parallel } from '../../../physics/network.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { type railSplitter, buffered } from './index.ts';

/** How rail splitter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof railSplitter> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { R1, R2, R3 } = parts;
    const vth = (g.inputVoltage * R2.value) / (R1.value + R2.value);
    const rth = parallel(R1.value, R2.value);
    return [
      step('Divider, open', 'Vth = Vin*R2/(R1 + R2)', [vth, 'V'], { Vin: 'inputVoltage', R1: 'R1.value', R2: 'R2.value' }, 'Thevenin'),
      step('Divider, from its middle', 'Rth = R1*R2/(R1 + R2)', [rth, 'ohm'], { R1: 'R1.value', R2: 'R2.value' }, 'Thevenin'),
      buffered(c)
        ? step(
            'Middle',
            'Vm = Vth - Ib*Rth + Vos - I*R3',
            'outputVoltage',
            { Vth: [vth, 'V'], Ib: 'U1.biasCurrent', Rth: [rth, 'ohm'], Vos: 'U1.offsetVoltage', I: 'loadCurrent', R3: [R3.value ?? 0, 'ohm'] },
            'follower',
          )
        : step('Middle', 'Vm = Vth - I*Rth', 'outputVoltage', { Vth: [vth, 'V'], I: 'loadCurrent', Rth: [rth, 'ohm'] }, 'Ohm'),
      step('Signal on the middle', 'Vs = I*Z', 'midModulation', { I: 'signalCurrent', Z: 'outputImpedance' }, 'Ohm'),
      step('Ripple that is left', 'Vr = Vri*10^(-A/20)', 'outputRipple', { Vri: 'inputRipple', A: 'rippleRejection' }, 'definition of the decibel'),
      step('Start-up', 't = Rth*C1*log(1/err)', 'startUpTime', { Rth: [rth, 'ohm'], C1: 'C1.value', err: 'settlingError' }, 'first-order step'),
    ];
  },
  figure: (c) => {
    const { parts } = c.x;
    const amp = buffered(c);
    const items: Drawn[] = [
      port(120, 30, 'in', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(120, 30, 160, 30),
      part('resistor', [160, 30], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
      dot(160, 100),
      part('resistor', [160, 100], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
      ground(160, 170),
      wire(160, 100, 290, 100),
      dot(220, 100),
      part('capacitor', [220, 100], 'down', 'C1', sayPart(parts.C1.value, 'F')),
      ground(220, 170),
      { sym: 'block', id: 'U1', at: [290, 74], size: [70, 52], label: amp ? 'U1' : '', value: amp ? 'follower' : 'direct' },
      part('resistor', [360, 100], 'right', 'R3', amp ? sayPart(parts.R3.value, 'ohm') : 'none', amp ? {} : { dashed: true }),
      wire(430, 100, 510, 100),
      ...(amp && parts.C2.value
        ? [dot(450, 100), part('capacitor' as const, [450, 100] as [number, number], 'down' as const, 'C2', sayPart(parts.C2.value, 'F')), ground(450, 170)]
        : [thing('capacitor', [450, 100], 'down', 'C2', 'not fitted', { dashed: true })]),
      port(510, 100, 'middle', sayOut(c, 'outputVoltage', 'V')),
    ];
    return { width: 560, height: 200, title: 'Divider, its capacitor and the follower where there is one', items };
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    if (typeof o.outputVoltage !== 'number') return null;
    const amp = g.buffer === 'op-amp';
    const { R1, R2, C1, U1, R3, C2 } = parts;
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 'in', b: '0', wave: { sort: 'dc', value: g.inputVoltage }, ac: 1 },
        { is: 'resistor', name: 'R1', a: 'in', b: 'mid', ohms: R1.value },
        { is: 'resistor', name: 'R2', a: 'mid', b: '0', ohms: R2.value },
        { is: 'capacitor', name: 'C1', a: 'mid', b: '0', farads: C1.value, esr: C1.esr },
        ...(amp
          ? [
              { is: 'current' as const, name: 'Ib', a: 'mid', b: '0', wave: { sort: 'dc' as const, value: U1.biasCurrent } },
              { is: 'voltage' as const, name: 'Vos', a: 'p', b: 'mid', wave: { sort: 'dc' as const, value: U1.offsetVoltage } },
              { is: 'opamp' as const, name: 'U1', p: 'p', n: 'fb', out: 'fb', openLoopGain: 1e7, gainBandwidth: U1.gainBandwidth },
              { is: 'resistor' as const, name: 'R3', a: 'fb', b: 'out', ohms: Math.max(R3.value ?? 0, 1e-6) },
              ...(C2.value ? [{ is: 'capacitor' as const, name: 'C2', a: 'out', b: '0', farads: C2.value, esr: C2.esr }] : []),
              { is: 'current' as const, name: 'IL', a: 'out', b: '0', wave: { sort: 'dc' as const, value: g.loadCurrent } },
            ]
          : [{ is: 'current' as const, name: 'IL', a: 'mid', b: '0', wave: { sort: 'dc' as const, value: g.loadCurrent } }]),
      ],
      out: amp ? 'out' : 'mid',
      band: [0.1, 1e5],
      time: { stop: 3 * (o.startUpTime ?? 1), start: 'rest' },
      confirms: {
        outputVoltage: (b) => b.dc(amp ? 'out' : 'mid'),
        ...(amp
          ? {}
          : {
              rippleRejection: (b) => b.loss('mid', g.rippleFrequency),
            }),
      },
    };
  },
  curves: (x) => [
    {
      id: 'impedance',
      title: 'Impedance of the middle',
      x: { label: 'frequency', unit: 'Hz', log: true, from: 1, to: 1e6 },
      y: { label: 'impedance', unit: 'ohm', log: true },
      points: 120,
      marks: [{ axis: 'x', value: x.given.signalFrequency, label: 'lowest signal' }],
      at: (f) => impedance(x, f),
    },
  ],
  bringUp: (c) => [
    {
      id: 'middle',
      act: 'probe',
      title: 'Middle',
      text: 'DC volts against ground; measure the rail at the same moment.',
      expect: { point: 'middle', of: 'outputVoltage' },
    },
    {
      id: 'signal',
      act: 'probe',
      title: 'Loudest signal',
      text: `AC on the middle, scope at 1 mV per division: no more than ${say(c.out('midModulation').high, 'V')}.`,
    },
  ],
  schools:
    'A divider for each stage (isolated, unbuffered), one buffered middle, or a true dual supply: chosen by current and crosstalk. Signal references to the middle, heavy returns to ground.',
  sources: ['Thevenin equivalent', 'Johnson noise'],
};
