import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

type Part = { value: number | null; join: 'series' | 'parallel' };

/** One leg between two nodes, of one or two resistors. */
function legElements(name: string, a: string, b: string, first: Part, second: Part): Element[] {
  if (second.value === null) return [{ is: 'resistor', name, a, b, ohms: first.value! }];
  const middle = second.join === 'series' ? `${name}.middle` : b;
  return [
    { is: 'resistor', name, a, b: middle, ohms: first.value! },
    { is: 'resistor', name: `${name}x`, a: second.join === 'series' ? middle : a, b, ohms: second.value },
  ];
}

/** Source, its resistance, both legs, C1 and the load. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation {
  const { given: g, parts } = x;
  const top = g.sourceResistance > 0 ? 'top' : 'in';
  const elements: Element[] = [
    { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'dc', value: g.inputVoltage }, ac: 1 },
    ...(g.sourceResistance > 0 ? [{ is: 'resistor', name: 'Rs', a: 'in', b: 'top', ohms: g.sourceResistance } as const] : []),
    ...legElements('R1', top, 'out', parts.R1, parts.R1x),
    ...legElements('R2', 'out', '0', parts.R2, parts.R2x),
    ...(Number.isFinite(g.loadResistance) ? [{ is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: g.loadResistance } as const] : []),
    ...(g.loadCurrent !== 0 ? [{ is: 'current', name: 'IL', a: 'out', b: '0', wave: { sort: 'dc', value: g.loadCurrent } } as const] : []),
    ...(parts.C1.value === null ? [] : [{ is: 'capacitor', name: 'C1', a: 'out', b: '0', farads: parts.C1.value } as const]),
  ];
  const corner = o.cutoffFrequency;
  const low = corner === undefined ? 1 : corner / 1e4;
  return {
    elements,
    out: 'out',
    band: corner === undefined ? [1, 1e6] : [corner / 100, corner * 1000],
    time: { stop: corner === undefined ? 1e-3 : 2 / corner, start: 'rest' },
    confirms: {
      outputVoltage: (b) => b.dc('out'),
      gain: (b) => b.gain('out', low),
      noiseDensity: (b) => b.density('out', low),
      inputCurrent: (b) => {
        const i = b.dc('I(V1)');
        return typeof i === 'number' ? -i : i;
      },
      ...(corner === undefined ? {} : { cutoffFrequency: (b) => b.corner('out', low, corner * 100), outputNoise: (b) => b.noise('out', low, corner * 1e4) }),
    },
  };
}
