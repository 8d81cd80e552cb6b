import type { Calibration, Pair } from '../measured/calibrate.ts';

/** What a logbook holds. */
export const LOG_SORTS = ['note', 'photo', 'waveform', 'calibration', 'rework'] as const;
export type LogSort = (typeof LOG_SORTS)[number];

/** How a waveform is to be read, and what was measured in it. */
export interface WaveformContent {
  rate?: number;
  fullScale?: number;
  channels: string[];
  samples: number;
  /** The first channel small, for a list. */
  preview: number[];
  /** Figures that were measured and kept, in words with their unit. */
  figures: { name: string; value: number; unit: string }[];
}
/** A channel calibrated from pairs of readings. */
export interface CalibrationContent {
  /** The stage that reads, where it is one of the board. */
  stage: string | null;
  unit: string;
  pairs: Pair[];
  lsb: number | null;
  points: number | null;
  result: Calibration;
}
export const REWORKS = ['value', 'wire', 'cut', 'removed', 'other'] as const;
export type ReworkWhat = (typeof REWORKS)[number];
/** Something that was changed on a copy at the bench. */
export interface ReworkContent {
  what: ReworkWhat;
  stage: string | null;
  /** Of a changed value: the part's, `R1.value`, and what it is now. */
  path: string | null;
  was: number | null;
  now: number | null;
  /** Taken into the draft, or set aside with a reason. */
  done: 'taken' | 'dropped' | null;
}
export interface PhotoContent {
  width: number;
  height: number;
}
/** A note that says which single fault explained the reading of a step. */
export interface ExplanationContent {
  explains: string;
  fault: string;
}
export type LogContent = Record<string, never> | ExplanationContent | PhotoContent | WaveformContent | CalibrationContent | ReworkContent;

/** An entry as pages read it. */
export interface LogEntry {
  id: string;
  letter: string | null;
  copy: number | null;
  point: string | null;
  sort: LogSort;
  title: string;
  note: string;
  content: LogContent;
  fileName: string | null;
  mime: string | null;
  bytes: number;
  at: string;
}

/** What was kept as the explanation of a step's reading, the latest; null where nothing was. */
export function explanationOf(entries: readonly LogEntry[], step: string): LogEntry | null {
  return entries.findLast((e) => e.sort === 'note' && 'explains' in e.content && e.content.explains === step) ?? null;
}
