import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';

const FEEDBACK = [10e3, 47e3] as const;

/** The gain resistors together, the output capacitor at half the lowest frequency, the one in the gain leg at a third of it. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const outputs = g.topology === 'bridged' ? 2 : 1;
  const smallest = (slot: string, ohms: number, corner: number): number | undefined =>
    s.open(slot) ? s.candidates(slot, 1e-9, 0.022).find((c) => 1 / (2 * Math.PI * ohms * c * (1 - s.tolerance(slot))) <= corner) : undefined;
  const c1 = smallest('C1', g.loadResistance, g.lowestFrequency / 2);
  const found =
    s.open('R1') || s.open('R2')
      ? jointSearch({
          slots: [
            { values: s.candidates('R1', 100, 47e3), tolerance: s.tolerance('R1') },
            { values: s.candidates('R2', ...FEEDBACK), tolerance: s.tolerance('R2') },
          ],
          results: [([r1, r2]) => outputs * (1 + r2! / r1!)],
          targets: [g.gain],
          keep: 5,
        }).map((f) => ({ r1: f.values[0]!, r2: f.values[1]!, error: f.error }))
      : [{ r1: s.value('R1'), r2: s.value('R2'), error: 0 }];
  return found.map(({ r1, r2, error }): Offer => {
    const c2 = smallest('C2', r1, g.lowestFrequency / 3);
    return {
      values: {
        ...(s.open('R1') ? { R1: r1 } : {}),
        ...(s.open('R2') ? { R2: r2 } : {}),
        ...(c1 ? { C1: c1 } : {}),
        ...(c2 ? { C2: c2 } : {}),
      },
      why: `gain ${formatText(error, 'ratio', 2)} off`,
    };
  });
}
