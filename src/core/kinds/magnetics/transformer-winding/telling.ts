import { VACUUM, copperArea } from '../../../physics/winding.ts';
import { port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { windingSteps } from '../../winding-steps.ts';
import { say, sayOut } from '../../../stage/words.ts';
import type { transformerWinding } from './index.ts';
import { current, fill, form, heated, leakage, loaded, open, ratio, resistance, SLOTS, wound, type Slot } from './laws.ts';

type Steps = StepsOf<typeof transformerWinding>;

export const telling: Telling<typeof transformerWinding> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    if (parts.W0.turns === null)
      return [
        step('Form', 'k = f*1', [form(c.x), ''], { f: [form(c.x), ''] }, 'Faraday'),
        step('Area product', 'Ap = A*Aw', [parts.T1.coreArea * parts.T1.windowArea, 'm4'], { A: 'T1.coreArea', Aw: 'T1.windowArea' }, 'definition'),
      ];
    const hot = heated(c.x);
    const k = [form(c.x), ''] as const;
    const first: Steps = [
      step('Turns for a volt', 'n = N0/V', 'turnsPerVolt', { N0: 'W0.turns', V: 'inputVoltage' }, 'definition'),
      step('Peak flux', 'B = V/(k*f*N0*A)', 'fluxPeak', { V: 'inputVoltage', k, f: 'frequency', N0: 'W0.turns', A: 'T1.coreArea' }, 'Faraday'),
      step('Area product', 'Ap = A*Aw', 'areaProduct', { A: 'T1.coreArea', Aw: 'T1.windowArea' }, 'definition'),
      step(
        'Leakage inductance',
        'Lk = 4e-7*pi*N0^2*l/b*(g + h/3)',
        'leakageInductance',
        { N0: 'W0.turns', l: 'T1.meanTurnLength', b: 'T1.windowBreadth', g: 'insulationGap', h: [height(c.x), 'm'] },
        'field between windings one over the other',
      ),
      step('Copper in the window', 'kc = Ac/Aw', 'windowFill', { Ac: [fill(c.x) * parts.T1.windowArea, 'm2'], Aw: 'T1.windowArea' }, 'copper of all windings'),
    ];
    if (!hot) return first;
    const all = wound(c.x);
    const worst = all.reduce((a, b) =>
      resistance(c.x, b, hot.celsius) / dc(c.x, b, hot.celsius) > resistance(c.x, a, hot.celsius) / dc(c.x, a, hot.celsius) ? b : a,
    );
    const secondaries = all.slice(1).flatMap((slot): Steps => {
      const i = SLOTS.indexOf(slot) as 1 | 2 | 3;
      const [r0, ri] = [
        [hot.ohms.W0, 'ohm'],
        [hot.ohms[slot], 'ohm'],
      ] as const;
      const n = [ratio(c.x, slot), 'ratio'] as const;
      return [
        step(`Secondary ${i}, open`, 'Vo = V*Ns/N0', `secondary${i}Open`, { V: 'inputVoltage', Ns: `${slot}.turns` as 'W1.turns', N0: 'W0.turns' }, 'turns'),
        step(
          `Secondary ${i}, loaded`,
          'Vl = (V - I0*R0)*n - Is*Rs',
          `secondary${i}Loaded`,
          { V: 'inputVoltage', I0: [current(c.x, 'W0'), 'A'], R0: r0, n, Is: `secondary${i}Current`, Rs: ri },
          'resistances of both windings, hot, at this frequency',
        ),
        ...(g[`secondary${i}Voltage`] === null
          ? []
          : [step(`Secondary ${i} off`, 'e = Vl/Vw - 1', `secondary${i}Error`, { Vl: `secondary${i}Loaded`, Vw: `secondary${i}Voltage` }, 'definition')]),
      ];
    });
    const power = all.slice(1).reduce((sum, s) => sum + loaded(c.x, s, hot) * current(c.x, s), 0);
    return [
      ...first,
      step(
        'Loss in the core',
        'Pk = Vc*p*(f/f0)^a*(B/B0)^b',
        'coreLoss',
        {
          Vc: 'T1.coreVolume',
          p: 'T1.lossDensity',
          f: 'frequency',
          f0: 'T1.lossFrequency',
          a: 'T1.frequencyExponent',
          B: 'fluxPeak',
          B0: 'T1.lossFlux',
          b: 'T1.fluxExponent',
        },
        'Steinmetz',
      ),
      ...windingSteps(worst, parts[worst], g.frequency, hot.celsius, 'acResistanceRatio').map((s, i) => (i === 0 ? { ...s, gives: 'skinDepth' as never } : s)),
      step(
        'Primary current',
        'I = I0 + Pk/V',
        'inputCurrent',
        { I0: [current(c.x, 'W0'), 'A'], Pk: 'coreLoss', V: 'inputVoltage' },
        'what the secondaries take by their turns, and the core',
      ),
      ...secondaries,
      ...copper(c.x, all, hot.ohms),
      step(
        'Winding',
        'T = Ta + Rth*(Pc + Pk)',
        'windingTemperature',
        { Ta: 'ambient', Rth: 'T1.thermalResistance', Pc: 'copperLoss', Pk: 'coreLoss' },
        'settled: the losses and the temperature they make agree',
      ),
      step('Heat', 'P = Pc + Pk', 'totalDissipation', { Pc: 'copperLoss', Pk: 'coreLoss' }, 'sum'),
      ...(power > 0 ? [step('Efficiency', 'e = Ps/(Ps + P)', 'efficiency', { Ps: [power, 'W'], P: 'totalDissipation' }, 'definition')] : []),
      step(
        'Area product needed',
        'Apn = S/(k*f*Bm*J*kf)',
        'areaProductNeeded',
        { S: [apparent(c.x, c.nominal('inputCurrent')!), 'VA'], k, f: 'frequency', Bm: 'T1.maximumFlux', J: 'given.currentDensity', kf: 'maximumFill' },
        'area product, at the whole flux of the core',
      ),
    ];
  },
  figure: (c) => {
    const { parts } = c.x;
    const all = wound(c.x);
    const rows = SLOTS.map((slot, i): Drawn => {
      const w = parts[slot];
      const there = all.includes(slot);
      const text = there
        ? `${w.turns} × ${w.strands > 1 ? `${w.strands} × ` : ''}${say(w.diameter, 'm')}, ${w.layers} ${w.layers === 1 ? 'layer' : 'layers'}`
        : 'not wound';
      return { sym: 'block', id: slot, at: [230, 14 + i * 56], size: [230, 46], label: slot, value: text };
    });
    return {
      width: 620,
      height: 270,
      title: 'Windings from the core outwards, start and end marked',
      items: [
        port(40, 60, 'in', say(c.x.given.inputVoltage, 'V'), 'left'),
        wire(40, 60, 70, 60),
        { sym: 'block', id: 'T1', at: [70, 20], size: [110, 120], label: 'T1', value: sayOut(c, 'fluxPeak', 'T') },
        ...rows,
        ...all
          .slice(1)
          .map((slot): Drawn =>
            port(
              500,
              37 + SLOTS.indexOf(slot) * 56,
              slot === 'W1' ? 'out' : slot,
              `${sayOut(c, `secondary${SLOTS.indexOf(slot)}Loaded` as 'secondary1Loaded', 'V')}`,
              'right',
            ),
          ),
        { sym: 'text', at: [40, 180], text: `primary ${sayOut(c, 'primaryLength', 'm')} of wire` },
        { sym: 'text', at: [40, 204], text: `secondary ${sayOut(c, 'secondary1Length', 'm')}` },
        { sym: 'text', at: [40, 228], text: `insulation ${say(c.x.given.insulationGap, 'm')}` },
      ],
    };
  },
  simulate: (x) => {
    if (x.parts.W0.turns === null || x.parts.W1.turns === null) return null;
    const hot = heated(x);
    if (!hot || current(x, 'W1') === 0) return null;
    const f = x.given.frequency;
    // Enough magnetising inductance that its current does not count, as in the formulas.
    const main = (1000 * x.given.inputVoltage) / (2 * Math.PI * f * Math.max(current(x, 'W0'), 1e-6));
    const n = ratio(x, 'W1');
    const volts = loaded(x, 'W1', hot);
    if (volts <= 0) return null;
    // The other secondaries take their current as resistances of their own.
    const others = wound(x).slice(2);
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'sine', offset: 0, amplitude: Math.SQRT2 * x.given.inputVoltage, frequency: f }, ac: 1 },
        { is: 'resistor', name: 'R0', a: 'in', b: 'p', ohms: Math.max(hot.ohms.W0, 1e-9) },
        { is: 'inductor', name: 'W0', a: 'p', b: '0', henries: main },
        ...[
          ['W1', n, hot.ohms.W1, volts / current(x, 'W1')] as const,
          ...others.map((s) => [s, ratio(x, s), hot.ohms[s], Math.max(loaded(x, s, hot) / Math.max(current(x, s), 1e-9), 1e-6)] as const),
        ].flatMap(([slot, turns, ohms, load]) => [
          { is: 'inductor' as const, name: slot, a: `${slot}s`, b: '0', henries: main * turns ** 2 },
          { is: 'coupling' as const, name: `K${slot}`, first: 'W0', second: slot, k: 0.999999 },
          { is: 'resistor' as const, name: `R${slot}`, a: `${slot}s`, b: `${slot}o`, ohms: Math.max(ohms, 1e-9) },
          { is: 'resistor' as const, name: `L${slot}`, a: `${slot}o`, b: '0', ohms: load },
        ]),
      ],
      out: 'W1o',
      band: [f / 10, f * 10],
      time: { stop: 3 / f },
      confirms: {
        secondary1Loaded: (b) => {
          const gain = b.gain('W1o', f);
          return typeof gain === 'number' ? gain * x.given.inputVoltage : gain;
        },
      },
      differs: {
        ...(others.length
          ? { secondary1Loaded: 'with more than two windings coupled in pairs the circuit is not quite the ideal transformer of the formulas' }
          : {}),
      },
    };
  },
  curves: (x) => {
    if (x.parts.W0.turns === null) return [];
    const at = (turns: number) =>
      ({
        ...x,
        parts: {
          ...x.parts,
          ...Object.fromEntries(
            SLOTS.map((s) => [s, { ...x.parts[s], turns: x.parts[s].turns === null ? null : (x.parts[s].turns * turns) / x.parts.W0.turns! }]),
          ),
        },
      }) as typeof x;
    return [
      {
        id: 'load',
        title: 'Winding temperature against the current of secondary 1',
        x: { label: 'current', unit: 'A', log: false, from: 0, to: 1.5 * Math.max(x.given.secondary1Current, 0.01) },
        y: { label: 'winding', unit: 'degC' },
        points: 61,
        marks: [
          { axis: 'x', value: x.given.secondary1Current, label: 'load' },
          { axis: 'y', value: x.parts.T1.maximumTemperature, label: 'limit', limit: true },
        ],
        at: (amps) => heated({ ...x, given: { ...x.given, secondary1Current: amps } })?.celsius ?? NaN,
      },
      {
        id: 'turns',
        title: 'Loss against turns with this wire: core falls, copper grows',
        x: { label: 'primary turns', unit: 'count', log: true, from: Math.max(1, x.parts.W0.turns / 2), to: x.parts.W0.turns * 2 },
        y: { label: 'loss', unit: 'W' },
        points: 61,
        marks: [{ axis: 'x', value: x.parts.W0.turns, label: 'chosen' }],
        at: (turns) => {
          const hot = heated(at(turns));
          return hot ? hot.copper + hot.core : NaN;
        },
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'wind',
      act: 'fit',
      title: 'Wind it',
      text: wound(c.x)
        .map(
          (slot) =>
            `${slot}: ${c.x.parts[slot].turns} turns in ${c.x.parts[slot].layers} ${c.x.parts[slot].layers === 1 ? 'layer' : 'layers'}, start and end marked.`,
        )
        .join(' '),
    },
    { id: 'insulation', act: 'fit', title: 'Insulation', text: 'Tested between the windings and to the core by someone equipped for it, before any power.' },
    {
      id: 'ratio',
      act: 'probe',
      title: 'Ratio of secondary 1, open',
      text: 'Primary from a small ac source at a tenth of its voltage: ten times the reading. The other windings likewise, and the senses by joining two.',
      expect: { point: 'secondary 1, times ten', of: 'secondary1Open' },
    },
    {
      id: 'loaded',
      act: 'probe',
      title: 'Secondary 1, loaded',
      text: 'In steps up to full load through a limiter; winding resistance before and after tells how warm the copper is.',
      expect: { point: 'secondary 1', of: 'secondary1Loaded' },
    },
  ],
  hurts: true,
  schools: 'High flux (small, hot core) or low flux (more copper); litz or several twisted strands; few secondaries with regulators or a winding for each.',
  sources: ['Faraday', 'Dowell 1966', 'Steinmetz', 'IEC 60028', 'IEC 60317', 'area product as in magnetics handbooks'],
};

const dc = (x: Parameters<typeof resistance>[0], slot: Slot, celsius: number): number =>
  (1.7241e-8 * (1 + 0.00393 * (celsius - 20)) * x.parts[slot].turns * x.parts.T1.meanTurnLength) / copperArea(x.parts[slot]);
const height = (x: Parameters<typeof leakage>[0]): number =>
  3 * ((leakage(x) * x.parts.T1.windowBreadth) / (VACUUM * x.parts.W0.turns ** 2 * x.parts.T1.meanTurnLength) - x.given.insulationGap);
const apparent = (x: Parameters<typeof leakage>[0], primary: number): number =>
  x.given.inputVoltage * primary +
  wound(x)
    .slice(1)
    .reduce((sum, s) => sum + open(x, s) * current(x, s), 0);

/** Copper loss as a sum over the windings there are. */
function copper(x: Parameters<typeof leakage>[0], all: readonly Slot[], ohms: Readonly<Record<Slot, number>>): Steps {
  const from = Object.fromEntries(
    all.flatMap((s, i) => [
      [`I${i}`, [current(x, s), 'A'] as const],
      [`R${i}`, [ohms[s], 'ohm'] as const],
    ]),
  );
  return [step('Loss in copper', `Pc = ${all.map((_, i) => `I${i}^2*R${i}`).join(' + ')}`, 'copperLoss', from as never, 'Joule, every winding hot')];
}
