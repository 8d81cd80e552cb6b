import { more, less } from '../../../stage/cures.ts';
import { impossible, isAbsent, type Value } from '../../../math/absent.ts';
import { CAPACITOR_VOLTAGES } from '../../../quantity/stock.ts';
import { defineKind, type Offer, type Sizing, type Given } from '../../../stage/contract.ts';
import { choice, flag, num, openOhms, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { condition, held, say } from '../../../stage/words.ts';

/** The enable node: voltage it settles at, resistance it is fed through, capacitance. */
export function enable({ given: g, parts: { R1, C1, U1 } }: AnyInputs) {
  const k = Number.isFinite(U1.enablePullDown) ? U1.enablePullDown / (R1.value + U1.enablePullDown) : 1;
  return { volts: (g.enableVoltage ?? g.inputVoltage) * k, ohms: R1.value * k, farads: C1.value * C1.biasRetention };
}
export const bulk = ({ parts: { C2 } }: AnyInputs): number => C2.value * C2.biasRetention;
const path = ({ given: g, parts: { U1, C2 } }: AnyInputs): number => g.sourceResistance + U1.switchResistance + C2.esr;

function ramp(x: AnyInputs): number {
  const {
    given: g,
    parts: { U1, C3 },
  } = x;
  if (g.rampMode === 'fixed') return g.rampTime;
  if (g.rampMode === 'capacitor') return ((C3.value ?? 0) * U1.softStartReference) / U1.softStartCurrent;
  return 3 * path(x) * bulk(x);
}

export const softStartSequencing = defineKind({
  id: 'soft-start-sequencing',
  family: 'power',
  group: 'Supply',
  title: 'Soft start and sequencing',
  aliases: ['inrush', 'power sequencing', 'enable delay', 'soft start', 'load switch', 'rail order'],
  purpose: 'Bring rails up in order, slowly enough for the source, and know what a brown-out does to the order.',
  given: {
    inputVoltage: num('V', { nominal: 5, low: 4.75, high: 5.25 }, 'of the source rail'),
    sourceResistance: num('ohm', 0.1, 'ahead of the input', { min: 0 }),
    sourceCurrentLimit: num('A', 1, 'cell, protection circuit, fuse or port'),
    outputVoltage: num('V', 3.3, 'of the rail that rises'),
    loadCurrent: num('A', 0.1, 'of this rail when running', { min: 0 }),
    loadDuringRamp: flag(false, 'load drawn in full while the rail rises'),
    conversion: choice(['linear', 'switching'], 'linear', 'linear: source current equals output current; switching: by power'),
    efficiency: num('ratio', 0.88, 'of a switching stage during its ramp', { above: 0, max: 1 }),
    rampMode: choice(['capacitor', 'fixed', 'none'], 'capacitor', 'capacitor (C3 on a current-fed pin), fixed (built in), none (switch closes at once)'),
    rampTime: num('s', 0.001, 'for fixed'),
    trigger: choice(
      ['common-source', 'predecessor'],
      'common-source',
      'common-source: R1 and C1 start when the source is there; predecessor: when the previous rail is ready',
    ),
    enableVoltage: num('V', null, 'that feeds R1; null: inputVoltage'),
    sourceReady: num('s', 0, 'time at which the source is up', { min: 0 }),
    predecessorReady: num('s', 0, 'from the stage before', { min: 0 }),
    sourceCurrentBefore: num('A', 0, 'what the source already carries', { min: 0 }),
    delayWanted: num('s', 0.01, 'for sizing R1 and C1'),
    readyTimeLimit: num('s', null, 'wanted'),
    dischargeDiode: flag(false, 'diode across R1 that empties C1 fast'),
    shortestOffTime: num('s', 0.1, 'shortest supply interruption'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'to the enable pin' },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.1,
      doc: 'delay capacitor at the enable pin',
      params: {
        esr: num('ohm', 0.01, undefined, { min: 0 }),
        biasRetention: num('ratio', 1, 'share of value left at the working voltage', { above: 0, max: 1 }),
        voltageRating: num('V', null),
      },
    },
    C2: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'bulk capacitance of the rail',
      params: {
        esr: num('ohm', 0.01, undefined, { min: 0 }),
        biasRetention: num('ratio', 1, 'share of value left at the working voltage', { above: 0, max: 1 }),
        voltageRating: num('V', null),
      },
    },
    C3: { type: 'capacitor', series: 'E6', tolerance: 0.1, default: 1e-8, doc: 'soft-start capacitor', needed: (g: Given) => g.rampMode === 'capacitor' },
    U1: {
      type: 'device',
      doc: 'stage or load switch',
      params: {
        enableThreshold: num('V', { nominal: 1.2, tolerance: 0.08 }, 'rising'),
        enableFallThreshold: num('V', { nominal: 1.1, tolerance: 0.08 }, 'falling'),
        enablePullDown: openOhms('null: none'),
        softStartCurrent: num('A', { nominal: 5e-6, tolerance: 0.2 }),
        softStartReference: orNone('V', 0.8),
        switchResistance: num('ohm', 0.05, undefined, { min: 0 }),
      },
    },
  },
  outcomes: {
    enableShare: { unit: 'ratio', title: 'threshold over the enable voltage' },
    enableDelay: { unit: 's', title: 'enable delay' },
    startTime: { unit: 's', title: 'starts at' },
    rampTime: { unit: 's', title: 'ramp' },
    readyTime: { unit: 's', title: 'ready at' },
    inrushCurrent: { unit: 'A', title: 'into C2' },
    inputInrush: { unit: 'A', title: 'at the source while it rises' },
    inputCurrent: { unit: 'A', title: 'at the source once running' },
    storedEnergy: { unit: 'J', title: 'stored in C2' },
    orderSlack: { unit: 's', title: 'starts after the predecessor by' },
    rearmTime: { unit: 's', title: 'armed again after' },
    sourcePeakCurrent: { unit: 'A', title: 'peak at the source' },
    railVoltage: { unit: 'V', title: 'rail once it stands', doc: 'linear: never above the source' },
  },
  size,
  evaluate: (x) => {
    const {
      given: g,
      parts: { U1 },
    } = x;
    const e = enable(x);
    const delay: Value = U1.enableThreshold >= e.volts ? NEVER : -e.ohms * e.farads * Math.log(1 - U1.enableThreshold / e.volts);
    const from = g.trigger === 'predecessor' ? g.predecessorReady : g.sourceReady;
    const start: Value = isAbsent(delay) ? delay : from + delay;
    const rampTime = ramp(x);
    const direct = g.rampMode === 'none';
    const inrush = direct ? g.inputVoltage / Math.max(path(x), 1e-9) : rampTime > 0 ? (bulk(x) * g.outputVoltage) / rampTime : INSTANT;
    const byPower = g.outputVoltage / (g.inputVoltage * g.efficiency);
    const rising = g.loadDuringRamp ? g.loadCurrent : 0;
    const switching = g.conversion === 'switching' && !direct;
    const input: Value = isAbsent(inrush) ? inrush : direct ? inrush : switching ? (inrush + rising) * byPower : inrush + rising;
    const running = switching ? g.loadCurrent * byPower : g.loadCurrent;
    const top = g.dischargeDiode ? Math.min(e.volts, 0.6) : e.volts;
    return {
      enableShare: U1.enableThreshold / e.volts,
      enableDelay: delay,
      startTime: start,
      rampTime,
      readyTime: isAbsent(start) ? start : start + rampTime,
      inrushCurrent: inrush,
      inputInrush: input,
      inputCurrent: running,
      storedEnergy: (bulk(x) * g.outputVoltage ** 2) / 2,
      orderSlack: isAbsent(start) ? start : start - g.predecessorReady,
      rearmTime: top > U1.enableFallThreshold ? e.ohms * e.farads * Math.log(top / U1.enableFallThreshold) : 0,
      railVoltage: switching ? g.outputVoltage : Math.min(g.outputVoltage, g.inputVoltage),
      sourcePeakCurrent: isAbsent(input) ? input : Math.max(input, running) + g.sourceCurrentBefore,
    };
  },
  checks: {
    'source-limit': held('peak at the source', 'sourcePeakCurrent', 'atMost', 'sourceCurrentLimit', 'what the source gives', 'must', [
      more('C3.value'),
      less('C2.value'),
      more('given.sourceCurrentLimit'),
      'A later start.',
    ]),
    order: condition(
      'order',
      (c) => (c.out('orderSlack').low === null ? null : (c.out('orderSlack').low ?? 0) >= 0),
      'the earliest start must follow the latest ready',
      'must',
      (c) =>
        c.out('orderSlack').low === null
          ? 'Mend what keeps it from starting at all first.'
          : `It may start ${say(-c.out('orderSlack').low!, 's')} too early: take the predecessor’s power-good instead of a common RC, or a longer delay.`,
    ),
    'enable-reached': held(
      'threshold over the enable voltage',
      'enableShare',
      'atMost',
      () => 0.8,
      'near the threshold the delay spreads without limit',
      'must',
      [less('R1.value')],
    ),
    'ready-in-time': held('ready', 'readyTime', 'atMost', 'readyTimeLimit', 'wanted', 'should', [less('C1.value'), less('R1.value'), less('C3.value')], {
      whenNull: 'absent',
    }),
    rearm: held(
      'armed again',
      'rearmTime',
      'atMost',
      'shortestOffTime',
      'shortest interruption',
      'should',
      () => 'A discharge diode across R1, or a supervisor: a short brown-out restarts with C1 still charged, and with almost no delay.',
    ),
    'bulk-capacitor-voltage': held('voltage on C2', (c) => c.must('outputVoltage'), 'atMost', 'C2.voltageRating', 'rating of C2', 'must', [], {
      unit: 'V',
      derated: true,
    }),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', sourceResistance: 'sourceResistance', currentLimit: 'sourceCurrentLimit' },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: { surge: 'inputInrush' },
    },
    out: { role: 'provides', fills: { load: 'loadCurrent' }, gives: { voltage: 'railVoltage', currentLimit: 'sourceCurrentLimit' } },
  },
  signals: {
    in: { role: 'in', carries: 'event', fills: { voltage: 'predecessorReady' } },
    ready: { role: 'out', carries: 'event', fills: {}, down: (c) => ({ dc: c.pick('readyTime') }) },
  },
  startUp: { start: 'startTime', ready: 'readyTime', inrush: 'inputInrush', running: 'inputCurrent', before: 'sourceCurrentBefore' },
  heat: (x, o) => {
    const { given: g } = x;
    return { switch: g.inputVoltage * (o.inputCurrent ?? 0) - (o.railVoltage ?? 0) * g.loadCurrent };
  },
  confirm: [{ id: 'back-drive', text: 'No signal drives a chip’s input while that chip is not powered, in any order of the rails.' }],
  cautions: ['Inrush can trip or weld: check connectors, fuses and port limits.', 'Back-driving an unpowered chip through its inputs damages it.'],
});

const NEVER = impossible('the enable node never reaches its threshold');
const INSTANT = impossible('the rail would rise in no time at all');

/** R1 and C1 together for the wanted delay; the bulk and its rating, where nobody gave one. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const values: Record<string, number> = {};
  const ratings: Record<string, number> = {};
  if (s.open('R1') || s.open('C1')) {
    let error = Infinity;
    for (const C1 of s.candidates('C1', 1e-8, 1e-6))
      for (const R1 of s.candidates('R1', 1e4, 1e6)) {
        const e = enable({ ...x, parts: { ...x.parts, R1: { value: R1 }, C1: { ...x.parts.C1, value: C1 } } });
        const th = s.param('U1.enableThreshold');
        if (th.high >= 0.8 * e.volts) continue;
        const off = Math.abs((-e.ohms * e.farads * Math.log(1 - th.nominal / e.volts)) / x.given.delayWanted - 1);
        if (off < error) {
          error = off;
          if (s.open('R1')) values.R1 = R1;
          if (s.open('C1')) values.C1 = C1;
        }
      }
  }
  if (s.open('C2')) {
    values.C2 = 1e-5;
    ratings['C2.voltageRating'] = CAPACITOR_VOLTAGES.find((v) => v * s.derating >= s.range('outputVoltage').high) ?? 100;
  }
  if (s.open('C3')) values.C3 = 1e-8;
  return Object.keys(values).length ? [{ values, ratings, why: 'nearest to the wanted delay' }] : [];
}
