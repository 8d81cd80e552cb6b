/** A part as it was measured. */
export interface MeasuredPart {
  name: string;
  value: number;
}
export interface Group {
  parts: string[];
  mean: number;
  /** (max − min)/mean. */
  spread: number;
}
export interface Assignment {
  groups: Group[];
  sumOfSpreads: number;
  worstSpread: number;
  /** Names that are in no group. */
  left: string[];
}
export type By = 'value' | 'ratio';

/**
 * Groups of parts that lie closest together, the assignment with the least sum of spreads over all, not the closest group
 * first. In the order of values the best groups are neighbours without a gap: an inner part in place of an end one only makes
 * a group narrower, and two groups that reach into each other are no narrower than the two halves of both. So the best of the
 * first i parts is that of fewer, with or without a group that ends at the i-th; where ends are nearly alike the means decide,
 * and neighbours are exchanged as long as that makes the sum less. // [Bellman]
 * @param by value: spread is (max − min)/mean; ratio: the logarithm of max/min counts while choosing
 * @throws where the parts do not make one group
 */
export function match(parts: readonly MeasuredPart[], size: number, groups = Math.floor(parts.length / size), by: By = 'value'): Assignment {
  const n = parts.length;
  if (groups < 1 || groups * size > n) throw new Error(`${n} parts do not make ${Math.max(1, groups)} groups of ${size}`);
  const sorted = [...parts].sort((a, b) => a.value - b.value);
  const spread = Array.from({ length: n - size + 1 }, (_, i) =>
    by === 'value' ? spreadOf(sorted.slice(i, i + size)) : Math.log(sorted[i + size - 1]!.value / sorted[i]!.value),
  );
  // best[g][i]: least sum of g groups among the first i, and of those the least worst.
  type Best = { sum: number; worst: number; took: boolean };
  const none: Best = { sum: Infinity, worst: Infinity, took: false };
  const best: Best[][] = [Array.from({ length: n + 1 }, () => ({ sum: 0, worst: 0, took: false }))];
  for (let g = 1; g <= groups; g++) {
    const row: Best[] = [none];
    for (let i = 1; i <= n; i++) {
      const without = row[i - 1]!;
      const before = i >= size ? best[g - 1]![i - size]! : none;
      const here = i >= size ? spread[i - size]! : Infinity;
      const taking: Best = { sum: before.sum + here, worst: Math.max(before.worst, here), took: true };
      const nearly = Math.abs(taking.sum - without.sum) <= 1e-14 * Math.abs(without.sum);
      row.push(taking.sum < without.sum && !nearly ? taking : nearly && taking.worst < without.worst ? taking : { ...without, took: false });
    }
    best.push(row);
  }
  const chosen: number[] = [];
  for (let [g, i] = [groups, n]; g > 0;) {
    if (best[g]![i]!.took) {
      chosen.unshift(i - size);
      i -= size;
      g--;
    } else i--;
  }
  const sets = chosen.map((from) => sorted.slice(from, from + size));
  const taken = new Set(sets.flat());
  const spare = sorted.filter((p) => !taken.has(p));
  const cost =
    by === 'value' ? spreadOf : (own: readonly MeasuredPart[]) => Math.log(Math.max(...own.map((p) => p.value)) / Math.min(...own.map((p) => p.value)));
  exchange(sets, spare, cost);
  const found = sets.map((set): Group => {
    const own = [...set].sort((a, b) => a.value - b.value);
    return { parts: own.map((p) => p.name), mean: meanOf(own), spread: spreadOf(own) };
  });
  return {
    groups: found.sort((a, b) => a.spread - b.spread),
    sumOfSpreads: found.reduce((sum, g) => sum + g.spread, 0),
    worstSpread: Math.max(...found.map((g) => g.spread)),
    left: spare.map((p) => p.name),
  };
}

const meanOf = (own: readonly MeasuredPart[]): number => own.reduce((sum, p) => sum + p.value, 0) / own.length;
const spreadOf = (own: readonly MeasuredPart[]): number => (Math.max(...own.map((p) => p.value)) - Math.min(...own.map((p) => p.value))) / meanOf(own);

/** Exchanges single parts between neighbouring groups, and with what is left over, as long as the sum of costs gets less. */
function exchange(sets: MeasuredPart[][], spare: MeasuredPart[], cost: (own: readonly MeasuredPart[]) => number): void {
  const NEIGHBOURS = 3;
  for (let moved = true, round = 0; moved && round < 20; round++) {
    moved = false;
    for (let a = 0; a < sets.length; a++) {
      const others = [...sets.slice(a + 1, a + 1 + NEIGHBOURS), spare];
      for (const other of others) {
        const costs = (own: MeasuredPart[]) => cost(sets[a]!) + (own === spare ? 0 : cost(own));
        for (let i = 0; i < sets[a]!.length; i++) {
          for (let j = 0; j < other.length; j++) {
            const before = costs(other);
            [sets[a]![i], other[j]] = [other[j]!, sets[a]![i]!];
            if (costs(other) < before * (1 - 1e-13) - 1e-16) moved = true;
            else [sets[a]![i], other[j]] = [other[j]!, sets[a]![i]!];
          }
        }
      }
    }
  }
}
