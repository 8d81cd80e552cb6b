import { passes } from '../../../circuit/measure.ts';
import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { levels, width } from './laws.ts';
import type { timerMonostable } from './index.ts';

export const telling: Telling<typeof timerMonostable> = {
  working: (c) => {
    const { leak, discharge, start, threshold, end } = levels(c.x);
    const times = c.nominal('pulseWidth') !== null;
    const still = width(c.x, 0)!;
    const at = { V0: [start, 'V'] as const, Vt: [threshold, 'V'] as const };
    return [
      step('Leakage', 'I = Ic + It', [leak, 'A'], { Ic: 'C1.leakageCurrent', It: 'U1.thresholdCurrent' }, 'sum'),
      step(
        'Start',
        'V0 = Vs*Rd/(R1 + Rd)',
        [start, 'V'],
        { Vs: 'given.supplyVoltage', Rd: [discharge, 'ohm'], R1: 'R1.value' },
        'divider with the closed switch',
      ),
      step('Threshold', 'Vt = k*Vs', [threshold, 'V'], { k: 'U1.thresholdRatio', Vs: 'given.supplyVoltage' }, 'share of the supply'),
      step('Where it would end', 'Vi = Vs - I*R1', [end, 'V'], { Vs: 'given.supplyVoltage', I: [leak, 'A'], R1: 'R1.value' }, 'Ohm'),
      ...(times
        ? [
            step(
              'Pulse',
              't = R1*C1*log((Vi - V0)/(Vi - Vt))',
              'pulseWidth',
              { R1: 'R1.value', C1: 'C1.value', Vi: [end, 'V'], ...at },
              'first-order step response',
            ),
            step('Error of the pulse', 'e = t/t0 - 1', 'pulseWidthError', { t: 'pulseWidth', t0: 'given.pulseWidth' }, 'relative error'),
            step('Stretched by leakage', 's = t/tn - 1', 'leakageStretch', { t: 'pulseWidth', tn: [still, 's'] }, 'against none'),
          ]
        : []),
      step(
        'Share of leakage',
        'q = I*R1/(Vs - Vt)',
        'leakageShare',
        { I: [leak, 'A'], R1: 'R1.value', Vs: 'given.supplyVoltage', Vt: [threshold, 'V'] },
        'ratio',
      ),
      ...(leak > 0
        ? [
            step(
              'Largest R1',
              'R = qm*(Vs - Vt)/I',
              'largestResistance',
              { qm: 'leakageShareLimit', Vs: 'given.supplyVoltage', Vt: [threshold, 'V'], I: [leak, 'A'] },
              'ratio',
            ),
          ]
        : []),
      step(
        'Recovery',
        't = max(0, R1*Rd/(R1 + Rd)*C1*log((Vt - V0)/(0.01*Vs)))',
        'recoveryTime',
        { R1: 'R1.value', Rd: [discharge, 'ohm'], C1: 'C1.value', Vs: 'given.supplyVoltage', ...at },
        'first-order exponential',
      ),
      step('Discharge surge', 'Ip = Vt/Rd', 'dischargePeakCurrent', { Vt: [threshold, 'V'], Rd: [discharge, 'ohm'] }, 'Ohm'),
      step(
        'Supply current',
        'I = Iq + Vs/(R1 + Rd)',
        'quiescentCurrent',
        { Iq: 'U1.quiescentCurrent', Vs: 'given.supplyVoltage', R1: 'R1.value', Rd: [discharge, 'ohm'] },
        'idle',
      ),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    return {
      width: 520,
      height: 320,
      title: 'Capacitor between discharge and threshold',
      items: [
        port(130, 30, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
        wire(130, 30, 130, 40),
        part('resistor', [130, 40], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        wire(130, 110, 130, 210),
        dot(130, 130),
        dot(130, 180),
        wire(130, 130, 150, 130),
        part('resistor', [150, 130], 'right', 'R2', sayPart(parts.R2.value, 'ohm')),
        wire(220, 130, 270, 130),
        wire(130, 180, 270, 180),
        part('capacitor', [130, 210], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }),
        ground(130, 280),
        {
          sym: 'block',
          id: 'U1',
          at: [270, 90],
          size: [130, 150],
          label: 'U1',
          pins: [
            { x: 270, y: 130, name: 'discharge', side: 'left' },
            { x: 270, y: 180, name: 'threshold', side: 'left' },
          ],
        },
        port(240, 220, 'trigger', '', 'left'),
        wire(240, 220, 270, 220),
        wire(400, 160, 440, 160),
        port(440, 160, 'out', sayOut(c, 'outputHigh', 'V')),
        { sym: 'text', at: [270, 290], text: `one pulse of ${sayOut(c, 'pulseWidth', 's')}`, value: true },
      ],
    };
  },
  simulate: (x) => {
    const { leak, start, threshold } = levels(x);
    const t = width(x);
    if (t === null) return null;
    const { given: g, parts } = x;
    const stop = 2 * t;
    return {
      elements: [
        { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: { sort: 'dc', value: g.supplyVoltage } },
        { is: 'resistor', name: 'R1', a: 's', b: 'c', ohms: parts.R1.value },
        { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: parts.C1.value, initial: start },
        { is: 'current', name: 'Il', a: 'c', b: '0', wave: { sort: 'dc', value: leak } },
      ],
      out: 'c',
      band: [0.01 / t, 100 / t],
      time: { stop, start: 'rest' },
      confirms: { pulseWidth: (b) => b.over({ stop, step: stop / 4000, start: 'rest', outputs: ['c'] }, (run) => passes(run, 'c', threshold)) },
    };
  },
  curves: (x) => {
    const { leak, start, threshold, end } = levels(x);
    const { R1, C1 } = x.parts;
    const wanted = x.given.pulseWidth;
    const at = (r: number) => width({ ...x, parts: { ...x.parts, R1: { ...R1, value: r } } }) ?? NaN;
    return [
      {
        id: 'capacitor',
        title: 'Voltage of the capacitor',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 1.5 * wanted },
        y: { label: 'capacitor', unit: 'V' },
        points: 121,
        marks: [
          { axis: 'y', value: threshold, label: 'threshold' },
          { axis: 'x', value: wanted, label: 'pulse wanted' },
        ],
        at: (t) => end + (start - end) * Math.exp(-t / (R1.value * C1.value)),
      },
      {
        id: 'resistance',
        title: 'Pulse against R1',
        x: { label: 'R1', unit: 'ohm', log: true, from: R1.value / 10, to: R1.value * 10 },
        y: { label: 'pulse', unit: 's', log: true },
        points: 101,
        marks:
          leak > 0 ? [{ axis: 'x', value: (x.given.leakageShareLimit * (x.given.supplyVoltage - threshold)) / leak, label: 'largest R1', limit: true }] : [],
        at,
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the timer and its parts',
      text: 'Solder R1, C1 and the timer with a capacitor at its supply and one at its control pin.',
    },
    {
      id: 'pulse',
      act: 'probe',
      title: 'Length of the pulse',
      text: 'Counter or oscilloscope at the output, ten pulses; never at the capacitor: a probe of 10 MΩ leaks and stretches it. Long delays once more after hours without power.',
      ...(c.nominal('pulseWidth') === null ? {} : { expect: { point: 'output', of: 'pulseWidth' as const } }),
    },
  ],
  schools:
    'A threshold timer (cheap, ±20 %), a logic monostable (fast, short), a controller’s timer (exact, needs software), an oscillator with a divider (exact long delays without electrolytics).',
  sources: ['first-order step response', 'data sheets of threshold timers', 'IEC 60384-4: leakage of electrolytics'],
};
