import { describe, expect, it } from 'vitest';
import { checkBoard } from '../files/board-file.ts';
import type { BoardDoc } from './document.ts';
import {
  addStage,
  choicesFor,
  freeId,
  freeRail,
  moveStage,
  removeStage,
  renameRail,
  renameStage,
  setConfirmation,
  setGiven,
  setModule,
  setModuleCopies,
  setRail,
  setStage,
  setWaiver,
} from './edit.ts';
import { evaluateBoard } from './evaluate.ts';

const empty: BoardDoc = { format: 'spark-sum/board', version: 1, name: 'bench', stages: [] };

/** Supply, regulator, divider into a converter, all linked. */
function linked(): BoardDoc {
  let doc = addStage(empty, 'dc-input').doc;
  doc = setRail(doc, 'dc-input', 'out', 'v12');
  doc = addStage(doc, 'linear-regulator', { rails: { in: 'v12', out: 'v5' } }).doc;
  doc = addStage(doc, 'voltage-divider', { rails: { in: 'v12' } }).doc;
  doc = addStage(doc, 'adc-channel', { rails: { vcc: 'v5' }, signals: { in: 'voltage-divider.out' } }).doc;
  return setConfirmation(setWaiver(doc, 'adc-channel', 'settling', 'read twice'), 'voltage-divider.top-failure', 'me');
}

describe('modules', () => {
  it('come with their first stage, keep their copies, and go with their last', () => {
    let doc = setModule(linked(), 'linear-regulator', 'plug');
    doc = setModuleCopies(doc, 'plug', 5);
    doc = setModule(doc, 'adc-channel', 'plug');
    expect(doc.modules).toEqual({ plug: { copies: 5 } });
    expect(checkBoard(doc).ok).toBe(true);
    doc = setModule(doc, 'linear-regulator', undefined);
    expect(doc.modules).toEqual({ plug: { copies: 5 } });
    expect(removeStage(doc, 'adc-channel').modules).toBeUndefined();
    expect(setModule(doc, 'adc-channel', undefined)).toEqual(linked());
  });
});

describe('edits keep a document whole', () => {
  it('every edit leaves a board that is accepted', () => {
    const doc = linked();
    for (const next of [
      doc,
      renameStage(doc, 'voltage-divider', 'watch'),
      renameRail(doc, 'v12', 'raw'),
      removeStage(doc, 'dc-input'),
      moveStage(doc, 'adc-channel', -3),
      setStage(doc, 'adc-channel', { title: 'x', copies: 4 }),
    ]) {
      expect(checkBoard(next)).toMatchObject({ ok: true });
    }
  });

  it('renaming a stage carries signals, waivers and confirmations along', () => {
    const doc = renameStage(renameStage(linked(), 'voltage-divider', 'watch'), 'adc-channel', 'reading');
    expect(doc.stages.map((s) => s.id)).toEqual(['dc-input', 'linear-regulator', 'watch', 'reading']);
    expect(doc.stages[3]!.signals).toEqual({ in: 'watch.out' });
    expect(doc.waivers).toEqual([{ stage: 'reading', check: 'settling', reason: 'read twice' }]);
    expect(doc.confirmations![0]!.id).toBe('watch.top-failure');
  });

  it('a rename changes no number', () => {
    const numbers = (doc: BoardDoc) => evaluateBoard(doc).stages.map((s) => s.checks.map((c) => c.margin));
    const before = linked();
    expect(numbers(renameRail(renameStage(before, 'voltage-divider', 'watch'), 'v12', 'raw supply'))).toEqual(numbers(before));
  });

  it('a removed provider leaves its consumers unfed, and says so', () => {
    const findings = evaluateBoard(removeStage(linked(), 'dc-input'))
      .findings.filter((f) => f.severity === 'must')
      .map((f) => f.text);
    expect(findings.filter((t) => /Nothing provides the rail “v12”/.test(t))).toHaveLength(2);
  });

  it('ids and rail names stay free of clashes', () => {
    const doc = linked();
    expect(freeId(doc, 'voltage-divider')).toBe('voltage-divider-2');
    expect(freeId(doc, 'Ünusual Name 3')).toBe('unusual-name-3');
    expect(freeId(doc, '123')).toBe('stage');
    expect(freeRail(doc, 'v5')).toBe('v5 2');
  });

  it('a new provider gets a rail of its own at once', () => {
    const { doc, id } = addStage(empty, 'dc-input');
    expect(doc.stages.find((s) => s.id === id)!.rails).toEqual({ out: 'dc-input' });
  });

  it('emptied records disappear, so that undoing an edit leaves no trace', () => {
    const doc = addStage(empty, 'rc-lowpass').doc;
    expect(setGiven(setGiven(doc, 'rc-lowpass', 'cutoffFrequency', 50), 'rc-lowpass', 'cutoffFrequency', undefined)).toEqual(doc);
  });

  it('moving beyond the ends stays at the ends', () => {
    expect(moveStage(linked(), 'adc-channel', 9).stages.at(-1)!.id).toBe('adc-channel');
    expect(moveStage(linked(), 'adc-channel', -9).stages[0]!.id).toBe('adc-channel');
  });

  it('offers what exists: rails of others, outputs of others', () => {
    const doc = linked();
    expect(choicesFor(doc, doc.stages[2]!)).toEqual({ rails: ['v12', 'v5'], signals: [] });
    expect(choicesFor(doc, doc.stages[3]!).signals).toEqual(['voltage-divider.out']);
  });
});
