import { setPart } from '../board/edit.ts';
import type { BoardDoc } from '../board/document.ts';
import { evaluateBoard } from '../board/evaluate.ts';
import type { Gain } from '../measured/suits.ts';
import { formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';
import { valueUnit, type PartType } from '../parts/part-types.ts';
import type { ReworkContent } from './entry.ts';

/** One thing that was changed on a copy, as far as the board's document can hold it. */
export type Changed = Pick<ReworkContent, 'what' | 'stage' | 'path' | 'now'>;

/** Whether a change can be put into a board's document: a value of a part there, or an optional part that was taken off. */
export const canHold = (doc: BoardDoc, c: Changed): boolean =>
  c.stage !== null && c.path !== null && doc.stages.some((s) => s.id === c.stage) && ((c.what === 'value' && c.now !== null) || c.what === 'removed');

/** The board with what was changed at the bench, as far as a document can hold it; wires and cuts are words. */
export function asBuilt(doc: BoardDoc, changes: readonly Changed[]): BoardDoc {
  return changes
    .filter((c) => canHold(doc, c))
    .reduce((next, c) => {
      const [slot, param = 'value'] = c.path!.split('.') as [string, string?];
      const was = next.stages.find((s) => s.id === c.stage)?.parts?.[slot] ?? {};
      return setPart(next, c.stage!, slot, { ...was, [param]: c.what === 'removed' ? null : c.now });
    }, doc);
}

export interface AsBuilt {
  /** Results of the touched stages that differ. */
  outcomes: { stage: string; title: string; outcome: string; unit: Unit; drawn: number | null; built: number | null }[];
  /** Margins that differ, anywhere. */
  margins: Gain[];
}

/** What the changes do to the board beside the drawn one. */
export function compareBuilt(doc: BoardDoc, changes: readonly Changed[]): AsBuilt {
  const [drawn, built] = [evaluateBoard(doc), evaluateBoard(asBuilt(doc, changes))];
  const touched = new Set(changes.map((c) => c.stage));
  return {
    outcomes: drawn.stages
      .filter((s) => touched.has(s.id))
      .flatMap((s) =>
        Object.entries(s.kind.outcomes as Record<string, { title: string; unit: Unit; hidden?: true; text?: boolean }>).flatMap(([name, def]) => {
          const there = built.byId.get(s.id);
          if (def.hidden || def.text || !there) return [];
          const [a, b] = [s.judged.nominal(name), there.judged.nominal(name)];
          const same = a === b || (a !== null && b !== null && Math.abs(a - b) <= 1e-4 * Math.max(Math.abs(a), Math.abs(b)));
          return same ? [] : [{ stage: s.id, title: s.title, outcome: def.title, unit: def.unit, drawn: a, built: b }];
        }),
      ),
    margins: drawn.stages.flatMap((s) =>
      s.checks.flatMap((c): Gain[] => {
        const now = built.byId.get(s.id)?.checks.find((x) => x.id === c.id);
        const same = now === undefined || now.margin === c.margin || (now.margin !== null && c.margin !== null && Math.abs(now.margin - c.margin) < 0.005);
        return same ? [] : [{ stage: s.id, title: s.title, check: c.title, before: c.margin, after: now.margin }];
      }),
    ),
  };
}

/** A change in words: "R2: 720 Ω is now 750 Ω". */
export function changeWords({ what, path, was, now }: Pick<ReworkContent, 'what' | 'path' | 'was' | 'now'>, type: PartType | null): string {
  const [slot, param = 'value'] = (path ?? '').split('.');
  const unit: Unit = param === 'value' && type ? valueUnit(type) : '';
  if (what === 'value' && now !== null)
    return `${path?.replace('.value', '')}: ${was === null ? '' : `${formatText(was, unit, 4)} is now `}${formatText(now, unit, 4)}`;
  if (what === 'removed') return `${slot || 'a part'} taken off`;
  return what === 'wire' ? 'a wire added' : what === 'cut' ? 'a trace cut' : 'something else';
}
