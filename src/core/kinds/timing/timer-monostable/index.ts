import { impossible, none } from '../../../math/absent.ts';
import { parallel } from '../../../physics/network.ts';
import { BYPASS, LEAKAGE_ALLOWED, THRESHOLD, TIMER } from '../../../models/threshold-timer.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { levels, width } from './laws.ts';
import { size } from './sizing.ts';

/** How close to its start the capacitor counts as discharged, of the supply. */
const EMPTY = 0.01;

export const timerMonostable = defineKind({
  id: 'timer-monostable',
  family: 'timing',
  group: 'Signal',
  title: 'One-shot timer',
  aliases: ['monostable', 'one-shot', 'delay timer', 'pulse stretcher', 'time-out', 'overrun', 'threshold timer'],
  purpose: 'One pulse or delay of known length from a trigger, from microseconds to about a minute, without software.',
  given: {
    supplyVoltage: num('V', 5, 'of the timer'),
    pulseWidth: num('s', 1, 'wanted', { title: 'pulse wanted' }),
    pulseWidthTolerance: num('ratio', 0.5, 'worst error allowed', { title: 'error allowed' }),
    triggerWidth: num('s', 0.001, 'longest time that the trigger stays active', { min: 0, title: 'trigger, at most' }),
    recoveryAvailable: num('s', 0.1, 'shortest time from the end of a pulse to the next trigger', { title: 'pause, at least' }),
    leakageShareLimit: LEAKAGE_ALLOWED,
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'charges C1' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.05, zero: true, doc: 'in the way of the discharge; 0: a link' },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'sets the time',
      params: {
        leakageCurrent: num(
          'A',
          { nominal: 1e-6, low: 0, high: 1e-5 },
          'steady, at the threshold; sheets of electrolytics print the high end, after minutes on voltage',
          { min: 0 },
        ),
        voltageRating: num('V', 16),
      },
    },
    U1: {
      type: 'device',
      doc: 'threshold timer',
      takes: 'threshold timer',
      params: {
        ...TIMER,
        thresholdRatio: num('ratio', THRESHOLD, 'threshold over supply', { below: 1, title: 'threshold' }),
        outputDrop: num('V', 1.7, 'supply less output high', { min: 0, title: 'drop of the output' }),
      },
    },
  },
  outcomes: {
    pulseWidth: { unit: 's', title: 'pulse', doc: 'with leakage and start voltage' },
    pulseWidthError: { unit: 'ratio', title: 'error of the pulse', doc: 'against the one wanted' },
    leakageStretch: { unit: 'ratio', title: 'stretched by leakage', doc: 'against none' },
    leakageShare: { unit: 'ratio', title: 'share of leakage', doc: 'of the charging current at the threshold; at one it never times out' },
    largestResistance: { unit: 'ohm', title: 'largest R1', doc: 'usable at this leakage' },
    recoveryTime: { unit: 's', title: 'recovery', doc: 'until the capacitor is empty again' },
    dischargePeakCurrent: { unit: 'A', title: 'discharge surge', doc: 'through the switch' },
    quiescentCurrent: { unit: 'A', title: 'supply current', doc: 'idle: R1 hangs on the closed switch' },
    outputHigh: { unit: 'V', title: 'output high', doc: 'supply less its drop' },
    capacitorVoltage: { unit: 'V', title: 'voltage across C1', doc: 'the supply, where the threshold is open' },
    supplyVoltage: { unit: 'V', title: 'supply', doc: 'as it comes' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { R1, C1, U1 } = parts;
    const { leak, discharge, start, threshold } = levels(x);
    const t = width(x);
    const still = width(x, 0)!;
    const left = g.supplyVoltage - threshold;
    return {
      pulseWidth: t ?? NEVER,
      pulseWidthError: t === null ? NEVER : t / g.pulseWidth - 1,
      leakageStretch: t === null ? NEVER : t / still - 1,
      leakageShare: (leak * R1.value) / left,
      largestResistance: leak > 0 ? (g.leakageShareLimit * left) / leak : NO_LEAK,
      recoveryTime: Math.max(0, parallel(R1.value, discharge) * C1.value * Math.log((threshold - start) / (EMPTY * g.supplyVoltage))),
      dischargePeakCurrent: threshold / discharge,
      quiescentCurrent: U1.quiescentCurrent + g.supplyVoltage / (R1.value + discharge),
      outputHigh: g.supplyVoltage - U1.outputDrop,
      capacitorVoltage: g.supplyVoltage,
      supplyVoltage: g.supplyVoltage,
    };
  },
  checks,
  mendFirst: ['times-out'],
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'quiescentCurrent', gives: { absoluteMaximum: 'U1.supplyMaximum' } } },
  signals: {
    in: { role: 'in', fills: {} },
    out: { role: 'out', fills: {}, down: (c) => ({ dc: c.pick('outputHigh'), sourceResistance: exactly(0) }) },
  },
  heat: (x, o) => ({ 'timer and R1': x.given.supplyVoltage * (o.quiescentCurrent ?? 0) }),
  confirm: [BYPASS],
  cautions: ['Large capacitors discharge into the timer: mind the surge. Not for safety functions.'],
});

const NEVER = impossible('leakage holds the capacitor below the threshold: the pulse never ends');
const NO_LEAK = none('nothing leaks');
