import { passes } from '../../../circuit/measure.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { cycle, legs } from './laws.ts';
import type { timerAstable } from './index.ts';

export const telling: Telling<typeof timerAstable> = {
  working: (c) => {
    const l = legs(c.x);
    const n = cycle(c.x);
    const farads = 'C1.value' as const;
    const td = 'U1.propagationDelay' as const;
    return [
      step('Upper threshold', 'Vh = k*Vs', [l.high, 'V'], { k: 'U1.thresholdHigh', Vs: 'given.supplyVoltage' }, 'share of the supply'),
      step('Lower threshold', 'Vl = Vh/2*(1 + d)', [l.low, 'V'], { Vh: [l.high, 'V'], d: 'U1.thresholdTracking' }, 'one ladder inside'),
      step('Leakage', 'I = Ic + It', [l.leak, 'A'], { Ic: 'C1.leakageCurrent', It: 'U1.thresholdCurrent' }, 'sum'),
      step('Charges towards', 'Vu = V - Rc*I', [l.charge.towards, 'V'], { V: [l.source, 'V'], Rc: [l.charge.ohms, 'ohm'], I: [l.leak, 'A'] }, 'Ohm'),
      step(
        'Share of leakage',
        'q = I*Rc/(V - Vh)',
        'leakageShare',
        { I: [l.leak, 'A'], Rc: [l.charge.ohms, 'ohm'], V: [l.source, 'V'], Vh: [l.high, 'V'] },
        'ratio',
      ),
      ...(n
        ? [
            step(
              'Peak',
              'Vp = Vu - (Vu - Vh)*exp(-td/(Rc*C1))',
              [n.peak, 'V'],
              { Vu: [n.up, 'V'], Vh: [l.high, 'V'], td, Rc: [l.charge.ohms, 'ohm'], C1: farads },
              'overshoot by the delay',
            ),
            step(
              'Valley',
              'Vv = Vd + (Vl - Vd)*exp(-td/(Rd*C1))',
              [n.valley, 'V'],
              { Vd: [n.down, 'V'], Vl: [l.low, 'V'], td, Rd: [l.discharge.ohms, 'ohm'], C1: farads },
              'overshoot by the delay',
            ),
            step(
              'Time high',
              't1 = Rc*C1*log((Vu - Vv)/(Vu - Vp))',
              'highTime',
              { Rc: [l.charge.ohms, 'ohm'], C1: farads, Vu: [n.up, 'V'], Vv: [n.valley, 'V'], Vp: [n.peak, 'V'] },
              'first-order exponential',
            ),
            step(
              'Time low',
              't2 = Rd*C1*log((Vp - Vd)/(Vv - Vd))',
              'lowTime',
              { Rd: [l.discharge.ohms, 'ohm'], C1: farads, Vd: [n.down, 'V'], Vv: [n.valley, 'V'], Vp: [n.peak, 'V'] },
              'first-order exponential',
            ),
            step('Period', 'T = t1 + t2', 'period', { t1: 'highTime', t2: 'lowTime' }, 'sum'),
            step('Frequency', 'f = 1/T', 'frequency', { T: 'period' }, 'reciprocal'),
            step('Duty cycle', 'd = t1/T', 'dutyCycle', { t1: 'highTime', T: 'period' }, 'ratio'),
            step('Error of the frequency', 'e = f/f0 - 1', 'frequencyError', { f: 'frequency', f0: 'given.frequency' }, 'relative error'),
            step('Share of the delays', 'q = 2*td/T', 'delayShare', { td, T: 'period' }, 'ratio'),
          ]
        : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const fed = g.topology === 'output-feedback';
    const block: Drawn = {
      sym: 'block',
      id: 'U1',
      at: [300, 90],
      size: [130, 190],
      label: 'U1',
      pins: [...(fed ? [] : [{ x: 300, y: 120, name: 'discharge', side: 'left' as const }]), { x: 300, y: 230, name: 'threshold', side: 'left' }],
    };
    const words: Drawn = { sym: 'text', at: [250, 350], text: `${sayOut(c, 'frequency', 'Hz')}, high for ${sayOut(c, 'dutyCycle', 'ratio')}`, value: true };
    const capacitor: Drawn[] = [
      part('capacitor', [150, 240], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
      ground(150, 310),
      wire(150, 230, 300, 230),
      dot(150, 230),
      wire(150, 230, 150, 240),
    ];
    const out: Drawn[] = [wire(430, 170, 480, 170), port(480, 170, 'out', '')];
    const head = { width: 560, height: 370 };
    if (fed)
      return {
        ...head,
        title: 'One resistor from the output',
        items: [
          block,
          ...capacitor,
          wire(150, 230, 150, 50, 230, 50),
          part('resistor', [230, 50], 'right', 'R2', sayPart(parts.R2.value, 'ohm')),
          wire(300, 50, 455, 50, 455, 170),
          dot(455, 170),
          ...out,
          words,
        ],
      };
    return {
      ...head,
      title: g.topology === 'diode' ? 'Diode across R2' : 'Two resistors',
      items: [
        port(150, 30, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
        wire(150, 30, 150, 40),
        part('resistor', [150, 40], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        wire(150, 110, 150, 150),
        dot(150, 120),
        wire(150, 120, 300, 120),
        part('resistor', [150, 150], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
        wire(150, 220, 150, 230),
        ...(g.topology === 'diode'
          ? [
              dot(150, 140),
              wire(150, 140, 220, 140, 220, 150),
              part('diode', [220, 150], 'down', 'D1', say(parts.D1.forwardVoltage, 'V')),
              wire(220, 220, 220, 230),
              dot(220, 230),
            ]
          : []),
        block,
        ...capacitor,
        ...out,
        words,
      ],
    };
  },
  simulate: (x) => {
    const l = legs(x);
    const n = cycle(x);
    if (!n) return null;
    const stop = 2 * n.highTime;
    return {
      elements: [
        { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: { sort: 'dc', value: l.source } },
        { is: 'resistor', name: 'Rc', a: 's', b: 'c', ohms: l.charge.ohms },
        { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: x.parts.C1.value, initial: n.valley },
        { is: 'current', name: 'Il', a: 'c', b: '0', wave: { sort: 'dc', value: l.leak } },
      ],
      out: 'c',
      band: [0.01 / n.highTime, 100 / n.highTime],
      time: { stop, start: 'rest' },
      confirms: { highTime: (b) => b.over({ stop, step: stop / 4000, start: 'rest', outputs: ['c'] }, (run) => passes(run, 'c', n.peak)) },
    };
  },
  curves: (x) => {
    const l = legs(x);
    const n = cycle(x);
    const period = 1 / x.given.frequency;
    const at = (t: number): number => {
      if (!n) return NaN;
      const u = t % (n.highTime + n.lowTime);
      return u < n.highTime ? n.up + (n.valley - n.up) * Math.exp(-u / n.rise) : n.down + (n.peak - n.down) * Math.exp(-(u - n.highTime) / n.fall);
    };
    return [
      {
        id: 'capacitor',
        title: 'Voltage of the capacitor',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 2 * period },
        y: { label: 'capacitor', unit: 'V' },
        points: 201,
        marks: [
          { axis: 'y', value: l.high, label: 'upper threshold' },
          { axis: 'y', value: l.low, label: 'lower threshold' },
        ],
        at,
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the timer and its parts',
      text: 'Solder the resistors, C1 and the timer with a capacitor at its supply and one at its control pin.',
    },
    {
      id: 'frequency',
      act: 'probe',
      title: 'Frequency',
      text: 'Counter or oscilloscope at the output, ×10 probe, never at the capacitor.',
      ...(c.nominal('frequency') === null ? {} : { expect: { point: 'output', of: 'frequency' as const } }),
    },
    {
      id: 'duty',
      act: 'probe',
      title: 'Duty cycle',
      text: 'Time high over the period; look at the dip of the supply at the edges too.',
      ...(c.nominal('dutyCycle') === null ? {} : { expect: { point: 'output', of: 'dutyCycle' as const } }),
    },
  ],
  schools: 'A bipolar timer (drives more, shakes its supply) or CMOS (little current, rail to rail); two resistors, a diode or feedback from the output.',
  sources: ['first-order exponentials between thresholds', 'data sheets of threshold timers'],
};
