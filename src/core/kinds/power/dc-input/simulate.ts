import { Bench } from '../../../circuit/measure.ts';
import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** Plugged in with the supply running: cable and contacts, loop inductance, the board's capacitor with its ESR. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation | null {
  const { given: g, parts } = x;
  if (g.bulkCapacitance === 0 || g.bulkEsr === 0) return null;
  const series = o.cableResistance! + parts.J1.contactResistance;
  const internal = o.outputResistance! - series;
  const volts = o.noLoadVoltage!;
  const ring = Math.sqrt(g.cableInductance * g.bulkCapacitance);
  const plug: Element[] = [
    { is: 'voltage', name: 'V1', a: 'plug', b: '0', wave: { sort: 'dc', value: volts }, ac: 1 },
    { is: 'inductor', name: 'Lc', a: 'plug', b: 'rail', henries: g.cableInductance, dcr: series },
    { is: 'capacitor', name: 'Cb', a: 'rail', b: '0', farads: g.bulkCapacitance, esr: g.bulkEsr },
  ];
  const stop = 6 * Math.max(ring, (series + g.bulkEsr) * g.bulkCapacitance);
  const run = { stop, step: ring / 40, start: 'rest' as const, outputs: ['rail', 'I(Lc)'] };
  const most = (list: Float64Array) => list.reduce((a, b) => Math.max(a, b), -Infinity);
  return {
    elements: plug,
    out: 'rail',
    band: [1, 10 / (2 * Math.PI * ring)],
    time: { stop, start: 'rest' },
    confirms: {
      hotPlugPeak: (b) => b.over(run, (t) => Math.max(volts, most(t.signals.rail!))),
      inrushPeak: (b) => b.over(run, (t) => most(t.signals['I(Lc)']!)),
      ...(o.outputVoltage === undefined ? {} : { outputVoltage: () => loaded(volts, internal + series, g.loadCurrent) }),
    },
  };
}

/** DC voltage at the board behind all resistance, under its load. */
const loaded = (volts: number, ohms: number, amps: number) =>
  new Bench(
    [
      { is: 'voltage', name: 'V1', a: 'supply', b: '0', wave: { sort: 'dc', value: volts } },
      { is: 'resistor', name: 'R1', a: 'supply', b: 'board', ohms: Math.max(ohms, 1e-9) },
      { is: 'current', name: 'I1', a: 'board', b: '0', wave: { sort: 'dc', value: amps } },
    ],
    25,
  ).dc('board');
