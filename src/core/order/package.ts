import type { Mounting } from '../board/document.ts';
import type { PartType } from '../parts/part-types.ts';

type Rated = readonly { name: string; value: number }[];
const rated = (ratings: Rated, name: string): number | null => ratings.find((r) => r.name === name)?.value ?? null;

/** The first of a rising list whose bound is not passed; the last beyond all. */
const step = <T>(v: number, steps: readonly (readonly [upTo: number, what: T])[]): T => (steps.find(([upTo]) => v <= upTo * 1.000001) ?? steps.at(-1)!)[1];

/** Bodies of resistors that are soldered by hand, by power in W. */
const CHIP_RESISTORS = [
  [0.1, '0603'],
  [0.125, '0805'],
  [0.25, '1206'],
  [0.5, '1210'],
  [1, '2512'],
  [Infinity, 'wire-wound, through-hole'],
] as const;
const LEADED_RESISTORS = [
  [0.25, 'axial 6 mm'],
  [0.6, 'axial 9 mm'],
  [2, 'axial 12 mm'],
  [Infinity, 'wire-wound, upright'],
] as const;

/** Above this a capacitor is taken as electrolytic, F: what is sold in ceramic or film at usual prices. */
const ELECTROLYTIC = { 'surface-mount': 1.01e-5, 'through-hole': 1.01e-6 } as const;
/** Diameters of electrolytic cans by capacitance times voltage, F·V. */
const CANS = [
  [0.0005, '5 mm'],
  [0.0025, '6.3 mm'],
  [0.006, '8 mm'],
  [0.015, '10 mm'],
  [0.035, '12.5 mm'],
  [0.08, '16 mm'],
  [0.2, '18 mm'],
  [Infinity, '22 mm or more'],
] as const;
const USUAL_VOLTAGE = 25;

/**
 * The package a part is usually bought in by somebody who solders by hand: by type, value (SI), ratings and how parts are
 * mounted. Empty where only the part itself says it.
 */
export function usualPackage(type: PartType, value: number | null, ratings: Rated, mounting: Mounting): string {
  const leaded = mounting === 'through-hole';
  if (value === null) return '';
  switch (type) {
    case 'resistor':
      return step(rated(ratings, 'powerRating') ?? 0.125, leaded ? LEADED_RESISTORS : CHIP_RESISTORS);
    case 'capacitor': {
      const volts = rated(ratings, 'voltageRating') ?? USUAL_VOLTAGE;
      if (value > ELECTROLYTIC[mounting]) return `electrolytic, ${step(value * volts, CANS)}${leaded ? ', radial' : ''}`;
      if (leaded) return volts > 100 ? 'film, 15 mm pitch' : 'film or disc, 5 mm pitch';
      return value * volts > 1e-4 || volts > 100 ? '1206' : value > 1.01e-7 ? '0805' : '0603';
    }
    case 'inductor':
      return leaded ? 'radial or toroid' : (rated(ratings, 'saturationCurrent') ?? rated(ratings, 'currentRating') ?? 0) > 0.5 ? 'shielded power' : '1210';
    default:
      return leaded ? 'single in line' : 'chip network';
  }
}
