import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { evaluateBoard } from '../board/evaluate.ts';
import { billOf } from '../order/bill.ts';
import { board } from '../testing/boards.ts';
import { basketCsv, billCsv } from './bill-csv.ts';
import { readStock, writeStock, type NewStock } from './drawer-csv.ts';

const rows = (text: string) => Papa.parse<string[]>(text.trim()).data;
const read = (text: string) => {
  const got = readStock(text);
  if (!got.ok) throw new Error(got.issues.map((i) => `${i.path}: ${i.message}`).join('\n'));
  return got.items;
};
const issues = (text: string) => {
  const got = readStock(text);
  return got.ok ? [] : got.issues.map((i) => i.path);
};

describe('a bill of materials as CSV', () => {
  const doc = board([
    {
      id: 'div',
      kind: 'voltage-divider',
      title: '=HYPERLINK("x")',
      parts: { R1: { value: 3000, tolerance: 0.01 }, R2: { value: 1000, tolerance: 0.01, package: '@odd' }, C1: { value: null } },
    },
  ]);
  const bill = billOf(evaluateBoard(doc), { boards: 5 });

  it('has a line for each part and a total that is their sum', () => {
    const [head, ...lines] = rows(billCsv(bill, 'EUR'));
    const cost = head!.findIndex((h) => h.startsWith('cost'));
    expect(lines).toHaveLength(3);
    expect(lines.slice(0, -1).reduce((sum, l) => sum + Number(l[cost]), 0)).toBeCloseTo(Number(lines.at(-1)![cost]), 3);
  });

  it('no cell of it is run by a spreadsheet', () => {
    const cells = [billCsv(bill, 'EUR'), basketCsv(bill, [{ column: 'reference', title: '=1+1' }, { column: 'package' }])].flatMap((text) => rows(text).flat());
    expect(cells.filter((c) => /^[=+\-@\t\r]/.test(c))).toEqual([]);
    expect(cells.some((c) => c.startsWith("'=") || c.startsWith("'@"))).toBe(true);
  });

  it('a basket has the columns one chooses, in their order, and only what must be bought', () => {
    const [head, ...lines] = rows(basketCsv(bill, [{ column: 'quantity', title: 'Qty' }, { column: 'value' }]));
    expect(head).toEqual(['Qty', 'value']);
    expect(lines).toEqual([
      ['6', '1 kΩ'],
      ['6', '3 kΩ'],
    ]);
  });
});

describe('a drawer as CSV', () => {
  const items: NewStock[] = [
    { type: 'resistor', sort: null, title: '', value: 4700, tolerance: 0.01, ratings: { powerRating: 0.25 }, package: '0805', count: 40, place: 'box 3' },
    { type: 'capacitor', sort: null, title: '', value: 1e-7, tolerance: 0.1, ratings: { voltageRating: 50 }, package: '', count: 0, place: '' },
    { type: 'device', sort: 'op amp', title: 'my op amp', value: null, tolerance: null, ratings: {}, package: 'SO-8', count: 3, place: 'tin' },
  ];
  it('comes back as it was written', () => {
    expect(read(writeStock(items))).toEqual(items);
  });

  it('a pasted list needs values alone, or with tolerance, count and place', () => {
    expect(read('4k7 20\n100n\t10%\t40 box 3\n2.2 µF 5')).toEqual([
      expect.objectContaining({ type: 'resistor', value: 4700, count: 20 }),
      expect.objectContaining({ type: 'capacitor', value: 1e-7, tolerance: 0.1, count: 40, place: 'box 3' }),
      expect.objectContaining({ type: 'capacitor', value: 2.2e-6, count: 5 }),
    ]);
  });

  it('is taken whole or not at all, and what is wrong is named by row and field', () => {
    expect(issues('sort,value,count\nresistor,4k7,10\nresistor,many,3\ntoaster,1k,1')).toEqual(['row 3, value', 'row 4, sort']);
    expect(issues('sort,value,count\nresistor,1k,-2')).toEqual(['row 2, count']);
    expect(issues('sort,value\nop amp,')).toEqual(['row 2, value']);
    expect(issues('')).toEqual(['list']);
  });
});
