/** Most that is claimed of a suppression, dB. */
export const CAP = 120;

/**
 * Suppression of the unwanted sideband by two paths of amplitudes 1 and g that stand φ off a right angle, dB, at most 120. // [Weaver] two phasors
 * @param decibels amplitude ratio, dB @param degrees phase error
 */
export function suppressionOf(decibels: number, degrees: number): number {
  const g = 10 ** (decibels / 20);
  const phi = (degrees * Math.PI) / 180;
  const unwanted = (1 - g) ** 2 + 4 * g * Math.sin(phi / 2) ** 2;
  return unwanted === 0 ? CAP : Math.min(CAP, 10 * Math.log10((1 + 2 * g * Math.cos(phi) + g * g) / unwanted));
}
