import { expect, it } from 'vitest';
import { settledBoard } from '../board/settle.ts';
import { KINDS } from '../kinds/all.ts';
import type { OutcomeDef } from '../stage/contract.ts';
import { chance, randomDesigns } from './random-designs.ts';
import { SEED } from './soak.ts';

const late = KINDS.flatMap((kind) => {
  const names = Object.entries(kind.outcomes as Record<string, OutcomeDef>).flatMap(([name, o]) => (o.late ? [name] : []));
  return names.length ? [[kind.id, kind, names] as const] : [];
});

it.each(late)('%s: what waits is that of where the inputs stood, wherever they stand when somebody asks', (_id, kind, names) => {
  let moved = 0;
  for (const { seed, doc } of randomDesigns(kind, 4, SEED)) {
    const node = settledBoard(doc).nodes[0]!;
    const { study } = node.judged;
    const random = chance(seed);
    const somewhere = () => {
      for (const i of study.inputs) i.target[i.key] = i.low + (i.high - i.low) * random();
    };
    for (let k = 0; k < 3; k++) {
      somewhere();
      const asked = study.here();
      const now = names.map((name) => asked[name]);
      const waiting = study.here();
      somewhere();
      const elsewhere = study.here();
      if (names.some((name, i) => typeof elsewhere[name] === 'number' && elsewhere[name] !== now[i])) moved++;
      expect(names.map((name) => waiting[name])).toEqual(now);
    }
  }
  // Somewhere else it would have been another.
  expect(moved).toBeGreaterThan(0);
});
