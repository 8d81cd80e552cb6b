import { unitInfo, type Unit } from './units.ts';

/** What a number may be. */
export interface Bounded {
  unit: Unit;
  min?: number;
  above?: number;
  below?: number;
  max?: number;
  integer?: boolean;
}

/** Why a number is out of a field's bounds, or null. */
export function boundMessage(field: Bounded, v: number): string | null {
  const u = unitInfo(field.unit).symbol;
  const show = (n: number) => (u ? `${n} ${u}` : String(n));
  if (field.above !== undefined && !(v > field.above)) return `must be above ${show(field.above)}, seen ${show(v)}.`;
  if (field.min !== undefined && v < field.min) return `must be ${show(field.min)} or more, seen ${show(v)}.`;
  if (field.below !== undefined && !(v < field.below)) return `must be below ${show(field.below)}, seen ${show(v)}.`;
  if (field.max !== undefined && v > field.max) return `must be ${show(field.max)} or less, seen ${show(v)}.`;
  if (field.integer && !Number.isInteger(v)) return `must be a whole number, seen ${show(v)}.`;
  return null;
}
