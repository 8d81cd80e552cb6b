import { byMargin, worst, type Sum } from '../../../core/board/evaluate.ts';
import type { CheckResult } from '../../../core/stage/judge.ts';

/** As many chains are drawn as can be taken in at a glance. */
const DRAWN = 4;

export interface ChainRow {
  chain: Sum['chains'][number];
  key: string;
  /** Of all stages along the way. */
  tightest: CheckResult | null;
  /** Told in a line until it is opened. */
  folded: boolean;
}

/** The chains of a board in their own order; of many, all but the tightest few are folded. */
export function foldChains(sum: Sum): ChainRow[] {
  const rows = sum.chains.map((chain) => ({
    chain,
    key: chain.map((p) => `${p.stage}.${p.port}`).join(),
    tightest: worst(chain.flatMap((p) => sum.byId.get(p.stage)?.tightest ?? [])),
    folded: false,
  }));
  if (rows.length <= DRAWN) return rows;
  const judged = rows.filter((r) => r.tightest !== null).sort((a, b) => byMargin(a.tightest!, b.tightest!));
  const drawn = new Set(judged.slice(0, DRAWN));
  return rows.map((r) => ({ ...r, folded: !drawn.has(r) }));
}
