import type { Given } from '../../../stage/data.ts';

export const NUMBERS = [1, 2, 3, 4, 5, 6, 7, 8, 9] as const;
export type Nine = (typeof NUMBERS)[number];
export type Slot = `${'R' | 'L' | 'C'}${Nine}`;

/** A branch of the ladder: in the line or across it, of one part or several. */
export interface Branch {
  place: 'series' | 'shunt';
  join?: 'series' | 'parallel';
  parts: readonly string[];
}

export const branchesOf = (g: Given): readonly Branch[] => g.elements as readonly Branch[];

/** Whether a part stands in the list. */
export const named =
  (slot: string) =>
  (g: Given): boolean =>
    branchesOf(g).some((b) => b.parts.includes(slot));
