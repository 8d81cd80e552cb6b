import { none, type Value } from '../../../math/absent.ts';
import { AMP_CARRIED, AMP_RAILS, OP_AMP } from '../../../models/opamp.ts';
import { toDb, fromDb } from '../../../physics/network.ts';
import { evenDensity } from '../../../physics/noise.ts';
import { addRanges, exactly, hypotRanges, lesser, scaleRange, type Range } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs, Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { checks } from './checks.ts';
import { margin, noise, power, ripple, solve, type Solved } from './laws.ts';
import { size } from './sizing.ts';

const is =
  (...topologies: readonly string[]) =>
  (g: Given) =>
    topologies.includes(g.topology as string);
const gains = is('inverting', 'non-inverting', 'difference', 'summing');
const bridge = is('difference');
const not = (test: (g: Given) => boolean) => (g: Given) => !test(g);
const resistor = { type: 'resistor', series: 'E24', tolerance: 0.01 } as const;

/** Offset is least at 25 °C: what it is part of turns round there. */
const turning = (read: (s: Solved) => number) => ({ inputs: ['ambient'], value: (x: AnyInputs) => read(solve(x)), turnsAt: 25 });

/** The other ends of a magnitude that a signal is taken down or up by. */
const magnitudeOf = (r: Range): Range => (r.nominal < 0 ? { nominal: -r.nominal, low: -r.high, high: -r.low } : r);

export const opampAmplifier = defineKind({
  id: 'opamp-amplifier',
  family: 'analog',
  group: 'Signal',
  title: 'Op-amp amplifier',
  aliases: [
    'inverting amplifier',
    'non-inverting amplifier',
    'difference amplifier',
    'summing amplifier',
    'mixer stage',
    'unity buffer',
    'voltage follower',
    'gain stage',
    'level shifter',
    'sensor amplifier',
    'make louder',
  ],
  purpose: 'Gives a signal the gain, level or low source resistance that the next stage needs, without clipping, slewing, ringing or adding too much noise.',
  given: {
    topology: choice(['inverting', 'non-inverting', 'difference', 'summing', 'buffer'], 'non-inverting', 'the circuit', 'circuit'),
    gain: num('', 10, 'magnitude wanted, of the first input of a summing stage; a buffer has 1', { title: 'gain wanted' }),
    secondGain: num('', 0, 'magnitude wanted for input 2 of a summing stage; 0: not there', { min: 0, title: 'gain of input 2' }),
    thirdGain: num('', 0, 'the same for input 3', { min: 0, title: 'gain of input 3' }),
    gainTolerance: num('ratio', 0.03, 'allowed gain error at the signal frequency', { title: 'gain error allowed' }),
    coupling: choice(['dc', 'ac'], 'dc', 'ac: a capacitor ahead; level at input and output is then the reference', 'coupling'),
    signalFrequency: num('Hz', 1000, 'highest frequency that must be right'),
    inputAmplitude: num('V', 0.1, 'peak of the signal at each input; between both inputs of a difference amplifier', {
      level: 'peak',
      min: 0,
      title: 'signal, peak',
    }),
    inputLevel: num('V', 2.5, 'DC level of the input; common-mode level of a difference amplifier', { any: true, title: 'level of the input' }),
    commonModeAmplitude: num('V', 0, 'difference amplifier: peak common-mode signal', { level: 'peak', min: 0, title: 'common-mode signal, peak' }),
    referenceLevel: num('V', 2.5, 'level the gain works about: mid supply, or 0 V', { any: true, title: 'reference level' }),
    positiveSupply: num('V', 5, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', 0, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    inputRipple: AMP_CARRIED.inputRipple,
    rippleFrequency: AMP_CARRIED.rippleFrequency,
    sourceResistance: num('ohm', 0, 'of what drives each input', { min: 0 }),
    loadResistance: { ...num('ohm', 10000, 'to the reference level'), open: true },
    loadCapacitance: num('F', 0, 'cable or converter input', { min: 0 }),
    noiseBandLow: num('Hz', 20, 'start of the noise band', { title: 'noise from' }),
    noiseBandHigh: num('Hz', 20000, 'end of the noise band', { title: 'noise up to' }),
    minimumHeadroom: num('V', 0.1, 'to spare at inputs and output', { title: 'headroom wanted' }),
    maximumOffset: num('V', 0.05, 'DC error allowed at the output', { title: 'offset allowed' }),
    maximumOutputRipple: num('V', 0.001, 'peak to peak'),
    minimumSignalToNoise: num('dB', 60, 'with the signal as a sine', { any: true, title: 'signal to noise wanted' }),
    minimumPhaseMargin: num('deg', 45, 'with the load', { title: 'phase margin wanted' }),
    minimumCommonModeRejection: num('dB', 40, 'difference amplifier only', { any: true, title: 'common-mode rejection wanted' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { ...resistor, doc: 'input resistor; non-inverting: from the inverting input to the reference', needed: gains },
    R2: { ...resistor, doc: 'feedback', needed: gains },
    R3: { ...resistor, doc: 'difference: from input (+); else in series with the non-inverting input', optional: not(bridge) },
    R4: { ...resistor, doc: 'difference: from the non-inverting input to the reference', needed: bridge },
    R5: { ...resistor, doc: 'input 2 of a summing stage', needed: (g: Given) => is('summing')(g) && (g.secondGain as number) > 0 },
    R6: { ...resistor, doc: 'input 3 of a summing stage', needed: (g: Given) => is('summing')(g) && (g.thirdGain as number) > 0 },
    U1: { type: 'device', doc: 'op amp', takes: 'op amp', params: OP_AMP },
  },
  carried: {
    sourceNoise: num('V/rtHz', null, 'noise of what drives it, that of its resistance included', { min: 0, title: 'noise of the source' }),
    referenceRipple: AMP_CARRIED.referenceRipple,
    referenceFrequency: num('Hz', null, 'of the ripple of the reference', { title: 'its frequency' }),
    signalRipple: num('V', 0, 'ripple that comes with the signal, peak to peak', { min: 0, title: 'ripple of the signal' }),
    signalRippleFrequency: num('Hz', null, 'of the ripple that comes with the signal', { title: 'its frequency' }),
  },
  outcomes: {
    gain: { unit: '', title: 'gain', doc: 'with sign, of the resistors' },
    secondGain: { unit: '', title: 'gain of input 2', doc: 'summing only' },
    thirdGain: { unit: '', title: 'gain of input 3', doc: 'summing only' },
    noiseGain: { unit: '', title: 'noise gain', doc: 'what the op amp’s own errors are multiplied with' },
    gainError: { unit: 'ratio', title: 'gain error', doc: 'against the gain wanted, at the signal frequency' },
    loopGainError: { unit: 'ratio', title: 'of it by the op amp', doc: 'the part that finite gain-bandwidth makes' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'closed loop, half power' },
    outputPeak: { unit: 'V', title: 'signal at the output, peak', doc: 'of a sine at the signal frequency' },
    fullPowerBandwidth: { unit: 'Hz', title: 'fastest at this swing', doc: 'where the slew rate ends it' },
    outputOffset: { unit: 'V', title: 'offset at the output', doc: 'worst DC error, a magnitude', inside: turning((s) => s.outputOffset) },
    inputOffset: { unit: 'V', title: 'offset at the input', doc: 'the same referred to the input', inside: turning((s) => s.outputOffset / Math.abs(s.gain)) },
    outputHigh: { unit: 'V', title: 'highest output', doc: 'signal and offset on the level', inside: turning((s) => s.outputHigh) },
    outputLow: { unit: 'V', title: 'lowest output', doc: 'signal and offset below the level', inside: turning((s) => s.outputLow) },
    outputHeadroomHigh: { unit: 'V', title: 'output to its upper end', doc: 'left at the trough of the rail', inside: turning((s) => s.outputHeadroomHigh) },
    outputHeadroomLow: { unit: 'V', title: 'output to its lower end', doc: 'left to the swing limit', inside: turning((s) => s.outputHeadroomLow) },
    inputHeadroomHigh: { unit: 'V', title: 'inputs to their upper end', doc: 'left at the trough of the rail' },
    inputHeadroomLow: { unit: 'V', title: 'inputs to their lower end', doc: 'left to the bottom of the input window' },
    amplifierNoise: { unit: 'V', title: 'noise of the op amp', doc: 'rms at the output' },
    resistorNoise: { unit: 'V', title: 'noise of resistors and source', doc: 'rms at the output' },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms in the band' },
    inputNoise: { unit: 'V', title: 'noise at the input', doc: 'the same referred to the input' },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'with the signal as a sine' },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply and reference, peak to peak' },
    phaseMargin: { unit: 'deg', title: 'phase margin', doc: 'with the load’s capacitance' },
    commonModeGain: { unit: 'ratio', title: 'common-mode gain', doc: 'difference only: signed, of the resistors' },
    commonModeRejection: {
      unit: 'dB',
      title: 'common-mode rejection',
      doc: 'difference only: resistors and op amp',
      inside: { inputs: MATCHED(), samples: 3 },
    },
    commonModeError: { unit: 'V', title: 'common-mode signal at the output', doc: 'difference only, peak', inside: { inputs: MATCHED(), samples: 3 } },
    outputCurrent: { unit: 'A', title: 'current of the output', doc: 'peak, DC into the load included' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average, of the busier rail' },
    supplySpan: { unit: 'V', title: 'supply span', doc: 'from rail to rail' },
    dissipation: { unit: 'W', title: 'heat', doc: 'of the op amp' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'at this ambient' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const u = parts.U1;
    const s = solve(x);
    const n = noise(x, s);
    const p = power(x, s);
    const outputNoise = Math.sqrt(n.amplifier + n.resistors);
    const magnitude = Math.abs(s.gain);
    const difference = g.topology === 'difference';
    const ways = g.topology === 'summing' ? s.ways : [];
    const of = (part: { value: number | null }): Value => (ways.length && part.value ? -s.r2 / (part.value + g.sourceResistance) : NO_INPUT);
    // Mismatch of either sign, and what the op amp itself lets through.
    const leak = Math.abs(s.commonModeGain / s.gain) + fromDb(-u.commonModeRejection);
    return {
      gain: s.gain,
      secondGain: of(parts.R5),
      thirdGain: of(parts.R6),
      noiseGain: s.noiseGain,
      gainError: (magnitude * s.loop) / (g.topology === 'buffer' ? 1 : g.gain) - 1,
      loopGainError: s.loop - 1,
      bandwidth: s.bandwidth,
      outputPeak: s.outputPeak,
      fullPowerBandwidth: s.outputPeak > 0 ? u.slewRate / (2 * Math.PI * s.outputPeak) : NO_SIGNAL,
      outputOffset: s.outputOffset,
      inputOffset: s.outputOffset / magnitude,
      outputHigh: s.outputHigh,
      outputLow: s.outputLow,
      outputHeadroomHigh: s.outputHeadroomHigh,
      outputHeadroomLow: s.outputHeadroomLow,
      inputHeadroomHigh: s.inputHeadroomHigh,
      inputHeadroomLow: s.inputHeadroomLow,
      amplifierNoise: Math.sqrt(n.amplifier),
      resistorNoise: Math.sqrt(n.resistors),
      outputNoise,
      inputNoise: outputNoise / magnitude,
      signalToNoise: s.outputPeak > 0 ? toDb(s.outputPeak / Math.SQRT2 / outputNoise) : NO_SIGNAL,
      outputRipple: ripple(x, s),
      phaseMargin: margin(x, s),
      commonModeGain: difference ? s.commonModeGain : NO_DIFFERENCE,
      commonModeRejection: difference ? -toDb(leak) : NO_DIFFERENCE,
      commonModeError: difference ? g.commonModeAmplitude * s.gain * leak : NO_DIFFERENCE,
      outputCurrent: s.peak + Math.abs(s.steady),
      supplyCurrent: p.supplyCurrent,
      supplySpan: g.positiveSupply - g.negativeSupply,
      dissipation: p.dissipation,
      junctionTemperature: ambient + p.dissipation * u.junctionToAmbient,
    };
  },
  checks,
  rails: {
    ...AMP_RAILS,
    ref: { ...AMP_RAILS.ref, fills: { ...AMP_RAILS.ref.fills, rippleFrequency: 'referenceFrequency' } },
  },
  signals: {
    in: {
      role: 'in',
      fills: {
        voltage: 'inputLevel',
        amplitude: 'inputAmplitude',
        sourceResistance: 'sourceResistance',
        noise: 'sourceNoise',
        ripple: 'signalRipple',
        rippleFrequency: 'signalRippleFrequency',
      },
      back: {
        loadResistance: (c) => loadOf(c),
        bias: (c) => c.range('U1.biasCurrent'),
      },
    },
    in2: { role: 'in', fills: {}, back: { loadResistance: (c) => c.range('R5.value') } },
    in3: { role: 'in', fills: {}, back: { loadResistance: (c) => c.range('R6.value') } },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const gain = magnitudeOf(c.pick('gain') ?? exactly(1));
        const [high, low] = [c.pick('outputHigh'), c.pick('outputLow')];
        const peak = c.pick('outputPeak');
        const offset = c.pick('outputOffset');
        const dc = high && low && { nominal: (high.nominal + low.nominal) / 2, low: low.low + (peak?.high ?? 0), high: high.high - (peak?.high ?? 0) };
        const band = c.nominal('bandwidth')!;
        const g = c.x.given;
        const width = Math.min(g.noiseBandHigh, (Math.PI / 2) * band) - Math.min(g.noiseBandLow, (Math.PI / 2) * band);
        const own = c.pick('outputRipple') ?? exactly(0);
        const through = scaleRange(c.must('signalRipple'), gain.high / Math.hypot(1, (c.x.carried.signalRippleFrequency ?? 0) / band));
        return {
          dc: dc && offset && { nominal: dc.nominal, low: Math.min(dc.low, dc.nominal), high: Math.max(dc.high, dc.nominal) },
          amplitude: peak,
          clips: clipsAt(c, peak),
          sourceResistance: exactly(0),
          noise: evenDensity(c.pick('outputNoise'), width),
          noiseBandwidth: lesser(scaleRange(c.pick('bandwidth')!, Math.PI / 2), incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(c.pick('bandwidth'), incoming?.bandwidth ?? null),
          ripple: own.nominal >= through.nominal ? hypotRanges(own, through) : hypotRanges(through, own),
          rippleFrequency: own.nominal >= through.nominal ? g.rippleFrequency : c.x.carried.signalRippleFrequency,
          gain: (incoming?.gain ?? 1) * (c.nominal('gain') ?? 1),
        };
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const { bandwidth } = solve(x);
          return 10 * Math.log10(1 + (frequency / bandwidth) ** 2);
        },
      },
    },
  },
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: (x, o) => ({ 'op amp and its load': Math.max(0, x.given.positiveSupply - x.given.negativeSupply) * (o.supplyCurrent ?? 0) }),
  confirm: [
    { id: 'pin-order', text: 'The pin order of the op amp in hand is that of its sheet, and each supply pin has its capacitor beside it.' },
    { id: 'spare-half', text: 'A spare half of a dual op amp is tied as a buffer at mid supply.' },
  ],
  cautions: ['A cable’s capacitance may make it oscillate unseen by a meter: look with a scope, with the real cable.'],
});

/** What is left to the nearer end of the swing, over the signal that is there. */
function clipsAt(c: Judged, peak: Range | null): Range | null {
  const left = lesser(c.pick('outputHeadroomHigh'), c.pick('outputHeadroomLow'));
  return peak && left && { nominal: Math.max(0, peak.nominal + left.nominal), low: Math.max(0, peak.low + left.low), high: Math.max(0, peak.high + left.high) };
}

/** What the first input loads its source with. */
function loadOf(c: Judged): Range | null {
  switch (c.x.given.topology as string) {
    case 'inverting':
    case 'summing':
      return c.range('R1.value');
    case 'difference': {
      const [r3, r4] = [c.range('R3.value'), c.range('R4.value')];
      return r3 && r4 ? addRanges(r3, r4) : null;
    }
    default:
      return null;
  }
}

/** Resistors whose mismatch is what common-mode rejection is about. */
function MATCHED(): string[] {
  return ['parts.R1.value', 'parts.R2.value', 'parts.R3.value', 'parts.R4.value'];
}

const NO_INPUT = none('there is no such input');
const NO_SIGNAL = none('there is no signal');
const NO_DIFFERENCE = none('only a difference amplifier has it');
