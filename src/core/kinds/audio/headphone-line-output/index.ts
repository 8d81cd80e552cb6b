import { impossible, none } from '../../../math/absent.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { dbu, exposureTime } from '../../../physics/sound.ts';
import { exactly, multiplyRanges, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { socket } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

export const headphoneLineOutput = defineKind({
  id: 'headphone-line-output',
  family: 'audio',
  group: 'Signal',
  title: 'Headphone or line output',
  aliases: ['headphone amplifier', 'line out', 'output coupling', 'DC blocking output', 'audio jack', 'socket'],
  purpose: 'Brings a signal out of the box at a known level, without DC, thump, instability or harm to ears.',
  given: {
    role: choice(['headphone', 'line'], 'line', 'what is plugged in', 'plugged in'),
    signalLevel: num('V', 1, 'rms at the driver’s output', { level: 'rms', title: 'signal, rms' }),
    loadResistance: { ...num('ohm', 10000, 'of what is plugged in; a range for headphones'), open: true },
    cableCapacitance: num('F', 1e-9, 'of the cable', { min: 0, title: 'capacitance of the cable' }),
    sensitivity: num('dBSPL', 100, 'of a headphone, at 1 mW', { any: true, title: 'sensitivity' }),
    lowestFrequency: num('Hz', 20, 'to be passed', { title: 'lowest frequency' }),
    highestFrequency: num('Hz', 20000, 'to be passed', { title: 'highest frequency' }),
    referenceLevel: num('V', 0, 'DC at the driver’s output', { any: true, title: 'reference level' }),
    positiveSupply: num('V', 5, 'from the rail', { any: true, title: 'positive supply' }),
    negativeSupply: num('V', -5, 'from the rail; 0 for a single supply', { any: true, title: 'negative supply' }),
    minimumHeadroom: num('V', 0.1, 'to the swing limits', { title: 'headroom wanted' }),
    maximumLoadLoss: num('dB', 1, 'level lost by plugging in', { title: 'loss by the load, allowed' }),
    maximumLowLoss: num('dB', 0.5, 'at the lowest frequency', { title: 'loss of bass, allowed' }),
    maximumSoundPressure: num('dBSPL', 100, 'caution above it, with headphones', { any: true, title: 'caution above' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, optional: true, doc: 'in series with the socket' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.05, doc: 'bleeder from the socket to ground' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, optional: (g: Given) => g.referenceLevel === 0, doc: 'coupling; left out with a split supply' },
    U1: {
      type: 'device',
      doc: 'driver',
      params: {
        outputResistance: num('ohm', 0.1, 'closed loop', { min: 0 }),
        outputSwingHigh: num('V', 0.1, 'distance to the positive rail', { min: 0, title: 'output to the positive rail' }),
        outputSwingLow: num('V', 0.1, 'distance to the negative rail', { min: 0, title: 'output to the negative rail' }),
        swingResistance: num('ohm', 5, 'extra distance to a rail per load current', { min: 0, title: 'loss of swing with load' }),
        currentLimit: num('A', 0.05),
        quiescentCurrent: num('A', 0.002, undefined, { min: 0 }),
      },
    },
  },
  outcomes: {
    outputLevel: { unit: 'V', title: 'level at the load', doc: 'rms' },
    levelDbu: { unit: 'dBu', title: 'level at the load', doc: 'the same over 0.775 V' },
    levelDbv: { unit: 'dBV', title: 'level at the load', doc: 'the same over 1 V' },
    loadLoss: { unit: 'dB', title: 'lost by plugging in', doc: 'against the open socket' },
    dampingFactor: { unit: '', title: 'damping', doc: 'load per source resistance' },
    outputResistance: { unit: 'ohm', title: 'source resistance it gives', doc: 'of the socket' },
    lowCutoff: { unit: 'Hz', title: 'low cutoff', doc: 'of C1' },
    lowLoss: { unit: 'dB', title: 'loss of bass', doc: 'at the lowest frequency' },
    highCutoff: { unit: 'Hz', title: 'high cutoff', doc: 'with the cable' },
    loadPower: { unit: 'W', title: 'power into the load', doc: 'of a sine' },
    soundPressure: { unit: 'dBSPL', title: 'loudness', doc: 'of a headphone' },
    exposureTime: { unit: 's', title: 'daily exposure', doc: 'that hearing is said to stand at this level' },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'of the driver' },
    headroomHigh: { unit: 'V', title: 'to the upper end', doc: 'of the driver’s swing' },
    headroomLow: { unit: 'V', title: 'to the lower end', doc: 'of the driver’s swing' },
    shortCurrent: { unit: 'A', title: 'current into a short', doc: 'that a plug half-way in asks for' },
    settlingTime: { unit: 's', title: 'settling', doc: 'unplugged, until the thump has gone' },
    dcLevel: { unit: 'V', title: 'DC at the socket', doc: 'with the load plugged in' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average of each rail: quiescent and half waves' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { R2, C1, U1 } = parts;
    const { rs, rp } = socket(x);
    const peak = Math.SQRT2 * g.signalLevel;
    const level = (g.signalLevel * rp) / (rp + rs);
    const amps = peak / (rs + rp);
    const power = level ** 2 / g.loadResistance;
    const loud = g.sensitivity + 10 * Math.log10(power / 0.001);
    const corner = C1.value ? 1 / (2 * Math.PI * (rs + rp) * C1.value) : null;
    const headphone = g.role === 'headphone' && power > 0;
    return {
      outputLevel: level,
      levelDbu: dbu(level),
      levelDbv: toDb(level),
      loadLoss: toDb(R2.value / (R2.value + rs) / (rp / (rp + rs))),
      dampingFactor: rs > 0 && Number.isFinite(g.loadResistance) ? g.loadResistance / rs : NO_SERIES,
      outputResistance: parallel(rs, R2.value),
      lowCutoff: corner ?? NO_CAPACITOR,
      lowLoss: corner === null ? NO_CAPACITOR : 10 * Math.log10(1 + (corner / g.lowestFrequency) ** 2),
      highCutoff: g.cableCapacitance > 0 && rs > 0 ? 1 / (2 * Math.PI * parallel(rs, rp) * g.cableCapacitance) : NO_CABLE,
      loadPower: power,
      soundPressure: headphone ? loud : NO_HEADPHONE,
      exposureTime: headphone ? exposureTime(loud) : NO_HEADPHONE,
      peakCurrent: amps,
      headroomHigh: g.positiveSupply - U1.outputSwingHigh - U1.swingResistance * amps - g.referenceLevel - peak,
      headroomLow: g.referenceLevel - peak - g.negativeSupply - U1.outputSwingLow - U1.swingResistance * amps,
      shortCurrent: rs > 0 ? peak / rs : NOTHING_LIMITS,
      settlingTime: C1.value ? 5 * (rs + R2.value) * C1.value : 0,
      dcLevel: C1.value ? 0 : (g.referenceLevel * rp) / (rp + rs),
      supplyCurrent: U1.quiescentCurrent + amps / Math.PI,
    };
  },
  checks,
  rails: {
    vp: { role: 'consumes', fills: { voltage: 'positiveSupply' }, draws: 'supplyCurrent', gives: {} },
    vn: { role: 'consumes', optional: true, signed: true, fills: { voltage: 'negativeSupply' }, draws: 'supplyCurrent', gives: {} },
  },
  signals: {
    in: {
      role: 'in',
      ends: { heard: true },
      fills: { voltage: 'referenceLevel' },
      path: { signalLevel: (down) => (down.amplitude && down.amplitude.low > 0 ? scaleRange(down.amplitude, Math.SQRT1_2) : null) },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const { rs, rp } = socket(c.x);
        const kept = exactly(rp / (rp + rs));
        const through = (r: typeof kept | null | undefined) => (r ? multiplyRanges(r, kept) : null);
        return {
          dc: c.pick('dcLevel'),
          amplitude: scaleRange(c.pick('outputLevel')!, Math.SQRT2),
          sourceResistance: c.pick('outputResistance'),
          noise: through(incoming?.noise),
          noiseBandwidth: incoming?.noiseBandwidth ?? null,
          bandwidth: c.pick('highCutoff'),
          ripple: through(incoming?.ripple) ?? exactly(0),
          rippleFrequency: incoming?.rippleFrequency ?? null,
          gain: (incoming?.gain ?? 1) * kept.nominal,
        };
      },
      attenuation: {},
    },
  },
  heat: (x, o) => ({ 'driver and load': Math.max(0, x.given.positiveSupply - x.given.negativeSupply) * (o.supplyCurrent ?? 0) }),
  meets: ['connector'],
  confirm: [{ id: 'first-listen', text: 'The first test is with a dummy load and a meter, not with headphones on.' }],
  cautions: [
    'Loud sound harms hearing: start at zero and never wear headphones during the first test. Exposure times are guidance; local codes have the last word.',
  ],
});

const NO_SERIES = none('there is no source resistance, or no load');
const NO_CAPACITOR = none('there is no coupling capacitor');
const NO_CABLE = none('nothing forms a corner with the cable');
const NO_HEADPHONE = none('only a headphone has it');
const NOTHING_LIMITS = impossible('nothing limits the current into a short');
