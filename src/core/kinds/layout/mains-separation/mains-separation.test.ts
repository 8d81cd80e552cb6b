import { describe, expect, it } from 'vitest';
import { alone, check, nominal } from '../../../testing/boards.ts';
import { gate } from '../../../gate/gate.ts';
import { setConfirmation } from '../../../board/edit.ts';
import { evaluateBoard } from '../../../board/evaluate.ts';
import { board } from '../../../testing/boards.ts';

const sure = { clearanceAvailable: 0.009, surfaceDistance: 0.009, fuseFitted: true, wiresRetained: true };

it('never asks less for more: voltage, pollution, category, altitude, reinforcement', () => {
  const of = (given: Record<string, unknown>) => {
    const s = alone('mains-separation', given as never);
    return [nominal(s, 'clearanceNeeded'), nominal(s, 'creepageNeeded')] as const;
  };
  const chains: Record<string, unknown>[][] = [
    ['I', 'II', 'III'].map((category) => ({ category })),
    [1, 2, 3].map((pollutionDegree) => ({ pollutionDegree })),
    [100, 230, 400, 800].map((workingVoltage) => ({ workingVoltage, peakVoltage: workingVoltage * Math.SQRT2 })),
    [0, 2500, 6000, 15000].map((altitude) => ({ altitude })),
    ['basic', 'reinforced'].map((insulation) => ({ insulation })),
    ['I', 'II', 'III'].map((materialGroup) => ({ materialGroup })),
  ];
  for (const chain of chains)
    chain.reduce(
      ([air, surface], given) => {
        const [a, s] = of(given);
        expect(a).toBeGreaterThanOrEqual(air);
        expect(s).toBeGreaterThanOrEqual(surface);
        expect(s).toBeGreaterThanOrEqual(a);
        return [a, s] as [number, number];
      },
      [0, 0] as [number, number],
    );
});

it('between two rows of the table it lies between them, and beyond the last there is no figure', () => {
  const at = (peakVoltage: number) =>
    nominal(alone('mains-separation', { circuit: 'not-mains', transientVoltage: 300, insulation: 'basic', peakVoltage }), 'clearanceNeeded');
  expect(at(4500)).toBeCloseTo((3.8e-3 + 5.7e-3) / 2, 9);
  expect(alone('mains-separation', { workingVoltage: 1500 }).judged.out('creepageNeeded').nominal).toBeNull();
});

it('a slot that dirt bridges does not count', () => {
  const given = { surfaceDistance: 0.004, pathAroundSlot: 0.009, slotWidth: 1.2e-3 };
  expect(nominal(alone('mains-separation', { ...given, pollutionDegree: 2 }), 'creepageAvailable')).toBe(0.009);
  expect(nominal(alone('mains-separation', { ...given, pollutionDegree: 3 }), 'creepageAvailable')).toBe(0.004);
});

describe('at the gate', () => {
  const doc = board([{ id: 'sep', kind: 'mains-separation', given: sure }]);
  it('nothing is ordered before a person has confirmed it, and who it was then stands in the stage too', () => {
    const before = gate(evaluateBoard(doc));
    expect(before.blocking.map((f) => f.check)).toContain('confirmed');
    expect(before.ready).toBe(false);
    const after = setConfirmation(doc, 'sep.separation', 'A. Person');
    expect(after.stages[0]!.given!.confirmedBy).toBe('A. Person');
    expect(gate(evaluateBoard(after)).blocking).toEqual([]);
    const back = setConfirmation(after, 'sep.separation', null);
    expect(gate(evaluateBoard(back)).blocking.map((f) => f.check)).toContain('confirmed');
  });

  it('a fuse nobody spoke of is open, one that is not there fails', () => {
    const { fuseFitted: _, ...rest } = sure;
    expect(check(alone('mains-separation', rest), 'fuse')!.status).toBe('unknown');
    expect(check(alone('mains-separation', { ...rest, fuseFitted: false }), 'fuse')!.status).toBe('fail');
  });
});
