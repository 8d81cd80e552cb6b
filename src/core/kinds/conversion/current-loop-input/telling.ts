import { dot, ground, part, port, wire } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { LEVELS, SPAN } from './laws.ts';
import type { currentLoopInput } from './index.ts';

export const telling: Telling<typeof currentLoopInput> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const r1 = 'R1.value' as const;
    const scale = { R1: r1, Vr: 'referenceVoltage' as const, n: 'resolution' as const };
    const coded = (title: string, outcome: 'codeFaultLow' | 'codeUnderRange' | 'codeLow' | 'codeHigh' | 'codeOverRange' | 'codeFaultHigh', amps: number) =>
      step(title, 'N = floor(I*R1/Vr*2^n + 1/2)', outcome, { I: [amps, 'A'], ...scale }, 'rounded');
    return [
      step('At 4 mA', 'V = I*R1', 'voltageLow', { I: [LEVELS.low, 'A'], R1: r1 }, 'Ohm'),
      step('At 20 mA', 'V = I*R1', 'voltageHigh', { I: [LEVELS.high, 'A'], R1: r1 }, 'Ohm'),
      step('At the high fault', 'V = I*R1', 'voltageFault', { I: 'faultHigh', R1: r1 }, 'Ohm'),
      step('Use of the range', 'u = V/Vr', 'rangeUse', { V: 'voltageFault', Vr: 'referenceVoltage' }, 'ratio'),
      step(
        'Left for the transmitter',
        'V = Vl - I*(R1 + Rc) - Vd - Vt',
        'compliance',
        { Vl: 'loopVoltage', I: 'faultHigh', R1: r1, Rc: 'cableResistance', Vd: 'D1.forwardVoltage', Vt: 'transmitterMinimum' },
        'sum of the voltages',
      ),
      step(
        'Largest loop resistance',
        'R = (Vl - Vt - Vd)/I',
        'maximumLoopResistance',
        { Vl: 'loopVoltage', Vt: 'transmitterMinimum', Vd: 'D1.forwardVoltage', I: 'faultHigh' },
        'Ohm',
      ),
      step('One LSB', 'i = Vr/2^n/R1', 'lsbCurrent', scale, 'resolution'),
      step('Codes of the span', 'N = s/i', 'spanCodes', { s: [SPAN, 'A'], i: 'lsbCurrent' }, 'ratio'),
      step(
        'Error',
        'e = Il*(R1 + R2)/R1/s',
        'spanError',
        { Il: 'U1.inputLeakage', R1: r1, R2: 'R2.value', s: [SPAN, 'A'] },
        'at nominal leakage alone is left',
      ),
      coded('Code, low fault', 'codeFaultLow', g.faultLow),
      coded('Code at 3.8 mA', 'codeUnderRange', LEVELS.under),
      coded('Code at 4 mA', 'codeLow', LEVELS.low),
      coded('Code at 20 mA', 'codeHigh', LEVELS.high),
      coded('Code at 20.5 mA', 'codeOverRange', LEVELS.over),
      coded('Code, high fault', 'codeFaultHigh', g.faultHigh),
      step('Codes between fault and signal', 'N = (I - If)/i', 'separationCodes', { I: [LEVELS.under, 'A'], If: 'faultLow', i: 'lsbCurrent' }, 'ratio'),
      step('Heat of the burden', 'P = I^2*R1', 'burdenDissipation', { I: [LEVELS.high, 'A'], R1: r1 }, 'Ohm'),
      ...(g.loopVoltage > parts.D1.forwardVoltage
        ? [step('Heat of the burden in a short', 'P = (Vl - Vd)^2/R1', 'faultDissipation', { Vl: 'loopVoltage', Vd: 'D1.forwardVoltage', R1: r1 }, 'Ohm')]
        : []),
      ...((c.nominal('clampCurrent') ?? 0) > 0
        ? [
            step(
              'Clamp current',
              'I = (Vl - Vs - Vk)/R2',
              'clampCurrent',
              { Vl: 'loopVoltage', Vs: 'supplyVoltage', Vk: 'U1.clampDrop', R2: 'R2.value' },
              'the loop supply wired to the input',
            ),
          ]
        : []),
      ...(c.nominal('cutoffFrequency') === null
        ? []
        : [step('Cutoff', 'f = 1/(2*pi*(R1 + R2)*C1)', 'cutoffFrequency', { R1: r1, R2: 'R2.value', C1: 'C1.value' }, 'RC')]),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const drop = parts.D1.forwardVoltage;
    return {
      width: 680,
      height: 340,
      title: 'Loop, burden and input',
      items: [
        port(60, 60, `loop ${say(g.loopVoltage, 'V')}`, '', 'left'),
        wire(60, 60, 110, 60),
        { sym: 'block', id: 'transmitter', at: [110, 36], size: [120, 48], label: 'transmitter' },
        part('diode', [230, 60], 'right', 'D1', drop > 0 ? say(drop, 'V') : 'none', { dashed: drop === 0 }),
        wire(300, 60, 330, 60),
        wire(330, 60, 330, 130),
        dot(330, 120),
        part('resistor', [330, 150], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        wire(330, 120, 330, 150),
        ground(330, 220),
        wire(330, 120, 390, 120),
        part('resistor', [390, 120], 'right', 'R2', sayPart(parts.R2.value, 'ohm')),
        wire(460, 120, 560, 120),
        ...(parts.C1.value > 0
          ? [dot(500, 120), wire(500, 120, 500, 150), part('capacitor', [500, 150], 'down', 'C1', sayPart(parts.C1.value, 'F'), { side: -1 }), ground(500, 220)]
          : []),
        { sym: 'block', id: 'U1', at: [560, 90], size: [90, 60], label: 'U1' },
        { sym: 'text', at: [360, 300], text: `${sayOut(c, 'compliance', 'V')} left for the transmitter`, value: true },
      ],
    };
  },
  simulate: (x, o) => {
    const { parts } = x;
    const filtered = parts.C1.value > 0;
    return {
      elements: [
        { is: 'current', name: 'I1', a: '0', b: 'burden', wave: { sort: 'dc', value: LEVELS.high }, ac: 1 / parts.R1.value },
        { is: 'resistor', name: 'R1', a: 'burden', b: '0', ohms: parts.R1.value },
        { is: 'resistor', name: 'R2', a: 'burden', b: 'pin', ohms: Math.max(1e-3, parts.R2.value) },
        { is: 'resistor', name: 'Rin', a: 'pin', b: '0', ohms: 1e12 },
        ...(filtered ? ([{ is: 'capacitor', name: 'C1', a: 'pin', b: '0', farads: parts.C1.value, initial: 0 }] as const) : []),
      ],
      out: 'pin',
      band: [0.1, 1e6],
      time: { stop: filtered ? 1 / o.cutoffFrequency! : 1e-3, start: 'rest' },
      confirms: {
        voltageHigh: (b) => b.dc('pin'),
        ...(filtered ? { cutoffFrequency: (b) => b.corner('pin', 0.001 * o.cutoffFrequency!, 100 * o.cutoffFrequency!) } : {}),
      },
    };
  },
  curves: (x) => {
    const { given: g, parts } = x;
    return [
      {
        id: 'code',
        title: 'Code against current',
        x: { label: 'loop current', unit: 'A', log: false, from: 0, to: 0.024 },
        y: { label: 'code', unit: 'count' },
        points: 121,
        marks: [
          { axis: 'x', value: g.faultLow, label: 'low fault' },
          { axis: 'x', value: LEVELS.low, label: '4 mA' },
          { axis: 'x', value: LEVELS.high, label: '20 mA' },
          { axis: 'x', value: g.faultHigh, label: 'high fault' },
          { axis: 'y', value: 2 ** g.resolution - 1, label: 'full scale', limit: true },
        ],
        at: (i) => ((i * parts.R1.value) / g.referenceVoltage) * 2 ** g.resolution,
      },
      {
        id: 'cable',
        title: 'What a cable leaves the transmitter',
        x: { label: 'cable, both conductors', unit: 'ohm', log: false, from: 0, to: Math.max(100, 3 * g.cableResistance) },
        y: { label: 'left', unit: 'V' },
        points: 81,
        marks: [
          { axis: 'x', value: g.cableResistance, label: 'as it is' },
          { axis: 'y', value: g.complianceReserve, label: 'reserve', limit: true },
        ],
        at: (ohms) => g.loopVoltage - g.faultHigh * (parts.R1.value + ohms) - parts.D1.forwardVoltage - g.transmitterMinimum,
      },
    ];
  },
  bringUp: () => [
    { id: 'fit', act: 'fit', title: 'Fit the burden', text: 'Solder R1, R2 and C1; a loop calibrator in place of the transmitter, at 4 mA.' },
    {
      id: 'low',
      act: 'probe',
      title: 'At 4 mA',
      text: 'Voltmeter across the burden.',
      expect: { point: 'burden', of: 'voltageLow' as const },
    },
    {
      id: 'high',
      act: 'probe',
      title: 'At 20 mA',
      text: 'The same at 20 mA; then at 12, 3.6 and 21 mA the codes that stand here.',
      expect: { point: 'burden', of: 'voltageHigh' as const },
    },
    { id: 'compliance', act: 'probe', title: 'Compliance', text: 'The transmitter back in the loop: the voltage at its terminals while it gives 20 mA.' },
  ],
  schools:
    'A small burden, that leaves more for the transmitter, or a large one with more codes; a receiver that limits by itself, or a resistor and a fuse; an isolated or a common return.',
  sources: ['IEC 60381-1: analog DC current signals', 'NAMUR NE 43: signal levels for faults'],
};
