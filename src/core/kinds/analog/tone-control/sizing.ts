import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Three decibels in hand at DC, the hinges an octave or two inside the frequencies where the boost is stated. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const boost = (g.boost as number | null) ?? 12;
  const p1 = x.parts.P1.value as number;
  const p2 = x.parts.P2.value as number;
  const near = (slot: string, wanted: number, low: number, high: number): number => nearestOf(s.candidates(slot, low, high), wanted) ?? wanted;
  const r = (slot: string, wanted: number) => near(slot, wanted, 100, 1e6);
  const c = (slot: string, wanted: number) => near(slot, wanted, 1e-11, 1e-5);
  const offer = (spare: number): Offer => {
    let all: Record<string, number>;
    if (g.topology === 'active') {
      const end = p1 / (10 ** ((boost + spare) / 20) - 1);
      const r1 = r('R1', end);
      const r4 = r('R4', p2 / (10 ** ((boost + spare) / 20) - 1));
      // Below the hinge the capacitor across the track is open, above it shorts it.
      const c1 = c('C1', Math.sqrt(1 + p1 / r1) / (2 * Math.PI * p1 * g.bassFrequency * 2.5));
      const r3 = r('R3', r1);
      const c2 = c('C2', 2.2 / (2 * Math.PI * (r1 + 2 * r3 + r4) * (g.trebleFrequency / 4)));
      all = { R1: r1, R2: r('R2', r1), R3: r3, R4: r4, R5: r('R5', r4), C1: c1, C2: c2 };
    } else {
      const r1 = r('R1', p1 / 10 ** ((Math.min(boost, 18) + spare - 18) / 40) / 10);
      const c1 = c('C1', 1 / (2 * Math.PI * r1 * g.bassFrequency * 3.5));
      const c3 = c('C3', 1 / (2 * Math.PI * p2 * (g.trebleFrequency / 14)));
      all = { R1: r1, R2: r('R2', r1 / 10), R3: r('R3', r1), C1: c1, C2: c('C2', 10 * c1), C3: c3, C4: c('C4', 10 * c3) };
    }
    return { values: Object.fromEntries(Object.entries(all).filter(([slot]) => s.open(slot))), why: `${spare} dB in hand` };
  };
  return [offer(3), offer(5), offer(1.5), offer(7)];
}
