import { evaluateBoard, type Sum } from '../board/evaluate.ts';
import type { BoardDoc } from '../board/document.ts';
import { setPart, setStage } from '../board/edit.ts';
import { formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';
import type { MeasuredPart } from './match.ts';

/** Share that a component tester may be wrong by: what a measured part is taken with. */
export const TESTER = 0.002;

export interface Chosen {
  slot: string;
  part: MeasuredPart;
}
export interface Gain {
  stage: string;
  title: string;
  check: string;
  before: number | null;
  after: number | null;
}

/** The board with measured parts in a stage: each its value, a small tolerance, and its name in the stage's notes. */
export function withMeasured(doc: BoardDoc, stage: string, chosen: readonly Chosen[], unit: Unit): BoardDoc {
  let next = doc;
  for (const { slot, part } of chosen) {
    const was = next.stages.find((s) => s.id === stage)?.parts?.[slot] ?? {};
    // Measured parts need no promise of a set any more.
    const { match: _, tracking: __, ...rest } = was;
    next = setPart(next, stage, slot, { ...rest, value: part.value, tolerance: TESTER });
  }
  const before = next.stages.find((s) => s.id === stage)?.notes;
  const said = chosen.map(({ slot, part }) => `${slot} is ${part.name} of the drawer, measured ${formatText(part.value, unit, 5)}.`).join('\n');
  return setStage(next, stage, { notes: before ? `${before}\n${said}` : said });
}

/** What a change buys: checks whose margin moves by more than a hundredth, those that gain most first. */
export function gains(before: Sum, doc: BoardDoc): Gain[] {
  const after = evaluateBoard(doc);
  return before.stages
    .flatMap((s) =>
      s.checks.flatMap((c): Gain[] => {
        const now = after.byId.get(s.id)?.checks.find((x) => x.id === c.id);
        if (!now || now.margin === null || c.margin === null || Math.abs(now.margin - c.margin) < 0.01) return [];
        return [{ stage: s.id, title: s.title, check: c.title, before: c.margin, after: now.margin }];
      }),
    )
    .sort((a, b) => b.after! - b.before! - (a.after! - a.before!));
}
