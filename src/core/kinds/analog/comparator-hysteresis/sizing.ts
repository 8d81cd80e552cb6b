import { formatText } from '../../../quantity/format.ts';
import type { Offer, Sizing } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { jointSearch } from '../../../tolerance/joint-search.ts';
import { thresholdsOf } from './laws.ts';

const [LEAST, MOST] = [1e4, 1e6];
/** The pull-up is so much smaller than the feedback, and sinks this share of what the output can. */
const STIFF = 10;
const SHARE = 1 / 3;

/** The pull-up first, then the others together: the smallest worst error of both thresholds, then the smaller current. */
export function size(s: Sizing, x: AnyInputs): Offer[] {
  const g = x.given;
  const open = g.outputStage === 'open-drain';
  const vp = g.pullUpVoltage ?? g.supplyVoltage;
  const least = vp / (x.parts.U1.currentLimit * s.derating) / SHARE;
  const most = g.loadCapacitance > 0 ? (g.maximumRiseTime * (1 - s.comfort)) / (Math.log(9) * g.loadCapacitance * (1 + s.tolerance('R4'))) : MOST / STIFF;
  const pulls = s.open('R4') ? s.candidates('R4', least, Math.max(most, least * 1.2)) : [];
  // Stiff against the feedback, as far as the current allows.
  const r4 = open ? (s.open('R4') ? (pulls.find((r) => r >= 2 * least) ?? pulls[0] ?? least) : s.value('R4')) : 0;
  const slots = (['R1', 'R2', 'R3'] as const).filter((slot) => s.open(slot));
  if (!slots.length) return s.open('R4') ? [{ values: { R4: r4 }, why: 'within rise time and sink current' }] : [];
  const typed = (slot: 'R1' | 'R2' | 'R3') => s.value(slot) || Infinity;
  const fixed = { R1: typed('R1'), R2: typed('R2'), R3: typed('R3') };
  const place = { R1: slots.indexOf('R1'), R2: slots.indexOf('R2'), R3: slots.indexOf('R3') };
  const at = (values: readonly number[], slot: 'R1' | 'R2' | 'R3') => (place[slot] < 0 ? fixed[slot] : values[place[slot]]!);
  const of = (values: readonly number[]) => thresholdsOf(g, x.parts.U1, [at(values, 'R1'), at(values, 'R2'), at(values, 'R3'), r4]);
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const found = jointSearch({
    slots: slots.map((slot) => ({
      values: s.candidates(slot, slot === 'R3' && open ? Math.max(LEAST, STIFF * r4) : LEAST, MOST),
      tolerance: s.tolerance(slot),
    })),
    results: [(v) => of(v).upper, (v) => of(v).lower],
    targets: [g.upperThreshold || 1e-6, g.lowerThreshold || 1e-6],
    by: 'error',
    resolution: 1e-3,
    order: (a, b) => sum(b.values) - sum(a.values),
    keep: 5,
  });
  return found.map(({ values }): Offer => ({
    values: { ...(s.open('R4') ? { R4: r4 } : {}), ...Object.fromEntries(slots.map((slot, i) => [slot, values[i]!])) },
    why: `thresholds at ${formatText(of(values).lower, 'V', 3)} and ${formatText(of(values).upper, 'V', 3)}`,
  }));
}
