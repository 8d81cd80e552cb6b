import { none } from '../../../math/absent.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { exactly, hypotRanges, multiplyRanges, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num, openOhms } from '../../../stage/fields.ts';
import { network, fallen } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

export const rcHighpass = defineKind({
  id: 'rc-highpass',
  family: 'analog',
  group: 'Signal',
  title: 'RC high-pass and coupling capacitor',
  aliases: ['coupling capacitor', 'DC block', 'AC coupling', 'first-order high-pass', 'differentiator', 'thump', 'rumble filter'],
  purpose: 'Passes the signal and blocks DC between two levels, with bass loss, polarity, thump and noise counted.',
  given: {
    cutoffFrequency: num('Hz', 20, 'half-power frequency wanted'),
    cutoffTolerance: num('ratio', 0.3, 'allowed relative error of it'),
    sourceResistance: num('ohm', 0, 'on the driving side', { min: 0 }),
    loadResistance: openOhms('of what follows, returned to the same bias'),
    passFrequency: num('Hz', null, 'lowest frequency wanted', { title: 'lowest frequency wanted' }),
    maximumPassLoss: num('dB', 0.5, 'at the lowest frequency wanted', { title: 'loss allowed there' }),
    attenuationFrequency: num('Hz', null, 'rumble or mains below the band'),
    attenuation: num('dB', null, 'least attenuation there', { min: 0 }),
    inputDc: num('V', 0, 'DC level of the driving side', { any: true, title: 'level of the input' }),
    biasVoltage: num('V', 0, 'DC level that R1 returns to', { any: true, title: 'level of the output' }),
    signalPeak: num('V', 1, 'largest sine peak at the input', { level: 'peak', min: 0, title: 'signal, peak' }),
    pulseWidth: num('s', null, 'flat top of a pulse, for its droop', { title: 'pulse width' }),
    thumpLevel: num('V', 0.01, 'residue that counts as quiet', { title: 'quiet below' }),
    maximumThumpTime: num('s', null, 'mute delay available', { title: 'time to quiet, allowed' }),
    biasCurrent: num('A', 0, 'input current of what follows', { any: true }),
    maximumOffset: num('V', null, 'at the output', { title: 'offset allowed' }),
    bandLow: num('Hz', 20, 'start of the noise band', { title: 'band from' }),
    bandHigh: num('Hz', 20000, 'end of the noise band', { title: 'band up to' }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'to the bias' },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'series',
      params: {
        esr: num('ohm', 0, undefined, { min: 0 }),
        leakageCurrent: num('A', 0, undefined, { min: 0 }),
        voltageRating: num('V', 25),
        reverseVoltage: num('V', null, 'it tolerates the wrong way round: 0.5 V is usual for aluminium; not given: it has no polarity', {
          min: 0,
          title: 'reverse voltage it stands',
        }),
      },
    },
  },
  carried: {
    sourceNoise: num('V/rtHz', null, 'noise of what drives it, that of its resistance included', { min: 0, title: 'noise of the source' }),
    inputRipple: num('V', 0, 'ripple of the signal, peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', null, 'of that ripple'),
  },
  outcomes: {
    timeConstant: { unit: 's', title: 'time constant' },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff', doc: 'half power' },
    gain: { unit: 'ratio', title: 'gain in the band', doc: 'well above the cutoff' },
    gainDb: { unit: 'dB', title: 'gain in the band', doc: 'well above the cutoff' },
    passLoss: { unit: 'dB', title: 'loss at the lowest frequency', doc: 'against the band' },
    attenuation: { unit: 'dB', title: 'attenuation', doc: 'against the band' },
    phaseShift: { unit: 'deg', title: 'phase lead', doc: 'at the lowest frequency wanted' },
    droop: { unit: 'ratio', title: 'droop of a pulse', doc: 'of its flat top' },
    capacitorDc: { unit: 'V', title: 'DC across C1', doc: 'positive when the driving side is positive' },
    capacitorVoltage: { unit: 'V', title: 'voltage across C1', doc: 'DC and signal together' },
    reverseVoltage: { unit: 'V', title: 'reverse voltage of C1', doc: 'with + at the side that is more positive as designed' },
    thumpPeak: { unit: 'V', title: 'thump', doc: 'both levels appear at once, the capacitor empty' },
    thumpTime: {
      unit: 's',
      title: 'time to quiet',
      doc: 'until the thump has fallen below what counts as quiet',
      inside: { inputs: ['given.inputDc', 'given.biasVoltage'], samples: 3 },
    },
    offsetVoltage: { unit: 'V', title: 'offset', doc: 'from leakage and bias current' },
    noiseDensity: { unit: 'V/rtHz', title: 'noise density', doc: 'well above the cutoff' },
    outputNoise: { unit: 'V', title: 'noise in the band', doc: 'thermal, of its resistances' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts, ambient } = x;
    const { C1 } = parts;
    const { rp, series, tau, corner, gain } = network(x);
    const dc = g.inputDc - g.biasVoltage;
    const swing = g.signalPeak / Math.hypot(1, (g.passFrequency ?? g.bandLow) / corner);
    const designed = env.nominal.given.inputDc - env.nominal.given.biasVoltage;
    const thump = Math.abs(dc) * gain;
    const r = series / (series + rp);
    const kt = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS);
    return {
      timeConstant: tau,
      cutoffFrequency: corner,
      gain,
      gainDb: toDb(gain),
      passLoss: g.passFrequency === null ? NO_PASS : fallen(corner, g.passFrequency),
      attenuation: g.attenuationFrequency === null ? NO_FREQUENCY : fallen(corner, g.attenuationFrequency),
      phaseShift: g.passFrequency === null ? NO_PASS : (Math.atan(corner / g.passFrequency) * 180) / Math.PI,
      droop: g.pulseWidth === null ? NO_PULSE : -Math.expm1(-g.pulseWidth / tau),
      capacitorDc: dc,
      capacitorVoltage: Math.abs(dc) + swing,
      reverseVoltage: Math.max(0, swing - (designed < 0 ? -1 : 1) * dc),
      thumpPeak: thump,
      thumpTime: thump > g.thumpLevel ? tau * Math.log(thump / g.thumpLevel) : 0,
      offsetVoltage: (C1.leakageCurrent + g.biasCurrent) * rp,
      noiseDensity: thermalNoise(parallel(rp, series), ambient),
      // The source's share is white through the high-pass, R1's is what the capacitor does not short. // [Nyquist]
      outputNoise: Math.sqrt(kt * rp * (r * (g.bandHigh - g.bandLow) + (1 - r) * corner * (Math.atan(g.bandHigh / corner) - Math.atan(g.bandLow / corner)))),
    };
  },
  checks,
  rails: {},
  signals: {
    in: {
      role: 'in',
      fills: {
        voltage: 'inputDc',
        amplitude: 'signalPeak',
        sourceResistance: 'sourceResistance',
        noise: 'sourceNoise',
        ripple: 'inputRipple',
        rippleFrequency: 'rippleFrequency',
      },
      back: { loadResistance: (c) => exactly(network(c.x).rp), attenuationFrequency: (c) => c.range('attenuationFrequency') },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance', bias: 'biasCurrent' },
      down: (c, { in: incoming }) => {
        const { rp, series, corner } = network(c.x);
        const gain = c.pick('gain')!;
        const offset = c.pick('offsetVoltage')!;
        const bias = c.must('biasVoltage');
        const { R1 } = c.x.parts;
        const behind = parallel(series, c.x.given.loadResistance);
        const own = thermalNoise(R1.value, c.x.ambient) * (behind / (behind + R1.value));
        const source = incoming?.noise ?? exactly(thermalNoise(c.x.given.sourceResistance, c.x.ambient));
        const frequency = c.x.carried.rippleFrequency;
        const passed = frequency === null ? 0 : 10 ** (-fallen(corner, frequency) / 20);
        return {
          dc: { nominal: bias.nominal + offset.nominal, low: bias.low - Math.abs(offset.high), high: bias.high + Math.abs(offset.high) },
          amplitude: multiplyRanges(c.must('signalPeak'), gain),
          sourceResistance: exactly(Number.isFinite(rp) ? parallel(series, R1.value) : series),
          noise: hypotRanges(multiplyRanges(source, gain), exactly(own)),
          noiseBandwidth: incoming?.noiseBandwidth ?? null,
          bandwidth: incoming?.bandwidth ?? null,
          ripple: scaleRange(multiplyRanges(c.must('inputRipple'), gain), passed),
          rippleFrequency: frequency,
          gain: (incoming?.gain ?? 1) * gain.nominal,
        };
      },
      attenuation: { in: (x, _env, frequency) => fallen(network(x).corner, frequency) },
    },
  },
  confirm: [{ id: 'polarity', text: 'An electrolytic C1 has its + on the side whose DC level is higher; between equal levels it has no polarity.' }],
  cautions: ['A reversed electrolytic can vent. A loudspeaker or headphone gets the thump at switch-on, and so do ears.'],
});

const NO_PASS = none('no lowest frequency is given');
const NO_FREQUENCY = none('no frequency is given where attenuation is wanted');
const NO_PULSE = none('no pulse is given');
