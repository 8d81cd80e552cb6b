import type { BoardDoc, StageDoc } from '../board/document.ts';
import { evaluateBoard, type StageSum, type Sum } from '../board/evaluate.ts';
import { checkBoard } from '../files/board-file.ts';
import type { Spread } from '../tolerance/study.ts';

/** A board of a few stages, checked like a file. @throws with what is wrong */
export function board(stages: StageDoc[], more: Partial<BoardDoc> = {}): BoardDoc {
  const read = checkBoard({ format: 'spark-sum/board', version: 1, name: 'bench', policy: { derating: 1 }, stages, ...more });
  if (!read.ok) throw new Error(read.issues.map((i) => `${i.path}: ${i.message}`).join('\n'));
  return read.value;
}

export const sumOf = (stages: StageDoc[], more: Partial<BoardDoc> = {}): Sum => evaluateBoard(board(stages, more));

/** One stage by itself. */
export const alone = (kind: string, given: StageDoc['given'] = {}, parts: StageDoc['parts'] = {}, more: Partial<BoardDoc> = {}): StageSum =>
  sumOf([{ id: 'it', kind, given, parts }], more).byId.get('it')!;

export const nominal = (s: StageSum, outcome: string): number => {
  const value = s.judged.nominal(outcome);
  if (value === null) throw new Error(`${outcome} has no value: ${s.judged.out(outcome).absent?.reason}`);
  return value;
};
export const ends = (s: StageSum, outcome: string): Spread => s.judged.out(outcome);
export const check = (s: StageSum, id: string) => s.checks.find((c) => c.id === id);

/** Issues a board is refused with. */
export function refusals(stages: unknown, more: Record<string, unknown> = {}): { path: string; message: string }[] {
  const read = checkBoard({ format: 'spark-sum/board', version: 1, name: 'bench', stages, ...more });
  return read.ok ? [] : read.issues;
}

/** Holds nominal outcomes against what another way of working them out says, within a relative deviation; null: no value. */
export function agrees(s: StageSum, expected: Readonly<Record<string, number | null>>, rel = 1e-9): void {
  for (const [outcome, value] of Object.entries(expected)) {
    const got = s.judged.nominal(outcome);
    const off = value === null || got === null ? (value === got ? 0 : Infinity) : Math.abs(got - value) / Math.max(Math.abs(value), 1e-30);
    if (off > rel) throw new Error(`${s.kind.id}.${outcome} is ${got}, worked out apart ${value}`);
  }
}

/** As `check`. @throws where it does not apply */
export function checkWith(s: StageSum, id: string) {
  const found = check(s, id);
  if (!found) throw new Error(`${s.id} has no check ${id}`);
  return found;
}
