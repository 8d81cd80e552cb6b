import type { Sum } from '../board/evaluate.ts';
import type { CheckResult, Margined } from '../stage/judge.ts';
import { gate } from './gate.ts';

/** How a board stands, in a few words: whether it may be ordered, what keeps it, and its tightest margin. */
export interface Standing {
  ready: boolean;
  blocking: number;
  /** To waive, to answer or to confirm. */
  open: number;
  tightest: { stage: string; check: Margined } | null;
}

const UNREAD: ReadonlySet<keyof CheckResult> = new Set(['help', 'remedies']);

/** How a board that was added up stands. */
export function standingOf(sum: Sum): Standing {
  const g = gate(sum);
  const { tightest } = sum;
  // Help is worked out by whoever reads it.
  const shown = (check: CheckResult) =>
    Object.fromEntries((Object.keys(check) as (keyof CheckResult)[]).flatMap((key) => (UNREAD.has(key) ? [] : [[key, check[key]]]))) as unknown as Margined;
  return {
    ready: g.ready,
    blocking: g.blocking.length,
    open: g.toWaive.length + g.flagged.length + g.advice.length + g.confirmations.filter((c) => !c.given).length,
    tightest: tightest && { stage: sum.byId.get(tightest.stage)!.title, check: shown(tightest.check) },
  };
}
