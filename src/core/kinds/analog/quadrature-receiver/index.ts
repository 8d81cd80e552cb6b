import { none } from '../../../math/absent.ts';
import { clipsAt, FILTER_CARRIED, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP, rejectionAt } from '../../../models/opamp.ts';
import { CAP, suppressionOf } from '../../../models/quadrature.ts';
import { fromDb, toDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs, Ingredients, OutcomeDef, SpreadLike } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { lately, takenOver } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { bandwidthOf, channelOf, imbalance, noiseDensity, noiseFigure, transfer, WINDOW, type Channel } from './laws.ts';
import { size } from './sizing.ts';

const r = (doc: string) => ({ type: 'resistor', series: 'E96', tolerance: 0.01, doc }) as const;
const c = (doc: string) => ({ type: 'capacitor', series: 'E6', tolerance: 0.05, doc }) as const;
const fitted = (doc: string) => ({ ...c(doc), optional: true }) as const;

const largest = ({ low, high }: SpreadLike) => Math.max(Math.abs(low ?? 0), Math.abs(high ?? 0));
const spreads = ({ low, high }: SpreadLike) => low !== high;
/** Suppression of two imbalances: the low end of the worst of both, the high end where both are nil. */
const suppressed = (gain: SpreadLike, phase: SpreadLike): SpreadLike => {
  const nominal = suppressionOf(gain.nominal ?? 0, phase.nominal ?? 0);
  return {
    nominal,
    low: Math.min(nominal, suppressionOf(largest(gain), largest(phase))),
    high: spreads(gain) || spreads(phase) ? CAP : nominal,
  };
};
/** Squares of the root-sum-square imbalances, in neper and radian. */
const squares = ({ halfSpread }: Ingredients, counts: (path: string) => boolean) =>
  ((halfSpread('gainImbalance', counts) * Math.LN10) / 20) ** 2 + ((halfSpread('phaseImbalance', counts) * Math.PI) / 180) ** 2;
const ALL = () => true;
const share = (counts: (path: string) => boolean) => (from: Ingredients) => {
  const all = squares(from, ALL);
  return all === 0 ? { nominal: null, low: null, high: null, absent: NO_SPREAD } : exactly(squares(from, counts) / all);
};
const hidden = (unit: 'dB' | 'deg', doc: string): OutcomeDef => ({ unit, title: doc, doc, hidden: true, late: true });

export const quadratureReceiver = defineKind({
  id: 'quadrature-receiver',
  family: 'analog',
  group: 'Signal',
  title: 'Quadrature sampling receiver',
  aliases: ['switching mixer', 'quadrature detector', 'direct conversion', 'I/Q receiver', 'sampling detector', 'image rejection', 'radio'],
  purpose: 'Turns radio to baseband I and Q with switches, capacitors and two difference amplifiers, and budgets its image suppression.',
  given: {
    frequency: num('Hz', 7.1e6, 'received', { title: 'frequency received' }),
    oscillator: choice(['4f-divider', '1f-phase-shift'], '4f-divider', 'a divider from four times the frequency, or a phase shifter', 'oscillator'),
    oscillatorPhaseError: num('deg', 0, 'of the right angle, with sign; a range', { any: true, title: 'phase error of the oscillator' }),
    oscillatorSkew: num('s', 0, 'of the two clocks, with sign; a range', { any: true, title: 'skew of the clocks' }),
    sourceResistance: num('ohm', 50, 'of antenna or preselector, as the switch sees it', { min: 0 }),
    basebandFrequency: num('Hz', 1000, 'where imbalance is stated and trimmed', { title: 'baseband frequency' }),
    edgeFrequency: num('Hz', 3000, 'upper edge of the audio', { title: 'edge of the audio' }),
    gain: num('dB', 30, 'of a channel, for sizing', { any: true, title: 'gain wanted' }),
    suppression: num('dB', 30, 'of the image', { title: 'suppression wanted' }),
    matchedTolerance: num('ratio', 0.001, 'what if the resistors were so close', { min: 0, title: 'matched resistors' }),
    trimAmplitude: num('ratio', 0.0005, 'left by the amplitude trimmer', { min: 0, title: 'amplitude left by trimming' }),
    trimPhase: num('deg', 0.05, 'left by the phase trimmer', { min: 0, title: 'phase left by trimming' }),
    measuredSuppression: num('dB', null, 'of the image, as measured', { title: 'suppression measured' }),
    minimumBandwidth: num('Hz', null, 'of the baseband', { title: 'bandwidth wanted' }),
    maximumNoiseFigure: num('dB', null, 'of a channel', { title: 'noise figure allowed' }),
    minimumChargeRatio: num('', 5, 'time constant over a switch window', { title: 'least charge ratio' }),
    supplyVoltage: num('V', 5, 'from rail to rail; the signal ground is half of it'),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    R11: r('I: from the 180° capacitor to the inverting input'),
    R12: r('I: feedback'),
    R13: r('I: from the 0° capacitor to the non-inverting input'),
    R14: r('I: non-inverting input to the reference'),
    R21: r('Q: from the 270° capacitor to the inverting input'),
    R22: r('Q: feedback'),
    R23: r('Q: from the 90° capacitor to the non-inverting input'),
    R24: r('Q: non-inverting input to the reference'),
    C11: c('I: sampling capacitor, 180°'),
    C12: c('I: sampling capacitor, 0°'),
    C13: fitted('I: across R12'),
    C14: fitted('I: across R14'),
    C21: c('Q: sampling capacitor, 270°'),
    C22: c('Q: sampling capacitor, 90°'),
    C23: fitted('Q: across R22'),
    C24: fitted('Q: across R24'),
    S1: {
      type: 'device',
      doc: 'analog switches',
      params: {
        onResistance: num('ohm', 5, 'of a closed switch', { min: 0 }),
        quiescentCurrent: num('A', 0.002, 'with the divider of its clocks', { min: 0 }),
      },
    },
    U1: {
      type: 'device',
      doc: 'op amp, both channels in one package',
      takes: 'op amp',
      params: {
        voltageNoise: FILTER_AMP.voltageNoise,
        voltageNoiseCorner: FILTER_AMP.voltageNoiseCorner,
        currentNoise: FILTER_AMP.currentNoise,
        headroom: FILTER_AMP.headroom,
        quiescentCurrent: { ...FILTER_AMP.quiescentCurrent, default: 0.004 },
        rippleRejection: FILTER_AMP.rippleRejection,
        rippleRejectionCorner: FILTER_AMP.rippleRejectionCorner,
        supplyMaximum: FILTER_AMP.supplyMaximum,
      },
    },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    oscillatorFrequency: { unit: 'Hz', title: 'oscillator', doc: 'frequency it runs at' },
    samplingResistance: { unit: 'ohm', title: 'resistance at baseband', doc: 'behind each sampling capacitor' },
    samplingBandwidth: { unit: 'Hz', title: 'sampling bandwidth', doc: 'of the capacitor alone' },
    chargeRatio: { unit: '', title: 'charge ratio', doc: 'time constant over a switch window' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'of the I channel, against DC', late: true },
    gainDb: { unit: 'dB', title: 'gain', doc: 'amplitude of the source to that of an output' },
    gainImbalance: { unit: 'dB', title: 'amplitude imbalance', doc: 'I over Q, with sign' },
    phaseImbalance: { unit: 'deg', title: 'phase imbalance', doc: 'with the oscillator, with sign' },
    imageSuppression: {
      unit: 'dB',
      title: 'image suppression',
      doc: 'untrimmed',
      derived: { made: ({ out }: Ingredients) => suppressed(out('gainImbalance'), out('phaseImbalance')) },
    },
    imageSuppressionRss: {
      unit: 'dB',
      title: 'usual image suppression',
      doc: 'root-sum-square of all that spreads',
      derived: {
        made: (from: Ingredients) => {
          const all = squares(from, ALL);
          return exactly(all === 0 ? CAP : Math.min(CAP, -10 * Math.log10(all / 4)));
        },
      },
    },
    resistorShare: { unit: 'ratio', title: 'share of the resistors', doc: 'of what spoils it', derived: { made: share((path) => path.startsWith('parts.R')) } },
    capacitorShare: {
      unit: 'ratio',
      title: 'share of the capacitors',
      doc: 'of what spoils it',
      derived: { made: share((path) => path.startsWith('parts.C')) },
    },
    oscillatorShare: {
      unit: 'ratio',
      title: 'share of the oscillator',
      doc: 'of what spoils it',
      derived: { made: share((path) => path.startsWith('given.oscillator')) },
    },
    matchedSuppression: {
      unit: 'dB',
      title: 'with matched resistors',
      doc: 'image suppression, the least',
      derived: {
        made: ({ out }: Ingredients) =>
          exactly(
            suppressionOf(largest(out('gainOfRest')) + (out('gainOfMatched').nominal ?? 0), largest(out('phaseOfRest')) + (out('phaseOfMatched').nominal ?? 0)),
          ),
      },
    },
    trimmedSuppression: { unit: 'dB', title: 'after trimming', doc: 'where it was trimmed' },
    trimmedEdgeSuppression: {
      unit: 'dB',
      title: 'after trimming, at the edge',
      doc: 'trimmed at the baseband frequency',
      derived: {
        made: ({ out }: Ingredients) =>
          exactly(suppressionOf(largest(out('gainChange')) + (out('trimGain').nominal ?? 0), largest(out('phaseChange')) + (out('trimAngle').nominal ?? 0))),
      },
    },
    equivalentGainError: { unit: 'dB', title: 'amplitude error that explains it', doc: 'the measured suppression, alone' },
    equivalentPhaseError: { unit: 'deg', title: 'phase error that explains it', doc: 'the measured suppression, alone' },
    harmonicResponse: { unit: 'dB', title: 'third harmonic', doc: 'against the wanted: the preselector adds the rest' },
    outputNoiseDensity: { unit: 'V/rtHz', title: 'noise density', doc: 'of one channel', late: true },
    noiseFigure: { unit: 'dB', title: 'noise figure', doc: 'of one channel', late: true },
    outputRipple: { unit: 'V', title: 'ripple at an output', doc: 'of supply and signal ground, peak to peak' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of op amps, switches and clocks' },
    gainOfRest: hidden('dB', 'amplitude imbalance of all but the resistors'),
    phaseOfRest: hidden('deg', 'phase imbalance of all but the resistors'),
    gainOfMatched: hidden('dB', 'amplitude imbalance of matched resistors'),
    phaseOfMatched: hidden('deg', 'phase imbalance of matched resistors'),
    gainChange: hidden('dB', 'amplitude from the trimmed frequency to the edge'),
    phaseChange: hidden('deg', 'phase from the trimmed frequency to the edge'),
    trimGain: hidden('dB', 'amplitude left by trimming'),
    trimAngle: hidden('deg', 'phase left by trimming'),
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts: p, carried } = x;
    const [i, q] = [channelOf(x, 1), channelOf(x, 2)];
    const fb = g.basebandFrequency;
    const h = transfer(i, fb);
    const off = imbalance(i, q, fb);
    const oscillator = g.oscillatorPhaseError + 360 * g.frequency * g.oscillatorSkew;
    const rt = i.rt;
    const m = g.measuredSuppression === null ? null : 10 ** (-g.measuredSuppression / 20);
    const u = p.U1;
    return late(sourceOf(x, env.nominal, i, q, oscillator), {
      oscillatorFrequency: g.oscillator === '4f-divider' ? 4 * g.frequency : g.frequency,
      samplingResistance: rt,
      samplingBandwidth: 1 / (2 * Math.PI * rt * p.C11.value),
      chargeRatio: (rt / 4) * Math.min(p.C11.value, p.C12.value) * 4 * g.frequency,
      gainDb: toDb(WINDOW * Math.hypot(h.re, h.im)),
      gainImbalance: off.gain,
      phaseImbalance: off.phase + oscillator,
      trimmedSuppression: suppressionOf(toDb(1 + g.trimAmplitude), g.trimPhase),
      equivalentGainError: m === null ? NOT_MEASURED : toDb((1 + m) / (1 - m)),
      equivalentPhaseError: m === null ? NOT_MEASURED : (2 * Math.atan(m) * 180) / Math.PI,
      harmonicResponse: toDb(1 / 3),
      outputRipple:
        carried.supplyRipple *
        ((1 + p.R12.value / p.R11.value) * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, carried.rippleFrequency)) +
          fromDb(-g.referenceRejection) / 2),
      supplyCurrent: u.quiescentCurrent + p.S1.quiescentCurrent,
    });
  },
  checks,
  rails: {
    vcc: FILTER_RAIL,
  },
  signals: {
    rf: { role: 'in', fills: { sourceResistance: 'sourceResistance', amplitude: 'inputAmplitude' }, back: {} },
    oscillator: { role: 'in', fills: {}, back: {} },
    i: output(),
    q: output(),
  },
  heat: (x, o) => ({ 'op amps and switches': Math.max(0, x.given.supplyVoltage) * (o.supplyCurrent ?? 0) }),
  confirm: [{ id: 'batch', text: 'The four resistors of each place come from one strip, the sampling capacitors from one batch.' }],
  cautions: ['An antenna’s input needs protection against static charge and surges. The oscillator leaks out of the antenna: mind what the licence allows.'],
});

function output() {
  return {
    role: 'out' as const,
    fills: {},
    down: (j: Parameters<typeof handOn>[0], { rf: incoming }: Record<string, Parameters<typeof handOn>[1]>) => {
      const db = j.pick('gainDb') ?? exactly(0);
      return handOn(j, incoming, {
        gain: { nominal: fromDb(db.nominal), low: fromDb(db.low), high: fromDb(db.high) },
        clips: clipsAt(j),
        noise: j.pick('outputNoiseDensity'),
        upper: j.pick('bandwidth'),
        ripple: j.pick('outputRipple') ?? exactly(0),
        typed: null,
      });
    },
    attenuation: {
      rf: (x: AnyInputs, _env: AnyInputs, frequency: number) => {
        const channel = channelOf(x, 1);
        const [low, here] = [transfer(channel, 1e-3), transfer(channel, frequency)];
        return toDb(Math.hypot(low.re, low.im) / Math.hypot(here.re, here.im));
      },
    },
  };
}

/** What the late figures are worked out from. */
function sourceOf(x: AnyInputs, nominal: AnyInputs, i: Channel, q: Channel, oscillator: number) {
  const { basebandFrequency: fb, edgeFrequency: fe, matchedTolerance: t, trimAmplitude, trimPhase } = x.given;
  const at = takenOver(x);
  const [ri, rq] = [channelOf(nominal, 1).r, channelOf(nominal, 2).r];
  const rest = () => imbalance({ ...i, r: ri }, { ...q, r: rq }, fb);
  let matched: { gain: number; phase: number } | null = null;
  return {
    edge: () => {
      const [a, b] = [imbalance(i, q, fb), imbalance(i, q, fe)];
      return { gain: b.gain - a.gain, phase: b.phase - a.phase };
    },
    rest,
    oscillator,
    /** Largest that resistors so close can do, each at its worse end. */
    matched: () => {
      if (matched) return matched;
      const base = imbalance({ ...i, r: ri }, { ...q, r: rq }, fb);
      matched = { gain: 0, phase: 0 };
      for (const [own, r] of [
        [0, ri],
        [1, rq],
      ] as const)
        for (let place = 0; place < 4; place++) {
          let [gain, phase] = [0, 0];
          for (const end of [1 - t, 1 + t]) {
            const moved = r.map((v, k) => (k === place ? v * end : v)) as unknown as Channel['r'];
            const there = imbalance({ ...i, r: own ? ri : moved }, { ...q, r: own ? moved : rq }, fb);
            gain = Math.max(gain, Math.abs(there.gain - base.gain));
            phase = Math.max(phase, Math.abs(there.phase - base.phase));
          }
          matched.gain += gain;
          matched.phase += phase;
        }
      return matched;
    },
    trim: { gain: toDb(1 + trimAmplitude), phase: trimPhase as number },
    bandwidth: () => bandwidthOf(i),
    density: () => noiseDensity(at, fb),
    figure: () => noiseFigure(at, noiseDensity(at, fb)),
  };
}
type Source = ReturnType<typeof sourceOf>;

const late = lately({
  bandwidth: (s: Source) => s.bandwidth(),
  outputNoiseDensity: (s: Source) => s.density(),
  noiseFigure: (s: Source) => s.figure(),
  gainOfRest: (s: Source) => s.rest().gain,
  phaseOfRest: (s: Source) => s.rest().phase + s.oscillator,
  gainOfMatched: (s: Source) => s.matched().gain,
  phaseOfMatched: (s: Source) => s.matched().phase,
  gainChange: (s: Source) => s.edge().gain,
  phaseChange: (s: Source) => s.edge().phase,
  trimGain: (s: Source) => s.trim.gain,
  trimAngle: (s: Source) => s.trim.phase,
});

const NOT_MEASURED = none('nothing was measured');
const NO_SPREAD = none('nothing spreads');
