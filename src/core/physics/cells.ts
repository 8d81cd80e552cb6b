/** One chemistry: typical cells, smoothed; replaced by measured figures where somebody has them. */
export interface Chemistry {
  nominal: number;
  full: number;
  cutoff: number;
  /** No charger may go beyond, V. */
  chargeLimit: number;
  /** New, at 25 °C, ohm. */
  resistance: number;
  peukert: number;
  /** Hours of the rated capacity. */
  ratedHours: number;
  /** Share lost a month at 20 °C. */
  selfDischarge: number;
  /** Largest rates out and in, 1/h. */
  dischargeRate: number;
  chargeRate: number;
  /** Rest voltage at 0, 10 … 100 %. */
  rest: readonly number[];
  /** Capacity and resistance relative to 25 °C at TEMPERATURES. */
  capacity: readonly number[];
  cold: readonly number[];
}

const TEMPERATURES = [-20, -10, 0, 10, 25, 40] as const;

/** Published shapes of discharge curves. // [IEC 61960], [IEC 61951], [IEC 60086] for how capacity is rated */
export const CHEMISTRIES = {
  'lithium-ion': {
    nominal: 3.7,
    full: 4.2,
    cutoff: 3.0,
    chargeLimit: 4.25,
    resistance: 0.05,
    peukert: 1.03,
    ratedHours: 5,
    selfDischarge: 0.02,
    dischargeRate: 1,
    chargeRate: 0.5,
    rest: [3.0, 3.45, 3.58, 3.63, 3.68, 3.74, 3.8, 3.9, 4.0, 4.09, 4.2],
    capacity: [0.55, 0.7, 0.82, 0.92, 1, 1],
    cold: [4.0, 2.6, 1.8, 1.3, 1, 0.9],
  },
  'lithium-iron-phosphate': {
    nominal: 3.2,
    full: 3.6,
    cutoff: 2.5,
    chargeLimit: 3.65,
    resistance: 0.02,
    peukert: 1.03,
    ratedHours: 5,
    selfDischarge: 0.02,
    dischargeRate: 2,
    chargeRate: 0.5,
    rest: [2.5, 3.0, 3.2, 3.22, 3.25, 3.26, 3.27, 3.3, 3.32, 3.35, 3.45],
    capacity: [0.45, 0.62, 0.78, 0.9, 1, 1],
    cold: [4.5, 2.9, 2.0, 1.4, 1, 0.9],
  },
  'nickel-metal-hydride': {
    nominal: 1.2,
    full: 1.45,
    cutoff: 1.0,
    chargeLimit: 1.5,
    resistance: 0.03,
    peukert: 1.08,
    ratedHours: 5,
    selfDischarge: 0.2,
    dischargeRate: 2,
    chargeRate: 0.5,
    rest: [1.0, 1.16, 1.2, 1.22, 1.24, 1.25, 1.26, 1.28, 1.3, 1.33, 1.4],
    capacity: [0.5, 0.65, 0.8, 0.92, 1, 0.98],
    cold: [3.0, 2.2, 1.6, 1.25, 1, 0.95],
  },
  alkaline: {
    nominal: 1.5,
    full: 1.6,
    cutoff: 0.9,
    chargeLimit: 1.65,
    resistance: 0.25,
    peukert: 1.25,
    ratedHours: 50,
    selfDischarge: 0.003,
    dischargeRate: 0.4,
    chargeRate: 0,
    rest: [0.9, 1.07, 1.15, 1.2, 1.24, 1.27, 1.31, 1.36, 1.42, 1.5, 1.6],
    capacity: [0.25, 0.4, 0.6, 0.8, 1, 1],
    cold: [6.0, 3.5, 2.2, 1.5, 1, 0.85],
  },
  'lead-acid': {
    nominal: 2.0,
    full: 2.13,
    cutoff: 1.8,
    chargeLimit: 2.45,
    resistance: 0.01,
    peukert: 1.2,
    ratedHours: 20,
    selfDischarge: 0.04,
    dischargeRate: 1,
    chargeRate: 0.2,
    rest: [1.95, 1.97, 1.99, 2.01, 2.03, 2.05, 2.07, 2.08, 2.1, 2.11, 2.13],
    capacity: [0.5, 0.62, 0.75, 0.87, 1, 1],
    cold: [2.2, 1.8, 1.45, 1.2, 1, 0.92],
  },
} as const satisfies Record<string, Chemistry>;
export type ChemistryId = keyof typeof CHEMISTRIES;

/** Linear interpolation over a table, clamped outside. */
function along(xs: readonly number[], ys: readonly number[], x: number): number {
  if (x <= xs[0]!) return ys[0]!;
  for (let i = 1; i < xs.length; i++) {
    const x1 = xs[i]!;
    if (!(x <= x1)) continue;
    const x0 = xs[i - 1]!;
    return ys[i - 1]! + ((ys[i]! - ys[i - 1]!) * (x - x0)) / (x1 - x0);
  }
  return ys.at(-1)!;
}
const TENTHS = Array.from({ length: 11 }, (_, i) => i / 10);

/** Rest voltage of a cell at a state of charge, V. */
export const restVoltage = (c: Chemistry, charge: number): number => along(TENTHS, c.rest, charge);
/** Capacity at a temperature over that at 25 °C. */
export const capacityAt = (c: Chemistry, celsius: number): number => along(TEMPERATURES, c.capacity, celsius);
/** Resistance at a temperature over that at 25 °C. */
export const resistanceAt = (c: Chemistry, celsius: number): number => along(TEMPERATURES, c.cold, celsius);

/** State of charge at which a cell rests at a voltage: 0 below its table, null above. */
export function chargeAt(c: Chemistry, volts: number): number | null {
  if (volts <= c.rest[0]!) return 0;
  for (let i = 1; i < c.rest.length; i++) {
    const [v0, v1] = [c.rest[i - 1]!, c.rest[i]!];
    if (volts <= v1) return (i - 1 + (volts - v0) / (v1 - v0)) / 10;
  }
  return null;
}

/** Straight pieces of the rest-voltage curve between two states of charge. */
export function pieces(c: Chemistry, from: number, to: number): { s0: number; s1: number; v0: number; v1: number }[] {
  const found: ReturnType<typeof pieces> = [];
  let s0 = from;
  let v0 = restVoltage(c, from);
  const until = (s1: number): void => {
    const v1 = restVoltage(c, s1);
    found.push({ s0, s1, v0, v1 });
    s0 = s1;
    v0 = v1;
  };
  for (const s of TENTHS) if (s > from && s < to) until(s);
  until(to);
  return found;
}
