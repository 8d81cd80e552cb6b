/** Values somebody has at hand, by sort of part: Ω, F, H, ascending. */
export interface Drawer {
  resistor: readonly number[];
  capacitor: readonly number[];
  inductor: readonly number[];
}
export type PartSort = keyof Drawer;
export const PART_SORTS: readonly PartSort[] = ['resistor', 'capacitor', 'inductor'];
export const EMPTY_DRAWER: Drawer = { resistor: [], capacitor: [], inductor: [] };
