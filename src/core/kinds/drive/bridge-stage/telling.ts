import { onResistanceAt } from '../../../physics/hot-switch.ts';
import { draw } from '../../../stage/at-rest.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { bridgeStage } from './index.ts';
import { delays, devices, heated, transition } from './laws.ts';

type Steps = StepsOf<typeof bridgeStage>;

export const telling: Telling<typeof bridgeStage> = {
  atRest: (x) => ({ elements: [draw('Q1', 'bus', '0', (x.given.outputPower ?? 0) / x.given.supplyVoltage + 1e-6, 0.5 * x.given.supplyVoltage)] }),
  working: (c) => {
    const { given: g, parts } = c.x;
    const hot = heated(c.x);
    const m = [devices(c.x), ''] as const;
    const hard = g.mode === 'hard';
    const moves = transition(c.x);
    const finite = Number.isFinite(moves);
    const common = { V: 'supplyVoltage', Is: 'switchedCurrent', f: 'switchingFrequency' } as const;
    const left = hard || !finite ? 1 : Math.max(0, 1 - g.deadTime / moves);
    const steps: Steps = [
      ...(finite
        ? ([
            step('The node moves in', 't = 2*Q/Is', 'transitionTime', { Q: 'Q1.outputCharge', Is: 'switchedCurrent' }, 'charge of both devices of a leg'),
          ] as Steps)
        : []),
      hard
        ? step(
            'Loss of the edges',
            'Ps = V*Is*(t1 + t2)*f/2 + Qr*V*f',
            'switchingLoss',
            { ...common, t1: 'Q1.onTime', t2: 'Q1.offTime', Qr: 'Q1.reverseRecoveryCharge' },
            'overlap and recovery',
          )
        : step('Loss of the edges', 'Ps = V*Is*t2*f/2', 'switchingLoss', { ...common, t2: 'Q1.offTime' }, 'overlap at turn-off'),
      step(
        'Loss of the output charge',
        'Pc = k^2*Q*V*f',
        'capacitanceLoss',
        { k: [left, 'ratio'], Q: 'Q1.outputCharge', V: 'supplyVoltage', f: 'switchingFrequency' },
        hard ? 'own discharge, and charging the partner' : 'what the dead time leaves unmoved',
      ),
      step(
        'Loss in the dead time',
        'Pd = (Vr + Rr*Is)*Is*t*f',
        'reverseLoss',
        {
          Vr: 'Q1.reverseDrop',
          Rr: 'Q1.reverseResistance',
          Is: 'switchedCurrent',
          t: [hard ? g.deadTime : finite ? Math.max(0, g.deadTime - moves) : 0, 's'],
          f: 'switchingFrequency',
        },
        'reverse conduction',
      ),
      step(
        'Peak across a device',
        'Vp = V + L*Is/t2',
        'peakVoltage',
        { V: 'supplyVoltage', L: 'loopInductance', Is: 'switchedCurrent', t2: 'Q1.offTime' },
        'induction in the loop',
      ),
      step('Peak current', 'Ip = sqrt(2)*I', 'peakCurrent', { I: 'loadCurrent' }, 'of a sine'),
      step(
        'Power of the gates',
        'Pg = m*Qg*Vg*f',
        'gatePower',
        { m, Qg: 'Q1.gateCharge', Vg: 'Q1.gateVoltage', f: 'switchingFrequency' },
        'charge through a voltage',
      ),
      step('Cost of a failure', 'C = p*(n*c + r)', 'failureCost', { p: 'failureProbability', n: 'devicesLost', c: 'Q1.cost', r: 'repairCost' }, 'expectation'),
      step(
        'Junction at the first steps',
        'Tf = Ta + Vb*Ib*(Rjc + Rcs + Rsa)',
        'faultJunction',
        { Ta: 'ambient', Vb: 'bringUpVoltage', Ib: 'bringUpCurrent', Rjc: 'Q1.junctionToCase', Rcs: 'Q1.caseToSink', Rsa: 'sinkToAmbient' },
        'one device takes all that the bench supply gives',
      ),
      step('Stored energy', 'E = C*V^2/2', 'storedEnergy', { C: 'busCapacitance', V: 'supplyVoltage' }, 'field energy'),
      step('Energy at the first steps', 'Eb = C*Vb^2/2', 'bringUpEnergy', { C: 'busCapacitance', Vb: 'bringUpVoltage' }, 'field energy'),
    ];
    if (hot)
      steps.push(
        step(
          'On-resistance, hot',
          'R = R0*(1 + a*(T - 25))',
          [onResistanceAt(parts.Q1.onResistance, parts.Q1.onTempco, hot.junction), 'ohm'],
          { R0: 'Q1.onResistance', a: 'Q1.onTempco', T: 'junctionTemperature' },
          'settled with the junction it heats',
        ),
        step(
          'Loss while on',
          'Pon = I^2/2*R',
          'conductionLoss',
          { I: 'loadCurrent', R: [onResistanceAt(parts.Q1.onResistance, parts.Q1.onTempco, hot.junction), 'ohm'] },
          'each carries its half of the sine',
        ),
        step(
          'Heat of a device',
          'P = Pon + Ps + Pc + Pd',
          'dissipation',
          { Pon: 'conductionLoss', Ps: 'switchingLoss', Pc: 'capacitanceLoss', Pd: 'reverseLoss' },
          'sum',
        ),
        step('Heat', 'Pt = m*P', 'totalDissipation', { m, P: 'dissipation' }, 'all devices'),
        step(
          'Sink',
          'Ts = Ta + Rsa*(Pt + Po)',
          'sinkTemperature',
          { Ta: 'ambient', Rsa: 'sinkToAmbient', Pt: 'totalDissipation', Po: 'otherSinkPower' },
          'thermal path',
        ),
        step(
          'Junction',
          'T = Ts + (Rjc + Rcs)*P',
          'junctionTemperature',
          { Ts: 'sinkTemperature', Rjc: 'Q1.junctionToCase', Rcs: 'Q1.caseToSink', P: 'dissipation' },
          'thermal path',
        ),
        ...((g.outputPower === null
          ? []
          : [step('Efficiency', 'e = Po/(Po + Pt)', 'efficiency', { Po: 'outputPower', Pt: 'totalDissipation' }, 'definition')]) as Steps),
      );
    const d = delays(c.x);
    if (d)
      steps.push(
        step('Skew', 'ts = tf - tr', 'pulseSkew', { tf: [d.fall, 's'], tr: [d.rise, 's'] }, 'periodic charging of C1 between the thresholds'),
        step(
          'Phase shift',
          'p = p0 - 360*f*(tr + tf)/2',
          'phaseShift',
          { p0: [g.inverted ? 180 : 0, 'deg'], f: 'switchingFrequency', tr: [d.rise, 's'], tf: [d.fall, 's'] },
          'mean delay over the period',
        ),
      );
    return steps;
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const full = g.topology === 'full';
    const leg = (x: number, id?: string): Drawn[] => [
      { sym: 'symbol', as: 'nmos', at: [x - 40, 80], ...(id ? { id, label: id } : {}) },
      wire(x, 20, x, 50),
      wire(x, 110, x, 170),
      { sym: 'symbol', as: 'nmos', at: [x - 40, 200] },
      wire(x, 230, x, 240),
      ground(x, 240),
    ];
    const items: Drawn[] = [
      port(90, 20, 'bus', say(g.supplyVoltage, 'V'), 'left'),
      wire(90, 20, full ? 380 : 260, 20),
      ...leg(260, 'Q1'),
      ...(full ? leg(380) : []),
      dot(260, 140),
      thing('inductor', [full ? 285 : 270, 140], 'right', 'load', say(g.loadCurrent, 'A')),
      wire(260, 140, full ? 285 : 270, 140),
      ...(full ? [wire(355, 140, 380, 140), dot(380, 140)] : [wire(340, 140, 360, 140), port(360, 140, 'out', '', 'right')]),
      port(60, 200, 'in', '', 'left'),
      wire(60, 200, 70, 200),
      part('resistor', [70, 200], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
      wire(140, 200, 165, 200),
      dot(150, 200),
      wire(150, 200, 150, 210),
      part('capacitor', [150, 210], 'down', 'C1', sayPart(parts.C1.value, 'F')),
      ground(150, 280),
      { sym: 'block', id: 'U1', at: [165, 185], size: [44, 30], label: 'U1' },
      wire(209, 200, 220, 200),
      { sym: 'text', at: [430, 70], text: `junction ${sayOut(c, 'junctionTemperature', 'degC')}`, value: true },
      { sym: 'text', at: [430, 94], text: `peak ${sayOut(c, 'peakVoltage', 'V')}` },
      { sym: 'text', at: [430, 118], text: g.gateClamp === true ? 'gates clamped' : 'no gate clamps said' },
      { sym: 'text', at: [430, 142], text: g.busClamp === true ? 'bus clamped' : 'no bus clamp said' },
    ];
    return { width: 600, height: 310, title: full ? 'Full bridge' : 'Half bridge', items };
  },
  simulate: (x) => {
    const moves = transition(x);
    if (!Number.isFinite(moves)) return null;
    const { given: g, parts } = x;
    const d = delays(x);
    const tau = parts.R1.value * parts.C1.value;
    const period = 1 / g.switchingFrequency;
    return {
      elements: [
        // In the dead time the load’s current moves the charge of both devices, here as capacitors of that charge.
        { is: 'current', name: 'IL', a: 'n', b: '0', wave: { sort: 'dc', value: g.switchedCurrent } },
        { is: 'capacitor', name: 'Co', a: 'n', b: '0', farads: (2 * parts.Q1.outputCharge) / g.supplyVoltage, initial: g.supplyVoltage },
        {
          is: 'voltage',
          name: 'Vl',
          a: 's',
          b: '0',
          wave: { sort: 'pulse', low: 0, high: g.logicVoltage, delay: 0, rise: 1e-5 * period, fall: 1e-5 * period, width: period / 2 - 1e-5 * period, period },
          ac: 1,
        },
        { is: 'resistor', name: 'R1', a: 's', b: 'c', ohms: parts.R1.value },
        { is: 'capacitor', name: 'C1', a: 'c', b: '0', farads: parts.C1.value, initial: 0 },
      ],
      out: 'c',
      band: [1 / (100 * tau), 100 / tau],
      time: { stop: 4 * period, start: 'rest' },
      confirms: {
        transitionTime: (b) =>
          b.over({ stop: moves * 0.5, step: moves / 2000, start: 'rest', outputs: ['n'] }, (t) => {
            const gone = g.supplyVoltage - t.signals.n!.at(-1)!;
            return (t.time.at(-1)! * g.supplyVoltage) / gone;
          }),
        ...(d
          ? {
              pulseSkew: (b) => {
                const cycles = Math.min(60, Math.ceil(6 + (8 * tau) / period));
                return b.over({ stop: cycles * period, step: period / 1000, start: 'rest', outputs: ['c'] }, (t) => {
                  const at = (cycles - 1) * period;
                  const crossing = (from: number, level: number, up: boolean) => {
                    const y = t.signals.c!;
                    for (let i = 1; i < y.length; i++)
                      if (t.time[i]! > from && (up ? y[i - 1]! < level && y[i]! >= level : y[i - 1]! > level && y[i]! <= level))
                        return t.time[i - 1]! + ((level - y[i - 1]!) / (y[i]! - y[i - 1]!)) * (t.time[i]! - t.time[i - 1]!) - from;
                    return NaN;
                  };
                  return (
                    crossing(at + period / 2 - period, parts.U1.thresholdLow * g.logicVoltage, false) -
                    crossing(at - period, parts.U1.thresholdHigh * g.logicVoltage, true)
                  );
                });
              },
            }
          : {}),
      },
      differs: { pulseSkew: 'a difference of two delays that are nearly alike' },
    };
  },
  curves: (x) => {
    const at = (change: Partial<typeof x.given>) => heated({ ...x, given: { ...x.given, ...change } })?.junction ?? NaN;
    const f = x.given.switchingFrequency;
    if (Number.isNaN(at({ switchingFrequency: 3 * f }))) return [];
    return [
      {
        id: 'frequency',
        title: 'Junction against frequency',
        x: { label: 'frequency', unit: 'Hz', log: true, from: f / 5, to: 3 * f },
        y: { label: 'junction', unit: 'degC' },
        points: 61,
        marks: [
          { axis: 'x', value: f, label: 'chosen' },
          { axis: 'y', value: x.parts.Q1.maximumJunction, label: 'limit', limit: true },
        ],
        at: (hz) => at({ switchingFrequency: hz }),
      },
    ];
  },
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the leg',
      text: 'Devices, clamps and decoupling at the leg; the bus stays off, its capacitor discharged and measured.',
    },
    {
      id: 'peak',
      act: 'probe',
      title: 'Peak across a device, full bus',
      text: 'Differential probe at the node, full bus and load.',
      expect: { point: 'across a device, peak', of: 'peakVoltage' },
    },
    {
      id: 'sink',
      act: 'probe',
      title: 'Sink, warm',
      text: 'Thermocouple beside the hottest device, full load until it changes no more.',
      expect: { point: 'sink', of: 'sinkTemperature' },
    },
  ],
  hurts: true,
  schools: 'Hard switching with silicon at lower frequency, or zero-voltage with wide-bandgap; the expensive devices at once, or cheap ones for bring-up.',
  sources: ['conduction, overlap and charge-based losses of power electronics textbooks', 'periodic RC response'],
};
