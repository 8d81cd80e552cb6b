import { DEVICE_SORTS, GENERIC_DEVICES, type DeviceSort } from '../parts/devices.ts';
import type { Field, Kind, NumberField, PartDefs } from '../stage/contract.ts';
import { KINDS } from './all.ts';

const bySort = <T>(of: (sort: DeviceSort) => T) => Object.fromEntries(DEVICE_SORTS.map((sort) => [sort, of(sort)])) as Record<DeviceSort, T>;
const given = (kind: Kind) => kind.given as Record<string, Field>;

/** Parameters a device of each sort can have: those of all places that take one, parts or givens. */
export const DEVICE_FIELDS: Readonly<Record<DeviceSort, Readonly<Record<string, NumberField>>>> = bySort((sort) => {
  const found: Record<string, NumberField> = {};
  for (const kind of KINDS) {
    for (const def of Object.values(kind.parts as PartDefs)) if (def.takes === sort) Object.assign(found, def.params);
    if (kind.takes?.sort === sort) for (const name of kind.takes.given) found[name] = given(kind)[name] as NumberField;
  }
  return found;
});

/** Choices of stages that decide whether a device of a sort is meant for them, as the shipped ones name them. */
export const DEVICE_CHOICES: Readonly<Record<DeviceSort, Readonly<Record<string, readonly string[]>>>> = bySort((sort) => {
  const names = new Set(GENERIC_DEVICES.flatMap((d) => (d.sort === sort ? Object.keys(d.when ?? {}) : [])));
  const found: Record<string, readonly string[]> = {};
  for (const kind of KINDS) {
    if (kind.takes?.sort !== sort && !Object.values(kind.parts as PartDefs).some((p) => p.takes === sort)) continue;
    for (const name of names) {
      const field = given(kind)[name];
      if (field?.type === 'choice') found[name] = field.choices;
    }
  }
  return found;
});
