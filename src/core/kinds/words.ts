import { formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';
import type { Judged } from './judged.ts';

/** A value in a sentence: three digits, unit, "unknown" where there is none. */
export const say = (value: number | null | undefined, unit: Unit): string =>
  value === null || value === undefined || !Number.isFinite(value) ? 'unknown' : formatText(value, unit, 3);

/** The nominal of an outcome in a sentence or a figure. */
export const sayOut = (c: Judged, name: string, unit: Unit): string => say(c.nominal(name), unit);

/** A part's value for a figure, "not fitted" where there is none. */
export const sayPart = (value: number | null | undefined, unit: Unit): string =>
  value === null || value === undefined ? 'not fitted' : value === 0 && unit === 'F' ? 'none' : formatText(value, unit, 4);

/** A number with its unit, as a working step shows it. */
export const q = (value: number, unit: Unit): { value: number; unit: Unit } => ({ value, unit });
