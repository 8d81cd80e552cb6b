import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readBoard } from '../files/board-file.ts';
import { board } from '../testing/boards.ts';
import type { BoardDoc } from './document.ts';
import { BoardPoint, type Placed } from './point.ts';
import { settledBoard } from './settle.ts';

const AGREEMENT = { rounds: 60, relative: 1e-12, averages: 3 };

function pointOf(doc: BoardDoc): BoardPoint {
  const { wiring, nodes } = settledBoard(doc);
  for (const node of nodes) node.judgeAsBoard();
  return new BoardPoint(wiring, AGREEMENT);
}
const results = (point: BoardPoint, set: readonly Placed[]) => {
  point.renew();
  point.set(set);
  point.solve('typical');
  return new Map(point.cells.map((c) => [c.node.doc.id, { ...c.o }]));
};

const chain = (more: { vin?: number; r2?: number; load?: number } = {}): BoardDoc =>
  board([
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: more.vin ?? 12, cableLength: 1, conductorArea: 5e-7, currentLimit: 3 }, rails: { out: 'v12' } },
    {
      id: 'reg',
      kind: 'linear-regulator',
      given: { outputVoltage: 5 },
      parts: { R1: { value: 240 }, R2: { value: more.r2 ?? 720 }, C2: { value: 1e-5, voltageRating: 50 } },
      rails: { in: 'v12', out: 'v5' },
    },
    { id: 'load', kind: 'supply-load', given: { typicalCurrent: more.load ?? 0.1, peakCurrent: 0.2 }, rails: { in: 'v5' } },
    { id: 'tap', kind: 'voltage-divider', given: { outputVoltage: 1 }, parts: { R1: { value: 39000 }, R2: { value: 10000 } }, rails: { in: 'v5' } },
  ]);

describe('a settled board with values set', () => {
  const point = pointOf(chain());
  const typed: [string, Placed[], BoardDoc][] = [
    ['a given', [{ stage: 'in', ref: 'given.supplyVoltage', value: 14 }], chain({ vin: 14 })],
    ['a part', [{ stage: 'reg', ref: 'R2.value', value: 910 }], chain({ r2: 910 })],
    [
      'several at once',
      [
        { stage: 'reg', ref: 'R2.value', value: 560 },
        { stage: 'load', ref: 'given.typicalCurrent', value: 0.18 },
      ],
      chain({ r2: 560, load: 0.18 }),
    ],
  ];

  it.each(typed)('is the board on which they are typed: %s', (_, set, doc) => {
    const [here, there] = [results(point, set), results(pointOf(doc), [])];
    // The tap is judged against the supply it was designed for: that stays what it was.
    for (const [stage, outcomes] of [...there].filter(([id]) => id !== 'tap'))
      for (const [name, value] of Object.entries(outcomes))
        if (typeof value === 'number' && !/Time|Life/.test(name))
          expect((here.get(stage)![name] as number) / (value || 1), `${stage}.${name}`).toBeCloseTo(value ? 1 : 0, 6);
  });

  it('stands as it was when nothing is set any more', () => {
    const before = results(point, []);
    results(point, typed[2]![1]);
    expect(results(point, [])).toEqual(before);
  });

  it('is cut from a link where that is what is set', () => {
    const dead = results(point, [{ stage: 'tap', ref: 'given.inputVoltage', value: 0 }]);
    expect(dead.get('tap')!.outputVoltage).toBeCloseTo(0, 12);
    expect(dead.get('load')!.loadVoltage).toBeCloseTo(results(point, []).get('load')!.loadVoltage as number, 4);
  });

  it('knows its names', () => {
    expect(() => point.set([{ stage: 'nobody', ref: 'given.x', value: 1 }])).toThrow(/nobody/);
    expect(() => point.set([{ stage: 'reg', ref: 'R9.value', value: 1 }])).toThrow(/R9/);
    point.renew();
  });

  it('does so on a demo board too, for every part', () => {
    const read = readBoard(readFileSync('demo/hive-listener.board.json', 'utf8'));
    if (!read.ok) throw new Error('demo');
    const demo = pointOf(read.value);
    const usual = results(demo, []);
    for (const cell of demo.cells)
      for (const [slot, part] of Object.entries(cell.node.inputs.x.parts as Record<string, { value: number | null }>)) {
        if (part.value === null) continue;
        const moved = results(demo, [{ stage: cell.node.doc.id, ref: `${slot}.value`, value: 1.2 * part.value }]);
        expect(moved.size).toBe(usual.size);
      }
    expect(results(demo, [])).toEqual(usual);
  });
});
