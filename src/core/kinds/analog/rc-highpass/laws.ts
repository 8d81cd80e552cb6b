import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Resistances and corner of the network. */
export function network({ given: g, parts: { R1, C1 } }: AnyInputs) {
  const rp = parallel(R1.value, g.loadResistance);
  const series = g.sourceResistance + C1.esr;
  const tau = (series + rp) * C1.value;
  return { rp, series, tau, corner: 1 / (2 * Math.PI * tau), gain: rp / (rp + series) };
}

/** Attenuation against the passband, dB. */
export const fallen = (corner: number, frequency: number): number => 10 * Math.log10(1 + (corner / frequency) ** 2);
