import { impossible, type Value } from '../../../math/absent.ts';
import { toDb } from '../../../physics/network.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind } from '../../../stage/contract.ts';
import { lately } from '../../../stage/late.ts';
import { choice, num } from '../../../stage/fields.ts';
import { Answers, drawn, lcAt, resonances, type LcNetwork } from './network.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';
import { network } from './stage.ts';

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
    loadCurrent: num('A', 0.5, 'drawn from it', { min: 0 }),
    maximumOutputRipple: num('V', 0.002),
    maximumDrop: num('V', 0.3),
    sections: num('count', 1, undefined, { oneOf: [1, 2, 3] }),
    loadStep: num('A', 0.25, undefined, { min: 0 }),
    loadKind: choice(['constant-current', 'resistive', 'constant-power'], 'constant-current'),
    harmonic: num('ratio', 10, 'multiple of rippleFrequency also judged (edges)', { min: 1 }),
    couplingLimit: num('dB', 80, 'what passes beside the filter by fields and shared ground: 60–80 dB on two layers, 90–100 dB screened'),
    sourceResistance: num('ohm', 0.01, 'AC output resistance of the supply', { min: 0 }),
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
    peaking: { unit: 'dB', title: 'peaking', late: 'listed' },
    outputImpedancePeak: { unit: 'ohm', title: 'peak output impedance', late: 'listed' },
    impedanceMargin: { unit: 'dB', title: 'impedance margin', late: 'listed' },
    dampingRatio: { unit: 'ratio', title: 'damping', doc: 'negative oscillates', late: 'listed' },
    inductorRipple: { unit: 'A', title: 'ripple current of L1', doc: 'peak to peak' },
    inductorPeakCurrent: { unit: 'A', title: 'peak current of L1' },
    capacitorRippleCurrent: { unit: 'A', title: 'ripple current of C1', doc: 'rms' },
    dissipation: { unit: 'W', title: 'heat of the hottest inductor' },
    totalDissipation: { unit: 'W', title: 'heat of all inductors' },
    stepDeviation: { unit: 'V', title: 'fall at a load step', late: 'listed' },
    turnOnPeak: { unit: 'V', title: 'peak at turn-on', late: 'listed' },
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
    const inductorRipple = g.inputRipple * currents.inductor;
    // Nothing was drawn before it is turned on: the source stands at its highest.
    const asked = { load: g.loadCurrent, step: g.loadStep, volts: outputVoltage, highest: Math.max(g.inputVoltage, x.carried.inputMaximum ?? 0) };
    return late(new Asked(net, asked), {
      outputVoltage,
      outputTrough: outputVoltage - outputRipple / 2,
      dropVoltage: g.loadCurrent * sum,
      inputCurrent: g.loadCurrent,
      circuitAttenuation: -toDb(ripple),
      attenuation: -toDb(passed),
      harmonicAttenuation: -toDb(Math.hypot(harmonic, floor)),
      outputRipple,
      resonanceFrequency: resonances(net)[0]!,
      inductorRipple,
      inductorPeakCurrent: g.loadCurrent + inductorRipple / 2,
      capacitorRippleCurrent: (g.inputRipple / (2 * Math.SQRT2)) * currents.capacitor,
      dissipation: g.loadCurrent ** 2 * Math.max(...dcr),
      totalDissipation: g.loadCurrent ** 2 * sum,
    });
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
  confirm: [{ id: 'feedback', text: 'The supply’s feedback is taken before this filter, and the damping capacitor stands outside its loop.' }],
  cautions: ['Inductors keep their current flowing: no mechanical switch between L and C.'],
});

/** Answers of a circuit with what was asked of it when they were left open. */
class Asked extends Answers {
  constructor(
    net: LcNetwork,
    readonly at: { load: number; step: number; volts: number; highest: number },
  ) {
    super(net);
  }
}

const late = lately({
  peaking: (c: Asked) => Math.max(0, toDb(c.transfer)),
  outputImpedancePeak: (c: Asked) => c.impedance,
  impedanceMargin: (c: Asked) => toDb((c.at.load > 0 && c.at.volts > 0 ? c.at.volts / c.at.load : 1e12) / c.impedance),
  dampingRatio: (c: Asked) => c.damping,
  stepDeviation: (c: Asked): Value => (c.damping > 0 ? c.at.step * c.stepFall : UNSTABLE),
  turnOnPeak: (c: Asked) => c.at.highest * c.stepPeak,
});

const UNSTABLE = impossible('with this load it oscillates');
