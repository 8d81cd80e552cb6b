import type { Unit } from '../quantity/units.ts';
import type { Spread } from '../tolerance/study.ts';
import type { BringUpStep } from './contract.ts';

/** What an ordinary bench meter, or a scope's grid for times, may be wrong by: a share of the reading. */
export const METER_SHARE: Partial<Record<Unit, number>> = { V: 0.01, A: 0.02, ohm: 0.02, s: 0.03, Hz: 0.03, kg: 0.02 };

/** What a thermocouple at a case may be wrong by, K. */
export const METER_KELVIN = 3;

/**
 * The window a reading must fall in: the ends of an outcome, widened by what the instrument may be wrong by, since
 * a value that was typed as exact is not read as exact. Absent where an end is not known.
 */
export function window(point: string, unit: Unit, spread: Spread): BringUpStep['expect'] {
  const { nominal, low, high } = spread;
  if (nominal === null || low === null || high === null) return undefined;
  const slack = (end: number) => (unit === 'degC' ? METER_KELVIN : (METER_SHARE[unit] ?? 0) * Math.abs(end));
  return { point, unit, nominal, low: low - slack(low), high: high + slack(high) };
}
