import { poleAttenuation } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { averageRejection, DEEPEST, sincRejection } from './budget.ts';

/** Corner of the channel's own RC with its source, Hz; null when there is none. // [Oppenheim] ch. 6 */
export function ownCorner(x: AnyInputs): number | null {
  const r = x.given.sourceResistance + x.parts.R1.value;
  return r > 0 && x.parts.C1.value > 0 ? 1 / (2 * Math.PI * r * x.parts.C1.value) : null;
}

/** Attenuation of that RC at a frequency, dB. */
export function ownAttenuation(x: AnyInputs, frequency: number): number {
  const corner = ownCorner(x);
  return corner === null ? 0 : poleAttenuation(frequency, corner);
}

/** Rejection of what folds into the band, dB: RC, the path before it, and a sigma-delta's own filter. */
export function aliasRejection(x: AnyInputs): number {
  const { given: g, carried } = x;
  const alias = Math.abs(g.sampleRate - g.signalBandwidth);
  const filter = g.converter === 'sigma-delta' ? sincRejection(alias, g.sampleRate, g.filterOrder) : 0;
  return Math.min(DEEPEST, ownAttenuation(x, alias) + carried.pathAlias + filter);
}

/** Rejection of the built-in filter, or of the average of the readings, at a frequency, dB. */
export const filterRejection = (x: AnyInputs, frequency: number): number =>
  x.given.converter === 'sigma-delta'
    ? sincRejection(frequency, x.given.sampleRate, x.given.filterOrder)
    : averageRejection(frequency, x.given.sampleRate, x.given.averages);

/** Rejection of mains hum, dB. */
export function interferenceRejection(x: AnyInputs): number {
  const { given: g, carried } = x;
  return Math.min(DEEPEST, ownAttenuation(x, g.interferenceFrequency) + carried.pathInterference + filterRejection(x, g.interferenceFrequency));
}
