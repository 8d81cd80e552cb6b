import { KIND_IDS, loadKinds, mustKind } from './index.ts';
import type { Kind } from '../stage/contract.ts';

await loadKinds(KIND_IDS);

/** All kinds there are, loaded: for the server, the command line, tests, and pages that ask among all of them. */
export const KINDS: readonly Kind[] = KIND_IDS.map(mustKind);
