import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { network } from './laws.ts';

const [LEAST, MOST] = [4.7e-12, 68e-12];
const KEEP = 4;
const NEAR = 1.5;

/** Both load capacitors alike, where the worst pulling is least; another one to a capacitor that is chosen. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const at = (c1: number, c2: number) => network({ ...x, parts: { ...x.parts, C1: { ...x.parts.C1, value: c1 }, C2: { ...x.parts.C2, value: c2 } } });
  const worst = (c1: number, c2: number) =>
    Math.max(...[-1, 1].map((end) => Math.abs(at(c1 * (1 + end * s.tolerance('C1')), c2 * (1 + end * s.tolerance('C2'))).pulling)));
  const both = s.open('C1') && s.open('C2');
  const pairs = s.candidates('C1', LEAST, MOST).flatMap((c1) => (both ? [[c1, c1] as const] : s.candidates('C2', LEAST, MOST).map((c2) => [c1, c2] as const)));
  return (
    pairs
      .map(([c1, c2]) => ({ c1, c2, off: worst(c1, c2) }))
      .sort((a, b) => a.off - b.off)
      // Off the load it is cut for a crystal is a worse one: no other check is met that way.
      .filter(({ off }, _, [best]) => off <= NEAR * best!.off)
      .slice(0, KEEP)
      .map(({ c1, c2 }): Offer => {
        const values: Record<string, number> = {};
        for (const [slot, value] of Object.entries({ C1: c1, C2: c2 })) if (s.open(slot)) values[slot] = value;
        return { values, why: `loads the crystal with ${formatText(at(c1, c2).load, 'F', 3)}` };
      })
  );
}
