import { isAbsent, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { drawnByState, drawsByState, runs, runsIn } from '../../../stage/runs.ts';
import { STATE_DRAWS } from '../../../stage/data.ts';
import { checks } from './checks.ts';
import { base, clampEnergy, clampHeat, conducting, cutOff, edges, isMosfet, left, NO_EDGE, switchingLoss, UNCLAMPED, type Conducting } from './laws.ts';
import { size } from './sizing.ts';

export const transistorSwitch = defineKind({
  id: 'transistor-switch',
  family: 'drive',
  group: 'Load',
  title: 'Transistor switch',
  aliases: ['low-side switch', 'high-side switch', 'MOSFET switch', 'BJT switch', 'load switch', 'logic-level MOSFET', 'driver transistor', 'heater switch'],
  purpose: 'Switches a load that a pin cannot carry, fully on, fully off, cool enough and with its inductive kick caught.',
  given: {
    device: choice(['bjt', 'mosfet'], 'mosfet', 'sort of transistor', 'transistor'),
    side: choice(['low', 'high'], 'low', 'low: NPN or N-channel to ground; high: PNP or P-channel to the rail', 'side'),
    drive: choice(['pin', 'shifted'], 'pin', 'of a high side: by the pin itself, or through a small transistor to ground', 'drive'),
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.1 }, 'rail of the load'),
    loadCurrent: num('A', 0.2, 'while it is on', { title: 'load current' }),
    loadInductance: num('H', 0, '0 for a resistive load', { min: 0, title: 'inductance of the load' }),
    clamp: choice(['none', 'diode', 'suppressor'], 'none', 'diode across the load; suppressor: with a zener in series', 'clamp of the load'),
    driveVoltage: num('V', { nominal: 3.3, tolerance: 0.05 }, 'high level of the pin, unloaded', { title: 'drive voltage' }),
    sourceResistance: num('ohm', 40, 'of the pin', { min: 0 }),
    pinCurrentLimit: num('A', 0.008, 'of one pin', { title: 'pin current, at most' }),
    pinLeakage: num('A', 1e-6, 'of the floating pin during reset, over temperature', { min: 0, title: 'leakage of the floating pin' }),
    pullResistor: choice(['fitted', 'none'], 'fitted', 'R2 from base to emitter or gate to source', 'pull resistor'),
    forcedBeta: num('', 15, 'largest collector over base current that is allowed', { title: 'forced gain, at most' }),
    maximumDrop: num('V', 0.5, 'across the transistor', { title: 'drop allowed' }),
    switchingFrequency: num('Hz', 0, '0: switched now and then', { min: 0, title: 'switching frequency' }),
    dutyCycle: num('ratio', 1, 'share of time on', { min: 0, max: 1, title: 'duty cycle' }),
    runs,
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E12', tolerance: 0.05, doc: 'base or gate resistor' },
    R2: {
      type: 'resistor',
      series: 'E12',
      tolerance: 0.05,
      default: 100000,
      doc: 'keeps it off while the pin floats',
      needed: (g: Given) => g.pullResistor === 'fitted',
    },
    Q1: {
      type: 'device',
      doc: 'transistor',
      takes: 'switching transistor',
      params: {
        voltageRating: num('V', 40),
        currentRating: num('A', 1),
        junctionToAmbient: num('K/W', 150),
        maximumJunction: num('degC', 150, undefined, { any: true }),
        currentGain: num('', { nominal: 100, low: 40, high: 250 }, 'bipolar, at the load current and little voltage', { title: 'current gain' }),
        saturationVoltage: num('V', { nominal: 0.2, low: 0.1, high: 0.4 }, 'bipolar, at the forced gain', { min: 0, title: 'saturation voltage' }),
        baseVoltage: num('V', { nominal: 0.8, low: 0.65, high: 0.95 }, 'bipolar, saturated', { min: 0, title: 'base voltage' }),
        riseTime: num('s', 5e-8, 'bipolar, of the collector current', { min: 0, title: 'rise time' }),
        fallTime: num('s', 3e-7, 'bipolar, of the collector current; storage time not in it', { min: 0, title: 'fall time' }),
        onResistance: num('ohm', 0.05, 'MOSFET, at its full drive and 25 °C', { title: 'on-resistance' }),
        onTempco: num('1/K', 0.005, 'of the on-resistance', { min: 0, title: 'rise of the on-resistance' }),
        gateThreshold: num('V', { nominal: 1.6, low: 1, high: 2.3 }, 'where a MOSFET barely begins to conduct', { title: 'threshold' }),
        fullDriveVoltage: num('V', 2.5, 'gate voltage at which its on-resistance is told', { title: 'full drive' }),
        switchCharge: num('C', 2e-9, 'gate charge moved while drain voltage and current change', { min: 0, title: 'switching charge' }),
        plateauVoltage: num('V', 2.2, 'gate voltage while the drain moves', { title: 'plateau' }),
        maximumGateSource: num('V', 12, 'that the gate stands', { title: 'gate voltage, at most' }),
      },
    },
    D1: {
      type: 'device',
      doc: 'clamp',
      needed: (g: Given) => g.clamp !== 'none',
      params: {
        forwardVoltage: num('V', 0.9, undefined, { min: 0 }),
        currentRating: num('A', 1),
        clampVoltage: num('V', 24, 'of the zener in series, with a suppressor', { min: 0, title: 'clamp voltage' }),
        powerRating: num('W', 1, 'of the suppressor, on average'),
      },
    },
  },
  outcomes: {
    pinCurrent: { unit: 'A', title: 'pin current', doc: 'bipolar steady, MOSFET at the edge' },
    baseCurrent: { unit: 'A', title: 'base current', doc: 'of a bipolar transistor' },
    forcedBeta: { unit: '', title: 'forced gain', doc: 'load over base current' },
    gateVoltage: { unit: 'V', title: 'gate voltage', doc: 'of a MOSFET when on' },
    onDrop: { unit: 'V', title: 'drop', doc: 'across the transistor when on, hot' },
    transitionTime: { unit: 's', title: 'edges', doc: 'turn-on and turn-off of the load together' },
    switchingLoss: { unit: 'W', title: 'loss of the edges', doc: 'at the switching frequency' },
    dissipation: { unit: 'W', title: 'heat of Q1', doc: 'on and at the edges' },
    totalDissipation: { unit: 'W', title: 'heat', doc: 'Q1 and the freewheeling diode' },
    junctionTemperature: { unit: 'degC', title: 'junction of Q1', doc: 'settled' },
    peakVoltage: { unit: 'V', title: 'peak across Q1', doc: 'as the load is cut off' },
    clampEnergy: { unit: 'J', title: 'energy of the kick', doc: 'in the inductance of the load' },
    offVoltage: { unit: 'V', title: 'left when off', doc: 'on base or gate, off or with the pin floating' },
    inputCurrent: { unit: 'A', title: 'current of the load', doc: 'average, from its rail' },
    ...drawsByState,
    clampDissipation: { unit: 'W', title: 'heat of the suppressor', doc: 'what each cut-off leaves in it, at the switching frequency' },
  },
  size,
  evaluate: (x) => {
    const { given: g } = x;
    const mosfet = isMosfet(x);
    const b = base(x);
    const on = conducting(x);
    const of = (f: (c: Conducting) => number): number | Absent => (isAbsent(on) ? on : f(on));
    const { on: rises, off: falls } = edges(x);
    const clamp = clampHeat(x);
    return {
      pinCurrent: b.pin,
      baseCurrent: mosfet ? NO_BASE : b.base,
      forcedBeta: mosfet ? NO_BASE : b.base > 0 ? g.loadCurrent / b.base : UNDRIVEN,
      gateVoltage: mosfet ? b.gate : NO_GATE,
      onDrop: of((c) => c.drop),
      transitionTime: rises === null || falls === null ? NO_EDGE : rises + falls,
      switchingLoss: switchingLoss(x) ?? (cutOff(x) === null ? UNCLAMPED : NO_EDGE),
      dissipation: of((c) => c.heat),
      totalDissipation: of((c) => c.heat + clamp.diode),
      junctionTemperature: of((c) => c.junction),
      peakVoltage: cutOff(x) ?? UNCLAMPED,
      clampEnergy: clampEnergy(x),
      offVoltage: left(x) ?? FLOATING,
      inputCurrent: g.dutyCycle * g.loadCurrent,
      ...drawnByState(x, g.dutyCycle * g.loadCurrent),
      clampDissipation: clamp.suppressor,
    };
  },
  checks,
  mendFirst: ['clamp-fitted', 'gate-drive', 'saturation'],
  rails: { load: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: STATE_DRAWS, gives: {} } },
  signals: {
    in: { role: 'in', fills: { high: 'driveVoltage', sourceResistance: 'sourceResistance', clock: 'switchingFrequency', duty: 'dutyCycle' } },
    out: {
      role: 'out',
      carries: 'switched',
      fills: {},
      down: (c) => ({
        clock: c.range('switchingFrequency'),
        figures: { current: c.range('loadCurrent'), switched: c.range('supplyVoltage'), step: c.range('supplyVoltage') },
      }),
    },
  },
  warm: [{ part: 'Q1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'Q1.maximumJunction' }],
  heat: (x, o, state) => ({ switch: runsIn(x, state) ? (o.totalDissipation ?? 0) + (o.clampDissipation ?? 0) : 0 }),
  // Its base or gate is driven from a pin, not from its rail; and what its load takes is used, not lost.
  driven: true,
  serves: {
    task: 'switched load',
    load: ({ given: g }) => ({ volts: g.supplyVoltage, amps: g.loadCurrent, alternates: false, henries: g.loadInductance }),
    ways: ['mosfet', 'bjt'].map((device) => ({
      title: device === 'mosfet' ? 'MOSFET' : 'bipolar transistor',
      given: (l) =>
        l.alternates ? null : { device, supplyVoltage: l.volts, loadCurrent: l.amps, loadInductance: l.henries, ...(l.henries > 0 ? { clamp: 'diode' } : {}) },
    })),
    costs: (_x, out) => ({ heat: out('totalDissipation'), area: null, cost: null, years: null, leakage: 0, fails: 'shorted, as a rule: the load stays on' }),
  },
  controller: {
    takes: { supply: 'driveVoltage', pinResistance: 'sourceResistance', pinCurrent: 'pinCurrentLimit' },
    uses: {
      pin: {
        is: 'output',
        title: 'switch',
        needs: (x) => (x.given.switchingFrequency > 0 ? 'timer' : 'digital'),
        current: (c) => c.pick('pinCurrent'),
      },
    },
  },
  confirm: [{ id: 'reset-state', text: 'The load stays off from the first moment of power through reset and programming, and that was seen.' }],
  cautions: ['A failed MOSFET usually fails shorted: the load stays on. Think what then heats or moves.'],
});

const NO_BASE = none('a MOSFET has no base');
const NO_GATE = none('a bipolar transistor has no gate');
const UNDRIVEN = none('nothing flows into the base');
const FLOATING = none('without R2 it floats: nobody knows where');
