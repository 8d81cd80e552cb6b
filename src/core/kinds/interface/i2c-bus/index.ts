import { none } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { ALERT_PIN, bus, clockOf, MODES, RISE, transaction, unassignedOf, type Row } from '../../../models/two-wire-bus.ts';
import { size } from './sizing.ts';

const alerts = (g: Given) => (g.alertDevices as number) > 0;

export const i2cBus = defineKind({
  id: 'i2c-bus',
  family: 'interface',
  group: 'Signal',
  title: 'I2C bus',
  aliases: ['I2C', 'two-wire bus', 'pull-up resistor', 'address clash', 'open-drain bus', 'alert line', 'too many addresses', 'addresses'],
  purpose: 'Pull-up value, capacitance, addresses, levels and time on a two-wire bus with modules.',
  given: {
    mode: choice(['standard', 'fast', 'fast-plus', 'high-speed'], 'fast', undefined, 'mode'),
    busClock: num('Hz', 0, '0: the most of the mode', { min: 0, title: 'bus clock' }),
    busVoltage: num('V', 3.3, 'supply of the pull-ups', { title: 'bus voltage' }),
    devices: {
      type: 'rows',
      row: 'device',
      least: 1,
      title: 'devices',
      columns: {
        name: { text: true, doc: 'what it is called' },
        addresses: { addresses: true, doc: 'that its straps allow, seven bits' },
        count: { unit: 'count', optional: true, above: 0, integer: true, doc: 'so many alike; 1' },
        capacitance: { unit: 'F', optional: true, min: 0, spread: true, doc: 'of its pins; 10 pF' },
        pullUp: { unit: 'ohm', optional: true, nullable: true, above: 0, spread: true, doc: 'on its module' },
        supplyVoltage: { unit: 'V', optional: true, above: 0, spread: true, doc: 'of the device; that of the bus' },
        inputHighRatio: { unit: 'ratio', optional: true, above: 0, doc: 'of its supply, that it takes as high; 0.7' },
        inputMaximum: { unit: 'V', optional: true, above: 0, doc: 'its pins stand; supply and 0.5 V' },
        transactions: { unit: 'Hz', optional: true, min: 0, doc: 'a second, with each' },
        bytes: { unit: 'count', optional: true, above: 0, integer: true, doc: 'of such a transaction' },
      },
      default: [
        { name: 'sensor', addresses: [72, 73] },
        { name: 'memory', addresses: [80, 81] },
      ],
      doc: 'on this bus',
    },
    traceLength: num('m', 0.1, 'of one line on the board', { min: 0, title: 'length of the tracks' }),
    traceCapacitance: num('F/m', 1e-10, 'of a metre of track', { min: 0, title: 'capacitance of the tracks' }),
    cableLength: num('m', 0, 'between boards, all of it', { min: 0 }),
    cableCapacitance: num('F/m', 1e-10, 'of a metre, of a line against its return', { min: 0, title: 'capacitance of the cable' }),
    controllerCapacitance: num('F', 1e-11, 'of the controller’s pins', { min: 0, title: 'capacitance of the controller' }),
    seriesResistance: num('ohm', 0, 'at the driving pin', { min: 0, title: 'series resistor' }),
    transactionBytes: num('count', 5, 'with address bytes', { integer: true, title: 'bytes of a transaction' }),
    starts: num('count', 2, 'start and repeated start', { min: 0, integer: true, title: 'starts' }),
    clockStretch: num('s', 0, 'for each byte', { min: 0, title: 'clock stretching' }),
    transactionsPerSecond: num('Hz', 0, 'beside those of single devices', { min: 0, title: 'transactions' }),
    alertDevices: num('count', 0, 'open-drain outputs on the shared alert line', { min: 0, integer: true, title: 'devices on the alert line' }),
    alertLeakage: num('A', 1e-6, 'of each, while off', { min: 0, title: 'leakage of an alert output' }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.05, pieces: () => 2, doc: 'pull-up on this board, one for each line' },
    R2: { type: 'resistor', series: 'E12', tolerance: 0.05, default: 10000, doc: 'pull-up of the alert line', needed: alerts },
  },
  outcomes: {
    deviceCount: { unit: 'count', title: 'devices', doc: 'beside the controller' },
    unassigned: { unit: 'count', title: 'devices without an address', doc: 'that cannot get one of their own' },
    busCapacitance: { unit: 'F', title: 'capacitance', doc: 'of a line' },
    effectivePullUp: { unit: 'ohm', title: 'pull-up', doc: 'with those of the modules' },
    pullUpMinimum: { unit: 'ohm', title: 'least pull-up', doc: 'that a device pulls low', inside: { inputs: ['given.busVoltage'], samples: 41 } },
    pullUpMaximum: { unit: 'ohm', title: 'largest pull-up', doc: 'that rises in time' },
    riseTime: { unit: 's', title: 'rise time', doc: '30 to 70 %' },
    sinkCurrent: { unit: 'A', title: 'sink current', doc: 'of a line' },
    lowLevel: { unit: 'V', title: 'low level', doc: 'at the driving pin, with its series resistor' },
    lowLevelRatio: { unit: 'ratio', title: 'low level over its limit', doc: '0.3 of the bus voltage' },
    transactionTime: { unit: 's', title: 'transaction', doc: 'of the usual length' },
    busLoad: { unit: 'ratio', title: 'bus load', doc: 'share of time' },
    highLevelRatio: { unit: 'ratio', title: 'high level over its limit', doc: 'of the pickiest device' },
    overdriveShare: { unit: 'ratio', title: 'overdrive', doc: 'above 1 the bus drives a device beyond what its pins stand' },
    clockExcess: { unit: 'ratio', title: 'clock beyond the mode', doc: 'share by which the clock is beyond it' },
    alertHigh: { unit: 'V', title: 'alert line, high', doc: 'what leakage leaves of the bus voltage' },
    alertHighRatio: { unit: 'ratio', title: 'alert line over its limit', doc: '0.7 of the bus voltage' },
    alertRiseTime: { unit: 's', title: 'rise time of the alert line', doc: '10 to 90 %' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'of both lines, low half of the time while at work' },
    peakCurrent: { unit: 'A', title: 'current with both lines low' },
  },
  size,
  refuse: ({ given: g }) =>
    g.devices.reduce((n, d) => n + ((d as Row).count ?? 1), 0) > 200
      ? [{ path: 'given.devices', message: 'there are more than 200 devices. No bus has so many addresses.' }]
      : [],
  evaluate: (x) => {
    const { given: g, parts } = x;
    const b = bus(x);
    const clock = clockOf(g);
    const load =
      transaction(g, g.transactionBytes) * g.transactionsPerSecond +
      b.rows.reduce((sum, d) => sum + d.count * d.transactions * transaction(g, d.bytes ?? g.transactionBytes), 0);
    const r2 = parts.R2.value ?? 0;
    const alertHigh = g.busVoltage - g.alertDevices * g.alertLeakage * r2;
    const some = g.alertDevices > 0;
    return {
      deviceCount: b.count,
      unassigned: unassignedOf(g.devices as readonly Row[]),
      busCapacitance: b.farads,
      effectivePullUp: b.ohms,
      pullUpMinimum: (g.busVoltage - b.low) / b.sinks,
      pullUpMaximum: MODES[g.mode].rise / (RISE * b.farads),
      riseTime: RISE * b.ohms * b.farads,
      sinkCurrent: b.sink,
      lowLevel: b.low + b.sink * g.seriesResistance,
      lowLevelRatio: (b.low + b.sink * g.seriesResistance) / (0.3 * g.busVoltage),
      transactionTime: transaction(g, g.transactionBytes),
      busLoad: load,
      highLevelRatio: b.high,
      overdriveShare: b.overdrive,
      clockExcess: Math.max(0, clock / MODES[g.mode].clock - 1),
      alertHigh: some ? alertHigh : NO_ALERT,
      alertHighRatio: some ? alertHigh / (0.7 * g.busVoltage) : NO_ALERT,
      alertRiseTime: some ? 2.2 * r2 * g.alertDevices * ALERT_PIN : NO_ALERT,
      averageCurrent: b.sink * Math.min(1, load),
      peakCurrent: 2 * b.sink,
    };
  },
  checks,
  rails: {
    vcc: {
      role: 'consumes',
      fills: { voltage: 'busVoltage' },
      draws: { asleep: 'averageCurrent', idle: 'averageCurrent', typical: 'averageCurrent', peak: 'peakCurrent' },
      gives: {},
    },
  },
  signals: {},
  heat: (x, o, state) => ({ 'pull-ups': x.given.busVoltage * ((state === 'peak' ? o.peakCurrent : o.averageCurrent) ?? 0) }),
  controller: {
    takes: {},
    uses: {
      sda: { is: 'open drain', title: 'data line', level: (c) => c.range('busVoltage'), current: (c) => c.pick('sinkCurrent') },
      scl: { is: 'open drain', title: 'clock line', level: (c) => c.range('busVoltage'), current: (c) => c.pick('sinkCurrent') },
      alert: { is: 'open drain', title: 'alert line', unless: (x) => !(x.given.alertDevices > 0), level: (c) => c.pick('alertHigh'), heard: true },
    },
  },
  confirm: [
    { id: 'one-pull-up', text: 'The modules have the pull-ups listed here, and no others: their jumpers were looked at.' },
    { id: 'straps', text: 'The address straps are soldered as assigned here, and none floats.' },
    { id: 'unpowered', text: 'No device on the bus loses its supply while another keeps its own: it would hold the lines low through its clamps.' },
  ],
  cautions: ['A bus on a cable outdoors needs protection against surges at both ends, and no more of it than its capacitance allows.'],
});

const NO_ALERT = none('nothing hangs on an alert line');
