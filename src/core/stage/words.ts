import { missing } from '../math/absent.ts';
import { formatText } from '../quantity/format.ts';
import { rated } from '../quantity/stock.ts';
import type { Unit } from '../quantity/units.ts';
import { exactly } from '../quantity/uncertain.ts';
import type { CheckDef, SpreadLike } from './contract.ts';
import type { Judged } from './judged.ts';

/** A value in a sentence: three digits, unit, "unknown" where there is none. */
export const say = (value: number | null | undefined, unit: Unit): string =>
  value === null || value === undefined || !Number.isFinite(value) ? 'unknown' : formatText(value, unit, 3);

/** The next usual rating that holds a value at 80 %, in a sentence; beyond all of them what it would have to be. */
export const sayRated = (usual: readonly number[], value: number | null, unit: Unit): string =>
  say(rated(usual, value) ?? (value === null ? null : value / 0.8), unit);

/** The nominal of an outcome in a sentence or a figure. */
export const sayOut = (c: Judged, name: string, unit: Unit): string => say(c.nominal(name), unit);

/** A part's value for a figure, "not fitted" where there is none. */
export const sayPart = (value: number | null | undefined, unit: Unit): string =>
  value === null || value === undefined ? 'not fitted' : value === 0 && unit === 'F' ? 'none' : formatText(value, unit, 4);

/** Limit of what is `within` something: about nothing, as far as a given allows. */
export const aboutZero = (tolerance: string) => (c: Judged) => ({ target: 0, band: c.must(tolerance).low });

/** The same about a wanted value, a given's share of it. */
export const about = (wanted: string, tolerance: string) => (c: Judged) => {
  const target = c.must(wanted).nominal;
  return { target, band: target * c.must(tolerance).low };
};

type HeldRest = readonly [
  sense: CheckDef['sense'],
  limit: string | CheckDef['limit'],
  from: string,
  severity: CheckDef['severity'],
  help: CheckDef['help'],
  more?: Partial<CheckDef<never>>,
];

/** A check in one line; a limit by name is a given, a part's value or a parameter. */
export function held(title: string, value: (c: Judged) => SpreadLike, ...rest: HeldRest): CheckDef<never>;
export function held<const N extends string>(title: string, value: N, ...rest: HeldRest): CheckDef<N>;
export function held(title: string, value: CheckDef['value'], ...[sense, limit, from, severity, help, more = {}]: HeldRest): CheckDef {
  return {
    title,
    value,
    sense,
    limit: typeof limit === 'string' ? (c) => c.range(limit) : limit,
    from,
    severity,
    help,
    ...(typeof limit === 'string' && limit.includes('.') && more.derated ? { rating: limit } : {}),
    ...more,
  };
}

/** A check that is a condition: true holds, false fails, null is not known. It has no margin. */
export const condition = (
  title: string,
  test: (c: Judged) => boolean | null,
  from: string,
  severity: CheckDef['severity'],
  help: CheckDef['help'],
  more: Partial<CheckDef<never>> = {},
): CheckDef<never> => {
  const value = (c: Judged) => {
    const holds = test(c);
    return holds === null ? { nominal: null, low: null, high: null, absent: missing('something needed is not known') } : exactly(holds ? 1 : 0);
  };
  return held(title, value, 'holds', () => 0.5, from, severity, help, { unit: '', ...more });
};
