import { impossible, isAbsent, type Value } from '../../../math/absent.ts';
import { boundary, type Converter } from '../../../physics/converter.ts';
import { defineKind, STATE_DRAWS } from '../../../stage/contract.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import * as shared from '../../../models/switching/converter.ts';
import { sizeConverter } from '../../../models/switching/sizing.ts';
import { checks } from './checks.ts';

/** A bias current is taken from what the reference feeds in where the amplifier stands on ground. */
export function converter(x: AnyInputs): Converter {
  const { U1, R1, R2 } = x.parts;
  const onOutput = x.given.controllerReference === 'output';
  const bias = U1.feedbackBiasCurrent * R1.value;
  const vo = onOutput ? U1.referenceVoltage * (1 + R1.value / R2.value) + bias : (U1.referenceVoltage * R1.value) / R2.value - bias;
  return shared.converterOf(x, 'inverting', Math.max(vo, 1e-9), onOutput ? R1.value + R2.value : R1.value);
}
export const point = (x: AnyInputs) => shared.fullLoad(converter(x), x.given.loadCurrent, TOO_MUCH);
const edge = (x: AnyInputs): Value => {
  const p = point(x);
  return isAbsent(p) ? p : (boundary(converter(x), p.vin) ?? TOO_MUCH);
};

export const invertingConverter = defineKind({
  id: 'inverting-converter',
  family: 'power',
  group: 'Supply',
  title: 'Inverting converter',
  aliases: ['buck-boost', 'negative rail', 'negative supply for op amps', 'minus 5 V', 'inverting buck'],
  purpose: 'Make a negative rail for op amps or displays from a positive one with more current and less ripple than a charge pump.',
  given: {
    inputVoltage: num('V', { nominal: 5, low: 4.75, high: 5.25 }, 'at the input'),
    outputVoltage: num('V', -5, 'wanted, negative', { any: true, below: 0 }),
    loadCurrent: num('A', 0.1, 'largest continuous load, used for ratings, ripple and heat'),
    sourceResistance: num('ohm', 0, 'cell, fuse, cable and switch ahead of the input', { min: 0 }),
    controllerReference: choice(
      ['output', 'ground'],
      'output',
      'output: a buck controller whose ground pin stands on the negative output; ground: a ground-referred error amplifier',
    ),
    rectifier: choice(['synchronous', 'diode'], 'diode', 'what carries the current while the switch is off'),
    ...shared.converterGiven,
  },
  carried: shared.converterCarried,
  parts: {
    U1: {
      type: 'device',
      doc: 'controller; highSideResistance is the switch',
      params: {
        ...shared.controllerParams,
        currentLimit: num('A', { nominal: 1, tolerance: 0.2 }, 'peak, with spread'),
        voltageRating: orNone('V', 20),
        maximumDuty: num('ratio', 0.85, undefined, { above: 0, max: 1 }),
      },
    },
    L1: shared.converterInductor('inductor to ground'),
    CIN: shared.converterCapacitor('input capacitor to ground'),
    COUT: shared.converterCapacitor('output capacitor, positive side to ground'),
    R1: shared.feedbackTop('from ground to the feedback pin (reference output), or from output to the pin (reference ground)'),
    R2: shared.feedbackBottom('from the pin to the output (reference output), or to the reference (reference ground)'),
    D1: shared.converterDiode('rectifier, with rectifier diode'),
  },
  outcomes: {
    ...shared.converterOutcomes(point, edge),
    ...shared.steppingOutcomes,
    controllerVoltage: { unit: 'V', title: 'across the controller' },
  },
  size: (s, x) => {
    const wanted = Math.abs(x.given.outputVoltage) / x.parts.U1.referenceVoltage;
    const ratio = Math.max(x.given.controllerReference === 'output' ? wanted - 1 : wanted, 0.01);
    return sizeConverter(s, x, { point, topology: 'inverting', output: Math.abs(x.given.outputVoltage), ratio });
  },
  evaluate: (x) => {
    const { given: g, parts } = x;
    const c = converter(x);
    const full = shared.fullLoad(c, g.loadCurrent, TOO_MUCH);
    const vin = isAbsent(full) ? g.inputVoltage : full.vin;
    return {
      outputVoltage: isAbsent(full) ? full : -c.output,
      ...shared.converterResults(x, c, full),
      ...shared.steppingResults(x, c, full),
      switchVoltage: vin + c.output + (c.synchronous ? 0 : parts.D1.forwardVoltage),
      controllerVoltage: g.inputVoltage + (c.standsOnOutput ? c.output : 0),
    };
  },
  mendFirst: ['maximum-duty'],
  checks,
  rails: {
    in: {
      role: 'consumes',
      keepsPower: true,
      fills: { voltage: 'inputVoltage', trough: 'inputTrough', sourceResistance: 'sourceResistance' },
      draws: STATE_DRAWS,
      gives: { capacitance: 'CIN.value' },
    },
    out: { ...shared.converterOut, signed: true },
  },
  signals: shared.converterSignals,
  warm: shared.converterWarm,
  heat: shared.converterHeat,
  confirm: [
    { id: 'levels', text: 'Enable and power-good of a controller that stands on the output are shifted to its levels.' },
    { id: 'start', text: 'A Schottky diode (anode at the rail, cathode at ground) keeps the rail from going positive while it starts.' },
  ],
  cautions: [
    'Enable and power-good of a buck controller standing on the output are referred to the negative rail: shift their level.',
    'A negative rail that starts late can be pulled positive through its loads: fit a Schottky diode from the rail to ground.',
    'Electrolytics: positive to ground.',
  ],
});

const TOO_MUCH = impossible('it would need a larger duty cycle than the controller makes');
