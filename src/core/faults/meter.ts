/** A hand-held meter of ordinary make: 6000 counts, ranges of tens from 6 V up. */
const COUNTS = 6000;
const LEAST_RANGE = 6;
/** Share of the reading, and digits, that it may be wrong by. */
export const METER_ERROR = { share: 0.005, digits: 2 } as const;

/** One digit of the range in which a meter shows a value. */
export function digitOf(value: number, least = LEAST_RANGE): number {
  let range = least;
  while (Math.abs(value) > range) range *= 10;
  return range / COUNTS;
}

/** Most that a meter's reading may be off. */
export const meterRoom = (value: number, least = LEAST_RANGE): number => METER_ERROR.share * Math.abs(value) + METER_ERROR.digits * digitOf(value, least);
/** Standard deviation of what may lie anywhere within that. // [JCGM 100] rectangular */
export const meterSpread = (value: number): number => meterRoom(value) / Math.sqrt(3);
