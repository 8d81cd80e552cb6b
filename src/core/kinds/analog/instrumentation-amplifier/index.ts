import { none } from '../../../math/absent.ts';
import { AMP_CARRIED, AMP_RAILS, OP_AMP, rejectionAt } from '../../../models/opamp.ts';
import { fromDb, toDb } from '../../../physics/network.ts';
import { evenDensity } from '../../../physics/noise.ts';
import { exactly, lesser, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs, Given, Ingredients } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { lately, takenOver } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { inputNoise, room, solve, type Solved } from './laws.ts';
import { size } from './sizing.ts';

const three = (g: Given) => g.topology === 'three-op-amp';
const resistor = (doc: string, tolerance: number, needed?: (g: Given) => boolean) =>
  ({ type: 'resistor', series: 'E96', tolerance, doc, ...(needed ? { needed } : {}) }) as const;
/** What leaks of a common-mode signal, nominal and at most: a mismatch of either sign has its own corner. */
const leaks = ({ plain }: Ingredients): [nominal: number, high: number] => {
  const both = [plain('leakUp'), plain('leakDown')];
  return [Math.max(...both.map((s) => s.nominal ?? 0)), Math.max(...both.map((s) => s.high ?? s.nominal ?? 0))];
};
const turning = (read: (s: Solved, x: AnyInputs) => number) => ({
  inputs: ['ambient'],
  value: (x: AnyInputs) => read(solve(x), x),
  turnsAt: 25,
});

export const instrumentationAmplifier = defineKind({
  id: 'instrumentation-amplifier',
  family: 'analog',
  group: 'Signal',
  title: 'Instrumentation amplifier',
  aliases: [
    'bridge amplifier',
    'load cell amplifier',
    'three op amp amplifier',
    'differential amplifier',
    'in-amp',
    'scale',
    'strain gauge',
    'sensor amplifier',
  ],
  purpose: 'Amplifies a small difference between two wires and refuses what both carry, without loading the source.',
  given: {
    topology: choice(['three-op-amp', 'single-resistor'], 'single-resistor', 'built from op amps, or one chip set by one resistor', 'circuit'),
    gain: num('', 100, 'wanted', { min: 1, title: 'gain wanted' }),
    gainTolerance: num('ratio', 0.02, 'allowed at the signal frequency', { title: 'gain error allowed' }),
    inputAmplitude: num('V', 0.01, 'peak of the difference', { level: 'peak', min: 0, title: 'signal, peak' }),
    inputLevel: num('V', 2.5, 'common-mode level of both inputs', { any: true, title: 'level of the inputs' }),
    commonModeAmplitude: num('V', 0, 'peak of what both inputs carry', { level: 'peak', min: 0, title: 'common-mode signal, peak' }),
    commonModeFrequency: num('Hz', 50, 'of that', { title: 'its frequency' }),
    signalFrequency: num('Hz', 100, 'highest frequency that must be right'),
    referenceLevel: num('V', 2.5, 'of the reference pin', { any: true, title: 'reference level' }),
    positiveSupply: num('V', 5, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', 0, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    sourceResistance: num('ohm', 350, 'of each leg', { min: 0 }),
    sourceImbalance: num('ohm', 0, 'between the legs', { min: 0, title: 'difference of the legs' }),
    inputCapacitance: num('F', 1e-11, 'of each input to ground, cable and filter included', { min: 0, title: 'capacitance of each input' }),
    capacitanceImbalance: num('F', 0, 'between the inputs', { min: 0, title: 'difference of the capacitances' }),
    noiseBandLow: num('Hz', 0.1, 'start of the noise band', { title: 'noise from' }),
    noiseBandHigh: num('Hz', 100, 'end of the noise band', { title: 'noise up to' }),
    minimumHeadroom: num('V', 0.1, 'to spare at inputs, inner nodes and output', { title: 'headroom wanted' }),
    minimumCommonModeRejection: num('dB', 80, 'at the common-mode frequency', { any: true, title: 'common-mode rejection wanted' }),
    maximumOffset: num('V', 0.1, 'at the output', { title: 'offset allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: resistor('sets the gain', 0.001),
    R2: resistor('feedback of input amplifier A', 0.01, three),
    R3: resistor('feedback of input amplifier B', 0.01, three),
    R4: resistor('difference stage, inverting input', 0.001, three),
    R5: resistor('difference stage, feedback', 0.001, three),
    R6: resistor('difference stage, non-inverting input', 0.001, three),
    R7: resistor('difference stage, to the reference', 0.001, three),
    U1: {
      type: 'device',
      doc: 'instrumentation amplifier, or three op amps',
      params: {
        gainConstant: num('ohm', 50000, 'of a chip: gain = 1 + this over R1', { title: 'gain constant' }),
        gainBandwidth: { ...OP_AMP.gainBandwidth, default: 1e6 },
        outputBandwidth: num('Hz', 5e5, 'of a chip: pole of its output stage', { title: 'bandwidth of the output stage' }),
        commonModeRejection: { ...OP_AMP.commonModeRejection, default: 100 },
        commonModeRejectionCorner: num('Hz', 1000, 'above it rejection falls 20 dB a decade', { title: 'corner of the common-mode rejection' }),
        voltageNoise: OP_AMP.voltageNoise,
        voltageNoiseCorner: { ...OP_AMP.voltageNoiseCorner, default: 5 },
        outputVoltageNoise: num('V/rtHz', 1e-7, 'of a chip: its output stage, divided by the gain', { min: 0, title: 'noise of the output stage' }),
        currentNoise: { ...OP_AMP.currentNoise, default: 1e-13 },
        currentNoiseCorner: { ...OP_AMP.currentNoiseCorner, default: 10 },
        offsetVoltage: { ...OP_AMP.offsetVoltage, default: 1e-4 },
        offsetDrift: num('V/K', 0, 'magnitude, away from 25 °C', { min: 0 }),
        outputOffsetVoltage: num('V', 0.001, 'of a chip: its output stage', { min: 0, title: 'offset of the output stage' }),
        biasCurrent: { ...OP_AMP.biasCurrent, default: 1e-9 },
        offsetCurrent: { ...OP_AMP.offsetCurrent, default: 5e-10 },
        inputWindowHigh: { ...OP_AMP.inputWindowHigh, default: 1 },
        inputWindowLow: { ...OP_AMP.inputWindowLow, default: 0.1 },
        nodeSwingHigh: num('V', 0.1, 'how near the inner nodes come to the positive rail', { min: 0, title: 'inner nodes to the positive rail' }),
        nodeSwingLow: num('V', 0.1, 'how near the inner nodes come to the negative rail', { min: 0, title: 'inner nodes to the negative rail' }),
        levelShift: num('V', 0, 'inner nodes sit so far above the inputs', { any: true, title: 'level shift' }),
        outputSwingHigh: { ...OP_AMP.outputSwingHigh, default: 0.1 },
        outputSwingLow: { ...OP_AMP.outputSwingLow, default: 0.1 },
        rippleRejection: OP_AMP.rippleRejection,
        rippleRejectionCorner: OP_AMP.rippleRejectionCorner,
        quiescentCurrent: OP_AMP.quiescentCurrent,
        supplyMaximum: { ...OP_AMP.supplyMaximum, default: 36 },
        junctionToAmbient: OP_AMP.junctionToAmbient,
        maximumJunction: OP_AMP.maximumJunction,
      },
    },
  },
  carried: AMP_CARRIED,
  outcomes: {
    gain: { unit: '', title: 'gain', doc: 'at DC' },
    gainError: { unit: 'ratio', title: 'gain error', doc: 'against the gain wanted, at the signal frequency' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'half power of both poles' },
    commonModeGain: { unit: 'ratio', title: 'mismatch of the difference stage', doc: 'common mode referred to the input, with sign' },
    commonModeRejection: {
      unit: 'dB',
      title: 'common-mode rejection',
      doc: 'resistors, device and source together',
      derived: {
        made: (from: Ingredients) => {
          const [nominal, high] = leaks(from);
          return { nominal: -toDb(nominal), low: -toDb(high), high: -toDb(nominal) };
        },
      },
    },
    commonModeError: {
      unit: 'V',
      title: 'common-mode signal at the output',
      doc: 'peak, at the largest gain',
      derived: {
        made: (from: Ingredients) => {
          const [nominal, high] = leaks(from);
          const [carried, gain] = [from.out('carriedCommonMode'), from.out('gain')];
          const value = (carried.nominal ?? 0) * (gain.nominal ?? 0) * nominal;
          return { nominal: value, low: value, high: (carried.high ?? 0) * (gain.high ?? 0) * high };
        },
      },
    },
    leakUp: { unit: 'ratio', title: 'common mode, mismatch one way', doc: 'referred to the input', hidden: true },
    leakDown: { unit: 'ratio', title: 'common mode, mismatch the other way', doc: 'referred to the input', hidden: true },
    carriedCommonMode: { unit: 'V', title: 'common-mode signal', doc: 'peak', hidden: true },
    inputHeadroomHigh: { unit: 'V', title: 'inputs to their upper end', doc: 'left at the trough of the rail' },
    inputHeadroomLow: { unit: 'V', title: 'inputs to their lower end', doc: 'left to the bottom of the window' },
    nodeHeadroomHigh: { unit: 'V', title: 'inner nodes to their upper end', doc: 'common mode and half the amplified difference' },
    nodeHeadroomLow: { unit: 'V', title: 'inner nodes to their lower end', doc: 'common mode and half the amplified difference' },
    outputHeadroomHigh: {
      unit: 'V',
      title: 'output to its upper end',
      doc: 'signal and offset counted',
      inside: turning((s, x) => room(x, s).outputHeadroomHigh),
    },
    outputHeadroomLow: {
      unit: 'V',
      title: 'output to its lower end',
      doc: 'signal and offset counted',
      inside: turning((s, x) => room(x, s).outputHeadroomLow),
    },
    outputOffset: { unit: 'V', title: 'offset at the output', doc: 'worst DC error, a magnitude', inside: turning((s) => s.outputOffset) },
    inputOffset: { unit: 'V', title: 'offset at the input', doc: 'the same referred to the input', inside: turning((s) => s.outputOffset / s.gain) },
    inputNoise: { unit: 'V', title: 'noise at the input', doc: 'rms in the band', late: true },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms in the band', late: true },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'with the signal as a sine', late: true },
    outputPeak: { unit: 'V', title: 'signal at the output, peak', doc: 'at the signal frequency' },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply and reference, peak to peak' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of the device, or of three op amps' },
    dissipation: { unit: 'W', title: 'heat', doc: 'of the amplifier' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'at this ambient' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, carried } = x;
    const u = parts.U1;
    const s = solve(x);
    const { swing, ...headroom } = room(x, s);
    const span = g.positiveSupply - g.negativeSupply;
    // As the catalogue counts it: one device's current, whichever the circuit.
    const dissipation = span * u.quiescentCurrent;
    return late(frozen(x, s), {
      gain: s.gain,
      gainError: (s.gain * Math.sqrt(s.square(g.signalFrequency))) / g.gain - 1,
      bandwidth: s.bandwidth,
      commonModeGain: s.commonModeGain,
      leakUp: s.commonModeGain + s.leak,
      leakDown: -s.commonModeGain + s.leak,
      carriedCommonMode: g.commonModeAmplitude,
      ...headroom,
      outputOffset: s.outputOffset,
      inputOffset: s.outputOffset / s.gain,
      outputPeak: swing,
      outputRipple:
        carried.inputRipple * s.gain * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, carried.rippleFrequency)) + carried.referenceRipple,
      supplyCurrent: u.quiescentCurrent,
      dissipation,
      junctionTemperature: x.ambient + dissipation * u.junctionToAmbient,
    });
  },
  checks,
  rails: AMP_RAILS,
  signals: {
    in: {
      role: 'in',
      fills: { voltage: 'inputLevel', amplitude: 'inputAmplitude', sourceResistance: 'sourceResistance' },
      back: { bias: (c) => c.range('U1.biasCurrent') },
    },
    out: {
      role: 'out',
      fills: {},
      down: (c, { in: incoming }) => {
        const offset = c.pick('outputOffset')!;
        const level = c.must('referenceLevel');
        const peak = c.pick('outputPeak')!;
        const left = lesser(c.pick('outputHeadroomHigh'), c.pick('outputHeadroomLow'));
        const band = c.pick('bandwidth')!;
        const g = c.x.given;
        const width = Math.min(g.noiseBandHigh, (Math.PI / 2) * band.nominal) - g.noiseBandLow;
        return {
          dc: { nominal: level.nominal, low: level.low - offset.high, high: level.high + offset.high },
          amplitude: peak,
          clips: left && exactly(Math.max(0, peak.nominal + left.nominal)),
          sourceResistance: exactly(0),
          noise: evenDensity(c.pick('outputNoise'), width),
          noiseBandwidth: lesser(scaleRange(band, Math.PI / 2), incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(band, incoming?.bandwidth ?? null),
          ripple: c.pick('outputRipple')!,
          rippleFrequency: c.x.carried.rippleFrequency,
          gain: (incoming?.gain ?? 1) * c.nominal('gain')!,
        };
      },
      attenuation: { in: (x, _env, frequency) => -10 * Math.log10(solve(x).square(frequency)) },
    },
  },
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: (_x, o) => ({ amplifier: Math.max(0, o.dissipation ?? 0) }),
  confirm: [{ id: 'bias-path', text: 'Both inputs have a DC path to the board for their bias current.' }],
  cautions: ['A floating source without a path for the bias current drifts to a rail.'],
});

/** What noise is worked out from, when somebody asks: the inputs move meanwhile. */
function frozen(x: AnyInputs, s: Solved) {
  const copy = takenOver(x);
  let known = NaN;
  return { noise: () => (Number.isNaN(known) ? (known = inputNoise(copy, s)) : known), gain: s.gain, peak: copy.given.inputAmplitude as number };
}
type Frozen = ReturnType<typeof frozen>;
const late = lately({
  inputNoise: (f: Frozen) => f.noise(),
  outputNoise: (f: Frozen) => f.gain * f.noise(),
  signalToNoise: (f: Frozen) => (f.peak > 0 ? toDb(f.peak / Math.SQRT2 / f.noise()) : NO_SIGNAL),
});

const NO_SIGNAL = none('there is no signal');
