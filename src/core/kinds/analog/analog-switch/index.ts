import { none } from '../../../math/absent.ts';
import { settlingConstants, toDb } from '../../../physics/network.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { addRanges, exactly, hypotRanges, lesser, multiplyRanges } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num, orNone } from '../../../stage/fields.ts';
import { closed, isolation, crosstalk } from './laws.ts';
import { checks } from './checks.ts';

export const analogSwitch = defineKind({
  id: 'analog-switch',
  family: 'analog',
  group: 'Signal',
  title: 'Analog switch or multiplexer',
  aliases: ['multiplexer', 'mux', 'bilateral switch', 'sample and hold switch', 'mode switch', 'signal router', 'mute'],
  purpose: 'Routes analog signals under microcontroller control without spoiling level, distortion, isolation or settling.',
  given: {
    signalAmplitude: num('V', 1, 'peak', { level: 'peak', title: 'signal, peak' }),
    inputLevel: num('V', 2.5, 'DC level of the signal', { any: true, title: 'level of the input' }),
    signalFrequency: num('Hz', 1000, 'for isolation and crosstalk'),
    positiveSupply: num('V', 5, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', 0, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    sourceResistance: num('ohm', 100, 'of what drives it', { min: 0 }),
    loadResistance: orNone('ohm', 1e5, 'not given: open, a capacitor or a CMOS input'),
    loadCapacitance: num('F', 1e-9, 'hold capacitor, converter input or wiring', { min: 0 }),
    resolution: num('bit', 12, 'settling is to half a step of this', { min: 1, max: 32, integer: true }),
    settlingAllowed: num('s', 1e-5, 'from switching to reading', { title: 'settling allowed' }),
    maximumGainError: num('ratio', 0.01, 'loss allowed', { title: 'loss allowed' }),
    maximumDistortion: num('ratio', 0.001, 'second harmonic allowed', { title: 'distortion allowed' }),
    minimumOffIsolation: num('dB', 60, 'wanted at the signal frequency', { any: true, title: 'isolation wanted' }),
    maximumChargeError: num('V', 0.01, 'step allowed on the load capacitance', { title: 'step allowed at switching' }),
    maximumLeakageError: num('V', 0.001),
    minimumHeadroom: num('V', 0.05, 'to the signal range', { title: 'headroom wanted' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    U1: {
      type: 'device',
      doc: 'analog switch',
      params: {
        onResistance: num('ohm', 80, 'at this supply'),
        onFlatness: num('ohm', 20, 'highest minus lowest over the whole supply span', { min: 0, title: 'change of it over the span' }),
        onMatch: num('ohm', 5, 'between channels', { min: 0, title: 'difference between channels' }),
        onCapacitance: num('F', 1e-11, 'to ground when on', { min: 0, title: 'capacitance when on' }),
        offCapacitance: num('F', 1e-12, 'across the open switch', { title: 'capacitance across it when off' }),
        drainCapacitance: num('F', 5e-12, 'of the output side to ground when off', { title: 'capacitance of the output when off' }),
        crosstalkCapacitance: num('F', 5e-13, 'to the next channel', { title: 'capacitance to the next channel' }),
        chargeInjection: num('C', 5e-12, 'pushed into the load at switching', { min: 0, title: 'charge at switching' }),
        leakage: num('A', 1e-10, 'at 25 °C; doubles every 10 K', { min: 0 }),
        signalRangeHigh: num('V', 0, 'how far below the positive rail signals may go', { any: true, title: 'signals up to, below the rail' }),
        signalRangeLow: num('V', 0, 'how far above the negative rail signals may go', { any: true, title: 'signals down to, above the rail' }),
        currentLimit: num('A', 0.01),
        supplyMaximum: num('V', 12, 'largest span between its rails', { title: 'largest supply' }),
        quiescentCurrent: num('A', 1e-5, undefined, { min: 0 }),
      },
    },
  },
  carried: {
    sourceNoise: num('V/rtHz', null, 'noise of what drives it, that of its resistance included', { min: 0, title: 'noise of the source' }),
    inputRipple: num('V', 0, 'ripple of the signal, peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', null, 'of that ripple'),
    biasCurrent: num('A', 0, 'of what follows', { any: true }),
  },
  outcomes: {
    gain: { unit: 'ratio', title: 'gain', doc: 'when on' },
    gainError: { unit: 'ratio', title: 'loss', doc: 'signed' },
    channelMismatch: { unit: 'ratio', title: 'difference between channels', doc: 'of their gain' },
    distortion: { unit: 'ratio', title: 'distortion', doc: 'second harmonic' },
    distortionDb: { unit: 'dB', title: 'distortion', doc: 'the same' },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'when on' },
    settlingTime: { unit: 's', title: 'settling time', doc: 'to half a step' },
    chargeError: { unit: 'V', title: 'step at switching', doc: 'the switch is open by then' },
    holdMinimum: { unit: 'F', title: 'least hold capacitor', doc: 'that keeps the step small enough' },
    holdMaximum: { unit: 'F', title: 'largest hold capacitor', doc: 'that still settles' },
    offIsolation: { unit: 'dB', title: 'isolation', doc: 'when off, at the signal frequency' },
    crosstalk: { unit: 'dB', title: 'crosstalk', doc: 'from the next channel, at the signal frequency' },
    leakageError: { unit: 'V', title: 'error from leakage', doc: 'when on, at this ambient' },
    droop: { unit: 'V/s', title: 'droop', doc: 'while it holds' },
    headroomHigh: { unit: 'V', title: 'to the upper end', doc: 'of the signal range' },
    headroomLow: { unit: 'V', title: 'to the lower end', doc: 'of the signal range' },
    outputCurrent: { unit: 'A', title: 'current through it', doc: 'peak' },
    supplySpan: { unit: 'V', title: 'supply span', doc: 'from rail to rail' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'quiescent' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { U1 } = parts;
    const c = closed(x);
    const span = g.positiveSupply - g.negativeSupply;
    // On-resistance taken as a straight line over the span: its swing makes a second harmonic. // one-term expansion
    const distortion = Number.isFinite(c.total) ? (U1.onFlatness * 2 * g.signalAmplitude) / span / (4 * c.total) : 0;
    const leakage = U1.leakage * 2 ** ((ambient - 25) / 10);
    const steps = settlingConstants(g.resolution);
    const held = g.loadCapacitance + U1.drainCapacitance;
    return {
      gain: c.gain,
      gainError: c.gain - 1,
      channelMismatch: Number.isFinite(c.total) ? U1.onMatch / c.total : 0,
      distortion,
      distortionDb: distortion > 0 ? toDb(distortion) : NO_DISTORTION,
      bandwidth: c.rp * c.farads > 0 ? 1 / (2 * Math.PI * c.rp * c.farads) : NO_CAPACITANCE,
      settlingTime: c.rp * c.farads * steps,
      chargeError: U1.chargeInjection / held,
      holdMinimum: Math.max(0, U1.chargeInjection / g.maximumChargeError - U1.drainCapacitance),
      holdMaximum: g.settlingAllowed / (c.rp * steps) - U1.onCapacitance,
      offIsolation: isolation(x, g.signalFrequency),
      crosstalk: crosstalk(x, g.signalFrequency),
      leakageError: leakage * c.rp,
      droop: Number.isFinite(c.load) ? NO_HOLD : leakage / held,
      headroomHigh: g.positiveSupply - U1.signalRangeHigh - g.inputLevel - g.signalAmplitude,
      headroomLow: g.inputLevel - g.signalAmplitude - g.negativeSupply - U1.signalRangeLow,
      outputCurrent: Number.isFinite(c.total) ? g.signalAmplitude / c.total : 0,
      supplySpan: span,
      supplyCurrent: U1.quiescentCurrent,
    };
  },
  checks,
  rails: {
    vp: {
      role: 'consumes',
      fills: { voltage: 'positiveSupply' },
      draws: 'supplyCurrent',
      gives: { absoluteMaximum: (c) => addRanges(c.must('U1.supplyMaximum'), c.must('negativeSupply')) },
    },
    vn: { role: 'consumes', optional: true, signed: true, fills: { voltage: 'negativeSupply' }, draws: 'supplyCurrent', gives: {} },
  },
  signals: {
    in: {
      role: 'in',
      fills: {
        voltage: 'inputLevel',
        amplitude: 'signalAmplitude',
        sourceResistance: 'sourceResistance',
        noise: 'sourceNoise',
        ripple: 'inputRipple',
        rippleFrequency: 'rippleFrequency',
      },
      back: {
        loadResistance: (c) => {
          const load = c.range('loadResistance');
          return load && addRanges(load, c.must('U1.onResistance'));
        },
        bias: (c) => c.range('biasCurrent'),
        resolution: (c) => c.range('resolution'),
      },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance', resolution: 'resolution', bias: 'biasCurrent' },
      down: (c, { in: incoming }) => {
        const gain = c.pick('gain')!;
        const leak = c.pick('leakageError')!;
        const dc = incoming?.dc ?? null;
        const source = incoming?.noise ?? exactly(thermalNoise(c.x.given.sourceResistance, c.x.ambient));
        const own = exactly(thermalNoise(c.x.parts.U1.onResistance, c.x.ambient) * gain.nominal);
        return {
          dc: dc && {
            nominal: dc.nominal * gain.nominal,
            low: Math.min(dc.low * gain.low, dc.low * gain.high) - leak.high,
            high: Math.max(dc.high * gain.low, dc.high * gain.high) + leak.high,
          },
          amplitude: multiplyRanges(c.must('signalAmplitude'), gain),
          sourceResistance: addRanges(c.must('sourceResistance'), c.must('U1.onResistance')),
          noise: hypotRanges(multiplyRanges(source, gain), own),
          noiseBandwidth: incoming?.noiseBandwidth ?? null,
          bandwidth: lesser(c.pick('bandwidth'), incoming?.bandwidth ?? null),
          ripple: multiplyRanges(c.must('inputRipple'), gain),
          rippleFrequency: c.x.carried.rippleFrequency,
          gain: (incoming?.gain ?? 1) * gain.nominal,
          reservoir: c.range('loadCapacitance'),
        };
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const { rp, farads } = closed(x);
          return 10 * Math.log10(1 + (2 * Math.PI * frequency * rp * farads) ** 2);
        },
      },
    },
  },
  heat: (x, o) => ({ switch: Math.max(0, x.given.positiveSupply - x.given.negativeSupply) * (o.supplyCurrent ?? 0) }),
  confirm: [{ id: 'supply-first', text: 'No signal reaches the switch while its supply is off.' }],
  cautions: ['Never drive the switch while its supply is off; signals beyond the rails latch it or bias other channels.'],
});

const NO_DISTORTION = none('no current flows through it');
const NO_CAPACITANCE = none('there is no capacitance');
const NO_HOLD = none('the load discharges it');
