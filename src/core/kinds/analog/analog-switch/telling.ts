import { dot, ground, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { closed, crosstalk, isolation } from './laws.ts';
import type { analogSwitch } from './index.ts';

/** How the analog switch is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof analogSwitch> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const s = closed(c.x);
    const open = !Number.isFinite(s.load);
    const rp = [s.rp, 'ohm'] as const;
    const farads = [s.farads, 'F'] as const;
    return [
      ...(open
        ? []
        : [
            step('Gain', 'G = RL/(Rs + Ron + RL)', 'gain', { RL: [s.load, 'ohm'], Rs: 'sourceResistance', Ron: 'U1.onResistance' }, 'divider'),
            step('Loss', 'e = G - 1', 'gainError', { G: 'gain' }, 'definition'),
            step('Difference between channels', 'm = dR/Rt', 'channelMismatch', { dR: 'U1.onMatch', Rt: [s.total, 'ohm'] }, 'divider'),
            step(
              'Distortion',
              'd = (dRon*2*A/V)/(4*Rt)',
              'distortion',
              { dRon: 'U1.onFlatness', A: 'signalAmplitude', V: 'supplySpan', Rt: [s.total, 'ohm'] },
              'one-term expansion: on-resistance straight over the span',
            ),
          ]),
      ...(c.nominal('bandwidth') === null ? [] : [step('Bandwidth', 'f = 1/(2*pi*Rp*C)', 'bandwidth', { Rp: rp, C: farads }, 'one pole')]),
      step('Settling', 't = Rp*C*log(2^(n + 1))', 'settlingTime', { Rp: rp, C: farads, n: 'resolution' }, 'exponential to half a step'),
      step('Step at switching', 'V = Q/(CL + Cd)', 'chargeError', { Q: 'U1.chargeInjection', CL: 'loadCapacitance', Cd: 'U1.drainCapacitance' }, 'charge'),
      step('Error from leakage', 'V = Il*2^((T - 25)/10)*Rp', 'leakageError', { Il: 'U1.leakage', T: 'ambient', Rp: rp }, 'doubles every 10 K'),
      step(
        'To the upper end',
        'Vl = Vp - Vr - Vin - A',
        'headroomHigh',
        { Vp: 'positiveSupply', Vr: 'U1.signalRangeHigh', Vin: 'inputLevel', A: 'signalAmplitude' },
        'sum',
      ),
      step(
        'Largest hold capacitor',
        'C = t/(Rp*log(2^(n + 1))) - Con',
        'holdMaximum',
        { t: 'settlingAllowed', Rp: rp, n: 'resolution', Con: 'U1.onCapacitance' },
        'exponential to half a step',
      ),
      ...(g.loadCapacitance + parts.U1.drainCapacitance > 0 && open
        ? [
            step(
              'Droop',
              'dV = Il*2^((T - 25)/10)/(CL + Cd)',
              'droop',
              { Il: 'U1.leakage', T: 'ambient', CL: 'loadCapacitance', Cd: 'U1.drainCapacitance' },
              'charge',
            ),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    return {
      width: 560,
      height: 220,
      title: 'Switch between source and load',
      items: [
        port(60, 70, 'in', `${say(g.signalAmplitude, 'V')} peak`, 'left'),
        wire(60, 70, 90, 70),
        thing('resistor', [90, 70], 'right', 'source', say(g.sourceResistance, 'ohm')),
        wire(160, 70, 200, 70),
        { sym: 'block', id: 'U1', at: [200, 44], size: [90, 52], label: 'U1', value: say(parts.U1.onResistance, 'ohm') },
        wire(290, 70, 480, 70),
        dot(340, 70),
        thing(
          'resistor',
          [340, 70],
          'down',
          'load',
          g.loadResistance === null ? 'open' : say(g.loadResistance, 'ohm'),
          g.loadResistance === null ? { dashed: true } : {},
        ),
        ground(340, 140),
        dot(430, 70),
        thing('capacitor', [430, 70], 'down', 'C', say(g.loadCapacitance, 'F')),
        ground(430, 140),
        port(480, 70, 'out', ''),
        { sym: 'text', at: [200, 190], text: `settles in ${sayOut(c, 'settlingTime', 's')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { U1 } = parts;
    const s = closed(x);
    const top = s.rp * s.farads > 0 ? 1 / (2 * Math.PI * s.rp * s.farads) : 1e9;
    const load = Number.isFinite(s.load) ? s.load : 1e12;
    return {
      elements: [
        {
          is: 'voltage',
          name: 'Vin',
          a: 's',
          b: '0',
          wave: { sort: 'sine', offset: g.inputLevel, amplitude: g.signalAmplitude, frequency: g.signalFrequency },
          ac: 1,
        },
        { is: 'resistor', name: 'Rs', a: 's', b: 'in', ohms: Math.max(g.sourceResistance, 1e-6) },
        { is: 'resistor', name: 'U1', a: 'in', b: 'out', ohms: U1.onResistance },
        { is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: load },
        ...(s.farads > 0 ? [{ is: 'capacitor' as const, name: 'C', a: 'out', b: '0', farads: s.farads }] : []),
        // The open switch beside it, into a load of its own.
        { is: 'resistor', name: 'Ro', a: 's', b: 'oi', ohms: Math.max(g.sourceResistance, 1e-6) },
        { is: 'capacitor', name: 'Co', a: 'oi', b: 'off', farads: U1.offCapacitance },
        { is: 'resistor', name: 'RLo', a: 'off', b: '0', ohms: load },
        { is: 'capacitor', name: 'CLo', a: 'off', b: '0', farads: g.loadCapacitance + U1.drainCapacitance },
      ],
      out: 'out',
      band: [Math.min(1, top / 1e4), 100 * top],
      time: { stop: 4 / g.signalFrequency },
      confirms: {
        gain: (b) => b.gain('out', Math.min(1, top / 1e4)),
        ...(s.farads > 0 ? { bandwidth: (b) => b.corner('out', top / 1e4, 100 * top) } : {}),
        offIsolation: (b) => {
          const left = b.gain('off', g.signalFrequency);
          return typeof left === 'number' ? -20 * Math.log10(left) : left;
        },
      },
    };
  },
  curves: (x) => [
    {
      id: 'isolation',
      title: 'Isolation over frequency',
      x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.signalFrequency / 100, to: x.given.signalFrequency * 1e4 },
      y: { label: 'isolation', unit: 'dB' },
      points: 81,
      marks: [{ axis: 'y', value: x.given.minimumOffIsolation, label: 'wanted', limit: true }],
      at: (f) => isolation(x, f),
    },
    {
      id: 'crosstalk',
      title: 'Crosstalk over frequency',
      x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.signalFrequency / 100, to: x.given.signalFrequency * 1e4 },
      y: { label: 'kept from the next channel', unit: 'dB' },
      points: 81,
      marks: [],
      at: (f) => crosstalk(x, f),
    },
  ],
  bringUp: (c) => [
    {
      id: 'level',
      act: 'probe',
      title: 'Each channel',
      text: `A steady ${say(c.x.given.inputLevel, 'V')} through each channel in turn: the reading loses no more than ${say(Math.abs(c.out('gainError').low ?? 0), 'ratio')} of it.`,
    },
    { id: 'open', act: 'probe', title: 'Isolation', text: 'Signal on a neighbour that is closed, this channel open: what is left at the output.' },
    { id: 'hold', act: 'probe', title: 'Hold', text: 'Close on a level, open, and watch it with the load that will be there.' },
  ],
  schools:
    'In series into a high resistance with a buffer, or switching current at a virtual ground; several in parallel for less resistance add charge and capacitance.',
  sources: ['node equations', 'one-term distortion expansion'],
};
