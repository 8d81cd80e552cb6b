import { impossible, isAbsent, missing, none, type Value } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { fromDb } from '../../../physics/network.ts';
import { PEAK_TO_PEAK, thermalNoise } from '../../../physics/noise.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import { choice, flag, list, num, openOhms } from '../../../stage/fields.ts';
import { calibrated, errorTerms, extremeSum, noiseBandwidth, rootSum, settling, type Network } from './budget.ts';
import { fitLine, type Point } from './calibration.ts';
import { checks } from './checks.ts';
import { aliasRejection, interferenceRejection, ownAttenuation, ownCorner } from './rejection.ts';
import { size } from './sizing.ts';

/** The error is least at the temperature of the calibration, and turns round there. */
const TURNS = { inputs: ['given.calibrationTemperature'], samples: 9 };

export const adcChannel = defineKind({
  id: 'adc-channel',
  family: 'conversion',
  group: 'Conversion',
  title: 'Analog-to-digital converter channel',
  aliases: ['ADC input', 'anti-alias filter', 'LSB', 'ENOB', 'reference error', 'programmable gain', 'two-point calibration'],
  purpose: 'Says how many millivolts and codes a reading may be wrong or noisy, and whether the input network drives, protects and filters.',
  given: {
    converter: choice(['sar', 'sigma-delta'], 'sar'),
    resolution: num('bit', 12, undefined, { min: 4, max: 32, integer: true }),
    range: num('V', 0, '0: the smallest that holds the signal with headroom', { min: 0 }),
    signalLow: num('V', 0, undefined, { any: true }),
    signalHigh: num('V', 3, undefined, { any: true }),
    sampleRate: num('Hz', 1000, 'data rate with its tolerance'),
    errorLimit: num('V', 0.01),
    bipolar: flag(false, 'codes span ± full scale'),
    ranges: list('V', [3.3], 'available full scales (reference over gain)', { above: 0, filled: true }),
    headroom: num('ratio', 0.05, undefined, { min: 0 }),
    measuredVoltage: num('V', 1, 'where the error budget is evaluated', { any: true }),
    supplyVoltage: num('V', 3.3),
    referenceTolerance: num('ratio', 0.001, 'initial', { min: 0 }),
    referenceDrift: num('ppm/K', 20, undefined, { min: 0 }),
    gainError: num('ratio', 0.001, undefined, { min: 0 }),
    gainDrift: num('ppm/K', 5, undefined, { min: 0 }),
    offsetVoltage: num('V', 0.0005, undefined, { any: true }),
    offsetDrift: num('V/K', 2e-6, undefined, { any: true }),
    inl: num('LSB', 1, 'integral nonlinearity', { min: 0 }),
    calibrationTemperature: num('degC', 25, undefined, { any: true }),
    sourceResistance: num('ohm', 0, undefined, { min: 0 }),
    inputResistance: openOhms('average input resistance of a switched-capacitor input'),
    inputLeakage: num('A', 0, undefined, { any: true }),
    acquisitionTime: num('s', 2e-6, 'SAR sampling window', { min: 0 }),
    kickbackStep: num(
      'V',
      0,
      'SAR: voltage of the sampling capacitor against the input when the switch closes, 0: full scale (multiplexed). Sigma-delta: input step to settle, 0: none',
      { min: 0 },
    ),
    settleCycles: num('count', 1, 'sigma-delta conversions allowed for that step', { min: 0 }),
    signalBandwidth: num('Hz', 10),
    aliasRejection: num('dB', 40, undefined, { min: 0 }),
    interferenceFrequency: num('Hz', 50, 'mains'),
    interferenceRejection: num('dB', 40, undefined, { min: 0 }),
    filterOrder: num('count', 1, 'sinc order of the built-in filter', { min: 1, max: 4, integer: true }),
    modulatorRate: num('Hz', 0, 'sigma-delta; 0: unknown', { min: 0 }),
    converterNoise: num('V', 1e-4, 'rms at this rate and range, referred to input, without quantisation', { min: 0 }),
    sourceNoise: num('V/rtHz', 0, undefined, { min: 0 }),
    averages: num('count', 20, 'readings averaged; 20 at 1 kHz is one period of 50 Hz', { min: 1, integer: true }),
    overVoltage: num('V', 0, 'highest fault voltage before R1', { any: true }),
    underVoltage: num('V', 0, 'lowest fault voltage before R1', { any: true }),
    calibration: choice(['none', 'offset', 'two-point'], 'none'),
    calibrationPoints: {
      type: 'rows',
      columns: {
        reference: { unit: 'V' },
        reading: { unit: 'V' },
        referenceUncertainty: { unit: 'V', optional: true, min: 0 },
        readingUncertainty: { unit: 'V', optional: true, min: 0 },
      },
      default: [],
      doc: 'empty, or at least two with different readings',
    },
    noiseFreeBits: num('bit', 10, 'wanted', { min: 0, max: 32 }),
  },
  carried: {
    /** 1: the thermal noise of the source resistance is not in sourceNoise yet; 0: the signal brought it. */
    ownSourceNoise: num('count', 1, undefined, { min: 0 }),
    pathAlias: num('dB', 0, undefined, { any: true }),
    pathNyquist: num('dB', 0, undefined, { any: true }),
    pathInterference: num('dB', 0, undefined, { any: true }),
    pathModulator: num('dB', 0, undefined, { any: true }),
    pathCorner: num('Hz', null),
    pathNoiseBandwidth: num('Hz', null),
    reservoir: num('F', 0, undefined, { min: 0 }),
    signalRipple: num('V', 0, undefined, { min: 0 }),
    supplyRipple: num('V', 0, undefined, { min: 0 }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, zero: true, doc: 'series resistor; clamp limit and filter' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.1, zero: true, doc: 'at the input; 0: none' },
    U1: {
      type: 'device',
      bought: false,
      doc: 'converter',
      params: {
        samplingCapacitor: num('F', 1e-11),
        switchResistance: num('ohm', 1000),
        inputCurrentLimit: num('A', 0.005),
        clampDrop: num('V', 0.3, undefined, { min: 0 }),
        supplyRejection: num('dB', 60, 'of ripple on its supply, at the input', { min: 0 }),
      },
    },
  },
  outcomes: {
    fullScale: { unit: 'V', title: 'full scale', doc: 'chosen range' },
    lsb: { unit: 'V', title: 'one LSB' },
    rangeUse: { unit: 'ratio', title: 'use of the range' },
    signalPeak: { unit: 'V', title: 'highest signal' },
    spanCodes: { unit: 'count', title: 'codes used' },
    errorExtreme: { unit: 'V', title: 'error, worst case', inside: TURNS },
    errorRss: { unit: 'V', title: 'error, root-sum-square', inside: TURNS },
    errorExtremeLsb: { unit: 'LSB', title: 'error, worst case', inside: TURNS },
    errorRssLsb: { unit: 'LSB', title: 'error, root-sum-square', inside: TURNS },
    errorCalibrated: { unit: 'V', title: 'error after calibration', doc: 'extreme sum after the chosen calibration', inside: TURNS },
    errorCalibratedRss: { unit: 'V', title: 'error after calibration, RSS', inside: TURNS },
    settlingError: { unit: 'V', title: 'settling error' },
    settlingErrorLsb: { unit: 'LSB', title: 'settling error' },
    cutoffFrequency: { unit: 'Hz', title: 'corner of the input RC' },
    aliasCornerRatio: {
      unit: 'count',
      title: 'corner over half the rate',
      doc: 'lowest corner before the converter over half the data rate; far above 1 the RC protects and stores charge but does not prevent aliasing',
    },
    nyquistAttenuation: { unit: 'dB', title: 'attenuation at half the rate' },
    aliasRejection: { unit: 'dB', title: 'alias rejection', inside: { inputs: ['given.sampleRate'], value: aliasRejection } },
    modulatorRejection: { unit: 'dB', title: 'rejection at the modulator rate', doc: 'where a sigma-delta really aliases' },
    interferenceRejection: {
      unit: 'dB',
      title: 'mains rejection',
      inside: { inputs: ['given.sampleRate', 'given.interferenceFrequency'], value: interferenceRejection },
    },
    noiseBandwidth: { unit: 'Hz', title: 'noise bandwidth' },
    sourceNoiseVoltage: { unit: 'V', title: 'noise of the source', doc: 'rms' },
    inputNoise: { unit: 'V', title: 'noise', doc: 'total rms after averaging' },
    noiseLsb: { unit: 'LSB', title: 'noise' },
    effectiveBits: { unit: 'bit', title: 'effective bits' },
    noiseFreeBits: { unit: 'bit', title: 'noise-free bits' },
    averagingGain: { unit: 'count', title: 'gain by averaging', doc: 'noise without averaging over noise with' },
    clampCurrent: { unit: 'A', title: 'clamp current' },
    rippleLsb: { unit: 'LSB', title: 'ripple in the reading', doc: 'of signal and supply together, peak to peak' },
    calibrationGain: { unit: 'count', title: 'gain of the calibration' },
    calibrationOffset: { unit: 'V', title: 'offset of the calibration' },
    calibrationGainUncertainty: { unit: 'ratio', title: 'uncertainty of that gain' },
    calibrationOffsetUncertainty: { unit: 'V', title: 'uncertainty of that offset' },
    calibrationResidual: { unit: 'V', title: 'largest deviation from the line' },
  },
  refuse: ({ given: g }, linked): Refusal[] => {
    const refusals: Refusal[] = [];
    const points = g.calibrationPoints;
    if (points.length === 1 || (points.length > 1 && points.every((p) => p.reading === points[0]!.reading))) {
      refusals.push({
        path: 'given.calibrationPoints',
        message: 'a calibration needs at least two points with different readings. Leave it empty, or add a point at the other end of the range.',
      });
    }
    if (!linked.has('signalHigh') && !linked.has('signalLow') && g.signalLow > g.signalHigh) {
      refusals.push({ path: 'given.signalLow', message: 'the lowest signal is above the highest. Swap them.' });
    }
    return refusals;
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts, carried } = x;
    const { U1 } = parts;
    const fullScale = chooseRange(env.nominal.given);
    const span = fullScale * (g.bipolar ? 2 : 1);
    const lsb = span / 2 ** g.resolution;
    const n: Network = {
      r1: parts.R1.value,
      c1: parts.C1.value,
      samplingCapacitor: U1.samplingCapacitor,
      switchResistance: U1.switchResistance,
      reservoir: carried.reservoir,
    };
    const corner = ownCorner(x);
    const lowest = corner === null ? carried.pathCorner : Math.min(corner, carried.pathCorner ?? Infinity);
    const settled = settling(g, n, fullScale);
    const terms = isAbsent(settled) ? null : errorTerms(g, n.r1, lsb, env.ambient, settled);
    const left = terms && calibrated(g, terms);
    const sum: Value = terms ? extremeSum(terms) : settled;
    const rss: Value = terms ? rootSum(terms) : settled;
    // The budget is worst case by construction: temperature of the noise is the nominal one, not an end.
    const thermal = env.ambient.nominal;
    const bandwidth = noiseBandwidth(g, n, carried.pathNoiseBandwidth);
    const density = Math.hypot(thermalNoise(n.r1 + g.sourceResistance * carried.ownSourceNoise, thermal), g.sourceNoise);
    const sourceNoiseVoltage = density * Math.sqrt(bandwidth);
    const before = Math.hypot(g.converterNoise, sourceNoiseVoltage);
    const quantisation = lsb / Math.sqrt(12);
    const inputNoise = Math.sqrt(before ** 2 / g.averages + quantisation ** 2 / (before >= lsb / 2 ? g.averages : 1));
    const excess = Math.max(g.overVoltage - g.supplyVoltage - U1.clampDrop, -g.underVoltage - U1.clampDrop, 0);
    const fit = g.calibrationPoints.length > 1 ? fitLine(g.calibrationPoints as unknown as Point[]) : null;
    const inLsb = (v: Value) => (isAbsent(v) ? v : v / lsb);
    const above = g.signalHigh / fullScale;
    return {
      fullScale,
      lsb,
      rangeUse: g.bipolar
        ? Math.max(Math.abs(g.signalHigh), Math.abs(g.signalLow)) / fullScale
        : g.signalLow < 0
          ? Math.max(above, 1 - g.signalLow / fullScale)
          : above,
      signalPeak: g.signalHigh,
      spanCodes: (g.signalHigh - g.signalLow) / lsb,
      errorExtreme: sum,
      errorRss: rss,
      errorExtremeLsb: inLsb(sum),
      errorRssLsb: inLsb(rss),
      errorCalibrated: left ? extremeSum(left) : settled,
      errorCalibratedRss: left ? rootSum(left) : settled,
      settlingError: settled,
      settlingErrorLsb: inLsb(settled),
      cutoffFrequency: corner ?? NO_CORNER,
      aliasCornerRatio: lowest === null ? NO_CORNER : lowest / (g.sampleRate / 2),
      nyquistAttenuation: ownAttenuation(x, g.sampleRate / 2) + carried.pathNyquist,
      aliasRejection: aliasRejection(x),
      modulatorRejection:
        g.converter === 'sigma-delta' && g.modulatorRate > 0
          ? ownAttenuation(x, g.modulatorRate) + carried.pathModulator
          : g.converter === 'sar'
            ? NO_MODULATOR
            : MODULATOR_UNKNOWN,
      interferenceRejection: interferenceRejection(x),
      noiseBandwidth: bandwidth,
      sourceNoiseVoltage,
      inputNoise,
      noiseLsb: inputNoise / lsb,
      effectiveBits: Math.log2(span / (Math.sqrt(12) * inputNoise)),
      noiseFreeBits: Math.log2(span / (PEAK_TO_PEAK * inputNoise)),
      averagingGain: Math.hypot(before, quantisation) / inputNoise,
      clampCurrent: excess === 0 ? 0 : n.r1 === 0 ? UNPROTECTED : excess / n.r1,
      rippleLsb: (carried.signalRipple + carried.supplyRipple / fromDb(U1.supplyRejection)) / lsb,
      calibrationGain: fit ? fit.gain : NO_POINTS,
      calibrationOffset: fit ? fit.offset : NO_POINTS,
      calibrationGainUncertainty: fit ? fit.gainUncertainty : NO_POINTS,
      calibrationOffsetUncertainty: fit ? fit.offsetUncertainty : NO_POINTS,
      calibrationResidual: fit ? (fit.residual ?? TWO_POINTS) : NO_POINTS,
    };
  },
  checks,
  rails: {
    vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage', ripple: 'supplyRipple' }, gives: {} },
  },
  signals: {
    in: {
      role: 'in',
      ends: {
        clips: 'fullScale',
        lsb: 'lsb',
        noise: 'inputNoise',
        // What is left of the reading's noise when nothing arrives.
        own: (c) => {
          const [all, source] = [c.nominal('inputNoise'), c.nominal('sourceNoiseVoltage')];
          return all === null || source === null ? null : Math.sqrt(Math.max(0, all ** 2 - source ** 2 / c.x.given.averages));
        },
      },
      fills: {
        low: 'signalLow',
        high: 'signalHigh',
        nominal: 'measuredVoltage',
        sourceResistance: 'sourceResistance',
        noise: 'sourceNoise',
        ripple: 'signalRipple',
      },
      back: {
        loadResistance: (c) => c.x.given.inputResistance,
        bias: (c) => c.range('inputLeakage'),
        fullScale: 'fullScale',
        resolution: (c) => c.range('resolution'),
        attenuationFrequency: (c) => {
          const [rate, band] = [c.must('sampleRate'), c.must('signalBandwidth')];
          return { nominal: rate.nominal - band.nominal, low: rate.low - band.high, high: rate.high - band.low };
        },
        maximum: (c) => Math.min(c.nominal('fullScale')!, c.must('supplyVoltage').low),
      },
      path: {
        ownSourceNoise: () => 0,
        pathAlias: (p, range) => p.attenuation(between(range('sampleRate')!, range('signalBandwidth')!)),
        pathNyquist: (p, range) => p.attenuation(half(range('sampleRate')!)),
        pathInterference: (p, range) => p.attenuation(range('interferenceFrequency')!),
        pathModulator: (p, range) => (range('modulatorRate')!.nominal > 0 ? p.attenuation(range('modulatorRate')!) : 0),
        pathCorner: (p) => p.bandwidth,
        pathNoiseBandwidth: (p) => p.noiseBandwidth,
        reservoir: (p) => p.reservoir ?? 0,
      },
    },
    out: {
      role: 'out',
      carries: 'readings',
      fills: { sampleRate: 'sampleRate' },
      down: (c) => ({ data: { channels: exactly(1), rate: c.must('sampleRate'), bits: c.range('resolution') } }),
    },
  },
  acquires: {
    unit: 'V',
    terms: (c) => {
      const { given: g, parts } = c.x;
      const lsb = c.nominal('lsb');
      if (lsb === null) return [];
      const ripple = c.nominal('rippleLsb') ?? 0;
      return [
        ...errorTerms(g, parts.R1.value, lsb, c.env.ambient, c.nominal('settlingError') ?? 0).map(({ name, volts, removedBy }) => ({
          name,
          amount: volts,
          removedBy: removedBy === 'offset' ? (1 as const) : removedBy === 'two-point' ? (2 as const) : name === 'nonlinearity' ? (3 as const) : null,
        })),
        { name: 'ripple', amount: (ripple * lsb) / 2, removedBy: null },
      ];
    },
    lsb: (c) => c.nominal('lsb'),
    noise: (c) => c.nominal('inputNoise'),
    rate: 'sampleRate',
    alias: 'aliasRejection',
  },
  controller: {
    takes: { supply: 'supplyVoltage', converterBits: 'resolution', samplingCapacitor: 'U1.samplingCapacitor', clampCurrent: 'U1.inputCurrentLimit' },
    uses: {
      pin: {
        is: 'analog',
        title: 'reading',
        level: (c) => {
          const [low, high] = [c.range('signalLow'), c.range('signalHigh')];
          return low && high && { nominal: high.nominal, low: low.low, high: high.high };
        },
      },
    },
  },
  confirm: [{ id: 'reference-decoupled', text: 'The reference pin has its capacitor close to it, and nothing else draws from it.' }],
  cautions: ['Sources connected to the mains need isolation by a licensed practitioner under your local code.'],
});

const NO_CORNER = none('there is no RC before the converter');
const NO_POINTS = none('no calibration points are given');
const TWO_POINTS = none('two points always lie on their line');
const NO_MODULATOR = none('a successive-approximation converter has no modulator');
const MODULATOR_UNKNOWN = missing('the modulator rate is not known');
const UNPROTECTED = impossible('nothing limits the current into the clamp: R1 is 0');

/** The range firmware selects: the smallest that holds the nominal signal with headroom, else the largest. */
function chooseRange(g: { range: number; ranges: readonly number[]; bipolar: boolean; signalLow: number; signalHigh: number; headroom: number }): number {
  if (g.range > 0) return g.range;
  const need = Math.max(Math.abs(g.signalHigh), Math.abs(g.signalLow)) * (1 + g.headroom);
  const sorted = [...g.ranges].sort((a, b) => a - b);
  return sorted.find((fs) => fs >= need) ?? sorted.at(-1)!;
}

type Ends = { nominal: number; low: number; high: number };
const between = (rate: Ends, band: Ends): Ends => ({
  nominal: Math.abs(rate.nominal - band.nominal),
  low: Math.abs(rate.low - band.high),
  high: Math.abs(rate.high - band.low),
});
const half = (rate: Ends): Ends => ({ nominal: rate.nominal / 2, low: rate.low / 2, high: rate.high / 2 });
