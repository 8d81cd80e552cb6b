import { scaleRange, type Range } from '../quantity/uncertain.ts';
import { BOLTZMANN, ZERO_CELSIUS } from './constants.ts';

/**
 * Thermal noise density of a resistance, V/√Hz: √(4kTR). // [Johnson], [Nyquist]
 * @param ohms resistance in Ω @param celsius its temperature in °C
 */
export const thermalNoise = (ohms: number, celsius: number): number => Math.sqrt(4 * BOLTZMANN * (celsius + ZERO_CELSIUS) * ohms);

/**
 * Total thermal noise on a capacitor, V rms, whatever resistance feeds it: √(kT/C). // [Nyquist], equipartition
 * @param farads capacitance in F @param celsius temperature in °C
 */
export const capacitorNoise = (farads: number, celsius: number): number => Math.sqrt((BOLTZMANN * (celsius + ZERO_CELSIUS)) / farads);

/**
 * An even density that makes a noise in a width, V/√Hz, so that those behind it add up what they see; null where there is none.
 * @param rms noise in V @param width of its band in Hz, that of its first pole counted
 */
export const evenDensity = (rms: Range | null, width: number): Range | null => (rms && width > 0 ? scaleRange(rms, 1 / Math.sqrt(width)) : null);

/** Peak to peak over rms: all but one reading in a thousand of a normal distribution lie within. */
export const PEAK_TO_PEAK = 6.6;
