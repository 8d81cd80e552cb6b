import { parallel } from '../../../physics/network.ts';
import { dot, ground, part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { conversion, feed, filterGain } from './laws.ts';
import type { phantomFeed } from './index.ts';

/** How the phantom feed is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof phantomFeed> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { ra, rb, rf } = feed(c.x);
    const R1 = [rf, 'ohm'] as const;
    return [
      ...(c.nominal('microphoneVoltage') === null
        ? []
        : [
            step(
              'At the microphone',
              'V = Vp - I*(RA/2 + R1)',
              'microphoneVoltage',
              { Vp: 'phantomVoltage', I: 'microphoneCurrent', RA: 'RA.value', R1 },
              'Ohm',
            ),
            step('Power of a microphone', 'P = V*I', 'microphonePower', { V: 'microphoneVoltage', I: 'microphoneCurrent' }, 'definition'),
          ]),
      step('All channels', 'I = n*Im', 'supplyCurrent', { n: 'channels', Im: 'microphoneCurrent' }, 'sum'),
      step('Both legs shorted', 'Is = Vp/(R1 + Ra*Rb/(Ra + Rb))', 'shortCurrent', { Vp: 'phantomVoltage', R1, Ra: [ra, 'ohm'], Rb: [rb, 'ohm'] }, 'Ohm'),
      step('With the other channels', 'If = (n - 1)*Im + Is', 'faultCurrent', { n: 'channels', Im: 'microphoneCurrent', Is: 'shortCurrent' }, 'sum'),
      step('Heat with one leg shorted', 'P = Vp^2*Rb/(Rb + R1)^2', 'shortedDissipation', { Vp: 'phantomVoltage', Rb: [rb, 'ohm'], R1 }, 'Joule'),
      step(
        'Ripple between the legs',
        'Vd = Vr*F*k',
        'differentialRipple',
        { Vr: 'inputRipple', F: [filterGain(c.x, g.rippleFrequency), 'ratio'], k: [conversion(c.x), 'ratio'] },
        'node equations of both legs',
      ),
      step(
        'Level lost',
        'L = 20*log10(Z/(Z + Rs))',
        'loadingLoss',
        { Z: [parallel(2 * parts.RA.value, 2 * g.biasResistance), 'ohm'], Rs: 'sourceResistance' },
        'divider',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    return {
      width: 580,
      height: 300,
      title: 'Filter, matched pair, balanced line',
      items: [
        port(60, 60, 'phantom', say(g.phantomVoltage, 'V'), 'left'),
        ...(parts.R1.value
          ? [
              wire(60, 60, 90, 60),
              part('resistor' as const, [90, 60] as [number, number], 'right' as const, 'R1', sayPart(parts.R1.value, 'ohm')),
              wire(160, 60, 420, 60),
            ]
          : [wire(60, 60, 420, 60)]),
        ...(parts.C1.value
          ? [
              dot(190, 60),
              part('capacitor' as const, [190, 60] as [number, number], 'down' as const, 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
              ground(190, 130),
            ]
          : []),
        dot(320, 60),
        part('resistor', [320, 60], 'down', 'RA', sayPart(parts.RA.value, 'ohm'), { side: -1 }),
        thing('resistor', [420, 60], 'down', 'RB', 'its match'),
        wire(320, 130, 320, 220, 335, 220),
        thing('microphone', [335, 220], 'right', 'microphone', sayOut(c, 'microphoneVoltage', 'V')),
        wire(405, 220, 420, 220, 420, 130),
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { ra, rb, rf } = feed(x);
    const volts = g.phantomVoltage - g.microphoneCurrent * (parts.RA.value / 2 + rf);
    if (volts <= 0) return null;
    return {
      elements: [
        { is: 'voltage', name: 'Vp', a: 'in', b: '0', wave: { sort: 'dc', value: g.phantomVoltage }, ac: g.inputRipple },
        { is: 'resistor', name: 'R1', a: 'in', b: 'feed', ohms: Math.max(rf, 1e-6) },
        { is: 'capacitor', name: 'C1', a: 'feed', b: '0', farads: parts.C1.value ?? 1e-18 },
        // Its DC sink and its AC loading stand apart, as the formulas take them.
        { is: 'current', name: 'Im', a: 'feed', b: '0', wave: { sort: 'dc', value: g.microphoneCurrent } },
        { is: 'vcvs', name: 'E', a: 'f', b: '0', p: 'feed', n: '0', gain: 1 },
        { is: 'resistor', name: 'RA', a: 'f', b: 'a', ohms: ra },
        { is: 'resistor', name: 'RB', a: 'f', b: 'b', ohms: rb },
        { is: 'resistor', name: 'Ba', a: 'a', b: '0', ohms: g.biasResistance },
        { is: 'resistor', name: 'Bb', a: 'b', b: '0', ohms: g.biasResistance },
        { is: 'resistor', name: 'Rs', a: 'a', b: 'b', ohms: g.sourceResistance },
        { is: 'vcvs', name: 'D', a: 'd', b: '0', p: 'a', n: 'b', gain: 1 },
      ],
      out: 'd',
      band: [1, 1e5],
      time: { stop: 10 * Math.max(rf * (parts.C1.value ?? 0), 1e-4), start: 'rest' },
      confirms: {
        ...(g.inputRipple > 0 && g.matching > 0 ? { differentialRipple: (b) => b.gain('d', g.rippleFrequency) } : {}),
        supplyCurrent: (b) => {
          const v = b.dc('feed');
          return typeof v === 'number' && rf > 0 ? (g.channels * (g.phantomVoltage - v)) / rf : typeof v === 'number' ? g.channels * g.microphoneCurrent : v;
        },
      },
    };
  },
  curves: (x) => [
    {
      id: 'matching',
      title: 'Ripple between the legs over matching',
      x: { label: 'mismatch', unit: 'ratio', log: true, from: 1e-4, to: 0.02 },
      y: { label: 'ripple, peak to peak', unit: 'V', log: true },
      points: 61,
      marks: [
        { axis: 'x', value: 0.004, label: 'the standard', limit: true },
        { axis: 'y', value: x.given.maximumDifferentialRipple, label: 'allowed', limit: true },
      ],
      at: (matching) => Math.max(x.given.inputRipple, 1e-12) * filterGain(x, x.given.rippleFrequency) * conversion({ ...x, given: { ...x.given, matching } }),
    },
  ],
  bringUp: (c) => [
    {
      id: 'legs',
      act: 'probe',
      title: 'Each leg',
      text: `No microphone: each leg at ${say(c.x.given.phantomVoltage, 'V')} against ground.`,
      expect: { point: 'each leg against ground', of: 'phantomVoltage' },
    },
    {
      id: 'short',
      act: 'probe',
      title: 'A shorted leg',
      text: `One leg to ground for a minute: the resistor gets warm (${say(c.nominal('shortedDissipation'), 'W')}), the other channels hold.`,
    },
    { id: 'match', act: 'probe', title: 'Match', text: 'Each leg through an ammeter to ground: the two currents differ by no more than the mismatch given.' },
  ],
  schools: 'A matched pair of 0.1 % parts, or 1 % parts matched by hand from the drawer; one common filter, or one in each channel against crosstalk.',
  sources: ['IEC 61938', 'node equations', 'Johnson–Nyquist'],
};
