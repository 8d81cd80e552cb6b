import { plates } from '../../../stage/at-rest.ts';
import { toDb } from '../../../physics/network.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { lcAt, resonances, type LcNetwork } from './network.ts';
import { network, NUMBERS } from './stage.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import type { lcRippleFilter } from './index.ts';

/** How lc ripple filter is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof lcRippleFilter> = {
  atRest: ({ given: g, parts }) => ({
    elements: ([1, 2, 3] as const).slice(0, g.sections).flatMap((k) => {
      const to = k === g.sections ? 'out' : `n${k}`;
      const L = parts[`L${k}`] as { value: number; dcr?: number; resistance?: number };
      return [
        { is: 'inductor' as const, name: `L${k}`, a: k === 1 ? 'in' : `n${k - 1}`, b: to, henries: L.value, dcr: Math.max(L.dcr ?? L.resistance ?? 0, 1e-3) },
        ...plates(`C${k}`, to, '0', parts[`C${k}`].value),
      ];
    }),
    points: ['n1', 'n2'].slice(0, g.sections - 1),
  }),
  working: (c) => {
    const net = network(c.x);
    const s = net.sections[0]!;
    return [
      step('Drop', 'Vd = I*R', 'dropVoltage', { I: 'loadCurrent', R: [net.sections.reduce((a, k) => a + k.dcr, 0), 'ohm'] }, 'Ohm'),
      step('Output', 'Vo = Vin - Vd', 'outputVoltage', { Vin: 'inputVoltage', Vd: 'dropVoltage' }, 'Kirchhoff'),
      step(
        'Resonance of the first section',
        'f0 = 1/(2*pi*sqrt(L*C))',
        'resonanceFrequency',
        { L: [s.henries, 'H'], C: [s.farads, 'F'] },
        'series resonance; what is left of both at this current and voltage',
      ),
      step(
        'Attenuation with what passes beside it',
        'A = -20*log10(sqrt((10^(-Ac/20))^2 + (10^(-Al/20))^2))',
        'attenuation',
        { Ac: 'circuitAttenuation', Al: 'couplingLimit' },
        'both paths added as if unrelated',
      ),
      step('Ripple that is left', 'Vr = Vri*10^(-A/20)', 'outputRipple', { Vri: 'inputRipple', A: 'attenuation' }, 'definition of the decibel'),
      step('Peak current of L1', 'Ip = I + dI/2', 'inductorPeakCurrent', { I: 'loadCurrent', dI: 'inductorRipple' }, 'mean and half the ripple'),
    ];
  },
  figure: (c) => {
    const { parts, given } = c.x;
    const items: Drawn[] = [port(40, 50, 'in', say(given.inputVoltage, 'V'), 'left'), wire(40, 50, 60, 50)];
    const numbers = NUMBERS.filter((n) => n <= given.sections);
    numbers.forEach((n, i) => {
      const x = 60 + i * 230;
      const damped = parts[`RD${n}`].value && parts[`CD${n}`].value;
      items.push(
        part('inductor', [x, 50], 'right', `L${n}`, sayPart(parts[`L${n}`].value, 'H')),
        wire(x + 70, 50, x + 230, 50),
        dot(x + 90, 50),
        part('capacitor', [x + 90, 50], 'down', `C${n}`, sayPart(parts[`C${n}`].value, 'F')),
        ground(x + 90, 120),
      );
      if (damped)
        items.push(
          dot(x + 170, 50),
          part('resistor', [x + 170, 50], 'down', `RD${n}`, sayPart(parts[`RD${n}`].value, 'ohm')),
          part('polarised', [x + 170, 120], 'down', `CD${n}`, sayPart(parts[`CD${n}`].value, 'F')),
          ground(x + 170, 190),
        );
    });
    const end = 60 + numbers.length * 230;
    items.push(port(end, 50, 'out', sayOut(c, 'outputVoltage', 'V')));
    return { width: end + 60, height: 220, title: 'LC sections with their dampers', items };
  },
  simulate: (x) => {
    const { given: g } = x;
    const net = network(x);
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 'src', b: '0', wave: { sort: 'dc', value: g.inputVoltage }, ac: 1 },
        { is: 'resistor', name: 'Rs', a: 'src', b: 'n0', ohms: Math.max(net.source, 1e-9) },
        ...net.sections.flatMap((s, i) => {
          const node = i === net.sections.length - 1 ? 'out' : `n${i + 1}`;
          return [
            { is: 'inductor' as const, name: `L${i + 1}`, a: `n${i}`, b: node, henries: s.henries, dcr: s.dcr },
            ...(s.own > 0 ? [{ is: 'capacitor' as const, name: `Cs${i + 1}`, a: `n${i}`, b: node, farads: s.own }] : []),
            { is: 'capacitor' as const, name: `C${i + 1}`, a: node, b: s.esl > 0 ? `e${i + 1}` : '0', farads: s.farads, esr: s.esr },
            ...(s.esl > 0 ? [{ is: 'inductor' as const, name: `E${i + 1}`, a: `e${i + 1}`, b: '0', henries: s.esl }] : []),
            ...(s.damper ? [{ is: 'capacitor' as const, name: `CD${i + 1}`, a: node, b: '0', farads: s.damper.farads, esr: s.damper.ohms }] : []),
          ];
        }),
      ],
      out: 'out',
      band: [Math.min(...resonances(net)) / 100, g.rippleFrequency * g.harmonic * 3],
      time: { stop: 8 / Math.min(...resonances(net)), start: 'rest' },
      confirms: {
        circuitAttenuation: (b) => b.loss('out', g.rippleFrequency),
        turnOnPeak: (b) =>
          b.over({ stop: 8 / Math.min(...resonances(net)), step: 0.01 / Math.max(...resonances(net)), start: 'rest', outputs: ['out'] }, (t) =>
            t.signals.out!.reduce((m, v) => Math.max(m, v), 0),
          ),
      },
    };
  },
  curves: (x) => {
    const at = (read: (net: LcNetwork, f: number) => number) => (f: number) => read(network(x), f);
    const band = {
      label: 'frequency',
      unit: 'Hz' as const,
      log: true,
      from: resonances(network(x))[0]! / 100,
      to: x.given.rippleFrequency * x.given.harmonic * 3,
    };
    return [
      {
        id: 'attenuation',
        title: 'Attenuation over frequency',
        x: band,
        y: { label: 'attenuation', unit: 'dB' },
        points: 160,
        marks: [
          { axis: 'x', value: x.given.rippleFrequency, label: 'ripple' },
          { axis: 'y', value: x.given.couplingLimit, label: 'beside the filter' },
        ],
        at: at((net, f) => -toDb(Math.hypot(lcAt(net, f, true).transfer, 10 ** (-x.given.couplingLimit / 20)))),
      },
      {
        id: 'impedance',
        title: 'Output impedance',
        x: band,
        y: { label: 'impedance', unit: 'ohm', log: true },
        points: 160,
        marks: [],
        at: at((net, f) => lcAt(net, f, false).impedance),
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'output',
      act: 'probe',
      title: 'Output at peak load',
      text: 'DC volts behind the last inductor.',
      expect: { point: 'output', of: 'outputVoltage' },
    },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple before and after',
      text: 'Coaxial or spring-ground probe, 20 MHz limit; then the full bandwidth for the edges.',
    },
    {
      id: 'turn-on',
      act: 'probe',
      title: 'Switch on without a load',
      text: `Scope on single shot: the peak stays below ${say(c.out('turnOnPeak').high, 'V')}.`,
    },
  ],
  schools:
    'LC after the supply (efficient), a quieter supply or higher frequency (simpler), a linear post-regulator (also rejects low frequencies), or a bead instead of L (only above a megahertz, saturates early). Damping by a lossy capacitor (cheap) or RD and CD (defined). Impedance margin 6 or 10–12 dB.',
  sources: ['input-filter criterion for converters', 'R-C damping optimum of an LC filter', 'ladder theory'],
};
