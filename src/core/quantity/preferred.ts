/**
 * Preferred numbers of IEC 60063:2015. E3, E6 and E12 are every 8th, 4th and 2nd of E24, which is a table;
 * E48, E96 and E192 are the geometric series rounded to three digits, with 9.20 where rounding gives 9.19.
 */
export const SERIES = ['E3', 'E6', 'E12', 'E24', 'E48', 'E96', 'E192'] as const;
export type Series = (typeof SERIES)[number];

const E24 = [1.0, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2.0, 2.2, 2.4, 2.7, 3.0, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1];

function build(series: Series): readonly number[] {
  const count = Number(series.slice(1));
  if (count <= 24) return E24.filter((_, i) => i % (24 / count) === 0);
  return Array.from({ length: count }, (_, i) => {
    const value = Number((10 ** (i / count)).toFixed(2));
    return value === 9.19 ? 9.2 : value; // IEC 60063:2015 table 2, note: 9.20 in E192
  });
}

const DECADES = Object.fromEntries(SERIES.map((s) => [s, build(s)])) as Record<Series, readonly number[]>;

/** The values of one decade, 1 to below 10. */
export const decadeOf = (series: Series): readonly number[] => DECADES[series];

/** Decimal, not binary: 4.7e-7 as a person writes it, so that equal values compare equal. */
const at = (mantissa: number, decade: number): number => Number(`${mantissa}e${decade}`);

/** Decades that were asked for, by series and exponent: reading decimal texts costs more than any search among them. */
const ladders = new Map<string, readonly number[]>();
function ladder(series: Series, decade: number): readonly number[] {
  const key = `${series} ${decade}`;
  let values = ladders.get(key);
  if (!values) ladders.set(key, (values = DECADES[series].map((mantissa) => at(mantissa, decade))));
  return values;
}

/** Nothing one can buy lies beyond these: a search without an end stops there. */
const [SMALLEST, LARGEST] = [1e-15, 1e15];

/** All values of a series from `least` to `most`, both included, ascending; none where an end is no number. SI units of the part. */
export function seriesBetween(series: Series, least: number, most: number): number[] {
  const values: number[] = [];
  const [low, high] = [Math.max(least, SMALLEST), Math.min(most, LARGEST)];
  const [from, to] = [low * (1 - 1e-9), high * (1 + 1e-9)];
  for (let decade = Math.floor(Math.log10(low)) - 1; decade <= Math.ceil(Math.log10(high)); decade++)
    for (const value of ladder(series, decade)) if (value >= from && value <= to) values.push(value);
  return values;
}

/** The next value above (`direction` 1) or below (−1); a value between two goes to the nearer neighbour on that side. */
export function nudge(value: number, series: Series, direction: 1 | -1): number {
  const around = seriesBetween(series, value / 20, value * 20);
  const found = direction > 0 ? around.find((v) => v > value * (1 + 1e-9)) : around.findLast((v) => v < value * (1 - 1e-9));
  return found ?? value;
}

/** Whether a value is one of the series, in any decade. */
export const inSeries = (value: number, series: Series): boolean => value > 0 && seriesBetween(series, value * 0.999999, value * 1.000001).length > 0;

/** The smallest value of the series at or above `value`. */
export const nextAbove = (value: number, series: Series): number => seriesBetween(series, value, value * 20)[0] ?? value;

/** The largest value of the series at or below `value`. */
export const nextBelow = (value: number, series: Series): number => seriesBetween(series, value / 20, value).at(-1) ?? value;

/** Of some values the one nearest to another, as a ratio; undefined where there are none. */
export function nearestOf(values: readonly number[], wanted: number): number | undefined {
  const away = (v: number) => Math.abs(Math.log(v / wanted));
  return values.length ? values.reduce((best, v) => (away(v) < away(best) ? v : best)) : undefined;
}

/** Of ascending values those on either side of a wanted one, so many each; one that is met counts as above. */
export function around(values: readonly number[], wanted: number, each = 1): number[] {
  let [from, to] = [0, values.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (values[middle]! < wanted) from = middle + 1;
    else to = middle;
  }
  return values.slice(Math.max(0, from - each), from + each);
}

/** The preferred number nearest to a value, as a ratio. */
export function nearest(value: number, series: Series): number {
  const [below, above] = [nextBelow(value, series), nextAbove(value, series)];
  return value / below < above / value ? below : above;
}
