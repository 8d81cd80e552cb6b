import { impossible, missing } from '../../../math/absent.ts';
import { attenuationAt, parallel, settlingConstants, toDb } from '../../../physics/network.ts';
import { capacitorNoise, thermalNoise } from '../../../physics/noise.ts';
import { exactly, hypotRanges, lesser, multiplyRanges, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num, openOhms } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

export const rcLowpass = defineKind({
  id: 'rc-lowpass',
  family: 'analog',
  group: 'Signal',
  title: 'RC low-pass',
  aliases: ['anti-alias filter', 'first-order low-pass', 'PWM filter', 'smoothing'],
  purpose: 'Takes the fast part off a signal with one resistor and one capacitor, with what source, load, leakage and ESR do to it.',
  given: {
    cutoffFrequency: num('Hz', 1000, 'half-power frequency wanted'),
    cutoffTolerance: num('ratio', 0.15, 'allowed relative error of it'),
    sourceResistance: num('ohm', 0, 'output resistance of what drives it', { min: 0 }),
    loadResistance: openOhms('resistance of what follows'),
    attenuationFrequency: num('Hz', null, 'where attenuation is wanted (sample rate minus band, PWM, mains)'),
    attenuation: num('dB', null, 'least attenuation there', { min: 0 }),
    resolution: num('bit', 12, 'settling and errors are in LSB of this', { min: 1, max: 32, integer: true }),
    fullScale: num('V', 3.3, 'full scale for the LSB'),
    maximumSettlingTime: num('s', null),
    stepVoltage: num('V', null, 'largest input step; full scale when not given'),
    currentLimit: num('A', null, 'what the driver (a pin) may give'),
    biasCurrent: num('A', 0, 'input current of what follows, signed: negative flows out of it', { any: true }),
    maximumErrorLsb: num('count', 1, 'allowed DC error from leakage and bias, in LSB'),
    maximumNoise: num('V', null, 'rms'),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'series' },
    C1: {
      type: 'capacitor',
      series: 'E12',
      tolerance: 0.1,
      doc: 'shunt',
      params: {
        esr: num('ohm', 0, 'series resistance', { min: 0 }),
        leakageCurrent: num('A', 0, undefined, { min: 0 }),
        biasFactor: num('ratio', 1, 'share of the value left at the working DC voltage (1 for C0G and film, 30–80 % for class II ceramics)', {
          above: 0,
          max: 1,
        }),
      },
    },
  },
  carried: {
    inputVoltage: num('V', null, 'from signals.in', { any: true }),
    inputRipple: num('V', 0, 'ripple of the signal, peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', null),
  },
  outcomes: {
    timeConstant: { unit: 's', title: 'time constant' },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff', doc: 'exact half-power with the ESR zero; null when the response never falls 3 dB' },
    gain: { unit: 'ratio', title: 'gain at DC' },
    gainDb: { unit: 'dB', title: 'gain at DC' },
    attenuation: { unit: 'dB', title: 'attenuation', doc: 'relative to DC, positive' },
    settlingTime: { unit: 's', title: 'settling time', doc: 'step to half an LSB of resolution' },
    riseTime: { unit: 's', title: 'rise time', doc: '10–90 %' },
    noiseDensity: { unit: 'V/rtHz', title: 'noise density' },
    outputNoise: { unit: 'V', title: 'noise, whole band' },
    lsb: { unit: 'V', title: 'one LSB' },
    leakageError: { unit: 'V', title: 'error from leakage' },
    leakageErrorLsb: { unit: 'LSB', title: 'error from leakage' },
    peakCurrent: { unit: 'A', title: 'peak current at a step', doc: 'at the step into a discharged capacitor' },
    outputResistance: { unit: 'ohm', title: 'source resistance it gives', doc: 'at DC' },
  },
  size,
  evaluate: ({ given: g, parts: { R1, C1 }, ambient }) => {
    const series = R1.value + g.sourceResistance;
    const rp = parallel(series, g.loadResistance);
    const farads = C1.value * C1.biasFactor;
    const tau = (rp + C1.esr) * farads;
    const zero = C1.esr * farads;
    const square = tau * tau - 2 * zero * zero;
    const gain = 1 / (1 + series / g.loadResistance);
    const lsb = g.fullScale / 2 ** g.resolution;
    const leakageError = (C1.leakageCurrent + g.biasCurrent) * rp;
    return {
      timeConstant: tau,
      cutoffFrequency: square > 0 ? 1 / (2 * Math.PI * Math.sqrt(square)) : NEVER_FALLS,
      gain,
      gainDb: toDb(gain),
      attenuation: g.attenuationFrequency === null ? NO_FREQUENCY : attenuationAt(g.attenuationFrequency, tau, zero),
      settlingTime: Math.max(0, tau * (settlingConstants(g.resolution) + Math.log(rp / (rp + C1.esr)))),
      riseTime: Math.log(9) * tau,
      noiseDensity: thermalNoise(rp, ambient),
      outputNoise: capacitorNoise(farads, ambient),
      lsb,
      leakageError,
      leakageErrorLsb: leakageError / lsb,
      peakCurrent: series + C1.esr > 0 ? (g.stepVoltage ?? g.fullScale) / (series + C1.esr) : NO_RESISTANCE,
      outputResistance: series,
    };
  },
  checks,
  rails: {},
  signals: {
    in: {
      role: 'in',
      fills: { voltage: 'inputVoltage', sourceResistance: 'sourceResistance', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
      back: {
        loadResistance: (c) => c.x.parts.R1.value + c.x.given.loadResistance,
        bias: (c) => c.range('biasCurrent'),
        fullScale: (c) => c.range('fullScale'),
        resolution: (c) => c.range('resolution'),
        attenuationFrequency: (c) => c.range('attenuationFrequency'),
      },
    },
    out: {
      role: 'out',
      fills: {
        loadResistance: 'loadResistance',
        bias: 'biasCurrent',
        fullScale: 'fullScale',
        resolution: 'resolution',
        attenuationFrequency: 'attenuationFrequency',
      },
      down: (c, { in: incoming }) => {
        const gain = c.pick('gain')!;
        const error = c.out('leakageError');
        const g = c.x.given;
        const { R1, C1 } = c.x.parts;
        const own = thermalNoise(R1.value, c.x.ambient) * gain.nominal;
        const source = incoming?.noise ?? exactly(thermalNoise(g.sourceResistance, c.x.ambient));
        // The load is noisy too; through the divider that source and load make. [Nyquist]
        const load = Number.isFinite(g.loadResistance) ? thermalNoise(g.loadResistance, c.x.ambient) * (1 - gain.nominal) : 0;
        // Thermal noise spreads with resistance and temperature as the stage's own density does.
        const density = c.pick('noiseDensity')!;
        const thermal = scaleRange(density, Math.hypot(own, load) / density.nominal);
        const tau = c.pick('timeConstant')!;
        // Noise bandwidth of one pole is 1/(4τ). [Oppenheim]
        const band = { nominal: 1 / (4 * tau.nominal), low: 1 / (4 * tau.high), high: 1 / (4 * tau.low) };
        const frequency = c.x.carried.rippleFrequency;
        const zero = C1.esr * C1.value * C1.biasFactor;
        // The slower the filter, the less passes: the ends change sides.
        const through = (tau: number) => (frequency === null ? 0 : 10 ** (-attenuationAt(frequency, tau, zero) / 20));
        const passed = { nominal: through(tau.nominal), low: through(tau.high), high: through(tau.low) };
        const dc = incoming?.dc ?? null;
        return {
          dc: dc && {
            nominal: dc.nominal * gain.nominal - (error.nominal ?? 0),
            low: (dc.low >= 0 ? dc.low * gain.low : dc.low * gain.high) - (error.high ?? 0),
            high: (dc.high >= 0 ? dc.high * gain.high : dc.high * gain.low) - (error.low ?? 0),
          },
          amplitude: incoming?.amplitude ? multiplyRanges(incoming.amplitude, gain) : null,
          sourceResistance: c.pick('outputResistance'),
          noise: hypotRanges(scaleRange(source, gain.nominal), thermal),
          noiseBandwidth: lesser(band, incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(c.pick('cutoffFrequency'), incoming?.bandwidth ?? null),
          ripple: multiplyRanges(multiplyRanges(c.must('inputRipple'), gain), passed),
          rippleFrequency: frequency,
          gain: (incoming?.gain ?? 1) * gain.nominal,
          reservoir: scaleRange(c.range('C1.value')!, C1.biasFactor),
        };
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const { R1, C1 } = x.parts;
          const farads = C1.value * C1.biasFactor;
          return attenuationAt(frequency, (parallel(R1.value + x.given.sourceResistance, x.given.loadResistance) + C1.esr) * farads, C1.esr * farads);
        },
      },
    },
  },
  confirm: [{ id: 'capacitor-class', text: 'C1 is C0G or film, or its loss of value with DC voltage is entered as the bias factor.' }],
  cautions: ['An electrolytic needs its polarity kept. A capacitor on an op amp’s output without R1 may make it ring.'],
});

const NEVER_FALLS = impossible('the ESR keeps the response from ever falling 3 dB');
const NO_FREQUENCY = missing('no frequency is given where attenuation is wanted');
const NO_RESISTANCE = impossible('nothing limits the current of a step');
