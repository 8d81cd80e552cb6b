import { abs, add, beside, complex, over } from '../../../math/complex.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Resistances and capacitances of the closed switch. */
export function closed({ given: g, parts: { U1 } }: AnyInputs) {
  const load = g.loadResistance ?? Infinity;
  const series = g.sourceResistance + U1.onResistance;
  const total = series + load;
  const rp = parallel(series, load);
  const farads = g.loadCapacitance + U1.onCapacitance;
  return { load, series, total, rp, farads, gain: Number.isFinite(load) ? load / total : 1 };
}

const reactance = (farads: number, frequency: number) => complex(0, -1 / (2 * Math.PI * frequency * farads));
const shunted = (ohms: number, farads: number, frequency: number) =>
  farads > 0 ? (Number.isFinite(ohms) ? beside(complex(ohms), reactance(farads, frequency)) : reactance(farads, frequency)) : complex(ohms);

/** What is left of a signal at an open switch, and of the neighbour's at a closed one, dB, positive. */
export function isolation({ given: g, parts: { U1 } }: AnyInputs, frequency: number): number {
  const z = shunted(g.loadResistance ?? Infinity, g.loadCapacitance + U1.drainCapacitance, frequency);
  return -toDb(abs(over(z, add(add(z, complex(g.sourceResistance)), reactance(U1.offCapacitance, frequency)))));
}
export function crosstalk(x: AnyInputs, frequency: number): number {
  const { rp, farads } = closed(x);
  const y = shunted(rp, farads, frequency);
  return -toDb(abs(over(y, add(y, reactance(x.parts.U1.crosstalkCapacitance, frequency)))));
}
