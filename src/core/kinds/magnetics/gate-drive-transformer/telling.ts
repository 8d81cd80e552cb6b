import { stepOvershoot } from '../../../physics/second-order.ts';
import { ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import type { gateDriveTransformer } from './index.ts';
import { currentShape, damping, isBlocked, levels, loopOhms, mainInductance, omega, ratio, rise } from './laws.ts';

export const telling: Telling<typeof gateDriveTransformer> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    if (parts.T1.primaryTurns === null || parts.T1.secondaryTurns === null)
      return [
        step(
          'Gate charge in a second',
          'Q = n*Qg*f',
          [g.secondaries * parts.Q1.gateCharge * g.switchingFrequency, 'A'],
          { n: 'secondaries', Qg: 'Q1.gateCharge', f: 'switchingFrequency' },
          'charge',
        ),
        step('On-time', 't = D/f', [g.dutyCycle / g.switchingFrequency, 's'], { D: 'dutyCycle', f: 'switchingFrequency' }, 'definition'),
      ];
    const blocked = isBlocked(c.x);
    const single = g.drive === 'single-ended';
    const { on, off } = levels(c.x);
    const z = damping(c.x);
    const k = [single ? 1 : 2, ''] as const;
    const N = { N: 'T1.primaryTurns', A: 'T1.coreArea' } as const;
    const sw = [on - off, 'V'] as const;
    const steps: StepsOf<typeof gateDriveTransformer> = [
      step('Turns ratio', 'n = Ns/Np', 'turnsRatio', { Ns: 'T1.secondaryTurns', Np: 'T1.primaryTurns' }, 'definition'),
      blocked
        ? step('Volt-seconds', 'S = V*D*(1 - D)/f', 'voltSeconds', { V: 'supplyVoltage', D: 'dutyCycle', f: 'switchingFrequency' }, 'blocked, the mean is nil')
        : step('Volt-seconds', 'S = V*D/f', 'voltSeconds', { V: 'supplyVoltage', D: 'dutyCycle', f: 'switchingFrequency' }, 'Faraday'),
      step('Peak flux', 'B = S/(k*N*A)', 'fluxPeak', { S: 'voltSeconds', k, ...N }, single ? 'Faraday, one way' : 'Faraday, both ways'),
      step(
        'Flux of the first pulse',
        'B1 = V*D/(f*N*A)',
        'startUpFlux',
        { V: 'supplyVoltage', D: 'dutyCycle', f: 'switchingFrequency', ...N },
        'Faraday, from rest',
      ),
      step('Magnetising inductance', 'L = N^2*AL', 'magnetisingInductance', { N: 'T1.primaryTurns', AL: 'T1.inductanceFactor' }, 'inductance factor'),
      step('Magnetising current', 'Im = S/(k*L)', 'magnetisingCurrent', { S: 'voltSeconds', k, L: 'magnetisingInductance' }, 'Faraday'),
      ...(blocked
        ? ([
            step('Gate when on', 'Vn = n*V*(1 - D)', 'gateOn', { n: 'turnsRatio', V: 'supplyVoltage', D: 'dutyCycle' }, 'blocked, the mean is nil'),
            step('Gate when off', 'Vf = -n*V*D', 'gateOff', { n: 'turnsRatio', V: 'supplyVoltage', D: 'dutyCycle' }, 'blocked, the mean is nil'),
          ] as StepsOf<typeof gateDriveTransformer>)
        : ([
            step('Gate when on', 'Vn = n*V', 'gateOn', { n: 'turnsRatio', V: 'supplyVoltage' }, 'turns'),
            step('Gate when off', 'Vf = -n*Vr', 'gateOff', { n: 'turnsRatio', Vr: [single ? (g.resetVoltage ?? 0) : g.supplyVoltage, 'V'] }, 'turns'),
          ] as StepsOf<typeof gateDriveTransformer>)),
      step(
        'Resistance of the loop',
        'R = R1 + Rs + n^2*(Rp + Ro)',
        [loopOhms(c.x), 'ohm'],
        { R1: 'R1.value', Rs: 'T1.secondaryResistance', n: 'turnsRatio', Rp: 'T1.primaryResistance', Ro: 'U1.outputResistance' },
        'seen at the secondary',
      ),
      step('Damping', 'z = R/2*sqrt(C/Lk)', 'damping', { R: [loopOhms(c.x), 'ohm'], C: 'Q1.inputCapacitance', Lk: 'T1.leakageInductance' }, 'series RLC'),
      step('Rings at', 'f0 = 1/(2*pi*sqrt(Lk*C))', 'ringingFrequency', { Lk: 'T1.leakageInductance', C: 'Q1.inputCapacitance' }, 'resonance'),
      step(
        'Gate peak',
        'Vp = max(Vn, -Vf) + (Vn - Vf)*o',
        'gatePeak',
        { Vn: 'gateOn', Vf: 'gateOff', o: [stepOvershoot(z), 'ratio'] },
        'overshoot exp(−πz/√(1 − z²)), none from one on',
      ),
      step('Rise time', 't = k/(2*pi*f0)', 'riseTime', { k: [rise(z), ''], f0: 'ringingFrequency' }, '10 to 90 % of the second-order step'),
      step(
        'Peak current',
        'Ip = m*n*dV*sqrt(C/Lk)*q + Im',
        'peakCurrent',
        {
          m: 'secondaries',
          n: 'turnsRatio',
          dV: sw,
          C: 'Q1.inputCapacitance',
          Lk: 'T1.leakageInductance',
          q: [currentShape(z), 'ratio'],
          Im: 'magnetisingCurrent',
        },
        'largest current of a series RLC, and the magnetising one',
      ),
      step(
        'Power of the gates',
        'P = m*Qg*dV*f',
        'gatePower',
        { m: 'secondaries', Qg: 'Q1.gateCharge', dV: sw, f: 'switchingFrequency' },
        'charge through a voltage',
      ),
      step('Current for the gates', 'I = P/V', 'inputCurrent', { P: 'gatePower', V: 'supplyVoltage' }, 'power'),
    ];
    if (blocked)
      steps.push(
        step(
          'Gate at the first pulses',
          'V1 = n*V*(1 + o)',
          'firstPulse',
          { n: 'turnsRatio', V: 'supplyVoltage', o: [stepOvershoot(z), 'ratio'] },
          'before C1 is charged',
        ),
        step('Duty, at most', 'Dm = 1 - Vd/(n*V)', 'dutyLimit', { Vd: 'Q1.fullDriveVoltage', n: 'turnsRatio', V: 'supplyVoltage' }, 'what is left of the gate'),
        step(
          'Ripple on C1',
          'dC = m*n*Qg/C1 + S/L/(8*f*C1)',
          'blockingRipple',
          { m: 'secondaries', n: 'turnsRatio', Qg: 'Q1.gateCharge', C1: 'C1.value', S: 'voltSeconds', L: 'magnetisingInductance', f: 'switchingFrequency' },
          'gate charge and magnetising current',
        ),
        step('C1 resonates at', 'fr = 1/(2*pi*sqrt(L*C1))', 'blockingResonance', { L: 'magnetisingInductance', C1: 'C1.value' }, 'resonance'),
      );
    return steps;
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const blocked = isBlocked(c.x);
    const items: Drawn[] = [
      port(30, 60, 'in', say(g.supplyVoltage, 'V'), 'left'),
      { sym: 'block', id: 'U1', at: [50, 40], size: [60, 40], label: 'U1' },
      wire(30, 60, 50, 60),
      wire(110, 60, 130, 60),
      ...(blocked ? [part('capacitor', [130, 60], 'right', 'C1', sayPart(parts.C1.value, 'F'))] : [wire(130, 60, 200, 60)]),
      wire(200, 60, 220, 60),
      { sym: 'block', id: 'T1', at: [220, 40], size: [90, 100], label: 'T1', value: `${parts.T1.primaryTurns ?? '?'} : ${parts.T1.secondaryTurns ?? '?'}` },
      wire(310, 60, 330, 60),
      part('resistor', [330, 60], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
      wire(400, 60, 420, 60, 420, 100, 450, 100),
      { sym: 'symbol', as: 'nmos', id: 'Q1', at: [450, 100], label: 'Q1', value: g.secondaries > 1 ? `${g.secondaries} gates` : '' },
      ground(265, 160),
      wire(265, 140, 265, 160),
      {
        sym: 'text',
        at: [60, 210],
        text: `gate ${sayOut(c, 'gateOn', 'V')} and ${sayOut(c, 'gateOff', 'V')}, up to ${sayOut(c, 'gatePeak', 'V')}${g.gateZeners ? ', zeners at the gate' : ''}`,
        value: true,
      },
    ];
    return { width: 580, height: 240, title: 'Driver, transformer with its dots, and gate', items };
  },
  simulate: (x) => {
    const { T1, Q1 } = x.parts;
    if (T1.primaryTurns === null || T1.secondaryTurns === null) return null;
    const { on, off } = levels(x);
    const w = omega(x);
    const z = damping(x);
    const stop = 8 * Math.max(1 / w, (2 * z) / w);
    const main = mainInductance(x);
    const f = x.given.switchingFrequency;
    const half = x.given.drive === 'dc-blocked' ? x.given.dutyCycle * (1 - x.given.dutyCycle) : x.given.dutyCycle;
    return {
      elements: [
        // The step of the gate's loop, all seen at one secondary.
        {
          is: 'voltage',
          name: 'V1',
          a: 's',
          b: '0',
          wave: {
            sort: 'pieces',
            points: [
              [0, off],
              [1e-4 / w, on],
            ],
          },
          ac: 1,
        },
        { is: 'resistor', name: 'R', a: 's', b: 'm', ohms: Math.max(loopOhms(x), 1e-6) },
        { is: 'inductor', name: 'Lk', a: 'm', b: 'g', henries: T1.leakageInductance },
        { is: 'capacitor', name: 'Cg', a: 'g', b: '0', farads: Q1.inputCapacitance, initial: off },
        // The core, from rest, with the volt-seconds of a period at once.
        { is: 'voltage', name: 'Vm', a: 'p', b: '0', wave: { sort: 'dc', value: x.given.supplyVoltage } },
        { is: 'inductor', name: 'Lm', a: 'p', b: 'q', henries: main },
        { is: 'voltage', name: 'V0', a: 'q', b: '0', wave: { sort: 'dc', value: 0 } },
      ],
      out: 'g',
      band: [w / 1e3, w * 10],
      time: { stop, start: 'rest' },
      confirms: {
        ...(on >= -off
          ? {
              gatePeak: (b) => b.over({ stop, step: 0.02 / w, start: 'rest', outputs: ['g'] }, (t) => t.signals.g!.reduce((a, v) => Math.max(a, v), -Infinity)),
            }
          : {}),
        magnetisingCurrent: (b) => {
          const seconds = half / f;
          return b.over(
            { stop: seconds, step: seconds / 1000, start: 'rest', outputs: ['I(Lm)'] },
            (t) => t.signals['I(Lm)']!.at(-1)! / (x.given.drive === 'single-ended' ? 1 : 2),
          );
        },
      },
    };
  },
  curves: (x) =>
    x.parts.T1.primaryTurns === null || x.parts.T1.secondaryTurns === null
      ? []
      : [
          {
            id: 'duty',
            title: 'Gate when on against the duty',
            x: { label: 'duty', unit: 'ratio', log: false, from: 0.02, to: 0.98 },
            y: { label: 'gate', unit: 'V' },
            points: 49,
            marks: [
              { axis: 'x', value: x.given.dutyCycle, label: 'duty' },
              { axis: 'y', value: x.parts.Q1.fullDriveVoltage, label: 'full drive', limit: true },
            ],
            at: (d) => ratio(x) * x.given.supplyVoltage * (isBlocked(x) ? 1 - d : 1),
          },
        ],
  bringUp: (c) => [
    {
      id: 'wind',
      act: 'fit',
      title: 'Wind it',
      text: `${c.x.parts.T1.primaryTurns ?? 'Primary'} and ${c.x.parts.T1.secondaryTurns ?? 'secondary'} turns, twisted or interleaved, start and end marked.`,
    },
    {
      id: 'dots',
      act: 'fit',
      title: 'Senses of winding',
      text: 'Primary from a generator, gates connected, no bus: both gates of a leg are never high together.',
    },
    { id: 'level', act: 'probe', title: 'Gate when on', text: 'Scope at the gate’s own pins, settled.', expect: { point: 'gate to its source', of: 'gateOn' } },
    {
      id: 'peak',
      act: 'probe',
      title: 'Gate peak',
      text: 'The same with its ringing; then the first pulses after switching on.',
      expect: { point: 'gate to its source, peak', of: 'gatePeak' },
    },
  ],
  schools: 'A transformer (rugged, no isolated supply, limited duty) or an isolated driver (any duty, needs a floating supply).',
  sources: ['Faraday', 'transformer gate drive of power electronics textbooks', 'second-order step response'],
};
