import type { AnyInputs } from '../../../stage/data.ts';

/** Copper over temperature, ppm/K. */
export const COPPER = 3930;

/** The bridges in parallel behind their leads: what is left of the excitation, V, and what it draws, A. // Wheatstone bridge */
export function network(g: AnyInputs) {
  const bridge = g.bridgeResistance / g.cells;
  const leads = 2 * g.leadResistance;
  // Sensed at the bridge, the excitation is made up by what the leads take.
  const left = g.wires === 6 ? 1 : bridge / (bridge + leads);
  const across = g.excitationVoltage * left;
  const total = g.cells * g.capacity;
  return { bridge, left, across, total, perKg: (g.sensitivity * across) / total, current: g.excitationVoltage / (bridge + leads) };
}
