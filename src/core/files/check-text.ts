import { formatMargin, formatText } from '../quantity/format.ts';
import type { Unit } from '../quantity/units.ts';
import { isCondition, type CheckResult, type Margined } from '../stage/judge.ts';

/** A value with its unit, a dash where there is none. */
export const shown = (v: number | null, unit: Unit) => (v === null ? '–' : formatText(v, unit));
/** A margin as it stands beside a check. */
export const marginText = (c: Margined): string => (c.margin === null ? (c.status === 'unknown' ? '?' : '–') : `${formatMargin(c.margin)} %`);

/** Worst value and limit of a check in words; a condition says whether it is met. */
export const worstText = (c: CheckResult): string =>
  isCondition(c) ? (c.status === 'ok' ? 'met' : c.status === 'fail' ? 'not met' : 'not known') : shown(c.value, c.unit);
export const limitText = (c: CheckResult): string => (isCondition(c) ? '' : shown(c.limit, c.unit));
