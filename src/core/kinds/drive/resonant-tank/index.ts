import { impossible, missing, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num, said } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { allowed, frequency, isSeries, swing, type Swing } from './laws.ts';
import { size } from './sizing.ts';

const pushPull = (g: Given) => String(g.topology).startsWith('push-pull');

export const resonantTank = defineKind({
  id: 'resonant-tank',
  family: 'drive',
  group: 'Load',
  title: 'Resonant tank',
  aliases: [
    'resonant converter',
    'push-pull oscillator',
    'self-oscillating converter',
    'induction heater tank',
    'LC tank',
    'series resonant',
    'parallel resonant',
  ],
  purpose: 'Frequency, circulating current and stresses of a series tank on a bridge, or of a current-fed self-oscillating push-pull tank.',
  given: {
    topology: choice(
      ['series-half-bridge', 'series-full-bridge', 'push-pull-tapped', 'push-pull-two-choke'],
      'push-pull-tapped',
      'push-pull: fed by one choke to the centre tap, or by a choke to each drain',
      'topology',
    ),
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.1 }, 'of the tank, or of the bridge'),
    loadResistance: num('ohm', null, 'series: in series with the tank; push-pull: across all of it; none: no load', { title: 'load' }),
    driveFrequency: num('Hz', null, 'of a series tank; none: at its resonance', { title: 'drive frequency' }),
    minimumQuality: num('', 2, 'below it the figures of a sine no longer hold', { title: 'least quality' }),
    gateClamp: said('gate clamps', 'a zener keeps each gate of a push-pull under its rating'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: { fedFrom: num('V', 0, 'the bridge that drives it; it then takes nothing from the bus itself', { min: 0, title: 'driven by a bridge' }) },
  asks: { gateClamp: true },
  parts: {
    L1: {
      type: 'inductor',
      series: 'E96',
      tolerance: 0.05,
      default: 1e-5,
      doc: 'coil of the whole tank',
      params: { dcr: num('ohm', 0.02, 'at the frequency of the tank', { min: 0 }), currentRating: num('A', 20, 'rms') },
    },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.05,
      default: 1e-6,
      doc: 'of the tank',
      params: {
        voltageRating: num('V', 250, 'ac rms, at low frequency'),
        lossTangent: num('ratio', 0.001, 'at the frequency of the tank', { title: 'loss tangent' }),
        dissipationRating: num('W', 0.5, 'heat it may make', { title: 'heat, at most' }),
        rippleCurrentRating: num('A', 20, 'rms'),
      },
    },
    L2: {
      type: 'inductor',
      series: 'E12',
      tolerance: 0.2,
      default: 1e-4,
      doc: 'feed choke, each',
      needed: pushPull,
      pieces: (g: Given) => (g.topology === 'push-pull-two-choke' ? 2 : 1),
      params: { dcr: num('ohm', 0.03, undefined, { min: 0 }), saturationCurrent: num('A', 8) },
    },
    Q1: {
      type: 'device',
      bought: false,
      doc: 'each device',
      takes: 'power switch',
      pieces: (g: Given) => (g.topology === 'series-full-bridge' ? 4 : 2),
      params: {
        onResistance: num('ohm', 0.03, 'at 25 °C', { title: 'on-resistance' }),
        onTempco: num('1/K', 0.006, 'of the on-resistance', { min: 0, title: 'rise of the on-resistance' }),
        voltageRating: num('V', 100),
        currentRating: num('A', 20),
        junctionToAmbient: num('K/W', 20),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
  },
  outcomes: {
    frequency: { unit: 'Hz', title: 'frequency', doc: 'of the loaded tank, or of its drive' },
    characteristicImpedance: { unit: 'ohm', title: 'impedance of the tank', doc: 'of coil and capacitor' },
    quality: { unit: '', title: 'quality', doc: 'loaded' },
    circulatingCurrent: { unit: 'A', title: 'circulating current', doc: 'rms, in the coil' },
    capacitorCurrent: { unit: 'A', title: 'capacitor current', doc: 'rms' },
    capacitorVoltage: { unit: 'V', title: 'capacitor voltage', doc: 'rms' },
    allowedCapacitorVoltage: { unit: 'V', title: 'capacitor stands', doc: 'rms at this frequency, by its rating, heat and current' },
    capacitorDissipation: { unit: 'W', title: 'heat of the capacitor', doc: 'by its loss tangent' },
    coilDissipation: { unit: 'W', title: 'heat of the coil', doc: 'by its resistance' },
    outputPower: { unit: 'W', title: 'output power', doc: 'in the load' },
    inputCurrent: { unit: 'A', title: 'supply current', doc: 'average' },
    efficiency: { unit: 'ratio', title: 'efficiency', doc: 'of the output power' },
    peakVoltage: { unit: 'V', title: 'peak across a device', doc: 'while it is off' },
    peakCurrent: { unit: 'A', title: 'peak current of a device', doc: 'with the ripple of the choke' },
    chokeRipple: { unit: 'A', title: 'choke ripple', doc: 'peak to peak, of each' },
    chokePeak: { unit: 'A', title: 'choke peak', doc: 'of each' },
    dissipation: { unit: 'W', title: 'heat of a device', doc: 'each' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'settled' },
    totalDissipation: { unit: 'W', title: 'heat', doc: 'devices, coil, capacitor, chokes' },
    switchedCurrent: { unit: 'A', title: 'switched current', doc: 'at the switching instant, harmonics counted: positive lags, and moves the node by itself' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const s = swing(x);
    const why = s === 'still' ? STILL : s === 'runaway' ? RUNAWAY : s === 'unloaded' ? UNLOADED : null;
    const of = (f: (s: Swing) => number | Absent): number | Absent => why ?? f(s as Swing);
    const hz = frequency(x);
    const fed = isSeries(x) ? NO_CHOKE : null;
    return {
      frequency: hz ?? STILL,
      characteristicImpedance: Math.sqrt(parts.L1.value / parts.C1.value),
      quality: of((t) => t.quality),
      circulatingCurrent: of((t) => t.circulating),
      capacitorCurrent: of((t) => t.capacitorAmps),
      capacitorVoltage: of((t) => t.capacitorVolts),
      allowedCapacitorVoltage: hz === null ? STILL : allowed(x, hz),
      capacitorDissipation: of((t) => t.capacitor),
      coilDissipation: of((t) => t.coil),
      outputPower: of((t) => t.output),
      inputCurrent: of((t) => t.input),
      efficiency: g.loadResistance === null ? NO_LOAD : of((t) => t.output / (g.supplyVoltage * t.input)),
      peakVoltage: of((t) => t.peakVolts),
      peakCurrent: of((t) => t.peakAmps),
      chokeRipple: fed ?? of((t) => t.chokeRipple),
      chokePeak: fed ?? of((t) => t.chokePeak),
      dissipation: of((t) => t.device),
      junctionTemperature: of((t) => t.junction),
      totalDissipation: of((t) => t.total),
      switchedCurrent: isSeries(x) ? of((t) => t.switched!) : NO_INSTANT,
    };
  },
  checks,
  rails: { in: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'inputCurrent', gives: {}, optional: (g) => !pushPull(g) } },
  signals: {
    in: {
      role: 'in',
      carries: 'switched',
      exists: (g) => !pushPull(g),
      fills: { step: 'supplyVoltage', switched: 'fedFrom', clock: 'driveFrequency' },
      back: {
        drawn: 'circulatingCurrent',
        turned: (c) => {
          const i = c.pick('switchedCurrent');
          return i && { nominal: Math.max(0, i.nominal), low: Math.max(0, i.low), high: Math.max(0, i.high) };
        },
        taken: (c) => {
          const all = ['outputPower', 'coilDissipation', 'capacitorDissipation'].map((name) => c.pick(name as 'outputPower'));
          return all.every((r) => r !== null) ? { nominal: sum(all, 'nominal'), low: sum(all, 'low'), high: sum(all, 'high') } : null;
        },
      },
    },
    inductor: { role: 'in', carries: 'winding', fills: { inductance: 'L1.value', windingResistance: 'L1.dcr' } },
    out: {
      role: 'out',
      carries: 'switched',
      fills: {},
      down: (c) => ({
        clock: c.pick('frequency'),
        figures: { switched: c.pick('capacitorVoltage'), step: c.pick('capacitorVoltage'), current: c.pick('peakCurrent') },
      }),
    },
  },
  warm: [{ part: 'Q1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'Q1.maximumJunction' }],
  // The load takes its power out of the tank, and a bridge may drive it.
  driven: true,
  heat: (x, o) => ({ tank: x.carried.fedFrom > 0 ? (o.coilDissipation ?? 0) + (o.capacitorDissipation ?? 0) : (o.totalDissipation ?? 0) }),
  live: (_x, out) => {
    const [capacitor, device] = [out('capacitorVoltage'), out('peakVoltage')];
    return capacitor === null || device === null ? null : { volts: Math.max(capacitor, device / Math.SQRT2), what: 'the tank', alternates: true };
  },
  firstPower: (c) => ({
    logic: 'Gates and clamps looked at; the load in place, nothing metallic near the coil.',
    gates: 'A push-pull has no gates to see without its supply: it is fed low, and quickly, since a slow rise can leave both devices on.',
    low: c.x.given.supplyVoltage / 4,
    limit: 2,
    full: c.x.given.supplyVoltage,
    look: 'current, that it swings, peak across a device (π times the supply)',
  }),
  confirm: [
    { id: 'gate-clamps', given: 'gateClamp', text: 'Each gate of a push-pull has its zener; a series tank has its clamps at the bridge.' },
    { id: 'coil', text: 'The coil’s copper, its joints and what stands near it were looked at: it carries many times the current of the load.' },
  ],
  cautions: [
    'High circulating current and voltage even from 12 V: hot coils burn, and strong fields reach cards, pacemakers and rings. Capacitors hold charge.',
    'If oscillation does not start both devices conduct: limit the supply.',
  ],
});

const sum = (all: readonly ({ nominal: number; low: number; high: number } | null)[], end: 'nominal' | 'low' | 'high'): number =>
  all.reduce((s, r) => s + r![end], 0);
const STILL = impossible('the coil’s resistance lets it swing no more');
const RUNAWAY = impossible('its junctions heat themselves without end');
const UNLOADED = missing('a series tank needs its load');
const NO_LOAD = none('nothing loads it');
const NO_CHOKE = none('a series tank has no feed choke');
const NO_INSTANT = none('a push-pull turns at the zero of its sine');
