import { impossible, none } from '../../../math/absent.ts';
import { FILTER_CARRIED, FILTER_IN, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP } from '../../../models/opamp.ts';
import { exactly, mirrored, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given, Ingredients } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { controlAt, denominator, distortionAt, frequencyAt, loopOf, nodeOf, Variable } from './laws.ts';
import { size } from './sizing.ts';

const resistor = (doc: string, needed?: (g: Given) => boolean) =>
  ({ type: 'resistor', series: 'E96', tolerance: 0.01, doc, ...(needed ? { needed } : {}) }) as const;
const capacitor = (doc: string) => ({ type: 'capacitor', series: 'E12', tolerance: 0.02, doc }) as const;
const controlled = (g: Given) => g.tuning === 'controlled';
const fixed = (g: Given) => !controlled(g);
const switched = (g: Given) => g.tuning === 'switched-resistors' || g.tuning === 'switched-capacitors';
/** The highest of three outputs is least where two of them are alike. */
const CROSSING = { inputs: ['R1', 'R2', 'R3', 'R4', 'R5', 'C1', 'C2'].map((slot) => `parts.${slot}.value`), samples: 3 };
const cents = (ratio: number) => 1200 * Math.log2(ratio);

export const stateVariableFilter = defineKind({
  id: 'state-variable-filter',
  family: 'analog',
  group: 'Signal',
  title: 'State-variable filter',
  aliases: ['SVF', 'two-integrator loop', 'universal filter', 'voltage-controlled filter', 'biquad', 'voice', 'VCF'],
  purpose: 'Low-, band- and high-pass at once with frequency and quality set apart, fixed, switched, or controlled by a voltage.',
  given: {
    centreFrequency: num('Hz', 1000, 'wanted', { title: 'frequency wanted' }),
    quality: num('', 1, 'wanted', { title: 'quality wanted' }),
    gain: num('', 1, 'at the low- and high-pass outputs', { title: 'gain wanted' }),
    tuning: choice(['fixed', 'switched-resistors', 'switched-capacitors', 'controlled'], 'fixed', 'how its frequency is set', 'tuning'),
    output: choice(['lowpass', 'bandpass', 'highpass'], 'lowpass', 'what is handed on; all three are there', 'output used'),
    controlVoltage: num('V', 0, 'controlled: where it stands', { any: true, title: 'control voltage' }),
    controlLow: num('V', 0, 'controlled: lower end', { any: true, title: 'control from' }),
    controlHigh: num('V', 0, 'controlled: upper end', { any: true, title: 'control up to' }),
    voltsPerOctave: num('V', 1, 'control law at 25 °C', { title: 'volts per octave' }),
    referenceCurrent: num('A', 1e-6, 'control current of each integrator at 0 V', { title: 'current at 0 V' }),
    scaleTempco: num('1/K', 0, 'of the resistor that makes up for the exponential law: 0.0033 cancels it', { any: true, title: 'compensation' }),
    copies: num('', 1, 'voices; of several copies on the board those count', { min: 1, title: 'voices' }),
    currentLimit: num('A', null, 'what the supply can give for all copies', { title: 'supply can give' }),
    outputSwing: num('V', 1, 'peak at the integrators’ inputs', { level: 'peak', min: 0, title: 'signal inside, peak' }),
    maximumSpread: num('cent', null, 'of frequency, between copies', { title: 'spread allowed' }),
    maximumDistortion: num('ratio', null, 'third harmonic', { title: 'distortion allowed' }),
    maximumStep: num('V', null, 'when a switch acts', { title: 'step allowed' }),
    frequencyTolerance: num('ratio', 0.05, 'allowed relative error', { title: 'frequency error allowed' }),
    qualityTolerance: num('ratio', 0.1, 'allowed relative error', { title: 'quality error allowed' }),
    supplyVoltage: num('V', 10, 'from rail to rail; the signal ground is half of it'),
    sourceResistance: num('ohm', 0, 'of what drives it', { min: 0 }),
    bandLow: num('Hz', 20, 'start of the noise band', { title: 'noise from' }),
    bandHigh: num('Hz', 20000, 'end of the noise band', { title: 'noise up to' }),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    R1: resistor('input to the summing amplifier'),
    R2: resistor('from the low-pass output'),
    R3: resistor('summing feedback'),
    R4: resistor('from the band-pass output: sets the quality'),
    R5: resistor('non-inverting input to ground'),
    R6: resistor('first integrator', fixed),
    R7: resistor('second integrator', fixed),
    R8: { ...resistor('series arm of each integrator’s attenuator', controlled), default: 1e5 },
    R9: { ...resistor('its shunt arm', controlled), default: 1e3 },
    C1: capacitor('first integrator'),
    C2: capacitor('second integrator'),
    S1: {
      type: 'device',
      doc: 'analog switch',
      needed: switched,
      params: {
        onResistance: num('ohm', 100, 'of a closed switch', { min: 0 }),
        chargeInjection: num('C', 1e-11, 'when it opens', { min: 0, title: 'charge it injects' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'op amp: three a copy',
      takes: 'op amp',
      params: { ...FILTER_AMP, outputResistance: { ...FILTER_AMP.outputResistance, default: 0 }, headroom: { ...FILTER_AMP.headroom, default: 1 } },
      pieces: () => 3,
    },
    U2: {
      type: 'device',
      doc: 'dual transconductance amplifier',
      needed: controlled,
      params: {
        quiescentCurrent: num('A', 0.002, undefined, { min: 0 }),
        currentLimit: num('A', 0.001, 'of its control current'),
        gainRatio: num('', 1, 'real over ideal transconductance: its tolerance is what copies differ by', { title: 'transconductance, real over ideal' }),
      },
    },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    idealCentreFrequency: { unit: 'Hz', title: 'frequency of the parts', doc: 'with ideal op amps' },
    idealQuality: { unit: '', title: 'quality of the parts', doc: 'with ideal op amps' },
    centreFrequency: { unit: 'Hz', title: 'frequency', doc: 'with the real op amps', late: true },
    quality: { unit: '', title: 'quality', doc: 'with the real op amps', late: true },
    lowGain: { unit: '', title: 'gain, low-pass', doc: 'far below' },
    bandGain: { unit: '', title: 'gain, band-pass', doc: 'at its peak', late: true },
    highGain: { unit: '', title: 'gain, high-pass', doc: 'far above' },
    peakGain: { unit: '', title: 'highest gain', doc: 'of the three outputs', late: true, inside: CROSSING },
    maximumInput: { unit: 'V', title: 'clips at an input of', doc: 'peak, at the worst frequency', late: true, inside: CROSSING },
    switchStep: { unit: 'V', title: 'step of a switch', doc: 'charge on C1' },
    lowestFrequency: { unit: 'Hz', title: 'lowest frequency', doc: 'at the lower end of control' },
    highestFrequency: { unit: 'Hz', title: 'highest frequency', doc: 'at the upper end of control' },
    controlCurrent: { unit: 'A', title: 'control current', doc: 'of one integrator, where it stands' },
    largestControlCurrent: { unit: 'A', title: 'largest control current', doc: 'of one integrator' },
    temperatureDrift: { unit: 'cent', title: 'drift', doc: 'against 25 °C' },
    differentialInput: { unit: 'V', title: 'signal at a transconductance', doc: 'peak' },
    distortion: { unit: 'ratio', title: 'distortion', doc: 'third harmonic over fundamental' },
    copyCurrent: { unit: 'A', title: 'current of a copy', doc: 'from its rail' },
    totalCurrent: { unit: 'A', title: 'current of all copies', doc: 'of the voices named here' },
    frequencySpread: {
      unit: 'cent',
      title: 'spread between copies',
      doc: 'by their parts alone: what is common to all is tuned out',
      derived: {
        made: ({ overParts }: Ingredients) => {
          const { nominal, low, high, absent } = overParts('centreFrequency');
          if (nominal === null || low === null || high === null) return { nominal: null, low: null, high: null, ...(absent ? { absent } : {}) };
          return exactly(cents(high / low));
        },
      },
    },
    frequencySpreadRss: {
      unit: 'cent',
      title: 'usual spread between copies',
      doc: 'root-sum-square of their parts',
      derived: {
        made: ({ out, halfSpread }: Ingredients) => {
          const { nominal, absent } = out('centreFrequency');
          if (nominal === null) return { nominal: null, low: null, high: null, ...(absent ? { absent } : {}) };
          const r = halfSpread('centreFrequency') / nominal;
          return r < 1 ? exactly(cents((1 + r) / (1 - r))) : { nominal: null, low: null, high: null, absent: TOO_WIDE };
        },
      },
    },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms in the band, of the output used', late: true },
    ownNoise: { unit: 'V', title: 'noise of its own', doc: 'rms in the band, without what drives it', late: true },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply, signal ground and signal, peak to peak', late: true },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts: p } = x;
    const loop = loopOf(x);
    const v = new Variable(x);
    const free = g.tuning === 'controlled';
    const tuned = (value: () => number) => (free ? value() : NOT_CONTROLLED);
    const largest = free ? controlAt(x, g.controlHigh) : 0;
    const differential = free ? (g.outputSwing * p.R9.value!) / (p.R8.value! + p.R9.value!) : 0;
    const copy = 3 * p.U1.quiescentCurrent + (free ? p.U2.quiescentCurrent + 4 * largest : 0);
    return late(
      { v, room: g.supplyVoltage / 2 - x.carried.supplyRipple / 2 - p.U1.headroom },
      {
        idealCentreFrequency: v.ideal.frequency,
        idealQuality: v.ideal.quality,
        lowGain: p.R2.value / p.R1.value,
        highGain: p.R3.value / p.R1.value / denominator(loop),
        switchStep: switched(g) ? p.S1.chargeInjection / p.C1.value : NOT_SWITCHED,
        lowestFrequency: tuned(() => frequencyAt(x, g.controlLow)),
        highestFrequency: tuned(() => frequencyAt(x, g.controlHigh)),
        controlCurrent: tuned(() => controlAt(x, g.controlVoltage)),
        largestControlCurrent: tuned(() => largest),
        temperatureDrift: tuned(() => cents(v.ideal.frequency / frequencyAt({ ...x, ambient: 25 }, g.controlVoltage))),
        differentialInput: tuned(() => differential),
        distortion: tuned(() => distortionAt(differential, x.ambient)),
        copyCurrent: copy,
        totalCurrent: g.copies * copy,
      },
    );
  },
  checks,
  rails: {
    vcc: { ...FILTER_RAIL, draws: 'copyCurrent' },
  },
  signals: {
    in: { role: 'in', fills: FILTER_IN, back: { loadResistance: (c) => c.range('R1.value') } },
    control: { role: 'in', fills: { voltage: 'controlVoltage' }, back: {} },
    out: {
      role: 'out',
      fills: {},
      down: (c, { in: incoming }) => {
        const g = c.x.given;
        const gain = c.pick(g.output === 'bandpass' ? 'bandGain' : g.output === 'highpass' ? 'highGain' : 'lowGain') ?? exactly(1);
        const most = c.pick('maximumInput');
        const upper = g.output === 'highpass' ? null : c.pick('idealCentreFrequency');
        return handOn(c, incoming, {
          gain: g.output === 'bandpass' ? gain : mirrored(gain),
          clips: most && scaleRange(most, gain.nominal),
          noise: 'banded',
          upper,
          ripple: c.pick('outputRipple') ?? exactly(0),
          typed: null,
        });
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const v = new Variable(x);
          const node = nodeOf(x.given.output);
          const reference =
            x.given.output === 'bandpass'
              ? v.peaks.band
              : x.given.output === 'highpass'
                ? x.parts.R3.value / x.parts.R1.value
                : x.parts.R2.value / x.parts.R1.value;
          return 20 * Math.log10(reference / v.real.gain(node, frequency));
        },
      },
    },
  },
  heat: (x, o) => ({ 'op amps': Math.max(0, x.given.supplyVoltage) * (o.copyCurrent ?? 0) }),
  confirm: [{ id: 'loop-order', text: 'The band-pass output goes back to the non-inverting input, the low-pass output to the inverting one.' }],
  cautions: [],
});

interface Source {
  v: Variable;
  room: number;
}
const late = lately({
  centreFrequency: ({ v }: Source) => v.pair.frequency,
  quality: ({ v }: Source) => v.pair.quality,
  bandGain: ({ v }: Source) => v.peaks.band,
  peakGain: ({ v }: Source) => v.peaks.all,
  maximumInput: ({ v, room }: Source) => room / v.peaks.all,
  outputNoise: ({ v }: Source) => v.noise(),
  ownNoise: ({ v }: Source) => v.noise(0),
  outputRipple: ({ v }: Source) => v.ripple,
});

const NOT_CONTROLLED = none('only a controlled filter has it');
const NOT_SWITCHED = none('nothing is switched');
const TOO_WIDE = impossible('the parts spread beyond the frequency itself');
