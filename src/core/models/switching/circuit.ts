import { isAbsent, type Absent } from '../../math/absent.ts';
import type { Element } from '../../circuit/netlist.ts';
import type { Transient } from '../../circuit/transient.ts';
import type { Converter, Point } from '../../physics/converter.ts';
import type { Curve, Simulation } from '../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn, type Figure } from '../../stage/drawing.ts';
import type { AnyInputs, Judged } from '../../stage/judged.ts';
import { say, sayOut, sayPart } from '../../stage/words.ts';
import { step, type Operand, type StepSpec } from '../../stage/telling.ts';

const SHARP = { saturation: 1e-9, emission: 0.1 };
const KNEE = 0.1 * 0.02585;
const OPEN = 1e7;
const PERIODS = 40;

/** The power stage at its computed duty from its computed state: what settles is compared with what was computed. */
export function converterSimulation(c: Converter, p: Point | Absent): Simulation | null {
  if (isAbsent(p) || !p.continuous || p.valley < 0) return null;
  const period = 1 / c.frequency;
  const on = p.duty * period;
  const hot = 1 + c.switches.tempco * 1e-6 * (p.junction - 25);
  const sign = c.topology === 'inverting' ? -1 : 1;
  const main = (a: string, b: string): Element => ({
    is: 'switch',
    name: 'S1',
    a,
    b,
    on: Math.max(c.switches.main * hot, 1e-4),
    off: OPEN,
    closed: { from: 0, to: on, period },
  });
  const knee = KNEE * Math.log(Math.max(p.peak, 1e-3) / SHARP.saturation);
  /** Carries current from a to b while the main switch is open. */
  const rectifier = (a: string, b: string): Element[] =>
    c.synchronous
      ? [{ is: 'switch', name: 'S2', a, b, on: Math.max(c.switches.rectifier * hot, 1e-4), off: OPEN, closed: { from: on, to: period, period } }]
      : [
          { is: 'voltage', name: 'Vd', a, b: 'd1', wave: { sort: 'dc', value: c.diode.forward - knee } },
          { is: 'resistor', name: 'Rd', a: 'd1', b: 'd2', ohms: Math.max(c.diode.resistance, 1e-6), quiet: true },
          { is: 'diode', name: 'D1', a: 'd2', b, ...SHARP },
        ];
  const coil = (a: string, b: string): Element => ({ is: 'inductor', name: 'L1', a, b, henries: p.henries, dcr: c.inductor.dcr, initial: p.valley });
  const esl = c.topology === 'buck' ? c.output0.esl : 0;
  const stage: Element[] = {
    buck: [main('in', 'sw'), ...rectifier('0', 'sw'), coil('sw', 'out')],
    boost: [coil('in', 'sw'), main('sw', '0'), ...rectifier('sw', 'out')],
    inverting: [main('in', 'sw'), coil('sw', '0'), ...rectifier('out', 'sw')],
  }[c.topology];
  const stop = PERIODS * period;
  const run = { stop, step: period / 150, start: 'rest' as const, outputs: ['out', 'I(L1)'] };
  /** The last whole periods, time-weighted. */
  const settled = (t: Transient, name: string) => {
    const from = t.time.findIndex((s) => s >= stop - 8 * period);
    let [sum, span, low, high] = [0, 0, Infinity, -Infinity];
    const y = t.signals[name]!;
    for (let i = from; i < t.time.length; i++) {
      const dt = t.time[i]! - t.time[i - 1]!;
      sum += ((y[i]! + y[i - 1]!) / 2) * dt;
      span += dt;
      [low, high] = [Math.min(low, y[i]!), Math.max(high, y[i]!)];
    }
    return { mean: sum / span, low, high };
  };
  return {
    elements: [
      { is: 'voltage', name: 'Vin', a: 'in', b: '0', wave: { sort: 'dc', value: p.vin } },
      ...stage,
      { is: 'capacitor', name: 'COUT', a: 'out', b: esl > 0 ? 'e' : '0', farads: c.output0.farads, esr: c.output0.esr, initial: sign * c.output },
      ...(esl > 0 ? [{ is: 'inductor' as const, name: 'ESL', a: 'e', b: '0', henries: esl }] : []),
      { is: 'current', name: 'IL', a: sign > 0 ? 'out' : '0', b: sign > 0 ? '0' : 'out', wave: { sort: 'dc', value: p.total } },
    ],
    out: 'out',
    band: [c.frequency / 1e3, c.frequency * 10],
    time: { stop, start: 'rest' },
    confirms: {
      outputVoltage: (b) => b.over(run, (t) => settled(t, 'out').mean),
      peakCurrent: (b) => b.over(run, (t) => settled(t, 'I(L1)').high),
      rippleCurrent: (b) => b.over(run, (t) => settled(t, 'I(L1)').high - settled(t, 'I(L1)').low),
    },
  };
}

/** What every converter has that the working names. */
type ConverterName =
  | 'loadCurrent'
  | 'ambient'
  | 'U1.junctionToAmbient'
  | 'dutyCycle'
  | 'rippleCurrent'
  | 'peakCurrent'
  | 'totalDissipation'
  | 'efficiency'
  | 'junctionTemperature';

/** From the divider to the junction; the operating point is settled with its own heat. */
export function converterWorking<N extends string>(k: Converter | Absent, p: Point | Absent, feedback: StepSpec<N>[]): StepSpec<N | ConverterName>[] {
  if (isAbsent(k) || isAbsent(p)) return feedback;
  const hot = 1 + k.switches.tempco * 1e-6 * (p.junction - 25);
  const [vd, rd] = k.synchronous ? [0, k.switches.rectifier * hot] : [k.diode.forward, k.diode.resistance];
  const rm = k.switches.main * hot;
  const steps: StepSpec<N | ConverterName>[] = [
    ...feedback,
    step('Load with the divider’s own', 'It = I + Vo/Rdiv', [p.total, 'A'], { I: 'loadCurrent', Vo: [k.output, 'V'], Rdiv: [k.divider, 'ohm'] }, 'Ohm'),
  ];
  const common = { It: [p.total, 'A'], Rd: [rd, 'ohm'], Vd: [vd, 'V'], dcr: [k.inductor.dcr, 'ohm'] } as const;
  const ripple = (expression: string, values: Readonly<Record<string, Operand<ConverterName>>>) =>
    step(
      'Inductor ripple',
      `dI = ${expression}`,
      'rippleCurrent',
      { ...values, dcr: [k.inductor.dcr, 'ohm'], D: [p.duty, 'ratio'], L: [p.henries, 'H'], f: [k.frequency, 'Hz'] },
      'volts over the inductor while the switch is on',
    );
  if (p.continuous && k.topology === 'buck')
    steps.push(
      step(
        'Duty cycle',
        'D = (Vo + Vd + It*(Rd + dcr))/(Vin - It*Rh + Vd + It*Rd)',
        'dutyCycle',
        { ...common, Vo: [k.output, 'V'], Vin: [p.vin, 'V'], Rh: [rm, 'ohm'] },
        'volt-second balance with every resistance',
      ),
      ripple('(Vin - Vo - It*(Rh + dcr))*D/(L*f)', { Vin: [p.vin, 'V'], Vo: [k.output, 'V'], It: [p.total, 'A'], Rh: [rm, 'ohm'] }),
    );
  else if (p.continuous)
    steps.push(
      step(
        'Mean inductor current',
        'IL = It/(1 - D)',
        [p.mean, 'A'],
        { It: [p.total, 'A'], D: [p.duty, 'ratio'] },
        'charge balance; D solves the volt-second balance with every resistance',
      ),
      ripple('(Vin - IL*(Rm + dcr))*D/(L*f)', { Vin: [p.vin, 'V'], IL: [p.mean, 'A'], Rm: [rm, 'ohm'] }),
    );
  steps.push(
    step(
      'Peak current',
      `Ip = ${p.continuous ? 'IL + dI/2' : 'dI'}`,
      'peakCurrent',
      { IL: [p.mean, 'A'], dI: [p.ripple, 'A'] },
      p.continuous ? 'mean and half the ripple' : 'the current starts from zero',
    ),
    step(
      'All losses',
      'P = Pu + Pd + Pl + Pc',
      'totalDissipation',
      { Pu: [p.controller, 'W'], Pd: [p.diodeHeat, 'W'], Pl: [p.inductorHeat, 'W'], Pc: [p.heat - p.controller - p.diodeHeat - p.inductorHeat, 'W'] },
      'controller, diode, inductor; capacitors and divider',
    ),
    step('Efficiency', 'eta = Vo*I/(Vo*I + P)', 'efficiency', { Vo: [k.output, 'V'], I: 'loadCurrent', P: [p.heat, 'W'] }, 'power balance'),
    step(
      'Junction of U1',
      'Tj = Ta + Pu*theta',
      'junctionTemperature',
      { Ta: 'ambient', Pu: [p.controller, 'W'], theta: 'U1.junctionToAmbient' },
      'JEDEC JESD51, settled with the switches’ resistance',
    ),
  );
  return steps;
}

/** The power stage as a schematic. */
export function converterFigure(c: Judged, topology: Converter['topology'], title: string): Figure {
  const { parts, given } = c.x;
  const sync = given.rectifier === 'synchronous';
  const v = (slot: string, unit: 'H' | 'F' | 'ohm') => sayPart(parts[slot].value, unit);
  const rectifier = (at: [number, number], dir: 'right' | 'up' | 'down' | 'left', side: 1 | -1 = 1): Drawn =>
    part(sync ? 'switch' : 'diode', at, dir, 'D1', sync ? 'synchronous' : '', { side, ...(sync ? { dashed: true } : {}) });
  const feed: Drawn[] = [
    port(30, 50, 'in', say(given.inputVoltage, 'V'), 'left'),
    wire(30, 50, 120, 50),
    dot(70, 50),
    part('capacitor', [70, 50], 'down', 'CIN', v('CIN', 'F'), { side: -1 }),
    ground(70, 120),
  ];
  const output: Drawn[] = [
    dot(370, 50),
    part('capacitor', [370, 50], 'down', 'COUT', v('COUT', 'F')),
    ground(370, 120),
    dot(470, 50),
    part('resistor', [470, 50], 'down', 'R1', v('R1', 'ohm')),
    dot(470, 120),
    part('resistor', [470, 120], 'down', 'R2', v('R2', 'ohm')),
    ground(470, 190),
    wire(330, 50, 560, 50),
    port(560, 50, 'out', sayOut(c, 'outputVoltage', 'V')),
  ];
  const u1: Drawn = { sym: 'block', id: 'U1', at: [120, 28], size: [70, 44], label: 'U1', value: 'switch' };
  const middle: Drawn[] =
    topology === 'buck'
      ? [u1, wire(190, 50, 260, 50), dot(230, 50), rectifier([230, 120], 'up', -1), ground(230, 120), part('inductor', [260, 50], 'right', 'L1', v('L1', 'H'))]
      : topology === 'boost'
        ? [
            part('inductor', [120, 50], 'right', 'L1', v('L1', 'H')),
            wire(190, 50, 260, 50),
            dot(225, 50),
            wire(225, 50, 225, 100),
            { ...u1, at: [190, 100] } as Drawn,
            wire(225, 144, 225, 160),
            ground(225, 160),
            rectifier([260, 50], 'right'),
          ]
        : [
            u1,
            wire(190, 50, 260, 50),
            dot(225, 50),
            part('inductor', [225, 50], 'down', 'L1', v('L1', 'H'), { side: -1 }),
            ground(225, 120),
            rectifier([330, 50], 'left'),
          ];
  const trimmer: Drawn[] = parts.RV1?.value ? [part('variable', [560, 120], 'down', 'RV1', v('RV1', 'ohm'))] : [];
  return { width: 640, height: 225, title, items: [...feed, ...middle, ...output, ...trimmer] };
}

/** Efficiency over the load, and the output's ripple over the input. */
export function converterCurves(x: AnyInputs, at: (x: AnyInputs, load: number) => { c: Converter | Absent; p: Point | Absent }): Curve[] {
  const most = x.given.loadCurrent * 1.2;
  return [
    {
      id: 'efficiency',
      title: 'Efficiency over load',
      x: { label: 'load', unit: 'A', log: true, from: most / 1e4, to: most },
      y: { label: 'efficiency', unit: 'ratio' },
      points: 60,
      marks: [{ axis: 'x', value: x.given.loadCurrent, label: 'design load' }],
      at: (load) => {
        const { c, p } = at(x, load);
        return isAbsent(c) || isAbsent(p) ? NaN : (c.output * load) / (c.output * load + p.heat);
      },
    },
  ];
}
