import { goldenSection } from '../../../math/golden.ts';
import { risingRoot } from '../../../math/root.ts';
import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** PWM frequency, Hz: what is given, or the fastest with all steps. */
export const frequencyOf = (g: AnyInputs): number => (g.frequency > 0 ? g.frequency : g.clockFrequency / 2 ** g.resolution);

/** Time constants with the pin, interaction and load in them, longest first, and the DC gain. // two-section RC ladder */
export function network({ given: g, parts }: AnyInputs) {
  const { R1, C1, U1 } = parts;
  const pin = (U1.outputResistanceHigh + U1.outputResistanceLow) / 2;
  const ra = R1.value + pin;
  const load = g.loadResistance as number;
  if (g.poles === 1) return { ra, behind: ra, gain: Number.isFinite(load) ? load / (load + ra) : 1, taus: [parallel(ra, load) * C1.value] };
  const [r2, c1, c2] = [parts.R2.value as number, C1.value as number, parts.C2.value as number];
  const loaded = Number.isFinite(load) ? 1 / load : 0;
  // Of ta·tb·s² + (ta + tb)·s + 1, over 1/g.
  const inverse = 1 + (ra + r2) * loaded;
  const product = (ra * r2 * c1 * c2) / inverse;
  const sum = (ra * c1 * (1 + r2 * loaded) + (ra + r2) * c2) / inverse;
  const root = Math.sqrt(Math.max(0, sum * sum - 4 * product));
  return { ra, behind: ra + r2, gain: 1 / inverse, taus: [(sum + root) / 2, (2 * product) / (sum + root)] };
}

/** Shares of the two exponentials in a step. */
function shares([ta, tb]: readonly number[]): [number, number][] {
  return tb === undefined
    ? [[1, ta!]]
    : [
        [ta! / (ta! - tb), ta!],
        [-tb / (ta! - tb), tb],
      ];
}

/** Ripple of half duty as a share of full scale, peak to peak: the exact periodic state. // periodic steady state of linear networks */
export function rippleShare(taus: readonly number[], period: number): number {
  if (taus.length === 1) return Math.tanh(period / (4 * taus[0]!));
  const parts = shares(taus);
  const at = (t: number) => Math.abs(parts.reduce((sum, [k, tau]) => sum + k * (0.5 - Math.exp(-t / tau) / (1 + Math.exp(-period / (2 * tau)))), 0));
  const points = 64;
  let best = 0;
  for (let i = 1; i <= points; i++) if (at((period * i) / (2 * points)) > at((period * best) / (2 * points))) best = i;
  const [from, to] = [Math.max(0, best - 1), Math.min(points, best + 1)].map((i) => (period * i) / (2 * points)) as [number, number];
  return 2 * Math.max(at((period * best) / (2 * points)), at(goldenSection((t) => -at(t), from, to, 40)));
}

/** What is left of a step after a time. */
export const leftOf = (taus: readonly number[], t: number): number => shares(taus).reduce((sum, [k, tau]) => sum + k * Math.exp(-t / tau), 0);

/** Time until a share of a step is left, s. */
export function settling(taus: readonly number[], share: number): number {
  const [slowest] = taus as [number];
  if (taus.length === 1) return -slowest * Math.log(share);
  // Two poles settle later than the slow one alone, by no more than its double.
  const end = -slowest * Math.log(share) * 2 + 4 * slowest;
  return risingRoot((t) => share - leftOf(taus, t), 0, end) ?? end;
}

/** Half power of the averaged response, Hz. */
export function cutoff([ta, tb]: readonly number[]): number {
  if (tb === undefined) return 1 / (2 * Math.PI * ta!);
  const [a, b] = [ta! * ta! * tb * tb, ta! * ta! + tb * tb];
  return Math.sqrt(2 / (b + Math.sqrt(b * b + 4 * a))) / (2 * Math.PI);
}
