import { formatText } from '../../../quantity/format.ts';
import { around } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';

/** R and C for the centre, the shunt parts as pairs of the same value, and the divider of the bootstrap. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const f0 = g.centreFrequency as number;
  const lifted = g.topology === 'bootstrapped';
  const rs = s.candidates('R1', 2e3, 2.2e5);
  const cs = s.candidates('C1', 1e-9, 4.7e-7);
  // Of equal errors what neither the source nor the load disturbs: a middling resistance.
  const wanted = Math.min(Math.max(Math.sqrt(Math.max(g.sourceResistance, 100) * Math.min(g.loadResistance, 1e7)), 1e4), 5e4);
  const pairs = rs
    .flatMap((r) => around(cs, 1 / (2 * Math.PI * r * f0)).map((c) => ({ r, c, off: Math.abs(1 / (2 * Math.PI * r * c * f0) - 1) })))
    .sort((a, b) => (Math.abs(a.off - b.off) > 2e-3 ? a.off - b.off : Math.abs(Math.log(a.r / wanted)) - Math.abs(Math.log(b.r / wanted))))
    .slice(0, 4);
  const k = lifted && g.quality ? 1 - 1 / (4 * g.quality) : 0.9;
  const divider = lifted
    ? jointSearch({
        slots: [
          { values: s.candidates('R4', 100, 1e4), tolerance: s.tolerance('R4') },
          { values: s.candidates('R5', 1e3, 1e5), tolerance: s.tolerance('R5') },
        ],
        results: [([a, b]) => b! / (a! + b!)],
        targets: [Math.max(k, 1e-3)],
      })[0]
    : undefined;
  const all = { R4: divider?.values[0], R5: divider?.values[1] };
  return pairs.map(({ r, c, off }): Offer => {
    const values: Record<string, number> = {};
    for (const [slot, value] of Object.entries({ R1: r, R2: r, R3: r / 2, C1: c, C2: c, C3: 2 * c, ...all }))
      if (value !== undefined && s.open(slot)) values[slot] = value;
    return { values, why: `${formatText(off, 'ratio', 2)} off the centre` };
  });
}
