import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { bandwidth, shunt } from './laws.ts';
import type { currentSense } from './index.ts';

/** How the current sense is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof currentSense> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const s = shunt(c.x);
    const common = g.side === 'high' ? g.supplyVoltage : 0;
    const amps = [g.rmsCurrent ?? g.maximumCurrent, 'A'] as const;
    const passed = [s.passed, 'ratio'] as const;
    return [
      step('Heat of the shunt', 'P = I^2*RS', 'shuntDissipation', { I: amps, RS: 'RS.value' }, 'Joule'),
      step('Its temperature', 'T = Ta + P*Rth', 'shuntTemperature', { Ta: 'ambient', P: 'shuntDissipation', Rth: 'RS.thermalResistance' }, 'thermal Ohm’s law'),
      step('Its drift', 'd = 1e-6*tc*(T - 25)', 'driftError', { tc: 'RS.temperatureCoefficient', T: 'shuntTemperature' }, 'linear drift'),
      step('Drop', 'Vs = I*(RS*(1 + d) + Rt)', 'burdenVoltage', { I: 'maximumCurrent', RS: 'RS.value', d: 'driftError', Rt: 'traceResistance' }, 'Ohm'),
      step('Output at full scale', 'V = V0 + G*k*Vs', 'outputVoltage', { V0: 'referenceLevel', G: 'U1.gain', k: passed, Vs: 'burdenVoltage' }, 'gain'),
      step('Slope', 'S = G*k*RS', 'transferGain', { G: 'U1.gain', k: passed, RS: 'RS.value' }, 'gain'),
      step(
        'Zero error',
        'Ie = (Vos + dV*abs(T - 25) + abs(Vcm - Vref)*10^(-C/20))/RS',
        'offsetCurrent',
        {
          Vos: 'U1.offsetVoltage',
          dV: 'U1.offsetDrift',
          T: 'ambient',
          Vcm: [common, 'V'],
          Vref: 'U1.commonModeReference',
          C: 'U1.commonModeRejection',
          RS: 'RS.value',
        },
        'magnitudes add',
      ),
      step('Relative to the smallest current', 'e = Ie/Imin', 'offsetError', { Ie: 'offsetCurrent', Imin: 'minimumCurrent' }, 'ratio'),
      step('One step of the converter', 'Il = Vfs/2^n/S', 'lsbCurrent', { Vfs: 'converterReference', n: 'resolution', S: 'transferGain' }, 'definition'),
      step('Heat', 'P = Ps + Vcc*Iq', 'totalDissipation', { Ps: 'shuntDissipation', Vcc: 'amplifierSupply', Iq: 'U1.quiescentCurrent' }, 'sum'),
      ...(parts.R1.value && parts.C1.value ? [] : [step('Bandwidth', 'f = fa', 'bandwidth', { fa: 'U1.bandwidth' }, 'no filter')]),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const high = g.side === 'high';
    const filter: Drawn[] = parts.R1.value
      ? [
          part('resistor', [170, 70], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
          thing('resistor', [170, 190], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
          wire(120, 70, 170, 70),
          wire(120, 190, 170, 190),
          wire(240, 70, 370, 70, 370, 112),
          wire(240, 190, 370, 190, 370, 148),
        ]
      : [wire(120, 70, 370, 70, 370, 112), wire(120, 190, 370, 190, 370, 148)];
    return {
      width: 600,
      height: 260,
      title: high ? 'Shunt in the supply' : 'Shunt in the return',
      items: [
        port(120, 30, high ? `supply ${say(g.supplyVoltage, 'V')}` : `load, ${say(g.maximumCurrent, 'A')} at most`, '', 'top'),
        wire(120, 30, 120, 95),
        dot(120, 70),
        part('resistor', [120, 95], 'down', 'RS', sayPart(parts.RS.value, 'ohm'), { side: -1 }),
        wire(120, 165, 120, 220),
        dot(120, 190),
        high ? { sym: 'text', at: [60, 240], text: `to the load, ${say(g.maximumCurrent, 'A')}` } : ground(120, 220),
        ...filter,
        ...(parts.C1.value
          ? [
              dot(290, 70),
              wire(290, 70, 290, 95),
              part('capacitor', [290, 95], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
              wire(290, 165, 290, 190),
              dot(290, 190),
            ]
          : []),
        { sym: 'block', id: 'U1', at: [345, 112], size: [90, 36], label: 'U1', value: `× ${say(parts.U1.gain, '')}` },
        wire(435, 130, 490, 130),
        port(490, 130, 'out', sayOut(c, 'outputVoltage', 'V')),
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { R1, C1, U1 } = parts;
    const s = shunt(x);
    return {
      elements: [
        { is: 'current', name: 'I', a: 'b', b: 'a', wave: { sort: 'dc', value: g.maximumCurrent }, ac: 1 },
        { is: 'resistor', name: 'RS', a: 'a', b: 'b', ohms: s.warm + g.traceResistance },
        { is: 'resistor', name: 'G', a: 'b', b: '0', ohms: 1e-6 },
        { is: 'resistor', name: 'R1p', a: 'a', b: 'p', ohms: Math.max(R1.value ?? 0, 1e-6) },
        { is: 'resistor', name: 'R1n', a: 'b', b: 'n', ohms: Math.max(R1.value ?? 0, 1e-6) },
        ...(R1.value && C1.value ? [{ is: 'capacitor' as const, name: 'C1', a: 'p', b: 'n', farads: C1.value }] : []),
        { is: 'resistor', name: 'Rin', a: 'p', b: 'n', ohms: 2 * U1.inputResistance },
        { is: 'vcvs', name: 'U1', a: 'x', b: 'ref', p: 'p', n: 'n', gain: U1.gain },
        { is: 'voltage', name: 'V0', a: 'ref', b: '0', wave: { sort: 'dc', value: g.referenceLevel } },
        { is: 'resistor', name: 'Rp', a: 'x', b: 'out', ohms: 1000, quiet: true },
        { is: 'capacitor', name: 'Cp', a: 'out', b: '0', farads: 1 / (2 * Math.PI * 1000 * U1.bandwidth) },
      ],
      out: 'out',
      band: [U1.bandwidth / 1e5, 10 * U1.bandwidth],
      time: { stop: 10 / bandwidth(x) },
      confirms: { outputVoltage: (b) => b.dc('out'), bandwidth: (b) => b.corner('out', bandwidth(x) / 1e4, 10 * bandwidth(x)) },
    };
  },
  curves: (x, _env, o) => [
    {
      id: 'error',
      title: 'Error over current',
      x: { label: 'current', unit: 'A', log: true, from: x.given.minimumCurrent / 10, to: Math.max(x.given.maximumCurrent, 2 * x.given.minimumCurrent) },
      y: { label: 'error of the reading', unit: 'ratio', log: true },
      points: 81,
      marks: [{ axis: 'x', value: x.given.minimumCurrent, label: 'smallest of interest' }],
      at: (amps) => Math.abs(o.gainError ?? 0) + ((o.offsetCurrent ?? 0) + (o.lsbCurrent ?? 0)) / amps,
    },
  ],
  bringUp: (c) => [
    {
      id: 'zero',
      act: 'probe',
      title: 'No current',
      text: `Load off: the output stands at ${say(c.x.given.referenceLevel, 'V')} and what the zero error makes.`,
    },
    {
      id: 'full',
      act: 'probe',
      title: 'Full scale',
      text: `${say(c.x.given.maximumCurrent, 'A')} from a bench supply, its own meter or one in series beside it: DC volts at the output. Note slope and zero for the calibration.`,
      expect: { point: 'output', of: 'outputVoltage' },
    },
  ],
  schools: 'In the return (cheap, the ground shifts, shorts to ground are missed), or in the supply (sees everything, needs common-mode range).',
  sources: ['Ohm’s law', 'IEC 60028 copper'],
};
