import { draw, ohms, plates, volts } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { network } from './laws.ts';
import type { rcHighpass } from './index.ts';

/** How the high-pass is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof rcHighpass> = {
  atRest: ({ given: g, parts: { R1, C1 } }) => ({
    elements: [
      ...plates('C1', 'in', 'out', C1.value),
      ohms('R1', 'out', 'bias', R1.value),
      volts('bias', 'bias', '0', g.biasVoltage),
      draw('C1.leak', 'in', 'out', C1.leakageCurrent),
    ],
  }),
  working: (c) => {
    const { given: g } = c.x;
    const { rp, series, gain } = network(c.x);
    const across = { Vs: 'signalPeak' as const, f: [g.passFrequency ?? g.bandLow, 'Hz'] as const, fc: 'cutoffFrequency' as const };
    return [
      step('Time constant', 'tau = (Rs + Rp)*C1', 'timeConstant', { Rs: [series, 'ohm'], Rp: [rp, 'ohm'], C1: 'C1.value' }, 'first-order network'),
      step('Cutoff', 'fc = 1/(2*pi*tau)', 'cutoffFrequency', { tau: 'timeConstant' }, 'half power'),
      step('Gain in the band', 'G = Rp/(Rp + Rs)', 'gain', { Rp: [rp, 'ohm'], Rs: [series, 'ohm'] }, 'divider'),
      ...(g.passFrequency === null
        ? []
        : [
            step(
              'Loss at the lowest frequency',
              'L = 10*log10(1 + (fc/f)^2)',
              'passLoss',
              { fc: 'cutoffFrequency', f: 'passFrequency' },
              'first-order network',
            ),
            step('Phase lead there', 'phi = atan(fc/f)*180/pi', 'phaseShift', { fc: 'cutoffFrequency', f: 'passFrequency' }, 'first-order network'),
          ]),
      ...(g.attenuationFrequency === null
        ? []
        : [step('Attenuation', 'A = 10*log10(1 + (fc/f)^2)', 'attenuation', { fc: 'cutoffFrequency', f: 'attenuationFrequency' }, 'first-order network')]),
      ...(g.pulseWidth === null ? [] : [step('Droop of a pulse', 'd = 1 - exp(-t/tau)', 'droop', { t: 'pulseWidth', tau: 'timeConstant' }, 'exponential')]),
      step('DC across C1', 'Vc = Vin - Vb', 'capacitorDc', { Vin: 'inputDc', Vb: 'biasVoltage' }, 'Kirchhoff'),
      step(
        'Voltage across C1',
        'V = abs(Vc) + Vs/sqrt(1 + (f/fc)^2)',
        'capacitorVoltage',
        { Vc: 'capacitorDc', ...across },
        'divider of C1 and its resistances',
      ),
      step('Thump', 'Vt = abs(Vc)*G', 'thumpPeak', { Vc: 'capacitorDc', G: [gain, 'ratio'] }, 'capacitor empty at switch-on'),
      ...((c.nominal('thumpTime') ?? 0) > 0
        ? [step('Time to quiet', 't = tau*log(Vt/Vq)', 'thumpTime', { tau: 'timeConstant', Vt: 'thumpPeak', Vq: 'thumpLevel' }, 'exponential')]
        : []),
      step('Offset', 'Vo = (Il + Ib)*Rp', 'offsetVoltage', { Il: 'C1.leakageCurrent', Ib: 'biasCurrent', Rp: [rp, 'ohm'] }, 'Ohm'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const polar = parts.C1.reverseVoltage !== null;
    const dc = c.nominal('capacitorDc') ?? 0;
    return {
      width: 420,
      height: 200,
      title: 'Capacitor in series, resistor to the bias',
      items: [
        port(60, 60, 'in', `${say(g.inputDc, 'V')} DC`, 'left'),
        wire(60, 60, 110, 60),
        polar && dc < 0
          ? { ...part('polarised', [180, 60], 'left', 'C1', sayPart(parts.C1.value, 'F')) }
          : part(polar ? 'polarised' : 'capacitor', [110, 60], 'right', 'C1', sayPart(parts.C1.value, 'F')),
        wire(180, 60, 350, 60),
        dot(240, 60),
        part('resistor', [240, 60], 'down', 'R1', sayPart(parts.R1.value, 'ohm')),
        ...(g.biasVoltage === 0 ? [ground(240, 130)] : [wire(240, 130, 240, 150, 180, 150), port(180, 150, 'bias', say(g.biasVoltage, 'V'), 'left')]),
        port(350, 60, 'out', Number.isFinite(g.loadResistance) ? `into ${say(g.loadResistance, 'ohm')}` : ''),
        { sym: 'text', at: [280, 180], text: `cutoff ${sayOut(c, 'cutoffFrequency', 'Hz')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { R1, C1 } = parts;
    const { corner } = network(x);
    const dc = g.inputDc - g.biasVoltage;
    return {
      elements: [
        { is: 'voltage', name: 'Vin', a: 's', b: '0', wave: { sort: 'dc', value: dc }, ac: 1 },
        { is: 'resistor', name: 'Rs', a: 's', b: 'in', ohms: Math.max(g.sourceResistance, 1e-6) },
        { is: 'capacitor', name: 'C1', a: 'in', b: 'out', farads: C1.value, esr: C1.esr, initial: 0 },
        { is: 'resistor', name: 'R1', a: 'out', b: '0', ohms: R1.value },
        ...(Number.isFinite(g.loadResistance) ? [{ is: 'resistor' as const, name: 'RL', a: 'out', b: '0', ohms: g.loadResistance }] : []),
      ],
      out: 'out',
      band: [corner / 100, Math.max(g.bandHigh, 100 * corner)],
      time: { stop: 8 / (2 * Math.PI * corner), start: 'rest' },
      confirms: {
        gain: (b) => b.gain('out', 1e4 * corner),
        ...(C1.esr === 0 ? { outputNoise: (b) => b.noise('out', g.bandLow, g.bandHigh) } : {}),
        ...(g.passFrequency === null ? {} : { passLoss: (b) => b.loss('out', g.passFrequency!, 1e4 * corner) }),
      },
    };
  },
  curves: (x) => {
    const { corner, gain, tau } = network(x);
    const thump = (x.given.inputDc - x.given.biasVoltage) * gain;
    return [
      {
        id: 'response',
        title: 'Response',
        x: { label: 'frequency', unit: 'Hz', log: true, from: x.given.cutoffFrequency / 100, to: x.given.cutoffFrequency * 1000 },
        y: { label: 'gain', unit: 'dB' },
        points: 121,
        marks: [
          { axis: 'x', value: x.given.cutoffFrequency, label: 'cutoff wanted' },
          ...(x.given.passFrequency === null ? [] : [{ axis: 'x' as const, value: x.given.passFrequency, label: 'lowest wanted' }]),
        ],
        at: (f) => 20 * Math.log10(gain) - 10 * Math.log10(1 + (corner / f) ** 2),
      },
      {
        id: 'thump',
        title: 'Thump at switch-on',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 6 / (2 * Math.PI * x.given.cutoffFrequency) },
        y: { label: 'output over its bias', unit: 'V' },
        points: 101,
        marks: [{ axis: 'y', value: x.given.thumpLevel, label: 'quiet below' }],
        at: (t) => thump * Math.exp(-t / tau),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit R1 and C1', text: 'Solder R1 and C1. An electrolytic goes with + to the side whose level is higher.' },
    {
      id: 'across',
      act: 'probe',
      title: 'DC across C1',
      text: 'DC volts from the driving side to the other: the sign tells whether it is the right way round.',
      ...(c.nominal('capacitorDc') ? { expect: { point: 'across C1', of: 'capacitorDc' as const } } : {}),
    },
    {
      id: 'cutoff',
      act: 'probe',
      title: 'Half-power frequency',
      text: 'Sine at the input, ×10 probe at the output: where the output is 0.707 of what it is far above.',
      expect: { point: 'output, ×10 probe', of: 'cutoffFrequency' },
    },
  ],
  schools: 'A generous capacitor (an electrolytic never sees AC, distortion below hearing, a long thump), or just enough.',
  sources: ['first-order linear network', 'Johnson–Nyquist', 'IEC 60384-4 for polarity and leakage'],
};
