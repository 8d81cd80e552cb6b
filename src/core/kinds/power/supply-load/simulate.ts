import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** Most copies that are drawn one by one. */
const DRAWN = 24;

/** The rail, shared wiring, each copy on its branch, at peak and at the trough of the ripple. */
export function simulate(x: AnyInputs, _o: Record<string, number>, env: { copies: number }): Simulation | null {
  const { given: g, carried } = x;
  const { copies } = env;
  // A load that draws constant power is no linear element: its own closed root is all there is.
  if (g.loadKind === 'constant-power' || g.peakCurrent === 0 || copies > DRAWN) return null;
  const trough = carried.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
  const shared = g.wiringResistance > 0 ? 'shared' : 'rail';
  const elements: Element[] = [
    { is: 'voltage', name: 'V1', a: 'rail', b: '0', wave: { sort: 'dc', value: trough }, ac: 1 },
    ...(g.wiringResistance > 0 ? [{ is: 'resistor', name: 'Rw', a: 'rail', b: 'shared', ohms: g.wiringResistance } as const] : []),
    ...Array.from({ length: copies }, (_, i): Element[] => [
      { is: 'resistor', name: `Rb${i}`, a: shared, b: `load${i}`, ohms: Math.max(g.branchResistance, 1e-9) },
      g.loadKind === 'resistive'
        ? { is: 'resistor', name: `Z${i}`, a: `load${i}`, b: '0', ohms: g.ratedVoltage / g.peakCurrent }
        : { is: 'current', name: `Z${i}`, a: `load${i}`, b: '0', wave: { sort: 'dc', value: g.peakCurrent } },
    ]).flat(),
  ];
  return { elements, out: 'load0', band: [1, 1e5], time: { stop: 1e-3 }, confirms: { loadVoltage: (b) => b.dc('load0') } };
}
