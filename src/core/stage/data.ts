import type { Absent, Value } from '../math/absent.ts';
import type { DeviceSort } from '../parts/devices.ts';
import type { Level } from '../quantity/level.ts';
import type { Series } from '../quantity/preferred.ts';
import type { Range, Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';

/** What a kind declares as data: its fields, parts and outcomes, and the inputs and results that follow from them. */

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- readers that serve all kinds
export type AnyInputs = any;

export interface NumberField {
  type: 'number';
  /** What it is called, where a name means something else here than elsewhere. */
  title?: string;
  unit: Unit;
  /** null: not known or not asked for, as the doc says. Infinity: an open circuit, written as null in files. */
  default: Uncertain | null;
  doc?: string;
  min?: number;
  above?: number;
  below?: number;
  max?: number;
  integer?: boolean;
  /** The only numbers there are, as of a standard; such a field takes no range. */
  oneOf?: readonly number[];
  /** May be null though its default is a number: "none". */
  nullable?: boolean;
  /** null means an open circuit and evaluates as Infinity. */
  open?: boolean;
  /** A signal, told as its peak or rms: other ways to write a level are read into that. */
  level?: Level;
}
export interface ChoiceField {
  type: 'choice';
  /** What it is called, where a name means something else here than elsewhere. */
  title?: string;
  choices: readonly string[];
  default: string;
  doc?: string;
}
export interface FlagField {
  type: 'flag';
  /** What it is called, where a name means something else here than elsewhere. */
  title?: string;
  /** null: nobody said yet. */
  default: boolean | null;
  doc?: string;
}
/** Words that a person writes, or none. */
export interface TextField {
  type: 'text';
  title?: string;
  default: string | null;
  doc?: string;
}
export interface ListField {
  type: 'list';
  /** What it is called, where a name means something else here than elsewhere. */
  title?: string;
  unit: Unit;
  default: readonly number[];
  above?: number;
  /** At least one entry. */
  filled?: boolean;
  /** So many entries there may be. */
  counts?: readonly number[];
  /** A plain number stands for a list of one. */
  single?: boolean;
  doc?: string;
}
/** A column of a table: numbers, perhaps with a spread or none; whole numbers in a list; a word of a few; a text; or names of parts. */
export type Column =
  | { unit: Unit; optional?: boolean; min?: number; above?: number; integer?: true; spread?: true; nullable?: true; doc?: string }
  | { addresses: true; optional?: boolean; doc?: string }
  | { choices: readonly string[]; optional?: boolean; doc?: string }
  | { text: true; optional?: boolean; doc?: string }
  | { parts: true; optional?: boolean; doc?: string };
/** Rows of a table, such as calibration points. */
export interface RowsField {
  type: 'rows';
  /** What it is called, where a name means something else here than elsewhere. */
  title?: string;
  columns: Readonly<Record<string, Column>>;
  default: readonly Row[];
  /** Rows that make sense at all; two where nothing is said, or none. */
  least?: number;
  /** What one row is called. */
  row?: string;
  doc?: string;
}
/** A row as it is typed. */
export type Row = Readonly<Record<string, Uncertain | string | null | readonly string[] | readonly number[]>>;
export type Field = NumberField | ChoiceField | FlagField | TextField | ListField | RowsField;
export type Fields = Readonly<Record<string, Field>>;

/** The givens of a stage as its parts see them; a kind writes the type out, so that its own parts' types are found without them. */
export type Given = Readonly<Record<string, unknown>>;

export interface PartDef {
  type: 'resistor' | 'capacitor' | 'inductor' | 'ratio' | 'device';
  doc?: string;
  /** Parts with a value; devices have parameters only. */
  series?: Series;
  tolerance?: number;
  default?: number;
  /** May be left out: always, or for some choices of the stage. */
  optional?: boolean | ((given: Given) => boolean);
  /** 0 is a value of its own (a link, no capacitor), not "left out". */
  zero?: boolean;
  /** May be a series or parallel partner of another part. */
  joins?: boolean;
  /** The part does not exist for these choices. */
  needed?: (given: Given) => boolean;
  params?: Readonly<Record<string, NumberField | ChoiceField | FlagField>>;
  /** Parameters that sizing chooses where nobody typed them: turns, wire. */
  sizes?: readonly string[];
  /** The sort of generic devices that fit here. */
  takes?: DeviceSort;
  /** What it is bought as, where that is no plain resistor, capacitor or inductor: a trimmer does not stand in for a resistor. */
  sold?: string;
  /** A device that is no part to buy: it belongs to another chip or stage, or is copper; or it exists for some choices only. */
  bought?: false | ((given: Given, params: Given) => boolean);
  /** How many pieces the slot stands for; one where nothing is said. */
  pieces?: (given: Given) => number;
}
export type PartDefs = Readonly<Record<string, PartDef>>;

export interface OutcomeDef {
  unit: Unit;
  doc?: string;
  /** How it is called on screens. */
  title: string;
  /**
   * Not monotone in these inputs: the engine samples the inside, with this outcome's own formula where it has one; where it
   * turns round only as two outcomes cross, only if they may; where it turns round at one known place, only there. Where it
   * sees another outcome under a minimum or a maximum, corners of that one are tried too.
   */
  inside?: {
    inputs: readonly string[];
    value?: (x: AnyInputs, env: AnyInputs) => Value;
    samples?: number;
    crossing?: readonly [string, string];
    under?: string;
    turnsAt?: number;
  };
  /**
   * Made from other outcomes: the root-sum-square half-spread of one, the span over several with the nominal of one, or the
   * largest magnitude of signed alternatives, each at its own corner (plus and minus an error, the points of a band).
   */
  derived?:
    | { halfSpreadOf: string }
    | { spanOver: readonly string[]; nominalOf: string }
    | { largestOf: readonly string[] }
    | { made: (from: Ingredients) => SpreadLike };
  /** Somewhere inside the spread of its inputs it reaches this, where a difference is exactly nil: its high end. */
  nullsAt?: number;
  /** An alternative that only another outcome reads: not listed anywhere. */
  hidden?: true;
  /** A text or yes/no result. */
  text?: boolean;
  /** It costs more than the rest and is worked out where it is read: see `lately`. Of random boards only where it is `listed`, or a check reads it. */
  late?: true | 'listed';
}
/** Outcomes that are listed, by name. */
export const listed = (outcomes: Readonly<Record<string, OutcomeDef>>): [name: string, def: OutcomeDef][] =>
  Object.entries(outcomes).filter(([, def]) => !def.hidden);
export type OutcomeDefs = Readonly<Record<string, OutcomeDef>>;

type CellOf<C> = C extends { unit: unknown; nullable: true }
  ? number | null
  : C extends { unit: unknown }
    ? number
    : C extends { addresses: true }
      ? readonly number[]
      : C extends { parts: true }
        ? readonly string[]
        : string;

type NumberOf<F> = F extends { nullable: true }
  ? number | null
  : F extends { default: null; open: true }
    ? number
    : F extends { default: null }
      ? number | null
      : number;
export type ValueOf<F> = F extends { type: 'number' }
  ? NumberOf<F>
  : F extends { type: 'choice'; choices: readonly (infer C)[] }
    ? C
    : F extends { type: 'flag' }
      ? F extends { default: null }
        ? boolean | null
        : boolean
      : F extends { type: 'text' }
        ? string | null
        : F extends { type: 'list' }
          ? readonly number[]
          : F extends { type: 'rows'; columns: infer C }
            ? readonly { readonly [K in keyof C]: CellOf<C[K]> }[]
            : never;

type ParamsOf<P> = P extends { params: infer Q } ? { readonly [K in keyof Q]: ValueOf<Q[K]> } : unknown;
/** A part as `evaluate` sees it: `value` in SI, null where it is not fitted. */
export type PartOf<P> = {
  readonly value: P extends { optional: true | ((given: Given) => boolean) } | { needed: unknown } ? number | null : number;
  readonly join: 'series' | 'parallel';
} & ParamsOf<P>;

/** The inputs of one evaluation: plain numbers, every spread already taken to an end. */
export interface Inputs<G, P, C> {
  readonly given: { readonly [K in keyof G]: ValueOf<G[K]> };
  readonly parts: { readonly [K in keyof P]: PartOf<P[K]> };
  /** What links bring beyond the givens of the catalogue. */
  readonly carried: { readonly [K in keyof C]: ValueOf<C[K]> };
  /** °C around the stage. */
  readonly ambient: number;
}

export interface Env<G, P, C> {
  /** The nominal inputs, whatever is being sampled: what firmware and a builder assume. */
  nominal: Inputs<G, P, C>;
  ambient: Range;
  copies: number;
  /** Shares of time of the four states; `typical` alone when the board lists none. */
  states: Readonly<Record<StateId, number>>;
}

export const STATE_IDS = ['asleep', 'idle', 'typical', 'peak'] as const;
export type StateId = (typeof STATE_IDS)[number];

/** The catalogue's names for a load in each state, and for what is drawn then. */
export const STATE_LOADS = {
  asleep: 'loadCurrentAsleep',
  idle: 'loadCurrentIdle',
  typical: 'loadCurrentTypical',
  peak: 'loadCurrentPeak',
} as const satisfies Record<StateId, string>;

export const STATE_DRAWS = {
  asleep: 'inputCurrentAsleep',
  idle: 'inputCurrentIdle',
  typical: 'inputCurrentTypical',
  peak: 'inputCurrentPeak',
} as const satisfies Record<StateId, string>;

export type Results<O> = { [K in keyof O as O[K] extends { derived: unknown } ? never : K]: Value | string | boolean };

/** What an outcome is made from whose ends are not those of a formula at one corner. */
export interface Ingredients {
  /** An outcome with its ends. */
  out: (name: string) => SpreadLike;
  /** The same by its plain corners: enough to see which of many matter. */
  plain: (name: string) => SpreadLike;
  /** Its ends over the tolerances of the parts alone, all else as designed: what copies differ by. */
  overParts: (name: string) => SpreadLike;
  /** Half its root-sum-square spread over the parts, or over the inputs of some paths. */
  halfSpread: (name: string, counts?: (path: string) => boolean) => number;
}

/** A value with ends, each of which may be missing. */
export interface SpreadLike {
  nominal: number | null;
  low: number | null;
  high: number | null;
  absent?: Absent;
}
