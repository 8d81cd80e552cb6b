import { missing, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { output, ratio, secondary, transfer, winding } from './laws.ts';
import { size } from './sizing.ts';

export const currentTransformer = defineKind({
  id: 'current-transformer',
  family: 'magnetics',
  group: 'Signal',
  title: 'Current transformer',
  aliases: ['CT', 'current sense transformer', 'feedback transformer', 'burden resistor'],
  purpose:
    'Turns an alternating or pulsed current into a voltage for a converter or a logic gate: burden, clamps, droop, flux, and where the clamp current goes.',
  given: {
    waveform: choice(['sine', 'unipolar-pulse'], 'sine', 'of the primary current', 'waveform'),
    primaryCurrent: num('A', 10, 'peak, the largest', { title: 'primary current' }),
    minimumCurrent: num('A', 1, 'peak at which it must still toggle or be read', { title: 'least current' }),
    frequency: num('Hz', 100000, 'of the current', { title: 'frequency' }),
    pulseWidth: num('s', 2e-6, 'of a pulse', { title: 'pulse width' }),
    clamp: choice(['none', 'antiparallel', 'to-rails'], 'none', 'across the burden, or to the rails of the input', 'clamp'),
    coupled: {
      ...flag(false, 'a coupling capacitor stands between winding and clamps, so that they leave no direct voltage on it'),
      title: 'coupling capacitor',
    },
    logicVoltage: num('V', 5, 'rail that the diodes clamp to', { title: 'rail of the clamps' }),
    railMinimumLoad: num('A', 0.01, 'least current that others draw from that rail', { min: 0, title: 'least load of the rail' }),
    resetVoltage: num('V', null, 'to which the secondary may swing in the gap of pulses', { title: 'reset voltage' }),
    maximumDroop: num('ratio', 0.05, 'over a pulse', { title: 'droop allowed' }),
    maximumPhaseError: num('deg', 3, 'of a sine', { title: 'phase error allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    T1: {
      type: 'device',
      doc: 'transformer',
      params: {
        primaryTurns: num('count', 1, 'of the primary', { min: 1, integer: true, title: 'primary turns' }),
        secondaryTurns: num('count', 100, 'of the secondary', { min: 1, integer: true, title: 'secondary turns' }),
        magnetisingInductance: num('H', 0.02, 'at the secondary', { title: 'magnetising inductance' }),
        windingResistance: num('ohm', 1, 'of the secondary', { min: 0, title: 'winding resistance' }),
        coreArea: num('m2', 1.5e-5, 'effective', { title: 'cross-section of the core' }),
        maximumFlux: num('T', 0.3, 'before it saturates', { title: 'flux, at most' }),
      },
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'burden', params: { powerRating: num('W', 0.25) } },
    D1: {
      type: 'device',
      doc: 'each clamp diode',
      needed: (g: Given) => g.clamp !== 'none',
      params: {
        forwardVoltage: num('V', 0.35, 'a low drop keeps the input inside its limits', { min: 0 }),
        dynamicResistance: num('ohm', 0.5, undefined, { min: 0 }),
        currentRating: num('A', 0.3, 'peak'),
        powerRating: num('W', 0.3, 'on average'),
      },
    },
    U1: {
      type: 'device',
      bought: false,
      doc: 'input that reads it',
      params: {
        threshold: num('V', 0.1, 'against the level that the secondary returns to', { title: 'threshold' }),
        maximumInput: num('V', 1.6, 'highest it stands, against that level', { title: 'input, at most' }),
        minimumInput: num('V', -1.6, 'lowest it stands, against that level', { any: true, title: 'input, at least' }),
      },
    },
  },
  outcomes: {
    transresistance: { unit: 'ohm', title: 'volts for an ampere', doc: 'at the burden, for the primary current' },
    secondaryCurrent: { unit: 'A', title: 'secondary current', doc: 'peak' },
    phaseError: { unit: 'deg', title: 'phase error', doc: 'leads by, of a sine' },
    droop: { unit: 'ratio', title: 'droop', doc: 'over the pulse' },
    burdenVoltage: { unit: 'V', title: 'burden voltage', doc: 'peak, as if nothing clamped' },
    outputPeak: { unit: 'V', title: 'output, highest', doc: 'at the burden, clamped' },
    outputTrough: { unit: 'V', title: 'output, lowest', doc: 'at the burden, clamped' },
    clampCurrent: { unit: 'A', title: 'clamp current', doc: 'peak, in the diode that works harder' },
    clampPower: { unit: 'W', title: 'heat of a clamp', doc: 'average, in the diode that works harder' },
    railInjection: { unit: 'A', title: 'into the rail', doc: 'average' },
    burdenDissipation: { unit: 'W', title: 'heat of the burden', doc: 'average, both halves' },
    fluxPeak: { unit: 'T', title: 'peak flux', doc: 'with the drop of the winding' },
    resetTime: { unit: 's', title: 'time to reset', doc: 'after a pulse' },
    thresholdCurrent: { unit: 'A', title: 'toggles at', doc: 'peak of the primary current' },
    windingMean: { unit: 'V', title: 'direct voltage on the winding', doc: 'what unequal clamps leave: it walks the core into saturation' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { T1, R1, U1 } = parts;
    const sine = g.waveform === 'sine';
    const { share, lead } = transfer(x);
    const o = output(x);
    const volts = winding(x);
    const trans = R1.value * ratio(x) * share;
    const pulse = (f: () => number): number | Absent => (sine ? NO_PULSE : f());
    return {
      transresistance: trans,
      secondaryCurrent: secondary(x),
      phaseError: sine ? (lead * 180) / Math.PI : NO_SINE,
      droop: pulse(() => 1 - Math.exp((-(R1.value + T1.windingResistance) * g.pulseWidth) / T1.magnetisingInductance)),
      burdenVoltage: R1.value * secondary(x),
      outputPeak: o.peak,
      outputTrough: o.trough,
      clampCurrent: o.clamp,
      clampPower: o.clampHeat,
      railInjection: o.injected,
      burdenDissipation: o.burden,
      fluxPeak: sine ? volts / (2 * Math.PI * g.frequency * T1.secondaryTurns * T1.coreArea) : (volts * g.pulseWidth) / (T1.secondaryTurns * T1.coreArea),
      resetTime: sine ? NO_PULSE : g.resetVoltage === null ? UNRESET : (volts * g.pulseWidth) / g.resetVoltage,
      thresholdCurrent: U1.threshold / trans,
      windingMean: o.mean,
    };
  },
  checks,
  rails: { logic: { role: 'consumes', fills: { voltage: 'logicVoltage', leastLoad: 'railMinimumLoad' }, gives: {}, optional: (g) => g.clamp !== 'to-rails' } },
  signals: {
    in: { role: 'in', carries: 'switched', fills: { current: 'primaryCurrent', clock: 'frequency' } },
    out: {
      role: 'out',
      fills: {},
      down: (c) => ({
        dc: { nominal: 0, low: 0, high: 0 },
        amplitude: c.pick('outputPeak'),
        sourceResistance: c.range('R1.value'),
        clock: c.range('frequency'),
      }),
    },
  },
  driven: true,
  heat: (_x, o) => ({ burden: o.burdenDissipation ?? 0, clamps: 2 * (o.clampPower ?? 0) }),
  confirm: [{ id: 'burden-side', text: 'The burden sits on the transformer’s side of every connector: its secondary is never open.' }],
  cautions: ['Never run it with the secondary open: the voltage rises until something breaks. Insulate the primary as for mains where it carries mains.'],
});

const NO_PULSE = none('that is of pulses');
const NO_SINE = none('that is of a sine');
const UNRESET = missing('nobody said what it is reset with');
