import { copperResistivity } from '../../../physics/copper.ts';
import { copperArea } from '../../../physics/winding.ts';
import { port, wire } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { windingSteps } from '../../winding-steps.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { inductorWinding } from './index.ts';
import { atPeak, fringing, heated, left, peak, turn } from './laws.ts';

export const telling: Telling<typeof inductorWinding> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { L1, W1 } = parts;
    const first = step('Peak current', 'Ip = I + dI/2', 'peakCurrent', { I: 'loadCurrent', dI: 'rippleCurrent' }, 'a triangle on direct current');
    if (W1.turns === null)
      return [
        first,
        step(
          'Stored energy wanted',
          'E = L*Ip^2/2',
          [(g.minimumInductance * peak(c.x) ** 2) / 2, 'J'],
          { L: 'minimumInductance', Ip: 'peakCurrent' },
          'field energy',
        ),
      ];
    const share = left(c.x, peak(c.x));
    const hot = heated(c.x);
    const length = turn(c.x);
    const air = g.core === 'air';
    const powder = L1.halfBias !== null && !air;
    const steps: StepsOf<typeof inductorWinding> = [
      first,
      ...(g.core === 'factor'
        ? [step('Inductance', 'L = N^2*AL', 'inductance', { N: 'W1.turns', AL: 'L1.inductanceFactor' }, 'inductance factor')]
        : air
          ? [
              step(
                'Inductance',
                'L = N^2*r^2*1e-6/(0.0254*(9*r + 10*l))',
                'inductance',
                { N: 'W1.turns', r: 'L1.radius', l: 'L1.length' },
                'Wheeler 1928, in metres',
              ),
            ]
          : [
              step(
                'Fringing of the gap',
                'Ff = 1 + g/sqrt(A)*log(2*h/g)',
                [fringing(c.x), ''],
                { g: 'L1.gap', A: 'L1.coreArea', h: 'L1.windowHeight' },
                'magnetics handbooks',
              ),
              step(
                'Inductance',
                'L = 4e-7*pi*N^2*A/(g/Ff + (l - g)/ur)',
                'inductance',
                { N: 'W1.turns', A: 'L1.coreArea', g: 'L1.gap', Ff: [fringing(c.x), ''], l: 'L1.pathLength', ur: 'L1.relativePermeability' },
                'reluctance of gap and core',
              ),
            ]),
      ...(powder
        ? [
            step(
              'Left at the peak',
              'h = 1/(1 + (N*Ip/l/Hh)^b)',
              [share, 'ratio'],
              { N: 'W1.turns', Ip: 'peakCurrent', l: 'L1.pathLength', Hh: 'L1.halfBias', b: 'L1.biasExponent' },
              'roll-off of powder cores',
            ),
          ]
        : []),
      step('Inductance at the peak', 'Lp = h*L', 'inductanceAtPeak', { h: [share, 'ratio'], L: 'inductance' }, 'what is left'),
      ...(air
        ? []
        : [
            step('Peak flux', 'B = Lp*Ip/(N*A)', 'fluxPeak', { Lp: 'inductanceAtPeak', Ip: 'peakCurrent', N: 'W1.turns', A: 'L1.coreArea' }, 'Faraday'),
            step('Flux swing', 'dB = Lp*dI/(N*A)', 'fluxSwing', { Lp: 'inductanceAtPeak', dI: 'rippleCurrent', N: 'W1.turns', A: 'L1.coreArea' }, 'Faraday'),
            step('Saturates at', 'Is = Bm*N*A/L', 'saturationCurrent', { Bm: 'L1.maximumFlux', N: 'W1.turns', A: 'L1.coreArea', L: 'inductance' }, 'Faraday'),
          ]),
      step('Stored energy', 'E = Lp*Ip^2/2', 'storedEnergy', { Lp: 'inductanceAtPeak', Ip: 'peakCurrent' }, 'field energy'),
      step('Wire', 'lw = N*l1', 'wireLength', { N: 'W1.turns', l1: [length, 'm'] }, 'turns by the length of one'),
    ];
    if (!hot) return steps;
    return [
      ...steps,
      step(
        'Resistance, hot',
        'R = 1.7241e-8*(1 + 0.00393*(T - 20))*lw/(n*pi*d^2/4)',
        'dcr',
        { T: 'windingTemperature', lw: 'wireLength', n: 'W1.strands', d: 'W1.diameter' },
        'IEC 60028',
      ),
      ...windingSteps('W1', W1, g.switchingFrequency, hot.celsius, 'acResistanceRatio'),
      step(
        'Loss in copper',
        'Pc = R*(I^2 + F*dI^2/12)',
        'copperLoss',
        { R: 'dcr', I: 'loadCurrent', F: 'acResistanceRatio', dI: 'rippleCurrent' },
        'mean square of a triangle',
      ),
      ...(air
        ? []
        : [
            step(
              'Loss in the core',
              'Pk = V*p*(f/f0)^a*(dB/2/B0)^b',
              'coreLoss',
              {
                V: 'L1.coreVolume',
                p: 'L1.lossDensity',
                f: 'switchingFrequency',
                f0: 'L1.lossFrequency',
                a: 'L1.frequencyExponent',
                dB: 'fluxSwing',
                B0: 'L1.lossFlux',
                b: 'L1.fluxExponent',
              },
              'Steinmetz',
            ),
          ]),
      step(
        'Winding',
        'T = Ta + Rth*(Pc + Pk)',
        'windingTemperature',
        { Ta: 'ambient', Rth: 'L1.thermalResistance', Pc: 'copperLoss', Pk: 'coreLoss' },
        'settled: the loss and the temperature it makes agree',
      ),
      ...(air
        ? []
        : [
            step(
              'Copper in the window',
              'k = N*n*pi*d^2/4/Aw',
              'windowFill',
              { N: 'W1.turns', n: 'W1.strands', d: 'W1.diameter', Aw: 'L1.windowArea' },
              'areas',
            ),
          ]),
    ];
  },
  figure: (c) => {
    const { W1, L1 } = c.x.parts;
    const core = c.x.given.core;
    return {
      width: 460,
      height: 230,
      title: 'Core and winding',
      items: [
        port(40, 60, 'start', '', 'left'),
        wire(40, 60, 110, 60),
        { sym: core === 'air' ? 'inductor' : 'core', id: 'L1', at: [110, 60], dir: 'right', label: 'L1', value: sayOut(c, 'inductanceAtPeak', 'H') },
        wire(180, 60, 260, 60),
        port(260, 60, 'end', '', 'right'),
        { sym: 'block', id: 'W1', at: [110, 100], size: [150, 50], label: 'W1', value: W1.turns === null ? 'not wound' : `${W1.turns} turns` },
        {
          sym: 'text',
          at: [40, 180],
          text: `${W1.strands > 1 ? `${W1.strands} × ` : ''}${say(W1.diameter, 'm')} wire, ${sayOut(c, 'wireLength', 'm')} of it, in ${W1.layers} ${W1.layers === 1 ? 'layer' : 'layers'}`,
        },
        {
          sym: 'text',
          at: [40, 204],
          text:
            core === 'gapped'
              ? `gap ${say(L1.gap, 'm')} in all`
              : core === 'air'
                ? `on ${say(2 * L1.radius, 'm')} diameter`
                : `saturates at ${sayOut(c, 'saturationCurrent', 'A')}`,
        },
      ],
    };
  },
  simulate: (x) => {
    if (x.parts.W1.turns === null || x.given.rippleCurrent === 0) return null;
    const henries = atPeak(x);
    const f = x.given.switchingFrequency;
    // A square wave whose half periods move the current by the ripple.
    const volts = 2 * henries * x.given.rippleCurrent * f;
    return {
      elements: [
        {
          is: 'voltage',
          name: 'V1',
          a: 'in',
          b: '0',
          wave: { sort: 'pulse', low: -volts, high: volts, delay: 0, rise: 1e-4 / f, fall: 1e-4 / f, width: 0.4999 / f, period: 1 / f },
        },
        { is: 'inductor', name: 'L1', a: 'in', b: 'out', henries, initial: x.given.loadCurrent - x.given.rippleCurrent / 2 },
        { is: 'voltage', name: 'V0', a: 'out', b: '0', wave: { sort: 'dc', value: 0 } },
      ],
      out: 'in',
      band: [f / 100, f * 10],
      time: { stop: 2 / f, start: 'rest' },
      confirms: {
        peakCurrent: (b) => {
          return b.over({ stop: 1 / f, step: 1e-3 / f, start: 'rest', outputs: ['I(L1)'] }, (t) =>
            t.signals['I(L1)']!.reduce((a, v) => Math.max(a, v), -Infinity),
          );
        },
      },
    };
  },
  curves: (x) =>
    x.parts.W1.turns === null
      ? []
      : [
          {
            id: 'bias',
            title: 'Inductance against current',
            x: { label: 'current', unit: 'A', log: false, from: 0, to: 2 * Math.max(peak(x), 1e-3) },
            y: { label: 'inductance', unit: 'H' },
            points: 81,
            marks: [
              { axis: 'x', value: peak(x), label: 'peak' },
              { axis: 'y', value: x.given.minimumInductance, label: 'wanted', limit: true },
            ],
            at: (amps) => (atPeak(x) / left(x, peak(x))) * left(x, amps),
          },
          {
            id: 'wire',
            title: 'Resistance for direct current against the wire',
            x: { label: 'bare diameter', unit: 'm', log: true, from: x.parts.W1.diameter / 2, to: x.parts.W1.diameter * 2 },
            y: { label: 'resistance at 20 °C', unit: 'ohm' },
            points: 61,
            marks: [{ axis: 'x', value: x.parts.W1.diameter, label: 'chosen' }],
            at: (d) => (copperResistivity(20) * (x.parts.W1.turns ?? 0) * turn(x)) / copperArea({ ...x.parts.W1, diameter: d }),
          },
        ],
  bringUp: (c) => [
    {
      id: 'wind',
      act: 'fit',
      title: 'Wind it',
      text: `${c.x.parts.W1.turns ?? 'As many'} turns, side by side, start and end marked; ${sayOut(c, 'wireLength', 'm')} of wire and the ends.`,
    },
    {
      id: 'inductance',
      act: 'probe',
      title: 'Inductance',
      text: 'Component tester at low level, before it is fitted.',
      expect: { point: 'L1 on the tester', of: 'inductance' },
    },
    {
      id: 'slope',
      act: 'fit',
      title: 'Up to its peak',
      text: 'A single pulse from a charged capacitor through a switch: the current rises straight up to its peak. A bend upward is saturation.',
    },
  ],
  schools: 'A gapped ferrite (little loss, saturates sharply) or powder (gives way gently, more loss in the core); one thick wire or several.',
  sources: ['Wheeler 1928', 'gap fringing as in magnetics handbooks', 'Dowell 1966', 'Steinmetz', 'IEC 60028', 'IEC 60317'],
};
