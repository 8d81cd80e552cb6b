import { holdsOf } from '../testing/registry-holds.ts';
import { KINDS } from './all.ts';

// Two files of halves, so that two workers share them.
holdsOf(KINDS.filter((_, i) => i % 2 === 0));
