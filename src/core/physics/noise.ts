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
