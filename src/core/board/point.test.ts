import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { board } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { BoardPoint, type Placed } from './point.ts';
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
  const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
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

describe('figures told of all states, or of the start', () => {
  const usb: StageDoc = { id: 'usb', kind: 'usb-source', rails: { out: 'vbus' } };
  const charged: StageDoc[] = [
    usb,
    { id: 'charger', kind: 'battery-charger', rails: { in: 'vbus', battery: 'vbat' } },
    { id: 'cell', kind: 'battery-supply', rails: { out: 'vbat' } },
    { id: 'load', kind: 'supply-load', given: { asleepCurrent: 0.001, idleCurrent: 0.01, typicalCurrent: 0.05, peakCurrent: 0.2 }, rails: { in: 'vbat' } },
  ];
  const shares = { asleep: 0.5, idle: 0.2, typical: 0.2, peak: 0.1 };
  const states = (Object.keys(shares) as (keyof typeof shares)[]).map((id) => ({ id, share: shares[id] }));

  function drained(values: Placed[]) {
    const { wiring, nodes } = settledBoard(board(charged, { states }));
    const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
    const charger = nodes.find((n) => n.doc.id === 'charger')!;
    point.renew();
    point.set(values);
    point.solve('typical');
    return { amps: point.cell(charger).holder('loadCurrent').loadCurrent as number, settled: charger.links.get('loadCurrent')!.range.nominal };
  }

  it('a charger hears what is drawn from its cell on average, whatever state is looked at', () => {
    const usual = drained([]);
    expect(usual.amps).toBeCloseTo(0.5 * 0.001 + 0.2 * 0.01 + 0.2 * 0.05 + 0.1 * 0.2, 9);
    expect(usual.amps).toBeCloseTo(usual.settled, 9);
    expect(drained([{ stage: 'load', ref: 'given.peakCurrent', value: 0.3 }]).amps - usual.amps).toBeCloseTo(0.1 * 0.1, 9);
  });

  const passing = (middle: StageDoc): StageDoc[] => [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } },
    { ...middle, rails: { in: 'v12', out: 'v5' } },
    { id: 'module', kind: 'supply-load', given: { typicalCurrent: 0.05, surgeCurrent: 0.4 }, copies: 2, rails: { in: 'v5' } },
  ];
  it.each<StageDoc>([
    { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 5, regulatorType: 'fixed' }, parts: { U1: { referenceVoltage: 5, currentRating: 1.5 } } },
    { id: 'buck', kind: 'buck-converter', given: { outputVoltage: 5 } },
  ])('a surge behind a $kind arrives at the input, and moves with what surges', (middle) => {
    const { wiring, nodes } = settledBoard(board(passing(middle)));
    const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
    const adapter = nodes.find((n) => n.doc.id === 'in')!;
    const at = (surge: number) => {
      point.renew();
      point.set([{ stage: 'module', ref: 'given.surgeCurrent', value: surge }]);
      point.solve('typical');
      return point.cell(adapter).holder('surgeCurrent').surgeCurrent as number;
    };
    expect(at(0.4)).toBeCloseTo(adapter.links.get('surgeCurrent')!.range.nominal, 6);
    expect(at(0.6)).toBeGreaterThan(at(0.4) * 1.3);
    expect(at(40)).toBeLessThan(5);
    expect(at(0)).toBe(0);
  });
});

describe('a board with a battery that is charged', () => {
  const charged: StageDoc[] = [
    { id: 'in', kind: 'dc-input', given: { supplyVoltage: 5, currentLimit: 3 }, rails: { out: 'vin' } },
    {
      id: 'charger',
      kind: 'battery-charger',
      given: { cellCapacity: 3 },
      parts: { R1: { value: 1240, tolerance: 0.01 } },
      rails: { in: 'vin', battery: 'vcell' },
    },
    { id: 'cell', kind: 'battery-supply', given: { capacity: 3 }, rails: { out: 'vcell' } },
    { id: 'reg', kind: 'linear-regulator', given: { outputVoltage: 3 }, parts: { U1: { dropoutVoltage: 0.2 } }, rails: { in: 'vcell', out: 'v3' } },
    { id: 'logic', kind: 'supply-load', given: { asleepCurrent: 1e-4, typicalCurrent: 0.02, peakCurrent: 0.1 }, rails: { in: 'v3' } },
  ];
  const shares = { asleep: 0.5, idle: 0, typical: 0.4, peak: 0.1 };
  const made = () => {
    const states = (['asleep', 'typical', 'peak'] as const).map((id) => ({ id, share: shares[id] }));
    const { wiring, nodes } = settledBoard(board(charged, { states }));
    const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
    point.renew();
    const all = () =>
      nodes.flatMap((n) => Object.entries(point.cell(n).o).flatMap(([name, v]) => (typeof v === 'number' ? [[`${n.doc.id}.${name}`, v] as const] : [])));
    return { point, nodes, all, field: (id: string, name: string) => point.cell(nodes.find((n) => n.doc.id === id)!).x.given[name] as number };
  };

  it('stands the same in a state whichever it stood in before', () => {
    const straight = made();
    straight.point.solve('peak');
    const around = made();
    for (const state of ['typical', 'asleep', 'peak', 'typical', 'idle', 'peak'] as const) around.point.solve(state);
    const there = new Map(around.all());
    for (const [name, value] of straight.all()) expect(there.get(name), name).toBeCloseTo(value, 9);
  });

  it('tells the charger what is drawn on average, the sum of states by their shares', () => {
    const { point, field, nodes } = made();
    let mean = 0;
    for (const state of ['asleep', 'typical', 'peak'] as const) {
      point.solve(state);
      mean += shares[state] * (point.cell(nodes.find((n) => n.doc.id === 'reg')!).o['inputCurrent'] as number);
      expect(field('charger', 'loadCurrent')).toBeGreaterThan(0);
    }
    expect(field('charger', 'loadCurrent')).toBeCloseTo(mean, 9);
  });
});

it('leaves every field as it found it, also on a board whose rails feed each other and have no load of their own', () => {
  const looped: StageDoc[] = [
    { id: 'pump', kind: 'charge-pump', rails: { in: 'a', out: 'b' } },
    { id: 'back', kind: 'buck-converter', rails: { in: 'b', out: 'a' } },
    { id: 'logic', kind: 'supply-load', rails: { in: 'a' } },
  ];
  for (const list of [looped, stages()]) {
    const { wiring, nodes } = settledBoard(board(list));
    const fields = () => JSON.stringify(nodes.map((n) => n.inputs.x));
    const before = fields();
    const point = new BoardPoint(wiring, { rounds: 60, relative: 1e-12, averages: 3 });
    for (const state of ['asleep', 'typical', 'peak'] as const) point.solve(state);
    point.renew();
    expect(fields()).toBe(before);
  }
});
