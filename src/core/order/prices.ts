import { PART_TYPES } from '../parts/part-types.ts';
import type { Line } from './lines.ts';

/** What a part costs in small quantities, in the currency of whoever buys it. */
export interface Price {
  /** Price of a piece from so many pieces, rising in pieces. */
  breaks: readonly { from: number; price: number }[];
  /** The least that is sold, and what counts must be a multiple of. */
  minimum?: number;
  multiple?: number;
  /** How the supplier calls it. */
  code?: string;
}
/** Prices by the key of a line. */
export type PriceBook = Readonly<Record<string, Price>>;

/** Usual prices of one device in small quantities: a start until somebody enters their own. */
const DEVICES: Readonly<Record<string, number>> = {
  diode: 0.08,
  shunt: 0.2,
  regulator: 0.45,
  suppressor: 0.25,
  fuse: 0.15,
  'p-channel switch': 0.35,
  'pass transistor': 0.6,
  inductor: 0.5,
  heatsink: 1.5,
  cell: 4,
  'op amp': 0.6,
  'threshold timer': 0.35,
  LED: 0.06,
  crystal: 0.3,
  thermistor: 0.2,
  fan: 4,
  'switching transistor': 0.12,
  'power switch': 1.2,
  'gate driver': 0.9,
  relay: 1.5,
  'solid-state relay': 4,
  'transformer core': 1,
  'inductor core': 0.8,
};
const OTHER = 0.8;
/** What is bought beside the parts of a circuit, by the first word of what it is called. */
const BESIDES: Readonly<Record<string, number>> = { mains: 9, panel: 12, case: 8 };

const ratingOf = (l: Line, name: string, usual: number): number => l.ratings.find((r) => r.name === name)?.value ?? usual;

/** What one piece usually costs: by type, grade of tolerance and size; for comparing, until somebody enters their own. */
export function usualPrice(l: Line): number {
  const { grades } = PART_TYPES[l.type];
  const grade = grades.findLast(([t]) => t >= (l.tolerance ?? grades[0]?.[0] ?? 0) * 0.999)?.[1] ?? 1;
  switch (l.type) {
    case 'resistor':
      return 0.01 * grade + 0.07 * ratingOf(l, 'powerRating', 0.125);
    case 'capacitor':
      return 0.03 * grade + 8 * l.value! * ratingOf(l, 'voltageRating', 25);
    case 'inductor':
      return 0.15 * grade + 0.2 * ratingOf(l, 'saturationCurrent', ratingOf(l, 'currentRating', 0.3));
    case 'ratio':
      return 0.3 * grade;
    case 'device':
      return DEVICES[l.sort ?? ''] ?? BESIDES[l.title.split(' ')[0]!] ?? OTHER;
  }
}

/** Ten are had for a fifth less a piece, a hundred for half. */
export const usualBreaks = (l: Line): Price => {
  const one = usualPrice(l);
  return {
    breaks: [
      { from: 1, price: one },
      { from: 10, price: 0.8 * one },
      { from: 100, price: 0.5 * one },
    ],
  };
};

export interface Purchase {
  /** Pieces that are ordered: what is needed, or more where that costs less or fewer are not sold. */
  count: number;
  each: number;
  cost: number;
}

/** The price of a piece when so many are bought. */
const eachOf = ({ breaks }: Price, count: number): number => breaks.findLast((b) => count >= b.from)?.price ?? breaks[0]?.price ?? 0;

/** What has to be ordered to have so many pieces at the least cost, with the least quantity, the multiple and the breaks as they are. */
export function purchase(needed: number, price: Price): Purchase {
  if (needed <= 0) return { count: 0, each: eachOf(price, 1), cost: 0 };
  const multiple = Math.max(1, price.multiple ?? 1);
  const whole = (n: number) => Math.ceil(n / multiple) * multiple;
  const least = whole(Math.max(needed, price.minimum ?? 1));
  const counts = [least, ...price.breaks.filter((b) => b.from > least).map((b) => whole(b.from))];
  return counts
    .map((count) => ({ count, each: eachOf(price, count), cost: count * eachOf(price, count) }))
    .reduce((best, next) => (next.cost < best.cost - 1e-12 ? next : best));
}
