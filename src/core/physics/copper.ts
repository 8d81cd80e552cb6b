/** Temperature coefficient of copper's resistance at 20 °C, 1/K. // [IEC 60028] */
export const COPPER_TEMPCO = 0.00393;

/** Resistivity of annealed copper in Ω·m at a temperature in °C. // [IEC 60028] 1/58 Ω·mm²/m at 20 °C and its temperature coefficient */
export const copperResistivity = (celsius: number): number => 1.7241e-8 * (1 + COPPER_TEMPCO * (celsius - 20));

/**
 * Resistance of a go-and-return copper pair in Ω.
 * @param length one way, m @param area of one conductor, m² @param celsius conductor temperature, °C
 */
export const copperLoop = (length: number, area: number, celsius: number): number => (2 * copperResistivity(celsius) * length) / area;
