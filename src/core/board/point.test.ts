import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { board } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { BoardPoint } from './point.ts';
import { settledBoard } from './settle.ts';

const stages = (current = 0.05): StageDoc[] => [
  { id: 'in', kind: 'dc-input', given: { supplyVoltage: 9, currentLimit: 3, overload: 'constant-current' }, rails: { out: 'v9' } },
  { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 5 }, parts: { R1: { value: 240 }, R2: { value: 715 } }, rails: { in: 'v9', out: 'v5' } },
  { id: 'load', kind: 'supply-load', given: { asleepCurrent: 1e-4, typicalCurrent: current, peakCurrent: 3 * current }, rails: { in: 'v5' }, copies: 2 },
  { id: 'div', kind: 'voltage-divider', given: { outputVoltage: 2 }, parts: { R1: { value: 35_000 }, R2: { value: 10_000 } }, rails: { in: 'v9' } },
  { id: 'rc', kind: 'rc-lowpass', parts: { R1: { value: 1000 }, C1: { value: 1e-7 } }, signals: { in: 'div.out' } },
  { id: 'adc', kind: 'adc-channel', parts: { R1: { value: 100 }, C1: { value: 0 } }, signals: { in: 'rc.out' }, rails: { vcc: 'v5' } },
];
function pointOf(list = stages()) {
  const { wiring, nodes } = settledBoard(board(list));
  const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12 });
  point.renew();
  const of = (id: string) => point.cell(nodes.find((n) => n.doc.id === id)!);
  const value = (id: string, outcome: string) => of(id).o[outcome] as number;
  const rail = (name: string) => wiring.rails.get(name)!;
  return { point, nodes, of, value, rail };
}

describe('a board at a point', () => {
  it('in the typical state stands where the settled board stands', () => {
    const { point, nodes, value } = pointOf();
    point.solve('typical');
    for (const node of nodes) {
      for (const [name, settled] of Object.entries(node.judged.study.nominal)) {
        if (typeof settled !== 'number' || /Total|average|surge/.test(name)) continue;
        expect(value(node.doc.id, name), `${node.doc.id}.${name}`).toBeCloseTo(settled, 5);
      }
    }
  });

  it('every rail carries what its consumers draw, in every state, copies counted', () => {
    const { point, value, rail, nodes } = pointOf();
    for (const state of ['asleep', 'typical', 'peak'] as const) {
      point.solve(state);
      expect(point.currentOf(rail('v9'), state)).toBeCloseTo(value('in', 'outputCurrent'), 9);
      const load = nodes.find((n) => n.doc.id === 'load')!;
      const each = { asleep: 1e-4, typical: 0.05, peak: 0.15 }[state];
      expect(
        point.drawn(
          rail('v5').consumers.find((c) => c.node === load)!,
          rail('v5').providers[0]!.node,
          state,
        ),
      ).toBeCloseTo(2 * each, 9);
    }
  });

  it('more load never raises the rail', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.4, noNaN: true }), fc.double({ min: 0.001, max: 0.4, noNaN: true }), (a, b) => {
        const volts = [Math.min(a, b), Math.max(a, b)].map((current) => {
          const { point, value } = pointOf(stages(current));
          point.solve('typical');
          return value('in', 'outputVoltage');
        });
        expect(volts[1]!).toBeLessThanOrEqual(volts[0]! + 1e-9);
      }),
      { numRuns: 25 },
    );
  });

  it('put back, begins where it began: the order of states does not matter', () => {
    const one = pointOf();
    one.point.solve('peak');
    one.point.solve('asleep');
    one.point.renew();
    one.point.solve('typical');
    const other = pointOf();
    other.point.solve('typical');
    for (const [id, outcome] of [
      ['in', 'outputVoltage'],
      ['reg', 'junctionTemperature'],
      ['adc', 'errorExtreme'],
    ] as const)
      expect(one.value(id, outcome)).toBeCloseTo(other.value(id, outcome), 9);
  });

  it('evaluates only what moved: a signal stage is left alone when only a load changes behind a stiff rail', () => {
    const { point, of } = pointOf(stages().map((s) => (s.id === 'div' ? { ...s, rails: {}, given: { ...s.given, inputVoltage: 9 } } : s)));
    point.solve('typical');
    const before = of('rc').version;
    point.solve('peak');
    expect(of('rc').version).toBe(before);
  });
});
