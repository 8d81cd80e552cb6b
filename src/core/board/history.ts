import type { Op } from './changes.ts';

/** One entry of a board's log. */
export interface LogEntry {
  version: number;
  client: string;
  ops: Op[];
  /** Version of the change this one takes back, or does again. */
  undoes: number | null;
  redoes: number | null;
  label: string;
}

/** What can be taken back and done again, newest last. */
export interface Stacks {
  undo: number[];
  redo: number[];
}

/**
 * Replays one author's entries, oldest first: a change can be taken back, taking back can be taken back, and a new change
 * ends what could be done again.
 */
export function stacks(entries: readonly Pick<LogEntry, 'version' | 'undoes' | 'redoes'>[]): Stacks {
  const undo: number[] = [];
  let redo: number[] = [];
  for (const e of entries) {
    if (e.undoes !== null) {
      remove(undo, e.undoes);
      redo.push(e.undoes);
    } else if (e.redoes !== null) {
      remove(redo, e.redoes);
      undo.push(e.redoes);
    } else {
      undo.push(e.version);
      redo = [];
    }
  }
  return { undo, redo };
}

const remove = (list: number[], value: number): void => {
  const at = list.lastIndexOf(value);
  if (at >= 0) list.splice(at, 1);
};
