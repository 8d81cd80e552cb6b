import { describe, expect, it } from 'vitest';
import { devicesFor, GENERIC_DEVICES, paramsFor, type Device } from '../parts/devices.ts';
import { nominalOf } from '../quantity/uncertain.ts';
import { alone } from '../testing/boards.ts';
import type { PartDefs } from '../stage/contract.ts';
import { DEVICE_FIELDS } from '../kinds/device-fields.ts';
import { KINDS } from './all.ts';

const places = KINDS.flatMap((kind) =>
  Object.entries(kind.parts as PartDefs)
    .filter(([, def]) => def.takes)
    .map(([slot, def]) => ({ kind, slot, def, names: Object.keys(def.params ?? {}) })),
);
const asGivens = KINDS.filter((kind) => kind.takes).map((kind) => ({ kind, takes: kind.takes! }));
const of = (sort: string) => GENERIC_DEVICES.filter((d) => d.sort === sort);
const value = (d: Device, name: string) => nominalOf(d.params[name]!);

describe('generic devices', () => {
  it.each(places)('$kind.id $slot: every device of its sort can be put in, and the stage is judged with it', ({ kind, slot, def, names }) => {
    expect(of(def.takes!).length).toBeGreaterThan(1);
    for (const device of of(def.takes!)) {
      const params = paramsFor(device, names);
      expect(Object.keys(params).length, device.title).toBeGreaterThan(1);
      const stage = alone(kind.id, (device.when ?? {}) as never, { [slot]: params } as never);
      expect(stage.checks.length, device.title).toBeGreaterThan(0);
      for (const name of Object.keys(params)) expect(stage.judged.range(`${slot}.${name}`)!.nominal, `${device.title} ${name}`).toBe(value(device, name));
    }
  });

  it.each(asGivens)('$kind.id: every $takes.sort can be put in as its givens', ({ kind, takes }) => {
    expect(of(takes.sort).length).toBeGreaterThan(1);
    for (const device of of(takes.sort)) {
      const params = paramsFor(device, takes.given);
      const stage = alone(kind.id, { ...device.when, ...params });
      for (const name of Object.keys(params)) expect(stage.judged.range(name)!.nominal, `${device.title} ${name}`).toBe(value(device, name));
    }
  });

  it('bring nothing that no place has, and titles tell them apart', () => {
    for (const d of GENERIC_DEVICES) {
      const known = new Set(Object.keys(DEVICE_FIELDS[d.sort]));
      expect(
        Object.keys(d.params).filter((n) => !known.has(n)),
        d.title,
      ).toEqual([]);
    }
    expect(new Set(GENERIC_DEVICES.map((d) => d.title)).size).toBe(GENERIC_DEVICES.length);
  });

  it('fit the choices of their stage: a fixed regulator is not offered where resistors set the output', () => {
    for (const regulatorType of ['fixed', 'adjust-pin', 'feedback-pin'])
      for (const d of devicesFor('regulator', { regulatorType })) expect(d.when).toEqual({ regulatorType });
    expect(devicesFor(undefined, {})).toEqual([]);
  });

  it('hold together physically', () => {
    for (const d of of('suppressor')) {
      expect(value(d, 'standoffVoltage')).toBeLessThan(value(d, 'breakdownVoltage'));
      expect(value(d, 'breakdownVoltage')).toBeLessThan(value(d, 'clampVoltage'));
      expect(value(d, 'clampVoltage') * value(d, 'clampCurrent')).toBeCloseTo(value(d, 'pulsePower'), -1);
    }
    for (const d of of('fuse')) expect(value(d, 'clearingI2t')).toBeGreaterThan(value(d, 'meltingI2t'));
    for (const d of of('regulator')) expect(value(d, 'currentLimit')).toBeGreaterThan(value(d, 'currentRating'));
    for (const d of of('shunt')) expect(value(d, 'referenceVoltage') * value(d, 'maximumCurrent')).toBeLessThanOrEqual(value(d, 'powerRating'));
    for (const d of of('diode')) expect(value(d, 'surgeRating')).toBeGreaterThan(value(d, 'currentRating'));
  });
});
