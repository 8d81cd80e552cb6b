/**
 * Resistance of a go-and-return copper pair in Ω. // [IEC 60028] resistivity at 20 °C and its temperature coefficient
 * @param length one way, m @param area of one conductor, m² @param celsius conductor temperature, °C
 */
export const copperLoop = (length: number, area: number, celsius: number): number => (2 * 1.7241e-8 * (1 + 0.00393 * (celsius - 20)) * length) / area;
