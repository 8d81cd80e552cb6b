import { passes } from '../../../circuit/measure.ts';
import { assignAddresses } from '../../../models/addresses.ts';
import { hex } from '../../../quantity/addresses.ts';
import { dot, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { ALERT_PIN, bus, clockOf, each, lowOf, MODES, RISE, type Row } from '../../../models/two-wire-bus.ts';
import type { i2cBus } from './index.ts';

/** Devices that a figure has room for. */
const SHOWN = 6;

export const telling: Telling<typeof i2cBus> = {
  working: (c) => {
    const { given: g } = c.x;
    const b = bus(c.x);
    const mode = MODES[g.mode];
    const { low, sinks } = lowOf(g.mode, g.busVoltage);
    const modules = b.rows.reduce((sum, d) => sum + (d.pullUp ? d.count / d.pullUp : 0), 0);
    const pins = b.rows.reduce((sum, d) => sum + d.count * d.farads, 0);
    const volts = { V: 'busVoltage' as const, Vl: [low, 'V'] as const };
    const own = b.rows.some((d) => d.transactions > 0);
    return [
      step(
        'Capacitance',
        'C = l*c + lk*ck + Cc + Cd',
        'busCapacitance',
        { l: 'traceLength', c: 'traceCapacitance', lk: 'cableLength', ck: 'cableCapacitance', Cc: 'controllerCapacitance', Cd: [pins, 'F'] },
        'tracks, cable, controller and devices',
      ),
      modules > 0
        ? step('Pull-up', 'R = 1/(1/R1 + 1/Rm)', 'effectivePullUp', { R1: 'R1.value', Rm: [1 / modules, 'ohm'] }, 'those of all modules in parallel')
        : step('Pull-up', 'R = R1*1', 'effectivePullUp', { R1: 'R1.value' }, 'no module has one'),
      step('Least pull-up', 'R = (V - Vl)/Is', 'pullUpMinimum', { ...volts, Is: [sinks, 'A'] }, 'I2C-bus specification'),
      step('Largest pull-up', 'R = t/(log(0.7/0.3)*C)', 'pullUpMaximum', { t: [mode.rise, 's'], C: 'busCapacitance' }, 'I2C-bus specification'),
      step('Rise time', 't = log(0.7/0.3)*R*C', 'riseTime', { R: 'effectivePullUp', C: 'busCapacitance' }, '30 to 70 % of an exponential'),
      step('Sink current', 'I = (V - Vl)/R', 'sinkCurrent', { ...volts, R: 'effectivePullUp' }, 'Ohm'),
      step('Low level', 'V = Vl + I*Rs', 'lowLevel', { Vl: [low, 'V'], I: 'sinkCurrent', Rs: 'seriesResistance' }, 'Ohm'),
      step('Low level over its limit', 'q = Vl/(0.3*V)', 'lowLevelRatio', { Vl: 'lowLevel', V: 'busVoltage' }, 'ratio'),
      step(
        'Transaction',
        't = (9*n + s + 1)/f + n*ts',
        'transactionTime',
        { n: 'transactionBytes', s: 'starts', f: [clockOf(g), 'Hz'], ts: 'clockStretch' },
        'eight bits and an acknowledge for each byte',
      ),
      ...(own ? [] : [step('Bus load', 'q = t*n', 'busLoad', { t: 'transactionTime', n: 'transactionsPerSecond' }, 'share of time')]),
      step('Clock beyond the mode', 'q = max(0, f/fm - 1)', 'clockExcess', { f: [clockOf(g), 'Hz'], fm: [mode.clock, 'Hz'] }, 'ratio'),
      ...(g.alertDevices > 0
        ? [
            step('Alert line, high', 'V = Vb - n*I*R2', 'alertHigh', { Vb: 'busVoltage', n: 'alertDevices', I: 'alertLeakage', R2: 'R2.value' }, 'Ohm'),
            step('Alert line over its limit', 'q = V/(0.7*Vb)', 'alertHighRatio', { V: 'alertHigh', Vb: 'busVoltage' }, 'ratio'),
            step(
              'Rise time of the alert line',
              't = 2.2*R2*n*Cp',
              'alertRiseTime',
              { R2: 'R2.value', n: 'alertDevices', Cp: [ALERT_PIN, 'F'] },
              '10 to 90 % of an exponential',
            ),
          ]
        : []),
      step('Average current', 'I = Is*min(1, q)', 'averageCurrent', { Is: 'sinkCurrent', q: 'busLoad' }, 'two lines, low half of the time'),
      step('Current with both lines low', 'I = 2*Is', 'peakCurrent', { Is: 'sinkCurrent' }, 'two lines'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const devices = each(g.devices as readonly Row[]);
    const given = assignAddresses(devices);
    const shown = devices.slice(0, SHOWN);
    const [left, room] = [190, 100];
    const end = left + room * shown.length + 20;
    const width = Math.max(560, end + 60);
    const items: Drawn[] = [
      port(110, 40, `bus ${say(g.busVoltage, 'V')}`, '', 'top'),
      wire(110, 40, 110, 60),
      part('resistor', [110, 60], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
      wire(110, 130, 110, 170),
      dot(110, 170),
      wire(60, 170, end, 170),
      port(60, 170, 'controller', '', 'left'),
    ];
    shown.forEach((d, i) => {
      const x = left + room * i;
      items.push(wire(x + 40, 170, x + 40, 200), dot(x + 40, 170), {
        sym: 'block',
        id: `device ${i}`,
        at: [x, 200],
        size: [86, 60],
        label: d.name.slice(0, 11),
        value: given[i] === null ? 'no address' : hex(given[i]!),
      });
    });
    if (g.alertDevices > 0)
      items.push(
        port(end - 40, 40, say(g.busVoltage, 'V'), '', 'top'),
        wire(end - 40, 40, end - 40, 60),
        part('resistor', [end - 40, 60], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
        wire(end - 40, 130, end, 130),
        port(end, 130, 'alert', ''),
      );
    const more = devices.length > SHOWN ? `, ${devices.length - SHOWN} more` : '';
    items.push({ sym: 'text', at: [60, 300], text: `${devices.length} devices${more}; rises in ${sayOut(c, 'riseTime', 's')}`, value: true });
    return { width, height: 320, title: 'One line of the bus, and who hangs on it', items };
  },
  simulate: (x, o) => {
    const b = bus(x);
    const volts = x.given.busVoltage;
    const tau = b.ohms * b.farads;
    return {
      elements: [
        { is: 'voltage', name: 'Vb', a: 'supply', b: '0', wave: { sort: 'dc', value: volts } },
        { is: 'resistor', name: 'R', a: 'supply', b: 'line', ohms: b.ohms },
        { is: 'capacitor', name: 'C', a: 'line', b: '0', farads: b.farads, initial: Math.min(o.lowLevel!, 0.25 * volts) },
      ],
      out: 'line',
      band: [0.001 / tau, 10 / tau],
      time: { stop: 4 * tau, start: 'rest' },
      confirms: {
        riseTime: (bench) =>
          bench.over(
            { stop: 4 * tau, step: tau / 1000, start: 'rest', outputs: ['line'] },
            (t) => passes(t, 'line', 0.7 * volts) - passes(t, 'line', 0.3 * volts),
          ),
      },
    };
  },
  curves: (x) => {
    const b = bus(x);
    const { given: g } = x;
    const mode = MODES[g.mode];
    return [
      {
        id: 'window',
        title: 'Largest pull-up against capacitance',
        x: { label: 'capacitance', unit: 'F', log: false, from: 10e-12, to: Math.max(mode.farads, 1.2 * b.farads) },
        y: { label: 'pull-up', unit: 'ohm', log: true },
        points: 121,
        marks: [
          { axis: 'x', value: b.farads, label: 'as it is' },
          { axis: 'y', value: b.ohms, label: 'pull-up' },
          { axis: 'y', value: Math.max(1, (g.busVoltage - b.low) / b.sinks), label: 'least', limit: true },
        ],
        at: (farads) => mode.rise / (RISE * farads),
      },
      {
        id: 'edge',
        title: 'A line let go',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 4 * b.ohms * b.farads },
        y: { label: 'line', unit: 'V' },
        points: 121,
        marks: [
          { axis: 'y', value: 0.7 * g.busVoltage, label: 'high' },
          { axis: 'y', value: 0.3 * g.busVoltage, label: 'low' },
        ],
        at: (t) => g.busVoltage + (b.low - g.busVoltage) * Math.exp(-t / (b.ohms * b.farads)),
      },
    ];
  },
  bringUp: (c) => {
    const devices = each(c.x.given.devices as readonly Row[]);
    const list = assignAddresses(devices)
      .map((a, i) => `${devices[i]!.name} ${a === null ? 'nowhere' : hex(a)}`)
      .join(', ');
    return [
      {
        id: 'fit',
        act: 'fit',
        title: 'Fit the pull-ups',
        text: 'Solder R1 on both lines, take the pull-ups off the modules that are to have none, and set the straps.',
      },
      {
        id: 'rise',
        act: 'probe',
        title: 'Rise time',
        text: 'Oscilloscope with a ×10 probe at the farthest device, 30 to 70 %; the probe adds 10 pF.',
        expect: { point: 'farthest device', of: 'riseTime' as const },
      },
      {
        id: 'low',
        act: 'probe',
        title: 'Low level',
        text: 'The same probe, the lowest of each device in turn: at most what stands here.',
      },
      { id: 'scan', act: 'probe', title: 'Addresses', text: `Ask every address once. There should answer: ${list}.` },
    ];
  },
  schools: 'One strong pull-up on the main board, or one on each module; as fast as it goes, or slow and quiet; levels shifted by a transistor or by a chip.',
  sources: ['I2C-bus specification and user manual: rise time, sink current, reserved addresses, high-speed mode'],
};
