import { KINDS } from '../kinds/all.ts';
import { tellingOf } from '../kinds/index.ts';
import type { Kind } from '../stage/contract.ts';
import type { AnyTelling } from '../stage/telling.ts';

const ALL = new Map<string, AnyTelling>(await Promise.all(KINDS.map(async (k) => [k.id, await tellingOf(k)] as const)));

/** How the kind of a stage is told; tests have all of them at hand. */
export const told = ({ kind }: { kind: Kind }): AnyTelling => ALL.get(kind.id)!;
