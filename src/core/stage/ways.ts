import type { Uncertain } from '../quantity/uncertain.ts';

/** What grows (or falls) with what: a number of the kind, outcomes that rise, outcomes that fall. */
export type Way = readonly [path: string, rise: readonly string[], fall: readonly string[]];
/** What physics says of a kind without any formula, and the design it is true of; read by the tests of the laws. */
export interface Ways {
  given?: Readonly<Record<string, Uncertain | string | boolean | null>>;
  parts?: Readonly<Record<string, Readonly<Record<string, Uncertain>>>>;
  ways: readonly Way[];
}
