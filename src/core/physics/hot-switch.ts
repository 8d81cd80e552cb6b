/** On-resistance at a junction, Ω, from that at 25 °C. */
export const onResistanceAt = (ohms: number, tempco: number, celsius: number): number => ohms * (1 + tempco * (celsius - 25));

/**
 * Junction at which the heat of a switch and its growing on-resistance agree, °C, by the smallest solution at or above the ambient;
 * null where it runs away. Heat is `square·Ron(T) + other` W, and leaves through `kelvin` K/W.
 */
export function hotJunction(ambient: number, kelvin: number, square: number, ohms: number, tempco: number, other: number): number | null {
  // Linear in T: T = Ta + K (s R (1 + a (T − 25)) + o).
  const gain = kelvin * square * ohms * tempco;
  if (gain >= 1) return null;
  const t = (ambient + kelvin * (square * ohms * (1 - 25 * tempco) + other)) / (1 - gain);
  return t <= ambient + 1000 ? t : null;
}
