import type { Figure } from '../../core/stage/drawing.ts';
import type { PlanStep } from '../../core/bringup/plan.ts';
import type { Revision } from './repositories/revisions.ts';
import { forPage } from './work.ts';

type Plan = { steps: PlanStep[]; figures: Record<string, Figure> };

/** Plans of revisions that were asked for last: a frozen document has one plan for good. */
const known = new Map<string, Promise<Plan>>();
const MOST = 40;

export function planOf(revision: Pick<Revision, 'id' | 'document'>): Promise<Plan> {
  let plan = known.get(revision.id);
  if (!plan) {
    plan = forPage<'bringUp'>({ sort: 'bringUp', doc: revision.document });
    plan.catch(() => known.delete(revision.id));
  }
  known.delete(revision.id);
  known.set(revision.id, plan);
  if (known.size > MOST) known.delete(known.keys().next().value!);
  return plan;
}
