import { stepWave } from '../../../circuit/netlist.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { stateVariableFilter } from './index.ts';
import { elements, frequencyAt, loopOf, nodeOf, Variable } from './laws.ts';

/** How the state-variable filter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof stateVariableFilter> = {
  working: (c) => {
    const { given: g } = c.x;
    const l = loopOf(c.x);
    const { frequency } = new Variable(c.x).ideal;
    const tau = { T1: [l.tau1, 's'] as const, T2: [l.tau2, 's'] as const };
    const d = 1 + l.a * l.e1 + l.b * l.e1 * l.e2;
    const free = g.tuning === 'controlled';
    return [
      step(
        'From the band-pass output',
        'a = (1 + R3/R1 + R3/R2)*R5/(R4 + R5)',
        [l.a, ''],
        { R1: 'R1.value', R2: 'R2.value', R3: 'R3.value', R4: 'R4.value', R5: 'R5.value' },
        'summing amplifier',
      ),
      step(
        'Frequency of the parts',
        'f = sqrt(R3/(R2*T1*T2*D))/(2*pi)',
        'idealCentreFrequency',
        { R3: 'R3.value', R2: 'R2.value', ...tau, D: [d, ''] },
        'two integrators in a loop',
      ),
      step(
        'Quality of the parts',
        'Q = 2*pi*f*D/(a/T1 + b*(e1/T2 + e2/T1))',
        'idealQuality',
        { f: [frequency, 'Hz'], D: [d, ''], a: [l.a, ''], b: [l.b, ''], e1: [l.e1, ''], e2: [l.e2, ''], ...tau },
        'two integrators in a loop',
      ),
      step('Gain, low-pass', 'A = R2/R1', 'lowGain', { R1: 'R1.value', R2: 'R2.value' }, 'far below'),
      step('Gain, high-pass', 'A = R3/R1/D', 'highGain', { R1: 'R1.value', R3: 'R3.value', D: [d, ''] }, 'far above'),
      step(
        'Clips at an input of',
        'V = (Vcc/2 - Vr/2 - Vh)/A',
        'maximumInput',
        { Vcc: 'supplyVoltage', Vr: 'supplyRipple', Vh: 'U1.headroom', A: 'peakGain' },
        'trough of the rail',
      ),
      ...(g.tuning.startsWith('switched') ? [step('Step of a switch', 'V = Q/C1', 'switchStep', { Q: 'S1.chargeInjection', C1: 'C1.value' }, 'charge')] : []),
      ...(free
        ? [
            step(
              'Control current',
              'I = I0*2^(V/Vo*(298.15/K)*(1 + tc*(K - 298.15)))',
              'controlCurrent',
              { I0: 'referenceCurrent', V: 'controlVoltage', Vo: 'voltsPerOctave', K: [c.x.ambient + 273.15, ''], tc: 'scaleTempco' },
              'exponential law',
            ),
            step('Signal at a transconductance', 'V = Vs*R9/(R8 + R9)', 'differentialInput', { Vs: 'outputSwing', R8: 'R8.value', R9: 'R9.value' }, 'divider'),
          ]
        : []),
      free
        ? step(
            'Current of a copy',
            'I = 3*Iq + I2 + 4*Im',
            'copyCurrent',
            { Iq: 'U1.quiescentCurrent', I2: 'U2.quiescentCurrent', Im: 'largestControlCurrent' },
            'two integrators, mirror and amplifier',
          )
        : step('Current of a copy', 'I = 3*Iq', 'copyCurrent', { Iq: 'U1.quiescentCurrent' }, 'three op amps'),
      step('Current of all copies', 'I = n*I1', 'totalCurrent', { n: 'copies', I1: 'copyCurrent' }, 'sum'),
    ];
  },
  figure: (c) => {
    const { given: g, parts: p } = c.x;
    const free = g.tuning === 'controlled';
    const r = (id: 'R1' | 'R2' | 'R3' | 'R4' | 'R5' | 'R6' | 'R7', at: [number, number], dir: 'right' | 'down' | 'left', side?: 1 | -1): Drawn =>
      part('resistor', at, dir, id, sayPart(p[id].value, 'ohm'), side ? { side } : {});
    const amp = (x: number, y: number): Drawn => ({ sym: 'symbol', as: 'opamp', id: 'U1', at: [x, y], label: 'U1', flip: 'over' });
    const integrator = (x: number, id: 'C1' | 'C2', rid: 'R6' | 'R7'): Drawn[] => [
      ...(free
        ? ([{ sym: 'block', id: 'U2', at: [x, 165], size: [80, 40], label: 'U2', value: 'gm' }] as Drawn[])
        : [wire(x - 5, 185, x, 185), r(rid, [x, 185], 'right')]),
      wire(free ? x + 80 : x + 70, 185, x + 120, 185),
      dot(x + 95, 185),
      wire(x + 95, 185, x + 95, 95, x + 125, 95),
      part('capacitor', [x + 125, 95], 'right', id, sayPart(p[id].value, 'F')),
      wire(x + 195, 95, x + 220, 95, x + 220, 200, x + 204, 200),
      amp(x + 120, 200),
      wire(x + 120, 215, x + 105, 215, x + 105, 235),
      ground(x + 105, 235),
      dot(x + 220, 200),
    ];
    return {
      width: 920,
      height: 440,
      title: 'Summing amplifier and two integrators in a loop',
      items: [
        port(50, 185, 'in', ''),
        wire(50, 185, 60, 185),
        r('R1', [60, 185], 'right'),
        wire(130, 185, 190, 185),
        dot(155, 185),
        dot(170, 185),
        wire(155, 185, 155, 35, 420, 35),
        r('R2', [420, 35], 'right'),
        wire(490, 35, 860, 35, 860, 200),
        wire(170, 185, 170, 95, 185, 95),
        r('R3', [185, 95], 'right'),
        wire(255, 95, 290, 95, 290, 200, 274, 200),
        dot(290, 200),
        amp(190, 200),
        wire(190, 215, 165, 215, 165, 290),
        dot(165, 290),
        r('R5', [165, 290], 'down', -1),
        ground(165, 360),
        wire(165, 290, 330, 290),
        r('R4', [330, 290], 'right'),
        wire(400, 290, 565, 290, 565, 200),
        wire(290, 200, 310, 200, 310, 185, 340, 185),
        ...integrator(345, 'C1', 'R6'),
        ...(free ? [wire(340, 185, 345, 185)] : []),
        wire(565, 200, 600, 200, 600, 185, 635, 185),
        ...integrator(640, 'C2', 'R7'),
        ...(free ? [wire(635, 185, 640, 185)] : []),
        wire(290, 200, 290, 330, 310, 330),
        port(310, 330, 'high', ''),
        wire(565, 290, 565, 330, 585, 330),
        dot(565, 290),
        port(585, 330, 'band', ''),
        wire(860, 200, 860, 330, 870, 330),
        port(870, 330, 'low', ''),
        ...(free
          ? [
              wire(385, 205, 385, 262, 360, 262),
              port(360, 262, 'control', '', 'left'),
              { sym: 'block', id: 'R8', at: [330, 375], size: [80, 42], label: 'R8', value: sayPart(p.R8.value, 'ohm') } as Drawn,
              { sym: 'block', id: 'R9', at: [430, 375], size: [80, 42], label: 'R9', value: sayPart(p.R9.value, 'ohm') } as Drawn,
            ]
          : []),
        ...(g.tuning.startsWith('switched')
          ? [{ sym: 'block', id: 'S1', at: [330, 375], size: [80, 42], label: 'S1', value: say(p.S1.onResistance, 'ohm') } as Drawn]
          : []),
        { sym: 'text', at: [690, 410], text: `${sayOut(c, 'centreFrequency', 'Hz')}, Q ${sayOut(c, 'quality', '')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const v = new Variable(x);
    const f0 = v.ideal.frequency;
    const net = elements(x).map((e) =>
      e.is === 'opamp' && !Number.isFinite(e.openLoopGain) ? { ...e, openLoopGain: 1e7, gainBandwidth: Math.max(1e9, f0 * 1e6) } : e,
    );
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: stepWave(1), ac: 1 }, ...net],
      out: nodeOf(x.given.output),
      band: [f0 / 100, f0 * 100],
      time: { stop: 8 / f0, start: 'rest' },
      confirms: { lowGain: (b) => b.gain('low', f0 / 1e4) },
    };
  },
  curves: (x) => {
    const v = new Variable(x);
    const { given: g } = x;
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from: g.centreFrequency / 100, to: g.centreFrequency * 100 };
    const marks = [{ axis: 'x' as const, value: g.centreFrequency, label: 'frequency wanted' }];
    const out = (node: 'low' | 'band' | 'high', title: string) => ({
      id: node,
      title,
      x: axis,
      y: { label: 'gain', unit: 'dB' as const },
      points: 161,
      marks,
      at: (f: number) => toDb(v.real.gain(node, f)),
    });
    return [
      out('low', 'Low-pass output'),
      out('band', 'Band-pass output'),
      out('high', 'High-pass output'),
      ...(g.tuning === 'controlled' && g.controlHigh > g.controlLow
        ? [
            {
              id: 'law',
              title: 'Frequency over control',
              x: { label: 'control voltage', unit: 'V' as const, log: false, from: g.controlLow, to: g.controlHigh },
              y: { label: 'frequency', unit: 'Hz' as const, log: true },
              points: 61,
              marks: [],
              at: (volts: number) => frequencyAt(x, volts),
            },
          ]
        : []),
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit one copy', text: 'Solder the op amps with their supply capacitors, then the loop. One copy first.' },
    {
      id: 'peak',
      act: 'probe',
      title: 'Frequency',
      text: 'Sine sweep at the band-pass output: frequency of its peak.',
      ...(c.nominal('centreFrequency') === null ? {} : { expect: { point: 'band-pass output', of: 'centreFrequency' as const } }),
    },
    {
      id: 'current',
      act: 'probe',
      title: 'Current of a copy',
      text: 'Supply current with one copy fitted.',
      expect: { point: 'in series with the rail', of: 'copyCurrent' },
    },
    {
      id: 'copies',
      act: 'probe',
      title: 'Copies',
      text: `The peak of each copy at one control voltage: they lie within ${sayOut(c, 'frequencySpread', 'cent')}.`,
    },
  ],
  schools: 'Quality by R4 (apart from the frequency, used here), or at the summing node. Each copy tuned in software, or matched parts.',
  sources: ['Kerwin, Huelsman and Newcomb 1967', 'tanh law of the bipolar differential pair', 'finite gain-bandwidth in two-integrator loops'],
};
