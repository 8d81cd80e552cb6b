import { unitInfo, type Unit } from './units.ts';
import type { Uncertain } from './uncertain.ts';

/** A shown value in two pieces, so that a page can set the number and the unit in different faces. */
export interface Shown {
  number: string;
  unit: string;
}

const STEPS: readonly [number, string][] = [
  [1e12, 'T'],
  [1e9, 'G'],
  [1e6, 'M'],
  [1e3, 'k'],
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
  [1e-12, 'p'],
  [1e-15, 'f'],
];

const MICRO = STEPS.find(([factor]) => factor === 1e-6)!;

/** Significant digits without trailing zeros or floating-point dust. */
export function trim(value: number, digits: number): string {
  if (value === 0) return '0';
  const text = Number(value.toPrecision(digits));
  const size = Math.abs(text);
  if (size >= 1e15 || size < 1e-9) return text.toExponential().replace('e+', 'e').replace('-', '−');
  // Below a millionth a number's own text would be an exponent.
  const plain = size >= 1e-6 ? String(text) : shifted(text);
  return plain.replace('-', '−');
}

/** The plain decimal text of a number whose own text has a negative exponent. */
function shifted(value: number): string {
  const [mantissa, exponent] = Math.abs(value).toExponential().split('e') as [string, string];
  return `${value < 0 ? '-' : ''}0.${'0'.repeat(-Number(exponent) - 1)}${mantissa.replace('.', '')}`;
}

/** Values that carry no prefix round to a step instead of to digits: a tenth of a degree means something, a millionth does not. */
const DECIMALS: Partial<Record<Unit, number>> = { degC: 1, dB: 1, bit: 1, count: 2 };

/** Long times are said in minutes, hours and days; longest first. */
const LONG_TIMES: Partial<Record<Unit, readonly { from: number; per: number; symbol: string }[]>> = {
  s: [
    { from: 2 * 86400, per: 86400, symbol: 'd' },
    { from: 2 * 3600, per: 3600, symbol: 'h' },
    { from: 120, per: 60, symbol: 'min' },
  ],
  h: [{ from: 48, per: 24, symbol: 'd' }],
};

/** Small ones of units without prefixes are said in a smaller unit, that is read back too; the smallest first. */
const SMALL: Partial<Record<Unit, readonly { below: number; per: number; symbol: string }[]>> = {
  kg: [
    { below: 1e-3, per: 1e-6, symbol: 'mg' },
    { below: 1, per: 1e-3, symbol: 'g' },
  ],
  K: [{ below: 0.1, per: 1e-3, symbol: 'mK' }],
};

/**
 * Shows an SI value with its engineering prefix. `digits` are significant digits.
 * A resistance of 1e12 ohm or more stands for an open circuit and is shown so.
 */
export function formatQuantity(value: number, unit: Unit, digits = 4): Shown {
  const info = unitInfo(unit);
  if (unit === 'ohm' && value >= 1e12) return { number: 'open', unit: '' };
  if (!Number.isFinite(value)) return { number: '?', unit: info.symbol };
  // Ten times and more is a multiple, not a share.
  if (unit === 'ratio' && Math.abs(value) >= 10) return { number: trim(value, digits), unit: '×' };
  if (unit === 'ratio') return { number: trim(value * 100, digits), unit: '%' };
  if (unit === 'm2') return { number: trim(value * 1e6, digits), unit: 'mm²' };
  if (unit === 'A/m2') return { number: trim(value / 1e6, digits), unit: 'A/mm²' };
  const long = LONG_TIMES[unit]?.find(({ from }) => Math.abs(value) >= from);
  if (long) return { number: trim(value / long.per, digits), unit: long.symbol };
  const small = value === 0 ? undefined : SMALL[unit]?.find(({ below }) => Math.abs(value) < below);
  if (small) return { number: trim(value / small.per, digits), unit: small.symbol };
  const decimals = DECIMALS[unit];
  if (decimals !== undefined) return { number: trim(Number(value.toFixed(decimals)), 12), unit: info.symbol };
  if (!info.prefixed || value === 0) return { number: trim(value, digits), unit: info.symbol };
  // Rounded before the step is chosen, so that 999.96 shows as 1 k and not as 1000.
  const size = Math.abs(Number(value.toPrecision(digits)));
  // Reservoirs are read in microfarads: 2200 µF, not 2.2 mF.
  const micro = unit === 'F' && size >= 1e-3 && size < 0.1;
  const step = micro ? MICRO : (STEPS.find(([factor]) => size >= factor * (1 - 1e-12)) ?? STEPS.at(-1)!);
  return { number: trim(value / step[0], digits), unit: step[1] + info.symbol };
}

/** One string, number and unit with a thin space between. */
export function formatText(value: number, unit: Unit, digits = 4): string {
  const shown = formatQuantity(value, unit, digits);
  return shown.unit === '' ? shown.number : `${shown.number}\u202f${shown.unit}`;
}

/**
 * Text that `parseQuantity` reads back to exactly this value: what an entry field holds.
 * Up to 12 digits, so that a typed value survives unchanged.
 */
export function entryText(value: Uncertain, unit: Unit): string {
  const one = (v: number) => {
    const long = LONG_TIMES[unit]?.find(({ from }) => Math.abs(v) >= from);
    // A time that is not a round number of its long unit keeps every digit in its own.
    if (long && Number(trim(v / long.per, 12)) * long.per !== v) return `${trim(v, 12)}\u202f${unitInfo(unit).symbol}`;
    return formatText(v, DECIMALS[unit] === undefined ? unit : '', 12)
      .replace('open', '1e12')
      .replace('−', '-');
  };
  const suffix = DECIMALS[unit] !== undefined && unitInfo(unit).symbol !== '' ? `\u202f${unitInfo(unit).symbol}` : '';
  if (typeof value === 'number') return one(value) + suffix;
  if ('tolerance' in value) return `${one(value.nominal)}${suffix} ±${trim(value.tolerance * 100, 12)}\u202f%`;
  return `${one(value.low)} .. ${one(value.nominal)} .. ${one(value.high)}${suffix}`;
}

/** A signed percentage for margins, whole above ten: "+8 %", "−4.2 %", ">+999 %". */
export function formatMargin(margin: number): string {
  const percent = margin * 100;
  const size = Math.abs(percent);
  // Beyond ten times the limit the figure says nothing more.
  if (size >= 1000) return percent < 0 ? '<−999' : '>+999';
  const text = size >= 10 ? size.toFixed(0) : size.toFixed(1).replace(/\.0$/, '');
  return `${percent < 0 && Number(text) !== 0 ? '−' : '+'}${text}`;
}
