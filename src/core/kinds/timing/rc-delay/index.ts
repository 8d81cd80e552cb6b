import { impossible, none } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { network, starts } from './laws.ts';
import { size } from './sizing.ts';

export const rcDelay = defineKind({
  id: 'rc-delay',
  family: 'timing',
  group: 'Signal',
  title: 'RC delay into a logic threshold',
  aliases: ['power-on reset', 'debounce', 'soft-start delay', 'phase shift', 'dead time', 'reset delay', 'delay', 'push button'],
  purpose: 'A small delay for reset, push button, enable or edge shifting from a resistor, a capacitor and a gate input.',
  given: {
    purpose: choice(['reset', 'debounce', 'soft-start', 'phase-shift'], 'reset', 'decides the way it discharges, and what is checked', 'purpose'),
    supplyVoltage: num('V', 3.3, 'of the gate'),
    delay: num('s', 0.1, 'wanted of the rising edge', { title: 'delay wanted' }),
    delayTolerance: num('ratio', 0.6, 'allowed relative error of it', { title: 'error allowed' }),
    bounceTime: num('s', 0.01, 'longest bouncing of the contact', { title: 'bouncing, at most' }),
    interruption: num('s', 0.1, 'shortest dip of the supply after which the delay must start anew', { min: 0, title: 'shortest dip' }),
    sourceResistance: num('ohm', 0, 'of the gate that drives a phase shift', { min: 0 }),
    dischargeDiode: { ...flag(true, 'D1 across R1, its cathode at the driving side; not used in a debounce'), title: 'discharge diode' },
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'sets the time; pull-up of a push button' },
    R2: {
      type: 'resistor',
      series: 'E24',
      tolerance: 0.05,
      zero: true,
      doc: 'between push button and capacitor',
      needed: (g: Given) => g.purpose === 'debounce',
    },
    R3: { type: 'resistor', series: 'E24', tolerance: 0.05, zero: true, default: 1000, doc: 'in series with the input of the gate' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.1, doc: 'sets the time', params: { leakageCurrent: num('A', 0, undefined, { min: 0 }) } },
    D1: {
      type: 'device',
      doc: 'discharge diode',
      needed: (g: Given) => g.dischargeDiode === true && g.purpose !== 'debounce',
      params: {
        forwardVoltage: num('V', { nominal: 0.6, low: 0.5, high: 0.7 }),
        seriesResistance: num('ohm', 1, undefined, { min: 0 }),
      },
    },
    U1: {
      type: 'device',
      doc: 'gate',
      params: {
        thresholdRising: num('ratio', { nominal: 0.6, low: 0.5, high: 0.7 }, 'of the supply', { below: 1, title: 'rising threshold' }),
        thresholdFalling: num('ratio', { nominal: 0.4, low: 0.3, high: 0.5 }, 'of the supply', { below: 1, title: 'falling threshold' }),
        inputLeakage: num('A', { nominal: 0, low: -1e-6, high: 1e-6 }, 'positive flows out of the node to ground', { any: true, title: 'input leakage' }),
        inputCapacitance: num('F', 5e-12, 'of the input of the gate', { min: 0, title: 'input capacitance' }),
        propagationDelay: num('s', 0, 'of the gate itself', { min: 0, title: 'delay of the gate' }),
        schmitt: { ...flag(true, 'a Schmitt input'), title: 'Schmitt input' },
        transitionLimit: num('s/V', 1e-7, 'slowest edge a plain gate takes', { title: 'slowest edge' }),
        clampCurrentLimit: num('A', 0.01, 'into its clamp diodes', { title: 'clamp current, at most' }),
      },
    },
  },
  outcomes: {
    riseDelay: { unit: 's', title: 'rising delay', doc: 'from nothing to the threshold' },
    delayError: { unit: 'ratio', title: 'error of the delay', doc: 'against the one wanted' },
    fallDelay: { unit: 's', title: 'falling delay', doc: 'until it is armed again, released, or the edge comes through' },
    delayDifference: { unit: 's', title: 'rising less falling', doc: 'dead time, or distortion of a duty cycle' },
    thresholdReach: { unit: 'ratio', title: 'reach', doc: 'resting voltage over the threshold' },
    restingVoltage: { unit: 'V', title: 'resting voltage', doc: 'what leakage leaves of the supply' },
    edgeSlowness: { unit: 's/V', title: 'slowness of the edge', doc: 'at the threshold' },
    remainingVoltage: { unit: 'V', title: 'left after a dip', doc: 'after the shortest dip' },
    clampCurrent: { unit: 'A', title: 'clamp current', doc: 'into the gate when the supply collapses' },
    contactCurrent: { unit: 'A', title: 'contact current', doc: 'of the capacitor into the push button' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const n = network(x);
    const reaches = n.resting > n.rising;
    const slope = n.charging * n.farads;
    const rise = reaches ? slope * Math.log(n.resting / (n.resting - n.rising)) + parts.U1.propagationDelay : HELD;
    const fall = n.resting > 0 ? n.fallTo(n.falling) + parts.U1.propagationDelay : HELD;
    return {
      riseDelay: rise,
      delayError: typeof rise === 'number' ? rise / g.delay - 1 : rise,
      fallDelay: fall,
      delayDifference: typeof rise !== 'number' ? rise : typeof fall === 'number' ? rise - fall : fall,
      thresholdReach: n.resting / n.rising,
      restingVoltage: n.resting,
      edgeSlowness: reaches ? slope / (n.resting - n.rising) : HELD,
      remainingVoltage: starts(g.purpose) ? (n.resting > 0 ? n.leftAfter(g.interruption) : HELD) : NO_DIP,
      clampCurrent: n.clamp ?? NO_SERIES,
      contactCurrent: !n.debounce ? NO_CONTACT : n.r2 > 0 ? n.resting / n.r2 : UNLIMITED,
    };
  },
  checks,
  mendFirst: ['reaches-threshold'],
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, gives: {} } },
  signals: {
    in: { role: 'in', fills: { sourceResistance: 'sourceResistance' }, back: { loadResistance: (c) => c.range('R1.value') } },
    out: { role: 'out', fills: {}, down: (c) => ({ dc: c.range('supplyVoltage'), sourceResistance: exactly(0) }) },
  },
  controller: {
    takes: { inputLeakage: 'U1.inputLeakage', clampCurrent: 'U1.clampCurrentLimit' },
    uses: { pin: { is: 'input', title: 'delayed edge', heard: true, level: (c) => c.range('supplyVoltage') } },
  },
  confirm: [
    { id: 'slow-supply', text: 'The supply rises in less than a third of the delay: a slower one defeats a power-on reset, and wants a supervisor chip.' },
  ],
  cautions: [
    'Where data can be damaged, reset with a supervisor chip: this delay counts only from a supply that has risen, and hardly rearms after a short dip.',
  ],
});

const HELD = impossible('leakage holds the node below the threshold');
const NO_DIP = none('only a reset or soft start has to start anew');
const NO_SERIES = none('no resistor limits it: fit R3');
const NO_CONTACT = none('only a push button has it');
const UNLIMITED = none('no resistor limits it: fit R2');
