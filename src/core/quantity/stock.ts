/** Ratings parts are commonly sold with, as distributors stock them. */

/** Working voltages of capacitors, V. [IEC 60063] R5-like steps. */
export const CAPACITOR_VOLTAGES = [4, 6.3, 10, 16, 25, 35, 50, 63, 100, 160, 200, 250, 400, 450, 630, 1000] as const;
/** Power of resistors, W. */
export const RESISTOR_POWERS = [0.0625, 0.1, 0.125, 0.25, 0.5, 1, 2, 3, 5, 10, 25] as const;
/** Mean currents of diodes and bridges, A. */
export const DIODE_CURRENTS = [0.2, 0.5, 1, 1.5, 2, 3, 4, 6, 8, 10, 15, 25, 35] as const;
/** Small mains transformers, VA. */
export const TRANSFORMER_VA = [1, 1.5, 2, 3, 5, 7, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100, 120, 160, 200, 250, 300, 400, 500] as const;
/** Saturation and heating currents of power inductors, A. */
export const INDUCTOR_CURRENTS = [0.1, 0.2, 0.3, 0.5, 0.8, 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30] as const;
/** Fuses, A. [IEC 60127] R10-like steps */
export const FUSE_CURRENTS = [0.1, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10, 15, 20, 25, 30] as const;
/** Thermal resistances of board and case heatsinks, K/W. */
export const HEATSINKS = [30, 24, 20, 15, 12, 9, 7.5, 6, 4.5, 3, 2, 1] as const;

/** The smallest of a list that carries a need at 80 %, the usual derating; null beyond the list. */
export const rated = (list: readonly number[], need: number | null): number | null => (need === null ? null : (list.find((v) => v * 0.8 >= need) ?? null));
