import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { thresholds } from './laws.ts';
import type { comparatorHysteresis } from './index.ts';

type Steps = StepsOf<typeof comparatorHysteresis>;

/** How the comparator is told: working, figure, circuit and bring-up. */
export const telling: Telling<typeof comparatorHysteresis> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { R1, R2, R3, R4, U1 } = parts;
    const open = g.outputStage === 'open-drain';
    const vp = g.pullUpVoltage ?? g.supplyVoltage;
    const high = open ? vp : g.supplyVoltage - U1.outputDropHigh;
    const behind = R3.value + (open ? (R4.value ?? 0) : 0);
    const r2 = [R2.value ?? 0, 'ohm'] as const;
    const common = { Vos: 'U1.offsetVoltage', Ib: 'U1.biasCurrent' } as const;
    const both: Steps =
      g.topology === 'window'
        ? [
            step(
              'Upper threshold',
              'Vu = Vs*(R2 + R3)/(R1 + R2 + R3) + Vos + Ib*R1*(R2 + R3)/(R1 + R2 + R3)',
              'upperThreshold',
              { Vs: 'supplyVoltage', R1: 'R1.value', R2: r2, R3: 'R3.value', ...common },
              'divider',
            ),
            step(
              'Lower threshold',
              'Vl = Vs*R3/(R1 + R2 + R3) + Vos + Ib*R3*(R1 + R2)/(R1 + R2 + R3)',
              'lowerThreshold',
              { Vs: 'supplyVoltage', R1: 'R1.value', R2: r2, R3: 'R3.value', ...common },
              'divider',
            ),
          ]
        : g.topology === 'non-inverting'
          ? [
              step(
                'Rising, output low',
                'Vu = Vr + Vos + Ra*((Vr + Vos - Vl)/R3 - Ib)',
                'upperThreshold',
                { Vr: 'referenceVoltage', Ra: [R1.value + g.sourceResistance, 'ohm'], Vl: 'U1.outputLow', R3: 'R3.value', ...common },
                'node equation',
              ),
              step(
                'Falling, output high',
                'Vl = Vr + Vos + Ra*((Vr + Vos - Vh)/Rh - Ib)',
                'lowerThreshold',
                { Vr: 'referenceVoltage', Ra: [R1.value + g.sourceResistance, 'ohm'], Vh: [high, 'V'], Rh: [behind, 'ohm'], ...common },
                'node equation',
              ),
            ]
          : [
              step(
                'Output high',
                'Vu = (Vs/R1 + Vh/Rh + Ib)/(1/R1 + 1/R2 + 1/Rh) + Vos',
                'upperThreshold',
                { Vs: 'supplyVoltage', R1: 'R1.value', R2: r2, Vh: [high, 'V'], Rh: [behind, 'ohm'], ...common },
                'node equation',
              ),
              step(
                'Output low',
                'Vl = (Vs/R1 + V0/R3 + Ib)/(1/R1 + 1/R2 + 1/R3) + Vos',
                'lowerThreshold',
                { Vs: 'supplyVoltage', R1: 'R1.value', R2: r2, V0: 'U1.outputLow', R3: 'R3.value', ...common },
                'node equation',
              ),
            ];
    return [
      ...both,
      ...(g.topology === 'window' ? [] : [step('Hysteresis', 'H = Vu - Vl', 'hysteresis', { Vu: 'upperThreshold', Vl: 'lowerThreshold' }, 'difference')]),
      step('Disturbance', 'D = Vr + 6.6*en', 'disturbance', { Vr: 'inputRipple', en: 'inputNoise' }, 'Gauss'),
      ...(c.nominal('hysteresisRatio') === null
        ? []
        : [step('Hysteresis per disturbance', 'q = H/D', 'hysteresisRatio', { H: 'hysteresis', D: 'disturbance' }, 'ratio')]),
      ...(open ? [step('Rise time', 't = log(9)*R4*C', 'riseTime', { R4: [R4.value ?? 0, 'ohm'], C: 'loadCapacitance' }, 'first-order rise, 10 to 90 %')] : []),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const window = g.topology === 'window';
    const inverting = g.topology === 'inverting';
    const open = g.outputStage === 'open-drain';
    const r = (id: 'R1' | 'R2' | 'R3' | 'R4', at: [number, number], dir: 'right' | 'down', side?: 1 | -1): Drawn =>
      part('resistor', at, dir, id, sayPart(parts[id].value, 'ohm'), side ? { side } : {});
    const pull: Drawn[] = open
      ? [
          r('R4', [430, 70], 'down'),
          port(430, 70, `pull-up ${say(g.pullUpVoltage ?? g.supplyVoltage, 'V')}`, '', 'top'),
          wire(430, 140, 430, 190),
          dot(430, 190),
        ]
      : [];
    const out: Drawn[] = [wire(374, 190, 500, 190), port(500, 190, 'out', sayOut(c, 'outputHigh', 'V')), ...pull];
    const words: Drawn = { sym: 'text', at: [300, 370], text: `${sayOut(c, 'lowerThreshold', 'V')} and ${sayOut(c, 'upperThreshold', 'V')}`, value: true };
    const head = { width: 580, height: 390 };
    if (window)
      return {
        ...head,
        title: 'Two thresholds from one divider',
        items: [
          port(150, 40, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
          r('R1', [150, 40], 'down', -1),
          r('R2', [150, 130], 'down', -1),
          r('R3', [150, 220], 'down', -1),
          wire(150, 110, 150, 130),
          wire(150, 200, 150, 220),
          dot(150, 120),
          dot(150, 210),
          wire(150, 120, 290, 120, 290, 170),
          wire(150, 210, 290, 210),
          ground(150, 290),
          { sym: 'block', id: 'U1', at: [290, 160], size: [84, 70], label: 'U1', value: 'window' },
          port(250, 250, 'in', '', 'left'),
          wire(250, 250, 330, 250, 330, 230),
          ...out,
          words,
        ],
      };
    return {
      ...head,
      title: inverting ? 'Input at (−), feedback to the divider' : 'Input through R1, feedback to the (+) input',
      items: [
        { sym: 'symbol', as: 'opamp', id: 'U1', at: [290, 190], label: 'U1', flip: 'over' },
        port(60, 175, inverting ? 'in' : 'reference', inverting ? '' : say(g.referenceVoltage, 'V'), 'left'),
        wire(60, 175, 290, 175),
        wire(290, 205, 240, 205, 240, 290),
        dot(240, 290),
        wire(240, 290, 270, 290),
        r('R3', [270, 290], 'right'),
        wire(340, 290, 400, 290, 400, 190),
        dot(400, 190),
        ...(inverting
          ? [
              port(60, 250, 'supply', say(g.supplyVoltage, 'V'), 'left'),
              wire(60, 250, 90, 250),
              r('R1', [90, 250], 'right'),
              wire(160, 250, 240, 250),
              dot(240, 250),
              r('R2', [240, 290], 'down', -1),
              ground(240, 360),
            ]
          : [port(60, 290, 'in', '', 'left'), wire(60, 290, 100, 290), r('R1', [100, 290], 'right'), wire(170, 290, 240, 290)]),
        ...out,
        words,
      ],
    };
  },
  simulate: (x) => {
    const { given: g, parts } = x;
    const { R1, R2, R3, R4, U1 } = parts;
    if (g.topology === 'window') return null;
    const open = g.outputStage === 'open-drain';
    const vp = g.pullUpVoltage ?? g.supplyVoltage;
    const inverting = g.topology === 'inverting';
    const { upper, lower } = thresholds(x);
    // The node at the (+) input in both states, by the solver: the threshold is where the input meets it.
    const side = (name: 'h' | 'l') => [
      ...(inverting
        ? [
            { is: 'resistor' as const, name: `R1${name}`, a: 'vs', b: `n${name}`, ohms: R1.value },
            { is: 'resistor' as const, name: `R2${name}`, a: `n${name}`, b: '0', ohms: R2.value ?? 1e12 },
          ]
        : [
            { is: 'voltage' as const, name: `Vi${name}`, a: `i${name}`, b: '0', wave: { sort: 'dc' as const, value: name === 'h' ? lower : upper } },
            { is: 'resistor' as const, name: `R1${name}`, a: `i${name}`, b: `n${name}`, ohms: R1.value + g.sourceResistance },
          ]),
      { is: 'current' as const, name: `Ib${name}`, a: '0', b: `n${name}`, wave: { sort: 'dc' as const, value: U1.biasCurrent } },
      ...(name === 'h'
        ? [
            { is: 'voltage' as const, name: 'Vh', a: 'vh', b: '0', wave: { sort: 'dc' as const, value: open ? vp : g.supplyVoltage - U1.outputDropHigh } },
            { is: 'resistor' as const, name: 'R3h', a: 'vh', b: 'nh', ohms: R3.value + (open ? (R4.value ?? 0) : 0) },
          ]
        : [
            { is: 'voltage' as const, name: 'Vl', a: 'vl', b: '0', wave: { sort: 'dc' as const, value: U1.outputLow } },
            { is: 'resistor' as const, name: 'R3l', a: 'vl', b: 'nl', ohms: R3.value },
          ]),
    ];
    const with_ = <T>(m: number | T, f: (v: number) => number): number | T => (typeof m === 'number' ? f(m) : m);
    // Where the node differs from the reference, the threshold differs by as much through the divider of R1 and the feedback.
    const rise = (behind: number) => (R1.value + g.sourceResistance + behind) / behind;
    return {
      elements: [{ is: 'voltage', name: 'Vs', a: 'vs', b: '0', wave: { sort: 'dc', value: g.supplyVoltage } }, ...side('h'), ...side('l')],
      out: 'nh',
      band: [1, 1e6],
      time: { stop: 1e-3 },
      confirms: inverting
        ? { upperThreshold: (b) => with_(b.dc('nh'), (v) => v + U1.offsetVoltage), lowerThreshold: (b) => with_(b.dc('nl'), (v) => v + U1.offsetVoltage) }
        : {
            upperThreshold: (b) => with_(b.dc('nl'), (v) => upper + (g.referenceVoltage + U1.offsetVoltage - v) * rise(R3.value)),
            lowerThreshold: (b) =>
              with_(b.dc('nh'), (v) => lower + (g.referenceVoltage + U1.offsetVoltage - v) * rise(R3.value + (open ? (R4.value ?? 0) : 0))),
          },
    };
  },
  bringUp: (c) => [
    {
      id: 'up',
      act: 'probe',
      title: 'Upper threshold',
      text: 'Turn the input up slowly with a trimmer, voltmeter at the input: where the output changes.',
      expect: { point: 'input', of: 'upperThreshold' },
    },
    { id: 'down', act: 'probe', title: 'Lower threshold', text: 'And down again.', expect: { point: 'input', of: 'lowerThreshold' } },
    {
      id: 'edge',
      act: 'probe',
      title: 'Edge',
      text: `Scope on the output with the real signal: one edge a crossing, high level ${say(c.nominal('outputHigh'), 'V')}.`,
    },
  ],
  schools: 'Hysteresis by resistors, or in firmware on a converter’s reading; a divider from the supply (ratiometric), or from a reference.',
  sources: ['node equations', 'Gaussian peak factor 6.6 (99.9 %)'],
};
