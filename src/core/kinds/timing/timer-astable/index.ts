import { impossible, none, type Value } from '../../../math/absent.ts';
import { BYPASS, LEAKAGE_ALLOWED, THRESHOLD, TIMER, TRACKING } from '../../../models/threshold-timer.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { cycle, legs } from './laws.ts';
import { size } from './sizing.ts';

export const timerAstable = defineKind({
  id: 'timer-astable',
  family: 'timing',
  group: 'Signal',
  title: 'Free-running timer',
  aliases: ['astable', 'multivibrator', 'blinker', 'blink', 'square-wave oscillator', 'tone generator', 'siren', 'threshold timer'],
  purpose: 'A square wave of moderate accuracy for lamps, sounders, charge pumps and clocks that need no crystal.',
  given: {
    supplyVoltage: num('V', 5, 'of the timer'),
    frequency: num('Hz', 1000, 'wanted', { title: 'frequency wanted' }),
    frequencyTolerance: num('ratio', 0.25, 'allowed relative error of it', { title: 'error allowed' }),
    dutyCycle: num('ratio', 0.6, 'share of the period with the output high', { below: 1, title: 'duty cycle wanted' }),
    dutyTolerance: num('ratio', 0.05, 'allowed difference of the duty cycle', { title: 'difference allowed' }),
    topology: choice(
      ['two-resistor', 'diode', 'output-feedback'],
      'two-resistor',
      'two resistors: above 50 %; a diode across R2: any duty; one resistor from a rail-to-rail output: 50 %',
      'circuit',
    ),
    leakageShareLimit: LEAKAGE_ALLOWED,
  },
  parts: {
    R1: {
      type: 'resistor',
      series: 'E24',
      tolerance: 0.01,
      doc: 'from the supply to the discharge pin',
      needed: (g: Given) => g.topology !== 'output-feedback',
    },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'to the capacitor' },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.05,
      doc: 'sets the time: film or C0G',
      params: {
        leakageCurrent: num('A', { nominal: 0, low: 0, high: 1e-8 }, 'film or C0G; of an electrolytic 1 µA, up to 10 µA', { min: 0 }),
        voltageRating: num('V', 16),
      },
    },
    D1: {
      type: 'device',
      doc: 'across R2',
      needed: (g: Given) => g.topology === 'diode',
      params: { forwardVoltage: num('V', { nominal: 0.6, low: 0.5, high: 0.7 }) },
    },
    U1: {
      type: 'device',
      doc: 'threshold timer',
      takes: 'threshold timer',
      params: {
        ...TIMER,
        thresholdHigh: num('ratio', THRESHOLD, 'upper threshold over supply', { below: 1, title: 'upper threshold' }),
        thresholdTracking: TRACKING,
        propagationDelay: num('s', 2e-7, 'from comparator to switch', { min: 0, title: 'delay' }),
        outputDrop: num('V', 0, 'supply less output high, where it feeds back', { min: 0, title: 'drop of the output' }),
        outputResistance: num('ohm', 50, 'where it feeds back', { min: 0 }),
      },
    },
  },
  outcomes: {
    highTime: { unit: 's', title: 'time high', doc: 'of each period' },
    lowTime: { unit: 's', title: 'time low', doc: 'of each period' },
    period: { unit: 's', title: 'period' },
    frequency: { unit: 'Hz', title: 'frequency', doc: 'with thresholds, delay and leakage' },
    dutyCycle: { unit: 'ratio', title: 'duty cycle', doc: 'share of the period with the output high' },
    frequencyError: { unit: 'ratio', title: 'error of the frequency', doc: 'against the one wanted' },
    dutyError: { unit: 'ratio', title: 'off the duty cycle', doc: 'difference to the one wanted' },
    leakageShare: { unit: 'ratio', title: 'share of leakage', doc: 'of the charging current at the threshold; at one it stops' },
    largestResistance: { unit: 'ohm', title: 'largest charging resistance', doc: 'at this leakage' },
    delayShare: { unit: 'ratio', title: 'share of the delays', doc: 'of the period' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average, without a load' },
    dischargePeakCurrent: { unit: 'A', title: 'discharge surge', doc: 'through the switch or the output' },
    supplyVoltage: { unit: 'V', title: 'supply', doc: 'as it comes' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { C1, R2, U1 } = parts;
    const l = legs(x);
    const c = cycle(x);
    const period = c && c.highTime + c.lowTime;
    const of = (work: (now: NonNullable<typeof c>, period: number) => number): Value => (c ? work(c, period!) : STOPS);
    return {
      highTime: of((n) => n.highTime),
      lowTime: of((n) => n.lowTime),
      period: of((_, t) => t),
      frequency: of((_, t) => 1 / t),
      dutyCycle: of((n, t) => n.highTime / t),
      frequencyError: of((_, t) => 1 / t / g.frequency - 1),
      dutyError: of((n, t) => n.highTime / t - g.dutyCycle),
      leakageShare: l.source > l.high ? (l.leak * l.charge.ohms) / (l.source - l.high) : NO_SOURCE,
      largestResistance: l.leak > 0 ? (g.leakageShareLimit * (l.source - l.high)) / l.leak : NO_LEAK,
      delayShare: of((_, t) => (2 * U1.propagationDelay) / t),
      supplyCurrent: of(
        (n, t) =>
          U1.quiescentCurrent + (C1.value * (n.peak - n.valley) + l.leak * n.highTime + (l.fed ? 0 : (g.supplyVoltage / (l.r1 + l.ron)) * n.lowTime)) / t,
      ),
      dischargePeakCurrent: l.fed ? l.high / l.discharge.ohms : g.supplyVoltage / l.r1 + l.high / (R2.value + l.ron),
      supplyVoltage: g.supplyVoltage,
    };
  },
  checks,
  mendFirst: ['oscillates'],
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'supplyCurrent', gives: { absoluteMaximum: 'U1.supplyMaximum' } } },
  signals: {
    out: {
      role: 'out',
      fills: {},
      down: (c) => ({ dc: c.range('supplyVoltage'), sourceResistance: exactly(0), clock: c.pick('frequency'), duty: c.pick('dutyCycle') }),
    },
  },
  heat: (x, o) => ({ 'timer and resistors': x.given.supplyVoltage * (o.supplyCurrent ?? 0) }),
  confirm: [BYPASS],
  cautions: [],
});

const STOPS = impossible('leakage or a drop holds the capacitor between the thresholds: it stops');
const NO_SOURCE = impossible('what charges the capacitor does not reach the threshold');
const NO_LEAK = none('nothing leaks');
