import { describe, expect, it } from 'vitest';
import type { BoardDoc } from '../../src/core/board/document.ts';
import { evaluateBoard } from '../../src/core/board/evaluate.ts';
import type { NumberField } from '../../src/core/stage/contract.ts';
import { board } from '../../src/core/testing/boards.ts';
import { checkBoard } from '../../src/core/files/board-file.ts';
import { nominalOf, toRange, type Uncertain } from '../../src/core/quantity/uncertain.ts';
import { givenGroups, linkedGroups, StageEditor } from '../../src/lib/ui/stage/stage-editor.ts';

/** A board edited the way the stage sheet edits it, kept only when it is valid. */
function bench(doc: BoardDoc, id: string) {
  const session = {
    doc,
    edit(_label: string, next: BoardDoc) {
      const read = checkBoard(next);
      if (!read.ok) return read.issues;
      session.doc = read.value;
      return [];
    },
  };
  const stage = () => evaluateBoard(session.doc).byId.get(id)!;
  const part = (slot: string) => stage().parts.find((p) => p.slot === slot)!;
  return { session, stage, part, editor: new StageEditor(() => session as never, stage) };
}
const filter = () =>
  bench(
    board([
      { id: 'tap', kind: 'voltage-divider', given: { inputVoltage: 6, outputVoltage: 2 } },
      { id: 'f', kind: 'rc-lowpass', parts: { C1: { value: 1e-7, tolerance: 0.1 } }, signals: { in: 'tap.out' } },
    ]),
    'f',
  );

describe('editing a stage', () => {
  it('a chosen value keeps the tolerance it was sized with', () => {
    const { editor, part, stage } = filter();
    expect(part('R1').sized).toBe(true);
    expect(editor.setPart(part('R1'), { value: 4700 })).toBeUndefined();
    expect(stage().doc.parts!.R1).toEqual({ value: 4700, tolerance: 0.01 });
    expect(part('R1').sized).toBe(false);
  });
  it('a tolerance that was typed is not touched by another value', () => {
    const { editor, part, stage } = filter();
    editor.setPart(part('C1'), { value: 2.2e-7 });
    expect(stage().doc.parts!.C1).toEqual({ value: 2.2e-7, tolerance: 0.1 });
  });
  it('handing a part back to sizing finds the value it had', () => {
    const { editor, part } = filter();
    const sized = part('R1').value;
    editor.setPart(part('R1'), { value: 1e5 });
    editor.release(part('R1'));
    expect(part('R1')).toMatchObject({ sized: true, value: sized });
  });
  it('a step up and a step down lead back, along the series of the part', () => {
    const { editor, part } = filter();
    editor.setPart(part('R1'), { value: 1e4 });
    editor.nudgePart(part('R1'), 1);
    expect(part('R1').value).toBe(1.1e4);
    editor.nudgePart(part('R1'), -1);
    expect(part('R1').value).toBe(1e4);
  });
  it('a step of a given keeps its spread', () => {
    const { editor, stage } = filter();
    const field = (name: string) => stage().kind.given[name] as NumberField;
    const typed = () => stage().doc.given!.fullScale as Uncertain;
    editor.setGiven('fullScale', { nominal: 3, low: 2.9, high: 3.2 });
    editor.nudgeGiven('fullScale', field('fullScale'), typed(), 1);
    const { low, nominal, high } = toRange(typed());
    expect(nominal).toBeGreaterThan(3);
    expect([nominal - low, high - nominal].map((d) => Number(d.toFixed(9)))).toEqual([0.1, 0.2]);
    editor.setGiven('resolution', 12);
    editor.nudgeGiven('resolution', field('resolution'), 12, -1);
    expect(nominalOf(stage().doc.given!.resolution as Uncertain)).toBe(11);
  });
  it('what cannot be is said and changes nothing', () => {
    const { editor, session } = filter();
    const before = structuredClone(session.doc);
    expect(editor.setGiven('resolution', -3)).toMatch(/\S/);
    expect(session.doc).toEqual(before);
  });
  it('an offer that is taken is what the parts then are', () => {
    const { editor, stage, part } = filter();
    const offer = stage().offers.at(-1)!;
    editor.take(offer, stage().parts);
    for (const [slot, value] of Object.entries(offer.values)) expect(part(slot)).toMatchObject({ value, sized: false });
  });
});

describe('what a stage sheet lists', () => {
  it('every given once: linked with where it comes from, entered, or at its usual value', () => {
    const stage = filter().stage();
    const linked = linkedGroups(stage).flatMap((g) => g.links.map((l) => l.name));
    const { shown, rest } = givenGroups(stage.kind, stage, 4);
    expect(linked).toContain('sourceResistance');
    expect([...linked, ...shown, ...rest].sort()).toEqual(
      Object.keys(stage.kind.given)
        .filter((n) => n !== 'ambient')
        .sort(),
    );
  });
  it('what was entered is shown, however far down it stands', () => {
    const { editor, stage } = filter();
    editor.setGiven('maximumNoise', 1e-5);
    expect(givenGroups(stage().kind, stage(), 1).shown).toContain('maximumNoise');
  });
});
