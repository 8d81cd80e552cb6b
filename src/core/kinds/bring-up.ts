import type { Unit } from '../quantity/units.ts';
import type { Spread } from '../tolerance/study.ts';
import type { BringUpStep } from './contract.ts';

/** The window a reading must fall in: the ends of an outcome. Absent where an end is not known. */
export function window(point: string, unit: Unit, spread: Spread): BringUpStep['expect'] {
  const { nominal, low, high } = spread;
  return nominal === null || low === null || high === null ? undefined : { point, unit, nominal, low, high };
}
