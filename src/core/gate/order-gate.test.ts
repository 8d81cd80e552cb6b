import { describe, expect, it } from 'vitest';
import supply from '../../../demo/weigh-house-supply.board.json' with { type: 'json' };
import hive from '../../../demo/hive-listener.board.json' with { type: 'json' };
import first from '../../../demo/weigh-house-supply.first.json' with { type: 'json' };
import horn from '../../../demo/swarm-horn.board.json' with { type: 'json' };
import type { BoardDoc, FlagDoc } from '../board/document.ts';
import { setConfirmation, setGiven, setPart, removeStage } from '../board/edit.ts';
import { evaluateBoard } from '../board/evaluate.ts';
import { makerSheet } from '../order/maker.ts';
import { linesOf } from '../order/lines.ts';
import { withSubstitute } from '../order/substitutes.ts';
import { GENERIC_DEVICES } from '../parts/devices.ts';
import { board, sumOf } from '../testing/boards.ts';
import { demoBoard, mendedSupply } from '../testing/demo.ts';
import { compareBoards } from './compare.ts';
import { gate } from './gate.ts';
import { gateList } from './list.ts';

const mended = mendedSupply(supply);
const confirmed = (doc: BoardDoc): BoardDoc => gate(evaluateBoard(doc)).confirmations.reduce((next, c) => setConfirmation(next, c.id, 'me'), doc);
const flag = (part: string, more: Partial<FlagDoc> = {}): FlagDoc => ({ part, sort: 'one source', by: 'me', date: '2026-01-01', ...more });

describe('the list of the gate', () => {
  const ids = (doc: BoardDoc) => gateList(evaluateBoard(doc)).map((i) => i.id);
  it('asks about what is on the board and nothing else', () => {
    const all = ids(demoBoard(horn));
    expect(all).toContain('lamp.connector');
    expect(all).toContain('horn.strain-relief');
    expect(all).toContain('protection.first');
    expect(all.some((id) => id.startsWith('pins relay'))).toBe(true);
    expect(ids(board([{ id: 'div', kind: 'voltage-divider' }]))).not.toContain('board.polarity');
    expect(ids(removeStage(demoBoard(horn), 'lamp'))).not.toContain('lamp.connector');
  });

  it('names every item once', () => {
    for (const doc of [demoBoard(horn), mended]) expect(new Set(ids(doc)).size).toBe(ids(doc).length);
  });

  it('lists pins of the controller that nothing uses', () => {
    const doc = board([{ id: 'lamp', kind: 'led-indicator', pins: { pin: 'P1' } }], {
      controller: { title: 'small controller', pins: { P1: { can: 'digital' }, P2: { can: 'digital' }, P3: { can: 'analog' } } },
    });
    const items = gateList(evaluateBoard(doc));
    expect(items.find((i) => i.id === 'board.spare-pins')!.text).toMatch(/P2, P3/);
    expect(items.map((i) => i.id)).toEqual(expect.arrayContaining(['board.programming', 'lamp.seen']));
  });

  it('asks about the pins of a substitute anew', () => {
    const doc = confirmed(mended);
    expect(gate(evaluateBoard(doc)).ready).toBe(true);
    const sum = evaluateBoard(doc);
    const line = linesOf(sum).find((l) => l.sort === 'regulator' && l.perBoard === 2)!;
    const other = GENERIC_DEVICES.find((d) => d.sort === 'regulator' && d.params.referenceVoltage && JSON.stringify(d.params.referenceVoltage).includes('12'))!;
    const g = gate(evaluateBoard(withSubstitute(doc, sum, line, other)));
    expect(g.confirmations.filter((c) => !c.given).map((c) => c.text)).toEqual([expect.stringContaining(other.title)]);
  });
});

it.each([
  ['hive listener', hive],
  ['first weigh-house supply', first],
])('the %s, which the demo freezes, was looked at in whole', (_, json) => {
  const g = gate(evaluateBoard(demoBoard(json)));
  expect(g.confirmations.filter((c) => !c.given).map((c) => c.id)).toEqual([]);
  expect(g.ready).toBe(true);
});

describe('flags and advice', () => {
  const key = linesOf(evaluateBoard(mended)).find((l) => l.sort === 'diode')!.key;
  const ready = (more: Partial<BoardDoc>) => gate(evaluateBoard({ ...confirmed(mended), ...more }));

  it('a flag closes the gate until it is answered, or its part is gone', () => {
    expect(ready({ flags: [flag(key)] })).toMatchObject({ ready: false, flagged: [{ flag: { part: key } }] });
    expect(ready({ flags: [flag(key, { answer: { how: 'stock', because: 'a bag of them', by: 'me', date: '2026-01-02' } })] }).ready).toBe(true);
    expect(ready({ flags: [flag('some part of another board')] }).ready).toBe(true);
  });

  it('advice is taken or refused before the gate opens', () => {
    const advice = { id: 'a', text: 'Use a larger sink.', from: 'a neighbour', date: '2026-01-01' };
    expect(ready({ advice: [advice] }).ready).toBe(false);
    expect(ready({ advice: [{ ...advice, taken: false, because: 'it is cool enough' }] }).ready).toBe(true);
  });
});

describe('the sheet for the maker', () => {
  const trace = (id: string, thickness: number, more: Record<string, string> = {}) => ({
    id,
    kind: 'circuit-trace',
    given: more,
    parts: { W1: { width: 0.002, thickness } },
  });
  const line = (sheet: ReturnType<typeof makerSheet>, name: string) => sheet.find((l) => l.name === name)!;

  it('orders the copper that the traces were reckoned with, and the narrowest of them', () => {
    const sheet = makerSheet(sumOf([trace('a', 7e-5), { ...trace('b', 7e-5), parts: { W1: { width: 0.0004, thickness: 7e-5 } } }]));
    expect(line(sheet, 'copper, finished')).toMatchObject({ text: '70\u202fµm', from: 'Circuit trace' });
    expect(line(sheet, 'narrowest track').text).toBe('400\u202fµm');
    expect(line(sheet, 'copper, finished').odd).toBeUndefined();
  });

  it('says where two stages assume different copper, or more layers than are ordered', () => {
    expect(line(makerSheet(sumOf([trace('a', 7e-5), trace('b', 3.5e-5)])), 'copper, finished').odd).toMatch(/assumes 35\u202fµm/);
    expect(line(makerSheet(sumOf([trace('a', 3.5e-5, { layer: 'inner' })], { order: { layers: 2 } })), 'layers').odd).toMatch(/assumes 4/);
  });

  it('is the usual where nobody assumes anything', () => {
    expect(line(makerSheet(sumOf([{ id: 'div', kind: 'voltage-divider' }])), 'layers')).toMatchObject({ text: '2', from: 'usual' });
  });
});

describe('two boards compared', () => {
  const sum = evaluateBoard(mended);
  it('a board and itself differ in nothing', () => {
    const same = compareBoards(sum, evaluateBoard(mended));
    expect(same).toMatchObject({ stages: { added: [], removed: [] }, values: [], parts: [], margins: [], findings: { gone: [], came: [] } });
    expect(same.cost.before).toBe(same.cost.after);
  });

  it('tells values, parts, margins, findings and cost of a change, and the other way round the opposite', () => {
    let doc = setGiven(mended, 'raw-plus', 'transformerVa', 5);
    doc = setPart(doc, 'watch-plus', 'R1', { value: 47_000, tolerance: 0.01 });
    doc = { ...removeStage(doc, 'lamp-five'), decisions: [{ stage: 'watch-plus', chosen: 'higher', reason: 'less current' }] };
    const other = evaluateBoard(doc);
    const forth = compareBoards(sum, other);
    const back = compareBoards(other, sum);
    expect(forth.stages.removed).toEqual(['Lamp of plus 5 V']);
    expect(forth.values).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ stage: 'raw-plus', before: '12\u202fVA', after: '5\u202fVA' }),
        expect.objectContaining({ stage: 'watch-plus', what: 'R1', before: '39\u202fkΩ', after: '47\u202fkΩ', because: 'less current' }),
      ]),
    );
    expect(forth.findings.came.length).toBeGreaterThan(0);
    expect(back.findings.gone.sort()).toEqual(forth.findings.came.sort());
    expect(back.cost.before).toBeCloseTo(forth.cost.after, 12);
    const flipped = forth.parts.map((p) => ({ part: p.part, before: p.after, after: p.before }));
    expect([...back.parts].sort((x, y) => x.part.localeCompare(y.part))).toEqual(flipped.sort((x, y) => x.part.localeCompare(y.part)));
    const of = (c: typeof forth) =>
      c.margins
        .map((m) => `${m.stage} ${m.check}`)
        .filter((m) => !m.startsWith('lamp-five'))
        .sort();
    expect(of(back)).toEqual(of(forth));
  });
});
