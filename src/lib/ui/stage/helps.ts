import type { CheckResult } from '../../../core/stage/judge.ts';

type Failing = Pick<CheckResult, 'id' | 'title' | 'severity' | 'status' | 'reason' | 'help' | 'from'>;

export interface Help extends Failing {
  /** Of all lines it is the remedy of. */
  titles: string;
  limits: string;
}

/** What would mend failing checks: one remedy for several lines once. Advice is refused line by line, so it stays apart. */
export function helpsFor(checks: readonly Failing[]): Help[] {
  const alike = new Map<string, Failing[]>();
  for (const c of checks) {
    const key = c.severity === 'must' ? `${c.reason}${c.help}` : c.id;
    alike.set(key, [...(alike.get(key) ?? []), c]);
  }
  return [...alike.values()].map((all) => ({
    ...all[0]!,
    titles: all.map((c) => c.title).join(', '),
    limits: [...new Set(all.map((c) => c.from))].join('; '),
  }));
}
