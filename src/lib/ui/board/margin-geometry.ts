import { isCondition, type Margined } from '../../../core/stage/judge.ts';

/** Where the limit stands on every bar, as a share of the track: bars can be compared down a column. */
export const POST = 0.75;
const LEFT_POST = 0.25;

export interface Bar {
  /** One post, or two for a window. */
  posts: number[];
  /** The solid bar, from where to where. */
  from: number;
  to: number;
  /** Whisker from low to high; null where an end has no value. */
  whisker: [number, number] | null;
  /** Hatched: what lies beyond a post. */
  over: [number, number] | null;
  /** The comfort zone before a post. */
  comfort: [number, number][];
}

const clamp = (x: number): number => Math.max(0, Math.min(1, x));

/**
 * Turns a judged check into places on a track of length 1. An upper limit is used up by value/limit, a lower one by
 * limit/value, a temperature by its rise over the ambient; a window has its target in the middle.
 * Null where there is nothing to draw: the track is then dotted.
 */
export function barOf(check: Margined, comfort: number): Bar | null {
  const { limit, spread, ambient = 25 } = check;
  if (isCondition(check) || check.status === 'unknown' || limit === null || spread.nominal === null) return null;
  if (check.window) return windowBar(check, comfort);
  const used = (v: number): number => {
    if (check.sense === 'temperature') return (v - ambient) / Math.max(limit - ambient, 1e-9);
    if (check.sense === 'atLeast') return limit <= 0 ? 1 - (v - limit) / Math.max(Math.abs(limit), 1e-300) : v <= 0 ? Infinity : limit / v;
    return limit <= 0 ? 1 + (v - limit) / Math.max(Math.abs(limit), 1e-300) : v / limit;
  };
  const place = (v: number) => clamp(used(v) * POST);
  const ends = [spread.low, spread.high].filter((v): v is number => v !== null).map(place);
  const nominal = place(spread.nominal);
  const furthest = Math.max(nominal, ...ends);
  return {
    posts: [POST],
    from: 0,
    to: nominal,
    whisker: spread.low === null || spread.high === null ? null : [Math.min(...ends), Math.max(...ends)],
    over: furthest > POST ? [POST, furthest] : null,
    comfort: [[POST * (1 - comfort), POST]],
  };
}

function windowBar(check: Margined, comfort: number): Bar {
  const { target, band } = check.window!;
  const place = (v: number) => clamp(0.5 + ((v - target) / band) * (POST - 0.5));
  const { low, nominal, high } = check.spread;
  const at = place(nominal!);
  const [a, b] = [low === null ? at : place(low), high === null ? at : place(high)];
  const zone = (POST - 0.5) * comfort;
  return {
    posts: [LEFT_POST, POST],
    from: Math.min(0.5, at),
    to: Math.max(0.5, at),
    whisker: low === null || high === null ? null : [a, b],
    over: b > POST ? [POST, b] : a < LEFT_POST ? [a, LEFT_POST] : null,
    comfort: [
      [LEFT_POST, LEFT_POST + zone],
      [POST - zone, POST],
    ],
  };
}
