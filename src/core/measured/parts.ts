import type { Unit } from '../quantity/units.ts';
import type { MeasuredPart } from './match.ts';

/** Sorts of parts that are measured and kept. */
export const MEASURED_SORTS = ['resistor', 'capacitor', 'inductor'] as const;
export type MeasuredSort = (typeof MEASURED_SORTS)[number];
export const MEASURED_UNITS: Readonly<Record<MeasuredSort, Unit>> = { resistor: 'ohm', capacitor: 'F', inductor: 'H' };

/** A measured part in the drawer. */
export interface DrawerPart extends MeasuredPart {
  id: string;
  sort: MeasuredSort;
  used: string | null;
}
