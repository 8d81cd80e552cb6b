import type { Kind } from './contract.ts';
import { humanise } from './words.ts';

/** How a given (`owner` "given") or a part's parameter is called. */
export const titleOf = (_kind: Kind, _owner: string, key: string): string => humanise(key);
