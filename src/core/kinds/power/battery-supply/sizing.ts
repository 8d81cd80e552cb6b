import { restVoltage } from '../../../physics/cells.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { chemistryOf, packOhms, sagOf } from './pack.ts';

/** A divider just under the full scale at the full pack, one to three megohms in all; the smallest capacitor that lets the pulse pass. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const values: Record<string, number> = {};
  const c = chemistryOf(x);
  const full = x.given.series * c.full;
  if (s.open('R1') || s.open('R2')) {
    const target = x.given.senseMaximum === null ? 0.5 : Math.min(0.98, (s.range('senseMaximum').low * 0.97) / full);
    const lists = { R1: s.candidates('R1', 1e5, 3e6), R2: s.candidates('R2', 1e5, 3e6) };
    const [best] = jointSearch({
      slots: (['R1', 'R2'] as const).map((slot) => ({ values: lists[slot], tolerance: s.tolerance(slot) })),
      results: [([r1, r2]) => r2! / (r1! + r2!)],
      targets: [target],
      by: 'error',
      order: (a, b) => Number(outside(a.values)) - Number(outside(b.values)) || a.worst - b.worst || b.values[0]! - a.values[0]!,
    });
    if (best) {
      if (s.open('R1')) values.R1 = best.values[0]!;
      if (s.open('R2')) values.R2 = best.values[1]!;
    }
  }
  if (s.open('C1')) {
    const need = s.range('minimumVoltage').high * (1 + s.comfort / 10);
    const rest = x.given.series * restVoltage(c, s.range('stateOfCharge').low);
    const ohms = packOhms({ ...x, ambient: s.ambient.low }, c);
    let farads = 1e-5;
    const holds = (f: number) => rest - sagOf({ ...x, parts: { ...x.parts, C1: { ...x.parts.C1, value: f * (1 - s.tolerance('C1')) } } }, ohms, 0) >= need;
    while (farads < 1 && !holds(farads)) farads = nextAbove(farads * 1.01, 'E6');
    values.C1 = farads;
  }
  return Object.keys(values).length ? [{ values, why: 'divider just under full scale at a full pack, one to three megohms' }] : [];
}
const outside = (values: readonly number[]) => values[0]! + values[1]! < 1e6 || values[0]! + values[1]! > 3e6;
