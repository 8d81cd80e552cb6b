import { describe, expect, it } from 'vitest';
import type { BoardDoc } from '../board/document.ts';
import { setConfirmation, setWaiver } from '../board/edit.ts';
import { evaluateBoard } from '../board/evaluate.ts';
import { bringUpPlan, progress, verdict, type Reading } from '../bringup/plan.ts';
import { board } from '../testing/boards.ts';
import { gate, letterOf } from './gate.ts';

/** A channel that fails shoulds, and nothing else. */
const doc = (): BoardDoc => board([{ id: 'adc', kind: 'adc-channel', given: { aliasRejection: 60 } }]);
const at = (d: BoardDoc) => gate(evaluateBoard(d));
const confirmed = (d: BoardDoc): BoardDoc => at(d).confirmations.reduce((next, c) => setConfirmation(next, c.id, 'me'), d);
const waived = (d: BoardDoc): BoardDoc => at(d).toWaive.reduce((next, f) => setWaiver(next, f.stage!, f.check!, 'known'), d);

describe('the gate', () => {
  it('opens when every should is waived and every confirmation given, and not before', () => {
    expect(at(doc()).toWaive.length).toBeGreaterThan(0);
    expect(at(waived(doc())).ready).toBe(false);
    expect(at(confirmed(doc())).ready).toBe(false);
    expect(at(confirmed(waived(doc()))).ready).toBe(true);
  });

  it('no waiver opens it for a must', () => {
    const broken = board([{ id: 'adc', kind: 'adc-channel', given: { signalHigh: 5 } }]);
    const forced = setWaiver(confirmed(waived(broken)), 'adc', 'range', 'please');
    expect(at(forced)).toMatchObject({ ready: false });
    expect(at(forced).blocking.map((f) => f.check)).toContain('range');
  });

  it('an empty board is never ready', () => {
    expect(at(confirmed(board([]))).ready).toBe(false);
  });

  it('a waiver that is taken back closes it again', () => {
    const open = confirmed(waived(doc()));
    expect(at(setWaiver(open, 'adc', 'alias-rejection', null)).ready).toBe(false);
  });

  it('asks about what is on the board: a stage brings its own confirmations, mains one that blocks', () => {
    expect(at(doc()).confirmations.map((c) => c.id)).toContain('adc.reference-decoupled');
    const mains = { ...doc(), brief: { hazards: ['mains'] } };
    expect(at(mains).confirmations.map((c) => c.id)).toContain('board.mains');
    expect(at(mains).cautions[0]!.text).toMatch(/local code and a licensed electrician/);
    expect(at(confirmed(waived(doc())) && { ...confirmed(waived(doc())), brief: { hazards: ['mains'] } }).ready).toBe(false);
  });

  it('letters revisions A to Z, then AA', () => {
    expect([0, 1, 25, 26, 27, 52].map(letterOf)).toEqual(['A', 'B', 'Z', 'AA', 'AB', 'BA']);
  });
});

describe('bring-up', async () => {
  const powered = board([
    { id: 'load', kind: 'supply-load', rails: { in: 'v5' } },
    { id: 'reg', kind: 'linear-regulator', rails: { in: 'v12', out: 'v5' } },
    { id: 'in', kind: 'dc-input', rails: { out: 'v12' } },
  ]);
  const plan = await bringUpPlan(evaluateBoard(powered));
  const reading = (step: string, value: number | null): Reading => ({ step, text: '', value, note: '', at: '' });

  it('goes from the source outwards, whatever the order of the document', () => {
    const stages = [...new Set(plan.map((p) => p.stage))];
    expect(stages).toEqual([null, 'in', 'reg', 'load']);
  });

  it('judges a reading by its window, ends included', () => {
    const step = plan.find((p) => p.key === 'reg/output')!;
    const { low, high } = step.expect!;
    expect([verdict(step, low), verdict(step, high), verdict(step, low - 1e-6), verdict(step, high + 1e-6)]).toEqual(['within', 'within', 'low', 'high']);
  });

  it('stops behind a reading out of its window, and goes on once it is measured anew', () => {
    const upTo = plan.findIndex((p) => p.key === 'in/unloaded');
    const before = plan.slice(0, upTo).map((p) => reading(p.key, null));
    const expect12 = plan[upTo]!.expect!;
    const stopped = progress(plan, [...before, reading('in/unloaded', expect12.high + 1)]);
    expect(stopped[upTo]).toMatchObject({ verdict: 'high', locked: false });
    expect(stopped.slice(upTo + 1).every((p) => p.locked)).toBe(true);
    const again = progress(plan, [...before, reading('in/unloaded', expect12.high + 1), reading('in/unloaded', expect12.nominal)]);
    expect(again[upTo + 1]!.locked).toBe(false);
  });

  it('only the first open step is unlocked', () => {
    expect(progress(plan, []).filter((p) => !p.locked)).toHaveLength(1);
  });
});
