import type { Series } from '../quantity/preferred.ts';
import { CAPACITOR_VOLTAGES, INDUCTOR_CURRENTS, RESISTOR_POWERS } from '../quantity/stock.ts';
import type { Unit } from '../quantity/units.ts';

export type PartType = 'resistor' | 'capacitor' | 'inductor' | 'ratio' | 'device';

/** Single things that go wrong with a part or a connection. */
export const FAULT_WORDS = ['open', 'short', 'times10', 'tenth', 'swapped', 'reversed', 'missing', 'dead', 'mirrored', 'unfed', 'broken'] as const;
export type FaultWord = (typeof FAULT_WORDS)[number];

/** What can happen to whatever has two ends and a way round. */
export const TWO_ENDED: readonly FaultWord[] = ['open', 'short', 'reversed'];

/** What a sort of part is, in one place: everything else that treats parts by their sort reads it here. */
export interface PartSort {
  /** Unit of its value; a device has none. */
  unit: Unit | null;
  /** Where its values come from, unless the slot says otherwise. */
  series: Series;
  /** Values that are sold, from and to, SI. */
  buyable: readonly [least: number, most: number];
  /** Value before anything was sized, SI. */
  provisional: number;
  /** Tolerances it is sold with, the widest first, and what one costs beside the widest: usual small quantities, for comparing only. */
  grades: readonly (readonly [tolerance: number, price: number])[];
  /** Ratings it is sold with, by parameter. */
  stock: Readonly<Record<string, readonly number[]>>;
  /** What can go wrong with one of them. */
  faults: readonly FaultWord[];
}

export const PART_TYPES: Readonly<Record<PartType, PartSort>> = {
  resistor: {
    unit: 'ohm',
    series: 'E24',
    buyable: [0.01, 1e8],
    provisional: 1e3,
    grades: [
      [0.05, 1],
      [0.01, 1.2],
      [0.005, 2.5],
      [0.001, 6],
      [0.0005, 15],
    ],
    stock: { powerRating: RESISTOR_POWERS, voltageRating: [50, 75, 150, 200, 350, 500, 700, 1000, 1500, 3500] },
    faults: ['open', 'short', 'times10', 'tenth', 'swapped', 'missing'],
  },
  capacitor: {
    unit: 'F',
    series: 'E6',
    buyable: [1e-12, 0.022],
    provisional: 1e-7,
    grades: [
      [0.2, 1],
      [0.1, 1.3],
      [0.05, 2.5],
      [0.02, 6],
      [0.01, 12],
    ],
    stock: { voltageRating: CAPACITOR_VOLTAGES, rippleCurrentRating: INDUCTOR_CURRENTS },
    faults: ['open', 'short', 'times10', 'tenth', 'swapped', 'missing'],
  },
  inductor: {
    unit: 'H',
    series: 'E6',
    buyable: [1e-9, 1],
    provisional: 1e-4,
    grades: [
      [0.2, 1],
      [0.1, 1.4],
      [0.05, 3],
      [0.02, 8],
    ],
    stock: { saturationCurrent: INDUCTOR_CURRENTS, currentRating: INDUCTOR_CURRENTS },
    faults: ['open', 'short', 'times10', 'tenth', 'swapped', 'missing'],
  },
  /** Two resistors of one network: their ratio is what it is bought for, one where nobody says otherwise. */
  ratio: {
    unit: '',
    series: 'E24',
    buyable: [0.1, 10],
    provisional: 1,
    grades: [
      [0.02, 1],
      [0.01, 1.2],
      [0.005, 2],
      [0.002, 3],
      [0.001, 4],
      [0.0005, 8],
    ],
    stock: {},
    faults: ['open', 'short', 'times10', 'tenth', 'swapped', 'missing'],
  },
  device: {
    unit: null,
    series: 'E24',
    buyable: [0, 0],
    provisional: 0,
    grades: [],
    stock: {},
    faults: ['dead', 'mirrored', 'missing'],
  },
};

/** Unit of a part's value; none of a device, which has no value. */
export const valueUnit = (type: PartType): Unit => PART_TYPES[type].unit ?? '';
