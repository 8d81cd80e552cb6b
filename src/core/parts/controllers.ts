import type { Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';

/** What a pin of a controller can do; whatever it is, it is a digital one too, but for those of a crystal. */
export type PinAbility = 'digital' | 'analog' | 'timer' | 'crystal';

interface Figure {
  unit: Unit;
  title: string;
  doc: string;
  usual: Uncertain;
}

/** What stages that hang on a controller want to know of it, with usual figures where its list says nothing. */
export const CONTROLLER_FIGURES = {
  supplyMinimum: { unit: 'V', title: 'least supply', doc: 'it works from', usual: 1.8 },
  supplyMaximum: { unit: 'V', title: 'largest supply', doc: 'it stands', usual: 3.6 },
  pinCurrent: { unit: 'A', title: 'current of a pin', doc: 'at most, either way', usual: 0.008 },
  totalCurrent: { unit: 'A', title: 'current of all pins', doc: 'at most, together', usual: 0.08 },
  pinResistance: { unit: 'ohm', title: 'resistance of a pin', doc: 'that drives', usual: 40 },
  inputHigh: { unit: 'ratio', title: 'input, high', doc: 'share of the supply that a pin surely takes as high', usual: 0.7 },
  inputLow: { unit: 'ratio', title: 'input, low', doc: 'share of the supply that a pin surely takes as low', usual: 0.3 },
  inputAbove: { unit: 'V', title: 'above the supply', doc: 'that a pin stands', usual: 0.3 },
  clampCurrent: { unit: 'A', title: 'clamp current', doc: 'that a pin stands beyond that', usual: 0.005 },
  inputLeakage: { unit: 'A', title: 'leakage of a pin', doc: 'positive flows in', usual: { nominal: 0, low: -1e-6, high: 1e-6 } },
  clock: { unit: 'Hz', title: 'clock', doc: 'of timers and links, with its tolerance', usual: { nominal: 16e6, tolerance: 0.01 } },
  timerBits: { unit: 'bit', title: 'timers', doc: 'of their counters', usual: 16 },
  converterBits: { unit: 'bit', title: 'converter', doc: 'its resolution', usual: 12 },
  converterError: { unit: 'LSB', title: 'error of the converter', doc: 'all of it together', usual: 4 },
  samplingCapacitor: { unit: 'F', title: 'sampling capacitor', doc: 'of the converter', usual: 8e-12 },
  internalReference: { unit: 'V', title: 'internal reference', doc: 'with its spread', usual: { nominal: 1.2, low: 1.14, high: 1.26 } },
} as const satisfies Record<string, Figure>;
export type ControllerFigure = keyof typeof CONTROLLER_FIGURES;

/** A pin as a board lists it: what it can do, and what makes it special. */
export interface PinDoc {
  can: PinAbility;
  /** A level at reset decides how the controller starts, or resets it. */
  special?: 'boot' | 'reset';
  /** It stands this, V, whatever the supply. */
  stands?: number;
}

export interface GenericController {
  title: string;
  figures: Readonly<Partial<Record<ControllerFigure, Uncertain>>>;
  pins: Readonly<Record<string, PinDoc>>;
}

const pins = (letter: string, from: number, to: number, can: PinAbility, more: Partial<PinDoc> = {}): Record<string, PinDoc> =>
  Object.fromEntries(Array.from({ length: to - from + 1 }, (_, i) => [`${letter}${from + i}`, { can, ...more }]));

/** Controllers of no maker, to be copied and changed until they are the one on the board. */
export const GENERIC_CONTROLLERS: readonly GenericController[] = [
  {
    title: '32-bit controller, 3.3 V, 26 pins in use',
    figures: {},
    pins: {
      ...pins('A', 0, 7, 'analog'),
      ...pins('B', 0, 5, 'timer', { stands: 5.5 }),
      ...pins('C', 0, 7, 'digital', { stands: 5.5 }),
      D0: { can: 'digital', special: 'boot' },
      D1: { can: 'crystal' },
      D2: { can: 'crystal' },
      NRST: { can: 'digital', special: 'reset' },
    },
  },
  {
    title: '8-bit controller, 5 V, 23 pins in use',
    figures: {
      supplyMinimum: 2.7,
      supplyMaximum: 5.5,
      pinCurrent: 0.02,
      totalCurrent: 0.2,
      pinResistance: 25,
      inputHigh: 0.6,
      inputAbove: 0.5,
      clampCurrent: 0.001,
      clock: { nominal: 16e6, tolerance: 0.005 },
      converterBits: 10,
      converterError: 2,
      samplingCapacitor: 1.4e-11,
      internalReference: { nominal: 1.1, low: 1, high: 1.2 },
    },
    pins: {
      ...pins('A', 0, 5, 'analog'),
      ...pins('B', 0, 5, 'timer'),
      ...pins('C', 0, 7, 'digital'),
      X1: { can: 'crystal' },
      X2: { can: 'crystal' },
      RESET: { can: 'digital', special: 'reset' },
    },
  },
  {
    title: 'radio module, 3.3 V, 20 pins in use',
    figures: {
      supplyMinimum: 3,
      pinCurrent: 0.02,
      totalCurrent: 0.12,
      clampCurrent: 0,
      clock: { nominal: 80e6, tolerance: 2e-5 },
      converterError: 12,
      internalReference: { nominal: 1.1, low: 1, high: 1.2 },
    },
    pins: {
      ...pins('IO', 32, 39, 'analog'),
      ...pins('IO', 12, 19, 'timer'),
      IO0: { can: 'timer', special: 'boot' },
      IO2: { can: 'timer', special: 'boot' },
      IO21: { can: 'digital' },
      EN: { can: 'digital', special: 'reset' },
    },
  },
];
