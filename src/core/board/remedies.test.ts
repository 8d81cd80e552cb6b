import { describe, expect, it } from 'vitest';
import { checkBoard } from '../files/board-file.ts';
import { KINDS } from '../kinds/all.ts';
import { mustKind } from '../kinds/index.ts';
import type { CheckDef, Field, Kind, PartDef, Remedy } from '../stage/contract.ts';
import { helpOf } from '../stage/judge.ts';
import { fieldOf, splitName } from '../stage/named.ts';
import { toRange, type Uncertain } from '../quantity/uncertain.ts';
import { randomDesigns } from '../testing/random-designs.ts';
import { many, SEED } from '../testing/soak.ts';
import { variations } from '../testing/variations.ts';
import type { BoardDoc } from './document.ts';
import { evaluateBoard } from './evaluate.ts';

/** Whether a kind has the field that a cure names. */
function names(kind: Kind, set: string): boolean {
  const [owner, key] = splitName(set);
  if (owner === 'given') return (kind.given as Record<string, Field>)[key] !== undefined;
  const part = (kind.parts as Record<string, PartDef>)[owner];
  return part !== undefined && (fieldOf(kind, set) !== undefined || (part.type !== 'device' && (key === 'value' || key === 'tolerance')));
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

let followedUp = 0;

/** A remedy followed to the letter by somebody who reads the answer: the figure is put where it says, a range keeps its spread. */
function followed(doc: BoardDoc, remedy: Remedy): BoardDoc {
  const stage = structuredClone(doc.stages[0]!);
  for (const s of [remedy, ...(remedy.with ?? [])]) {
    const [owner, key] = splitName(s.set);
    const value = (s.atLeast ?? s.atMost ?? s.to)!;
    const holder = (owner === 'given' ? (stage.given ??= {}) : ((stage.parts ??= {})[owner] ??= {})) as Record<string, unknown>;
    const field = fieldOf(mustKind(stage.kind), s.set);
    const had = (holder[key] ?? (field && 'default' in field ? field.default : undefined)) as Uncertain | undefined;
    if (typeof value === 'number' && had && typeof had === 'object' && key !== 'tolerance' && s.to === undefined) {
      const range = toRange(had);
      const factor = value / (s.atLeast !== undefined ? range.low : range.high);
      holder[key] = { nominal: range.nominal * factor, low: range.low * factor, high: range.high * factor };
    } else holder[key] = value;
  }
  return { ...doc, stages: [stage] };
}

const passed = (status: string | undefined) => status === 'ok' || status === 'tight';

describe.each(KINDS.map((k) => [k.id, k] as const))('remedies of %s', (id, kind) => {
  it('hold when they are followed to the letter, under full, 80 % and half rating, and break nothing that passed', () => {
    let seen = 0;
    for (const { seed, doc } of randomDesigns(kind, many(4), SEED)) {
      // What sizing chose is typed, as a builder has it.
      const first = evaluateBoard(doc).byId.get('it')!;
      const parts = { ...doc.stages[0]!.parts };
      for (const p of first.parts)
        if (p.value !== null && p.def.type !== 'device') parts[p.slot] = { ...parts[p.slot], value: p.value, tolerance: p.tolerance, ...p.ratings };
        else if (Object.keys(p.ratings).length) parts[p.slot] = { ...parts[p.slot], ...p.ratings };
      const typed = { ...doc, stages: [{ ...doc.stages[0]!, parts }] };
      if (!checkBoard(typed).ok) continue;
      const before = evaluateBoard(typed).byId.get('it')!;
      for (const c of before.checks) {
        if (c.status !== 'fail') continue;
        for (const r of c.remedies) {
          const there = followed(typed, r);
          const where = `${id} (seed ${seed}) ${c.id}: ${JSON.stringify(r)}`;
          const read = checkBoard(there);
          if (!read.ok) throw new Error(`${where} is refused: ${read.issues[0]!.message}`);
          const after = evaluateBoard(read.value).byId.get('it')!;
          const mended = after.checks.find((k) => k.id === c.id);
          if (mended && !passed(mended.status)) throw new Error(`${where} leaves it ${mended.status}, ${mended.value} against ${mended.limit}`);
          for (const k of after.checks) {
            const was = before.checks.find((b) => b.id === k.id);
            if (was && passed(was.status) && !passed(k.status)) throw new Error(`${where} breaks ${k.id}`);
          }
          seen++;
        }
      }
    }
    followedUp += seen;
  });
});
it('there were remedies to follow', () => expect(followedUp).toBeGreaterThan(50));
