import { impossible, none, type Value } from '../../../math/absent.ts';
import { BYPASS, LEAKAGE_ALLOWED, THRESHOLD, TIMER, TRACKING } from '../../../models/threshold-timer.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { network, silenceToOutlast } from './laws.ts';
import { size } from './sizing.ts';

/** A refresh is as long as the shorter of pulse and edge. */
const EDGE = { inputs: [], under: 'edgeTime' } as const;
const coupled = (g: Given) => g.refreshCoupling === 'capacitor';

export const watchdog = defineKind({
  id: 'watchdog',
  family: 'timing',
  group: 'Signal',
  title: 'External timer watchdog',
  aliases: ['hang timer', 'missing-pulse reset', 'retriggerable reset', 'hardware watchdog', 'time-out'],
  purpose: 'Resets a controller that has hung, where the program may legitimately stay silent longer than its internal watchdog allows.',
  given: {
    supplyVoltage: num('V', 5, 'of the timer'),
    longestSilence: num('s', 30, 'longest time the healthy program leaves the refresh line alone: dialling, a file system, sleep', {
      title: 'longest silence',
    }),
    silenceMargin: num('ratio', 0.2, 'beyond that silence', { min: 0, title: 'margin on the silence' }),
    refreshPulse: num('s', 0.1, 'of the program', { title: 'refresh pulse' }),
    refreshHigh: num('V', 5, 'of the refresh pin', { any: true, title: 'refresh pin, high' }),
    refreshCoupling: choice(['capacitor', 'direct'], 'capacitor', 'a capacitor passes edges only', 'coupling of the refresh'),
    residualLimit: num('ratio', 0.05, 'of the threshold, left after a refresh', { title: 'residue allowed' }),
    resetPulseWidth: num('s', 0.01, 'shortest reset pulse wanted', { title: 'reset pulse wanted' }),
    outageLimit: num('s', 180, 'longest acceptable time from hang to working program', { title: 'outage allowed' }),
    startUpTime: num('s', 2, 'longest time from the release of reset to the first refresh', { title: 'start-up of the program' }),
    resetPullUp: num('ohm', 10000, 'of the reset line', { title: 'pull-up of reset' }),
    resetVoltage: num('V', 5, 'supply of the reset pull-up', { title: 'supply of reset' }),
    resetInputLow: num('V', 0.5, 'level that the reset input surely takes as low', { title: 'reset input, low' }),
    leakageShareLimit: { ...LEAKAGE_ALLOWED, default: 0.3 },
    internalWatchdogMaximum: num('s', 8, 'longest period of the controller’s own watchdog', { title: 'internal watchdog, at most' }),
    internalWatchdogTolerance: num('ratio', 0.1, 'of that period', { min: 0, below: 1, title: 'internal watchdog, tolerance' }),
    secondControllerTolerance: num('ratio', 0.02, 'clock of a small second controller used instead', {
      min: 0,
      below: 1,
      title: 'second controller, tolerance',
    }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'supply to discharge pin; sets the time-out with R2' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'discharge pin to capacitor; sets the reset pulse' },
    R3: { type: 'resistor', series: 'E24', tolerance: 0.05, zero: true, doc: 'limits the refresh discharge' },
    R4: { type: 'resistor', series: 'E12', tolerance: 0.05, default: 47000, doc: 'bleed of the coupling', needed: coupled },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'sets the time-out: a low-leakage type',
      params: {
        leakageCurrent: num(
          'A',
          { nominal: 1e-7, low: 0, high: 3e-7 },
          'low-leakage; a general-purpose electrolytic leaks 1 to 10 µA and cannot be used with long time-outs',
          {
            min: 0,
          },
        ),
        voltageRating: num('V', 16),
      },
    },
    C2: { type: 'capacitor', series: 'E6', tolerance: 0.1, default: 2.2e-6, doc: 'refresh coupling', needed: coupled },
    Q1: {
      type: 'device',
      doc: 'refresh switch across C1',
      params: {
        onResistance: num('ohm', 5, 'of the switch while it discharges C1'),
        leakageCurrent: num('A', { nominal: 0, low: 0, high: 1e-7 }, 'while off', { min: 0 }),
        turnOnVoltage: num('V', 0.7, 'it conducts from', { title: 'turns on at' }),
        currentLimit: num('A', 0.1),
        reverseVoltage: num('V', 20, 'its gate, or base with the diode that clamps it, stands below its source', { title: 'reverse voltage of the input' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'threshold timer',
      takes: 'threshold timer',
      params: {
        ...TIMER,
        thresholdHigh: num('ratio', THRESHOLD, 'upper threshold over supply', { below: 1, title: 'upper threshold' }),
        thresholdTracking: TRACKING,
        outputResistance: num('ohm', 50, 'of the output while low', { min: 0 }),
      },
    },
  },
  outcomes: {
    timeout: { unit: 's', title: 'time-out', doc: 'from the end of a refresh: at least the silence, at most the outage', inside: EDGE },
    silenceRatio: { unit: 'ratio', title: 'time-out over silence', doc: 'with its margin it has to exceed one', inside: EDGE },
    outage: { unit: 's', title: 'outage', doc: 'from hang to working program', inside: EDGE },
    graceTime: { unit: 's', title: 'grace after a reset', doc: 'for the first refresh: the capacitor starts at the lower threshold' },
    powerUpGrace: { unit: 's', title: 'grace after power-up', doc: 'from an empty capacitor' },
    resetPulseWidth: { unit: 's', title: 'reset pulse', doc: 'of the output, low' },
    refreshTime: { unit: 's', title: 'refresh that counts', doc: 'time for which it discharges', inside: EDGE },
    edgeTime: { unit: 's', title: 'refresh by the edge', doc: 'as long as the bleed holds Q1 on', hidden: true },
    residualShare: { unit: 'ratio', title: 'residue', doc: 'left after a refresh, of the threshold', inside: EDGE },
    leakageShare: { unit: 'ratio', title: 'share of leakage', doc: 'of the charging current at the threshold; at one it never fires' },
    largestResistance: { unit: 'ohm', title: 'largest R1 and R2', doc: 'at this leakage' },
    refreshPeakCurrent: { unit: 'A', title: 'refresh surge', doc: 'through Q1' },
    dischargePeakCurrent: { unit: 'A', title: 'discharge surge', doc: 'into the discharge pin when a reset starts' },
    supplyVoltage: { unit: 'V', title: 'supply', doc: 'as it comes' },
    resetSinkCurrent: { unit: 'A', title: 'sink current of reset', doc: 'through the pull-up, while low' },
    resetLowVoltage: { unit: 'V', title: 'reset, low', doc: 'what the output leaves of the pull-up' },
    stuckSafe: { unit: '', title: 'bites on a stuck pin', doc: '1: a refresh pin that stays high cannot hold it off' },
    negativeDrive: { unit: 'V', title: 'drive below ground', doc: 'the falling edge of the refresh through C2' },
    internalWatchdogRatio: { unit: 'ratio', title: 'internal watchdog over silence', doc: 'from one on, the controller’s own would do' },
    secondControllerOutage: { unit: 's', title: 'outage with a second controller', doc: 'the longest, in place of this' },
    quiescentCurrent: { unit: 'A', title: 'quiescent current' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { Q1, R1, R2, U1 } = parts;
    const n = network(x);
    const c = parts.C1.value;
    const fires = n.towards > n.high;
    const from = (start: number): Value => (fires ? n.charging * c * Math.log((n.towards - start) / (n.towards - n.high)) : NEVER);
    const timeout = from(n.residual);
    const width: Value = n.low > n.down ? n.discharging * c * Math.log((n.high - n.down) / (n.low - n.down)) : STAYS;
    const sink = g.resetVoltage / (g.resetPullUp + U1.outputResistance);
    const gap = typeof timeout === 'number' && typeof width === 'number' ? timeout + width : typeof timeout === 'number' ? width : timeout;
    const wanted = silenceToOutlast(g);
    const second = g.secondControllerTolerance;
    return {
      timeout,
      silenceRatio: typeof timeout === 'number' ? timeout / g.longestSilence : timeout,
      outage: typeof gap === 'number' ? gap + g.startUpTime : gap,
      graceTime: from(n.low),
      powerUpGrace: from(0),
      resetPulseWidth: width,
      refreshTime: n.refresh,
      edgeTime: n.edge ?? g.refreshPulse,
      residualShare: n.residual / n.high,
      leakageShare: (n.leak * n.charging) / (g.supplyVoltage - n.high),
      largestResistance: n.leak > 0 ? (g.leakageShareLimit * (g.supplyVoltage - n.high)) / n.leak : NO_LEAK,
      refreshPeakCurrent: n.high / (parts.R3.value + Q1.onResistance),
      dischargePeakCurrent: g.supplyVoltage / R1.value + n.high / (R2.value + U1.dischargeResistance),
      supplyVoltage: g.supplyVoltage,
      resetSinkCurrent: sink,
      resetLowVoltage: sink * U1.outputResistance,
      stuckSafe: coupled(g) ? 1 : 0,
      negativeDrive: n.below ?? DIRECT,
      internalWatchdogRatio: (g.internalWatchdogMaximum * (1 - g.internalWatchdogTolerance)) / wanted,
      secondControllerOutage: typeof width === 'number' ? (wanted * (1 + second)) / (1 - second) + width + g.startUpTime : width,
      quiescentCurrent: U1.quiescentCurrent + (g.supplyVoltage - n.high / 2) / n.charging,
    };
  },
  checks,
  mendFirst: ['times-out'],
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'quiescentCurrent', gives: { absoluteMaximum: 'U1.supplyMaximum' } } },
  signals: {
    in: { role: 'in', fills: { voltage: 'refreshHigh' } },
    out: { role: 'out', fills: {}, down: (c) => ({ dc: c.range('resetVoltage'), sourceResistance: exactly(c.x.given.resetPullUp) }) },
  },
  heat: (x, o) => ({ 'timer and resistors': x.given.supplyVoltage * (o.quiescentCurrent ?? 0) }),
  controller: {
    takes: { supply: 'refreshHigh' },
    uses: {
      refresh: { is: 'output', title: 'refresh' },
      reset: { is: 'input', title: 'reset', heard: true, level: (c) => c.range('resetVoltage') },
    },
  },
  confirm: [
    BYPASS,
    { id: 'brown-out', text: 'A supervisor holds reset while the supply is too low: after a dip the timer starts again from an unknown voltage of C1.' },
    { id: 'refresh-in-loop', text: 'Refresh stands in the main loop and nowhere in an interrupt: a timer that still ticks would feed a program that hangs.' },
  ],
  cautions: [
    'A watchdog is no safety device by itself: outputs must be safe while the controller is held in reset. IEC 60730 Annex H tells more where it applies.',
  ],
});

const NEVER = impossible('leakage holds the capacitor below the threshold: it never fires');
const STAYS = impossible('the discharge does not reach the lower threshold: reset stays');
const NO_LEAK = none('nothing leaks');
const DIRECT = none('a direct coupling has no falling edge to pass on');
