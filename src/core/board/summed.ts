import type { Kind } from '../stage/contract.ts';
import type { Judged } from '../stage/judged.ts';
import type { StageDoc } from './document.ts';

/** What readers of single stages need of a sum. */
export interface Summed {
  id: string;
  title: string;
  doc: StageDoc;
  kind: Kind;
  judged: Judged;
}
