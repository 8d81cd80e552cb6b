import type { PartType } from '../parts/part-types.ts';
import type { DeviceSort } from '../parts/devices.ts';
import type { Line } from './lines.ts';

/** Parts that lie in somebody's drawer. */
export interface StockItem {
  id: string;
  type: PartType;
  sort: DeviceSort | null;
  /** Name of a device; empty of a part with a value. */
  title: string;
  /** SI. */
  value: number | null;
  tolerance: number | null;
  ratings: Readonly<Record<string, number>>;
  package: string;
  /** Pieces, and those of them that no other board has reserved. */
  count: number;
  free: number;
  /** Where it lies. */
  place: string;
}

/** Ceramic, carbon and wound parts of unsaid tolerance are taken as the widest that is sold. */
const WIDEST: Readonly<Partial<Record<PartType, number>>> = { resistor: 0.05, capacitor: 0.2, inductor: 0.2, ratio: 0.02 };
const SAME = 1e-6;

const plain = (text: string) => text.trim().toLowerCase();

/**
 * Whether what lies in a drawer can stand on a line of the bill of materials: the same value or name, as close or closer, rated
 * as high or higher where both say so, and in the same package where both name one.
 */
export function suits(item: StockItem, line: Pick<Line, 'type' | 'sort' | 'title' | 'value' | 'tolerance' | 'ratings' | 'package'>): boolean {
  if (item.type !== line.type) return false;
  if (item.package && line.package && plain(item.package) !== plain(line.package)) return false;
  if (line.value === null) return plain(item.title) === plain(line.title) && (item.sort === null || line.sort === null || item.sort === line.sort);
  if (item.value === null || Math.abs(item.value / line.value - 1) > SAME) return false;
  const own = item.tolerance ?? WIDEST[item.type] ?? 0;
  if (line.tolerance !== null && own > line.tolerance * (1 + SAME)) return false;
  return line.ratings.every((r) => item.ratings[r.name] === undefined || item.ratings[r.name]! >= r.value * (1 - SAME));
}
