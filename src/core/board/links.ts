import { SIGNAL_FIGURES, type RailMeaning, type Ref, type SignalFigure, type SignalPort } from '../stage/contract.ts';
import type { Judged } from '../stage/judged.ts';
import { parallel } from '../physics/network.ts';
import { addRanges, exactly, scaleRange, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import type { StageNode } from './node.ts';

/** How several values of one meaning become one. */
export type Join = (a: Range, b: Range) => Range;

const strictest =
  (pick: (a: Range, b: Range) => boolean): Join =>
  (a, b) =>
    pick(a, b) ? a : b;
/** The one whose high end is higher: a demand. */
const highest = strictest((a, b) => a.high >= b.high);
/** The one whose low end is lower: a limit. */
const lowest = strictest((a, b) => a.low <= b.low);
const inParallel: Join = (a, b) => ({
  nominal: parallel(a.nominal, b.nominal),
  low: parallel(a.low, b.low),
  high: parallel(a.high, b.high),
});

export interface Carried {
  way: 'down' | 'back';
  /** A level against ground: a rail below ground turns its sign. */
  level?: true;
  /** Several on one link. Without it there is one giver. */
  join?: Join;
  /**
   * What a typed value of the field counts beside a link: nothing; it too, where it is stricter; or it too, added. A kind's
   * default counts as typed where what is carried is a limit of the stage's own (`own`).
   */
  typed?: { as: 'stricter' | 'added'; own?: true };
  /** Told by the rail itself, of all that is drawn from it, and not by its provider. */
  whole?: (drawn: Range) => Range;
  /** A built board keeps what the design says: the range a converter is told of, the share of time of a state. */
  kept?: true;
}

/** What as many of the same ask together. */
export const repeated = ({ join }: Carried, one: Range, times: number): Range =>
  join === addRanges ? scaleRange(one, times) : join === inParallel ? scaleRange(one, 1 / times) : one;

/** What a rail carries, a row a meaning. [Engineering contract 10, Rails carry] */
export const RAIL_LINKS: Readonly<Record<RailMeaning | 'load' | 'power', Carried>> = {
  voltage: { way: 'down', level: true },
  trough: { way: 'down', level: true },
  noLoad: { way: 'down', level: true },
  ripple: { way: 'down' },
  rippleFrequency: { way: 'down' },
  noise: { way: 'down' },
  // A battery's voltage is that at rest: its resistance is still to be counted. Others give their voltage under load.
  sourceResistance: { way: 'down' },
  // What a step of current sees, whether or not its drop is in the voltage.
  impedance: { way: 'down' },
  currentLimit: { way: 'down', join: lowest, typed: { as: 'stricter' } },
  current: { way: 'down', whole: (drawn) => drawn },
  leastLoad: { way: 'down', kept: true, whole: (drawn) => exactly(drawn.low) },
  load: { way: 'back', join: addRanges },
  power: { way: 'back', join: addRanges },
  surge: { way: 'back', join: addRanges },
  capacitance: { way: 'back', join: addRanges, typed: { as: 'added', own: true } },
  stored: { way: 'back', join: addRanges },
  minimum: { way: 'back', join: highest, typed: { as: 'stricter', own: true } },
  maximum: { way: 'back', join: lowest, typed: { as: 'stricter', own: true } },
  absoluteMaximum: { way: 'back', join: lowest, typed: { as: 'stricter', own: true } },
};

/** What a signal carries, a row a meaning. [Engineering contract 11, A signal carries] */
export const SIGNAL_LINKS: Readonly<Record<keyof SignalPort['fills'], Carried>> = {
  voltage: { way: 'down', level: true },
  nominal: { way: 'down', level: true, kept: true },
  low: { way: 'down', level: true, kept: true },
  high: { way: 'down', level: true, kept: true },
  amplitude: { way: 'down' },
  sourceResistance: { way: 'down' },
  noise: { way: 'down' },
  ripple: { way: 'down' },
  rippleFrequency: { way: 'down' },
  clock: { way: 'down' },
  duty: { way: 'down' },
  dataChannels: { way: 'down' },
  dataRate: { way: 'down' },
  dataBits: { way: 'down' },
  loadResistance: { way: 'back', join: inParallel },
  bias: { way: 'back', join: addRanges },
  fullScale: { way: 'back', join: lowest, kept: true },
  resolution: { way: 'back', join: highest, kept: true },
  maximum: { way: 'back', join: lowest, typed: { as: 'stricter' } },
  attenuationFrequency: { way: 'back', join: lowest, typed: { as: 'stricter' } },
  sampleRate: { way: 'back', join: lowest },
  ...(Object.fromEntries(SIGNAL_FIGURES.map((figure) => [figure, { way: 'down' }])) as Record<SignalFigure, Carried>),
  slope: { way: 'back', join: highest },
  bus: { way: 'back', join: highest },
  junction: { way: 'back', join: highest },
  leakage: { way: 'back', join: addRanges },
  direct: { way: 'back', join: highest },
  swing: { way: 'back', join: highest },
  repetition: { way: 'back', join: highest },
  counted: { way: 'back', join: addRanges },
  drawn: { way: 'back', join: addRanges },
  turned: { way: 'back', join: addRanges },
  taken: { way: 'back', join: addRanges },
};

/** Meanings that bear on how a typed value is told: a limit that is not the stricter one was not overridden. */
export const isLimit = (links: Readonly<Record<string, Carried>>, meaning: string): boolean => links[meaning]?.typed !== undefined;

/** What a link brings beside what is typed in its field, by the rule of its meaning. */
export function withTyped(carried: Carried, node: Fielded, field: string, linked: Range): Range {
  const typed = typedIn(carried, node, field);
  return typed ? beside(carried, typed, linked) : linked;
}

/** Something typed and something linked, by the rule of their meaning. */
export const beside = (carried: Carried, typed: Range, linked: Range): Range =>
  carried.typed!.as === 'added' ? addRanges(typed, linked) : carried.join!(typed, linked);

/** What is typed in a given and counts beside a link, or stands there as the kind's own where that counts too. */
export function typedIn(carried: Carried, node: Fielded, field: string): Range | null {
  if (!carried.typed) return null;
  const own = carried.typed.own && (node.kind.given as Record<string, { default: Uncertain | null }>)[field]?.default;
  const value = (node.doc.given?.[field] as Uncertain | null | undefined) ?? own ?? null;
  return value === null ? null : toRange(value);
}
type Fielded = Pick<StageNode, 'doc' | 'kind'>;

/** What a port's reference comes to: an outcome, given, parameter or carried field by name, or a function; null when it has no number. */
export function read(ref: Ref, c: Judged): Range | null {
  const value = typeof ref === 'string' ? c.pick(ref) : ref(c);
  return typeof value === 'number' ? exactly(value) : value;
}

/**
 * As `read`, for what the neighbours of a stage see: where it gives no number as designed (a regulator in dropout) what stands
 * there all the same, and where one end is lost the others.
 */
export function seen(ref: Ref, c: Judged): Range | null {
  if (typeof ref !== 'string') return read(ref, c);
  const s = c.physical(ref);
  return s.nominal === null ? null : { nominal: s.nominal, low: s.low ?? Math.min(0, s.nominal), high: s.high ?? s.nominal };
}
