import { none } from '../../../math/absent.ts';
import { fromDb } from '../../../physics/network.ts';
import { exactly, scaleRange } from '../../../quantity/uncertain.ts';
import { DRAWS, heatOnBoard, PROGRAMME } from '../../../models/power-output.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import { bridge, idle, edges, loss, droop } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

const filtered = (g: Given) => g.output === 'lc';
const single = (g: Given) => g.topology === 'single';

export const classDAmplifier = defineKind({
  id: 'class-d-amplifier',
  family: 'audio',
  group: 'Signal',
  title: 'Class-D amplifier',
  aliases: ['switching amplifier', 'digital amplifier', 'PWM audio', 'filterless amplifier', 'bridge-tied load', 'siren amplifier', 'horn amplifier'],
  purpose:
    'Drives a loudspeaker from a battery or small supply with little heat; what remains is idle loss, supply pumping, peak current and the output filter.',
  given: {
    topology: choice(
      ['bridged', 'split', 'single'],
      'bridged',
      'split: one half-bridge between two rails; single: one half-bridge with a DC-blocking C3',
      'circuit',
    ),
    output: choice(['lc', 'filterless'], 'lc', 'filter at the output', 'output'),
    supplyVoltage: num('V', 12, 'loaded rail; of each rail where there are two', { title: 'supply' }),
    supplyResistance: orNone('ohm', 0.1, 'of the rail at audio rate; not given: the source gives only the average', { title: 'resistance of the supply' }),
    loadResistance: { ...num('ohm', 8, 'nominal'), open: true },
    outputPower: num('W', 5, 'into the load', { title: 'power wanted' }),
    switchingFrequency: num('Hz', 400000, 'of the modulator'),
    lowestFrequency: num('Hz', 40, 'to be passed', { title: 'lowest frequency' }),
    highestFrequency: num('Hz', 20000, 'to be passed', { title: 'highest frequency' }),
    cableLength: num('m', 0.3, 'to the loudspeaker', { min: 0 }),
    inputRipple: num('V', 0.05, 'of the rail, peak to peak', { min: 0 }),
    dissipationBasis: choice(['full-power', 'eighth-power'], 'eighth-power', 'for the junction temperature', 'junction for'),
    minimumEfficiency: num('ratio', 0.8, 'at full power', { below: 1, above: 0, title: 'efficiency wanted' }),
    maximumDroop: num('V', 0.5, 'at the lowest frequency', { title: 'droop allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    L1: {
      type: 'inductor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'filter inductor of each half-bridge',
      needed: filtered,
      pieces: (g: Given) => (g.topology === 'bridged' ? 2 : 1),
      params: { dcr: num('ohm', 0.05, undefined, { min: 0 }), saturationCurrent: num('A', 4) },
    },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.1,
      doc: 'filter capacitor of each output to ground',
      needed: filtered,
      pieces: (g: Given) => (g.topology === 'bridged' ? 2 : 1),
    },
    C2: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'bulk capacitor of each rail', params: { esr: num('ohm', 0.05, undefined, { min: 0 }) } },
    C3: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'blocks DC from the load of a single rail', needed: single },
    U1: {
      type: 'device',
      doc: 'class-D amplifier',
      params: {
        onResistance: num('ohm', 0.2, 'of each switch, hot'),
        switchTime: num('s', 1e-8, 'rise and fall together', { min: 0, title: 'edge time' }),
        gateCharge: num('C', 2e-9, 'of each switch', { min: 0 }),
        gateVoltage: num('V', 5, 'of the drivers', { title: 'gate voltage' }),
        outputCapacitance: num('F', 2e-10, 'of each half-bridge node', { min: 0, title: 'capacitance of the node' }),
        quiescentCurrent: num('A', 0.005, 'without switching', { min: 0 }),
        maximumModulation: num('ratio', 0.95, 'dead time and overload margin', { above: 0, max: 1, title: 'largest modulation' }),
        rippleRejection: num('dB', 60, 'ripple of the rail to the output', { min: 0 }),
        currentLimit: num('A', 4),
        voltageRating: num('V', 26, 'of the whole bus'),
        filterlessCable: num('m', 0.1, 'cable it stands without a filter', { title: 'cable without filter' }),
        junctionToAmbient: num('K/W', 40),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
  },
  outcomes: {
    outputPeak: { unit: 'V', title: 'largest peak', doc: 'at the load' },
    outputPower: { unit: 'W', title: 'power', doc: 'of a sine at full modulation' },
    crestPower: { unit: 'W', title: 'power with the droop', doc: 'at the crest the rail is lower by half the droop at the lowest frequency' },
    efficiency: { unit: 'ratio', title: 'efficiency', doc: 'at full power' },
    efficiencyTenth: { unit: 'ratio', title: 'efficiency at a tenth', doc: 'of full power' },
    idleLoss: { unit: 'W', title: 'loss at rest', doc: 'switching without a signal' },
    dissipation: { unit: 'W', title: 'heat', doc: 'of the amplifier, as its junction is judged' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'at this ambient' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average at full power' },
    programmeCurrent: { unit: 'A', title: 'supply current of a programme', doc: 'a third of full power' },
    idleCurrent: { unit: 'A', title: 'supply current at rest', doc: 'switching without a signal' },
    supplyPeakCurrent: { unit: 'A', title: 'peak supply current', doc: 'at the crest of the signal' },
    supplyDroop: { unit: 'V', title: 'droop of the rail', doc: 'at the lowest frequency, peak to peak' },
    pumpVoltage: { unit: 'V', title: 'pumping', doc: 'rise of the idle rail of a half-bridge between two' },
    busVoltage: { unit: 'V', title: 'bus', doc: 'with pumping' },
    rippleCurrent: { unit: 'A', title: 'ripple current', doc: 'of each inductor, peak to peak' },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'of the load and half the ripple' },
    filterCorner: { unit: 'Hz', title: 'corner of the filter', doc: 'of L1 and C1' },
    filterQuality: { unit: '', title: 'quality of the filter', doc: 'at the load' },
    carrierRipple: { unit: 'V', title: 'carrier left', doc: 'at each output, peak to peak' },
    blockingCutoff: { unit: 'Hz', title: 'low cutoff of C3', doc: 'with the load' },
    outputRipple: { unit: 'V', title: 'hum', doc: 'ripple of the rail at the load' },
    cableLength: { unit: 'm', title: 'cable', doc: 'as given' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { L1, C1, C2, C3, U1 } = parts;
    const b = bridge(x);
    const power = (b.peak * b.amps) / 2;
    const full = loss(x, b, b.amps);
    const basis = g.dissipationBasis === 'full-power' ? b.amps : b.amps / Math.sqrt(8);
    const dissipation = idle(x, b) + (basis ** 2 / 2) * b.halves * U1.onResistance + edges(x, b, basis);
    const sag = droop(x, b);
    const m = Math.min(2 / Math.PI, U1.maximumModulation);
    const pump =
      g.topology === 'split'
        ? (((m * b.half) / (g.loadResistance + b.way)) * (2 - (m * Math.PI) / 2)) / (2 * 2 * Math.PI * g.lowestFrequency * C2.value)
        : null;
    const crest = U1.maximumModulation * Math.max(0, b.half - ((single(g) ? 0.5 : 1) * sag) / 2) * b.share;
    const third = b.amps * Math.sqrt(PROGRAMME);
    return {
      outputPeak: b.peak,
      outputPower: power,
      crestPower: crest ** 2 / (2 * g.loadResistance),
      efficiency: power / (power + full),
      efficiencyTenth: power / 10 / (power / 10 + loss(x, b, b.amps / Math.sqrt(10))),
      idleLoss: idle(x, b),
      dissipation,
      junctionTemperature: ambient + dissipation * U1.junctionToAmbient,
      supplyCurrent: (power + full) / b.bus,
      programmeCurrent: (power * PROGRAMME + loss(x, b, third)) / b.bus,
      idleCurrent: idle(x, b) / b.bus,
      supplyPeakCurrent: b.halves === 2 ? U1.maximumModulation * b.amps : ((1 + U1.maximumModulation) / 2) * b.amps,
      supplyDroop: sag,
      pumpVoltage: pump ?? NO_PUMPING,
      busVoltage: b.bus + (pump ?? 0),
      rippleCurrent: filtered(g) ? b.ripple : NO_FILTER,
      peakCurrent: b.amps + b.ripple / 2,
      filterCorner: filtered(g) ? 1 / (2 * Math.PI * Math.sqrt(L1.value! * C1.value!)) : NO_FILTER,
      filterQuality: !filtered(g) ? NO_FILTER : Number.isFinite(g.loadResistance) ? (g.loadResistance / b.halves) * Math.sqrt(C1.value! / L1.value!) : NO_LOAD,
      carrierRipple: filtered(g) ? b.ripple / (8 * g.switchingFrequency * C1.value!) : NO_FILTER,
      blockingCutoff: C3.value ? 1 / (2 * Math.PI * g.loadResistance * C3.value) : NO_BLOCKING,
      outputRipple: g.inputRipple * fromDb(-U1.rippleRejection),
      cableLength: g.cableLength,
    };
  },
  checks,
  rails: {
    vp: {
      role: 'consumes',
      fills: { voltage: 'supplyVoltage', ripple: 'inputRipple', impedance: 'supplyResistance' },
      draws: DRAWS,
      keepsPower: true,
      gives: {
        surge: 'supplyPeakCurrent',
        capacitance: 'C2.value',
        absoluteMaximum: (c) => scaleRange(c.must('U1.voltageRating'), c.x.given.topology === 'split' ? 0.5 : 1),
      },
    },
    vn: {
      role: 'consumes',
      optional: (g) => g.topology !== 'split',
      fills: {},
      draws: DRAWS,
      gives: {},
    },
  },
  signals: {
    in: { role: 'in', ends: { heard: true }, fills: {} },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c) => ({
        dc: exactly(0),
        amplitude: c.pick('outputPeak'),
        clips: c.pick('outputPeak'),
        sourceResistance: exactly(0),
        ripple: c.pick('outputRipple') ?? exactly(0),
        bandwidth: c.pick('filterCorner'),
      }),
      attenuation: {},
    },
  },
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: heatOnBoard,
  confirm: [{ id: 'bridged-ground', text: 'No probe’s ground and no chassis touches a bridged output.' }],
  cautions: ['Ground clips on bridged outputs short the amplifier. A cable without a filter radiates. Loud sound harms hearing.'],
});

const NO_FILTER = none('there is no output filter');
const NO_PUMPING = none('only a half-bridge between two rails pumps');
const NO_LOAD = none('no load damps it');
const NO_BLOCKING = none('nothing blocks DC');
