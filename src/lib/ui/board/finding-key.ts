import type { Finding } from '../../../core/board/wiring.ts';

/** What tells findings apart in a list, without working out what would help. */
export const findingKey = (f: Finding): string => `${f.stage} ${f.check ?? f.text}`;
