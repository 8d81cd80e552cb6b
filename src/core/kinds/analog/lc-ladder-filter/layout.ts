import { ladder, type Ladder, type NoLadder } from '../../../models/ladder-prototype.ts';
import { once } from '../../../math/remember.ts';
import type { Given } from '../../../stage/data.ts';

export const PLACES = [1, 2, 3, 4, 5, 6, 7] as const;
export type Place = (typeof PLACES)[number];

/** Whether the element at a place lies in the line. */
export const inLine = (g: Given, place: number): boolean => (g.firstElement === 'series') === (place % 2 === 1);

export const hasPart =
  (letter: 'L' | 'C', place: number) =>
  (g: Given): boolean =>
    place <= (g.order as number) && inLine(g, place) === (letter === 'L');

export const slotAt = (g: Given, place: number): string => `${inLine(g, place) ? 'L' : 'C'}${place}`;

const halves = (g: Given): number => (g.bridged ? 2 : 1);

/** Load of one filter, ohm: of a bridged pair each has half of it. */
export const loadOf = (g: Given): number => (g.loadResistance as number) / halves(g);
export const coilOf = (g: Given): number => (g.loadInductance as number) / halves(g);

const asked = (g: Given): Ladder => ({
  response: g.response as Ladder['response'],
  order: g.order as number,
  ripple: g.ripple as number,
  termination: g.termination as Ladder['termination'],
  firstElement: g.firstElement as Ladder['firstElement'],
  ratio: g.termination === 'double' ? loadOf(g) / (g.sourceResistance as number) : 1,
});

export const prototypeOf = (g: Given): readonly number[] | NoLadder => once(`ladder ${JSON.stringify(asked(g))}`, () => ladder(asked(g)));

/** Values that the prototype asks for, H and F by place; none where there is no such ladder. */
export function targetsOf(g: Given): number[] {
  const p = prototypeOf(g);
  if (!Array.isArray(p)) return [];
  const r0 = g.termination === 'double' ? (g.sourceResistance as number) : loadOf(g);
  const w = 2 * Math.PI * (g.cutoffFrequency as number);
  return (p as readonly number[]).map((v, i) => (inLine(g, i + 1) ? (v * r0) / w : v / (r0 * w)));
}
