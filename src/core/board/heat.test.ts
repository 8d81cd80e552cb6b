import { describe, expect, it } from 'vitest';
import { nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { monteCarlo, statisticsOf } from './monte-carlo.ts';

const adapter: StageDoc = { id: 'in', kind: 'dc-input', given: { supplyVoltage: 12, currentLimit: 3 }, rails: { out: 'v12' } };
const regulator = (id: string, load: number, more: Partial<StageDoc> = {}): StageDoc[] => [
  { id, kind: 'linear-regulator', given: { outputVoltage: 5 }, parts: { U1: { junctionToCase: 3 } }, rails: { in: 'v12', out: `v5-${id}` }, ...more },
  {
    id: `load-${id}`,
    kind: 'supply-load',
    given: { typicalCurrent: load, peakCurrent: load, asleepCurrent: load, idleCurrent: load, maximumVoltage: 6 },
    rails: { in: `v5-${id}` },
  },
];
const box: StageDoc = { id: 'box', kind: 'enclosure-thermal', given: { maximumInside: 90 } };
const sink: StageDoc = { id: 'sink', kind: 'heatsink', parts: { H1: { sinkToAmbient: 6 } } };

describe('the inside of a box', () => {
  it('takes up the heat of everything inside and is the ambient of it', () => {
    const sum = sumOf([adapter, ...regulator('a', 0.2), box]);
    const inside = nominal(sum.byId.get('box')!, 'insideTemperature');
    const typical = sum.power.find((p) => p.state === 'typical')!.heat;
    // All of the board's heat, as the power sum counts it, is what warms the box.
    expect(sum.byId.get('box')!.judged.range('totalDissipation')!.nominal).toBeCloseTo(
      typical.reduce((t, h) => t + h.power, 0),
      6,
    );
    expect(inside).toBeGreaterThan(30);
    const a = sum.byId.get('a')!;
    expect(a.judged.range('ambient')!.nominal).toBeCloseTo(inside, 6);
    expect(nominal(a, 'junctionTemperature')).toBeCloseTo(inside + nominal(a, 'dissipation') * 50, 4);
  });

  it('a typed ambient and another enclosure win over the only one', () => {
    const sum = sumOf([adapter, ...regulator('a', 0.2, { given: { outputVoltage: 5, ambient: 40 } }), box]);
    expect(sum.byId.get('a')!.judged.range('ambient')!.nominal).toBe(40);
    const two = sumOf([adapter, ...regulator('a', 0.2, { inside: 'box' }), box, { ...box, id: 'other' }]);
    expect(nominal(two.byId.get('other')!, 'insideRise')).toBeCloseTo(3 * nominal(two.byId.get('other')!, 'thermalResistance'), 6);
    expect(two.byId.get('in')!.judged.range('ambient')!.nominal).toBe(25);
  });

  it('random boards see the air inside, not that outside', () => {
    const stages = [adapter, ...regulator('a', 0.2), box];
    const sum = sumOf(stages, { conditions: { ambient: { low: 20, nominal: 25, high: 30 } } });
    const junction = statisticsOf(monteCarlo(sum.doc, { runs: 500, seed: 3, distribution: 'uniform' }), 'a', 'junctionTemperature')!;
    expect(Math.abs(junction.mean! - nominal(sum.byId.get('a')!, 'junctionTemperature'))).toBeLessThan(1);
  });
});

describe('a shared heatsink', () => {
  it('is warmed by both, and each junction stands on it', () => {
    const sum = sumOf([adapter, ...regulator('a', 0.2, { mount: 'sink' }), ...regulator('b', 0.4, { mount: 'sink' }), sink]);
    const of = (id: string, outcome: string) => nominal(sum.byId.get(id)!, outcome);
    const watts = of('a', 'dissipation') + of('b', 'dissipation');
    expect(of('sink', 'totalDissipation')).toBeCloseTo(watts, 6);
    expect(of('sink', 'sinkTemperature')).toBeCloseTo(25 + 6 * watts, 5);
    for (const id of ['a', 'b']) expect(of(id, 'junctionTemperature')).toBeCloseTo(25 + 6 * watts + of(id, 'dissipation') * 3.5, 4);
    expect(of('sink', 'junction1')).toBeCloseTo(of('a', 'junctionTemperature'), 4);
  });

  it('names what cannot be mounted, and what is mounted on nothing', () => {
    const sum = sumOf([adapter, ...regulator('a', 0.1, { mount: 'nowhere' }), { id: 'r', kind: 'voltage-divider', mount: 'sink' }, sink]);
    const texts = sum.findings.filter((f) => f.severity === 'must' && !f.check).map((f) => f.text);
    expect(texts).toEqual(expect.arrayContaining([expect.stringContaining('“nowhere”'), expect.stringContaining('no device that can be mounted')]));
  });

  it('five devices do not fit four places', () => {
    const many = Array.from({ length: 5 }, (_, i) => regulator(`r${i}`, 0.05, { mount: 'sink' })).flat();
    expect(sumOf([adapter, ...many, sink]).findings.some((f) => f.text.includes('places for 4 devices'))).toBe(true);
  });
});

it('the way of the heat ends at the junction and falls nowhere', () => {
  const sum = sumOf([adapter, ...regulator('a', 0.3, { mount: 'sink' }), sink, box]);
  const [path] = sum.byId.get('a')!.heat;
  expect(path!.points.map((p) => p.name)).toEqual(['outside', 'inside', 'sink', 'case', 'junction']);
  const warm = path!.points.map((p) => p.temperature);
  expect([...warm].sort((a, b) => a - b)).toEqual(warm);
  expect(warm.at(-1)).toBeCloseTo(sum.byId.get('a')!.judged.out('junctionTemperature').high!, 9);
});
