import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyOps, difference, equal, fromKeyed, inverse, toKeyed, type Op } from './changes.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { moveStage, removeStage, setGiven, setPart, setStage } from './edit.ts';
import { checkBoard } from '../files/board-file.ts';
import { stacks } from './history.ts';

const board = (stages: StageDoc[]): BoardDoc => ({ format: 'spark-sum/board', version: 1, name: 'bench', stages });
const three = board([
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9 }, rails: { out: 'v9' } },
  {
    id: 'reg',
    kind: 'linear-regulator',
    given: { outputVoltage: 5, loadCurrent: { nominal: 0.1, low: 0, high: 0.2 } },
    parts: { R1: { value: 240, tolerance: 0.01 } },
    rails: { in: 'v9', out: 'v5' },
  },
  { id: 'load', kind: 'supply-load', copies: 3, rails: { in: 'v5' } },
]);
const applied = (doc: BoardDoc, ops: Op[], force = false): BoardDoc => {
  const result = applyOps(doc, ops, force);
  if (!result.ok) throw new Error(`conflict at ${result.conflicts.map((c) => c.path.join('.')).join(', ')}`);
  return result.doc;
};

/** Random documents over a few ids, fields and values, so that pairs share much. */
const value = fc.oneof(fc.integer({ min: 1, max: 4 }), fc.constant({ nominal: 2, low: 1, high: 3 }), fc.constant({ nominal: 2, tolerance: 0.1 }));
const record = <T>(keys: string[], v: fc.Arbitrary<T>) => fc.dictionary(fc.constantFrom(...keys), v, { maxKeys: 3 });
const stage = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd'),
  kind: fc.constantFrom('rc-lowpass', 'dc-input'),
  given: record(['x', 'y', 'z'], value),
  parts: record(['R1', 'C1'], record(['value', 'esr'], value)),
});
const documents = fc
  .record({
    name: fc.constantFrom('one', 'two'),
    stages: fc.uniqueArray(stage, { selector: (s) => s.id, maxLength: 4 }),
    waivers: fc.option(
      fc.uniqueArray(fc.record({ stage: fc.constantFrom('a', 'b'), check: fc.constantFrom('p', 'q'), reason: fc.string() }), {
        selector: (w) => w.stage + w.check,
      }),
      { nil: undefined },
    ),
  })
  .map((d) => JSON.parse(JSON.stringify({ format: 'spark-sum/board', version: 1, ...d })) as BoardDoc);

describe('changes as data', () => {
  it('a document survives being keyed and back', () => {
    fc.assert(fc.property(documents, (d) => void expect(fromKeyed(toKeyed(d))).toEqual(d)));
  });

  it('the difference of two documents turns one into the other, and its inverse back', () => {
    fc.assert(
      fc.property(documents, documents, (a, b) => {
        const ops = difference(a, b);
        const there = applied(a, ops);
        expect(equal(toKeyed(there), toKeyed(b))).toBe(true);
        expect(equal(toKeyed(applied(there, inverse(ops))), toKeyed(a))).toBe(true);
      }),
    );
  });

  it('equal documents differ by nothing', () => {
    fc.assert(fc.property(documents, (d) => void expect(difference(d, structuredClone(d))).toEqual([])));
  });

  it('a change touches only what changed', () => {
    expect(difference(three, setGiven(three, 'reg', 'outputVoltage', 3.3))).toEqual([
      { path: ['stages', 'reg', 'given', 'outputVoltage'], before: 5, after: 3.3 },
    ]);
    // A range is one value.
    const ranged = setGiven(three, 'reg', 'loadCurrent', { nominal: 0.1, low: 0, high: 0.3 });
    expect(difference(three, ranged)).toHaveLength(1);
  });
});

describe('two tabs on one board', () => {
  it('edits of different stages merge', () => {
    const mine = difference(three, setGiven(three, 'in', 'supplyVoltage', 12));
    const theirs = setPart(three, 'reg', 'R1', { value: 270, tolerance: 0.01 });
    const both = applied(theirs, mine);
    expect(both.stages[0]!.given!.supplyVoltage).toBe(12);
    expect(both.stages[1]!.parts!.R1!.value).toBe(270);
  });

  it('edits of different fields of one stage merge', () => {
    const mine = difference(three, setGiven(three, 'reg', 'outputVoltage', 3.3));
    const both = applied(setStage(three, 'reg', { title: 'Quiet' }), mine);
    expect(both.stages[1]).toMatchObject({ title: 'Quiet', given: { outputVoltage: 3.3 } });
  });

  it('edits of one field show both values, and nothing is applied', () => {
    const mine = difference(three, setGiven(three, 'reg', 'outputVoltage', 3.3));
    const theirs = setGiven(three, 'reg', 'outputVoltage', 12);
    expect(applyOps(theirs, mine)).toEqual({ ok: false, conflicts: [{ path: ['stages', 'reg', 'given', 'outputVoltage'], theirs: 12, mine: 3.3 }] });
    expect(applied(theirs, mine, true).stages[1]!.given!.outputVoltage).toBe(3.3);
  });

  it('the same edit twice is no conflict', () => {
    const ops = difference(three, setGiven(three, 'reg', 'outputVoltage', 3.3));
    expect(() => applied(applied(three, ops), ops)).not.toThrow();
  });

  it('an edit of a stage that the other tab removed is a conflict, not a ghost', () => {
    const mine = difference(three, setGiven(three, 'reg', 'outputVoltage', 3.3));
    expect(applyOps(removeStage(three, 'reg'), mine).ok).toBe(false);
    expect(applyOps(removeStage(three, 'reg'), mine, true).ok).toBe(false);
  });

  it('moving stages never conflicts', () => {
    const mine = difference(three, moveStage(three, 'load', -2));
    expect(applied(setGiven(three, 'reg', 'outputVoltage', 3.3), mine).stages.map((s) => s.id)[0]).toBe('load');
  });

  it('keys that reach into the language are refused', () => {
    for (const key of ['__proto__', 'constructor', 'prototype']) {
      expect(applyOps(three, [{ path: ['stages', key, 'polluted'], after: 1 }], true).ok).toBe(false);
      expect(applyOps(three, [{ path: [key], after: 1 }], true).ok).toBe(false);
    }
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });
});

describe('a change that breaks the shape of a document', () => {
  const doc = board([
    { id: 'a', kind: 'voltage-divider' },
    { id: 'b', kind: 'voltage-divider' },
  ]);
  it.each([
    [['stages', 'a'], null],
    [['stages', 'a'], 5],
    [['stages', 'a'], [1]],
    [['stages'], null],
    [['stages'], 7],
    [['stages'], [[]]],
    [['waivers'], null],
    [['waivers'], { x: null }],
    [['confirmations'], { x: 3 }],
    [['decisions'], [null]],
    [['states'], null],
  ] as [string[], unknown][])('%j set to %j is refused by the check of what comes out', (path, after) => {
    const applied = applyOps(doc, [{ path, after }], true);
    expect(applied.ok && checkBoard(applied.doc).ok).toBe(false);
  });
});

describe('undo and redo', () => {
  const log = (...steps: (number | string)[]) =>
    steps.map((s, i) => ({
      version: i + 1,
      undoes: typeof s === 'string' && s[0] === 'u' ? Number(s.slice(1)) : null,
      redoes: typeof s === 'string' && s[0] === 'r' ? Number(s.slice(1)) : null,
    }));

  it('steps back through changes, newest first', () => {
    expect(stacks(log(1, 2, 3))).toEqual({ undo: [1, 2, 3], redo: [] });
    expect(stacks(log(1, 2, 3, 'u3', 'u2'))).toEqual({ undo: [1], redo: [3, 2] });
  });

  it('does again what was taken back', () => {
    expect(stacks(log(1, 2, 'u2', 'r2'))).toEqual({ undo: [1, 2], redo: [] });
  });

  it('a new change ends what could be done again', () => {
    expect(stacks(log(1, 2, 'u2', 4))).toEqual({ undo: [1, 4], redo: [] });
  });

  it('after any run of steps every change is on one stack at most', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('change', 'undo', 'redo'), { maxLength: 30 }), (moves) => {
        const entries: { version: number; undoes: number | null; redoes: number | null }[] = [];
        for (const move of moves) {
          const now = stacks(entries);
          const target = move === 'undo' ? now.undo.at(-1) : now.redo.at(-1);
          if (move !== 'change' && target === undefined) continue;
          entries.push({ version: entries.length + 1, undoes: move === 'undo' ? target! : null, redoes: move === 'redo' ? target! : null });
        }
        const end = stacks(entries);
        const all = [...end.undo, ...end.redo];
        expect(new Set(all).size).toBe(all.length);
      }),
    );
  });
});
