import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { bridge, droop, edges, loss, railImpedance } from './laws.ts';
import type { classDAmplifier } from './index.ts';

/** How the class-D amplifier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof classDAmplifier> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const b = bridge(c.x);
    const lc = g.output === 'lc';
    const hum = step('Hum', 'Vh = Vr*10^(-A/20)', 'outputRipple', { Vr: 'inputRipple', A: 'U1.rippleRejection' }, 'definition of the decibel');
    const warm = step(
      'Junction',
      'Tj = Ta + Pd*Rth',
      'junctionTemperature',
      { Ta: 'ambient', Pd: 'dissipation', Rth: 'U1.junctionToAmbient' },
      'thermal Ohm’s law',
    );
    if (!Number.isFinite(g.loadResistance)) return [hum, warm];
    const amps = [b.amps, 'A'] as const;
    const basis = g.dissipationBasis === 'full-power' ? b.amps : b.amps / Math.sqrt(8);
    return [
      step(
        'Largest peak',
        'Vp = M*h*RL/(RL + b*(Ron + dcr))',
        'outputPeak',
        { M: 'U1.maximumModulation', h: [b.half, 'V'], RL: 'loadResistance', b: [b.halves, 'ratio'], Ron: 'U1.onResistance', dcr: [b.dcr, 'ohm'] },
        'divider',
      ),
      step('Power', 'P = Vp^2/(2*RL)', 'outputPower', { Vp: 'outputPeak', RL: 'loadResistance' }, 'sine'),
      step('Efficiency', 'eta = P/(P + Pl)', 'efficiency', { P: 'outputPower', Pl: [loss(c.x, b, b.amps), 'W'] }, 'definition'),
      step(
        'Heat',
        'Pd = P0 + I^2/2*b*Ron + Pe',
        'dissipation',
        { P0: 'idleLoss', I: [basis, 'A'], b: [b.halves, 'ratio'], Ron: 'U1.onResistance', Pe: [edges(c.x, b, basis), 'W'] },
        'sine averages',
      ),
      warm,
      step('Supply current', 'I = (P + Pl)/Vb', 'supplyCurrent', { P: 'outputPower', Pl: [loss(c.x, b, b.amps), 'W'], Vb: [b.bus, 'V'] }, 'power balance'),
      ...(b.halves === 2
        ? [
            step(
              'Droop of the rail',
              'dV = M*I*Z',
              'supplyDroop',
              { M: 'U1.maximumModulation', I: amps, Z: [railImpedance(c.x, 2 * g.lowestFrequency), 'ohm'] },
              'current at twice the lowest frequency',
            ),
          ]
        : [
            step(
              'Droop of the rail',
              'dV = I*Z1 + M/2*I*Z2',
              'supplyDroop',
              {
                M: 'U1.maximumModulation',
                I: amps,
                Z1: [railImpedance(c.x, g.lowestFrequency), 'ohm'],
                Z2: [railImpedance(c.x, 2 * g.lowestFrequency), 'ohm'],
              },
              'currents at the lowest frequency and twice it',
            ),
          ]),
      ...(lc
        ? [
            step(
              'Ripple current',
              'dI = Vb/(4*L1*fs)',
              'rippleCurrent',
              { Vb: [b.bus, 'V'], L1: [parts.L1.value ?? 0, 'H'], fs: 'switchingFrequency' },
              'volt-seconds at rest',
            ),
            step(
              'Corner of the filter',
              'f = 1/(2*pi*sqrt(L1*C1))',
              'filterCorner',
              { L1: [parts.L1.value ?? 0, 'H'], C1: [parts.C1.value ?? 0, 'F'] },
              'resonance',
            ),
            step(
              'Its quality',
              'Q = RL/b*sqrt(C1/L1)',
              'filterQuality',
              { RL: 'loadResistance', b: [b.halves, 'ratio'], C1: [parts.C1.value ?? 0, 'F'], L1: [parts.L1.value ?? 0, 'H'] },
              'loaded resonance',
            ),
            step(
              'Carrier left',
              'dV = dI/(8*fs*C1)',
              'carrierRipple',
              { dI: 'rippleCurrent', fs: 'switchingFrequency', C1: [parts.C1.value ?? 0, 'F'] },
              'charge of a triangle',
            ),
          ]
        : []),
      step('Peak current', 'Ip = I + dI/2', 'peakCurrent', { I: amps, dI: [b.ripple, 'A'] }, 'sum'),
      hum,
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const lc = g.output === 'lc';
    return {
      width: 640,
      height: 280,
      title: g.topology === 'bridged' ? 'One half of the bridge; the other mirrors it' : 'Half-bridge',
      items: [
        port(60, 60, g.topology === 'split' ? 'rails ±' : 'rail', say(g.supplyVoltage, 'V'), 'left'),
        wire(60, 60, 180, 60),
        dot(90, 60),
        part('polarised', [90, 60], 'down', 'C2', sayPart(parts.C2.value, 'F')),
        ground(90, 130),
        { sym: 'block', id: 'U1', at: [180, 40], size: [90, 120], label: 'U1', value: say(g.switchingFrequency, 'Hz') },
        ...(lc
          ? [
              wire(270, 100, 290, 100),
              part('inductor' as const, [290, 100] as [number, number], 'right' as const, 'L1', sayPart(parts.L1.value, 'H')),
              wire(360, 100, 400, 100),
              dot(380, 100),
              part('capacitor' as const, [380, 100] as [number, number], 'down' as const, 'C1', sayPart(parts.C1.value, 'F')),
              ground(380, 170),
            ]
          : [wire(270, 100, 400, 100)]),
        ...(parts.C3.value
          ? [
              wire(400, 100, 430, 100),
              part('polarised' as const, [430, 100] as [number, number], 'right' as const, 'C3', sayPart(parts.C3.value, 'F')),
              wire(500, 100, 540, 100),
            ]
          : [wire(400, 100, 540, 100)]),
        thing('loudspeaker', [540, 100], 'down', 'load', say(g.loadResistance, 'ohm')),
        ground(540, 170),
        { sym: 'text', at: [180, 230], text: `${sayOut(c, 'outputPower', 'W')}, ${sayOut(c, 'idleLoss', 'W')} at rest`, value: true },
      ],
    };
  },
  simulate: (x, o) => {
    const { given: g, parts } = x;
    const b = bridge(x);
    if (g.output !== 'lc') return null;
    const z = (ohms: number | null) => Math.max(ohms ?? 1e9, 1e-6);
    return {
      elements: [
        // One half: the bridge as a source, its filter and its share of the load.
        { is: 'voltage', name: 'Vm', a: 'sw', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 },
        { is: 'inductor', name: 'L1', a: 'sw', b: 'out', henries: parts.L1.value! },
        { is: 'capacitor', name: 'C1', a: 'out', b: '0', farads: parts.C1.value! },
        { is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: g.loadResistance / b.halves },
        // The rail at the frequency of its current.
        { is: 'current', name: 'Is', a: 'rail', b: '0', wave: { sort: 'dc', value: 0 }, ac: 1 },
        { is: 'resistor', name: 'Rs', a: 'rail', b: '0', ohms: z(g.supplyResistance) },
        { is: 'capacitor', name: 'C2', a: 'rail', b: '0', farads: parts.C2.value, esr: parts.C2.esr },
      ],
      out: 'out',
      band: [g.lowestFrequency, 10 * g.switchingFrequency],
      time: { stop: 20 / (o.filterCorner ?? 4e4) },
      confirms: {
        filterQuality: (m) => m.gain('out', 1 / (2 * Math.PI * Math.sqrt(parts.L1.value! * parts.C1.value!))),
        ...(b.halves === 2
          ? {
              supplyDroop: (m) => {
                const ohms = m.gain('rail', 2 * g.lowestFrequency);
                return typeof ohms === 'number' ? parts.U1.maximumModulation * b.amps * ohms : ohms;
              },
            }
          : {}),
      },
    };
  },
  curves: (x) => {
    const b = bridge(x);
    return [
      {
        id: 'efficiency',
        title: 'Efficiency over power',
        x: { label: 'output power', unit: 'W', log: true, from: 1e-3 * x.given.outputPower, to: x.given.outputPower },
        y: { label: 'efficiency', unit: 'ratio' },
        points: 61,
        marks: [],
        at: (watts) => watts / (watts + loss(x, b, Math.sqrt((2 * watts) / x.given.loadResistance))),
      },
      {
        id: 'droop',
        title: 'Droop over bulk capacitance',
        x: { label: 'bulk capacitance', unit: 'F', log: true, from: 1e-5, to: 1e-2 },
        y: { label: 'droop, peak to peak', unit: 'V', log: true },
        points: 61,
        marks: [{ axis: 'y', value: x.given.maximumDroop, label: 'allowed', limit: true }],
        at: (value) => droop({ ...x, parts: { ...x.parts, C2: { ...x.parts.C2, value } } }, b),
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'rest',
      act: 'probe',
      title: 'At rest',
      text: 'No signal: current from the rail; nothing warm after a minute.',
      expect: { point: 'rail, ammeter', of: 'idleCurrent' },
    },
    {
      id: 'clip',
      act: 'probe',
      title: 'Full modulation',
      text: 'Dummy resistor as load, sine of 1 kHz, until the tops flatten: the peak between both outputs, by two probes, never with a ground clip on an output.',
      expect: { point: 'across the dummy load', of: 'outputPeak' },
    },
    {
      id: 'droop',
      act: 'probe',
      title: 'Droop',
      text: `Rail on the scope at ${say(c.x.given.lowestFrequency, 'Hz')}: ${say(c.nominal('supplyDroop'), 'V')} peak to peak.`,
    },
  ],
  schools:
    'Filterless is cheap with a short cable, an LC filter takes any cable and is quiet for its neighbours. Junction for full power, or for an eighth of it.',
  sources: ['charge balance of half-bridge supplies', 'sine averages'],
};
