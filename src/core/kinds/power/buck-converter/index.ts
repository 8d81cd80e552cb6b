import { STATE_DRAWS, type Given } from '../../../stage/contract.ts';
import { impossible, isAbsent, none, standing, type Absent, type Value } from '../../../math/absent.ts';
import { boundary, converterAt, leastInput, type Converter, type Point } from '../../../physics/converter.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, flag, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import {
  controllerParams,
  converterCapacitor,
  converterCarried,
  converterDiode,
  converterGiven,
  converterHeat,
  converterInductor,
  converterOf,
  converterOutcomes,
  converterResults,
  feedbackBottom,
  feedbackTop,
  converterOut,
  converterSignals,
  converterWarm,
} from '../../../models/switching/converter.ts';
import { sizeConverter } from '../../../models/switching/sizing.ts';
import { checks } from './checks.ts';

/** Output that the divider asks for, the divider's own resistance, and the ends a trimmer reaches. */
export function feedback({ given: g, parts }: AnyInputs) {
  const { U1, R1, R2, RV1 } = parts;
  const vref = U1.referenceVoltage;
  if (g.feedback === 'fixed')
    return { vo: vref * (1 + R1.value / R2.value) + U1.feedbackBiasCurrent * R1.value, divider: R1.value + R2.value, low: null, high: null, resolution: null };
  const track = RV1.value ?? 0;
  const upper = g.feedback === 'trimmer-upper';
  const low = upper ? vref * (1 + R1.value / R2.value) : vref * (1 + R1.value / (R2.value + track));
  const high = upper ? vref * (1 + (R1.value + track) / R2.value) : vref * (1 + R1.value / R2.value);
  const resolution = upper ? (vref * track) / (R2.value * RV1.rotation) : (vref * R1.value * track) / (R2.value ** 2 * RV1.rotation);
  const vo = g.outputVoltage >= low && g.outputVoltage <= high ? g.outputVoltage : null;
  const divider = upper ? (R2.value * g.outputVoltage) / vref : R1.value / Math.max(1 - vref / g.outputVoltage, 1e-9);
  return { vo, divider, low, high, resolution };
}

function converter(x: AnyInputs): Converter | Absent {
  const f = feedback(x);
  return f.vo === null ? OUT_OF_TRIM : converterOf(x, 'buck', f.vo, f.divider);
}
export const at = (x: AnyInputs, load: number): { c: Converter | Absent; p: Point | Absent } => {
  const c = converter(x);
  return { c, p: isAbsent(c) ? c : converterAt(c, load) };
};
const point = (x: AnyInputs) => at(x, x.given.loadCurrent).p;
const edge = (x: AnyInputs): Value => {
  const c = converter(x);
  return isAbsent(c) ? c : (boundary(c, x.given.inputVoltage) ?? OUT_OF_TRIM);
};

export const buckConverter = defineKind({
  id: 'buck-converter',
  family: 'power',
  group: 'Supply',
  title: 'Buck converter',
  aliases: ['step-down', 'DC-DC module', 'switching regulator', 'POL', 'adjustable buck module', 'step down converter'],
  purpose:
    'Make a lower rail from a higher one with little heat: size feedback, inductor and capacitors, and know ripple, losses, dropout and the sleeping current.',
  given: {
    inputVoltage: num('V', { nominal: 12, low: 10.8, high: 13.2 }, 'at the input'),
    outputVoltage: num('V', 5, 'wanted'),
    loadCurrent: num('A', 1, 'largest continuous load, used for ratings, ripple and heat'),
    feedback: choice(
      ['fixed', 'trimmer-upper', 'trimmer-lower'],
      'fixed',
      'fixed pair, or trimmer RV1 in the upper arm (R1 + RV1 over R2) or the lower arm (R1 over R2 + RV1)',
    ),
    rectifier: choice(['synchronous', 'diode'], 'synchronous', 'what carries the current while the switch is off'),
    inputRipple: num('V', 0, 'peak to peak ripple that the rail brings', { min: 0 }),
    ...converterGiven,
    wiperLink: flag(true, 'wiper tied to one end of the track, so that an open wiper leaves the whole track in circuit'),
    trimSettability: num('deg', 2, 'how finely a hand sets it'),
    adjustLow: num('V', null, 'lowest output that must be reachable'),
    adjustHigh: num('V', null, 'highest output that must be reachable'),
    loadVoltageLimit: num('V', null, 'what the load survives, for the open wiper'),
  },
  carried: converterCarried,
  parts: {
    U1: {
      type: 'device',
      doc: 'controller with its switches',
      params: {
        ...controllerParams,
        currentLimit: num('A', { nominal: 3, tolerance: 0.2 }, 'peak, with spread'),
        voltageRating: orNone('V', 30),
        minimumOffTime: num('s', 1.5e-7, undefined, { min: 0 }),
      },
    },
    L1: converterInductor('inductor'),
    CIN: converterCapacitor('input capacitor'),
    COUT: converterCapacitor('output capacitor, all in parallel as one'),
    R1: feedbackTop('upper feedback'),
    R2: feedbackBottom('lower feedback'),
    RV1: {
      type: 'resistor',
      sold: 'trimmer',
      series: 'E3',
      tolerance: 0.2,
      default: 10000,
      doc: 'trimmer',
      needed: (g: Given) => g.feedback !== 'fixed',
      params: { rotation: num('deg', 270, 'full turn of the track') },
    },
    D1: converterDiode('catch diode, with rectifier diode'),
  },
  outcomes: {
    ...converterOutcomes(point, edge),
    minimumInputVoltage: { unit: 'V', title: 'lowest input that regulates', doc: 'at loadCurrent (dropout)' },
    switchRmsCurrent: { unit: 'A', title: 'rms current of the high side' },
    diodeCurrent: { unit: 'A', title: 'mean current of D1' },
    outputVoltageMinimum: { unit: 'V', title: 'trimmer at its low end' },
    outputVoltageMaximum: { unit: 'V', title: 'trimmer at its high end', doc: 'never above the input' },
    trimResolution: { unit: 'V/deg', title: 'coarseness of the trimmer' },
    openWiperVoltage: { unit: 'V', title: 'output if the wiper lifts' },
  },
  size: (s, x) =>
    sizeConverter(s, x, {
      point,
      topology: 'buck',
      output: x.given.outputVoltage,
      ratio: Math.max(x.given.outputVoltage / x.parts.U1.referenceVoltage - 1, 0.01),
    }),
  evaluate: (x) => {
    const { given: g, parts } = x;
    const f = feedback(x);
    const c = converter(x);
    const full = isAbsent(c) ? c : converterAt(c, g.loadCurrent);
    const open =
      g.feedback === 'trimmer-upper'
        ? g.wiperLink
          ? Math.min(f.high!, g.inputVoltage)
          : g.inputVoltage
        : g.feedback === 'trimmer-lower'
          ? g.wiperLink
            ? f.low!
            : parts.U1.referenceVoltage
          : FIXED;
    return {
      outputVoltage: isAbsent(full) ? following(x, c, full) : f.vo!,
      ...converterResults(x, c, full),
      maximumLoadCurrent: isAbsent(full) ? full : parts.U1.currentLimit - full.ripple / 2,
      minimumInputVoltage: isAbsent(c) ? c : leastInput(c, g.loadCurrent, isAbsent(full) ? null : full.junction),
      switchRmsCurrent: isAbsent(full) ? full : full.mainRms,
      diodeCurrent: g.rectifier === 'synchronous' ? NO_DIODE : isAbsent(full) ? full : full.rectifierMean,
      outputVoltageMinimum: f.low ?? FIXED,
      outputVoltageMaximum: f.high === null ? FIXED : Math.min(f.high, g.inputVoltage),
      trimResolution: f.resolution ?? FIXED,
      openWiperVoltage: open,
    };
  },
  mendFirst: ['dropout', 'junction-temperature'],
  checks,
  rails: {
    in: {
      role: 'consumes',
      keepsPower: true,
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', trough: 'inputTrough' },
      draws: STATE_DRAWS,
      gives: { minimum: (c) => c.out('minimumInputVoltage').high, maximum: 'U1.voltageRating', absoluteMaximum: 'U1.voltageRating', capacitance: 'CIN.value' },
    },
    out: converterOut,
  },
  signals: converterSignals,
  warm: converterWarm,
  heat: converterHeat,
  confirm: [
    { id: 'pin-order', text: 'Pin order and exposed pad are checked against the datasheet of the very part that will be fitted.' },
    { id: 'loop', text: 'CIN, switch and rectifier form the smallest loop on the board, and the switch node is short.' },
  ],
  cautions: [
    'Set an adjustable module before you connect its load.',
    'A shorted high side puts the whole input on the load: fuse or clamp what cannot stand it. Above 60 V DC follow your local electrical safety rules.',
  ],
});

/** In dropout the switch stays on: the output follows the input by as much as is lacking. */
function following(x: AnyInputs, c: Converter | Absent, why: Absent): Absent {
  if (isAbsent(c)) return why;
  const lacking = leastInput(c, x.given.loadCurrent, null) - x.given.inputVoltage;
  return lacking > 0 ? standing(why, Math.max(0, c.output - lacking)) : why;
}

const OUT_OF_TRIM = impossible('the wanted output lies beyond the trimmer’s ends');
const FIXED = none('the feedback pair is fixed');
const NO_DIODE = none('there is no diode');
