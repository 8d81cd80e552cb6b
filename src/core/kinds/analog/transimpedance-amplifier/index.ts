import { AMP_CARRIED, AMP_RAILS, OP_AMP, rejectionAt } from '../../../models/opamp.ts';
import { fromDb, toDb } from '../../../physics/network.ts';
import { evenDensity } from '../../../physics/noise.ts';
import { exactly, lesser, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { lately, takenOver } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { closed, flat, halfPower, levels, loopOf, noise, peaking, phaseMargin } from './laws.ts';
import { size } from './sizing.ts';

export const transimpedanceAmplifier = defineKind({
  id: 'transimpedance-amplifier',
  family: 'analog',
  group: 'Signal',
  title: 'Transimpedance amplifier',
  aliases: ['photodiode amplifier', 'current to voltage converter', 'TIA', 'light sensor amplifier', 'light sensor'],
  purpose:
    'Turns a small current (photodiode, leakage, pickup) into a voltage, stable with the source’s capacitance and as quiet as the feedback resistor allows.',
  given: {
    inputCurrent: num('A', 1e-6, 'at full scale', { title: 'full-scale current' }),
    darkCurrent: num('A', 1e-9, 'of the source at 25 °C, without light', { min: 0, title: 'dark current' }),
    polarity: choice(['falling', 'rising'], 'falling', 'which way the output moves with current', 'output moves'),
    outputSwing: num('V', 1, 'change of the output wanted at full scale', { title: 'swing wanted' }),
    minimumBandwidth: num('Hz', 10000, 'wanted', { title: 'bandwidth wanted' }),
    sourceCapacitance: num('F', 1e-10, 'of diode and wiring', { min: 0, title: 'capacitance of the source' }),
    sourceResistance: num('ohm', 1e8, 'shunt resistance of the source', { title: 'resistance of the source' }),
    referenceLevel: num('V', 1.65, 'of the non-inverting input, and of the output in the dark', { any: true, title: 'reference level' }),
    positiveSupply: num('V', 3.3, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', 0, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    noiseBandLow: num('Hz', 1, 'start of the noise band', { title: 'noise from' }),
    noiseBandHigh: num('Hz', 1e6, 'end of the noise band', { title: 'noise up to' }),
    minimumHeadroom: num('V', 0.1, 'to spare at the output', { title: 'headroom wanted' }),
    maximumQuality: num('', 0.75, 'of the closed loop: 0.707 has no peak', { title: 'quality allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'feedback' },
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.1, doc: 'feedback; strays of 0.1 to 0.5 pF belong to it' },
    U1: {
      type: 'device',
      doc: 'op amp',
      takes: 'op amp',
      params: {
        gainBandwidth: { ...OP_AMP.gainBandwidth, default: 5e6 },
        inputCapacitance: { ...OP_AMP.inputCapacitance, default: 1e-11 },
        voltageNoise: OP_AMP.voltageNoise,
        voltageNoiseCorner: OP_AMP.voltageNoiseCorner,
        currentNoise: { ...OP_AMP.currentNoise, default: 1e-15 },
        offsetVoltage: { ...OP_AMP.offsetVoltage, default: 0.001 },
        biasCurrent: { ...OP_AMP.biasCurrent, default: 1e-11 },
        outputSwingHigh: OP_AMP.outputSwingHigh,
        outputSwingLow: OP_AMP.outputSwingLow,
        rippleRejection: OP_AMP.rippleRejection,
        rippleRejectionCorner: OP_AMP.rippleRejectionCorner,
        quiescentCurrent: OP_AMP.quiescentCurrent,
        supplyMaximum: OP_AMP.supplyMaximum,
      },
    },
  },
  carried: AMP_CARRIED,
  outcomes: {
    transresistance: { unit: 'V/A', title: 'transresistance', doc: 'volts per ampere' },
    outputVoltage: { unit: 'V', title: 'output at full scale', doc: 'without offset' },
    outputHeadroom: { unit: 'V', title: 'output to its nearer end', doc: 'at full scale, offset counted against it' },
    darkHeadroom: { unit: 'V', title: 'output in the dark to its nearer end', doc: 'offset counted against it' },
    naturalFrequency: { unit: 'Hz', title: 'natural frequency', doc: 'of the closed loop' },
    quality: { unit: '', title: 'quality of the loop', doc: 'closed; above 0.707 it has a peak' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'half power' },
    peaking: { unit: 'dB', title: 'peak of the response', doc: 'above DC' },
    phaseMargin: { unit: 'deg', title: 'phase margin', doc: 'of the loop' },
    flatCapacitance: { unit: 'F', title: 'flat with', doc: 'feedback capacitor for a response without a peak' },
    outputNoise: { unit: 'V', title: 'noise at full scale', doc: 'rms at the output', late: true },
    darkNoise: { unit: 'V', title: 'noise in the dark', doc: 'rms at the output', late: true },
    inputCurrentNoise: { unit: 'A', title: 'noise as a current', doc: 'rms, referred to the input', late: true },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'full scale against its noise', late: true },
    outputOffset: { unit: 'V', title: 'offset', doc: 'worst DC error in the dark' },
    smallestCurrent: { unit: 'A', title: 'smallest current', doc: 'as much as the noise in the dark', late: true },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply and reference, peak to peak' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of the op amp' },
    dissipation: { unit: 'W', title: 'heat', doc: 'of the op amp' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const loop = loopOf(x);
    const { fn, q } = closed(loop);
    const { offset, volts } = levels(x, loop);
    const u = parts.U1;
    const room = (v: number) => Math.min(g.positiveSupply - u.outputSwingHigh - v, v - g.negativeSupply - u.outputSwingLow) - offset;
    const source = x.carried.inputRipple;
    return late(frozen(x), {
      transresistance: parts.R1.value,
      outputVoltage: volts,
      outputHeadroom: room(volts),
      darkHeadroom: room(g.referenceLevel),
      naturalFrequency: fn,
      quality: q,
      bandwidth: halfPower(fn, q),
      peaking: peaking(q),
      phaseMargin: phaseMargin(loop),
      flatCapacitance: flat(loop),
      outputOffset: offset,
      outputRipple:
        source * loop.a * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, x.carried.rippleFrequency)) + x.carried.referenceRipple * loop.a,
      supplyCurrent: u.quiescentCurrent,
      dissipation: (g.positiveSupply - g.negativeSupply) * u.quiescentCurrent,
    });
  },
  checks,
  rails: AMP_RAILS,
  signals: {
    in: { role: 'in', fills: {}, back: {} },
    out: {
      role: 'out',
      fills: {},
      down: (c, { in: incoming }) => {
        const offset = c.pick('outputOffset')!;
        const level = c.must('referenceLevel');
        const swing = c.pick('outputVoltage')!;
        const width = Math.min(c.x.given.noiseBandHigh, (Math.PI / 2) * c.nominal('bandwidth')!) - c.x.given.noiseBandLow;
        const ripple = c.pick('outputRipple')!;
        const far = Math.max(Math.abs(swing.high - level.nominal), Math.abs(swing.low - level.nominal));
        return {
          dc: { nominal: level.nominal, low: level.low - offset.high, high: level.high + offset.high },
          amplitude: { nominal: Math.abs(swing.nominal - level.nominal), low: Math.min(far, Math.abs(swing.nominal - level.nominal)), high: far },
          sourceResistance: exactly(0),
          noise: evenDensity(c.pick('outputNoise'), width),
          noiseBandwidth: scaleRange(c.pick('bandwidth')!, Math.PI / 2),
          bandwidth: lesser(c.pick('bandwidth'), incoming?.bandwidth ?? null),
          ripple,
          rippleFrequency: c.x.carried.rippleFrequency,
          gain: 1,
        };
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const { fn, q } = closed(loopOf(x));
          const u = frequency / fn;
          return 10 * Math.log10((1 - u * u) ** 2 + (u / q) ** 2);
        },
      },
    },
  },
  heat: (_x, o) => ({ 'op amp': Math.max(0, o.dissipation ?? 0) }),
  confirm: [
    { id: 'guard', text: 'The inverting input is short, guarded at the reference level and clean: flux residue leaks more than the diode in the dark.' },
    { id: 'diode-side', text: 'Anode and cathode of the photodiode stand so that light moves the output the way that is wanted.' },
  ],
  cautions: ['Bright light drives the output to its end: what listens must stand the rail’s voltage.'],
});

/** What noise is worked out from, when somebody asks: the inputs move meanwhile. */
const frozen = (x: AnyInputs) => {
  const copy = takenOver(x);
  let [light, dark] = [NaN, NaN];
  return {
    current: copy.given.inputCurrent as number,
    ohms: copy.parts.R1.value as number,
    light: () => (light = Number.isNaN(light) ? noise(copy, copy.given.inputCurrent) : light),
    dark: () => (dark = Number.isNaN(dark) ? noise(copy, 0) : dark),
  };
};
type Frozen = ReturnType<typeof frozen>;

const late = lately({
  outputNoise: (s: Frozen) => s.light(),
  darkNoise: (s: Frozen) => s.dark(),
  inputCurrentNoise: (s: Frozen) => s.light() / s.ohms,
  signalToNoise: (s: Frozen) => toDb((s.current * s.ohms) / s.light()),
  smallestCurrent: (s: Frozen) => s.dark() / s.ohms,
});
