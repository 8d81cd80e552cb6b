import type { Bill, BillLine } from '../order/bill.ts';
import { lineText, ratingText } from '../order/lines.ts';
import { valueUnit } from '../parts/part-types.ts';
import { formatText } from '../quantity/format.ts';
import { csvText, type CsvCell } from './csv.ts';

/** Columns of a supplier's basket, by what they are called at first; each can be renamed and left out. */
export const BASKET_COLUMNS = {
  code: { title: 'order code', of: (l: BillLine) => l.price.code ?? '' },
  quantity: { title: 'quantity', of: (l: BillLine) => l.buy.count },
  description: { title: 'description', of: (l: BillLine) => [lineText(l), l.package].filter(Boolean).join(', ') },
  value: { title: 'value', of: (l: BillLine) => (l.value === null ? l.title : formatText(l.value, valueUnit(l.type)).replace('\u202f', ' ')) },
  tolerance: { title: 'tolerance', of: (l: BillLine) => (l.tolerance === null ? '' : formatText(l.tolerance, 'ratio').replace('\u202f', ' ')) },
  ratings: { title: 'ratings', of: (l: BillLine) => l.ratings.map(ratingText).join(', ').replaceAll('\u202f', ' ') },
  package: { title: 'package', of: (l: BillLine) => l.package },
  reference: { title: 'reference', of: (l: BillLine) => placesText(l) },
  each: { title: 'price each', of: (l: BillLine) => money(l.buy.each) },
  cost: { title: 'cost', of: (l: BillLine) => money(l.buy.cost) },
} as const satisfies Record<string, { title: string; of: (l: BillLine) => CsvCell }>;
export type BasketColumn = keyof typeof BASKET_COLUMNS;

const money = (v: number): number => Number(v.toFixed(4));

/** Where parts of a line stand: "R1 of Filter, C2 of Regulator ×3". */
export const placesText = (l: Pick<BillLine, 'places'>): string =>
  l.places.map((p) => `${p.slot} of ${p.title}${p.count > 1 ? ` ×${p.count}` : ''}`).join(', ');

/** The whole bill of materials as CSV: every line with counts, drawer, price and cost; amounts in the board's currency. */
export function billCsv(bill: Bill, currency: string): string {
  const head = [
    'part',
    'package',
    'where',
    'on one board',
    'needed',
    'spares',
    'in the drawer',
    'to buy',
    `each (${currency})`,
    `cost (${currency})`,
    'price',
    'attention',
  ];
  const rows = bill.lines.map((l): CsvCell[] => [
    lineText(l).replaceAll('\u202f', ' '),
    l.package,
    placesText(l),
    l.perBoard,
    l.needed,
    l.spares,
    l.own,
    l.buy.count,
    money(l.buy.each),
    money(l.buy.cost),
    l.priced ? 'own' : 'usual',
    l.flags.map((f) => (f.answer ? `${f.sort} (${f.answer.how})` : f.sort)).join(', '),
  ]);
  return csvText([head, ...rows, ['total', '', '', null, null, null, null, null, null, money(bill.total), '', '']]);
}

/** What has to be bought as a supplier's basket takes it: columns of one's choice in their order, under one's own names. */
export function basketCsv(bill: Bill, columns: readonly { column: BasketColumn; title?: string }[]): string {
  const rows = bill.lines.filter((l) => l.buy.count > 0).map((l) => columns.map(({ column }) => BASKET_COLUMNS[column].of(l)));
  return csvText([columns.map(({ column, title }) => title || BASKET_COLUMNS[column].title), ...rows]);
}
