import { HEARING } from '../../../physics/sound.ts';
import type { Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { spiralCoil } from './index.ts';
import { AIR, geometry, inductance, resistanceAt, slopeAt } from './laws.ts';

/** How the coil is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof spiralCoil> = {
  working: (c) => {
    const { given: g, ambient } = c.x;
    const steps = [
      step(
        'Room inside',
        'd = D - 2*n*w - 2*(n - 1)*s',
        'innerDiameter',
        { D: 'outerDiameter', n: 'L1.turns', w: 'L1.traceWidth', s: 'L1.traceGap' },
        'geometry',
      ),
    ];
    if (c.nominal('resistance') === null) return steps;
    const all = [
      ...steps,
      step(
        'Resistance',
        'R = 1.7241e-8*(1 + 0.00393*(T - 20))*l/(w*t)',
        'resistance',
        { T: [ambient, 'degC'], l: 'wireLength', w: 'L1.traceWidth', t: 'copperThickness' },
        'IEC 60028',
      ),
      step('Force', 'F = B*k*l*I', 'force', { B: 'magnetField', k: 'fieldFraction', l: 'wireLength', I: 'peakCurrent' }, 'Lorentz'),
      step('Resonance', 'f = sqrt(k/m)/(2*pi)', 'resonance', { k: 'stiffness', m: 'suspendedMass' }, 'mass and spring'),
      step('Movement', 'x = F/k', 'displacement', { F: 'force', k: 'stiffness' }, 'Hooke'),
      ...(c.nominal('soundPressure') === null
        ? []
        : [
            step(
              'Loudness',
              'L = 20*log10(rho*S*F*k/m/(2*pi*r)/p0)',
              'soundPressure',
              { rho: [AIR, ''], S: 'radiatingArea', F: 'force', k: 'rmsFraction', m: 'suspendedMass', r: 'distance', p0: [HEARING, ''] },
              'piston in a half space, mass-controlled',
            ),
          ]),
      step('Time constant', 'tau = L/(R + Rd)', 'timeConstant', { L: 'inductance', R: 'resistance', Rd: 'driverResistance' }, 'first-order network'),
      step(
        'Ripple',
        'Ir = V/(R + Rd)*(1 - exp(-1/(2*f*tau)))/(1 + exp(-1/(2*f*tau)))',
        'rippleCurrent',
        {
          V: [g.supplyVoltage * (g.modulation === 'bipolar' ? 2 : 1), 'V'],
          R: 'resistance',
          Rd: 'driverResistance',
          f: 'given.switchingFrequency',
          tau: 'timeConstant',
        },
        'exponentials at half duty',
      ),
      step('Ripple over peak', 'k = Ir/Ip', 'rippleRatio', { Ir: 'rippleCurrent', Ip: 'peakCurrent' }, 'definition'),
    ];
    if (c.nominal('coilTemperature') === null) return all;
    return [
      ...all,
      step(
        'Coil',
        'T = Ta + q/(1 - a*q)',
        'coilTemperature',
        {
          Ta: [ambient, 'degC'],
          q: [g.thermalResistance * (g.rmsFraction * (c.nominal('peakCurrent') ?? 0)) ** 2 * (c.nominal('resistance') ?? 0), 'K'],
          a: [slopeAt(ambient), ''],
        },
        'Joule heat and the way out in balance',
      ),
      step('Heat', 'P = (k*I)^2*R', 'dissipation', { k: 'rmsFraction', I: 'peakCurrent', R: 'hotResistance' }, 'Joule'),
    ];
  },
  figure: (c) => {
    const { given: g, parts: p } = c.x;
    const turns = Math.min(p.L1.turns, 14);
    const [cx, cy, outer] = [190, 165, 110];
    const inner = Math.max(8, outer * Math.max(0.08, (c.nominal('innerDiameter') ?? 0) / g.outerDiameter));
    const sides = { circle: 32, square: 4, hexagon: 6, octagon: 8 }[g.shape];
    const points: [number, number][] = [];
    for (let i = 0; i <= turns * sides; i++) {
      const angle = (2 * Math.PI * i) / sides + Math.PI / sides;
      const r = outer - ((outer - inner) * i) / (turns * sides);
      points.push([Math.round((cx + r * Math.cos(angle)) * 10) / 10, Math.round((cy + r * Math.sin(angle)) * 10) / 10]);
    }
    const spiral: Drawn = { sym: 'wire', points };
    return {
      width: 520,
      height: 330,
      title: `${p.L1.turns} turns on ${g.layers === 1 ? 'one layer' : `${g.layers} layers`}`,
      items: [
        spiral,
        { sym: 'block', id: 'L1', at: [350, 60], size: [130, 62], label: 'L1', value: sayOut(c, 'inductance', 'H') },
        { sym: 'text', at: [415, 160], text: sayOut(c, 'resistance', 'ohm'), value: true },
        { sym: 'text', at: [415, 190], text: `pulls ${sayOut(c, 'force', 'N')}`, value: true },
        { sym: 'text', at: [415, 220], text: `coil ${sayOut(c, 'coilTemperature', 'degC')}`, value: true },
        { sym: 'text', at: [190, 305], text: `${say(g.outerDiameter, 'm')} across` },
      ],
    };
  },
  simulate: (x) => {
    const { given: g } = x;
    const { length, inner } = geometry(x);
    if (inner <= 0) return null;
    const r = resistanceAt(x, length, x.ambient);
    const period = 1 / g.switchingFrequency;
    const low = g.modulation === 'bipolar' ? -g.supplyVoltage : 0;
    return {
      elements: [
        {
          is: 'voltage',
          name: 'V',
          a: 'p',
          b: '0',
          wave: { sort: 'pulse', low, high: g.supplyVoltage, delay: 0, rise: period * 1e-4, fall: period * 1e-4, width: period / 2, period },
          ac: 1,
        },
        { is: 'resistor', name: 'Rd', a: 'p', b: 'd', ohms: Math.max(g.driverResistance, 1e-6) },
        { is: 'inductor', name: 'L1', a: 'd', b: '0', henries: inductance(x), dcr: r },
      ],
      out: 'd',
      band: [10, 10 * g.switchingFrequency],
      time: { stop: 10 * period, start: 'rest' },
      confirms: { resistance: (b) => inverse(b.gain('d', 1e-3), g.driverResistance) },
    };
  },
  curves: (x) => {
    const { given: g } = x;
    const { length } = geometry(x);
    const r = resistanceAt(x, length, x.ambient);
    const slope = slopeAt(x.ambient);
    const current = { label: 'peak current', unit: 'A' as const, log: false, from: 0, to: 2 * g.currentLimit };
    return [
      {
        id: 'force',
        title: 'Force over current',
        x: current,
        y: { label: 'force', unit: 'N' },
        points: 41,
        marks: [{ axis: 'y', value: g.minimumForce, label: 'wanted' }],
        at: (i) => g.magnetField * g.fieldFraction * length * i,
      },
      {
        id: 'temperature',
        title: 'Temperature over current',
        x: current,
        y: { label: 'coil', unit: 'degC' },
        points: 61,
        marks: [{ axis: 'y', value: g.maximumTemperature, label: 'hottest allowed', limit: true }],
        at: (i) => {
          const q = g.thermalResistance * (g.rmsFraction * i) ** 2 * r;
          return x.ambient + Math.min(400, q / Math.max(0.05, 1 - slope * q));
        },
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'ohms',
      act: 'probe',
      title: 'Resistance of the bare coil',
      text: 'Four wires, no driver: the thickness of the copper shows here.',
      ...(c.nominal('resistance') === null ? {} : { expect: { point: 'across the coil', of: 'resistance' as const } }),
    },
    {
      id: 'pull',
      act: 'probe',
      title: 'It pulls',
      text: '100 mA from the bench supply with the magnet in place: it moves one way, and the other way with the wires swapped.',
    },
    { id: 'warm', act: 'probe', title: 'Warm', text: `Five minutes at full drive: no warmer than ${say(c.out('coilTemperature').high, 'degC')}.` },
  ],
  schools:
    'Driven straight from a bridge (fast, hot at idle when bipolar), or filtered. Many fine turns (voltage) or few wide ones (current): the same force for the same heat.',
  sources: ['current-sheet and modified Wheeler expressions for planar spirals, 1999', 'Maxwell, mutual inductance of coaxial circles', 'IEC 60028'],
};

/** Resistance from the share that falls on it behind a known one. */
const inverse = <T>(share: number | T, series: number): number | T => (typeof share === 'number' ? (share * Math.max(series, 1e-6)) / (1 - share) : share);
