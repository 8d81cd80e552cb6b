import { impossible, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { classic, contactPeak, isContact, overshootOf, parasitic, peaks, through, type Parasitic } from './laws.ts';
import { size } from './sizing.ts';

export const snubber = defineKind({
  id: 'snubber',
  family: 'drive',
  group: 'Load',
  title: 'Snubber',
  aliases: ['RC snubber', 'contact suppressor', 'spark quencher', 'ringing damper', 'X capacitor', 'dv/dt limiter'],
  purpose: 'Tames the spark of a contact or the ringing of a switch with a resistor and a capacitor, knowing their heat, leakage and ratings.',
  given: {
    use: choice(['contact', 'switch'], 'contact', 'across a contact in its load line, or across a fast switch', 'use'),
    loadVoltage: num('V', 24, 'of the contact, rms where it alternates', { title: 'load voltage' }),
    loadSource: choice(['ac', 'dc'], 'dc', 'what the load is fed with', 'load source'),
    frequency: num('Hz', 50, 'of a load that alternates', { title: 'load frequency' }),
    loadCurrent: num('A', 1, 'of the contact, rms where it alternates', { title: 'load current' }),
    loadInductance: num('H', 0, 'of the load', { min: 0, title: 'inductance of the load' }),
    loadResistance: num('ohm', 0, 'of the load, in series; it damps', { min: 0, title: 'resistance of the load' }),
    operationFrequency: num('Hz', 0.1, 'operations of the contact in a second', { min: 0, title: 'operations a second' }),
    mains: { ...flag(false, 'the contact is at mains'), title: 'mains' },
    maximumLeakage: num('A', 0.001, 'through the open contact', { title: 'leakage allowed' }),
    maximumSlope: num('V/s', 1e6, 'that keeps the opening gap ahead of the voltage', { title: 'slope allowed' }),
    maximumMake: num('A', 10, 'peak that the closing contact or switch stands', { title: 'closing current allowed' }),
    maximumPeak: num('V', null, 'voltage rating of the gap or switch', { title: 'peak allowed' }),
    switchedVoltage: num('V', 24, 'step across the ringing node', { title: 'step' }),
    switchingFrequency: num('Hz', 100000, 'of the switch', { title: 'switching frequency' }),
    ringingFrequency: num('Hz', 2.5e7, 'measured without a snubber', { title: 'rings at' }),
    addedCapacitance: num('F', 1e-9, 'known, put across the switch for the second measurement', { title: 'capacitor added' }),
    ringingFrequencyAdded: num('Hz', 1.25e7, 'measured with the capacitor added', { title: 'rings then at' }),
    loopCurrent: num('A', 0, 'that flows in the loop as the switch turns off', { min: 0, title: 'loop current at turn-off' }),
    maximumOvershoot: num('ratio', 0.3, 'above the step', { title: 'overshoot allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E12', tolerance: 0.05, doc: 'damps', params: { powerRating: num('W', 1) } },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'takes the current',
      params: {
        voltageRating: num('V', 63, 'rms where it alternates'),
        xRated: { ...flag(false, 'of a safety class made for across mains'), title: 'safety class X' },
      },
    },
  },
  outcomes: {
    targetCapacitance: { unit: 'F', title: 'capacitance by the rule', doc: 'classic rule of contacts' },
    targetResistance: { unit: 'ohm', title: 'resistance by the rule', doc: 'classic rule of contacts' },
    makeCurrent: { unit: 'A', title: 'closing current', doc: 'C1 through R1 into the closing contact or switch' },
    slope: { unit: 'V/s', title: 'slope', doc: 'just after the contact opens' },
    stepVoltage: { unit: 'V', title: 'step at opening', doc: 'peak current through R1' },
    peakVoltage: { unit: 'V', title: 'peak', doc: 'across contact or switch' },
    offCurrent: { unit: 'A', title: 'through the open contact', doc: 'rms, where the load alternates' },
    parasiticCapacitance: { unit: 'F', title: 'capacitance that rings', doc: 'from the two frequencies' },
    parasiticInductance: { unit: 'H', title: 'inductance that rings', doc: 'from the two frequencies' },
    characteristicImpedance: { unit: 'ohm', title: 'impedance of the ringing', doc: 'a resistor near it damps best' },
    overshoot: {
      unit: 'ratio',
      title: 'overshoot',
      doc: 'above the step, with the snubber',
      inside: { inputs: ['parts.R1.value', 'parts.C1.value'], samples: 9, value: (x) => over(x) },
    },
    dissipation: { unit: 'W', title: 'heat of R1', doc: 'all that C1 is charged and discharged with' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { R1, C1 } = parts;
    const contact = isContact(x);
    const { volts, amps } = peaks(x);
    const p = contact ? null : parasitic(x);
    const here = (f: () => number): number | Absent => (contact ? f() : NO_CONTACT);
    const there = (f: (p: Parasitic) => number): number | Absent => (contact ? NO_SWITCH : p ? f(p) : UNRAISED);
    const off = through(x);
    return {
      targetCapacitance: here(() => classic(x).farads),
      targetResistance: here(() => classic(x).ohms),
      makeCurrent: (contact ? volts : g.switchedVoltage) / R1.value,
      slope: here(() => amps / C1.value),
      stepVoltage: here(() => amps * R1.value),
      peakVoltage: contact ? contactPeak(x) : p ? g.switchedVoltage * (1 + overshootOf(x, p)) : UNRAISED,
      offCurrent: here(() => off),
      parasiticCapacitance: there((q) => q.farads),
      parasiticInductance: there((q) => q.henries),
      characteristicImpedance: there((q) => q.ohms),
      overshoot: over(x),
      dissipation: contact ? off ** 2 * R1.value + g.operationFrequency * C1.value * volts ** 2 : C1.value * g.switchedVoltage ** 2 * g.switchingFrequency,
    };
  },
  checks,
  mendFirst: ['ringing-falls'],
  rails: {},
  signals: {
    across: {
      role: 'in',
      carries: 'switched',
      fills: { switched: 'loadVoltage', step: 'switchedVoltage', current: 'loadCurrent', clock: 'switchingFrequency' },
      back: { leakage: 'offCurrent' },
    },
  },
  // What it sits across drives it.
  driven: true,
  heat: (_x, o) => ({ R1: o.dissipation ?? 0 }),
  live: (x) => (isContact(x) ? { volts: x.given.loadVoltage, what: 'the contact', alternates: x.given.loadSource === 'ac', mains: x.given.mains } : null),
  confirm: [{ id: 'kind-of-parts', text: 'R1 is pulse-proof and not wound; across mains C1 is of safety class X, and R1 fusible or flameproof.' }],
  cautions: [
    'Across mains an open contact with a snubber still passes current: the load is not dead. Unplug and wait before touching. Never clip an earthed probe to mains.',
  ],
});

function over(x: Parameters<typeof overshootOf>[0]): number | Absent {
  if (isContact(x)) return NO_SWITCH;
  const p = parasitic(x);
  return p ? overshootOf(x, p) : UNRAISED;
}

const NO_CONTACT = none('that is of a contact');
const NO_SWITCH = none('that is of a switch');
const UNRAISED = impossible('the capacitor added did not lower the ringing: one of the two measurements is wrong');
