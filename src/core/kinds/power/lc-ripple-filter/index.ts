import { impossible } from '../../../math/absent.ts';
import { toDb } from '../../../physics/network.ts';
import { window } from '../../../stage/bring-up.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind } from '../../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { choice, num } from '../../../stage/fields.ts';
import { say, sayOut, sayPart, step } from '../../../stage/words.ts';
import { dampingOf, drawn, lcAt, highestImpedance, highestTransfer, resonances, stepFall, stepPeak, type LcNetwork } from './network.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';
import { network, NUMBERS } from './stage.ts';

const needed = (n: number) => (g: Readonly<Record<string, unknown>>) => (g.sections as number) >= n;

const inductor = (n: number) =>
  ({
    type: 'inductor',
    series: 'E6',
    tolerance: 0.2,
    doc: `series inductor of section ${n}`,
    needed: needed(n),
    params: {
      dcr: num('ohm', 0.05, undefined, { min: 0 }),
      saturationCurrent: num('A', 1.5, 'where the inductance has fallen by 30 %'),
      currentRating: num('A', 1.2, 'heating'),
      selfResonance: num('Hz', null, 'gives the parallel capacitance; null ideal'),
    },
  }) as const;
const capacitor = (n: number) =>
  ({
    type: 'capacitor',
    series: 'E6',
    tolerance: 0.2,
    doc: `shunt capacitor of section ${n}`,
    needed: needed(n),
    params: {
      biasFactor: num('ratio', 1, 'effective over marked at this DC voltage: ceramics 30–90 %'),
      esr: num('ohm', 0.01, undefined, { min: 0 }),
      esl: num('H', 0, 'with vias and traces', { min: 0 }),
      voltageRating: num('V', 25),
    },
  }) as const;
const dampingR = (n: number) =>
  ({
    type: 'resistor',
    series: 'E12',
    tolerance: 0.05,
    optional: true,
    doc: `damping resistor of section ${n}; fitted with CD${n}`,
    needed: needed(n),
  }) as const;
const dampingC = (n: number) =>
  ({ type: 'capacitor', series: 'E6', tolerance: 0.2, optional: true, doc: `damping capacitor of section ${n}`, needed: needed(n) }) as const;

export const lcRippleFilter = defineKind({
  id: 'lc-ripple-filter',
  family: 'power',
  group: 'Supply',
  title: 'LC ripple filter after a switching supply',
  aliases: ['pi filter', 'output filter', 'second-stage filter', 'choke input', 'ferrite filter'],
  purpose: 'Takes switching ripple down by decades with little drop, without ringing, saturating or upsetting the converter behind it.',
  given: {
    inputVoltage: num('V', 12),
    inputRipple: num('V', 0.1, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 3e5),
    harmonic: num('ratio', 10, 'multiple of rippleFrequency also judged (edges)', { min: 1 }),
    couplingLimit: num('dB', 80, 'what passes beside the filter by fields and shared ground: 60–80 dB on two layers, 90–100 dB screened'),
    loadCurrent: num('A', 0.5, 'drawn from it', { min: 0 }),
    loadStep: num('A', 0.25, undefined, { min: 0 }),
    loadKind: choice(['constant-current', 'resistive', 'constant-power'], 'constant-current'),
    sourceResistance: num('ohm', 0.01, 'AC output resistance of the supply', { min: 0 }),
    sections: num('count', 1, undefined, { oneOf: [1, 2, 3] }),
    maximumOutputRipple: num('V', 0.002),
    maximumDrop: num('V', 0.3),
    maximumPeaking: num('dB', 3),
    maximumStepDeviation: num('V', 0.3),
    maximumVoltage: num('V', null, 'of the consumers'),
    impedanceMargin: num('dB', 6, 'wanted between load resistance and filter impedance', { any: true }),
    minimumDamping: num('ratio', 0.1),
  },
  carried: {
    inputMaximum: num('V', null, 'highest input with nothing drawn'),
    sourceLimit: num('A', null, 'what the rail before can give'),
    minimumVoltage: num('V', null, 'what the consumers need'),
    absoluteMaximum: num('V', null, 'what destroys a consumer'),
  },
  parts: {
    L1: inductor(1),
    L2: inductor(2),
    L3: inductor(3),
    C1: capacitor(1),
    C2: capacitor(2),
    C3: capacitor(3),
    RD1: dampingR(1),
    RD2: dampingR(2),
    RD3: dampingR(3),
    CD1: dampingC(1),
    CD2: dampingC(2),
    CD3: dampingC(3),
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output voltage' },
    outputTrough: { unit: 'V', title: 'trough' },
    dropVoltage: { unit: 'V', title: 'drop' },
    inputCurrent: { unit: 'A', title: 'current' },
    circuitAttenuation: { unit: 'dB', title: 'attenuation of the circuit alone' },
    attenuation: { unit: 'dB', title: 'attenuation', doc: 'with the couplingLimit' },
    harmonicAttenuation: { unit: 'dB', title: 'attenuation of the harmonic' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    resonanceFrequency: { unit: 'Hz', title: 'resonance' },
    peaking: { unit: 'dB', title: 'peaking' },
    outputImpedancePeak: { unit: 'ohm', title: 'peak output impedance' },
    impedanceMargin: { unit: 'dB', title: 'impedance margin' },
    dampingRatio: { unit: 'ratio', title: 'damping', doc: 'negative oscillates' },
    inductorRipple: { unit: 'A', title: 'ripple current of L1', doc: 'peak to peak' },
    inductorPeakCurrent: { unit: 'A', title: 'peak current of L1' },
    capacitorRippleCurrent: { unit: 'A', title: 'ripple current of C1', doc: 'rms' },
    dissipation: { unit: 'W', title: 'heat of the hottest inductor' },
    totalDissipation: { unit: 'W', title: 'heat of all inductors' },
    stepDeviation: { unit: 'V', title: 'fall at a load step' },
    turnOnPeak: { unit: 'V', title: 'peak at turn-on' },
  },
  size,
  evaluate: (x) => {
    const { given: g } = x;
    const net = network(x);
    const dcr = net.sections.map((s) => s.dcr);
    const sum = dcr.reduce((a, b) => a + b, 0);
    const outputVoltage = g.inputVoltage - g.loadCurrent * sum;
    const floor = 10 ** (-g.couplingLimit / 20);
    const [ripple, harmonic] = [lcAt(net, g.rippleFrequency, true).transfer, lcAt(net, g.harmonic * g.rippleFrequency, true).transfer];
    const passed = Math.hypot(ripple, floor);
    const outputRipple = g.inputRipple * passed;
    const currents = drawn(net, g.rippleFrequency);
    const impedancePeak = highestImpedance(net);
    const damping = dampingOf(net);
    const inductorRipple = g.inputRipple * currents.inductor;
    return {
      outputVoltage,
      outputTrough: outputVoltage - outputRipple / 2,
      dropVoltage: g.loadCurrent * sum,
      inputCurrent: g.loadCurrent,
      circuitAttenuation: -toDb(ripple),
      attenuation: -toDb(passed),
      harmonicAttenuation: -toDb(Math.hypot(harmonic, floor)),
      outputRipple,
      resonanceFrequency: resonances(net)[0]!,
      peaking: Math.max(0, toDb(highestTransfer(net))),
      outputImpedancePeak: impedancePeak,
      impedanceMargin: g.loadCurrent > 0 && outputVoltage > 0 ? toDb(outputVoltage / g.loadCurrent / impedancePeak) : toDb(1e12 / impedancePeak),
      dampingRatio: damping,
      inductorRipple,
      inductorPeakCurrent: g.loadCurrent + inductorRipple / 2,
      capacitorRippleCurrent: (g.inputRipple / (2 * Math.SQRT2)) * currents.capacitor,
      dissipation: g.loadCurrent ** 2 * Math.max(...dcr),
      totalDissipation: g.loadCurrent ** 2 * sum,
      stepDeviation: damping > 0 ? g.loadStep * stepFall(net) : UNSTABLE,
      // Nothing was drawn before: the source stands at its highest.
      turnOnPeak: Math.max(g.inputVoltage, x.carried.inputMaximum ?? 0) * stepPeak(net),
    };
  },
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: {
        voltage: 'inputVoltage',
        ripple: 'inputRipple',
        rippleFrequency: 'rippleFrequency',
        noLoad: 'inputMaximum',
        impedance: 'sourceResistance',
        currentLimit: 'sourceLimit',
      },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: {
        minimum: neededAhead('minimumVoltage', 'inputVoltage', 'outputVoltage'),
        maximum: 'maximumVoltage',
        absoluteMaximum: 'absoluteMaximum',
      },
    },
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', minimum: 'minimumVoltage', maximum: 'maximumVoltage', absoluteMaximum: 'absoluteMaximum' },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: (c) => c.range('inputMaximum') ?? c.range('inputVoltage'),
        currentLimit: 'sourceLimit',
      },
    },
  },
  signals: {},
  heat: (_, o) => ({ inductors: o.totalDissipation ?? 0 }),
  working: (c) => {
    const { given: g } = c.x;
    const n = (name: string) => c.nominal(name) ?? NaN;
    const net = network(c.x);
    const s = net.sections[0]!;
    return [
      step(
        'Drop',
        'Vd',
        [n('dropVoltage'), 'V'],
        'I*R',
        { I: [g.loadCurrent, 'A'], R: [net.sections.reduce((a, k) => a + k.dcr, 0), 'ohm'] },
        'Ohm',
        'dropVoltage',
      ),
      step('Output', 'Vo', [n('outputVoltage'), 'V'], 'Vin - Vd', { Vin: [g.inputVoltage, 'V'], Vd: [n('dropVoltage'), 'V'] }, 'Kirchhoff', 'outputVoltage'),
      step(
        'Resonance of the first section',
        'f0',
        [n('resonanceFrequency'), 'Hz'],
        '1/(2*pi*sqrt(L*C))',
        { L: [s.henries, 'H'], C: [s.farads, 'F'] },
        'series resonance; what is left of both at this current and voltage',
        'resonanceFrequency',
      ),
      step(
        'Attenuation with what passes beside it',
        'A',
        [n('attenuation'), 'dB'],
        '-20*log10(sqrt((10^(-Ac/20))^2 + (10^(-Al/20))^2))',
        { Ac: [n('circuitAttenuation'), 'dB'], Al: [g.couplingLimit, 'dB'] },
        'both paths added as if unrelated',
        'attenuation',
      ),
      step(
        'Ripple that is left',
        'Vr',
        [n('outputRipple'), 'V'],
        'Vri*10^(-A/20)',
        { Vri: [g.inputRipple, 'V'], A: [n('attenuation'), 'dB'] },
        'definition of the decibel',
        'outputRipple',
      ),
      step(
        'Peak current of L1',
        'Ip',
        [n('inductorPeakCurrent'), 'A'],
        'I + dI/2',
        { I: [g.loadCurrent, 'A'], dI: [n('inductorRipple'), 'A'] },
        'mean and half the ripple',
        'inductorPeakCurrent',
      ),
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
        circuitAttenuation: (b) => {
          const gain = b.gain('out', g.rippleFrequency);
          return typeof gain === 'number' ? -toDb(gain) : gain;
        },
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
      expect: window('output', 'V', c.out('outputVoltage')),
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
  confirm: [{ id: 'feedback', text: 'The supply’s feedback is taken before this filter, and the damping capacitor stands outside its loop.' }],
  cautions: ['Inductors keep their current flowing: no mechanical switch between L and C.'],
  schools:
    'LC after the supply (efficient), a quieter supply or higher frequency (simpler), a linear post-regulator (also rejects low frequencies), or a bead instead of L (only above a megahertz, saturates early). Damping by a lossy capacitor (cheap) or RD and CD (defined). Impedance margin 6 or 10–12 dB.',
  sources: ['input-filter criterion for converters', 'R-C damping optimum of an LC filter', 'ladder theory'],
});

const UNSTABLE = impossible('with this load it oscillates');
