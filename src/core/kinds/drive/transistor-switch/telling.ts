import { isAbsent } from '../../../math/absent.ts';
import { draw, ohms } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { transistorSwitch } from './index.ts';
import { base, clampHeat, conducting, cutOff, drive, edges, isMosfet, isShifted, left, onResistance, switchingLoss } from './laws.ts';

type Steps = StepsOf<typeof transistorSwitch>;

export const telling: Telling<typeof transistorSwitch> = {
  atRest: (x) => {
    // Left alone the pin is low: the load hangs on its rail through a switch that is off.
    const on = x.given.dutyCycle >= 0.5;
    return {
      elements: [ohms('Q1', 'load', 'switched', on ? 1e-2 : 1e7), draw('load', 'switched', '0', x.given.loadCurrent, 0.5 * x.given.supplyVoltage)],
      points: ['switched'],
    };
  },
  working: (c) => {
    const { given: g } = c.x;
    const mosfet = isMosfet(c.x);
    const { on, off, rg } = drive(c.x);
    const fitted = g.pullResistor === 'fitted';
    const onV = [on, 'V'] as const;
    const rgOhm = [rg, 'ohm'] as const;
    const hot = conducting(c.x);
    const { on: rises, off: falls } = edges(c.x);
    const steps: Steps = [
      step('Drives through', 'Rg = R1 + Rs', rgOhm, { R1: 'R1.value', Rs: [isShifted(c.x) ? 0 : g.sourceResistance, 'ohm'] }, 'in series'),
      ...(mosfet
        ? ([
            step('Pin current at the edge', 'Ip = Von/Rg', 'pinCurrent', { Von: onV, Rg: rgOhm }, 'Ohm'),
            fitted
              ? step('Gate voltage', 'Vg = Von*R2/(Rg + R2)', 'gateVoltage', { Von: onV, R2: 'R2.value', Rg: rgOhm }, 'divider')
              : step('Gate voltage', 'Vg = Von*k', 'gateVoltage', { Von: onV, k: [1, ''] }, 'nothing divides it'),
          ] as Steps)
        : ([
            step('Pin current', 'Ip = (Von - Vbe)/Rg', 'pinCurrent', { Von: onV, Vbe: 'Q1.baseVoltage', Rg: rgOhm }, 'Ohm'),
            fitted
              ? step('Base current', 'Ib = Ip - Vbe/R2', 'baseCurrent', { Ip: 'pinCurrent', Vbe: 'Q1.baseVoltage', R2: 'R2.value' }, 'R2 takes its part')
              : step('Base current', 'Ib = Ip*k', 'baseCurrent', { Ip: 'pinCurrent', k: [1, ''] }, 'all of it'),
            ...(base(c.x).base > 0 ? [step('Forced gain', 'B = I/Ib', 'forcedBeta', { I: 'loadCurrent', Ib: 'baseCurrent' }, 'definition')] : []),
          ] as Steps)),
      step('Current of the load', 'Im = D*I', 'inputCurrent', { D: 'dutyCycle', I: 'loadCurrent' }, 'average'),
      step('Energy of the kick', 'E = L*I^2/2', 'clampEnergy', { L: 'loadInductance', I: 'loadCurrent' }, 'field energy'),
    ];
    if (left(c.x) !== null)
      steps.push(
        step(
          'Left when off',
          'Vo = max(Ik*R2, Voff*R2/(Rg + R2))',
          'offVoltage',
          { Ik: 'pinLeakage', R2: 'R2.value', Voff: [off, 'V'], Rg: rgOhm },
          'leakage through R2, or what the pin leaves',
        ),
      );
    const peak = cutOff(c.x);
    if (peak !== null)
      steps.push(
        g.loadInductance === 0
          ? step('Peak across Q1', 'Vp = Vs*k', 'peakVoltage', { Vs: 'supplyVoltage', k: [1, ''] }, 'a resistive load')
          : g.clamp === 'diode'
            ? step('Peak across Q1', 'Vp = Vs + Vf', 'peakVoltage', { Vs: 'supplyVoltage', Vf: 'D1.forwardVoltage' }, 'clamped by the diode')
            : step(
                'Peak across Q1',
                'Vp = Vs + Vf + Vz',
                'peakVoltage',
                { Vs: 'supplyVoltage', Vf: 'D1.forwardVoltage', Vz: 'D1.clampVoltage' },
                'clamped by diode and zener',
              ),
      );
    if (rises !== null && falls !== null) {
      steps.push(
        step(
          'Edges',
          't = t1 + t2',
          'transitionTime',
          { t1: [rises, 's'], t2: [falls, 's'] },
          mosfet ? 'gate charge over gate current at the plateau' : 'rise and fall of its data',
        ),
      );
      if (g.switchingFrequency > 0 && peak !== null)
        steps.push(
          step(
            'Loss of the edges',
            'Ps = k*V*I*t*f',
            'switchingLoss',
            {
              k: [g.loadInductance > 0 ? 1 / 2 : 1 / 6, ''],
              V: g.loadInductance > 0 ? 'peakVoltage' : 'supplyVoltage',
              I: 'loadCurrent',
              t: 'transitionTime',
              f: 'switchingFrequency',
            },
            g.loadInductance > 0 ? 'overlap of a clamped inductive load' : 'overlap of a resistive load',
          ),
        );
    }
    if (isAbsent(hot)) return steps;
    const loss = [switchingLoss(c.x)!, 'W'] as const;
    return [
      ...steps,
      ...(mosfet
        ? ([
            step(
              'On-resistance, hot',
              'Ron = R0*(1 + a*(T - 25))',
              [onResistance(c.x, hot.junction), 'ohm'],
              { R0: 'Q1.onResistance', a: 'Q1.onTempco', T: 'junctionTemperature' },
              'settled with the junction it heats',
            ),
            step('Drop', 'Vd = I*Ron', 'onDrop', { I: 'loadCurrent', Ron: [onResistance(c.x, hot.junction), 'ohm'] }, 'Ohm'),
            step('Heat of Q1', 'P = D*I*Vd + Ps', 'dissipation', { D: 'dutyCycle', I: 'loadCurrent', Vd: 'onDrop', Ps: loss }, 'on and at the edges'),
          ] as Steps)
        : ([
            step(
              'Heat of Q1',
              'P = D*(I*Vce + Vbe*Ib) + Ps',
              'dissipation',
              { D: 'dutyCycle', I: 'loadCurrent', Vce: 'Q1.saturationVoltage', Vbe: 'Q1.baseVoltage', Ib: 'baseCurrent', Ps: loss },
              'collector and base, and the edges',
            ),
          ] as Steps)),
      step('Junction of Q1', 'T = Ta + Rth*P', 'junctionTemperature', { Ta: 'ambient', Rth: 'Q1.junctionToAmbient', P: 'dissipation' }, 'settled'),
      step('Heat', 'Pt = P + Pd', 'totalDissipation', { P: 'dissipation', Pd: [clampHeat(c.x).diode, 'W'] }, 'with the freewheeling diode'),
    ];
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const low = g.side === 'low';
    const mosfet = isMosfet(c.x);
    const as = low ? (mosfet ? 'nmos' : 'npn') : mosfet ? 'pmos' : 'pnp';
    const inductive = g.loadInductance > 0;
    const [x, gate] = [270, low ? 190 : 120];
    const [top, bottom] = low ? [60, gate - 30] : [gate + 30, gate + 120];
    const load = thing(inductive ? 'inductor' : 'lamp', [x, low ? 60 : 170], 'down', 'load', say(g.loadCurrent, 'A'));
    const items: Drawn[] = [
      port(40, gate, 'in', say(g.driveVoltage, 'V'), 'left'),
      wire(40, gate, 70, gate),
      part('resistor', [70, gate], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
      wire(140, gate, 230, gate),
      { sym: 'symbol', as, id: 'Q1', at: [230, gate], label: 'Q1' },
      port(x, 30, `load ${say(g.supplyVoltage, 'V')}`, '', 'top'),
      load,
      ...(low
        ? [wire(x, 30, x, 60), wire(x, 130, x, gate - 30), wire(x, gate + 30, x, gate + 50), ground(x, gate + 50)]
        : [wire(x, 30, x, gate - 30), wire(x, gate + 30, x, 170), ground(x, 250), wire(x, 240, x, 250)]),
      ...(g.pullResistor === 'fitted'
        ? low
          ? [dot(180, gate), wire(180, gate, 180, 200), part('resistor', [180, 200], 'down', 'R2', sayPart(parts.R2.value, 'ohm')), ground(180, 270)]
          : [
              dot(180, gate),
              wire(180, gate, 180, 112),
              part('resistor', [180, 112], 'up', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
              wire(180, 42, 180, 38, x, 38),
              dot(x, 38),
            ]
        : []),
      ...(g.clamp === 'none'
        ? inductive
          ? [{ sym: 'text' as const, at: [340, low ? 100 : 210] as [number, number], text: 'nothing catches the kick' }]
          : []
        : [
            part('diode', [380, low ? 130 : 240], 'up', 'D1', g.clamp === 'suppressor' ? say(parts.D1.clampVoltage, 'V') : ''),
            wire(380, low ? 60 : 170, 380, top, x, top),
            wire(380, low ? 130 : 240, 380, low ? bottom : 240, x, low ? bottom : 240),
          ]),
      { sym: 'text', at: [330, 290], text: `${sayOut(c, 'onDrop', 'V')} across Q1`, value: true },
    ];
    return { width: 520, height: 310, title: low ? 'Low-side switch' : 'High-side switch', items };
  },
  simulate: (x) => {
    const hot = conducting(x);
    if (isAbsent(hot)) return null;
    const { given: g, parts } = x;
    const mosfet = isMosfet(x);
    const { on, rg } = drive(x);
    const load = g.supplyVoltage / g.loadCurrent - hot.drop / g.loadCurrent;
    if (load <= 0) return null;
    const clamp = cutOff(x);
    const f = g.switchingFrequency > 0 && g.dutyCycle > 0 && g.dutyCycle < 1 ? g.switchingFrequency : 1000;
    const duty = g.switchingFrequency > 0 && g.dutyCycle > 0 && g.dutyCycle < 1 ? g.dutyCycle : 0.5;
    const ron = mosfet ? onResistance(x, hot.junction) : Math.max(hot.drop / g.loadCurrent, 1e-6);
    // Long enough that the clamped current of an inductive load is gone, whatever its time constant.
    const period = Math.max(1 / f, g.loadInductance > 0 ? (10 * g.loadInductance) / load : 0);
    return {
      elements: [
        { is: 'voltage', name: 'Vs', a: 's', b: '0', wave: { sort: 'dc', value: g.supplyVoltage } },
        { is: 'resistor', name: 'RL', a: 's', b: 'm', ohms: load },
        { is: 'inductor', name: 'LL', a: 'm', b: 'd', henries: Math.max(g.loadInductance, 1e-12) },
        // The transistor as what its drive makes of it: its on-resistance, or nothing.
        { is: 'switch', name: 'Q1', a: 'd', b: '0', on: ron, off: 1e9, closed: { from: 0, to: duty * period, period } },
        ...(g.loadInductance > 0 && g.clamp !== 'none'
          ? [
              {
                is: 'knee' as const,
                name: 'D1',
                a: 'd',
                b: 's',
                volts: parts.D1.forwardVoltage + (g.clamp === 'suppressor' ? parts.D1.clampVoltage : 0),
                ohms: 1e-3,
              },
            ]
          : []),
        { is: 'voltage', name: 'Vd', a: 'p', b: '0', wave: { sort: 'dc', value: mosfet ? on : on - parts.Q1.baseVoltage } },
        { is: 'resistor', name: 'Rg', a: 'p', b: 'g', ohms: Math.max(rg, 1e-6) },
        { is: 'resistor', name: 'R2', a: 'g', b: '0', ohms: mosfet ? (g.pullResistor === 'fitted' ? parts.R2.value! : 1e12) : 1e-6 },
      ],
      out: 'd',
      band: [f / 100, f * 100],
      time: { stop: 2 * period, start: 'rest' },
      confirms: {
        ...(mosfet ? { gateVoltage: (b) => b.dc('g') } : {}),
        ...(clamp !== null && g.loadInductance > 0
          ? {
              peakVoltage: (b) =>
                b.over({ stop: 1.5 * duty * period + 1e-9, step: period / 4000, start: 'rest', outputs: ['d'] }, (t) => {
                  let most = 0;
                  for (const v of t.signals.d!) most = Math.max(most, v);
                  return most;
                }),
            }
          : {
              onDrop: (b) => {
                return b.over({ stop: duty * period * 0.9, step: period / 2000, start: 'rest', outputs: ['d'] }, (t) => t.signals.d!.at(-1)!);
              },
            }),
      },
    };
  },
  curves: (x) => {
    const most = Math.max(1.5 * x.given.loadCurrent, 1e-3);
    const junction = (change: Partial<typeof x.given>) => {
      const hot = conducting({ ...x, given: { ...x.given, ...change } });
      return isAbsent(hot) ? NaN : hot.junction;
    };
    if (Number.isNaN(junction({})) || Number.isNaN(junction({ loadCurrent: most }))) return [];
    return [
      {
        id: 'load',
        title: 'Junction against the load current',
        x: { label: 'load current', unit: 'A', log: false, from: 0.05 * most, to: most },
        y: { label: 'junction', unit: 'degC' },
        points: 61,
        marks: [
          { axis: 'x', value: x.given.loadCurrent, label: 'load' },
          { axis: 'y', value: x.parts.Q1.maximumJunction, label: 'limit', limit: true },
        ],
        at: (amps) => junction({ loadCurrent: amps }),
      },
    ];
  },
  bringUp: (c) => [
    { id: 'fit', act: 'fit', title: 'Fit switch and clamp', text: 'R2 first, then R1, the transistor and the clamp across the load: its cathode to the rail.' },
    {
      id: 'off',
      act: 'fit',
      title: 'Held off',
      text: 'Pin held low, then left floating: the current of the load’s rail shows leakage only, both times.',
    },
    {
      id: 'drop',
      act: 'probe',
      title: 'Drop when on',
      text: 'Pin high: DC volts across Q1.',
      expect: { point: 'across Q1', of: 'onDrop' },
    },
    ...(c.x.given.loadInductance > 0
      ? [
          {
            id: 'kick',
            act: 'probe' as const,
            title: 'Peak as it is cut off',
            text: 'Scope with a 10x probe, 1 µs a division, across Q1 at turn-off.',
            expect: { point: 'across Q1, peak', of: 'peakVoltage' as const },
          },
        ]
      : []),
    { id: 'warm', act: 'fit', title: 'Warm after five minutes', text: 'Case no hotter than its junction is said to be.' },
  ],
  schools:
    'Bipolar (cheap, known drop, needs base current) or logic-level MOSFET (no steady drive, drop falls with size, floats if forgotten). Low side (simple) or high side (the load stays grounded, no live wire on it when off).',
  sources: ['transistor switches in electronics textbooks', 'clamped inductive switching loss of power electronics textbooks', 'gate charge'],
};
