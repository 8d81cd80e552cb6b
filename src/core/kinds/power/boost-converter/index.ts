import { impossible, isAbsent, standing, type Value } from '../../../math/absent.ts';
import { boundary, type Converter } from '../../../physics/converter.ts';
import { defineKind, STATE_DRAWS } from '../../../stage/contract.ts';
import { choice, flag, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import * as shared from '../../../models/switching/converter.ts';
import { sizeConverter } from '../../../models/switching/sizing.ts';
import { checks } from './checks.ts';

export function converter(x: AnyInputs): Converter {
  const { U1, R1, R2 } = x.parts;
  return shared.converterOf(x, 'boost', U1.referenceVoltage * (1 + R1.value / R2.value) + U1.feedbackBiasCurrent * R1.value, R1.value + R2.value);
}
export const point = (x: AnyInputs) => shared.fullLoad(converter(x), x.given.loadCurrent, TOO_MUCH);
const edge = (x: AnyInputs): Value => {
  const p = point(x);
  return isAbsent(p) ? p : (boundary(converter(x), p.vin) ?? TOO_MUCH);
};

export const boostConverter = defineKind({
  id: 'boost-converter',
  family: 'power',
  group: 'Supply',
  title: 'Boost converter',
  aliases: ['step-up', 'lithium to 5 V', 'cell booster', 'power bank output', 'step up converter'],
  purpose: 'Make a higher rail from a cell or a lower rail, judged at the lowest input where current, duty and heat are worst.',
  given: {
    inputVoltage: num('V', { nominal: 3.7, low: 3, high: 4.2 }, 'at the input'),
    outputVoltage: num('V', 5, 'wanted'),
    loadCurrent: num('A', 1, 'largest continuous load, used for ratings, ripple and heat'),
    rectifier: choice(['synchronous', 'diode'], 'synchronous', 'what carries the current while the switch is off'),
    sourceResistance: num('ohm', 0.05, 'cell, fuse, cable and switch ahead of the input; the terminal voltage sags by it', { min: 0 }),
    sourceCurrentLimit: orNone('A', 5, 'cell, protection circuit, fuse or port'),
    ...shared.converterGiven,
    outputDisconnect: flag(false, 'the stage isolates its output while off'),
    offVoltageLimit: num('V', null, 'largest output allowed with enable low', { min: 0 }),
  },
  carried: shared.converterCarried,
  parts: {
    U1: {
      type: 'device',
      doc: 'controller with its switches; lowSideResistance is the main switch',
      params: {
        ...shared.controllerParams,
        currentLimit: num('A', { nominal: 3, tolerance: 0.2 }, 'peak, with spread'),
        voltageRating: orNone('V', 8),
        maximumDuty: num('ratio', 0.9, undefined, { above: 0, max: 1 }),
        shortCurrentLimit: num('A', 0.3, 'when it disconnects'),
      },
    },
    L1: shared.converterInductor('inductor at the input'),
    CIN: shared.converterCapacitor('input capacitor'),
    COUT: shared.converterCapacitor('output capacitor'),
    R1: shared.feedbackTop('upper feedback'),
    R2: shared.feedbackBottom('lower feedback'),
    D1: shared.converterDiode('rectifier, with rectifier diode'),
  },
  outcomes: {
    ...shared.converterOutcomes(point, edge),
    ...shared.steppingOutcomes,
    offOutputVoltage: { unit: 'V', title: 'output while off', doc: 'the rectifier still conducts unless the output is disconnected' },
    shortCircuitCurrent: { unit: 'A', title: 'into a shorted output' },
  },
  size: (s, x) =>
    sizeConverter(s, x, {
      point,
      topology: 'boost',
      output: x.given.outputVoltage,
      ratio: Math.max(x.given.outputVoltage / x.parts.U1.referenceVoltage - 1, 0.01),
    }),
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { U1, L1, D1 } = parts;
    const c = converter(x);
    const full = shared.fullLoad(c, g.loadCurrent, TOO_MUCH);
    const synchronous = g.rectifier === 'synchronous';
    // With the switch never on, the path from input to output still conducts.
    const left = Math.max(0, g.inputVoltage - (synchronous ? U1.bodyDiodeVoltage : D1.forwardVoltage));
    const ohms = g.sourceResistance + L1.dcr + (synchronous ? 0 : D1.seriesResistance);
    return {
      outputVoltage: isAbsent(full) ? standing(full, left) : c.output,
      ...shared.converterResults(x, c, full),
      ...shared.steppingResults(x, c, full),
      switchVoltage: c.output + (synchronous ? 0 : D1.forwardVoltage),
      offOutputVoltage: g.outputDisconnect ? 0 : left,
      shortCircuitCurrent: g.outputDisconnect ? U1.shortCurrentLimit : ohms > 0 ? left / ohms : UNLIMITED,
    };
  },
  mendFirst: ['maximum-duty'],
  checks,
  rails: {
    in: {
      role: 'consumes',
      keepsPower: true,
      fills: { voltage: 'inputVoltage', trough: 'inputTrough', sourceResistance: 'sourceResistance', currentLimit: 'sourceCurrentLimit' },
      draws: STATE_DRAWS,
      gives: { maximum: (c) => c.out('outputVoltage').low, absoluteMaximum: 'U1.voltageRating', capacitance: 'CIN.value' },
    },
    out: shared.converterOut,
  },
  signals: shared.converterSignals,
  warm: shared.converterWarm,
  heat: shared.converterHeat,
  confirm: [
    { id: 'fuse', text: 'A fuse or a protected cell stands before the unlimited path through inductor and rectifier.' },
    { id: 'loop', text: 'Switch, rectifier and COUT form the smallest loop on the board.' },
  ],
  cautions: [
    'A lithium cell delivers tens of amperes into the unlimited path from input to output: fit a fuse or a protected cell.',
    'Never run a lithium cell below its cut-off, and never charge or discharge it outside its temperature window.',
  ],
});

const TOO_MUCH = impossible('it would need a larger duty cycle than the controller makes');
const UNLIMITED = impossible('nothing limits it');
