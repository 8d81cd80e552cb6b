import type { ControllerFigure, PinDoc } from '../parts/controllers.ts';
import type { Series } from '../quantity/preferred.ts';
import type { Range, Uncertain } from '../quantity/uncertain.ts';
import { toRange } from '../quantity/uncertain.ts';
import { STATE_IDS, type Row, type StateId } from '../stage/contract.ts';

export const FORMAT = 'spark-sum/board';
export const VERSION = 1;

export type GivenValue = Uncertain | string | boolean | null | readonly number[] | readonly Row[];

/** A part as the file writes it: a device has parameters only. */
export interface PartDoc {
  value?: Uncertain | null;
  tolerance?: number;
  tempco?: number;
  series?: Series;
  join?: 'series' | 'parallel';
  /** Parts of the board with the same name here are a matched set. */
  match?: string;
  /** The device of a list that was put in, by its name; what it is stands in the parameters. */
  device?: string;
  /** How far two parts of a matched set may be apart, as a ratio. */
  tracking?: number;
  /** The package it is bought in, where it is not the usual one. */
  package?: string;
  [param: string]: Uncertain | null | undefined | string | boolean;
}

export interface StageDoc {
  id: string;
  kind: string;
  title?: string;
  copies?: number;
  /** The module it is part of: all of it is built together, so many times. */
  module?: string;
  given?: Record<string, GivenValue>;
  parts?: Record<string, PartDoc>;
  rails?: Record<string, string>;
  signals?: Record<string, string>;
  /** Pins of the controller, by what the stage does with them. */
  pins?: Record<string, string>;
  mount?: string;
  inside?: string;
  /** What one copy costs, in the brief’s currency, as the designer reckons it. */
  cost?: number;
  options?: OptionDoc[];
  notes?: string;
}

/** A candidate for a stage's place, kept beside the one that is on the board. */
export type OptionDoc = Omit<StageDoc, 'id' | 'title' | 'options'> & { title: string };

export interface Brief {
  purpose?: string;
  quantity?: number;
  currency?: string;
  hazards?: string[];
  enclosure?: string;
  notes?: string;
}

export interface Policy {
  derating?: 1 | 0.8 | 0.5;
  comfortMargin?: number;
  judgeBy?: 'extreme-value' | 'root-sum-square' | 'monte-carlo';
}

export interface Waiver {
  stage: string;
  check: string;
  reason: string;
  by?: string;
  /** The day, as 2026-05-01. */
  date?: string;
}
export interface Confirmation {
  id: string;
  by: string;
  note?: string;
}

/** How parts are mounted. */
export const MOUNTINGS = ['surface-mount', 'through-hole'] as const;
export type Mounting = (typeof MOUNTINGS)[number];

/** How the board is bought and made. */
export interface OrderDoc {
  mounting?: Mounting;
  /** Spare parts for each that is needed, as a ratio: of small parts, and of devices. */
  spares?: number;
  deviceSpares?: number;
  /** What the maker is told beside what the checks assume. */
  layers?: number;
  thickness?: number;
  finish?: string;
  remarks?: string;
}

/** Why a part wants attention. */
export const FLAG_SORTS = ['obsolete', 'often faked', 'one source', 'long lead time', 'minimum order'] as const;
export type FlagSort = (typeof FLAG_SORTS)[number];
export const FLAG_ANSWERS = ['substitute', 'stock', 'accepted'] as const;
/** Answers in words. */
export const FLAG_WORDS = { substitute: 'another will stand in', stock: 'enough of it lies here', accepted: 'taken as it is' } as const;

/** A part that wants attention, and what was decided about it. */
export interface FlagDoc {
  /** The line of the bill of materials. */
  part: string;
  sort: FlagSort;
  by: string;
  date: string;
  note?: string;
  answer?: { how: (typeof FLAG_ANSWERS)[number]; because: string; by: string; date: string };
}

/** Advice that somebody gave, and what became of it. */
export interface AdviceDoc {
  id: string;
  text: string;
  from: string;
  date: string;
  /** The stage it is about. */
  stage?: string;
  taken?: boolean;
  because?: string;
}

/** The controller as a place on the board: what its rail is, the figures that stages take from it, and its pins. */
export interface ControllerDoc {
  title: string;
  rail?: string;
  figures?: Partial<Record<ControllerFigure, Uncertain>>;
  pins?: Record<string, PinDoc>;
}

/** The board file, version 1. The only thing that is kept; everything else is computed from it. */
export interface BoardDoc {
  format: typeof FORMAT;
  version: typeof VERSION;
  name: string;
  brief?: Brief;
  copies?: number;
  /** Groups of stages that are built several times, each with its own supply: a board that is plugged in N times. */
  modules?: Record<string, { copies: number; title?: string }>;
  conditions?: { ambient?: Uncertain };
  policy?: Policy;
  states?: { id: StateId; share: number }[];
  controller?: ControllerDoc;
  stages: StageDoc[];
  waivers?: Waiver[];
  confirmations?: Confirmation[];
  decisions?: { stage: string; chosen: string; options?: string[]; reason: string }[];
  order?: OrderDoc;
  flags?: FlagDoc[];
  advice?: AdviceDoc[];
}

/** Dangers a board may bring in, as the brief names them, with the usual caution for each. */
export const HAZARDS: Readonly<Record<string, { title: string; caution: string }>> = {
  mains: {
    title: 'Mains',
    caution:
      'Mains kills. Keep mains wiring closed and earthed, switch off and unplug before you open it; your local code and a licensed electrician decide how it is done.',
  },
  'high-voltage': { title: 'High voltage', caution: 'Above 50 V a touch can kill. Discharge before touching, work with one hand, and have somebody with you.' },
  'stored-charge': {
    title: 'Stored charge',
    caution: 'Large capacitors stay charged after switching off. Discharge them through a resistor and measure before you touch.',
  },
  lithium: {
    title: 'Lithium cells',
    caution:
      'Lithium cells burn when overcharged, shorted, crushed or frozen while charging. Use protected cells, charge them watched and on a surface that cannot burn.',
  },
  heat: { title: 'Hot parts', caution: 'Parts above 60 °C burn skin and dry out neighbours. Let them cool, and mark them.' },
  'loud-sound': { title: 'Loud sound', caution: 'Loud sound damages hearing before it hurts. Test at low level and with ear protection.' },
  'solder-fumes': { title: 'Solder fumes', caution: 'Solder with ventilation, and wash your hands before you eat.' },
  static: { title: 'Static', caution: 'Discharge yourself before you touch bare chips, and keep them in their bags until then.' },
};

export const ambientOf = (doc: BoardDoc): Range => toRange(doc.conditions?.ambient ?? 25);
export const deratingOf = (doc: BoardDoc): number => doc.policy?.derating ?? 0.8;
export const comfortOf = (doc: BoardDoc): number => doc.policy?.comfortMargin ?? 0.1;
/** How ends are found that checks are judged on. */
export const methodOf = (doc: BoardDoc): Policy['judgeBy'] & string => doc.policy?.judgeBy ?? 'extreme-value';
export function titleOf(stage: StageDoc, kindTitle: string): string {
  if (stage.title) return stage.title;
  // The second of a kind is told from the first by the number its id was given.
  const number = stage.id.startsWith(`${stage.kind}-`) ? stage.id.slice(stage.kind.length + 1) : '';
  return /^\d+$/.test(number) ? `${kindTitle} ${number}` : kindTitle;
}

/** Whether what stages read of their board is the same on two of them. */
export const sameAround = (a: BoardDoc, b: BoardDoc): boolean =>
  (['conditions', 'policy', 'states', 'modules', 'controller'] as const).every((key) => a[key] === b[key]);

/** How often the module of a stage is built; 1 of a stage in none. */
export const timesOf = (doc: BoardDoc, stage: Pick<StageDoc, 'module'>): number => doc.modules?.[stage.module ?? '']?.copies ?? 1;

export const currencyOf = (doc: BoardDoc): string => doc.brief?.currency ?? 'EUR';

/** Shares of time by state; everything in `typical` when the board lists none. */
export function sharesOf({ states }: BoardDoc): Readonly<Record<StateId, number>> {
  const known = shared.get(states ?? NO_STATES);
  if (known) return known;
  const shares = Object.fromEntries(STATE_IDS.map((s) => [s, 0])) as Record<StateId, number>;
  if (!states?.length) shares.typical = 1;
  for (const s of states ?? []) shares[s.id] = s.share;
  shared.set(states ?? NO_STATES, shares);
  return shares;
}
const NO_STATES: NonNullable<BoardDoc['states']> = [];
const shared = new WeakMap<NonNullable<BoardDoc['states']>, Readonly<Record<StateId, number>>>();
