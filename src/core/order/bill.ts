import type { BoardDoc, FlagDoc } from '../board/document.ts';
import type { Sum } from '../board/evaluate.ts';
import { linesOf, type Line } from './lines.ts';
import { purchase, usualBreaks, type Price, type PriceBook, type Purchase } from './prices.ts';
import { suits, type StockItem } from './stock.ts';

/** A line with what it takes to have it. */
export interface BillLine extends Line {
  /** For all boards, and spares beside them. */
  needed: number;
  spares: number;
  /** What lies in the drawer and is free for this board, with how much of it is taken. */
  taken: { item: StockItem; count: number }[];
  own: number;
  /** Pieces that are missing. */
  missing: number;
  buy: Purchase;
  price: Price;
  /** The price is somebody's own, not a usual one. */
  priced: boolean;
  flags: FlagDoc[];
}

export interface Bill {
  boards: number;
  lines: BillLine[];
  /** What has to be spent, and what that makes for a board. */
  total: number;
  perBoard: number;
  /** What one board is worth, drawer or not, by stage, the dearest first: its parts, or what was entered as the cost of the stage. */
  worth: number;
  stages: { stage: string; title: string; worth: number }[];
}

export interface BillOptions {
  boards?: number;
  stock?: readonly StockItem[];
  prices?: PriceBook;
}

/** Boards that are ordered at once, where nobody says. */
export const quantityOf = (doc: BoardDoc): number => doc.brief?.quantity ?? doc.copies ?? 1;

/** A tenth more of small parts, which fall from the bench; no more devices than needed. */
const SPARES = { parts: 0.1, devices: 0 };

/** Pieces to have beside those that are needed. */
export function sparesOf(doc: BoardDoc, line: Pick<Line, 'type'>, needed: number): number {
  const share = line.type === 'device' ? (doc.order?.deviceSpares ?? SPARES.devices) : (doc.order?.spares ?? SPARES.parts);
  return Math.max(0, Math.ceil(share * needed - 1e-9));
}

/** The bill of materials of a board for so many of it: lines, what the drawer has, what must be bought, and what that costs. */
export function billOf(sum: Sum, { boards = quantityOf(sum.doc), stock = [], prices = {} }: BillOptions = {}): Bill {
  const left = new Map(stock.map((item) => [item, item.free]));
  const lines = linesOf(sum).map((line): BillLine => {
    const needed = line.perBoard * boards;
    const spares = sparesOf(sum.doc, line, needed);
    let open = needed + spares;
    const taken: BillLine['taken'] = [];
    for (const item of stock) {
      const free = left.get(item)!;
      if (open <= 0 || free <= 0 || !suits(item, line)) continue;
      const count = Math.min(free, open);
      left.set(item, free - count);
      open -= count;
      taken.push({ item, count });
    }
    const price = prices[line.key] ?? usualBreaks(line);
    const flags = (sum.doc.flags ?? []).filter((f) => f.part === line.key);
    const own = needed + spares - open;
    return { ...line, needed, spares, taken, own, missing: open, buy: purchase(open, price), price, priced: line.key in prices, flags };
  });
  const total = lines.reduce((cost, l) => cost + l.buy.cost, 0);
  // What somebody reckons for a stage counts instead of its parts.
  const worthOf = (s: Sum['stages'][number]) =>
    s.doc.cost === undefined ? lines.reduce((w, l) => w + at(l, s.id) * pieceOf(l, boards), 0) : s.doc.cost * s.copies * s.times;
  const stages = sum.stages
    .map((s) => ({ stage: s.id, title: s.title, worth: worthOf(s) }))
    .filter((s) => s.worth > 0)
    .sort((a, b) => b.worth - a.worth);
  return { boards, lines, total, perBoard: total / boards, worth: stages.reduce((w, s) => w + s.worth, 0), stages };
}

const at = (l: Line, stage: string): number => l.places.filter((p) => p.stage === stage).reduce((n, p) => n + p.count, 0);
const pieceOf = (l: BillLine, boards: number): number => purchase(l.perBoard * boards, { ...l.price, minimum: 1, multiple: 1 }).each;
