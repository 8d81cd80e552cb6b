import type { AnyInputs } from '../../../stage/data.ts';

// Guidance values in the manner of IEC 60664-1. [IEC 60664]

/** Rows of impulse withstand, V, and the clearance each wants, m. */
const IMPULSES = [330, 500, 800, 1500, 2500, 4000, 6000, 8000, 12000] as const;
const CLEARANCES = [0.01, 0.04, 0.1, 0.5, 1.5, 3, 5.5, 8, 14].map((mm) => mm / 1000);
/** Line to neutral, V: the impulse of the four overvoltage categories. */
const MAINS: readonly (readonly [volts: number, impulses: readonly number[]])[] = [
  [50, [330, 500, 800, 1500]],
  [100, [500, 800, 1500, 2500]],
  [150, [800, 1500, 2500, 4000]],
  [300, [1500, 2500, 4000, 6000]],
  [600, [2500, 4000, 6000, 8000]],
  [1000, [4000, 6000, 8000, 12000]],
];
const CATEGORIES = ['I', 'II', 'III', 'IV'] as const;
/** Least clearance by pollution, m. */
const LEAST = { 1: 0, 2: 0.2e-3, 3: 0.8e-3 } as const;
/** Repeated peak, V, and its clearance, m. */
const PEAKS: readonly (readonly [number, number])[] = (
  [
    [330, 0.01],
    [500, 0.04],
    [600, 0.06],
    [800, 0.13],
    [1000, 0.26],
    [1200, 0.42],
    [1500, 0.76],
    [2000, 1.27],
    [2500, 1.8],
    [3000, 2.4],
    [4000, 3.8],
    [5000, 5.7],
    [6000, 7.9],
    [8000, 11],
    [10000, 15.2],
    [12000, 19],
    [15000, 25],
  ] as const
).map(([volts, mm]) => [volts, mm / 1000]);
const ALTITUDES: readonly (readonly [number, number])[] = [
  [2000, 1],
  [3000, 1.14],
  [4000, 1.29],
  [5000, 1.48],
  [6000, 1.7],
  [7000, 1.95],
  [8000, 2.25],
  [9000, 2.62],
  [10000, 3.02],
  [15000, 6.67],
  [20000, 14.5],
];
/** Working voltage, V rms: creepage in mm at pollution 1, at 2 by group, at 3 by group. */
const CREEPAGES: readonly (readonly number[])[] = [
  [50, 0.18, 0.6, 0.85, 1.2, 1.5, 1.7, 1.9],
  [63, 0.2, 0.63, 0.9, 1.25, 1.6, 1.8, 2],
  [80, 0.22, 0.67, 0.95, 1.3, 1.7, 1.9, 2.1],
  [100, 0.25, 0.71, 1, 1.4, 1.8, 2, 2.2],
  [125, 0.28, 0.75, 1.05, 1.5, 1.9, 2.1, 2.4],
  [160, 0.32, 0.8, 1.1, 1.6, 2, 2.2, 2.5],
  [200, 0.42, 1, 1.4, 2, 2.5, 2.8, 3.2],
  [250, 0.56, 1.25, 1.8, 2.5, 3.2, 3.6, 4],
  [320, 0.75, 1.6, 2.2, 3.2, 4, 4.5, 5],
  [400, 1, 2, 2.8, 4, 5, 5.6, 6.3],
  [500, 1.3, 2.5, 3.6, 5, 6.3, 7.1, 8],
  [630, 1.8, 3.2, 4.5, 6.3, 8, 9, 10],
  [800, 2.4, 4, 5.6, 8, 10, 11, 12.5],
  [1000, 3.2, 5, 7.1, 10, 12.5, 14, 16],
];
const GROUPS = ['I', 'II', 'III'] as const;
/** A narrower slot is bridged by dirt, m. */
export const SLOT = { 1: 0.25e-3, 2: 1e-3, 3: 1.5e-3 } as const;

const along = (table: readonly (readonly [number, number])[], x: number): number | null => {
  if (x <= table[0]![0]) return table[0]![1];
  for (let i = 1; i < table.length; i++) {
    const [[a, ya], [b, yb]] = [table[i - 1]!, table[i]!];
    if (x <= b) return ya + ((x - a) / (b - a)) * (yb - ya);
  }
  return null;
};

/** Row of the impulse withstand, V; null beyond the table. // [IEC 60664] tables of rated impulse voltage */
export function impulse({ given: g }: AnyInputs): number | null {
  const volts =
    g.circuit === 'mains'
      ? MAINS.find(([most]) => g.systemVoltage <= most)?.[1][CATEGORIES.indexOf(g.category)]
      : IMPULSES.find((row) => g.transientVoltage <= row);
  if (volts === undefined) return null;
  const row = IMPULSES.indexOf(volts as (typeof IMPULSES)[number]) + (g.insulation === 'reinforced' ? 1 : 0);
  return IMPULSES[row] ?? null;
}

/** Clearance by the impulse, before altitude, m. // [IEC 60664] */
export function byImpulse(x: AnyInputs): number | null {
  const volts = impulse(x);
  return volts === null ? null : Math.max(CLEARANCES[IMPULSES.indexOf(volts as 330)]!, LEAST[x.given.pollutionDegree as 1]);
}

/** Clearance by the repeated peak, before altitude, m. // [IEC 60664] */
export const byPeak = ({ given: g }: AnyInputs): number | null => along(PEAKS, g.peakVoltage * (g.insulation === 'reinforced' ? 1.6 : 1));

/** How much more thin air wants. // [IEC 60664] altitude correction */
export const altitudeFactor = ({ given: g }: AnyInputs): number => along(ALTITUDES, g.altitude)!;

/** Creepage of the table row, m: reinforced twice as much; null beyond it. // [IEC 60664] */
export function byTable({ given: g }: AnyInputs): number | null {
  const row = CREEPAGES.find(([most]) => g.workingVoltage <= most!);
  if (!row) return null;
  const column = g.pollutionDegree === 1 ? 1 : (g.pollutionDegree === 2 ? 2 : 5) + GROUPS.indexOf(g.materialGroup);
  return (row[column]! / 1000) * (g.insulation === 'reinforced' ? 2 : 1);
}

/** What the surface offers, the way round a slot that is wide enough; null where it is not known. */
export const alongSurface = ({ given: g }: AnyInputs): number | null =>
  g.slotWidth >= SLOT[g.pollutionDegree as 1] && g.pathAroundSlot !== null ? g.pathAroundSlot : g.surfaceDistance;
