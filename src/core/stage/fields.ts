import type { Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import type { ChoiceField, FlagField, ListField, NumberField, TextField } from './contract.ts';

type Bounds = Partial<Pick<NumberField, 'min' | 'above' | 'below' | 'max' | 'integer' | 'oneOf' | 'title' | 'level'>> & { any?: true };

/** A number field. Above zero unless a bound is given; `any: true` lifts the sign. Default null: not known or not asked for. */
export function num<const D extends Uncertain | null>(unit: Unit, value: D, doc?: string, bounds: Bounds = {}): NumberField & { default: D } {
  const { any, ...rest } = bounds;
  const free = any || rest.min !== undefined || rest.above !== undefined || rest.oneOf !== undefined;
  return { type: 'number', unit, default: value, ...(doc ? { doc } : {}), ...(free ? rest : { above: 0, ...rest }) };
}

/** A number that may be null, none, though its default is not. */
export const orNone = <const D extends Uncertain>(unit: Unit, value: D, doc?: string, bounds: Bounds = {}): NumberField & { default: D; nullable: true } => ({
  ...num(unit, value, doc, bounds),
  nullable: true,
});

/** A resistance whose default is an open circuit. */
export const openOhms = (doc?: string): NumberField & { default: null; open: true } => ({
  type: 'number',
  unit: 'ohm',
  default: null,
  open: true,
  above: 0,
  ...(doc ? { doc } : {}),
});

/** Where in a tolerance that a data sheet gives either way something stands: a share of it that nobody knows. */
export const eitherWay = (title: string, doc: string) => num('ratio', { nominal: 0, low: -1, high: 1 }, doc, { any: true, title });

/** One of a few words. */
export const choice = <const C extends readonly string[]>(choices: C, value: C[number], doc?: string, title?: string): ChoiceField & { choices: C } => ({
  type: 'choice',
  choices,
  default: value,
  ...(doc ? { doc } : {}),
  ...(title ? { title } : {}),
});

/** Yes or no. */
export const flag = (value: boolean, doc?: string): FlagField & { default: boolean } => ({ type: 'flag', default: value, ...(doc ? { doc } : {}) });

/** Yes, no, or nobody said yet: what only a person can see to. */
export const said = (title: string, doc?: string): FlagField & { default: null } => ({ type: 'flag', default: null, title, ...(doc ? { doc } : {}) });

/** A line that a person writes, empty at first. */
export const text = (title: string, doc?: string): TextField => ({ type: 'text', default: null, title, ...(doc ? { doc } : {}) });

/** A list of numbers. */
export const list = (unit: Unit, value: readonly number[], doc?: string, more: Pick<ListField, 'above' | 'filled' | 'single' | 'counts'> = {}): ListField => ({
  type: 'list',
  unit,
  default: value,
  ...(doc ? { doc } : {}),
  ...more,
});
