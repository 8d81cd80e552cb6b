import type { Device, DeviceSort } from '../../core/parts/devices.ts';
import { formatText } from '../../core/quantity/format.ts';
import type { NumberField } from '../../core/stage/contract.ts';
import { nominalOf } from '../../core/quantity/uncertain.ts';
import { paramTitle } from './words.ts';

/** Sorts as headings. */
export const SORT_TITLES: Readonly<Record<DeviceSort, string>> = {
  diode: 'Diodes',
  fan: 'Fans',
  'power switch': 'Power switches',
  'gate driver': 'Gate drivers',
  relay: 'Relays',
  'solid-state relay': 'Solid-state relays',
  'switching transistor': 'Switching transistors',
  'transformer core': 'Cores for transformers',
  'inductor core': 'Cores for inductors',
  shunt: 'Zeners and shunt references',
  regulator: 'Regulators',
  suppressor: 'Suppressors',
  fuse: 'Fuses',
  'p-channel switch': 'P-channel switches',
  'pass transistor': 'Pass transistors',
  inductor: 'Inductors and their cores',
  heatsink: 'Heatsinks',
  cell: 'Cells',
  'op amp': 'Op amps',
  'threshold timer': 'Threshold timers',
  crystal: 'Crystals',
  thermistor: 'Thermistors',
  LED: 'LEDs',
};

/** What a device is meant for and its first few parameters, in one line. */
export function deviceLine(device: Device, fields: Readonly<Record<string, Pick<NumberField, 'unit'>>>, most = 3): string {
  const params = Object.entries(device.params)
    .slice(0, most)
    .map(([name, v]) => `${paramTitle(name)} ${formatText(nominalOf(v), fields[name]!.unit, 3)}`);
  return [...Object.values(device.when ?? {}), ...params].join(', ');
}
