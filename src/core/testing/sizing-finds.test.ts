import { expect, it } from 'vitest';
import type { PartDoc } from '../board/document.ts';
import { evaluateBoard, type StageSum } from '../board/evaluate.ts';
import { KINDS } from '../kinds/all.ts';
import type { CheckDef, PartDef } from '../stage/contract.ts';
import { seriesBetween } from '../quantity/preferred.ts';
import { chance, randomDesigns } from './random-designs.ts';
import { many, SEED } from './soak.ts';

const DESIGNS = 4;
/** Other choices tried against what was sized. */
const TRIES = 6;

const failingOf = (s: StageSum, severity: string): string[] => s.checks.filter((c) => c.severity === severity && c.status === 'fail').map((c) => c.id);
const musts = (s: StageSum): string[] => failingOf(s, 'must');

/** Parts with a value; turns and wire of a winding have tests of their own. */
const valued = (kind: (typeof KINDS)[number]) => Object.entries(kind.parts as Record<string, PartDef>).filter(([, d]) => d.type !== 'device');

it.each(KINDS.filter((k) => k.size && valued(k).length > 0).map((k) => [k.id, k] as const))(
  '%s: where chance finds values that pass every must, so does sizing',
  (_id, kind) => {
    const random = chance(SEED + 5);
    const slots = valued(kind);
    let looked = 0;
    for (const { seed, doc } of randomDesigns(kind, many(DESIGNS), SEED, { reach: 1.6, moved: 0.3, spread: 0.2 })) {
      const s = evaluateBoard(doc).byId.get('it')!;
      looked++;
      const failing = musts(s);
      if (!failing.length) continue;
      const open = s.parts.filter((p) => p.open && p.value !== null);
      for (let k = 0; k < TRIES && open.length; k++) {
        const parts: Record<string, PartDoc> = { ...doc.stages[0]!.parts };
        for (const p of open) {
          const near = seriesBetween(p.series, p.value! / 30, p.value! * 30);
          parts[p.slot] = { ...parts[p.slot], value: near[Math.floor(random() * near.length)]!, tolerance: p.tolerance, ...p.ratings };
        }
        const other = evaluateBoard({ ...doc, stages: [{ ...doc.stages[0]!, parts }] }).byId.get('it')!;
        const better = musts(other);
        const checks = kind.checks as Record<string, CheckDef>;
        // An output of another voltage than wanted would pass many a must.
        if (!better.length && failingOf(other, 'should').length <= failingOf(s, 'should').length)
          throw new Error(`${kind.id} (seed ${seed}): ${failing.map((id) => checks[id]!.title).join(', ')} fail, yet ${JSON.stringify(parts)} passes all`);
      }
    }
    expect(looked).toBeGreaterThan(3);
    expect(slots.length).toBeGreaterThan(0);
  },
);
