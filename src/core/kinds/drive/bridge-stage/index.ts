import { impossible, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, flag, num, said } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { delays, devices, fixedLosses, heated, phase, transition, type Hot } from './laws.ts';
import { size } from './sizing.ts';

export const bridgeStage = defineKind({
  id: 'bridge-stage',
  family: 'drive',
  group: 'Load',
  title: 'Bridge stage',
  aliases: ['half bridge', 'full bridge', 'H-bridge', 'inverter', 'wide-bandgap bridge', 'induction heater bridge', 'power stage'],
  purpose:
    'Losses, junctions and stresses of a half or full bridge at hundreds of kilohertz, its phase compensation, and a first power-up that costs no devices.',
  given: {
    topology: choice(['half', 'full'], 'half', 'two devices or four', 'topology'),
    mode: choice(['hard', 'zero-voltage'], 'zero-voltage', 'whether the load moves the node before a device turns on', 'switching'),
    supplyVoltage: num('V', 48, 'of the bus', { title: 'bus' }),
    loadCurrent: num('A', 5, 'rms, a sine', { title: 'load current' }),
    switchedCurrent: num('A', 2, 'at the switching instant', { min: 0, title: 'switched current' }),
    switchingFrequency: num('Hz', 200000, 'of the bridge', { title: 'switching frequency' }),
    deadTime: num('s', 1e-7, 'between the two of a leg', { title: 'dead time' }),
    loopInductance: num('H', 1e-8, 'bus capacitor, leg and back', { min: 0, title: 'inductance of the loop' }),
    sinkToAmbient: num('K/W', 2, 'of the sink that all devices share', { min: 0 }),
    otherSinkPower: num('W', 0, 'of others on that sink', { min: 0, title: 'others on the sink' }),
    outputPower: num('W', null, 'into the load', { title: 'output power' }),
    gateClamp: said('gate clamps', 'zeners or clamps are fitted at the gates'),
    busClamp: said('bus clamp', 'suppressor and decoupling are fitted at the leg'),
    freewheelPath: said('freewheel path', 'body, reverse channel or a diode carries the load current in the dead time'),
    logicVoltage: num('V', 5, 'square wave into R1 and C1 before the gate', { title: 'logic voltage' }),
    inverted: { ...flag(false, 'an inverting gate turns the lag into a lead of 180° less it'), title: 'inverting gate' },
    wantedPhase: num('deg', null, 'wanted shift, a lag negative', { any: true, title: 'phase wanted' }),
    phaseTolerance: num('deg', 5, 'either way', { title: 'phase tolerance' }),
    failureProbability: num('ratio', 0.3, 'judged, of a first run at full power', { min: 0, max: 1, title: 'chance of a failure' }),
    devicesLost: num('count', 2, 'when it fails', { min: 1, integer: true, title: 'devices lost' }),
    repairCost: num('money', 20, 'beside the devices', { min: 0, title: 'cost of a repair' }),
    failureBudget: num('money', 25, 'that a first power-up may cost', { title: 'budget of a failure' }),
    bringUpVoltage: num('V', 5, 'of the first steps', { title: 'first bus voltage' }),
    bringUpCurrent: num('A', 1, 'limit of the bench supply', { title: 'first current limit' }),
    busCapacitance: num('F', 1e-4, 'of the bus', { min: 0, title: 'bus capacitance' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  asks: { gateClamp: true, busClamp: true, freewheelPath: true },
  parts: {
    Q1: {
      type: 'device',
      doc: 'each device',
      takes: 'power switch',
      pieces: (g: Given) => (g.topology === 'half' ? 2 : 4),
      params: {
        onResistance: num('ohm', 0.01, 'at 25 °C', { title: 'on-resistance' }),
        onTempco: num('1/K', 0.006, 'of the on-resistance', { min: 0, title: 'rise of the on-resistance' }),
        outputCharge: num('C', 5e-8, 'of one device, from 0 to the bus', { title: 'output charge' }),
        onTime: num('s', 1e-8, 'overlap of voltage and current as it turns on', { min: 0, title: 'overlap, turning on' }),
        offTime: num('s', 1e-8, 'overlap as it turns off', { title: 'overlap, turning off' }),
        reverseDrop: num('V', 0.9, '2 V and more for enhancement-mode wide-bandgap parts', { min: 0, title: 'reverse drop' }),
        reverseResistance: num('ohm', 0.01, 'while it conducts backwards', { min: 0, title: 'reverse resistance' }),
        reverseRecoveryCharge: num('C', 0, 'of its diode', { min: 0, title: 'recovery charge' }),
        gateCharge: num('C', 1e-8, 'total', { min: 0, title: 'gate charge' }),
        gateVoltage: num('V', 6, 'swing of the gate', { min: 0, title: 'gate swing' }),
        voltageRating: num('V', 100),
        currentRating: num('A', 30),
        junctionToCase: num('K/W', 1),
        caseToSink: num('K/W', 0.5, undefined, { min: 0 }),
        maximumJunction: num('degC', 150, undefined, { any: true }),
        cost: num('money', 8, 'of one', { min: 0, title: 'price' }),
      },
    },
    R1: { type: 'resistor', series: 'E12', tolerance: 0.01, default: 1000, doc: 'delays, with C1' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.05, default: 1e-10, doc: 'delays, with R1' },
    U1: {
      type: 'device',
      doc: 'logic gate behind the delay',
      params: {
        thresholdHigh: num('ratio', 0.55, 'rising, of the logic voltage; give its spread', { max: 1, title: 'threshold, rising' }),
        thresholdLow: num('ratio', 0.45, 'falling, of the logic voltage; give its spread', { max: 1, title: 'threshold, falling' }),
      },
    },
  },
  outcomes: {
    conductionLoss: { unit: 'W', title: 'loss while on', doc: 'each device, hot' },
    switchingLoss: { unit: 'W', title: 'loss of the edges', doc: 'each device: overlap and recovery' },
    capacitanceLoss: { unit: 'W', title: 'loss of the output charge', doc: 'each device' },
    reverseLoss: { unit: 'W', title: 'loss in the dead time', doc: 'each device, conducting backwards' },
    dissipation: { unit: 'W', title: 'heat of a device', doc: 'each' },
    totalDissipation: { unit: 'W', title: 'heat', doc: 'all devices' },
    sinkTemperature: { unit: 'degC', title: 'sink', doc: 'with all that is on it' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'settled' },
    transitionTime: { unit: 's', title: 'the node moves in', doc: 'the load’s current moving the output charge of a leg' },
    peakVoltage: { unit: 'V', title: 'peak across a device', doc: 'the bus, and the loop inductance as it turns off' },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'of the sine' },
    gatePower: { unit: 'W', title: 'power of the gates', doc: 'of all of them' },
    efficiency: { unit: 'ratio', title: 'efficiency', doc: 'of the output power' },
    phaseShift: { unit: 'deg', title: 'phase shift', doc: 'of the delay before the gate' },
    phaseError: { unit: 'deg', title: 'phase error', doc: 'less what is wanted' },
    pulseSkew: { unit: 's', title: 'skew', doc: 'falling delay less the rising one' },
    failureCost: { unit: 'money', title: 'cost of a failure', doc: 'expected, by its chance' },
    faultJunction: { unit: 'degC', title: 'junction at the first steps', doc: 'one device taking all that the bench supply gives' },
    bringUpEnergy: { unit: 'J', title: 'energy at the first steps', doc: 'in the bus capacitor' },
    storedEnergy: { unit: 'J', title: 'stored energy', doc: 'in the bus capacitor at the full bus' },
    busCurrent: { unit: 'A', title: 'bus current', doc: 'what the load takes, and the heat' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { Q1 } = parts;
    const m = devices(x);
    const fixed = fixedLosses(x);
    const hot = heated(x);
    const of = (f: (h: Hot) => number | Absent) => (hot ? f(hot) : RUNAWAY);
    const d = delays(x);
    const shift = phase(x);
    const moves = transition(x);
    return {
      conductionLoss: of((h) => h.conduction),
      switchingLoss: fixed.overlap,
      capacitanceLoss: fixed.charge,
      reverseLoss: fixed.reverse,
      dissipation: of((h) => h.each),
      totalDissipation: of((h) => m * h.each),
      sinkTemperature: of((h) => h.sink),
      junctionTemperature: of((h) => h.junction),
      transitionTime: Number.isFinite(moves) ? moves : NOTHING_MOVES,
      peakVoltage: g.supplyVoltage + (g.loopInductance * g.switchedCurrent) / Q1.offTime,
      peakCurrent: Math.SQRT2 * g.loadCurrent,
      gatePower: m * Q1.gateCharge * Q1.gateVoltage * g.switchingFrequency,
      efficiency: g.outputPower === null ? NO_OUTPUT : of((h) => g.outputPower! / (g.outputPower! + m * h.each)),
      phaseShift: shift ?? STUCK,
      phaseError: g.wantedPhase === null ? NOT_WANTED : shift === null ? STUCK : shift - g.wantedPhase,
      pulseSkew: d ? d.fall - d.rise : STUCK,
      failureCost: g.failureProbability * (g.devicesLost * Q1.cost + g.repairCost),
      faultJunction: ambient + g.bringUpVoltage * g.bringUpCurrent * (Q1.junctionToCase + Q1.caseToSink + g.sinkToAmbient),
      bringUpEnergy: (g.busCapacitance * g.bringUpVoltage ** 2) / 2,
      storedEnergy: (g.busCapacitance * g.supplyVoltage ** 2) / 2,
      busCurrent: of((h) => ((g.outputPower ?? 0) + m * h.each) / g.supplyVoltage),
    };
  },
  checks,
  rails: { bus: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'busCurrent', gives: {} } },
  signals: {
    in: {
      role: 'in',
      carries: 'gate',
      fills: { clock: 'switchingFrequency' },
      back: {
        slope: (c) => {
          const [volts, time] = [c.range('supplyVoltage'), c.pick('transitionTime')];
          return volts && time && { nominal: volts.nominal / time.nominal, low: volts.low / time.high, high: volts.high / time.low };
        },
        bus: 'supplyVoltage',
        junction: 'junctionTemperature',
      },
    },
    out: {
      role: 'out',
      carries: 'switched',
      fills: { drawn: 'loadCurrent', turned: 'switchedCurrent', taken: 'outputPower' },
      down: (c) => {
        const volts = c.range('supplyVoltage');
        const half = c.x.given.topology === 'half' ? 2 : 1;
        return {
          clock: c.range('switchingFrequency'),
          figures: {
            step: volts,
            switched: volts && { nominal: volts.nominal / half, low: volts.low / half, high: volts.high / half },
            current: c.pick('peakCurrent'),
          },
        };
      },
    },
  },
  warm: [
    {
      part: 'Q1',
      check: 'junction-temperature',
      dissipation: 'dissipation',
      junction: 'junctionTemperature',
      limit: 'Q1.maximumJunction',
    },
  ],
  // What its load takes comes out of the bus and is not lost here.
  driven: true,
  heat: (_x, o) => ({ devices: o.totalDissipation ?? 0 }),
  live: (x) => ({ volts: x.given.supplyVoltage, what: 'the bus' }),
  firstPower: (c) => ({
    logic: 'Logic and drivers alone: no bus, and its capacitor discharged.',
    gates: 'Gates without bus: dead time, levels, and never both of a leg at once.',
    low: c.x.given.bringUpVoltage,
    limit: c.x.given.bringUpCurrent,
    full: c.x.given.supplyVoltage,
    look: 'current, sink temperature, ringing at the node against its peak',
  }),
  confirm: [
    { id: 'gate-clamps', given: 'gateClamp', text: 'Zeners or clamps sit at every gate.' },
    { id: 'bus-clamp', given: 'busClamp', text: 'Suppressor and film or ceramic decoupling sit right at the leg.' },
    { id: 'bleeder', text: 'A bleeder empties the bus capacitor after switch-off, and a lamp or meter shows that it has.' },
  ],
  cautions: [
    'The bus capacitor keeps its energy after switch-off: bleed and measure before touching. Devices burst: eye protection.',
    'A bus made from mains is for licensed practice; never with an earthed oscilloscope.',
  ],
});

const RUNAWAY = impossible('its junctions heat themselves without end');
const NOTHING_MOVES = impossible('no current moves the node');
const NO_OUTPUT = none('nobody said what it gives');
const NOT_WANTED = none('no phase is wanted');
const STUCK = impossible('the gate stops toggling: the delay is too long for this frequency');
