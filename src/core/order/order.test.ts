import { describe, expect, it } from 'vitest';
import supply from '../../../demo/weigh-house-supply.board.json' with { type: 'json' };
import horn from '../../../demo/swarm-horn.board.json' with { type: 'json' };
import { evaluateBoard } from '../board/evaluate.ts';
import { board, sumOf } from '../testing/boards.ts';
import { demoBoard, mendedSupply } from '../testing/demo.ts';
import { billOf } from './bill.ts';
import { linesOf } from './lines.ts';
import { purchase } from './prices.ts';
import { suits, type StockItem } from './stock.ts';

const divider = (id: string, r1: number, more: object = {}) => ({
  id,
  kind: 'voltage-divider',
  given: { inputVoltage: 12, outputVoltage: 3 },
  parts: { R1: { value: r1, tolerance: 0.01 }, R2: { value: 1000, tolerance: 0.01 }, C1: { value: null } },
  ...more,
});
const item = (more: Partial<StockItem>): StockItem => ({
  id: 'a',
  type: 'resistor',
  sort: null,
  title: '',
  value: 1000,
  tolerance: 0.01,
  ratings: {},
  package: '',
  count: 50,
  free: 50,
  place: '',
  ...more,
});

describe('lines of a bill of materials', () => {
  it('count by hand: the horn has two of each filter part, six cells, and one relay with its driver', () => {
    const lines = linesOf(evaluateBoard(demoBoard(horn)));
    const at = (place: string) => lines.find((l) => l.places.some((p) => `${p.stage}.${p.slot}` === place))!;
    expect(at('battery.cell').perBoard).toBe(6);
    expect(at('amplifier.L1').places.find((p) => p.slot === 'L1')!.count).toBe(2);
    expect(at('amplifier.C1').perBoard).toBe(2);
    expect(at('lamp.K1').perBoard).toBe(1);
    expect(at('lamp.Q1').perBoard).toBe(1);
    // Two 1.5 MΩ resistors of one stage are one line.
    expect(at('battery.R1')).toBe(at('battery.R2'));
    // The converter's rectifier is inside its controller, and no fuse stands where none is chosen.
    expect(lines.some((l) => l.places.some((p) => p.stage === 'step-up' && p.slot === 'D1'))).toBe(false);
  });

  it('count by hand: three bridges of four diodes, and regulators of one sort apart from those of another', () => {
    const lines = linesOf(evaluateBoard(mendedSupply(supply)));
    const diodes = lines.find((l) => l.sort === 'diode')!;
    expect(diodes.places.map((p) => p.count)).toEqual([4, 4, 4]);
    expect(lines.filter((l) => l.sort === 'regulator').map((l) => l.perBoard)).toEqual([1, 2]);
    // Reservoirs: two of one, one of another; three output capacitors and three watch capacitors, each of three values.
    expect(lines.filter((l) => l.type === 'capacitor').map((l) => l.perBoard)).toEqual([1, 1, 1, 1, 1, 1, 2, 1]);
    // Beside the parts of its circuit: a transformer for each supply, and the case.
    expect(lines.filter((l) => l.title.startsWith('mains transformer')).map((l) => l.perBoard)).toEqual([1, 1, 1]);
    expect(lines.find((l) => l.title.startsWith('case'))!.perBoard).toBe(1);
  });

  it('counts copies of a stage and of its module', () => {
    const doc = board([divider('a', 3000, { copies: 3 }), divider('b', 3000, { module: 'card', copies: 2 })], { modules: { card: { copies: 5 } } });
    const three = linesOf(evaluateBoard(doc)).find((l) => l.value === 3000)!;
    expect(three.perBoard).toBe(3 + 2 * 5);
  });

  it('parts are one line only if value, tolerance, rating and package are the same; what is left open is no difference', () => {
    const kinds = (...stages: object[]) => linesOf(sumOf(stages as never)).length;
    const with3k = (part: object) =>
      divider('b', 3000, { parts: { R1: { value: 3000, tolerance: 0.01, ...part }, R2: { value: 1000, tolerance: 0.01 }, C1: { value: null } } });
    const a = divider('a', 3000);
    expect(kinds(a, with3k({}))).toBe(2);
    expect(kinds(a, with3k({ tolerance: 0.001 }))).toBe(3);
    expect(kinds(a, with3k({ powerRating: 2 }))).toBe(3);
    expect(kinds(a, with3k({ package: '2512' }))).toBe(2);
    expect(kinds(divider('a', 3000, { parts: { ...a.parts, R1: { ...a.parts.R1, package: '0402' } } }), with3k({ package: '2512' }))).toBe(3);
  });

  it('every place on the board stands on one line, and keys are unique', () => {
    for (const doc of [demoBoard(horn), mendedSupply(supply)]) {
      const lines = linesOf(evaluateBoard(doc));
      const places = lines.flatMap((l) => l.places.map((p) => `${p.stage}.${p.slot}`));
      expect(new Set(places).size).toBe(places.length);
      expect(new Set(lines.map((l) => l.key)).size).toBe(lines.length);
    }
  });

  it('packages follow how parts are mounted', () => {
    const at = (mounting: 'through-hole' | 'surface-mount') => linesOf(sumOf([divider('a', 3000)], { order: { mounting } })).map((l) => l.package);
    expect(at('surface-mount').every((p) => /^\d{4}$/.test(p))).toBe(true);
    expect(at('through-hole').every((p) => p.startsWith('axial'))).toBe(true);
  });
});

describe('a bill of materials', () => {
  const doc = board([divider('a', 3000, { copies: 2 })], { brief: { quantity: 10 }, order: { spares: 0.1 } });
  const bill = (more: Parameters<typeof billOf>[1] = {}) => billOf(evaluateBoard(doc), more);
  const line = (b: ReturnType<typeof billOf>, value: number) => b.lines.find((l) => l.value === value)!;

  it('needs pieces for all boards and a tenth more, rounded up', () => {
    expect(line(bill(), 3000)).toMatchObject({ perBoard: 2, needed: 20, spares: 2, missing: 22 });
    expect(line(bill({ boards: 3 }), 3000)).toMatchObject({ needed: 6, spares: 1, missing: 7 });
  });

  it('takes what suits from the drawer, as much as is free, and buys the rest', () => {
    const has = bill({ stock: [item({ id: 'a', count: 15, free: 9 }), item({ id: 'b', tolerance: 0.05 })] });
    expect(line(has, 1000)).toMatchObject({ own: 9, missing: 13 });
    expect(line(has, 1000).taken.map((t) => [t.item.id, t.count])).toEqual([['a', 9]]);
    expect(line(has, 3000).own).toBe(0);
  });

  it('total is the sum of its lines, worth of the board the sum of its stages', () => {
    const b = bill({ prices: { [line(bill(), 1000).key]: { breaks: [{ from: 1, price: 0.5 }] } } });
    expect(b.total).toBeCloseTo(
      b.lines.reduce((sum, l) => sum + l.buy.count * l.buy.each, 0),
      12,
    );
    expect(b.perBoard * 10).toBeCloseTo(b.total, 12);
    expect(line(b, 1000).buy).toMatchObject({ count: 22, cost: 11 });
    expect(b.worth).toBeCloseTo(
      b.stages.reduce((sum, s) => sum + s.worth, 0),
      12,
    );
  });

  it('buys by minimum, multiple and break, and more where that costs less', () => {
    const breaks = [
      { from: 1, price: 1 },
      { from: 10, price: 0.5 },
    ];
    expect(purchase(3, { breaks })).toEqual({ count: 3, each: 1, cost: 3 });
    expect(purchase(6, { breaks })).toEqual({ count: 10, each: 0.5, cost: 5 });
    expect(purchase(3, { breaks, minimum: 5 })).toEqual({ count: 5, each: 1, cost: 5 });
    expect(purchase(11, { breaks, multiple: 4 })).toEqual({ count: 12, each: 0.5, cost: 6 });
    expect(purchase(0, { breaks }).cost).toBe(0);
  });
});

describe('a part of the drawer suits', () => {
  const want = {
    type: 'resistor' as const,
    sort: null,
    title: 'resistor 1 kΩ',
    value: 1000,
    tolerance: 0.01,
    ratings: [{ name: 'powerRating', value: 0.25, unit: 'W' as const }],
    package: '1206',
  };
  it('if its value is the same, it is as close or closer, and rated as high or higher', () => {
    expect(suits(item({}), want)).toBe(true);
    expect(suits(item({ tolerance: 0.001 }), want)).toBe(true);
    expect(suits(item({ tolerance: 0.05 }), want)).toBe(false);
    expect(suits(item({ tolerance: null }), want)).toBe(false);
    expect(suits(item({ value: 1010 }), want)).toBe(false);
    expect(suits(item({ ratings: { powerRating: 0.5 } }), want)).toBe(true);
    expect(suits(item({ ratings: { powerRating: 0.1 } }), want)).toBe(false);
    expect(suits(item({ package: '0805' }), want)).toBe(false);
    expect(suits(item({ type: 'capacitor' }), want)).toBe(false);
  });
});
