import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';

/** One resistor for a chip; of three op amps a difference stage of gain one, and R1 with R2 = R3 together. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const wanted = g.gain as number;
  if (g.topology === 'single-resistor') {
    const exact = wanted > 1 ? x.parts.U1.gainConstant / (wanted - 1) : 1e6;
    return [...s.candidates('R1', exact / 3, exact * 3)]
      .sort((a, b) => Math.abs(Math.log(a / exact)) - Math.abs(Math.log(b / exact)))
      .slice(0, 3)
      .map((r): Offer => ({ values: s.open('R1') ? { R1: r } : {}, why: `a gain of ${formatText(1 + x.parts.U1.gainConstant / r, '', 4)}` }));
  }
  const list = s.candidates('R4', 1e4, 2.5e4);
  const difference = list.reduce((a, v) => (Math.abs(v - 1e4) < Math.abs(a - 1e4) ? v : a), list[0] ?? 1e4);
  return jointSearch({
    slots: [
      { values: s.candidates('R1', 50, 1e6), tolerance: s.tolerance('R1') },
      { values: s.candidates('R2', 5e3, 5e4), tolerance: s.tolerance('R2') },
    ],
    results: [([r1, r2]) => 1 + (2 * r2!) / r1!],
    targets: [Math.max(wanted, 1.0001)],
    resolution: 1e-4,
    order: (a, b) => a.values[1]! - b.values[1]!,
  }).map(({ values: [r1, r2], error }): Offer => {
    const all: Record<string, number> = { R1: r1!, R2: r2!, R3: r2!, R4: difference, R5: difference, R6: difference, R7: difference };
    return { values: Object.fromEntries(Object.entries(all).filter(([slot]) => s.open(slot))), why: `${formatText(error, 'ratio', 2)} off` };
  });
}
