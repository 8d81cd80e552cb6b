import type { Sum } from '../../core/board/evaluate.ts';
import { listed } from '../../core/stage/contract.ts';
import { formatText } from '../../core/quantity/format.ts';
import type { Unit } from '../../core/quantity/units.ts';

/** A result that an edit moved. */
export interface Move {
  stage: string;
  stageTitle: string;
  outcome: string;
  title: string;
  unit: Unit;
  before: number;
  after: number;
  /** Relative change. */
  change: number;
}

const LEAST = 0.0005;

/** What moved between two sums of a board, nominal values, the largest first. */
export function moves(before: Sum, after: Sum): Move[] {
  const found: Move[] = [];
  for (const stage of after.stages) {
    const old = before.byId.get(stage.id);
    if (!old || old.kind.id !== stage.kind.id || old.judged === stage.judged) continue;
    for (const [name, def] of listed(stage.kind.outcomes)) {
      const [a, b] = [old.judged.study.nominal[name], stage.judged.study.nominal[name]];
      if (typeof a !== 'number' || typeof b !== 'number' || a === b) continue;
      const change = (b - a) / Math.max(Math.abs(a), 1e-300);
      // What reads the same before and after has not moved for anybody.
      if (Math.abs(change) > LEAST && formatText(a, def.unit, 3) !== formatText(b, def.unit, 3))
        found.push({ stage: stage.id, stageTitle: stage.title, outcome: name, title: def.title, unit: def.unit, before: a, after: b, change });
    }
  }
  return found.sort((p, q) => Math.abs(q.change) - Math.abs(p.change));
}
