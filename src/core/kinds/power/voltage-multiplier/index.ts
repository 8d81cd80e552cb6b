import { STATE_DRAWS, type Given } from '../../../stage/contract.ts';
import { STATE_LOADS } from '../../../stage/contract.ts';
import { more } from '../../../stage/cures.ts';
import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { abs, complex, over } from '../../../math/complex.ts';
import { CAPACITOR_VOLTAGES, RESISTOR_POWERS } from '../../../quantity/stock.ts';
import { defineKind, type Offer, type Sizing, type SpreadLike } from '../../../stage/contract.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { converterCapacitor } from '../../../models/switching/converter.ts';
import { held, say } from '../../../stage/words.ts';

export const load = ({ given: g }: AnyInputs): number => g.microphoneCount * g.microphoneCurrent + g.loadCurrent;

/** Unloaded ladder, its ripple, droop and the share of its ripple that the filter passes, at a load. // [Ladder law] */
export function ladder(x: AnyInputs, amps: number) {
  const {
    given: g,
    parts: { C1, C2, C3, R1, D1 },
  } = x;
  const n = g.stages;
  const series = g.topology === 'series-ladder';
  const noLoad = series
    ? g.baseVoltage + n * g.drivePeakToPeak - 2 * n * D1.forwardVoltage
    : g.baseVoltage - D1.forwardVoltage + n * (g.drivePeakToPeak - D1.forwardVoltage);
  const u = amps / (g.driveFrequency * C1.value * C1.biasRetention);
  const ripple = series ? (u * n * (n + 1)) / 2 : amps / (g.driveFrequency * (C2.value ?? 1e-6) * C2.biasRetention);
  const [a, b] = [Math.ceil(n / 2), Math.floor(n / 2)];
  const droop = series
    ? u * ((2 * n ** 3) / 3 + n ** 2 / 2 - n / 6) + 4 * n * n * g.driveResistance * amps + (g.driveShape === 'sine' ? ripple / 2 : 0)
    : n * u + ripple / 2 + 4 * (a * a + b * b) * g.driveResistance * amps;
  const w = 2 * Math.PI * g.driveFrequency * C3.value * C3.biasRetention;
  const passes = R1.value > 0 ? abs(over(complex(1, w * C3.esr), complex(1, w * (R1.value + C3.esr)))) : 1;
  const volts = noLoad - droop;
  return { noLoad, droop, ripple, volts, passes, output: volts - amps * R1.value };
}
const state = (name: string) => num('A', null, `load ${name}`, { min: 0 });
const filterHeat = (c: Judged): SpreadLike => {
  const [i, r] = [load(c.x), c.must('R1.value')];
  return { nominal: i * i * r.nominal, low: 0, high: i * i * r.high };
};

export const voltageMultiplier = defineKind({
  id: 'voltage-multiplier',
  family: 'power',
  group: 'Supply',
  title: 'Voltage multiplier',
  aliases: ['ladder of diodes and capacitors', 'diode pump', 'phantom power', '48 V microphone supply', 'diode-capacitor ladder', 'P48'],
  purpose: 'Raise a small alternating drive to the 48 V of a microphone phantom supply and know droop, ripple and stress stage by stage.',
  given: {
    topology: choice(
      ['series-ladder', 'parallel-pump'],
      'series-ladder',
      'series-ladder: capacitors in series in each column (low stress, droop grows with n³); parallel-pump: each capacitor to the drive (stress grows, droop grows with n)',
    ),
    stages: num('count', 4, 'number of doubling stages', { min: 1, integer: true, max: 30 }),
    drivePeakToPeak: num('V', 13.5, 'of the alternating drive'),
    driveShape: choice(['square', 'sine'], 'square', 'square (converter node, half bridge) or sine (winding)'),
    driveFrequency: num('Hz', 1e5, 'of the drive'),
    driveResistance: num('ohm', 1, 'output resistance of the drive, of each phase for a parallel pump', { min: 0 }),
    baseVoltage: num('V', 0, 'DC rail the ladder stands on, 0 for ground', { any: true }),
    microphoneCount: num('count', 1, 'phantom inputs powered', { min: 0 }),
    microphoneCurrent: num('A', 0.005, 'of one microphone (a condenser takes 2 to 10 mA)', { min: 0 }),
    loadCurrent: num('A', 0, 'other DC load on the rail', { min: 0 }),
    lightLoadCurrent: num('A', 0, 'load with no microphone (bleeder)', { min: 0 }),
    outputVoltageLow: num('V', 44, 'lowest allowed (44 V for a 48 V phantom supply)'),
    outputVoltageHigh: num('V', 52, 'highest allowed (52 V)'),
    outputRippleLimit: num('V', 0.001, 'peak to peak'),
    microphoneVoltageMinimum: num('V', 10, 'least voltage behind the feed resistors'),
    loadCurrentAsleep: state('asleep'),
    loadCurrentIdle: state('idle'),
    loadCurrentTypical: state('typical'),
    loadCurrentPeak: state('at peak'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    C1: {
      ...converterCapacitor('each ladder capacitor, all equal'),
      pieces: (g: Given) => (g.topology === 'series-ladder' ? 2 : 1) * (g.stages as number),
    },
    C2: { ...converterCapacitor('output capacitor of a parallel pump (a series ladder has none)'), needed: (g: Given) => g.topology === 'parallel-pump' },
    C3: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'filter capacitor',
      params: { ...converterCapacitor('').params, esr: num('ohm', 0.3, undefined, { min: 0 }) },
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, zero: true, doc: 'filter resistor', params: { powerRating: num('W', null) } },
    RP: {
      type: 'resistor',
      series: 'E96',
      tolerance: 0.01,
      default: 6810,
      doc: 'feed resistor, two for each microphone',
      pieces: (g: Given) => 2 * (g.microphoneCount as number),
      params: { matching: num('ratio', 0.001, 'difference inside one pair', { min: 0 }), powerRating: num('W', null) },
    },
    D1: {
      type: 'device',
      takes: 'diode',
      doc: 'each ladder diode',
      pieces: (g: Given) => 2 * (g.stages as number),
      params: { forwardVoltage: num('V', 0.6, undefined, { min: 0 }), voltageRating: orNone('V', 75), currentRating: orNone('A', 0.15, 'mean, heating') },
    },
  },
  outcomes: {
    noLoadVoltage: { unit: 'V', title: 'unloaded ladder' },
    droop: { unit: 'V', title: 'droop', doc: 'under the full load' },
    ladderRipple: { unit: 'V', title: 'ripple before the filter' },
    ladderVoltage: { unit: 'V', title: 'mean before the filter' },
    outputVoltage: { unit: 'V', title: 'output voltage', doc: 'after R1' },
    outputRipple: { unit: 'V', title: 'output ripple', doc: 'after R1 and C3' },
    rippleFrequency: { unit: 'Hz', title: 'ripple frequency' },
    outputResistance: { unit: 'ohm', title: 'output resistance' },
    lightOutputVoltage: { unit: 'V', title: 'output without a microphone' },
    microphoneVoltage: { unit: 'V', title: 'at the microphone', doc: 'behind both feed resistors' },
    matching: { unit: 'ratio', title: 'difference inside a pair' },
    capacitorStress: { unit: 'V', title: 'on one ladder capacitor' },
    diodeReverse: { unit: 'V', title: 'reverse voltage of a diode' },
    diodeCurrent: { unit: 'A', title: 'mean current of a diode' },
    inputCurrent: { unit: 'A', title: 'input current', doc: 'mean from the drive supply' },
    inputCurrentAsleep: { unit: 'A', title: 'input current asleep' },
    inputCurrentIdle: { unit: 'A', title: 'input current idle' },
    inputCurrentTypical: { unit: 'A', title: 'input current typical' },
    inputCurrentPeak: { unit: 'A', title: 'input current at peak' },
    efficiency: { unit: 'ratio', title: 'efficiency' },
    totalDissipation: { unit: 'W', title: 'all losses' },
    storedEnergy: { unit: 'J', title: 'stored in C3', doc: 'at light load' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { C3, D1, R1, RP } = parts;
    const n = g.stages;
    const i = load(x);
    const full = ladder(x, i);
    const light = ladder(x, g.lightLoadCurrent);
    const stands: Value = full.volts > 0 ? full.volts : COLLAPSED;
    const output: Value = isAbsent(stands) ? stands : full.output > 0 ? full.output : COLLAPSED;
    const series = g.topology === 'series-ladder';
    const drawn = (amps: number | null) => (amps === null ? NO_STATE : n * amps);
    const power = n * i * g.drivePeakToPeak + g.baseVoltage * i;
    const lightOutput = Math.max(0, light.output);
    return {
      noLoadVoltage: full.noLoad,
      droop: full.droop,
      ladderRipple: full.ripple,
      ladderVoltage: stands,
      outputVoltage: output,
      outputRipple: isAbsent(output) ? output : full.ripple * full.passes,
      rippleFrequency: g.driveFrequency,
      outputResistance: i > 0 ? full.droop / i + R1.value : NO_LOAD,
      lightOutputVoltage: lightOutput,
      microphoneVoltage: isAbsent(output) ? output : output - (g.microphoneCurrent * RP.value) / 2,
      matching: RP.matching,
      capacitorStress: series ? g.drivePeakToPeak : g.baseVoltage - D1.forwardVoltage + (n - 1) * (g.drivePeakToPeak - D1.forwardVoltage),
      diodeReverse: series ? g.drivePeakToPeak : 2 * g.drivePeakToPeak,
      diodeCurrent: i,
      inputCurrent: n * i,
      inputCurrentAsleep: drawn(g.loadCurrentAsleep),
      inputCurrentIdle: drawn(g.loadCurrentIdle),
      inputCurrentTypical: drawn(g.loadCurrentTypical),
      inputCurrentPeak: drawn(g.loadCurrentPeak),
      efficiency: isAbsent(output) ? output : power > 0 ? (output * i) / power : NO_LOAD,
      totalDissipation: isAbsent(output) ? output : power - output * i,
      storedEnergy: (C3.value * C3.biasRetention * lightOutput ** 2) / 2,
    };
  },
  mendFirst: ['output-low'],
  checks: {
    'output-low': held('output under load', 'outputVoltage', 'atLeast', 'outputVoltageLow', 'lowest allowed', 'must', (c) => [
      more('C1.value'),
      more('given.driveFrequency'),
      more('given.stages'),
      `It droops by ${say(c.out('droop').high, 'V')}.`,
    ]),
    'output-high': held(
      'output without a microphone',
      'lightOutputVoltage',
      'atMost',
      'outputVoltageHigh',
      'highest allowed',
      'must',
      () => 'A bleeder, a shunt regulator at the top, or fewer stages.',
    ),
    'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'outputRippleLimit', 'allowed ripple', 'should', [
      more('C3.value'),
      more('R1.value'),
      'Ripple enters the microphone’s difference through the mismatch of RP.',
    ]),
    'microphone-voltage': held(
      'at the microphone',
      'microphoneVoltage',
      'atLeast',
      'microphoneVoltageMinimum',
      'least behind the feed resistors',
      'should',
      () => 'Fewer or smaller microphones on the rail.',
    ),
    'resistor-matching': held(
      'difference inside a pair',
      'matching',
      'atMost',
      () => 0.004,
      'IEC 61938',
      'should',
      () => 'Pairs matched to 0.4 % or better: measure and pair them.',
    ),
    'capacitor-voltage': held(
      'on one ladder capacitor',
      'capacitorStress',
      'atMost',
      'C1.voltageRating',
      'rating of C1',
      'must',
      ['A ceramic at half its rating keeps its value.'],
      { derated: true },
    ),
    'output-capacitor-voltage': held('on C3', 'noLoadVoltage', 'atMost', 'C3.voltageRating', 'rating of C3', 'must', [], { derated: true }),
    'diode-voltage': held('reverse voltage of a diode', 'diodeReverse', 'atMost', 'D1.voltageRating', 'rating of D1', 'must', [], { derated: true }),
    'diode-current': held('mean current of a diode', 'diodeCurrent', 'atMost', 'D1.currentRating', 'rating of D1', 'must', [], { derated: true }),
    'filter-resistor-power': held('heat of R1', filterHeat, 'atMost', 'R1.powerRating', 'rating of R1', 'must', [], {
      unit: 'W',
      derated: true,
      applies: (c) => c.x.parts.R1.value > 0,
    }),
  },
  rails: {
    in: { role: 'consumes', fills: { voltage: 'baseVoltage' }, draws: STATE_DRAWS, gives: {} },
    out: {
      role: 'provides',
      signed: true,
      loads: STATE_LOADS,
      fills: {},
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        noLoad: 'lightOutputVoltage',
        currentLimit: 'D1.currentRating',
      },
    },
  },
  signals: {},
  driven: true,
  heat: ({ given: g }, o, state) => {
    const amps = (g as Record<string, unknown>)[STATE_LOADS[state]] as number | null;
    if (amps === null || o.outputVoltage === undefined) return { ladder: o.totalDissipation ?? 0 };
    return { ladder: Math.max(0, amps * (g.stages * g.drivePeakToPeak + g.baseVoltage - o.outputVoltage)) };
  },
  confirm: [{ id: 'discharge', text: 'C3 is bled within seconds of switching off, and the outputs are muted while a microphone is plugged.' }],
  cautions: [
    'C3 holds its charge at 48 V: discharge it before you work on it.',
    'Mute before plugging: a charged rail thumps a loudspeaker. Some ribbon microphones do not tolerate phantom power.',
  ],
});

const COLLAPSED = impossible('the droop is more than the ladder makes');
const NO_LOAD = none('nothing is drawn');
const NO_STATE = none('no load is stated for it');

/** C1: droop at most 3 % of the unloaded ladder at its low end; R1 with C3: ripple under its limit with at most a volt across R1. */
function size(s: Sizing, x: AnyInputs): Offer[] {
  const open = ['C1', 'C2', 'C3', 'R1'].filter((slot) => s.open(slot));
  if (!open.length) return [];
  const i = Math.max(load(x), 1e-6);
  const low = (slot: string, v: number) => v * (1 - s.tolerance(slot));
  const at = (c1: number, c2: number) =>
    ladder({ ...x, parts: { ...x.parts, C1: { ...x.parts.C1, value: low('C1', c1) }, C2: { ...x.parts.C2, value: low('C2', c2) } } }, i);
  const all = s.candidates('C1', 1e-8, 1e-4);
  const c2 = s.open('C2') ? 1e-5 : s.value('C2') || 1e-5;
  const c1 = s.open('C1') ? (all.find((c) => at(c, c2).droop <= 0.03 * at(c, c2).noLoad) ?? all.at(-1)!) : s.value('C1');
  const r1 = s.open('R1')
    ? (s
        .candidates('R1', 1, 1e4)
        .filter((r) => r * i <= 1)
        .at(-1) ?? 1)
    : s.value('R1');
  const limit = s.range('outputRippleLimit').low * (1 - s.comfort);
  const filter = (c3: number) =>
    at(c1, c2).ripple *
    ladder({ ...x, parts: { ...x.parts, R1: { value: r1 * (1 - s.tolerance('R1')) }, C3: { ...x.parts.C3, value: low('C3', c3) } } }, i).passes;
  const thirds = s.candidates('C3', 1e-6, 1e-3);
  const c3 = s.open('C3') ? (thirds.find((c) => filter(c) <= limit) ?? thirds.at(-1)!) : s.value('C3');
  const top = at(c1, c2).noLoad * 1.03;
  const volts = (v: number) => CAPACITOR_VOLTAGES.find((r) => r * s.derating >= v) ?? CAPACITOR_VOLTAGES.at(-1)!;
  const stress = x.given.topology === 'series-ladder' ? s.range('drivePeakToPeak').high : top;
  const ratings: Record<string, number> = {};
  if (s.open('C1')) ratings['C1.voltageRating'] = volts(stress);
  if (s.open('C2')) ratings['C2.voltageRating'] = volts(top);
  if (s.open('C3')) ratings['C3.voltageRating'] = volts(top);
  if (s.open('R1')) ratings['R1.powerRating'] = RESISTOR_POWERS.find((r) => r * s.derating >= i * i * r1 * 1.01) ?? RESISTOR_POWERS.at(-1)!;
  const values = { C1: c1, C2: c2, C3: c3, R1: r1 };
  return [
    {
      values: Object.fromEntries(open.map((slot) => [slot, values[slot as keyof typeof values]])),
      ratings,
      why: 'droop within 3 %, ripple under its limit with at most a volt across R1',
    },
  ];
}
