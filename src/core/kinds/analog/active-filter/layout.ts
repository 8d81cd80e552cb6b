import { bandEdges, RESPONSES, sectionsOf, type Response, type Shape, type Target } from '../../../models/prototype.ts';
import type { Given } from '../../../stage/data.ts';

export const SECTIONS = [1, 2, 3, 4] as const;
export type SectionNumber = (typeof SECTIONS)[number];
export { RESPONSES };

/** How a section is built. */
export type Circuit = 'first' | 'unity' | 'equal' | 'feedback';

/** The prototype a stage asks for. */
export function shapeOf(g: Given): Shape {
  const band = g.shape === 'bandpass';
  return {
    response: g.response as Response,
    shape: g.shape as Shape['shape'],
    order: band ? (g.order as number) / 2 : (g.order as number),
    ripple: g.ripple as number,
    frequency: (band ? g.centreFrequency : g.cutoffFrequency) as number,
    bandwidth: g.bandwidth as number,
  };
}

const asked = new WeakMap<Given, { shape: Shape; order: unknown; targets: readonly Target[] }>();

/** What each section should be, in the order they stand in. Every corner of a stage asks with the same givens, which hardly ever move. */
export function targetsOf(g: Given): readonly Target[] {
  const known = asked.get(g);
  const shape = shapeOf(g);
  if (known && known.order === g.sectionOrder && (Object.keys(shape) as (keyof Shape)[]).every((key) => shape[key] === known.shape[key])) return known.targets;
  const sections = sectionsOf(shape);
  const targets = g.sectionOrder === 'high-q-first' ? [...sections].reverse() : sections;
  asked.set(g, { shape, order: g.sectionOrder, targets });
  return targets;
}

/** Edges of the passband, Hz; infinity above a high-pass. */
export function passband(g: Given): [low: number, high: number] {
  const fc = g.cutoffFrequency as number;
  if (g.shape === 'lowpass') return [fc / 100, fc];
  return g.shape === 'highpass' ? [fc, 10 * fc] : bandEdges(g.centreFrequency as number, g.bandwidth as number);
}

export const circuitOf = (g: Given, target: Target): Circuit =>
  target.quality === null
    ? 'first'
    : g.topology === 'multiple-feedback' || g.shape === 'bandpass'
      ? 'feedback'
      : g.topology === 'sallen-key-equal'
        ? 'equal'
        : 'unity';

const SLOTS = {
  first: { R: [1], C: [1] },
  unity: { R: [1, 2], C: [1, 2] },
  equal: { R: [1, 2, 3, 4], C: [1, 2] },
  feedback: { R: [1, 2, 3], C: [1, 2] },
  high: { R: [1, 2], C: [1, 2, 3] },
} as const;

/** Resistors and capacitors of a section, by their places. */
export function slotsOf(circuit: Circuit, shape: unknown): { R: readonly number[]; C: readonly number[] } {
  return SLOTS[circuit === 'feedback' && shape === 'highpass' ? 'high' : circuit];
}

/** Whether a choice of order makes sections at all; what does not is refused. */
export const orderly = (g: Given): boolean => {
  const { order, shape } = shapeOf(g);
  return (
    Number.isInteger(order) && order >= 1 && order <= 8 && (g.response !== 'linkwitz-riley' || order % 2 === 0) && (shape === 'bandpass' ? order <= 4 : true)
  );
};

/** Whether the stage has a part: section, letter and place in it. */
export const hasPart =
  (section: number, letter: 'R' | 'C', place: number) =>
  (g: Given): boolean => {
    const target = orderly(g) ? targetsOf(g)[section - 1] : undefined;
    return target !== undefined && slotsOf(circuitOf(g, target), g.shape)[letter].includes(place);
  };
