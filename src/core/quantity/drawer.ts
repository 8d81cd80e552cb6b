import { entryText } from './format.ts';
import { parseNumber, type Parsed } from './parse.ts';
import type { Unit } from './units.ts';

/** Values somebody has at hand, by sort of part: Ω, F, H, ascending. */
export interface Drawer {
  resistor: readonly number[];
  capacitor: readonly number[];
  inductor: readonly number[];
}
export type PartSort = keyof Drawer;
export const PART_SORTS: readonly PartSort[] = ['resistor', 'capacitor', 'inductor'];
export const EMPTY_DRAWER: Drawer = { resistor: [], capacitor: [], inductor: [] };
export const SORT_UNIT: Readonly<Record<PartSort, Unit>> = { resistor: 'ohm', capacitor: 'F', inductor: 'H' };

const MOST = 2000;

/** Values as somebody lists them, "1k 4k7, 10k", each once and ascending. Names the entry that cannot be read. */
export function parseValues(text: string, unit: Unit): Parsed<number[]> {
  const entries = text.split(/[\s,;]+/).filter(Boolean);
  if (entries.length > MOST) return { ok: false, message: `At most ${MOST} values, seen ${entries.length}.` };
  const values = new Set<number>();
  for (const entry of entries) {
    const parsed = parseNumber(entry, unit);
    if (!parsed.ok) return { ok: false, message: `“${entry.slice(0, 30)}”: ${parsed.message}` };
    if (!(parsed.value > 0)) return { ok: false, message: `“${entry}”: a value is above zero.` };
    values.add(parsed.value);
  }
  return { ok: true, value: [...values].sort((a, b) => a - b) };
}

/** A list as it is shown and can be typed again. */
export const valuesText = (values: readonly number[], unit: Unit): string => values.map((v) => entryText(v, unit).replace(/\s+/g, '')).join(' ');
