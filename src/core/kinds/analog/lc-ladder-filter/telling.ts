import { stepWave } from '../../../circuit/netlist.ts';
import { toDb } from '../../../physics/network.ts';
import { magnitude, poles, type Response } from '../../../models/prototype.ts';
import type { Curve } from '../../../stage/contract.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { lcLadderFilter } from './index.ts';
import { elements, Filter, outOf } from './laws.ts';
import { inLine, loadOf, slotAt, targetsOf, type Place } from './layout.ts';

/** How the ladder is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof lcLadderFilter> = {
  working: (c) => {
    const { given: g } = c.x;
    const filter = new Filter(c.x);
    const r0: readonly [number, 'ohm'] = [g.termination === 'double' ? g.sourceResistance : loadOf(g), 'ohm'];
    const steps: StepsOf<typeof lcLadderFilter> = targetsOf(g).map((_, i) => {
      const place = (i + 1) as Place;
      const from = { g: `normalised${place}` as const, R: r0, f: 'given.cutoffFrequency' as const };
      return inLine(g, place)
        ? step(`${slotAt(g, place)}, exact`, 'L = g*R/(2*pi*f)', `targetValue${place}` as const, from, 'prototype scaled')
        : step(`${slotAt(g, place)}, exact`, 'C = g/(R*2*pi*f)', `targetValue${place}` as const, from, 'prototype scaled');
    });
    const coil = Array.from({ length: g.order }, (_, i) => slotAt(g, i + 1)).find((s) => s.startsWith('L')) as `L${Place}` | undefined;
    return [
      ...steps,
      ...(c.nominal('cutoffFrequency') !== null
        ? [
            step(
              'Cutoff',
              'fc = fh/W',
              'cutoffFrequency',
              { fh: 'halfPowerFrequency', W: [filter.ratio, ''] },
              'half power of the network, taken to the edge by the prototype',
            ),
          ]
        : []),
      ...((c.nominal('insertionLoss') ?? 0) !== 0
        ? [
            step(
              'Insertion loss',
              'L = 20*log10(Rl/(Rl + Rs)/G)',
              'insertionLoss',
              { Rl: [loadOf(g), 'ohm'], Rs: 'sourceResistance', G: 'gain' },
              'against the divider without loss',
            ),
          ]
        : []),
      ...(coil && g.supplyVoltage !== null && g.switchingFrequency !== null
        ? [
            step(
              'Ripple of the inductor',
              'Ir = V/(4*L*f)',
              'rippleCurrent',
              { V: 'supplyVoltage', L: `${coil}.value`, f: 'switchingFrequency' },
              'triangle at half duty',
            ),
            step('Peak current', 'Ip = sqrt(2)*I + Ir/2', 'peakCurrent', { I: 'loadCurrent', Ir: 'rippleCurrent' }, 'sum'),
            step('Heat of the inductor', 'P = R*(I^2 + Ir^2/12)', 'dissipation', { R: `${coil}.dcr`, I: 'loadCurrent', Ir: 'rippleCurrent' }, 'Joule'),
            step(
              'Ripple at the output',
              'Vr = 4/pi*V*H',
              'outputRipple',
              { V: 'supplyVoltage', H: [filter.net.gain(filter.out, g.switchingFrequency), ''] },
              'fundamental of a square wave',
            ),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const value = (slot: string, unit: 'H' | 'F') => sayPart((parts as unknown as Record<string, { value: number | null }>)[slot]!.value, unit);
    const items: Drawn[] = [];
    let x = 60;
    items.push(port(x, 80, 'in', '', 'left'), wire(x, 80, x + 20, 80));
    x += 20;
    if (g.sourceResistance > 0) {
      items.push(thing('resistor', [x, 80], 'right', 'source', say(g.sourceResistance, 'ohm')));
      x += 70;
    }
    for (let place = 1; place <= g.order; place++) {
      const slot = slotAt(g, place);
      if (inLine(g, place)) {
        items.push(wire(x, 80, x + 15, 80), part('inductor', [x + 15, 80], 'right', slot, value(slot, 'H')));
        x += 85;
      } else {
        items.push(
          wire(x, 80, x + 45, 80),
          dot(x + 45, 80),
          wire(x + 45, 80, x + 45, 110),
          part('capacitor', [x + 45, 110], 'down', slot, value(slot, 'F')),
          ground(x + 45, 180),
        );
        x += 45;
      }
    }
    items.push(
      wire(x, 80, x + 90, 80),
      dot(x + 90, 80),
      wire(x + 90, 80, x + 90, 110),
      thing('resistor', [x + 90, 110], 'down', 'load', say(loadOf(g), 'ohm')),
      ground(x + 90, 180),
      wire(x + 90, 80, x + 150, 80),
      port(x + 150, 80, 'out', ''),
    );
    items.push({
      sym: 'text',
      at: [Math.max(150, x / 2 + 40), 235],
      text: `half power at ${sayOut(c, 'halfPowerFrequency', 'Hz')}${g.bridged ? ', one of two halves' : ''}`,
      value: true,
    });
    return { width: Math.max(400, x + 220), height: 255, title: `${g.order} elements between source and load`, items };
  },
  simulate: (x) => {
    const f = x.given.cutoffFrequency;
    const out = outOf(x.given);
    return {
      elements: [{ is: 'voltage', name: 'Vin', a: 's', b: '0', wave: stepWave(1, 1e-3 / f), ac: 1 }, ...elements(x)],
      out,
      band: [f / 100, f * 20],
      time: { stop: 6 / f, start: 'rest' },
      confirms: {
        gain: (b) => b.gain(out, f * 1e-5),
        ...(x.given.attenuationFrequency === null ? {} : { attenuation: (b) => b.loss(out, x.given.attenuationFrequency!, f * 1e-5) }),
      },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const filter = new Filter(x);
    const f = g.cutoffFrequency;
    const axis = { label: 'frequency', unit: 'Hz' as const, log: true, from: f / 50, to: f * 20 };
    const marks: Curve['marks'] = [
      { axis: 'x', value: f, label: 'cutoff wanted' },
      ...(g.attenuationFrequency === null ? [] : [{ axis: 'x' as const, value: g.attenuationFrequency, label: 'attenuation wanted' }]),
    ];
    const shape = poles(g.response as Response, g.order, g.ripple);
    return [
      { id: 'response', title: 'Response', x: axis, y: { label: 'gain', unit: 'dB' }, points: 161, marks, at: (u) => toDb(filter.net.gain(filter.out, u)) },
      {
        id: 'ideal',
        title: 'Ideal shape',
        x: axis,
        y: { label: 'gain', unit: 'dB' },
        points: 161,
        marks,
        at: (u) => toDb(filter.dc * magnitude(shape, u / f)),
      },
      { id: 'delay', title: 'Group delay', x: axis, y: { label: 'delay', unit: 's' }, points: 121, marks, at: (u) => filter.net.delay(filter.out, u) },
      {
        id: 'input',
        title: 'Input impedance',
        x: axis,
        y: { label: 'with its source', unit: 'ohm', log: true },
        points: 121,
        marks,
        at: (u) => {
          const y = filter.net.admittance(u);
          return 1 / Math.hypot(y.re, y.im);
        },
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the ladder', text: 'Coils crosswise or shielded, capacitors short to ground.' },
    {
      id: 'edge',
      act: 'probe',
      title: 'Half power',
      text: 'Generator and scope between the resistances it is made for: where the output has fallen to 0.707.',
      ...(c.nominal('halfPowerFrequency') === null ? {} : { expect: { point: 'output', of: 'halfPowerFrequency' as const } }),
    },
    { id: 'open', act: 'probe', title: 'Without a load', text: `Low level, no load: it rises by no more than ${say(c.out('unloadedPeak').high, 'dB')}.` },
  ],
  schools: 'Designed for the nominal load, as here, for the lowest, or with a damping leg for all. Bessel for pulses, Chebyshev for harmonics.',
  sources: ['Darlington synthesis', 'Matthaei, Young and Jones', 'Zverev', 'Weinberg'],
};
