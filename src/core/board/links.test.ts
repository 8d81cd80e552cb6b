import type { StageDoc } from './document.ts';
import { describe, expect, it } from 'vitest';
import type { NumberField, RailMeaning, RailPort } from '../stage/contract.ts';
import { KINDS } from '../kinds/all.ts';
import { board, sumOf } from '../testing/boards.ts';
import { RAIL_LINKS, read, seen } from './links.ts';
import { BoardPoint } from './point.ts';
import { settledBoard } from './settle.ts';

const ports = KINDS.flatMap((kind) => Object.entries(kind.rails as Record<string, RailPort>).map(([port, def]) => ({ kind, port, def })));
const providers = ports.filter((p) => p.def.role === 'provides');
const consumers = ports.filter((p) => p.def.role === 'consumes');
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(Math.abs(a), Math.abs(b), 1e-9);

/** Two stages on one rail, settled, and the same board as a function of plain numbers. */
function pair(above: (typeof ports)[number], below: (typeof ports)[number]) {
  const doc = board([
    { id: 'above', kind: above.kind.id, given: { ...above.kind.asks }, rails: { [above.port]: 'v' } },
    { id: 'below', kind: below.kind.id, given: { ...below.kind.asks }, rails: { [below.port]: 'v' } },
  ]);
  const settled = settledBoard(doc);
  const node = (id: string) => settled.nodes.find((n) => n.doc.id === id)!;
  return { above: node('above'), below: node('below'), settled };
}

/** Numbers of a stage that may be put elsewhere: typed, and not what a link fills. */
const movable = (node: ReturnType<typeof pair>['above']): string[] =>
  Object.entries(node.kind.given as Record<string, NumberField>).flatMap(([name, f]) =>
    f.type === 'number' && !f.oneOf && !f.integer && typeof node.inputs.x.given[name] === 'number' && !node.links.has(name) ? [name] : [],
  );

describe.each(providers.map((p) => [p.kind.id, p] as const))('what %s gives', (_id, above) => {
  it('arrives at every kind of consumer, while ranges settle and on one built board', () => {
    let arrived = 0;
    for (const below of consumers) {
      const shared = (Object.entries(below.def.fills) as [RailMeaning, string][]).filter(([m]) => above.def.gives[m] !== undefined && !RAIL_LINKS[m].level);
      if (!shared.length || below.kind === above.kind) continue;
      const made = pair(above, below);
      if (made.below.dead || made.above.dead) continue;
      for (const [meaning, field] of shared) {
        const ref = above.def.gives[meaning]!;
        const there = seen(ref, made.above.judged);
        if (!there) continue;
        expect(near(made.below.links.get(field)!.range.nominal, there.nominal), `${meaning} to ${below.kind.id}.${field}`).toBe(true);
      }
      // Every number of the provider elsewhere: what it gives there is what stands in the consumer's field.
      const point = new BoardPoint(made.settled.wiring, { rounds: 60, relative: 1e-12, averages: 3 });
      for (const name of movable(made.above)) {
        point.renew();
        const given = made.above.inputs.x.given as Record<string, number>;
        const usual = given[name]!;
        given[name] = usual * 1.02;
        point.solve('typical');
        const cell = point.cell(made.above);
        for (const [meaning, field] of shared) {
          const now = read(above.def.gives[meaning]!, cell.judged);
          const holder = point.cell(made.below).holder(field);
          if (!now || made.below.links.get(field) === undefined) continue;
          expect(near(holder[field] as number, now.nominal), `${meaning} to ${below.kind.id}.${field} with ${name}`).toBe(true);
          arrived++;
        }
        given[name] = usual;
      }
      point.renew();
    }
    expect(arrived).toBeGreaterThan(0);
  });
});

describe('a stage that watches a rail', () => {
  const on = (more: StageDoc[]) =>
    sumOf([
      { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } },
      {
        id: 'load',
        kind: 'supply-load',
        copies: 2,
        given: { typicalCurrent: 0.2, peakCurrent: 0.5, idleCurrent: 0.1, asleepCurrent: 0.03 },
        rails: { in: 'v12' },
      },
      ...more,
    ]);

  it('a trace carries all that hangs on the rail, and draws nothing itself', () => {
    const sum = on([{ id: 'trace', kind: 'circuit-trace', rails: { in: 'v12' } }]);
    const current = sum.byId.get('trace')!.judged.range('loadCurrent')!;
    expect([current.low, current.nominal, current.high].map((v) => +v.toFixed(6))).toEqual([0.06, 0.4, 1]);
    expect(sum.rails.find((r) => r.name === 'v12')!.current.typical).toBeCloseTo(0.4, 9);
  });

  it('a clamp counts on the least that others draw', () => {
    const clamp = on([{ id: 'clamp', kind: 'crowbar-clamp', rails: { vcc: 'v12' } }]).byId.get('clamp')!;
    expect(clamp.judged.range('railMinimumLoad')!.nominal).toBeCloseTo(0.06, 9);
    expect(clamp.judged.range('supplyVoltage')!.nominal).toBeCloseTo(11.94, 2);
  });

  it('a clamp in a signal hands it on with its resistors and its leakage', () => {
    const sum = on([
      { id: 'tap', kind: 'voltage-divider', given: { outputVoltage: 3 }, parts: { R1: { value: 30000 }, R2: { value: 10000 } }, rails: { in: 'v12' } },
      { id: 'clamp', kind: 'crowbar-clamp', parts: { R1: { value: 4700 }, R2: { value: 1000 } }, signals: { in: 'tap.out' } },
      { id: 'adc', kind: 'adc-channel', signals: { in: 'clamp.out' } },
    ]);
    expect(sum.byId.get('clamp')!.judged.range('sourceResistance')!.nominal).toBeCloseTo(7500, 6);
    expect(sum.byId.get('adc')!.judged.range('sourceResistance')!.nominal).toBeCloseTo(7500 + 4700 + 1000, 6);
    expect(sum.byId.get('adc')!.judged.range('measuredVoltage')!.nominal).toBeCloseTo(3, 1);
  });
});
