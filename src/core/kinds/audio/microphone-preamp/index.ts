import { impossible, none } from '../../../math/absent.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { dbu, HEARING } from '../../../physics/sound.ts';
import { seriesBetween } from '../../../quantity/preferred.ts';
import { exactly, lesser, scaleRange, type Range } from '../../../quantity/uncertain.ts';
import type { Judged } from '../../../stage/judged.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs, Given } from '../../../stage/data.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { amplification, chain, commonMode, inputResistance, legs, source, squared, stepError } from './laws.ts';
import { size } from './sizing.ts';

const STEPS = seriesBetween('E96', 0.1, 1e6);
const capsule = (g: Given) => g.source === 'capsule';
const control = (which: string) => (g: Given) => g.gainControl === which;
const ohms = { type: 'resistor', tolerance: 0.01 } as const;
const farads = { type: 'capacitor', series: 'E6', tolerance: 0.2, optional: true } as const;

/** Peak that the output reaches before the nearer rail. */
function swingOf(c: Judged): Range {
  const [up, down] = [c.must('U1.outputSwingHigh'), c.must('U1.outputSwingLow')];
  const [vp, vn, ref] = [c.must('positiveSupply'), c.must('negativeSupply'), c.must('referenceLevel')];
  const at = (end: 'nominal' | 'low' | 'high', other: 'nominal' | 'low' | 'high') =>
    Math.max(0, Math.min(vp[end] - up[other] - ref[other], ref[end] - vn[other] - down[other]));
  return { nominal: at('nominal', 'nominal'), low: at('low', 'high'), high: at('high', 'low') };
}

/** The gain that is set, within what the control reaches, as voltage ratio from the terminals. */
function setGain(x: AnyInputs, h: number): number {
  const { high, low } = legs(x);
  const [most, least] = [amplification(x, high) * h, amplification(x, low) * h];
  return x.given.setGain === null ? most : Math.min(most, Math.max(least, 10 ** (x.given.setGain / 20)));
}

export const microphonePreamp = defineKind({
  id: 'microphone-preamp',
  family: 'audio',
  group: 'Signal',
  title: 'Microphone preamplifier',
  aliases: ['mic preamp', 'DI input', 'instrument input', 'electret amplifier', 'balanced input', 'gain pot', 'pad', 'preamp', 'voice', 'guitar', 'microphone'],
  purpose: 'Lifts a microphone’s millivolts to line level close to the thermal noise floor, over a wide gain range, without clipping on loud sound.',
  given: {
    source: choice(['dynamic', 'capsule', 'phantom'], 'dynamic', 'capsule: fed through R9, which is its source resistance', 'source'),
    sourceResistance: num('ohm', 150, 'of the microphone'),
    sensitivity: num('V/Pa', 0.0015, 'open', { title: 'sensitivity' }),
    soundPressure: num('dBSPL', 110, 'loudest sound expected', { any: true, title: 'loudest sound' }),
    phantomResistance: orNone('ohm', 6810, 'each feed resistor across the input; not given: none', { title: 'phantom feed resistor' }),
    phantomVoltage: num('V', 0, 'what the input must survive; 48 with phantom', { min: 0, title: 'phantom voltage' }),
    capsuleSupply: num('V', 3.3, 'of a capsule', { title: 'supply of the capsule' }),
    capsuleCurrent: num('A', 0.0003, 'of a capsule', { min: 0, title: 'current of the capsule' }),
    capsuleMinimum: num('V', 1.5, 'of a capsule', { min: 0, title: 'least voltage of the capsule' }),
    inputRipple: num('V', 0, 'of the supply of the capsule, peak to peak', { min: 0, title: 'ripple of that supply' }),
    rippleFrequency: num('Hz', 100, 'of that rail'),
    transformerRatio: num('', 1, 'secondary turns per primary turn; 1: no transformer', { title: 'transformer ratio' }),
    gainControl: choice(['pot', 'switch', 'fixed'], 'pot', 'pot: reverse-log in series with the end resistor; switch: one resistor a step', 'gain control'),
    highestGain: num('dB', 60, 'wanted', { any: true, title: 'highest gain wanted' }),
    lowestGain: num('dB', 10, 'wanted', { any: true, title: 'lowest gain wanted' }),
    setGain: num('dB', null, 'for levels and noise behind it; not given: the highest', { any: true, title: 'gain that is set' }),
    gainStep: num('dB', 6, 'of a switch', { title: 'step of the switch' }),
    gainTolerance: num('dB', 2, 'allowed at both ends and each step', { title: 'gain error allowed' }),
    pad: choice(['out', 'in'], 'out', 'state of the input pad', 'pad'),
    padWanted: num('dB', 20, 'attenuation of the pad', { title: 'pad wanted' }),
    instrumentSource: num('ohm', 10000, 'at the instrument input', { title: 'source of an instrument' }),
    sourceImbalance: num('ohm', 10, 'between both legs, for common-mode rejection', { min: 0, title: 'imbalance of the source' }),
    positiveSupply: num('V', 15, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', -15, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    referenceLevel: num('V', 0, 'DC level of the output', { any: true, title: 'reference level' }),
    noiseBandLow: num('Hz', 20, 'start of the noise band', { title: 'noise from' }),
    noiseBandHigh: num('Hz', 20000, 'end of the noise band', { title: 'noise up to' }),
    maximumInputNoise: num('dBu', -125, 'at the highest gain', { any: true, title: 'input noise allowed' }),
    minimumHeadroom: num('dB', 6, 'at the lowest gain, over the loudest sound', { title: 'headroom wanted' }),
    minimumCommonModeRejection: num('dB', 60, 'with the imbalance of the source', { any: true, title: 'common-mode rejection wanted' }),
    maximumOffsetShift: num('V', 0.05, 'over the gain range', { title: 'offset shift allowed' }),
    maximumLowCutoff: num('Hz', 20, 'allowed', { title: 'low cutoff allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { ...ohms, series: 'E96', doc: 'feedback resistor of each half' },
    R2: { ...ohms, series: 'E96', doc: 'end resistor of the gain leg: sets the highest gain' },
    P1: {
      type: 'resistor',
      sold: 'potentiometer, reverse-log',
      series: 'E3',
      tolerance: 0.2,
      doc: 'reverse-log gain control, in series with R2',
      needed: control('pot'),
      params: { midFraction: num('ratio', 0.1, 'share of the track left at half rotation', { above: 0, below: 1, title: 'left at half rotation' }) },
    },
    R7: { ...ohms, series: 'E96', doc: 'gain resistor of the lowest step', needed: control('switch') },
    R3: { ...ohms, series: 'E24', doc: 'bias resistor of each input to the reference', pieces: () => 2 },
    R5: { ...ohms, series: 'E96', optional: true, doc: 'pad, in series in each leg', pieces: () => 2 },
    R6: { ...ohms, series: 'E96', optional: true, doc: 'pad, across the legs' },
    R8: { ...ohms, series: 'E24', optional: true, doc: 'protection in each leg', pieces: () => 2 },
    R9: { ...ohms, series: 'E24', doc: 'feed of a capsule', needed: capsule },
    R10: { ...ohms, series: 'E24', optional: true, doc: 'filter before R9', needed: capsule },
    R11: { ...ohms, series: 'E24', optional: true, doc: 'input resistance of the instrument input' },
    C1: { ...farads, doc: 'in the gain leg; left out the DC gain follows the control' },
    C2: { ...farads, doc: 'coupling of each leg', pieces: () => 2 },
    C5: { ...farads, doc: 'supply filter of a capsule, after R10', needed: capsule },
    D1: {
      type: 'device',
      doc: 'protection diodes',
      params: { peakCurrentRating: num('A', 2, 'for a short while', { title: 'peak current rating' }), forwardVoltage: num('V', 0.7, undefined, { min: 0 }) },
    },
    T1: {
      type: 'device',
      bought: (g: Given) => g.transformerRatio !== 1,
      doc: 'input transformer, where the ratio is not 1',
      params: {
        primaryResistance: num('ohm', 0, 'of the primary', { min: 0, title: 'resistance of the primary' }),
        secondaryResistance: num('ohm', 0, 'of the secondary', { min: 0, title: 'resistance of the secondary' }),
        commonModeRejection: num('dB', 90, 'of the transformer', { min: 0, title: 'common-mode rejection' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'amplifier with differential input',
      params: {
        voltageNoise: num('V/rtHz', 1e-9, 'of the whole differential input with one device a side', { min: 0 }),
        voltageNoiseCorner: num('Hz', 20, 'below it the voltage noise rises', { min: 0, title: 'corner of the voltage noise' }),
        currentNoise: num('A/rtHz', 1.5e-12, 'of each side, one device', { min: 0, title: 'current noise' }),
        currentNoiseCorner: num('Hz', 50, 'below it the current noise rises', { min: 0, title: 'corner of the current noise' }),
        devices: num('count', 1, 'input devices in parallel, a side', { min: 1, integer: true, title: 'devices in parallel' }),
        outputVoltageNoise: num('V/rtHz', 2e-8, 'behind the gain', { min: 0, title: 'noise behind the gain' }),
        gainBandwidth: num('Hz', 1e8, 'of the whole amplifier'),
        offsetVoltage: num('V', 0.0003, 'magnitude', { min: 0 }),
        outputSwingHigh: num('V', 1.5, 'distance to the positive rail', { min: 0, title: 'output to the positive rail' }),
        outputSwingLow: num('V', 1.5, 'distance to the negative rail', { min: 0, title: 'output to the negative rail' }),
        commonModeRejection: num('dB', 90, 'of the amplifier', { min: 0, title: 'common-mode rejection' }),
        quiescentCurrent: num('A', 0.005, undefined, { min: 0 }),
      },
    },
  },
  carried: {
    signalPeak: num('V', null, 'peak of a linked signal at the terminals', { min: 0, title: 'signal, peak' }),
    sourceNoise: num('V/rtHz', null, 'noise of a linked source, that of its resistance included', { min: 0, title: 'noise of the source' }),
    signalRipple: num('V', 0, 'ripple that comes with the signal, peak to peak', { min: 0, title: 'ripple of the signal' }),
  },
  outcomes: {
    inputResistance: { unit: 'ohm', title: 'input resistance', doc: 'at the terminals, with the pad as it is' },
    highestGainDb: { unit: 'dB', title: 'highest gain', doc: 'from the terminals' },
    lowestGainDb: { unit: 'dB', title: 'lowest gain', doc: 'from the terminals' },
    midGainDb: { unit: 'dB', title: 'gain at half rotation', doc: 'from the terminals' },
    highestError: { unit: 'dB', title: 'error of the highest gain', doc: 'against the one wanted' },
    lowestError: { unit: 'dB', title: 'error of the lowest gain', doc: 'against the one wanted' },
    gainEvenness: { unit: 'dB', title: 'evenness of the control', doc: 'half rotation against the middle of the range' },
    stepError: { unit: 'dB', title: 'worst step', doc: 'of a switch with resistors of the series' },
    inputNoise: { unit: 'V', title: 'noise at the input', doc: 'rms at the terminals, highest gain' },
    inputNoiseDbu: { unit: 'dBu', title: 'noise at the input', doc: 'highest gain' },
    lowGainNoiseDbu: { unit: 'dBu', title: 'noise at the lowest gain', doc: 'referred to the input' },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms at the highest gain' },
    thermalFloorDbu: { unit: 'dBu', title: 'thermal floor', doc: 'of the source’s resistance alone' },
    noiseFigure: { unit: 'dB', title: 'noise figure', doc: 'at this source' },
    parallelGain: { unit: 'dB', title: 'gained by devices in parallel', doc: 'negative: worse' },
    optimumSource: { unit: 'ohm', title: 'source it likes best', doc: 'of the least noise figure' },
    equivalentSound: { unit: 'dBSPL', title: 'noise as sound', doc: 'at the microphone' },
    clippingLow: { unit: 'dBu', title: 'clips at', doc: 'lowest gain, at the terminals' },
    clippingHigh: { unit: 'dBu', title: 'clips at, highest gain', doc: 'at the terminals' },
    microphoneLevel: { unit: 'dBu', title: 'loudest level', doc: 'of the microphone' },
    headroom: { unit: 'dB', title: 'headroom', doc: 'at the lowest gain, over the loudest sound' },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'loudest sound, lowest gain' },
    padAttenuation: { unit: 'dB', title: 'pad', doc: 'its attenuation' },
    padInputResistance: { unit: 'ohm', title: 'input resistance with the pad', doc: 'at the terminals' },
    offsetShift: { unit: 'V', title: 'offset shift', doc: 'at the output, over the gain range' },
    gainLegCutoff: { unit: 'Hz', title: 'low cutoff of the gain leg', doc: 'highest gain' },
    couplingCutoff: { unit: 'Hz', title: 'low cutoff of the coupling', doc: 'of C2' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'highest gain' },
    commonModeRejection: { unit: 'dB', title: 'common-mode rejection', doc: 'with the imbalance of the source' },
    protectionCurrent: { unit: 'A', title: 'current into the protection', doc: 'when a fed input is shorted' },
    storedEnergy: { unit: 'J', title: 'energy in C2', doc: 'each, charged by the phantom' },
    capsuleVoltage: { unit: 'V', title: 'voltage at the capsule', doc: 'with its current' },
    biasRipple: { unit: 'V', title: 'ripple at the input', doc: 'of the capsule’s supply, peak to peak' },
    instrumentLoading: { unit: 'dB', title: 'level at the instrument input', doc: 'lost by its loading' },
    instrumentNoiseDbu: { unit: 'dBu', title: 'noise at the instrument input', doc: 'in the band' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of each rail' },
    feedCurrent: { unit: 'A', title: 'current of the feed', doc: 'of a capsule, from its rail' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts, ambient } = x;
    const { R2, R3, R5, R6, R8, R9, R10, R11, C1, C2, C5, D1, U1 } = parts;
    const { rs, feed } = source(x);
    const padded = g.pad === 'in';
    const h = chain(x, 1, 0, padded).volts;
    const behind = chain(x, 0, parallel(rs, feed), padded).ohms;
    const zin = inputResistance(x, padded);
    const loading = zin / (zin + rs);
    const leg = legs(x);
    const [high, low, mid] = [leg.high, leg.low, leg.mid].map((r) => amplification(x, r)) as [number, number, number];
    const gainDb = (a: number) => toDb(a * h);
    const kt = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS);
    const band = g.noiseBandHigh - g.noiseBandLow;
    const root = Math.sqrt(squared(x, leg.high, behind, U1.devices));
    const inputNoise = root / h;
    const lowNoise = Math.sqrt(squared(x, leg.low, behind, U1.devices)) / h;
    const emf = chain(x, feed === Infinity ? 1 : feed / (feed + rs), parallel(rs, feed), padded).volts;
    const swing = Math.min(g.positiveSupply - U1.outputSwingHigh - g.referenceLevel, g.referenceLevel - g.negativeSupply - U1.outputSwingLow);
    const clips = (a: number) => (swing > 0 ? dbu(swing / Math.SQRT2 / (a * h)) : NO_SWING);
    const level = dbu(g.sensitivity * HEARING * 10 ** (g.soundPressure / 20) * loading);
    const clippingLow = clips(low);
    const pads = R5.value !== null && R6.value !== null;
    const w = 2 * Math.PI * g.rippleFrequency;
    const isCapsule = g.source === 'capsule';
    const instrument = R11.value === null ? null : parallel(R11.value, g.instrumentSource);
    return {
      inputResistance: zin,
      highestGainDb: gainDb(high),
      lowestGainDb: gainDb(low),
      midGainDb: g.gainControl === 'pot' ? gainDb(mid) : NO_POT,
      highestError: gainDb(high) - g.highestGain,
      lowestError: gainDb(low) - g.lowestGain,
      gainEvenness: g.gainControl === 'pot' ? gainDb(mid) - (gainDb(high) + gainDb(low)) / 2 : NO_POT,
      // Of nominal values: which resistors a switch gets is chosen once.
      stepError: g.gainControl === 'switch' ? stepError(env.nominal, chain(env.nominal, 1, 0, padded).volts, STEPS) : NO_SWITCH,
      inputNoise,
      inputNoiseDbu: dbu(inputNoise),
      lowGainNoiseDbu: dbu(lowNoise),
      outputNoise: root * high,
      thermalFloorDbu: dbu(Math.sqrt(kt * rs * band)),
      noiseFigure: 20 * Math.log10(root / (Math.sqrt(kt * rs * band) * emf)),
      parallelGain: dbu(Math.sqrt(squared(x, leg.high, behind, 1)) / h) - dbu(inputNoise),
      optimumSource: U1.currentNoise > 0 ? (Math.SQRT2 * U1.voltageNoise) / (U1.currentNoise * U1.devices) / g.transformerRatio ** 2 : NO_CURRENT_NOISE,
      equivalentSound: toDb(inputNoise / loading / g.sensitivity / HEARING),
      clippingLow,
      clippingHigh: clips(high),
      microphoneLevel: level,
      headroom: typeof clippingLow === 'number' ? clippingLow - level : clippingLow,
      signalToNoise: level - dbu(lowNoise),
      padAttenuation: pads ? toDb(chain(x, 1, 0, false).volts / chain(x, 1, 0, true).volts) : NO_PAD,
      padInputResistance: pads ? inputResistance(x, true) : NO_PAD,
      offsetShift: C1.value ? 0 : U1.offsetVoltage * (high - low),
      gainLegCutoff: C1.value ? 1 / (2 * Math.PI * R2.value * C1.value) : NO_CAPACITOR,
      couplingCutoff: C2.value ? 1 / (2 * Math.PI * C2.value * (R3.value + (R8.value ?? 0) + parallel(rs, feed) / 2)) : NO_CAPACITOR,
      bandwidth: U1.gainBandwidth / high,
      commonModeRejection: commonMode(x),
      protectionCurrent: g.phantomVoltage > 0 ? (R8.value ? (g.phantomVoltage - D1.forwardVoltage) / R8.value : NOTHING_LIMITS) : NO_PHANTOM,
      storedEnergy: C2.value ? (C2.value * g.phantomVoltage ** 2) / 2 : NO_CAPACITOR,
      capsuleVoltage: isCapsule ? g.capsuleSupply - g.capsuleCurrent * ((R9.value ?? 0) + (R10.value ?? 0)) : NO_CAPSULE,
      // The capsule is a current source: all of the ripple that the filter leaves is at the input.
      biasRipple: isCapsule ? (g.inputRipple * loading) / Math.hypot(1, w * (R10.value ?? 0) * (C5.value ?? 0)) : NO_CAPSULE,
      instrumentLoading: R11.value === null ? NO_INSTRUMENT : toDb(R11.value / (R11.value + g.instrumentSource)),
      instrumentNoiseDbu:
        instrument === null
          ? NO_INSTRUMENT
          : dbu(
              Math.sqrt(
                band * kt * instrument +
                  U1.voltageNoise ** 2 * (band + U1.voltageNoiseCorner * Math.log(g.noiseBandHigh / g.noiseBandLow)) +
                  (U1.currentNoise * instrument) ** 2 * (band + U1.currentNoiseCorner * Math.log(g.noiseBandHigh / g.noiseBandLow)),
              ),
            ),
      supplyCurrent: U1.quiescentCurrent,
      feedCurrent: isCapsule ? g.capsuleCurrent : 0,
    };
  },
  checks,
  rails: {
    vp: { role: 'consumes', fills: { voltage: 'positiveSupply' }, draws: 'supplyCurrent', gives: {} },
    vn: { role: 'consumes', optional: true, signed: true, fills: { voltage: 'negativeSupply' }, draws: 'supplyCurrent', gives: {} },
    capsule: {
      role: 'consumes',
      optional: (g) => g.source !== 'capsule',
      fills: { voltage: 'capsuleSupply', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
      draws: 'feedCurrent',
      gives: {},
    },
    phantom: { role: 'consumes', optional: (g) => g.source !== 'phantom', fills: { voltage: 'phantomVoltage' }, gives: {} },
  },
  signals: {
    in: {
      role: 'in',
      fills: { sourceResistance: 'sourceResistance', amplitude: 'signalPeak', noise: 'sourceNoise', ripple: 'signalRipple' },
      back: { loadResistance: 'inputResistance' },
    },
    out: {
      role: 'out',
      fills: {},
      down: (c, { in: incoming }) => {
        const { given: g, carried } = c.x;
        const h = chain(c.x, 1, 0, g.pad === 'in').volts;
        const gain = setGain(c.x, h);
        const zin = c.nominal('inputResistance')!;
        const loading = zin / (zin + source(c.x).rs);
        const loudest = carried.signalPeak ?? g.sensitivity * HEARING * 10 ** (g.soundPressure / 20) * Math.SQRT2 * loading;
        const band = g.noiseBandHigh - g.noiseBandLow;
        const noise = c.pick('inputNoise')!;
        const own = carried.sourceNoise === null ? 0 : carried.sourceNoise ** 2 - thermalNoise(source(c.x).rs, c.x.ambient) ** 2;
        const density = Math.sqrt(Math.max(0, noise.nominal ** 2 / band + own * loading ** 2)) * gain;
        const ripple = (c.pick('biasRipple')?.high ?? 0) + carried.signalRipple;
        return {
          dc: c.range('referenceLevel'),
          amplitude: exactly(loudest * gain),
          clips: swingOf(c),
          sourceResistance: exactly(0),
          noise: scaleRange(noise, density / noise.nominal),
          noiseBandwidth: scaleRange(c.pick('bandwidth')!, Math.PI / 2),
          bandwidth: lesser(c.pick('bandwidth'), null),
          ripple: exactly(ripple * gain),
          rippleFrequency: ripple > 0 ? g.rippleFrequency : null,
          gain: (incoming?.gain ?? 1) * gain,
        };
      },
      attenuation: { in: (x, _env, f) => 10 * Math.log10(1 + ((f * amplification(x, legs(x).high)) / x.parts.U1.gainBandwidth) ** 2) },
    },
  },
  heat: ({ given: g }, o) => ({
    amplifier: Math.max(0, g.positiveSupply - g.negativeSupply) * (o.supplyCurrent ?? 0),
    capsule: g.capsuleSupply * (o.feedCurrent ?? 0),
  }),
  meets: ['connector'],
  confirm: [{ id: 'phantom-order', text: 'Phantom is switched on last, with the microphone disconnected, and off before anything is touched.' }],
  cautions: [
    'Phantom charges the coupling capacitors to 48 V: discharge them before touching the input stage.',
    'Turn the loudspeaker down before plugging in.',
  ],
});

const NO_POT = none('there is no pot');
const NO_SWITCH = none('there is no switch');
const NO_PAD = none('there is no pad');
const NO_CAPACITOR = none('there is no such capacitor');
const NO_CAPSULE = none('there is no capsule');
const NO_PHANTOM = none('there is no phantom');
const NO_INSTRUMENT = none('there is no instrument input');
const NO_CURRENT_NOISE = none('it has no current noise');
const NO_SWING = impossible('the rails leave nothing for the signal');
const NOTHING_LIMITS = impossible('nothing limits the current into the protection: R8 is not fitted');
