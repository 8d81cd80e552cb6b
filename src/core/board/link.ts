import type { Range } from '../quantity/uncertain.ts';

/** The link that brings the air around a stage. */
export const AMBIENT = 'ambient';

/** A link field: its value, and where it comes from in words. */
export interface Link {
  range: Range;
  from: string;
  /** A load that rises with its rail: what is drawn with the rail at its lowest, usual and highest. */
  rising?: Rising;
}
export interface Rising {
  volts: Range;
  low: Range;
  nominal: Range;
  high: Range;
}
/** What hangs on a rail in a state, A. */
export type Load = Pick<Link, 'range' | 'rising'>;

/** Grows whenever any stage stands elsewhere, or another in its place: until then what was told of loads holds. */
export const moved = { times: 0 };

const KNOTS = ['volts', 'low', 'nominal', 'high'] as const;
export const sameRange = (a: Range, b: Range): boolean => a === b || (a.nominal === b.nominal && a.low === b.low && a.high === b.high);

export const sameLoad = (a: Load | null, b: Load | null): boolean =>
  a === b ||
  (!!a &&
    !!b &&
    sameRange(a.range, b.range) &&
    (a.rising === b.rising || (!!a.rising && !!b.rising && KNOTS.every((k) => sameRange(a.rising![k], b.rising![k])))));

/** Whether two stages are brought the very same, from wherever it comes. */
export function sameLinks(a: ReadonlyMap<string, Link>, b: ReadonlyMap<string, Link>): boolean {
  if (a === b) return true;
  if (a.size !== b.size) return false;
  for (const [name, link] of b) {
    const other = a.get(name);
    if (!other || !sameLoad(other, link)) return false;
  }
  return true;
}

/** Whether links moved further than a stage has to take notice of. */
export function differ(a: ReadonlyMap<string, Link>, b: ReadonlyMap<string, Link>, { moves, kelvin }: { moves: number; kelvin: number }): boolean {
  if (a.size !== b.size) return true;
  for (const [name, link] of b) {
    const old = a.get(name);
    if (!old) return true;
    const floor = name === AMBIENT ? kelvin : 0;
    if (apart(old.range, link.range, moves, floor) || !old.rising !== !link.rising) return true;
    if (old.rising && link.rising && KNOTS.some((knot) => apart(old.rising![knot], link.rising![knot], moves, floor))) return true;
  }
  return false;
}

const off = (p: number, q: number, moves: number, floor: number): boolean =>
  p !== q && !(Math.abs(p - q) <= Math.max(moves * Math.max(Math.abs(p), Math.abs(q)), floor));
const apart = (a: Range, b: Range, moves: number, floor: number): boolean =>
  off(a.nominal, b.nominal, moves, floor) || off(a.low, b.low, moves, floor) || off(a.high, b.high, moves, floor);
