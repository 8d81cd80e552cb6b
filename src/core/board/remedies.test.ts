import { describe, expect, it } from 'vitest';
import { KINDS } from '../kinds/index.ts';
import type { CheckDef, Field, Kind, PartDef } from '../kinds/contract.ts';
import { helpOf } from '../kinds/judge.ts';
import { fieldOf, splitSetting } from '../kinds/remedy-words.ts';
import { variations } from '../testing/variations.ts';

/** Whether a kind has the field that a cure names. */
function names(kind: Kind, set: string): boolean {
  const [owner, key] = splitSetting(set);
  if (owner === 'given') return (kind.given as Record<string, Field>)[key] !== undefined;
  const part = (kind.parts as Record<string, PartDef>)[owner];
  return part !== undefined && (fieldOf(kind, set) !== null || (part.type !== 'device' && (key === 'value' || key === 'tolerance')));
}

describe.each(KINDS.map((k) => [k.id, k] as const))('cures of %s', (_id, kind) => {
  it('name fields there are', () => {
    let seen = 0;
    for (const { stage } of variations(kind)) {
      for (const def of Object.values(kind.checks as Record<string, CheckDef>)) {
        if (def.applies && !def.applies(stage.judged)) continue;
        for (const cure of helpOf(def, stage.judged).cures) {
          for (const set of cure.set) expect(names(kind, set), `${set} of ${def.title}`).toBe(true);
          seen++;
        }
      }
    }
    expect(seen).toBeGreaterThan(kind.id === 'circuit-trace' ? 3 : 0);
  });
});
