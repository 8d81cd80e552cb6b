import { STATE_DRAWS, type Given } from '../../../stage/contract.ts';
import { STATE_LOADS } from '../../../stage/contract.ts';
import { more, less } from '../../../stage/cures.ts';
import { impossible, none } from '../../../math/absent.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import { CAPACITOR_VOLTAGES, INDUCTOR_CURRENTS } from '../../../quantity/stock.ts';
import { defineKind, type Offer, type Sizing, type SpreadLike } from '../../../stage/contract.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { converterCapacitor, converterDiode } from '../../../models/switching/converter.ts';
import { outputMagnitude } from '../../../models/switching/checks.ts';
import { held } from '../../../stage/words.ts';
import { perAmpere, type Pump } from './network.ts';

export function pump({ given: g, parts }: AnyInputs): Pump {
  const { U1, C1, C2, D1 } = parts;
  const way = g.rectifier === 'switches' ? 2 * U1.switchResistance : U1.switchResistance + D1.seriesResistance;
  return { c1: C1.value * C1.biasRetention, e1: C1.esr, c2: C2.value * C2.biasRetention, e2: C2.esr, in: way, out: way, frequency: g.switchingFrequency };
}
const ideal = ({ given: g, parts }: AnyInputs, vin: number): number =>
  (g.mode === 'inverter' ? vin : 2 * vin) - (g.rectifier === 'diodes' ? 2 * parts.D1.forwardVoltage : 0);
const state = (name: string) => num('A', null, `load ${name}`, { min: 0 });
const NO_STATE = none('no load is stated for it');

/** Least magnitude of the output, whichever sign it has. */
const least = (c: Judged): SpreadLike => outputMagnitude(c);

export const chargePump = defineKind({
  id: 'charge-pump',
  family: 'power',
  group: 'Supply',
  title: 'Charge pump',
  aliases: ['inverter', 'voltage doubler', 'switched capacitor', 'negative rail without inductor', 'flying capacitor', 'timer doubler'],
  purpose: 'Invert or double a rail with two capacitors for small loads, knowing droop, ripple and the honest output resistance.',
  given: {
    inputVoltage: num('V', { nominal: 5, low: 4.75, high: 5.25 }, 'at the input'),
    mode: choice(['inverter', 'doubler'], 'inverter'),
    rectifier: choice(['switches', 'diodes'], 'switches', 'switches: integrated switches; diodes: a driver output with two diodes'),
    loadCurrent: num('A', 0.01, 'largest continuous load'),
    switchingFrequency: num('Hz', { nominal: 1e5, tolerance: 0.3 }, 'with its tolerance'),
    outputVoltageMinimum: num('V', 4, 'least magnitude needed at loadCurrent'),
    outputRippleLimit: num('V', 0.05, 'peak to peak'),
    loadCurrentAsleep: state('asleep'),
    loadCurrentIdle: state('idle'),
    loadCurrentTypical: state('typical'),
    loadCurrentPeak: state('at peak'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    U1: {
      type: 'device',
      doc: 'switches: resistance of each of the four, or of the driver output with diodes',
      params: {
        switchResistance: num('ohm', 5, undefined, { min: 0 }),
        quiescentCurrent: num('A', 2e-4, undefined, { min: 0 }),
        currentRating: orNone('A', 0.05, 'mean, heating'),
        voltageRating: orNone('V', 7),
        junctionToAmbient: num('K/W', 200),
        maximumJunction: num('degC', 125, undefined, { any: true }),
      },
    },
    C1: converterCapacitor('flying capacitor'),
    C2: converterCapacitor('reservoir capacitor'),
    D1: { ...converterDiode('each diode, with rectifier diodes'), pieces: (g: Given) => (g.rectifier === 'diodes' ? 2 : 0) },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output voltage', doc: 'at loadCurrent, negative for an inverter' },
    outputResistance: { unit: 'ohm', title: 'output resistance', doc: 'exact' },
    outputResistanceBound: { unit: 'ohm', title: 'output resistance, usual sum', doc: 'at or above the exact value' },
    droop: { unit: 'V', title: 'droop' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    rippleFrequency: { unit: 'Hz', title: 'ripple frequency' },
    flyingCapacitorRms: { unit: 'A', title: 'rms current of C1' },
    timeConstant: { unit: 's', title: 'settling time constant' },
    peakCurrent: { unit: 'A', title: 'peak input current' },
    inputCurrent: { unit: 'A', title: 'input current', doc: 'mean at loadCurrent' },
    inputCurrentAsleep: { unit: 'A', title: 'input current asleep' },
    inputCurrentIdle: { unit: 'A', title: 'input current idle' },
    inputCurrentTypical: { unit: 'A', title: 'input current typical' },
    inputCurrentPeak: { unit: 'A', title: 'input current at peak' },
    efficiency: { unit: 'ratio', title: 'efficiency' },
    dissipation: { unit: 'W', title: 'heat of U1' },
    totalDissipation: { unit: 'W', title: 'all losses' },
    junctionTemperature: { unit: 'degC', title: 'junction' },
    reservoirVoltage: { unit: 'V', title: 'on C2 unloaded' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { U1, C1, C2, D1 } = parts;
    const p = pump(x);
    const one = perAmpere(p);
    const i = g.loadCurrent;
    const volts = ideal(x, g.inputVoltage) - i * one.resistance;
    const k = g.mode === 'inverter' ? 1 : 2;
    const drawn = (load: number | null) => (load === null ? NO_STATE : k * load + U1.quiescentCurrent);
    const input = k * i + U1.quiescentCurrent;
    const stands = volts > 0;
    const lost = g.inputVoltage * input - volts * i;
    const own = lost - (g.rectifier === 'diodes' ? 2 * D1.forwardVoltage * i : 0);
    return {
      outputVoltage: stands ? (g.mode === 'inverter' ? -volts : volts) : NOTHING,
      outputResistance: one.resistance,
      outputResistanceBound: 1 / (g.switchingFrequency * p.c1) + 2 * (p.in + p.out) + 4 * C1.esr + C2.esr,
      droop: i * one.resistance,
      outputRipple: i * one.ripple,
      rippleFrequency: g.switchingFrequency,
      flyingCapacitorRms: i * one.rms,
      timeConstant: one.resistance * p.c2,
      peakCurrent: i * (g.mode === 'inverter' ? one.peakIn : Math.max(one.peakIn, one.peakOut)),
      inputCurrent: input,
      inputCurrentAsleep: drawn(g.loadCurrentAsleep),
      inputCurrentIdle: drawn(g.loadCurrentIdle),
      inputCurrentTypical: drawn(g.loadCurrentTypical),
      inputCurrentPeak: drawn(g.loadCurrentPeak),
      efficiency: stands ? (volts * i) / (g.inputVoltage * input) : NOTHING,
      dissipation: stands ? own : NOTHING,
      totalDissipation: stands ? lost : NOTHING,
      junctionTemperature: stands ? ambient + U1.junctionToAmbient * own : NOTHING,
      reservoirVoltage: g.mode === 'inverter' ? g.inputVoltage : 2 * g.inputVoltage,
    };
  },
  mendFirst: ['output-minimum'],
  checks: {
    'output-minimum': held(
      'least output',
      least,
      'atLeast',
      'outputVoltageMinimum',
      'needed at this load',
      'must',
      [
        more('C1.value'),
        more('given.switchingFrequency'),
        less('given.loadCurrent'),
        more('given.inputVoltage'),
        'Switches of lower resistance, or a converter with an inductor.',
      ],
      { unit: 'V' },
    ),
    'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'outputRippleLimit', 'allowed ripple', 'should', [
      more('C2.value'),
      less('C2.esr'),
      'An RC behind it.',
    ]),
    'flying-capacitor-voltage': held('voltage on C1', (c) => c.must('inputVoltage'), 'atMost', 'C1.voltageRating', 'rating of C1', 'must', [], {
      unit: 'V',
      derated: true,
    }),
    'reservoir-voltage': held(
      'voltage on C2',
      'reservoirVoltage',
      'atMost',
      'C2.voltageRating',
      'rating of C2',
      'must',
      ['A doubler puts twice the input on it.'],
      { derated: true },
    ),
    'flying-capacitor-ripple': held(
      'rms current of C1',
      'flyingCapacitorRms',
      'atMost',
      'C1.rippleCurrentRating',
      'rating of C1',
      'should',
      ['A ceramic carries it.'],
      { derated: true },
    ),
    'supply-rating': held(
      'highest input',
      (c) => c.must('inputVoltage'),
      'atMost',
      'U1.voltageRating',
      'rating of U1',
      'must',
      ['These parts die a little above their rating.'],
      { unit: 'V', derated: true },
    ),
    'current-rating': held(
      'load',
      (c) => c.must('loadCurrent'),
      'atMost',
      'U1.currentRating',
      'rating of U1',
      'must',
      [less('given.loadCurrent'), 'An inverting or boost converter carries more.'],
      { unit: 'A', derated: true },
    ),
    'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'highest junction temperature of U1', 'must', [
      less('U1.junctionToAmbient'),
      less('given.loadCurrent'),
      'A converter with an inductor stays cooler.',
    ]),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage' },
      draws: STATE_DRAWS,
      gives: { maximum: 'U1.voltageRating', absoluteMaximum: 'U1.voltageRating' },
    },
    out: {
      role: 'provides',
      signed: true,
      loads: STATE_LOADS,
      fills: {},
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        currentLimit: 'U1.currentRating',
        impedance: 'outputResistance',
      },
    },
  },
  signals: {},
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: (x, o, s) => {
    const { given: g } = x;
    const load = g[STATE_LOADS[s] as 'loadCurrentPeak'];
    const drawn = o[STATE_DRAWS[s]];
    // The rail stands at its voltage under the design load; what is not drawn of that shows as heat here.
    return { pump: load === null || drawn === undefined ? (o.totalDissipation ?? 0) : g.inputVoltage * drawn - Math.abs(o.outputVoltage ?? 0) * load };
  },
  confirm: [{ id: 'polarity', text: 'Electrolytics at an inverter’s output stand with their positive side to ground.' }],
  cautions: ['Reversed electrolytics fail: watch the polarity of C2 at an inverter.', 'Many inverters must not have their output pulled positive at start.'],
});

const NOTHING = impossible('the droop is more than the pump makes');

/** C1: half of the room the switches leave, at the low end of the clock; C2: ripple at the low ends. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const open = (['C1', 'C2'] as const).filter((slot) => s.open(slot));
  if (!open.length) return [];
  const { given: g } = x;
  const [f, i] = [s.range('switchingFrequency').low, s.range('loadCurrent').high];
  const room = (ideal(x, s.range('inputVoltage').low) - s.range('outputVoltageMinimum').high * (1 + s.comfort)) / i;
  const ways = 2 * (pump(x).in + pump(x).out);
  const share = Math.max((room - ways) / 2, 0);
  const t1 = 1 - s.tolerance('C1');
  const all1 = s.candidates('C1', 1e-6, 4.7e-4);
  const c1 = s.open('C1') ? (all1.find((c) => share > 0 && 1 / (f * c * t1 * x.parts.C1.biasRetention) <= share) ?? all1.at(-1)!) : s.value('C1');
  const all2 = s.candidates('C2', Math.max(1e-6, c1), 4.7e-4);
  const c2 = s.open('C2')
    ? (all2.find((c) => i / (f * c * (1 - s.tolerance('C2')) * x.parts.C2.biasRetention) <= 0.8 * s.range('outputRippleLimit').low) ??
      all2.at(-1) ??
      nextAbove(c1, 'E6'))
    : s.value('C2');
  const vin = s.range('inputVoltage').high;
  const ratings: Record<string, number> = {};
  const volts = (v: number) => CAPACITOR_VOLTAGES.find((r) => r * s.derating >= v) ?? CAPACITOR_VOLTAGES.at(-1)!;
  if (s.open('C1'))
    Object.assign(ratings, { 'C1.voltageRating': volts(vin), 'C1.rippleCurrentRating': INDUCTOR_CURRENTS.find((r) => r * s.derating >= 3 * i) ?? 30 });
  if (s.open('C2')) Object.assign(ratings, { 'C2.voltageRating': volts(g.mode === 'inverter' ? vin : 2 * vin) });
  const values = Object.fromEntries(
    [
      ['C1', c1],
      ['C2', c2],
    ].filter(([slot]) => s.open(slot as string)),
  ) as Record<string, number>;
  return [
    {
      values,
      ratings,
      why:
        share > 0 ? 'half of the room the switches leave for C1; ripple at the low ends for C2' : 'the switches alone take the room: no capacitor mends that',
    },
  ];
}
