import { impossible } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { chargeCapacitance, deadTime, delays, drainTimes, gatePeak, hotThreshold, loop, millerVoltage } from './laws.ts';
import { size } from './sizing.ts';

export const gateDrive = defineKind({
  id: 'gate-drive',
  family: 'drive',
  group: 'Load',
  title: 'Gate drive',
  aliases: ['gate driver', 'MOSFET driver', 'gate resistor', 'dead time', 'bootstrap', 'Miller turn-on'],
  purpose: 'Drives a power MOSFET gate fast enough, without ringing past its rating, shoot-through or turn-on by the slope, from a driver that stays cool.',
  given: {
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.05 }, 'rail of the driver, and high level of the gate'),
    offBias: num('V', 0, 'of the gate when off; negative for a bias', { any: true, title: 'gate when off' }),
    switchingFrequency: num('Hz', 100000, 'of the gates', { title: 'switching frequency' }),
    busVoltage: num('V', 48, 'swing of the switching node', { title: 'bus' }),
    slope: num('V/s', 5e9, 'forced on the off device by its partner', { title: 'slope of the node' }),
    deadTime: num('s', 1e-7, 'between the two commands', { title: 'dead time' }),
    devices: num('count', 1, 'MOSFETs in parallel, each with its own resistors', { min: 1, integer: true, title: 'in parallel' }),
    gateLoopInductance: num('H', 1e-8, 'of each device', { title: 'inductance of the gate loop' }),
    deviceTemperature: num('degC', 100, 'junction of the MOSFET, for its threshold', { any: true, title: 'junction of the MOSFET' }),
    turnOffPath: choice(['shared', 'separate'], 'shared', 'separate: R2 by a split output (no drop) or through a diode', 'turn-off path'),
    maximumDroop: num('ratio', 0.05, 'of the rail at C1, for one gate charge', { title: 'droop allowed' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: {
      type: 'resistor',
      series: 'E12',
      tolerance: 0.05,
      doc: 'gate resistor, for turn-on, and turn-off where it is shared',
      pieces: (g: Given) => g.devices as number,
    },
    R2: {
      type: 'resistor',
      series: 'E12',
      tolerance: 0.05,
      default: 4.7,
      doc: 'of the separate turn-off',
      needed: (g: Given) => g.turnOffPath === 'separate',
      pieces: (g: Given) => g.devices as number,
    },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, default: 1e-6, doc: 'decoupling or bootstrap at the driver' },
    D1: {
      type: 'device',
      doc: 'in series with R2',
      needed: (g: Given) => g.turnOffPath === 'separate',
      params: { forwardVoltage: num('V', 0.7, '0 for a split output', { min: 0 }) },
    },
    Q1: {
      type: 'device',
      bought: false,
      doc: 'MOSFET',
      takes: 'power switch',
      params: {
        gateCharge: num('C', 3e-8, 'total, from off to the rail of the driver', { title: 'gate charge' }),
        gateDrainCharge: num('C', 8e-9, 'of it, while the drain moves', { title: 'gate-drain charge' }),
        plateauVoltage: num('V', 5, 'gate voltage while the drain moves', { title: 'plateau' }),
        gateThreshold: num('V', { nominal: 3, low: 2, high: 4 }, 'at 25 °C', { title: 'threshold' }),
        thresholdTempco: num('V/K', -0.006, 'of the threshold', { any: true, title: 'drift of the threshold' }),
        inputCapacitance: num('F', 1.5e-9, 'of the gate, drain high', { title: 'input capacitance' }),
        reverseCapacitance: num('F', 3e-11, 'gate to drain, effective over the swing', { title: 'reverse capacitance' }),
        internalGateResistance: num('ohm', 1.5, 'inside the device', { min: 0, title: 'gate resistance inside' }),
        fullDriveVoltage: num('V', 10, 'gate voltage at which its on-resistance is told', { title: 'full drive' }),
        maximumGateSource: num('V', 20, 'that the gate stands', { title: 'gate voltage, at most' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'driver',
      takes: 'gate driver',
      params: {
        sourceResistance: num('ohm', 1.5, 'pulling up', { title: 'pull-up' }),
        sinkResistance: num('ohm', 0.8, 'pulling down', { title: 'pull-down' }),
        peakSource: num('A', 4, 'pulling up', { title: 'peak current, up' }),
        peakSink: num('A', 4, 'pulling down', { title: 'peak current, down' }),
        quiescentCurrent: num('A', 0.002, undefined, { min: 0 }),
        mismatch: num('s', 1e-8, 'of the delays of its channels', { min: 0, title: 'delay mismatch' }),
        junctionToAmbient: num('K/W', 120),
        maximumJunction: num('degC', 125, undefined, { any: true }),
      },
    },
  },
  outcomes: {
    gateCurrent: { unit: 'A', title: 'current into the gates', doc: 'average: charge by frequency' },
    inputCurrent: { unit: 'A', title: 'current of the rail', doc: 'gates and driver' },
    gatePower: { unit: 'W', title: 'power of the gates', doc: 'all of it becomes heat, in driver and resistors' },
    peakCurrent: { unit: 'A', title: 'peak current, turning on', doc: 'sourced, as the gate begins to rise' },
    sinkCurrent: { unit: 'A', title: 'peak current, turning off', doc: 'as the gate begins to fall' },
    turnOnTime: { unit: 's', title: 'drain falls in', doc: 'while the gate stands at its plateau' },
    turnOffTime: { unit: 's', title: 'drain rises in', doc: 'while the gate stands at its plateau' },
    turnOnDelay: { unit: 's', title: 'delay, turning on', doc: 'from the command to the threshold' },
    turnOffDelay: { unit: 's', title: 'delay, turning off', doc: 'from the command to the threshold again, plateau included' },
    deadTimeNeeded: { unit: 's', title: 'dead time needed', doc: 'least without both on at once' },
    deadTimeByCharge: {
      unit: 's',
      title: 'dead time needed by charge',
      doc: 'with the capacitance that the gate’s charge means: the figure at high voltage is less',
    },
    hotThreshold: { unit: 'V', title: 'threshold, hot', doc: 'at the temperature of the junction' },
    dvdtGateVoltage: { unit: 'V', title: 'gate during the slope', doc: 'of the device that should stay off' },
    gatePeak: { unit: 'V', title: 'gate peak', doc: 'with the ringing of its loop' },
    supplyDroop: { unit: 'V', title: 'droop at C1', doc: 'for one gate charge' },
    dissipation: { unit: 'W', title: 'heat of the driver', doc: 'its share of the loop, and its own current' },
    totalDissipation: { unit: 'W', title: 'heat', doc: 'driver and gate resistors' },
    junctionTemperature: { unit: 'degC', title: 'junction of the driver', doc: 'in the ambient of the board' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { Q1, U1, C1 } = parts;
    const l = loop(x);
    const amps = g.devices * Q1.gateCharge * g.switchingFrequency;
    const power = amps * l.swing;
    const own = U1.quiescentCurrent * g.supplyVoltage;
    const heat = (power / 2) * (U1.sourceResistance / l.ra + U1.sinkResistance / l.rb) + own;
    const drain = drainTimes(x);
    const delay = delays(x);
    return {
      gateCurrent: amps,
      inputCurrent: amps + U1.quiescentCurrent,
      gatePower: power,
      peakCurrent: Math.min(U1.peakSource, l.swing / l.ra),
      sinkCurrent: Math.min(U1.peakSink, (l.swing - l.drop) / l.rb),
      turnOnTime: drain.on ?? STUCK,
      turnOffTime: drain.off ?? STUCK,
      turnOnDelay: delay.on ?? STUCK,
      turnOffDelay: delay.off ?? STUCK,
      deadTimeNeeded: deadTime(x) ?? STUCK,
      deadTimeByCharge: deadTime(x, chargeCapacitance(x)) ?? STUCK,
      hotThreshold: hotThreshold(x),
      dvdtGateVoltage: millerVoltage(x),
      gatePeak: gatePeak(x),
      supplyDroop: (g.devices * Q1.gateCharge) / C1.value,
      dissipation: heat,
      totalDissipation: power + own,
      junctionTemperature: ambient + U1.junctionToAmbient * heat,
    };
  },
  checks,
  rails: { drive: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'inputCurrent', gives: {} } },
  signals: {
    in: { role: 'in', fills: { clock: 'switchingFrequency' } },
    out: {
      role: 'out',
      carries: 'gate',
      fills: { slope: 'slope', bus: 'busVoltage', junction: 'deviceTemperature' },
      down: (c) => ({ clock: c.range('switchingFrequency') }),
    },
  },
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: (x, o) => ({ 'driver and gates': x.given.supplyVoltage * (o.inputCurrent ?? 0) }),
  live: (x) => ({ volts: x.given.busVoltage, what: 'the gate of a high side, which rides on the bus' }),
  confirm: [
    { id: 'gate-loop', text: 'Driver, resistor and gate form the smallest loop, with a source connection of its own.' },
    { id: 'pull-down', text: 'Every gate has a resistor to its source that holds it off while the driver has no supply.' },
  ],
  cautions: ['Gates of a high side ride on the bus: an earthed probe shorts it, take a differential one. Discharge the bus first.'],
});

const STUCK = impossible('the drive does not pass the gate’s plateau or threshold');
