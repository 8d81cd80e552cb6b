import { magnitude, poles, type Response } from '../../../models/prototype.ts';
import { formatText } from '../../../quantity/format.ts';
import { nearestOf } from '../../../quantity/preferred.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { Filter } from './laws.ts';
import { slotAt, targetsOf } from './layout.ts';

const GRID = 12;

/** The values of the exact prototype, the buyable ones nearest to them, and from there neighbours as long as the passband gets nearer to its shape. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const targets = targetsOf(g);
  const slots = targets.map((_, i) => slotAt(g, i + 1));
  if (!slots.some((slot) => s.open(slot))) return [];
  const shape = poles(g.response as Response, g.order, g.ripple);
  const lists = slots.map((slot, i) => (s.open(slot) ? s.candidates(slot, targets[i]! / 8, targets[i]! * 8) : [x.parts[slot].value as number]));
  if (lists.some((list) => list.length === 0)) return [];
  const at = lists.map((list, i) => list.indexOf(nearestOf(list, targets[i]!)!));
  const error = (places: readonly number[]): number => {
    const parts = { ...x.parts, ...Object.fromEntries(slots.map((slot, i) => [slot, { ...x.parts[slot], value: lists[i]![places[i]!]! }])) };
    const filter = new Filter({ ...x, parts });
    let most = 0;
    for (let i = 0; i < GRID; i++) {
      const u = 0.1 * 10 ** (i / (GRID - 1));
      most = Math.max(most, Math.abs(filter.relative(g.cutoffFrequency * u) - 20 * Math.log10(magnitude(shape, u))));
    }
    return most;
  };
  let here = [...at];
  let off = error(here);
  const tried: { places: number[]; off: number }[] = [{ places: here, off }];
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < here.length; i++)
      for (const by of [-1, 1]) {
        const next = here.with(i, here[i]! + by);
        if (lists[i]![next[i]!] === undefined) continue;
        const there = error(next);
        tried.push({ places: next, off: there });
        if (there < off - 1e-9) {
          [here, off] = [next, there];
          better = true;
        }
      }
  }
  const seen = new Set<string>();
  return tried
    .sort((a, b) => a.off - b.off)
    .filter((t) => !seen.has(t.places.join()) && seen.add(t.places.join()))
    .slice(0, 4)
    .map(({ places, off: miss }): Offer => {
      const values: Record<string, number> = {};
      slots.forEach((slot, i) => {
        if (s.open(slot)) values[slot] = lists[i]![places[i]!]!;
      });
      return { values, why: `within ${formatText(miss, 'dB', 2)} of the shape` };
    });
}
