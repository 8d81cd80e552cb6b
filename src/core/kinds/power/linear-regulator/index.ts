import { feedback, noiseGainBandwidth, passes } from './laws.ts';
import { impossible, none } from '../../../math/absent.ts';
import { coldStartVoltage } from '../../../physics/cold-start.ts';
import { junctionToAmbient } from '../../../physics/thermal.ts';
import { sawtoothShare, toDb } from '../../../physics/network.ts';
import { defineKind, type Given } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

/** Where it just does not drop out, heat is least and efficiency best: between the ends, where the output may rise to its input. */
const turning = {
  inputs: ['parts.U1.referenceVoltage', 'given.inputVoltage'],
  samples: 9,
  crossing: ['differential', 'dropoutVoltage'],
} as const;

export const linearRegulator = defineKind({
  id: 'linear-regulator',
  family: 'power',
  group: 'Supply',
  title: 'Linear regulator',
  aliases: ['LDO', 'quiet rail', 'three-terminal regulator', 'adjustable regulator', 'low-dropout', 'voltage regulator', 'heater supply'],
  purpose: 'A quiet stable rail, judged where it hurts: dropout at the ripple trough on low line, heat at high line with peak load.',
  given: {
    inputVoltage: num('V', 12, 'mean'),
    outputVoltage: num('V', 5, 'wanted'),
    loadCurrent: num('A', 0.1, 'drawn from the output', { min: 0 }),
    regulatorType: choice(
      ['adjust-pin', 'feedback-pin', 'fixed'],
      'adjust-pin',
      'adjust-pin: reference between output and adjust (R1), R2 to ground. feedback-pin: reference against ground across R2, R1 on top',
    ),
    outputTolerance: num('ratio', 0.08),
    inputRipple: num('V', 0, 'peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', 100),
    maximumOutputRipple: num('V', 0.01),
    inputTrough: num('V', null, 'null: inputVoltage − inputRipple/2'),
    inputMaximum: num('V', null, 'highest input with nothing drawn; null: inputVoltage + inputRipple/2'),
    inputNoise: num('V', 0, 'rms', { min: 0 }),
    loadCapacitance: num('F', 0, 'on the rail beyond C2', { min: 0 }),
    maximumOutputNoise: num('V', 0.001),
    sinkToAmbient: num('K/W', null, 'heatsink; null none'),
    caseToSink: num('K/W', 0.5, undefined, { min: 0 }),
    noiseLow: num('Hz', 10),
    noiseHigh: num('Hz', 1e5),
    coldCurrentRatio: num('ratio', 1, 'cold over running current of a filament or heater (6–12 times)'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    U1: {
      type: 'device',
      takes: 'regulator',
      doc: 'regulator',
      params: {
        referenceVoltage: num('V', { nominal: 1.25, tolerance: 0.04 }, 'of a fixed type: its output voltage'),
        adjustCurrent: num('A', { nominal: 5e-5, low: 0, high: 1e-4 }, 'out of the adjust pin, or into the feedback pin', { min: 0 }),
        quiescentCurrent: num('A', 0, 'to ground', { min: 0 }),
        dropoutVoltage: num('V', 2, 'constant part', { min: 0 }),
        dropoutResistance: num('ohm', 0, 'part that grows with load (MOS pass device)', { min: 0 }),
        outputResistance: num('ohm', 0.01, 'load regulation', { min: 0 }),
        minimumLoad: num('A', 0.01, undefined, { min: 0 }),
        currentRating: num('A', 1.5),
        currentLimit: num('A', 2.2, 'at small input-output difference'),
        foldbackKnee: num('V', 15, 'difference where the limit starts to fold', { min: 0 }),
        foldbackSlope: num('A/V', 0.08, undefined, { min: 0 }),
        foldbackCurrent: num('A', 0.4, 'floor'),
        rippleRejection: num('dB', 65, 'low frequency, output equal to reference', { min: 0 }),
        rejectionCorner: num('Hz', 1000, '−3 dB, first order beyond'),
        voltageNoise: num('V/rtHz', 1.2e-7, 'at the reference', { min: 0 }),
        maximumInput: num('V', 40),
        maximumDifferential: num('V', 40),
        junctionToAmbient: num('K/W', 50),
        junctionToCase: num('K/W', 5, undefined, { min: 0 }),
        maximumJunction: num('degC', 125, undefined, { any: true }),
        minimumCapacitance: num('F', 1e-6, undefined, { min: 0 }),
        esrMinimum: num('ohm', 0, undefined, { min: 0 }),
        esrMaximum: num('ohm', 10),
      },
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'output to adjust or feedback pin', needed: (g: Given) => g.regulatorType !== 'fixed' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'that pin to ground', needed: (g: Given) => g.regulatorType !== 'fixed' },
    C2: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      default: 1e-5,
      doc: 'output',
      params: { esr: num('ohm', 0.1, undefined, { min: 0 }), voltageRating: num('V', 16) },
    },
    C3: { type: 'capacitor', series: 'E6', tolerance: 0.2, optional: true, doc: 'across R2 (adjust-pin) or across R1 (feedback-pin)' },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output voltage' },
    outputTrough: { unit: 'V', title: 'lowest output', doc: 'at the trough of its ripple; in dropout that of the input less the drop' },
    dividerCurrent: { unit: 'A', title: 'divider current' },
    outputCurrent: { unit: 'A', title: 'current through the device', doc: 'through the pass device' },
    inputCurrent: { unit: 'A', title: 'input current' },
    differential: { unit: 'V', title: 'headroom at the trough', doc: 'across the device at the trough' },
    dropoutVoltage: { unit: 'V', title: 'dropout' },
    minimumInputVoltage: { unit: 'V', title: 'least mean input', doc: 'mean input needed' },
    inputPeak: { unit: 'V', title: 'highest input' },
    dissipation: { unit: 'W', title: 'dissipation', inside: turning },
    junctionTemperature: { unit: 'degC', title: 'junction', inside: turning },
    requiredSinkToAmbient: { unit: 'K/W', title: 'heatsink needed', doc: 'null if no heatsink can' },
    highestInputVoltage: {
      unit: 'V',
      title: 'honest top of the input range',
      doc: 'stays cool and in rating at this load; its low end is the honest top of the advertised input range',
    },
    highestLoad: { unit: 'A', title: 'highest load at this input', doc: 'its low end is the load at high line' },
    rippleRejection: { unit: 'dB', title: 'ripple rejection' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    harmonicRipple: {
      unit: 'V',
      title: 'output ripple with harmonics',
      doc: 'if the ripple is a sawtooth: its first five harmonics, each by the rejection at its frequency',
    },
    outputNoise: { unit: 'V', title: 'output noise' },
    efficiency: { unit: 'ratio', title: 'efficiency', inside: turning },
    startUpTime: { unit: 's', title: 'start-up time', doc: 'null if loadCurrent >= currentLimit' },
    startVoltage: { unit: 'V', title: 'first output when cold', doc: 'first output with a cold filament; null unless coldCurrentRatio > 1' },
    startCurrent: { unit: 'A', title: 'current into the cold load' },
    startDissipation: { unit: 'W', title: 'heat at a cold start' },
  },
  size,
  evaluate: ({ given: g, parts: { U1, R1, R2, C2, C3 }, ambient }) => {
    const { a, rTop, dividerCurrent } = feedback(g.regulatorType, U1.referenceVoltage, R1.value, R2.value);
    const regulated = a * U1.referenceVoltage + U1.adjustCurrent * rTop - U1.outputResistance * g.loadCurrent;
    const outputCurrent = g.loadCurrent + dividerCurrent;
    const inputCurrent = outputCurrent + U1.quiescentCurrent;
    const trough = g.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
    const dropoutVoltage = U1.dropoutVoltage + U1.dropoutResistance * g.loadCurrent;
    // Below its dropout it follows its input.
    const outputVoltage = Math.min(regulated, Math.max(0, g.inputVoltage - dropoutVoltage));
    const drop = Math.max(0, g.inputVoltage - outputVoltage);
    const dissipation = drop * outputCurrent + g.inputVoltage * U1.quiescentCurrent;
    const theta = junctionToAmbient(U1, g);
    const coolPower = (U1.maximumJunction - ambient) / theta;
    // What it could bear is reckoned where it regulates.
    const held = Math.max(0, g.inputVoltage - regulated);
    const sink = (U1.maximumJunction - ambient) / (held * outputCurrent + g.inputVoltage * U1.quiescentCurrent) - U1.junctionToCase - g.caseToSink;
    const tau = rTop * (C3.value ?? 0);
    const passed = passes(U1, a, tau, g.rippleFrequency);
    const cold = coldStart(g, U1, regulated);
    return {
      outputVoltage,
      dividerCurrent,
      outputCurrent,
      inputCurrent,
      differential: trough - regulated,
      dropoutVoltage,
      minimumInputVoltage: regulated + dropoutVoltage + g.inputRipple / 2,
      inputPeak: g.inputMaximum ?? g.inputVoltage + g.inputRipple / 2,
      dissipation,
      junctionTemperature: ambient + dissipation * theta,
      requiredSinkToAmbient: sink > 0 ? sink : NO_SINK,
      highestInputVoltage:
        inputCurrent > 0
          ? Math.min((coolPower + regulated * outputCurrent) / inputCurrent, U1.maximumInput, regulated + U1.maximumDifferential)
          : Math.min(U1.maximumInput, regulated + U1.maximumDifferential),
      highestLoad:
        held > 0 ? Math.max(0, Math.min((coolPower - g.inputVoltage * U1.quiescentCurrent) / held - dividerCurrent, U1.currentRating)) : U1.currentRating,
      rippleRejection: -toDb(passed),
      outputRipple: g.inputRipple * passed,
      outputTrough: Math.min(regulated - (g.inputRipple * passed) / 2, Math.max(0, trough - dropoutVoltage)),
      harmonicRipple: g.inputRipple === 0 ? 0 : g.inputRipple * sawtoothShare((n) => passes(U1, a, tau, n * g.rippleFrequency)),
      outputNoise: Math.hypot(U1.voltageNoise * Math.sqrt(noiseGainBandwidth(a, tau, g.noiseLow, g.noiseHigh)), g.inputNoise * passed),
      efficiency: inputCurrent > 0 ? (outputVoltage * g.loadCurrent) / (g.inputVoltage * inputCurrent) : 0,
      startUpTime: g.loadCurrent >= U1.currentLimit ? LIMITED : (((C2.value ?? 0) + g.loadCapacitance) * regulated) / (U1.currentLimit - g.loadCurrent),
      ...cold,
    };
  },
  region: (c) => {
    const [d, need] = [c.out('differential'), c.out('dropoutVoltage')];
    const lost = (ends: readonly ('nominal' | 'low' | 'high')[], ...names: string[]) => names.map((outcome) => ({ outcome, ends }));
    if ((d.nominal ?? 0) < (need.nominal ?? 0)) {
      const all = lost(
        ['nominal', 'low', 'high'],
        'outputVoltage',
        'outputTrough',
        'outputRipple',
        'harmonicRipple',
        'outputNoise',
        'startCurrent',
        'startVoltage',
        'startDissipation',
        'efficiency',
        'dissipation',
        'junctionTemperature',
      );
      return { outside: all, reason: 'the input does not reach the output plus the dropout' };
    }
    // The worst ends meet: least headroom against greatest dropout.
    if ((d.low ?? -Infinity) >= (need.high ?? Infinity)) return null;
    const some = [
      ...lost(['low'], 'outputVoltage', 'outputTrough', 'startCurrent', 'startVoltage'),
      ...lost(['high'], 'outputRipple', 'harmonicRipple', 'outputNoise', 'startDissipation'),
    ];
    return { outside: some, reason: 'the regulator drops out at the low end of its input' };
  },
  mendFirst: ['dropout'],
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: {
        voltage: 'inputVoltage',
        ripple: 'inputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'inputTrough',
        noLoad: 'inputMaximum',
        noise: 'inputNoise',
      },
      draws: 'inputCurrent',
      gives: {
        minimum: (c) => less(c.out('minimumInputVoltage').high, c.must('inputRipple').high / 2),
        maximum: (c) => ceiling(c.must('U1.maximumInput').low, c.physical('outputVoltage').low, c.must('U1.maximumDifferential').low),
        absoluteMaximum: 'U1.maximumInput',
      },
    },
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', capacitance: 'loadCapacitance' },
      gives: {
        voltage: 'outputVoltage',
        trough: 'outputTrough',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        noise: 'outputNoise',
        currentLimit: 'U1.currentRating',
      },
    },
  },
  signals: {},
  warm: [
    {
      part: 'U1',
      check: 'junction-temperature',
      dissipation: 'dissipation',
      junction: 'junctionTemperature',
      limit: 'U1.maximumJunction',
      junctionToCase: 'U1.junctionToCase',
      caseToSink: 'caseToSink',
      sink: 'sinkToAmbient',
    },
  ],
  heat: ({ given: g }, o) => ({
    device: (g.inputVoltage - o.outputVoltage!) * o.outputCurrent! + g.inputVoltage * (o.inputCurrent! - o.outputCurrent!),
    divider: o.outputVoltage! * o.dividerCurrent!,
  }),
  confirm: [
    { id: 'pin-order', text: 'The regulator’s pin order is checked against the datasheet of the very part that will be fitted: families differ.' },
    { id: 'tab', text: 'The tab’s potential is known, and it is insulated from the heatsink or the case where it must be.' },
    {
      id: 'protection-diodes',
      text: 'Diode from output to input (C2 above 25 µF at over 12 V, or an input that can be shorted) and from adjust to output (C3 above 10 µF) are fitted where needed.',
    },
  ],
  cautions: ['The tab may be at output or input potential: insulate it.', 'Heatsinks above 60 °C burn fingers. Let them cool, and mark them.'],
});

const NO_SINK = impossible('no heatsink keeps the junction within its limit');
const LIMITED = impossible('the load is as large as the current limit: the output never rises');
const NOT_COLD = none('no cold filament or heater is given');

const less = (a: number | null, b: number) => (a === null ? null : a - b);
const ceiling = (input: number, output: number | null, differential: number) => (output === null ? input : Math.min(input, output + differential));

function coldStart(g: { coldCurrentRatio: number; loadCurrent: number; inputVoltage: number }, U1: Parameters<typeof coldStartVoltage>[0], wanted: number) {
  if (!(g.coldCurrentRatio > 1) || g.loadCurrent === 0) return { startVoltage: NOT_COLD, startCurrent: NOT_COLD, startDissipation: NOT_COLD };
  const coldOhms = wanted / (g.loadCurrent * g.coldCurrentRatio);
  const startVoltage = coldStartVoltage(U1, g.inputVoltage, wanted, coldOhms);
  const startCurrent = startVoltage / coldOhms;
  return { startVoltage, startCurrent, startDissipation: (g.inputVoltage - startVoltage) * startCurrent };
}
