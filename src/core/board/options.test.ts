import { describe, expect, it } from 'vitest';
import { alone, board, refusals } from '../testing/boards.ts';
import { billOf } from '../order/bill.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { renameRail, renameStage } from './edit.ts';
import { evaluateBoard } from './evaluate.ts';
import { addOption, chooseOption, chosenTitle, keepAsOption, removeOption, setCost, tryOption } from './options.ts';

const stages: StageDoc[] = [
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9 }, rails: { out: 'v9' } },
  {
    id: 'div',
    kind: 'voltage-divider',
    title: 'Watch',
    notes: 'kept',
    given: { outputVoltage: 3 },
    parts: { R1: { value: 20_000, tolerance: 0.01 }, R2: { value: 10_000, tolerance: 0.01 } },
    rails: { in: 'v9' },
  },
  { id: 'rc', kind: 'rc-lowpass', given: { cutoffFrequency: 100 }, signals: { in: 'div.out' } },
];
const doc = (): BoardDoc => board(stages);
const div = (d: BoardDoc) => d.stages.find((s) => s.id === 'div')!;
const volts = (d: BoardDoc) => evaluateBoard(d).byId.get('div')!.judged.nominal('outputVoltage')!;

describe('options for a place', () => {
  it('kept as it is, an option gives the very same stage', () => {
    const kept = keepAsOption(doc(), 'div', 'as now');
    const tried = tryOption(kept, 'div', 0);
    expect(tried).toEqual(kept);
    expect(volts(tried)).toBeCloseTo(3, 3);
  });

  it('tried out, changes only its own place, and the place keeps its name and notes', () => {
    const changed = {
      ...doc(),
      stages: doc().stages.map((s) => (s.id === 'div' ? { ...s, parts: { ...s.parts, R2: { value: 20_000, tolerance: 0.01 } } } : s)),
    };
    const two = { ...keepAsOption(doc(), 'div', 'third') };
    const withBoth: BoardDoc = { ...changed, stages: changed.stages.map((s) => (s.id === 'div' ? { ...s, options: div(two).options! } : s)) };
    expect(volts(withBoth)).toBeCloseTo(4.5, 2);
    const tried = tryOption(withBoth, 'div', 0);
    expect(volts(tried)).toBeCloseTo(3, 3);
    expect(div(tried)).toMatchObject({ title: 'Watch', notes: 'kept', id: 'div' });
    expect(tried.stages.filter((s) => s.id !== 'div')).toEqual(withBoth.stages.filter((s) => s.id !== 'div'));
  });

  it('chosen with a reason, the one before becomes an option, and choosing back restores it', () => {
    const start = addOption(doc(), 'div', 'voltage-divider', 'sized anew');
    const chosen = chooseOption(start, 'div', 0, 'fewer values');
    expect(chosen.decisions).toEqual([{ stage: 'div', chosen: 'sized anew', options: ['sized anew', 'first design'], reason: 'fewer values' }]);
    expect(chosenTitle(chosen, 'div')).toBe('sized anew');
    expect(div(chosen).parts).toBeUndefined();
    const back = chooseOption(chosen, 'div', 0, 'it was better');
    expect(div(back)).toEqual(div(start));
    expect(back.decisions).toHaveLength(1);
  });

  it('of another kind keeps the links whose ports it has', () => {
    const other = addOption(doc(), 'div', 'linear-regulator', 'a regulator');
    expect(div(other).options![0]).toEqual({ title: 'a regulator', kind: 'linear-regulator', rails: { in: 'v9' } });
    expect(div(removeOption(other, 'div', 0))).toEqual(div(doc()));
  });

  it('follows when a rail or a stage is renamed', () => {
    const kept = keepAsOption(keepAsOption(doc(), 'div', 'one'), 'rc', 'two');
    expect(div(renameRail(kept, 'v9', 'supply')).options![0]!.rails).toEqual({ in: 'supply' });
    const renamed = renameStage(kept, 'div', 'watch').stages.find((s) => s.id === 'rc')!;
    expect(renamed.options![0]!.signals).toEqual({ in: 'watch.out' });
  });

  it('is checked like a stage when a file is read', () => {
    const bad = [
      {
        ...stages[1]!,
        signals: undefined,
        options: [{ title: 'x', kind: 'nothing' }, { title: 'y', kind: 'rc-lowpass', given: { nonsense: 1 } }, { kind: 'rc-lowpass' }],
      },
    ];
    const paths = (options: unknown[]) => refusals([{ ...alone('rc-lowpass').doc, options }]).map((i) => i.path);
    expect(paths(bad[0]!.options.slice(0, 2))).toEqual(['stages[0].options[0].kind', 'stages[0].options[1].given.nonsense']);
    expect(paths(bad[0]!.options.slice(2))).toEqual(['stages[0].options[0].title']);
  });
});

it('a cost belongs to what it was said of, and goes with it when an option is chosen', () => {
  const doc = board([
    { id: 'f', kind: 'rc-lowpass', copies: 3, cost: 0.4 },
    { id: 'd', kind: 'voltage-divider' },
  ]);
  const costOf = (board: BoardDoc) => billOf(evaluateBoard(board)).stages.find((s) => s.stage === 'f')!.worth;
  expect(costOf(doc)).toBeCloseTo(1.2, 12);
  const two = setCost(addOption(doc, 'f', 'rc-lowpass', 'dear'), 'f', 0, 2);
  expect(costOf(two)).toBeCloseTo(1.2, 12);
  expect(costOf(chooseOption(two, 'f', 0, 'better caps'))).toBeCloseTo(6, 12);
  // Where nobody says, its parts count: an RC has two, of some cents each.
  const usual = costOf(setCost(doc, 'f', null, undefined));
  expect(usual).toBeGreaterThan(0);
  expect(usual).toBeLessThan(1.2);
});
