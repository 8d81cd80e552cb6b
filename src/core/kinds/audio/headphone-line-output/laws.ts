import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Resistances before and behind the socket, ohm. */
export function socket({ given: g, parts: { R1, R2, U1 } }: AnyInputs): { rs: number; rp: number } {
  return { rs: (R1.value ?? 0) + U1.outputResistance, rp: parallel(g.loadResistance, R2.value) };
}
