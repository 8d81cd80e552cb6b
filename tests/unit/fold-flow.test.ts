import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foldFlow, type Edge } from '../../src/lib/ui/board/fold-flow.ts';

/** A tree of supply: a source, so many branches with so many loads each, and loads of its own, all of random power. */
const tree = fc
  .record({
    branches: fc.array(fc.array(fc.double({ min: 0.01, max: 5, noNaN: true }), { minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 12 }),
    own: fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { maxLength: 20 }),
  })
  .map(({ branches, own }): Edge[] => [
    ...branches.flatMap((loads, b) => [
      { source: 'in', target: `branch${b}`, rail: 'main', value: loads.reduce((s, v) => s + v, 0) },
      ...loads.map((value, k) => ({ source: `branch${b}`, target: `load${b}-${k}`, rail: `rail${b}`, value })),
    ]),
    ...own.map((value, k) => ({ source: 'in', target: `own${k}`, rail: 'main', value })),
  ]);
const drawn = (edges: readonly Edge[]) => new Set(edges.flatMap((e) => [e.source, e.target]));
const leaving = (edges: readonly Edge[], id: string) => edges.filter((e) => e.source === id).reduce((s, e) => s + e.value, 0);
const NONE: ReadonlySet<string> = new Set();

describe('the flow of a large board, folded', () => {
  it('a board that can be taken in is left alone, and so is one that was asked for whole', () => {
    fc.assert(
      fc.property(tree, (edges) => {
        const folded = foldFlow(edges, NONE);
        if (drawn(edges).size <= 18) expect(folded.edges).toEqual(edges);
        expect(foldFlow(edges, 'all').edges).toEqual(edges);
      }),
    );
  });

  it('no power is lost: what leaves the source is what it was, and every stage is drawn, behind another or in a bar of small ones', () => {
    fc.assert(
      fc.property(tree, (edges) => {
        const { edges: kept, behind, small } = foldFlow(edges, NONE);
        expect(leaving(kept, 'in')).toBeCloseTo(leaving(edges, 'in'), 9);
        const hidden = [...behind.values()].reduce((s, n) => s + n, 0);
        const together = [...drawn(kept)].reduce((s, id) => s + (small.get(id)?.length ?? 1), 0);
        expect(together + hidden).toBe(drawn(edges).size);
      }),
    );
  });

  it('many loads of like size on one rail become one bar before the flow grows beyond a glance', () => {
    const alike: Edge[] = Array.from({ length: 40 }, (_, k) => ({ source: 'in', target: `own${k}`, rail: 'main', value: 0.1 }));
    const folded = foldFlow([...alike, { source: 'in', target: 'large', rail: 'main', value: 6 }], NONE);
    expect(drawn(folded.edges).size).toBeLessThanOrEqual(18);
    expect(folded.small.get('small main')).toHaveLength(40);
  });

  it('opening one thing moves nothing else', () => {
    fc.assert(
      fc.property(tree, fc.nat(), (edges, pick) => {
        const before = foldFlow(edges, NONE);
        const bars = [...before.behind.keys(), ...before.small.keys()].filter((id) => drawn(before.edges).has(id));
        if (bars.length === 0) return;
        const bar = bars[pick % bars.length]!;
        const after = foldFlow(edges, new Set([bar]));
        const others = (all: ReadonlySet<string>) => [...all].filter((id) => id !== bar);
        expect(others(drawn(before.edges)).filter((id) => !drawn(after.edges).has(id))).toEqual([]);
        expect(drawn(after.edges).size).toBeGreaterThan(others(drawn(before.edges)).length);
        for (const [id, n] of before.behind) if (id !== bar) expect(after.behind.get(id)).toBe(n);
      }),
    );
  });
});
