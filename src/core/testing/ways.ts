import type { StageDoc } from '../board/document.ts';

/** What grows (or falls) with what: a number of the kind, outcomes that rise, outcomes that fall. */
export type Way = readonly [path: string, rise: readonly string[], fall: readonly string[]];
/** What physics says of a kind without any formula, and the design it is true of. */
export interface Ways {
  given?: StageDoc['given'];
  parts?: StageDoc['parts'];
  ways: readonly Way[];
}
