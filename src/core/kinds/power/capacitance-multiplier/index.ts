import { base, bleed, THERMAL, through } from './laws.ts';
import { more, less, from, choose, fit } from '../../../stage/cures.ts';
import { none } from '../../../math/absent.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { settlingTime } from '../../../physics/rc-ladder.ts';
import { junctionToAmbient } from '../../../physics/thermal.ts';
import { HEATSINKS } from '../../../quantity/stock.ts';
import { nextBelow } from '../../../quantity/preferred.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held, say } from '../../../stage/words.ts';
import { size } from './sizing.ts';

const two = (g: Readonly<Record<string, unknown>>) => g.sections === 2;
const capacitor = { esr: num('ohm', 0.1, undefined, { min: 0 }), voltageRating: num('V', 25) };
const top = (c: Judged) => {
  const [v, r] = [c.must('inputVoltage'), c.must('inputRipple')];
  return { nominal: v.nominal + r.nominal / 2, low: v.low + r.low / 2, high: v.high + r.high / 2 };
};

export const capacitanceMultiplier = defineKind({
  id: 'capacitance-multiplier',
  family: 'power',
  group: 'Supply',
  title: 'Capacitance multiplier',
  aliases: ['ripple filter transistor', 'gyrator supply', 'emitter follower filter', 'electronic smoothing'],
  purpose: 'Removes hum at currents where an RC would drop too much, without regulating.',
  given: {
    inputVoltage: num('V', 15),
    inputRipple: num('V', 1, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 100),
    loadCurrent: num('A', 0.3, 'drawn from it', { min: 0 }),
    maximumOutputRipple: num('V', 0.01),
    minimumOutput: num('V', null),
    sections: num('count', 1, 'RC sections at the base', { oneOf: [1, 2] }),
    settlingError: num('ratio', 0.01, undefined, { above: 0, below: 1 }),
    sinkToAmbient: num('K/W', null, 'heatsink; null none'),
    caseToSink: num('K/W', 0.5, undefined, { min: 0 }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: { inputMaximum: num('V', null, 'highest input with nothing drawn'), maximumVoltage: num('V', null, 'what the consumers stand') },
  parts: {
    Q1: {
      type: 'device',
      takes: 'pass transistor',
      doc: 'npn or darlington',
      params: {
        currentGain: num('ratio', { nominal: 100, low: 50, high: 250 }),
        forwardVoltage: num('V', 0.7, 'base-emitter at load'),
        saturationVoltage: num('V', 0.5, 'least collector-emitter voltage that still follows', { min: 0 }),
        earlyVoltage: num('V', 80),
        currentRating: num('A', 3),
        voltageRating: num('V', 60),
        junctionToAmbient: num('K/W', 62),
        junctionToCase: num('K/W', 3, undefined, { min: 0 }),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.05, doc: 'input to first capacitor' },
    R3: { type: 'resistor', series: 'E24', tolerance: 0.05, doc: 'second section', needed: two },
    R2: { type: 'resistor', series: 'E12', tolerance: 0.05, optional: true, doc: 'base to ground: buys headroom for the trough' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'base', params: capacitor },
    C3: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'base, second section', needed: two, params: capacitor },
  },
  outcomes: {
    baseCurrent: { unit: 'A', title: 'base current' },
    outputVoltage: { unit: 'V', title: 'output voltage' },
    dropVoltage: { unit: 'V', title: 'drop' },
    troughDifferential: { unit: 'V', title: 'collector-emitter at the trough' },
    outputTrough: { unit: 'V', title: 'trough' },
    rippleRejection: { unit: 'dB', title: 'ripple rejection' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    outputResistance: { unit: 'ohm', title: 'output resistance', doc: 'at DC' },
    inputCurrent: { unit: 'A', title: 'input current' },
    dissipation: { unit: 'W', title: 'heat of Q1' },
    junctionTemperature: { unit: 'degC', title: 'junction' },
    startUpTime: { unit: 's', title: 'start-up time' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { Q1, R1, R3 } = parts;
    const rs = R1.value + (g.sections === 2 ? R3.value! : 0);
    const r2 = bleed(x);
    const k = Number.isFinite(r2) ? r2 / (rs + r2) : 1;
    const rth = parallel(rs, r2);
    const baseCurrent = g.loadCurrent / (Q1.currentGain + 1);
    const outputVoltage = Math.max(0, g.inputVoltage * k - baseCurrent * rth - Q1.forwardVoltage);
    const drop = g.inputVoltage - outputVoltage;
    const passed = through(x, g.rippleFrequency);
    const outputRipple = g.inputRipple * passed;
    const dissipation = (drop * g.loadCurrent * Q1.currentGain) / (Q1.currentGain + 1) + Q1.forwardVoltage * baseCurrent;
    return {
      baseCurrent,
      outputVoltage,
      dropVoltage: drop,
      troughDifferential: drop - g.inputRipple / 2,
      outputTrough: outputVoltage - outputRipple / 2,
      rippleRejection: -toDb(passed),
      outputRipple,
      outputResistance: g.loadCurrent === 0 ? NO_LOAD : THERMAL / g.loadCurrent + rth / (Q1.currentGain + 1),
      inputCurrent: g.loadCurrent + (Number.isFinite(r2) ? (outputVoltage + Q1.forwardVoltage) / r2 : 0),
      dissipation,
      junctionTemperature: ambient + dissipation * junctionToAmbient(Q1, g),
      startUpTime: settlingTime(base(x), g.settlingError, r2),
    };
  },
  region: (c) => {
    const both = ['nominal', 'low', 'high'] as const;
    const [d, need, out] = [c.out('troughDifferential'), c.must('Q1.saturationVoltage'), c.out('outputVoltage')];
    const gone = (ends: readonly ('nominal' | 'low' | 'high')[], ...names: string[]) => names.map((outcome) => ({ outcome, ends }));
    if ((out.nominal ?? 1) <= 0)
      return {
        outside: gone(both, 'outputVoltage', 'outputTrough', 'dropVoltage', 'troughDifferential', 'dissipation', 'junctionTemperature'),
        reason: NOTHING_LEFT,
      };
    if ((d.nominal ?? 0) < need.nominal) return { outside: gone(both, 'outputTrough', 'rippleRejection', 'outputRipple', 'outputVoltage'), reason: SATURATES };
    if ((out.low ?? 1) <= 0)
      return {
        outside: [
          ...gone(['low'], 'outputVoltage', 'outputTrough'),
          ...gone(['high'], 'dropVoltage', 'troughDifferential', 'dissipation', 'junctionTemperature'),
        ],
        reason: NOTHING_LEFT,
      };
    if ((d.low ?? 0) >= need.high) return null;
    return { outside: [...gone(['low'], 'outputTrough', 'rippleRejection'), ...gone(['high'], 'outputRipple')], reason: SATURATES };
  },
  mendFirst: ['headroom', 'minimum-output'],
  checks: {
    headroom: held(
      'collector-emitter at the trough',
      'troughDifferential',
      'atLeast',
      (c) => c.must('Q1.saturationVoltage').high,
      'saturation of Q1',
      'must',
      (c) => {
        const lack = c.must('Q1.saturationVoltage').high - (c.out('troughDifferential').low ?? 0);
        const rs = c.must('R1.value').nominal;
        const r2 = (rs * (c.must('inputVoltage').low - lack)) / Math.max(lack, 1e-9);
        return [
          fit(['R2.value', nextBelow(Math.max(r2, 1), 'E12')]),
          less('R2.value'),
          less('given.inputRipple'),
          'R2 from base to ground lowers the output by what is lacking; a larger reservoir before it lifts the trough.',
        ];
      },
    ),
    'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'should', (c) => {
      const floor = (c.x.parts.Q1.currentGain * THERMAL) / ((c.x.parts.Q1.currentGain + 1) * c.x.parts.Q1.earlyVoltage);
      return [
        more('C1.value'),
        choose('given.sections', 2),
        `Below ${say(c.must('inputRipple').high * floor, 'V')} of ripple, the transistor’s own floor, only a regulator helps.`,
      ];
    }),
    'minimum-output': held(
      'trough',
      'outputTrough',
      'atLeast',
      'minimumOutput',
      'what the consumers need',
      'must',
      [more('R2.value'), 'It does not regulate: its output follows the line.'],
      { whenNull: 'absent' },
    ),
    'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'Q1.maximumJunction', 'highest junction temperature of Q1', 'must', [
      from(less('given.sinkToAmbient'), HEATSINKS),
      less('given.loadCurrent'),
      'Less drop, or a larger package.',
    ]),
    'transistor-current': held('current of Q1', (c) => c.must('loadCurrent'), 'atMost', 'Q1.currentRating', 'rating of Q1', 'must', [], {
      derated: true,
      unit: 'A',
    }),
    'transistor-voltage': held(
      'voltage across Q1',
      top,
      'atMost',
      'Q1.voltageRating',
      'rating of Q1',
      'must',
      ['The output starts at 0 V, and a short puts all of the input across Q1.'],
      { derated: true, unit: 'V' },
    ),
    'capacitor-voltage': held(
      'voltage on the capacitors',
      top,
      'atMost',
      (c) => Math.min(c.must('C1.voltageRating').low, c.x.given.sections === 2 ? c.must('C3.voltageRating').low : Infinity),
      'least rating of the capacitors',
      'must',
      (c) => [c.x.given.sections === 2 ? more('C1.voltageRating', 'C3.voltageRating') : more('C1.voltageRating')],
      { derated: true, unit: 'V' },
    ),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency', noLoad: 'inputMaximum' },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: {
        minimum: neededAhead('minimumOutput', 'inputVoltage', 'outputVoltage'),
        absoluteMaximum: 'Q1.voltageRating',
      },
    },
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', minimum: 'minimumOutput', maximum: 'maximumVoltage' },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: (c) => c.range('inputMaximum'),
        currentLimit: 'Q1.currentRating',
      },
    },
  },
  signals: {},
  warm: [
    {
      part: 'Q1',
      check: 'junction-temperature',
      dissipation: 'dissipation',
      junction: 'junctionTemperature',
      limit: 'Q1.maximumJunction',
      junctionToCase: 'Q1.junctionToCase',
      caseToSink: 'caseToSink',
      sink: 'sinkToAmbient',
    },
  ],
  heat: (x, o) => {
    const input = x.given.inputVoltage * (o.inputCurrent ?? 0);
    const out = (o.outputVoltage ?? 0) * x.given.loadCurrent;
    return { transistor: o.dissipation ?? 0, 'base network': input - out - (o.dissipation ?? 0) };
  },
  confirm: [{ id: 'short', text: 'A short at the output is caught by a fuse or a limit before Q1: the follower has none of its own.' }],
  cautions: ['Discharge C1 before short-circuiting anything.', 'Q1 and its sink get hot, and its tab is at the input.'],
});

const NO_LOAD = none('nothing is drawn');
const SATURATES = 'the trough of the input reaches the saturation of Q1: ripple breaks through';
const NOTHING_LEFT = 'the base network drops all of the input';
