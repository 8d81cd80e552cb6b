import { describe, expect, it } from 'vitest';
import hive from '../../../demo/hive-listener.draft.json' with { type: 'json' };
import horn from '../../../demo/swarm-horn.board.json' with { type: 'json' };
import supply from '../../../demo/weigh-house-supply.board.json' with { type: 'json' };
import { evaluateBoard } from '../board/evaluate.ts';
import { passes } from '../stage/judge.ts';
import { board } from '../testing/boards.ts';
import { demoBoard, mendedSupply } from '../testing/demo.ts';
import { fewestValues, lost, withSharings } from './fewest.ts';
import { linesOf } from './lines.ts';

const statuses = (doc: Parameters<typeof evaluateBoard>[0]) =>
  evaluateBoard(doc).stages.flatMap((s) => s.checks.map((c) => [`${s.id}.${c.id}`, c.status] as const));

describe('fewest values', () => {
  it('takes at least a third of its kinds of parts from the weigh-house supply, with every check passing', () => {
    const doc = mendedSupply(supply);
    const found = fewestValues(doc);
    const after = withSharings(doc, found.steps);
    expect(found.before).toBe(linesOf(evaluateBoard(doc)).length);
    expect(linesOf(evaluateBoard(after)).length).toBe(found.after);
    expect(found.after).toBeLessThanOrEqual((2 / 3) * found.before);
    expect(statuses(after).filter(([, status]) => !passes(status))).toEqual([]);
    expect(found.steps.reduce((n, s) => n + s.kinds, 0)).toBe(found.before - found.after);
  });

  it.each([
    ['the horn', horn],
    ['the hive draft', hive],
    ['the supply with its mistakes', supply],
  ])('on %s nothing that passed fails, what was comfortable still is, and what fails gets no worse', (_, json) => {
    const doc = demoBoard(json);
    const found = fewestValues(doc);
    expect(found.steps.length).toBeGreaterThan(0);
    const after = withSharings(doc, found.steps);
    const now = new Map(statuses(after));
    expect(statuses(doc).filter(([id, status]) => status === 'ok' && now.get(id) !== 'ok')).toEqual([]);
    expect(statuses(doc).filter(([id, status]) => passes(status) && !passes(now.get(id)!))).toEqual([]);
    expect(lost(evaluateBoard(doc), evaluateBoard(after))).toEqual([]);
    expect(linesOf(evaluateBoard(after)).length).toBe(found.after);
  });

  it('every beginning of the steps stands by itself', () => {
    const doc = mendedSupply(supply);
    const before = evaluateBoard(doc);
    const { steps } = fewestValues(doc);
    for (let n = 1; n <= steps.length; n++) expect(lost(before, evaluateBoard(withSharings(doc, steps.slice(0, n))))).toEqual([]);
  });

  it('leaves a value alone that its stage cannot do without', () => {
    const lowpass = (id: string, cutoffFrequency: number, value: number) => ({
      id,
      kind: 'rc-lowpass',
      given: { cutoffFrequency, cutoffTolerance: 0.2 },
      parts: { R1: { value, tolerance: 0.01 }, C1: { value: 1e-7, tolerance: 0.05 } },
    });
    const doc = board([lowpass('low', 100, 15_800), lowpass('high', 1000, 1580)], { policy: { derating: 1, comfortMargin: 0 } });
    const { steps } = fewestValues(doc);
    expect(steps.flatMap((s) => s.where.map((w) => w.slot))).not.toContain('R1');
  });

  it('stops when it is told to, with what it has, and tells how far it is', () => {
    const shares: number[] = [];
    const found = fewestValues(mendedSupply(supply), { progress: (share) => shares.push(share) > 3 });
    expect(found.stopped).toBe(true);
    expect(shares.every((s) => s > 0 && s < 1)).toBe(true);
    expect(shares.length).toBe(4);
  });
});
