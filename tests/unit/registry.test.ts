import { holdsOf } from './registry-holds.ts';
import { KINDS } from '../../src/core/kinds/all.ts';

// Two files of halves, so that two workers share them.
holdsOf(KINDS.filter((_, i) => i % 2 === 0));
