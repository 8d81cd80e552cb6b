import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import { idealOf, loopOf } from './laws.ts';

/** Summing resistors of ten kilohms, equal capacitors and equal integrator resistors for the frequency, R4 with R5 for the quality. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const near = (slot: string, wanted: number): number => nearestOf(s.candidates(slot, wanted / 3, wanted * 3), wanted) ?? wanted;
  const r2 = near('R2', 1e4);
  const r3 = near('R3', 1e4);
  const r1 = near('R1', r3 / g.gain);
  const controlled = g.tuning === 'controlled';
  const series = g.tuning === 'switched-resistors' ? x.parts.S1.onResistance : 0;
  const f0 = g.centreFrequency as number;
  const root = Math.sqrt(r3 / r2);
  const cs = s.candidates('C1', controlled ? 5e-11 : 4.7e-10, 2.2e-7);
  const pairs = controlled
    ? cs
        .map((c) => {
          const at = (farads: number) =>
            idealOf(
              loopOf({
                ...x,
                parts: {
                  ...x.parts,
                  R1: { value: r1 },
                  R2: { value: r2 },
                  R3: { value: r3 },
                  R4: { value: 1e4 },
                  R5: { value: 1e4 },
                  C1: { value: farads },
                  C2: { value: farads },
                },
              }),
            ).frequency;
          return { r: 1e4, c, off: Math.abs(Math.log(at(c) / f0)) };
        })
        .sort((a, b) => a.off - b.off)
    : s
        .candidates('R6', 3e3, 1e5)
        .flatMap((r) =>
          around(cs, root / (2 * Math.PI * (r + series) * f0)).map((c) => ({ r, c, off: Math.abs(root / (2 * Math.PI * (r + series) * c * f0) - 1) })),
        )
        .sort((a, b) => (Math.abs(a.off - b.off) > 1e-3 ? a.off - b.off : Math.abs(Math.log(a.r / 15e3)) - Math.abs(Math.log(b.r / 15e3))));
  // Quality: 1/Q = a/√b with a = (1 + R3/R1 + R3/R2)·R5/(R4 + R5).
  const share = Math.min(0.98, root / (g.quality * (1 + r3 / r1 + r3 / r2)));
  const q = jointSearch({
    slots: [
      { values: s.candidates('R4', 1e3, 1e6), tolerance: s.tolerance('R4') },
      { values: s.candidates('R5', 1e3, 2e4), tolerance: s.tolerance('R5') },
    ],
    results: [([r4, r5]) => r5! / (r4! + r5!)],
    targets: [share],
    resolution: 1e-3,
    order: (a, b) => Math.abs(Math.log(a.values[1]! / 1e4)) - Math.abs(Math.log(b.values[1]! / 1e4)),
  })[0];
  return pairs.slice(0, 4).map(({ r, c, off }): Offer => {
    const values: Record<string, number> = {};
    const all: Record<string, number | undefined> = {
      R1: r1,
      R2: r2,
      R3: r3,
      R4: q?.values[0],
      R5: q?.values[1],
      C1: c,
      C2: c,
      ...(controlled ? { R8: 1e5, R9: 1e3 } : { R6: r, R7: r }),
    };
    for (const [slot, value] of Object.entries(all)) if (value !== undefined && s.open(slot)) values[slot] = value;
    return { values, why: `${formatText(off, 'ratio', 2)} off the frequency` };
  });
}
