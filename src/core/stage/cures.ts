import type { Cure } from './contract.ts';
import type { Judged } from './judged.ts';

/** A part's value or parameter, or a given, made larger; several of them in proportion. */
export const more = (...set: string[]): Cure => ({ set, way: 'more' });
export const less = (...set: string[]): Cure => ({ set, way: 'less' });
/** Values from a list, as shops have them. */
export const from = (cure: Cure, stock: readonly number[]): Cure => ({ ...cure, stock });
/** Parts of a closer tolerance. */
export const closer = (...slots: string[]): Cure => ({ set: slots.map((s) => `${s}.tolerance`), way: 'less' });
/** A choice or a yes or no made otherwise. */
export const choose = (set: string, to: string | boolean | number): Cure => ({ set: [set], way: 'choose', to });
/** Parts fitted, or given other values, together; it is offered where it holds. */
export const fit = (...parts: readonly [set: string, value: number][]): Cure => ({
  set: parts.map(([s]) => s),
  way: 'choose',
  values: parts.map(([, v]) => v),
});
/** One parameter of a part in each section of a filter that has its sections numbered. */
export const each = (c: Judged, letter: string, key: string): string[] =>
  Array.from({ length: c.x.given.sections as number }, (_, i) => `${letter}${i + 1}.${key}`);
