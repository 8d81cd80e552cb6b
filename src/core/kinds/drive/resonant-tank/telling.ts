import { onResistanceAt } from '../../../physics/hot-switch.ts';
import { draw } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import type { Simulation } from '../../../stage/contract.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { resonantTank } from './index.ts';
import { allowed, chokeShare, inPath, isSeries, swing, TAPPED } from './laws.ts';

type Steps = StepsOf<typeof resonantTank>;

export const telling: Telling<typeof resonantTank> = {
  atRest: (x) => {
    const s = swing(x);
    return { elements: [draw('Q1', 'in', '0', typeof s === 'string' ? 1e-3 : Math.max(s.input, 1e-6), 0.5 * x.given.supplyVoltage)] };
  },
  working: (c) => {
    const { given: g, parts } = c.x;
    const s = swing(c.x);
    const first: Steps = [step('Impedance of the tank', 'Z = sqrt(L/C)', 'characteristicImpedance', { L: 'L1.value', C: 'C1.value' }, 'definition')];
    if (typeof s === 'string')
      return [...first, step('Product of the tank', 'p = L*C', [parts.L1.value * parts.C1.value, ''], { L: 'L1.value', C: 'C1.value' }, 'definition')];
    const w = 2 * Math.PI * s.frequency;
    const ron = [onResistanceAt(parts.Q1.onResistance, parts.Q1.onTempco, s.junction), 'ohm'] as const;
    const hot = [
      step(
        'On-resistance, hot',
        'Ron = R0*(1 + a*(T - 25))',
        ron,
        { R0: 'Q1.onResistance', a: 'Q1.onTempco', T: 'junctionTemperature' },
        'settled with the junction it heats',
      ),
    ] as Steps;
    const tail: Steps = [
      step('Heat of a device', 'Pd = I^2/2*Ron', 'dissipation', { I: [isSeries(c.x) ? s.circulating : s.input, 'A'], Ron: ron }, 'each carries its half'),
      step('Junction', 'T = Ta + Rth*Pd', 'junctionTemperature', { Ta: 'ambient', Rth: 'Q1.junctionToAmbient', Pd: 'dissipation' }, 'thermal path'),
      step('Heat of the coil', 'Pl = I^2*Rs', 'coilDissipation', { I: 'circulatingCurrent', Rs: 'L1.dcr' }, 'Joule'),
      step(
        'Capacitor stands',
        'Va = min(Vr, sqrt(P/(2*pi*f*C*t)), I/(2*pi*f*C))',
        'allowedCapacitorVoltage',
        { Vr: 'C1.voltageRating', P: 'C1.dissipationRating', f: 'frequency', C: 'C1.value', t: 'C1.lossTangent', I: 'C1.rippleCurrentRating' },
        'rating, heat and current',
      ),
    ];
    if (isSeries(c.x)) {
      const m = inPath(c.x);
      const v1 = [(m * Math.SQRT2 * g.supplyVoltage) / Math.PI, 'V'] as const;
      const rt = [g.loadResistance! + parts.L1.dcr + parts.C1.lossTangent / (w * parts.C1.value) + m * ron[0], 'ohm'] as const;
      return [
        ...first,
        step('Quality', 'Q = Z/(R + Rs)', 'quality', { Z: 'characteristicImpedance', R: 'loadResistance', Rs: 'L1.dcr' }, 'definition'),
        ...hot,
        step('Fundamental', 'V1 = m*sqrt(2)/pi*V', v1, { m: [m, ''], V: 'supplyVoltage' }, 'Fourier series of the square wave'),
        step(
          'All resistance',
          'Rt = R + Rs + t/(2*pi*f*C) + m*Ron',
          rt,
          { R: 'loadResistance', Rs: 'L1.dcr', t: 'C1.lossTangent', f: 'frequency', C: 'C1.value', m: [m, ''], Ron: ron },
          'in series',
        ),
        step(
          'Circulating current',
          'I = V1/sqrt(Rt^2 + (2*pi*f*L - 1/(2*pi*f*C))^2)',
          'circulatingCurrent',
          { V1: v1, Rt: rt, f: 'frequency', L: 'L1.value', C: 'C1.value' },
          'impedance of the series tank',
        ),
        step('Capacitor voltage', 'Vc = I/(2*pi*f*C)', 'capacitorVoltage', { I: 'circulatingCurrent', f: 'frequency', C: 'C1.value' }, 'Ohm'),
        step('Output power', 'Po = I^2*R', 'outputPower', { I: 'circulatingCurrent', R: 'loadResistance' }, 'Joule'),
        step('Supply current', 'Iin = I^2*Rt/V', 'inputCurrent', { I: 'circulatingCurrent', Rt: rt, V: 'supplyVoltage' }, 'power'),
        step('Peak current of a device', 'Ip = sqrt(2)*I', 'peakCurrent', { I: 'circulatingCurrent' }, 'of a sine'),
        step(
          'Heat of the capacitor',
          'Pc = I^2*t/(2*pi*f*C)',
          'capacitorDissipation',
          { I: 'circulatingCurrent', t: 'C1.lossTangent', f: 'frequency', C: 'C1.value' },
          'loss tangent',
        ),
        ...tail,
        step('Heat', 'Pt = 2*m*Pd + Pl + Pc', 'totalDissipation', { m: [m, ''], Pd: 'dissipation', Pl: 'coilDissipation', Pc: 'capacitorDissipation' }, 'sum'),
      ];
    }
    const tapped = g.topology === 'push-pull-tapped';
    const load = g.loadResistance === null ? 0 : 1 / g.loadResistance;
    const leak = [load + (parts.L1.dcr * parts.C1.value) / parts.L1.value + w * parts.C1.value * parts.C1.lossTangent, 'S'] as const;
    const path = [ron[0] + parts.L2.dcr / (tapped ? 1 : 2), 'ohm'] as const;
    const k = tapped ? 1 : 2;
    return [
      ...first,
      step('Frequency', 'f = sqrt(1/(L*C) - (Rs/L)^2)/(2*pi)', 'frequency', { L: 'L1.value', C: 'C1.value', Rs: 'L1.dcr' }, 'zero phase of the loaded tank'),
      step(
        'Conductance of all losses',
        'G = Gl + Rs*C/L + 2*pi*f*C*t',
        leak,
        { Gl: [load, 'S'], Rs: 'L1.dcr', C: 'C1.value', L: 'L1.value', f: 'frequency', t: 'C1.lossTangent' },
        'load, coil and capacitor across the tank',
      ),
      step('Quality', 'Q = 1/(G*Z)', 'quality', { G: leak, Z: 'characteristicImpedance' }, 'definition'),
      ...hot,
      step('In the feed', 'R = Ron + Rc/k', path, { Ron: ron, Rc: 'L2.dcr', k: [k, ''] }, 'device and choke'),
      step(
        'Supply current',
        'I = pi^2*G/2*V/(1 + pi^2*G/2*R)',
        'inputCurrent',
        { G: leak, V: 'supplyVoltage', R: path },
        'current-fed parallel-resonant inverter',
      ),
      step(
        'Capacitor voltage',
        'Vc = pi*(V - I*R)/sqrt(2)',
        'capacitorVoltage',
        { V: 'supplyVoltage', I: 'inputCurrent', R: path },
        'mean of the feed is the supply',
      ),
      step(
        'Circulating current',
        'Il = Vc/sqrt(Rs^2 + (2*pi*f*L)^2)',
        'circulatingCurrent',
        { Vc: 'capacitorVoltage', Rs: 'L1.dcr', f: 'frequency', L: 'L1.value' },
        'impedance of the coil',
      ),
      step('Capacitor current', 'Ic = 2*pi*f*C*Vc', 'capacitorCurrent', { f: 'frequency', C: 'C1.value', Vc: 'capacitorVoltage' }, 'Ohm'),
      step('Output power', 'Po = Vc^2*Gl', 'outputPower', { Vc: 'capacitorVoltage', Gl: [load, 'S'] }, 'Joule'),
      step('Peak across a device', 'Vp = pi*V', 'peakVoltage', { V: 'supplyVoltage' }, 'half sine whose mean is the supply'),
      step(
        'Choke ripple',
        'dI = c*(V - I*R)/(f*L2)',
        'chokeRipple',
        { c: [chokeShare(c.x), ''], V: 'supplyVoltage', I: 'inputCurrent', R: path, f: 'frequency', L2: 'L2.value' },
        'volt-seconds above the mean',
      ),
      step('Choke peak', 'Ik = I/k + dI/2', 'chokePeak', { I: 'inputCurrent', k: [k, ''], dI: 'chokeRipple' }, 'share of the feed and half the ripple'),
      step(
        'Peak current of a device',
        'Ip = I + c1*(V - I*R)/(f*L2)*h',
        'peakCurrent',
        { I: 'inputCurrent', c1: [TAPPED, ''], V: 'supplyVoltage', R: path, f: 'frequency', L2: 'L2.value', h: [tapped ? 1 / 2 : 1, ''] },
        'feed and its ripple',
      ),
      step(
        'Heat of the capacitor',
        'Pc = Vc^2*2*pi*f*C*t',
        'capacitorDissipation',
        { Vc: 'capacitorVoltage', f: 'frequency', C: 'C1.value', t: 'C1.lossTangent' },
        'loss tangent',
      ),
      ...tail,
      step(
        'Heat',
        'Pt = 2*Pd + Pl + Pc + I^2*Rc/k',
        'totalDissipation',
        { Pd: 'dissipation', Pl: 'coilDissipation', Pc: 'capacitorDissipation', I: 'inputCurrent', Rc: 'L2.dcr', k: [k, ''] },
        'sum',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const series = isSeries(c.x);
    const items: Drawn[] = series
      ? [
          port(40, 70, 'in', say(g.supplyVoltage, 'V'), 'left'),
          wire(40, 70, 60, 70),
          { sym: 'block', id: 'Q1', at: [60, 45], size: [80, 50], label: 'Q1', value: 'bridge' },
          wire(140, 70, 160, 70),
          part('inductor', [160, 70], 'right', 'L1', sayPart(parts.L1.value, 'H')),
          part('capacitor', [240, 70], 'right', 'C1', sayPart(parts.C1.value, 'F')),
          wire(230, 70, 240, 70),
          wire(310, 70, 330, 70),
          thing('resistor', [330, 70], 'down', 'load', g.loadResistance === null ? 'not said' : say(g.loadResistance, 'ohm')),
          ground(330, 140),
        ]
      : [
          port(60, 30, 'in', say(g.supplyVoltage, 'V'), 'left'),
          wire(60, 30, 90, 30),
          part('inductor', [90, 30], 'right', 'L2', sayPart(parts.L2.value, 'H')),
          wire(160, 30, 190, 30, 190, 60, 205, 60),
          part('inductor', [205, 60], 'right', 'L1', sayPart(parts.L1.value, 'H')),
          dot(205, 60),
          dot(275, 60),
          wire(205, 60, 205, 120),
          wire(275, 60, 275, 120),
          part('capacitor', [205, 120], 'right', 'C1', sayPart(parts.C1.value, 'F')),
          { sym: 'block', id: 'Q1', at: [180, 160], size: [120, 50], label: 'Q1', value: 'two, crossed' },
          wire(205, 120, 205, 160),
          wire(275, 120, 275, 160),
          ground(240, 225),
          wire(240, 210, 240, 225),
        ];
    return {
      width: 620,
      height: 270,
      title: series ? 'Series tank on a bridge' : 'Current-fed push-pull tank',
      items: [
        ...items,
        { sym: 'text', at: [420, 60], text: sayOut(c, 'frequency', 'Hz'), value: true },
        { sym: 'text', at: [420, 84], text: `${sayOut(c, 'circulatingCurrent', 'A')} in the coil` },
        { sym: 'text', at: [420, 108], text: `${sayOut(c, 'capacitorVoltage', 'V')} on the capacitor` },
        { sym: 'text', at: [420, 132], text: `${sayOut(c, 'peakVoltage', 'V')} across a device` },
      ],
    };
  },
  simulate: (x): Simulation | null => {
    const s = swing(x);
    if (typeof s === 'string') return null;
    const { given: g, parts } = x;
    const { L1, C1 } = parts;
    const w = 2 * Math.PI * s.frequency;
    if (isSeries(x)) {
      const m = inPath(x);
      return {
        elements: [
          {
            is: 'voltage',
            name: 'V1',
            a: 's',
            b: '0',
            wave: { sort: 'sine', offset: 0, amplitude: (2 * m * g.supplyVoltage) / Math.PI, frequency: s.frequency },
            ac: (m * Math.SQRT2 * g.supplyVoltage) / Math.PI,
          },
          { is: 'inductor', name: 'L1', a: 's', b: 'a', henries: L1.value, dcr: L1.dcr },
          { is: 'capacitor', name: 'C1', a: 'a', b: 'b', farads: C1.value, esr: C1.lossTangent / (w * C1.value) },
          { is: 'resistor', name: 'R', a: 'b', b: '0', ohms: g.loadResistance! + m * onResistanceAt(parts.Q1.onResistance, parts.Q1.onTempco, s.junction) },
        ],
        out: 'b',
        band: [s.frequency / 10, s.frequency * 10],
        time: { stop: 20 / s.frequency },
        confirms: {
          circulatingCurrent: (b) => {
            const volts = b.gain('b', s.frequency);
            return typeof volts === 'number' ? volts / (g.loadResistance! + m * onResistanceAt(parts.Q1.onResistance, parts.Q1.onTempco, s.junction)) : volts;
          },
        },
      };
    }
    // The tank fed with the fundamental of a square current: twice over π of the feed, peak.
    return {
      elements: [
        {
          is: 'current',
          name: 'I1',
          a: '0',
          b: 't',
          wave: { sort: 'sine', offset: 0, amplitude: (2 / Math.PI) * s.input, frequency: s.frequency },
          ac: (Math.SQRT2 / Math.PI) * s.input,
        },
        { is: 'inductor', name: 'L1', a: 't', b: '0', henries: L1.value, dcr: L1.dcr },
        { is: 'capacitor', name: 'C1', a: 't', b: '0', farads: C1.value },
        {
          is: 'resistor',
          name: 'Rl',
          a: 't',
          b: '0',
          ohms: 1 / ((g.loadResistance === null ? 0 : 1 / g.loadResistance) + w * C1.value * C1.lossTangent + 1e-12),
        },
      ],
      out: 't',
      band: [s.frequency / 10, s.frequency * 10],
      time: { stop: (8 * s.quality) / s.frequency },
      confirms: { capacitorVoltage: (b) => b.gain('t', s.frequency) },
      ...(s.quality < 4 ? { differs: { capacitorVoltage: 'at low quality the coil’s own resistance bends the sine' } } : {}),
    };
  },
  curves: (x) => {
    const s = swing(x);
    if (typeof s === 'string') return [];
    const f = s.frequency;
    return [
      {
        id: 'capacitor',
        title: 'What the capacitor stands, against frequency',
        x: { label: 'frequency', unit: 'Hz', log: true, from: f / 10, to: f * 10 },
        y: { label: 'capacitor stands, rms', unit: 'V' },
        points: 61,
        marks: [
          { axis: 'x', value: f, label: 'here' },
          { axis: 'y', value: s.capacitorVolts, label: 'has' },
        ],
        at: (hz) => allowed(x, hz),
      },
    ];
  },
  bringUp: () => [
    { id: 'look', act: 'fit', title: 'Look before power', text: 'Gate clamps, coil and its joints; nothing metallic near the coil, rings off.' },
    {
      id: 'frequency',
      act: 'probe',
      title: 'Frequency',
      text: 'Scope at a drain, 10x probe of enough rating.',
      expect: { point: 'drain of a device', of: 'frequency' },
    },
    {
      id: 'peak',
      act: 'probe',
      title: 'Peak across a device',
      text: 'In steps up to the full voltage.',
      expect: { point: 'drain of a device, peak', of: 'peakVoltage' },
    },
  ],
  hurts: true,
  schools:
    'A self-oscillating push-pull (few parts, follows its load, no control) or a driven bridge with a series tank (controlled by its frequency, more parts).',
  sources: ['Fourier series of the square wave', 'current-fed parallel-resonant inverters of power electronics textbooks', 'definition of the loss tangent'],
};
