import type { Uncertain } from '../quantity/uncertain.ts';

/** What a place on a board can take. */
export const DEVICE_SORTS = [
  'diode',
  'shunt',
  'regulator',
  'suppressor',
  'fuse',
  'p-channel switch',
  'pass transistor',
  'inductor',
  'heatsink',
  'cell',
  'op amp',
  'threshold timer',
  'LED',
  'crystal',
  'thermistor',
  'fan',
  'switching transistor',
  'power switch',
  'gate driver',
  'relay',
  'solid-state relay',
  'transformer core',
  'inductor core',
] as const;
export type DeviceSort = (typeof DEVICE_SORTS)[number];

/** A device with its parameters and their spread, in the names parts use; the shipped ones are of no maker. */
export interface Device {
  sort: DeviceSort;
  title: string;
  /** Choices of the stage it goes with: a fixed regulator is of no use where two resistors set the output. */
  when?: Readonly<Record<string, string>>;
  params: Readonly<Record<string, Uncertain>>;
}
