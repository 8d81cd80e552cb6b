import { ohms, plates } from '../../../stage/at-rest.ts';
import type { Element } from '../../../circuit/netlist.ts';
import { ambientSpan } from '../../../physics/thermal.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { CLAMP, network } from './laws.ts';
import type { supplyMonitor } from './index.ts';

export const telling: Telling<typeof supplyMonitor> = {
  atRest: ({ given: g, parts: { R1, R2, C1, Q1 } }) => ({
    elements: [
      ...(g.switched ? [ohms('Q1', 'in', 'top', Q1.onResistance)] : []),
      ohms('R1', g.switched ? 'top' : 'in', 'out', R1.value),
      ohms('R2', 'out', '0', R2.value),
      ...plates('C1', 'out', '0', C1.value),
    ],
  }),
  working: (c) => {
    const { given: g, parts } = c.x;
    const n = network(c.x);
    const watched = [n.watched, 'V'] as const;
    const top = [n.top, 'ohm'] as const;
    const span = ambientSpan(c.env.ambient, g.calibrationTemperature);
    const reading = { V: 'pinVoltage' as const, l: 'lsb' as const, Cs: 'U1.samplingCapacitor' as const };
    const share = g.switched ? Math.min(1, (c.number('recoveryTime') + g.acquisitionTime) / g.measureInterval) : 1;
    return [
      step('Ratio of the divider', 'q = R2/(Rt + R2)', 'dividerRatio', { R2: 'R2.value', Rt: top }, 'divider'),
      step('At the pin', 'Vp = V*q', 'pinVoltage', { V: watched, q: 'dividerRatio' }, 'divider'),
      step('Use of the range', 'u = Vp/Vr', 'rangeUse', { Vp: 'pinVoltage', Vr: 'referenceVoltage' }, 'ratio'),
      step('One LSB', 'l = Vr/2^n', 'lsb', { Vr: 'referenceVoltage', n: 'resolution' }, 'resolution'),
      step('Smallest change', 'd = l/q', 'smallestChange', { l: 'lsb', q: 'dividerRatio' }, 'one code, seen at the battery'),
      step(
        'Code of the threshold',
        'N = floor(Vt*R2/(R1 + R2)/l + 1/2)',
        'thresholdCode',
        { Vt: 'lowThreshold', R1: 'R1.value', R2: 'R2.value', l: 'lsb' },
        'rounded once, in firmware',
      ),
      step('Source resistance', 'Rs = Rt*R2/(Rt + R2)', 'sourceResistance', { Rt: top, R2: 'R2.value' }, 'parallel resistors'),
      step(
        'Threshold as it acts',
        'Vd = (N*l + Il*Rs)/q',
        'detectedThreshold',
        { N: 'thresholdCode', l: 'lsb', Il: 'inputLeakage', Rs: 'sourceResistance', q: 'dividerRatio' },
        'firmware’s code turned back',
      ),
      step('Error of the threshold', 'e = Vd - Vt', 'thresholdError', { Vd: 'detectedThreshold', Vt: 'lowThreshold' }, 'difference'),
      step(
        'Error after calibration',
        'e = abs(Il)*Rt + Vt*(d + 1e-6*k*s) + (a + 1/2)*l/q*(1 + Vt/Vc)',
        'calibratedError',
        {
          Il: 'inputLeakage',
          Rt: top,
          Vt: 'lowThreshold',
          d: 'referenceDrift',
          k: 'trackingTempco',
          s: [span, 'K'],
          a: 'adcError',
          l: 'lsb',
          q: 'dividerRatio',
          Vc: 'calibrationVoltage',
        },
        'leakage, drift, and the converter’s error at both voltages',
      ),
      parts.C1.value > 0
        ? step('Settling error', 'e = V*Cs/(C1 + Cs)/l', 'settlingErrorLsb', { ...reading, C1: 'C1.value' }, 'charge shared with the hold capacitor')
        : step(
            'Settling error',
            'e = V*exp(-t/((Rs + Rw)*Cs))/l',
            'settlingErrorLsb',
            { ...reading, t: 'acquisitionTime', Rs: 'sourceResistance', Rw: 'U1.switchResistance' },
            'first-order step response',
          ),
      ...(parts.C1.value > 0
        ? [step('Recovery', 't = Rs*C1*log(2^(n + 1))', 'recoveryTime', { Rs: 'sourceResistance', C1: 'C1.value', n: 'resolution' }, 'to half an LSB')]
        : []),
      g.switched
        ? step(
            'Drain',
            'I = Iq + V/(Rt + R2)*s',
            'drainCurrent',
            { Iq: 'Q1.leakageCurrent', V: watched, Rt: top, R2: 'R2.value', s: [share, 'ratio'] },
            'for its share of time',
          )
        : step('Drain', 'I = V/(Rt + R2)', 'drainCurrent', { V: watched, Rt: top, R2: 'R2.value' }, 'Ohm'),
      step('Charge a year', 'Q = 8760*I', 'chargePerYear', { I: 'drainCurrent' }, 'hours of a year'),
      ...(g.switched || n.watched < CLAMP
        ? []
        : [
            step(
              'Into a dead pin',
              'I = (V - Vf)/R1',
              'unpoweredPinCurrent',
              { V: watched, Vf: [CLAMP, 'V'], R1: 'R1.value' },
              'through the clamp, R2 left out',
            ),
          ]),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const n = network(c.x);
    const top: Drawn[] = g.switched
      ? [wire(180, 40, 180, 50), { sym: 'block', id: 'Q1', at: [140, 50], size: [80, 40], label: 'Q1' }, wire(180, 90, 180, 100)]
      : [wire(180, 40, 180, 100)];
    return {
      width: 560,
      height: 330,
      title: g.switched ? 'Divider that is switched on to measure' : 'Divider into the converter',
      items: [
        port(180, 40, `watched ${say(n.watched, 'V')}`, '', 'top'),
        ...top,
        part('resistor', [180, 100], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        wire(180, 170, 180, 200),
        dot(180, 185),
        part('resistor', [180, 200], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
        ground(180, 270),
        wire(180, 185, 380, 185),
        ...(parts.C1.value > 0
          ? [dot(280, 185), wire(280, 185, 280, 200), part('capacitor', [280, 200], 'down', 'C1', sayPart(parts.C1.value, 'F')), ground(280, 270)]
          : []),
        { sym: 'block', id: 'U1', at: [380, 150], size: [120, 70], label: 'U1', value: sayOut(c, 'pinVoltage', 'V') },
        {
          sym: 'text',
          at: [300, 312],
          text: `acts at ${say(g.lowThreshold, 'V')} ± ${say(g.calibrated ? c.out('calibratedError').high : Math.max(-(c.out('thresholdError').low ?? NaN), c.out('thresholdError').high ?? NaN), 'V')}`,
          value: true,
        },
      ],
    };
  },
  simulate: (x, o) => {
    const n = network(x);
    const { C1, U1 } = x.parts;
    // With a hold capacitor one sample; without it the sampling capacitor charges through divider and switch.
    const held = C1.value > 0;
    const charging = (n.source + U1.switchResistance) * U1.samplingCapacitor;
    const elements: Element[] = [
      { is: 'voltage', name: 'V1', a: 'battery', b: '0', wave: { sort: 'dc', value: n.watched } },
      { is: 'resistor', name: 'R1', a: 'battery', b: 'pin', ohms: n.top },
      { is: 'resistor', name: 'R2', a: 'pin', b: '0', ohms: n.bottom },
      ...(held
        ? ([{ is: 'capacitor', name: 'C1', a: 'pin', b: '0', farads: C1.value, initial: 0 }] as const)
        : ([
            { is: 'resistor', name: 'Rw', a: 'pin', b: 'sample', ohms: Math.max(1e-3, U1.switchResistance) },
            { is: 'capacitor', name: 'Cs', a: 'sample', b: '0', farads: U1.samplingCapacitor, initial: 0 },
          ] as const)),
    ];
    const stop = held ? 1.5 * o.recoveryTime! : Math.max(x.given.acquisitionTime, charging);
    return {
      elements,
      out: held ? 'pin' : 'sample',
      band: [0.1, 1e6],
      time: { stop, start: 'rest' },
      confirms: {
        pinVoltage: (b) => b.dc('pin'),
        ...(held
          ? {}
          : {
              settlingErrorLsb: (b) =>
                b.over(
                  { stop: x.given.acquisitionTime, step: x.given.acquisitionTime / 4000, start: 'rest', outputs: ['sample'] },
                  (t) => (o.pinVoltage! - t.signals.sample!.at(-1)!) / o.lsb!,
                ),
            }),
      },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const n = network(x);
    const lsb = g.referenceVoltage / 2 ** g.resolution;
    return [
      {
        id: 'code',
        title: 'Code against the voltage watched',
        x: { label: 'voltage watched', unit: 'V', log: false, from: 0, to: 1.2 * n.watched },
        y: { label: 'code', unit: 'count' },
        points: 121,
        marks: [
          { axis: 'x', value: g.lowThreshold, label: 'threshold' },
          { axis: 'y', value: 2 ** g.resolution - 1, label: 'full scale', limit: true },
        ],
        at: (v) => Math.min(2 ** g.resolution - 1, (v * n.ratio) / lsb),
      },
      {
        id: 'drain',
        title: 'Charge a year against the resistance of the divider',
        x: { label: 'R1 and R2', unit: 'ohm', log: true, from: 1e4, to: 1e7 },
        y: { label: 'charge a year', unit: 'Ah', log: true },
        points: 121,
        marks: [{ axis: 'x', value: n.top + n.bottom, label: 'as it is' }],
        at: (ohms) => (8760 * n.watched) / ohms,
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit the divider', text: 'Solder R1, R2 and C1; leave the battery off.' },
    {
      id: 'pin',
      act: 'probe',
      title: 'At the pin',
      text: `Bench supply of ${say(network(c.x).watched, 'V')} in place of the battery, voltmeter of 10 MΩ or more at the pin.`,
      expect: { point: 'pin', of: 'pinVoltage' as const },
    },
    {
      id: 'threshold',
      act: 'probe',
      title: 'Threshold',
      text: c.x.given.calibrated
        ? 'Bench supply at the voltage of the calibration: store the code. Then sweep down and note where firmware acts.'
        : 'Sweep the bench supply down and note where firmware acts.',
      ...(c.x.given.calibrated ? {} : { expect: { point: 'battery', of: 'detectedThreshold' as const } }),
    },
    {
      id: 'drain',
      act: 'probe',
      title: 'Drain',
      text: 'Microammeter in the lead of the battery, controller asleep; take its sleep current off.',
      expect: { point: 'battery lead', of: 'drainCurrent' as const },
    },
  ],
  schools:
    'The internal reference with a calibration, or an external one; megohms with a hold capacitor for good, or a switched divider; or no divider, and the internal reference measured against the supply.',
  sources: ['divider and charge sharing', 'JCGM 100: evaluation of measurement uncertainty'],
};
